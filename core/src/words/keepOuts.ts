/** What a piece does to what it should keep clear of. */
import type { KeepOut } from '../room/hung/keepOuts';

/** What a keep-out is, where its name alone does not say what the piece does to it. */
export const MEETS: Record<KeepOut['kind'], (name: string) => string> = {
  door: (n) => `covers ${n}`,
  window: (n) => `covers ${n}`,
  vent: (n) => `covers ${n}`,
  socket: (n) => `covers ${n}`,
  switch: (n) => `covers ${n}`,
  radiator: (n) => `is too near ${n}`,
  'hot-equipment': (n) => `is too near ${n}`,
  swing: (n) => `stands in the swing of ${n}`,
  thing: (n) => `meets ${n}`,
  piece: (n) => `overlaps ${n}`,
};
