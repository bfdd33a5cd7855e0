/** How a tape is held, in words. */
import type { Tape } from '../room/tapes';

/** "front" is said as "front wall", "right, set back" as "right wall, set back"; partitions, beams and things by their own names. */
export const surfaceWords = (name: string): string =>
  name.replace(/^(front|rear|left|right)(, set back|, forward)?( \d+)?$/, '$1 wall$2$3');

export const tapeWords = (t: Pick<Tape, 'from' | 'wall'>): string =>
  t.from === 'floor' ? 'up from floor' : `from ${surfaceWords(t.wall)}`;
