/** Hearing a room, in words. */
import { fixed } from '../quantities/format';
import type { DrySound } from '../synthesis/drySounds';

export const DRY_WORDS: Record<DrySound, string> = {
  speech: 'Something like speech',
  click: 'Clicks',
  'kick-bass': 'Kick and bass line',
  plucks: 'Plucks, panned hard',
};

export const HEAR_LIMITS =
  'Heard with headphones this is what two points where the ears are would meet: waves of the room in the bass, first reflections and a diffuse tail above. The head’s own shadow, second reflections one by one, and your headphones’ colour are not in it. A measurement has one microphone: both ears hear the same. Differences between versions can be trusted further than the sound of one of them.';

/** Part of guessers who know nothing and do as well, 0 … 1: so many of so many right at even odds. */
export function byChance(right: number, of: number): number {
  let [sum, way] = [0, 1];
  for (let k = 0; k <= of; k++) {
    if (k >= right) sum += way;
    way = (way * (of - k)) / (k + 1);
  }
  return sum / 2 ** of;
}

export const tallySentence = (right: number, of: number): string =>
  of === 0
    ? 'No guess yet.'
    : `${right} of ${of} right: guessing alone does as well in ${fixed(100 * byChance(right, of), 0)} of 100 tries.`;
