/** What an equaliser may do, and why not more, in words. */
import { fixed } from '../../quantities/format';
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
