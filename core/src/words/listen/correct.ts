/** What an equaliser may do, and why not more, in words. */
import { fixed } from '../../quantities/format';
import type { Meeting } from '../../studies/correct/meet';
import type { Correction, LeftAlone } from '../../studies/correct/types';
import { hz } from '../bass';

const WHY: Readonly<Record<LeftAlone['why'], string>> = {
  null: 'waves cancel there: whatever is put in cancels too, and the loudspeaker works for nothing',
  dip: 'a dip is not filled: seats beside it would get a peak',
  places: 'not alike in every place: what helps one harms another',
  small: 'smaller than a cut would be heard',
  most: 'more cuts than these make a room no better',
};

export const leftSentence = ({ kind, f, sizeDb, places, why }: LeftAlone, of: number): string =>
  `${kind === 'peak' ? 'Peak' : 'Dip'} at ${hz(f)}, ${fixed(Math.abs(sizeDb), 0)} dB${of > 1 ? `, in ${places} of ${of} places` : ''}: ${WHY[why]}.`;

export function correctionSentence({ bells, swing, places, headroomDb }: Correction): string {
  const where = places.length === 1 ? 'this one place' : `all ${places.length} places`;
  if (bells.length === 0) return `Nothing stands out in ${where} that a cut would mend.`;
  const taken = `${bells.length} ${bells.length === 1 ? 'cut takes' : 'cuts take'} the swing from ± ${fixed(swing.before, 1)} to ± ${fixed(swing.after, 1)} dB in ${where}.`;
  const headroom =
    headroomDb > 0.05 ? ` Turn the input down by ${fixed(headroomDb, 1)} dB, so that nothing clips.` : '';
  const one =
    places.length === 1 ? ' A head moves: choose measurements beside the seat too before setting anything.' : '';
  return `${taken}${headroom}${one}`;
}

/** How a subwoofer met the loudspeakers at a place. */
export const layInSentence = ({ title, ms, inverted, missDb, told }: Meeting['found'][number]): string =>
  told
    ? `${title}: the sum is known to ± ${fixed(missDb, 1)} dB.`
    : `${title}: the three takes do not fit each other (the sum misses by ${fixed(missDb, 1)} dB, ${fixed(Math.abs(ms), 1)} ms${inverted ? ', turned over' : ''}, among others): take them again at one level, with nothing moved.`;

/** What to change at the subwoofer, and what it brings. */
export function meetingSentence({ best, places, found }: Meeting): string {
  if (found.every((p) => !p.told)) return 'Nothing is said of delay or polarity: see below.';
  const [before, after] = (['before', 'after'] as const).map((k) => Math.max(...places.map((p) => p.swing[k])));
  if (!best)
    return `As it is set, no delay, polarity or level makes it worth changing: swing ± ${fixed(before!, 1)} dB.`;
  const { ms, inverted, gainDb } = best;
  const list = [
    ...(inverted ? ['turn its polarity over'] : []),
    ...(ms === 0
      ? []
      : [ms > 0 ? `delay it by ${fixed(ms, 1)} ms more` : `delay the others by ${fixed(-ms, 1)} ms more`]),
    ...(gainDb === 0 ? [] : [`set it ${fixed(Math.abs(gainDb), 0)} dB ${gainDb > 0 ? 'louder' : 'softer'}`]),
  ];
  const told = list.join(', ').replace(/^./, (c) => c.toUpperCase());
  return `${told}: the swing goes from ± ${fixed(before!, 1)} to ± ${fixed(after!, 1)} dB${places.length > 1 ? ` in the worst of ${places.length} places` : ''}.`;
}
