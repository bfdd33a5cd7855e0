/**
 * The page's side of the study worker: one running request, newest of a sort wins.
 *
 * A study is a synchronous loop, so cancelling means ending the worker; a fresh one starts with the next request. While
 * one runs, a newer request of its sort waits at most `patienceMs` for it to end by itself (its solver is then already
 * loaded) before the worker is ended; requests of other sorts (another kind, another task of a kind) wait their turn. Every open call settles: result, failure, cancelled, or death of the worker.
 */
import type { Answer, Request, Studies, StudyKind } from './protocol';

export type Outcome<T> =
  { status: 'result'; result: T } | { status: 'failure'; message: string } | { status: 'cancelled' };

/** The part of Worker the client uses; tests pass their own. */
export interface WorkerLike {
  postMessage(message: Request, handedOver?: Transferable[]): void;
  terminate(): void;
  /** Comes true when the worker has ended, also where no event tells. */
  gone?: Promise<void>;
  addEventListener(type: 'message', listener: (event: { data: Answer }) => void): void;
  addEventListener(type: 'error' | 'messageerror', listener: (event: { message?: string }) => void): void;
}

interface Call {
  request: Request;
  onProgress: (part: number) => void;
  settle: (outcome: Outcome<unknown>) => void;
}

export interface StudyClient {
  run<K extends StudyKind>(
    kind: K,
    inputs: Studies[K]['inputs'],
    onProgress?: (part: number) => void,
  ): Promise<Outcome<Studies[K]['result']>>;
  /** Ends whatever runs or waits; their promises settle as cancelled. */
  cancel(): void;
}

/** Bytes are handed over, not copied: whoever asks has them no more. */
const handedOver = ({ inputs }: Request): Transferable[] => ('bytes' in inputs ? [inputs.bytes] : []);

/** Requests of one sort replace each other. */
const sortOf = ({ kind, inputs }: Request): string => ('task' in inputs ? `${kind} ${inputs.task}` : kind);

export function createStudyClient(makeWorker: () => WorkerLike, patienceMs = 1500): StudyClient {
  let worker: WorkerLike | null = null;
  let running: Call | null = null;
  const waiting = new Map<string, Call>();
  let timer: ReturnType<typeof setTimeout> | null = null;
  let nextId = 1;

  function endWorker(): void {
    worker?.terminate();
    worker = null;
  }

  function finish(outcome: Outcome<unknown>): void {
    const done = running;
    running = null;
    if (timer !== null) clearTimeout(timer);
    timer = null;
    done?.settle(outcome);
    const [sort] = waiting.keys();
    if (sort === undefined) return;
    const next = waiting.get(sort)!;
    waiting.delete(sort);
    start(next);
  }

  function died(from: WorkerLike, message: string): void {
    if (from !== worker) return;
    endWorker();
    // One that ends while nothing runs is missed by nobody: the next request starts another.
    if (!running) return;
    finish({
      status: 'failure',
      message: `The calculation stopped unexpectedly (${message}). It starts afresh with the next change.`,
    });
  }

  function ensureWorker(): WorkerLike {
    if (worker) return worker;
    const fresh = makeWorker();
    worker = fresh;
    fresh.addEventListener('message', ({ data }) => {
      // Answers of an ended worker or of an older request are stale.
      if (fresh !== worker || !running || data.type === 'alive' || data.id !== running.request.id) return;
      if (data.type === 'progress') running.onProgress(data.part);
      else if (data.type === 'result') finish({ status: 'result', result: data.result });
      else finish({ status: 'failure', message: data.message });
    });
    fresh.addEventListener('error', (e) => died(fresh, e.message ?? 'the worker failed'));
    void fresh.gone?.then(() => died(fresh, 'it ended without a word; the memory may have run out'));
    fresh.addEventListener('messageerror', () => died(fresh, 'its answer could not be read'));
    return fresh;
  }

  function start(call: Call): void {
    running = call;
    try {
      ensureWorker().postMessage(call.request, handedOver(call.request));
    } catch (error) {
      endWorker();
      finish({ status: 'failure', message: error instanceof Error ? error.message : String(error) });
    }
  }

  return {
    run(kind, inputs, onProgress = () => {}) {
      return new Promise((resolve) => {
        const request = { type: 'run', kind, id: nextId++, inputs } as Request;
        const call: Call = { request, onProgress, settle: (o) => resolve(o as Outcome<never>) };
        if (!running) return start(call);
        const sort = sortOf(request);
        waiting.get(sort)?.settle({ status: 'cancelled' });
        waiting.set(sort, call);
        if (sort !== sortOf(running.request)) return;
        timer ??= setTimeout(() => {
          endWorker();
          finish({ status: 'cancelled' });
        }, patienceMs);
      });
    },
    cancel() {
      for (const call of waiting.values()) call.settle({ status: 'cancelled' });
      waiting.clear();
      if (!running) return;
      endWorker();
      finish({ status: 'cancelled' });
    },
  };
}
