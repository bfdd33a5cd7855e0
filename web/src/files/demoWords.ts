/** What the demo rooms are, in words. */
import type { DemoName } from './demos';

export const DEMO_WORDS: Record<DemoName, string> = {
  bakehouse: 'a mixing room with a chimney breast and a beam',
  'ferry-hall': 'a hall for small ensembles, with a stage and an alcove',
  'signal-cabin': 'a timber booth for audiobooks under a pitched roof',
};
