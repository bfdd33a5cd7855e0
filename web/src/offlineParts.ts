/** Keeps every part of the program here, once the page is idle. */
import type { ShallowRef } from 'vue';

async function keepAll(newVersion: ShallowRef<(() => void) | null>): Promise<void> {
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

export const keepHere = (newVersion: ShallowRef<(() => void) | null>): Promise<void> =>
  'serviceWorker' in navigator ? keepAll(newVersion) : fetchAll();
