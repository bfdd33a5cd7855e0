/** How a tape is held, in words. */
import type { Tape } from '../studies/tapes';

/** "front" is said as "front wall"; partitions, beams and things by their own names. */
export const surfaceWords = (name: string): string =>
  /^(front|rear|left|right)( \d+)?$/.test(name) ? `${name} wall` : name;

export const tapeWords = (t: Pick<Tape, 'from' | 'wall'>): string =>
  t.from === 'floor' ? 'up from floor' : `from ${surfaceWords(t.wall)}`;
