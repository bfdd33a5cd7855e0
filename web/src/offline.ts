/**
 * The program with the server gone. Where pages may have a service worker it keeps the whole program, and a new version waits until it
 * is asked for; elsewhere (plain http on a network) every part is fetched once when the page is idle.
 */
import { shallowRef } from 'vue';

/** Takes the new version that waits, and loads the page anew. Null: there is none. */
export const newVersion = shallowRef<(() => void) | null>(null);

export const whenIdle = (then: () => void) =>
  'requestIdleCallback' in window ? requestIdleCallback(then, { timeout: 10_000 }) : setTimeout(then, 3000);

/** Begins when the page has nothing better to do. A failure costs nothing: parts are fetched when they are wanted. */
export function prepareOffline(): void {
  const quietly = (error: unknown) => console.info('Not all parts could be kept for working offline.', error);
  whenIdle(() => void import('./offlineParts').then(({ keepHere }) => keepHere(newVersion)).catch(quietly));
}
