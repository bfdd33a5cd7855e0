/**
 * Saves by itself: the newest state a short while after an edit, one write at a time, and again after a failure. The state
 * of saving is always known, so that it can always be shown.
 */
export type SavingState =
  { status: 'saved'; at: number | null } | { status: 'saving' } | { status: 'failed'; reason: string };

export interface SaveQueue<T> {
  /** Puts a state in line; an older one of the same key not yet written is dropped, those of other keys stay. */
  put(value: T): void;
  /** Writes what is in line now; resolves when it is written or has failed. */
  flush(): Promise<void>;
}

export interface SaveQueueOptions<T> {
  /** What a value is a state of: two projects in line are both written. */
  keyOf: (value: T) => string;
  write: (value: T, now: number) => Promise<void>;
  onState: (state: SavingState) => void;
  now: () => number;
  delayMs?: number;
  retryMs?: number;
}

export function createSaveQueue<T>({
  keyOf,
  write,
  onState,
  now,
  delayMs = 350,
  retryMs = 5000,
}: SaveQueueOptions<T>): SaveQueue<T> {
  const pending = new Map<string, T>();
  let timer: ReturnType<typeof setTimeout> | null = null;
  let writing: Promise<void> | null = null;

  function schedule(ms: number): void {
    if (timer !== null) clearTimeout(timer);
    timer = setTimeout(() => void drain(), ms);
  }

  async function drain(): Promise<void> {
    if (timer !== null) clearTimeout(timer);
    timer = null;
    if (writing) await writing;
    const jobs = [...pending];
    if (jobs.length === 0) return;
    pending.clear();
    writing = (async () => {
      for (const [key, value] of jobs) {
        try {
          const at = now();
          await write(value, at);
          if (pending.size === 0) onState({ status: 'saved', at });
        } catch (error) {
          onState({ status: 'failed', reason: error instanceof Error ? error.message : String(error) });
          if (!pending.has(key)) pending.set(key, value);
          schedule(retryMs);
        }
      }
    })();
    await writing;
    writing = null;
  }

  return {
    put(value) {
      pending.set(keyOf(value), value);
      onState({ status: 'saving' });
      schedule(delayMs);
    },
    flush: drain,
  };
}
