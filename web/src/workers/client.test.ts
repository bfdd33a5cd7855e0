import { jest } from '@jest/globals';
import type { DecayInputs } from '@tawny/core/studies/decay/types';
import { createStudyClient, type WorkerLike } from './client';
import type { Answer, Request } from './protocol';

/** A worker that does what the test says. */
class FakeWorker implements WorkerLike {
  readonly requests: Request[] = [];
  ended = false;
  /** Ends it as a browser short of memory does. */
  vanish = () => {};
  readonly gone = new Promise<void>((resolve) => (this.vanish = resolve));
  private readonly listeners: Record<string, ((event: never) => void)[]> = {};
  postMessage(request: Request): void {
    this.requests.push(request);
  }
  terminate(): void {
    this.ended = true;
  }
  addEventListener(type: string, listener: (event: never) => void): void {
    (this.listeners[type] ??= []).push(listener);
  }
  answer(data: Answer): void {
    this.listeners.message?.forEach((l) => l({ data } as never));
  }
  die(message: string): void {
    this.listeners.error?.forEach((l) => l({ message } as never));
  }
}

function rig() {
  const workers: FakeWorker[] = [];
  const client = createStudyClient(() => {
    const worker = new FakeWorker();
    workers.push(worker);
    return worker;
  }, 1000);
  const inputs = (n: number) => ({ volume: n }) as unknown as DecayInputs;
  const result = (n: number) => ({ result: n }) as never;
  return { workers, client, inputs, result };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('a result comes back with its progress on the way', async () => {
  const { client, workers, inputs, result } = rig();
  const parts: number[] = [];
  const call = client.run('decay', inputs(1), (p) => parts.push(p));
  const [{ id }] = workers[0]!.requests as [Request];
  workers[0]!.answer({ type: 'progress', id, part: 0.5 });
  workers[0]!.answer({ type: 'result', id, result: result(7) });
  expect(await call).toEqual({ status: 'result', result: { result: 7 } });
  expect(parts).toEqual([0.5]);
});

test('a newer request waits for the running one, and only the newest of those waiting is run', async () => {
  const { client, workers, inputs, result } = rig();
  const first = client.run('decay', inputs(1));
  const second = client.run('decay', inputs(2));
  const third = client.run('decay', inputs(3));
  expect(await second).toEqual({ status: 'cancelled' });
  workers[0]!.answer({ type: 'result', id: workers[0]!.requests[0]!.id, result: result(1) });
  expect((await first).status).toBe('result');
  expect(workers[0]!.requests.map((r) => (r.inputs as DecayInputs).volume)).toEqual([1, 3]);
  workers[0]!.answer({ type: 'result', id: workers[0]!.requests[1]!.id, result: result(3) });
  expect(await third).toEqual({ status: 'result', result: { result: 3 } });
  expect(workers).toHaveLength(1);
});

test('patience ends: the old worker is stopped, a fresh one takes the newest', async () => {
  const { client, workers, inputs, result } = rig();
  const first = client.run('decay', inputs(1));
  const second = client.run('decay', inputs(2));
  await jest.advanceTimersByTimeAsync(1100);
  expect(await first).toEqual({ status: 'cancelled' });
  expect(workers[0]!.ended).toBe(true);
  // A late word of the stopped worker changes nothing.
  workers[0]!.answer({ type: 'result', id: workers[0]!.requests[0]!.id, result: result(1) });
  workers[1]!.answer({ type: 'result', id: workers[1]!.requests[0]!.id, result: result(2) });
  expect(await second).toEqual({ status: 'result', result: { result: 2 } });
});

test('a worker that dies settles its call with a failure, and the next request starts afresh', async () => {
  const { client, workers, inputs, result } = rig();
  const call = client.run('decay', inputs(1));
  workers[0]!.die('out of memory');
  expect(await call).toEqual({
    status: 'failure',
    message: expect.stringMatching(/stopped unexpectedly \(out of memory\)/),
  });
  const next = client.run('decay', inputs(2));
  expect(workers).toHaveLength(2);
  workers[1]!.answer({ type: 'result', id: workers[1]!.requests[0]!.id, result: result(2) });
  expect((await next).status).toBe('result');
});

test('a failure inside a study keeps the worker', async () => {
  const { client, workers, inputs } = rig();
  const call = client.run('decay', inputs(1));
  workers[0]!.answer({ type: 'failure', id: workers[0]!.requests[0]!.id, message: 'no' });
  expect(await call).toEqual({ status: 'failure', message: 'no' });
  void client.run('decay', inputs(2));
  expect(workers).toHaveLength(1);
  expect(workers[0]!.ended).toBe(false);
});

test('cancel settles everything open', async () => {
  const { client, workers, inputs } = rig();
  const calls = [client.run('decay', inputs(1)), client.run('decay', inputs(2))];
  client.cancel();
  expect(await Promise.all(calls)).toEqual([{ status: 'cancelled' }, { status: 'cancelled' }]);
  expect(workers[0]!.ended).toBe(true);
  client.cancel();
});

test('tasks of another sort wait their turn and replace nothing', async () => {
  const { client, workers } = rig();
  const task = (name: string) => ({ task: name }) as never;
  const answerOf = (i: number) =>
    workers[0]!.answer({ type: 'result', id: workers[0]!.requests[i]!.id, result: i as never });
  const first = client.run('bass', task('answer'));
  const map = client.run('bass', task('map'));
  const why = client.run('bass', task('why'));
  const newer = client.run('bass', task('map'));
  expect(await map).toEqual({ status: 'cancelled' });
  await jest.advanceTimersByTimeAsync(5000);
  // Nothing of the running sort waits: patience does not end it.
  expect(workers[0]!.ended).toBe(false);
  answerOf(0);
  expect((await first).status).toBe('result');
  // The newer map has the place the older one had.
  answerOf(1);
  expect(await newer).toEqual({ status: 'result', result: 1 });
  answerOf(2);
  expect(await why).toEqual({ status: 'result', result: 2 });
});

test('a worker that ends without a word is noticed, and the next request starts another', async () => {
  const { client, workers, inputs, result } = rig();
  const call = client.run('decay', inputs(1));
  workers[0]!.answer({ type: 'alive', id: 0 });
  workers[0]!.vanish();
  expect(await call).toMatchObject({ status: 'failure', message: expect.stringContaining('without a word') });
  const next = client.run('decay', inputs(2));
  workers[1]!.answer({ type: 'result', id: workers[1]!.requests[0]!.id, result: result(2) });
  expect(await next).toMatchObject({ status: 'result' });
  // An idle one that goes is missed by nobody; one ended on purpose neither.
  workers[1]!.vanish();
  await Promise.resolve();
  const last = client.run('decay', inputs(3));
  expect(workers).toHaveLength(3);
  client.cancel();
  workers[2]!.vanish();
  expect(await last).toEqual({ status: 'cancelled' });
});
