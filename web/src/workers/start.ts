import { newId } from '../persistence/ids';
import type { Answer } from './protocol';

/**
 * Starts a study worker. Each client has one of its own, so that none cancels another. `gone` comes true when the worker has ended,
 * however: a browser short of memory ends one without a word. The worker holds a lock of its name; who waits for it gets it then. Where
 * there are no locks (plain http on a network) it never does.
 */
export function startWorker(): Worker & { gone: Promise<void> } {
  const name = `studies ${newId()}`;
  const worker = new Worker(new URL('./study.worker.ts', import.meta.url), { type: 'module', name });
  const gone = new Promise<void>((resolve) => {
    worker.addEventListener('message', (event: MessageEvent<Answer>) => {
      if (event.data.type === 'alive') void navigator.locks.request(name, () => resolve());
    });
  });
  return Object.assign(worker, { gone });
}
