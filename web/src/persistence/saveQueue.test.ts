import { jest } from '@jest/globals';
import { createSaveQueue, type SavingState } from './saveQueue';

describe('saving by itself', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  function rig(write: (value: string) => Promise<void>) {
    const states: SavingState['status'][] = [];
    let time = 0;
    const queue = createSaveQueue<string>({
      keyOf: (v) => (v.includes(':') ? v.split(':')[0]! : 'one'),
      write,
      onState: (s) => states.push(s.status),
      now: () => (time += 1),
    });
    return { queue, states };
  }

  test('many quick edits are one write of the newest', async () => {
    const written: string[] = [];
    const { queue, states } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('a');
    queue.put('b');
    queue.put('c');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['c']);
    expect(states.at(-1)).toBe('saved');
  });

  test('edits that never pause are written a second after the first of them, and a second after that again', async () => {
    const written: string[] = [];
    const { queue } = rig((v) => Promise.resolve(void written.push(v)));
    for (let i = 1; i <= 60; i++) {
      queue.put(`edit ${i}`);
      await jest.advanceTimersByTimeAsync(65);
    }
    // 60 edits over 3.9 s.
    expect(written.length).toBe(3);
    await jest.advanceTimersByTimeAsync(1000);
    expect(written.at(-1)).toBe('edit 60');
    expect(written.length).toBe(4);
  });

  test('what a write leaves behind is shown in place of "saved"', async () => {
    const states: SavingState[] = [];
    const queue = createSaveQueue<string>({
      keyOf: (v) => v,
      write: () => Promise.resolve({ status: 'apart', why: 'deleted' }),
      onState: (s) => states.push(s),
      now: () => 0,
    });
    queue.put('a');
    expect(queue.busy).toBe(true);
    await queue.flush();
    expect(states.at(-1)).toEqual({ status: 'apart', why: 'deleted' });
    expect(queue.busy).toBe(false);
  });

  test('a failed write is told and tried again with the newest', async () => {
    let broken = true;
    const written: string[] = [];
    const { queue, states } = rig((v) =>
      broken ? Promise.reject(new Error('full')) : Promise.resolve(void written.push(v)),
    );
    queue.put('a');
    await jest.advanceTimersByTimeAsync(400);
    expect(states.at(-1)).toBe('failed');
    broken = false;
    await jest.advanceTimersByTimeAsync(6000);
    expect(written).toEqual(['a']);
    expect(states.at(-1)).toBe('saved');
  });

  test('what comes in during a write is written after it, never lost', async () => {
    const written: string[] = [];
    let release = () => {};
    const { queue } = rig((v) => new Promise((done) => ((release = done), written.push(v))));
    queue.put('a');
    await jest.advanceTimersByTimeAsync(400);
    queue.put('b');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['a']);
    release();
    await jest.advanceTimersByTimeAsync(10);
    expect(written).toEqual(['a', 'b']);
  });

  test('opening another project does not drop the last edit of the first', async () => {
    const written: string[] = [];
    const { queue } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('first:1');
    queue.put('first:2');
    queue.put('second:1');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['first:2', 'second:1']);
  });

  test('flush writes at once', async () => {
    const written: string[] = [];
    const { queue } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('a');
    await queue.flush();
    expect(written).toEqual(['a']);
    await queue.flush();
    expect(written).toEqual(['a']);
  });
});
