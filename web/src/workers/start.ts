/** Starts a study worker. Each client has one of its own, so that none cancels another. */
export const startWorker = () =>
  new Worker(new URL('./study.worker.ts', import.meta.url), { type: 'module', name: 'studies' });
