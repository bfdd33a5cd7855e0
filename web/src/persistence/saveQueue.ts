/**
 * Saves by itself: the newest state a short while after an edit, at the latest a second after the first that is not saved, one write
 * at a time, and again after a failure. The state of saving is always known, so that it can always be shown.
 */
export type SavingState =
  | { status: 'saved'; at: number | null }
  | { status: 'saving' }
  /** Tried again by itself. */
  | { status: 'failed'; reason: string }
  /** Not tried again: what lies in the browser is not to be written over. */
  | { status: 'apart'; why: 'deleted' | 'newer' | 'unreadable' };

export interface SaveQueue<T> {
  /** Puts a state in line; an older one of the same key not yet written is dropped, those of other keys stay. */
  put(value: T): void;
  /** Takes what is in line under a key out of it. */
  drop(key: string): void;
  /** Whether something is in line or being written. */
  readonly busy: boolean;
  /** Writes what is in line now; resolves when it is written or has failed. */
  flush(): Promise<void>;
}

export interface SaveQueueOptions<T> {
  /** What a value is a state of: two projects in line are both written. */
  keyOf: (value: T) => string;
  /** Resolves with the state it leaves, where that is not "saved". */
  write: (value: T, now: number) => Promise<SavingState | void>;
  onState: (state: SavingState) => void;
  now: () => number;
  /** After the last edit. */
  delayMs?: number;
  /** After the first edit that is not saved. */
  latestMs?: number;
  retryMs?: number;
}

export function createSaveQueue<T>({
  keyOf,
  write,
  onState,
  now,
  delayMs = 350,
  latestMs = 1000,
  retryMs = 5000,
}: SaveQueueOptions<T>): SaveQueue<T> {
  const pending = new Map<string, T>();
  let soon: ReturnType<typeof setTimeout> | null = null;
  let latest: ReturnType<typeof setTimeout> | null = null;
  let writing: Promise<void> | null = null;

  function stop(): void {
    if (soon !== null) clearTimeout(soon);
    if (latest !== null) clearTimeout(latest);
    soon = latest = null;
  }
  function schedule(ms: number): void {
    if (soon !== null) clearTimeout(soon);
    soon = setTimeout(() => void drain(), ms);
  }

  async function drain(): Promise<void> {
    stop();
    if (writing) await writing;
    const jobs = [...pending];
    if (jobs.length === 0) return;
    stop();
    pending.clear();
    const run = (async () => {
      for (const [key, value] of jobs) {
        try {
          const at = now();
          const left = await write(value, at);
          if (left) onState(left);
          else if (pending.size === 0) onState({ status: 'saved', at });
        } catch (error) {
          onState({ status: 'failed', reason: error instanceof Error ? error.message : String(error) });
          if (!pending.has(key)) pending.set(key, value);
          schedule(retryMs);
        }
      }
    })();
    writing = run;
    await run;
    if (writing === run) writing = null;
  }

  return {
    put(value) {
      pending.set(keyOf(value), value);
      onState({ status: 'saving' });
      schedule(delayMs);
      latest ??= setTimeout(() => void drain(), latestMs);
    },
    drop(key) {
      pending.delete(key);
    },
    get busy() {
      return pending.size > 0 || writing !== null;
    },
    flush: drain,
  };
}
