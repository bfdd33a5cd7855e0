/**
 * The program with the server gone. Where pages may have a service worker it keeps the whole program, and a new version waits until it
 * is asked for; elsewhere (plain http on a network) every part is fetched once when the page is idle.
 */
import { shallowRef } from 'vue';

/** Takes the new version that waits, and loads the page anew. Null: there is none. */
export const newVersion = shallowRef<(() => void) | null>(null);

async function keepAll(): Promise<void> {
  const { Workbox } = await import('workbox-window');
  const worker = new Workbox('/sw.js');
  let asked = false;
  worker.addEventListener('waiting', () => {
    newVersion.value = () => {
      asked = true;
      worker.messageSkipWaiting();
    };
  });
  worker.addEventListener('controlling', ({ isUpdate, isExternal }) => {
    if (asked) location.reload();
    // Another window took it: parts of the old one not used yet are gone, so it is offered here too.
    else if (isUpdate || isExternal) newVersion.value = () => location.reload();
  });
  await worker.register();
}

/** Into the browser's own cache, one after the other. */
async function fetchAll(): Promise<void> {
  const parts = (await (await fetch('/parts.json')).json()) as string[];
  for (const part of parts) await (await fetch(`/${part}`, { priority: 'low' })).arrayBuffer();
}

export const whenIdle = (then: () => void) =>
  'requestIdleCallback' in window ? requestIdleCallback(then, { timeout: 10_000 }) : setTimeout(then, 3000);

/** Begins when the page has nothing better to do. A failure costs nothing: parts are fetched when they are wanted. */
export function prepareOffline(): void {
  const quietly = (error: unknown) => console.info('Not all parts could be kept for working offline.', error);
  whenIdle(() => void ('serviceWorker' in navigator ? keepAll() : fetchAll()).catch(quietly));
}
