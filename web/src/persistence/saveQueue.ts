/**
 * Saves by itself: the newest state a short while after an edit, one write at a time, and again after a failure. The state
 * of saving is always known, so that it can always be shown.
 */
export type SavingState =
  { status: 'saved'; at: number | null } | { status: 'saving' } | { status: 'failed'; reason: string };

export interface SaveQueue<T> {
  /** Puts a state in line; an older one not yet written is dropped. */
  put(value: T): void;
  /** Writes what is in line now; resolves when it is written or has failed. */
  flush(): Promise<void>;
}

export interface SaveQueueOptions<T> {
  write: (value: T, now: number) => Promise<void>;
  onState: (state: SavingState) => void;
  now: () => number;
  delayMs?: number;
  retryMs?: number;
}

export function createSaveQueue<T>({
  write,
  onState,
  now,
  delayMs = 350,
  retryMs = 5000,
}: SaveQueueOptions<T>): SaveQueue<T> {
  let pending: { value: T } | null = null;
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
    const job = pending;
    if (!job) return;
    pending = null;
    writing = (async () => {
      try {
        const at = now();
        await write(job.value, at);
        if (!pending) onState({ status: 'saved', at });
      } catch (error) {
        onState({ status: 'failed', reason: error instanceof Error ? error.message : String(error) });
        pending ??= job;
        schedule(retryMs);
      }
    })();
    await writing;
    writing = null;
  }

  return {
    put(value) {
      pending = { value };
      onState({ status: 'saving' });
      schedule(delayMs);
    },
    flush: drain,
  };
}
