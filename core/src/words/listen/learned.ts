/** That predictions are learned, in a line: said where predictions are shown. */
import { fixed } from '../../quantities/format';

const percent = (part: number) => `${fixed(100 * part, 0)} %`;

/** What predictions are made of. */
export const learnedSentence = (
  { from, spread }: { from: readonly string[]; spread: { stated: number; learned: number } },
  date: string,
): string =>
  `Learned on ${date} from ${from.length} ${from.length === 1 ? 'measurement' : 'measurements'}; ± ${percent(spread.learned)} instead of ± ${percent(spread.stated)}.`;

export const learnedShort = ({ spread }: { spread: { learned: number } }, date: string): string =>
  `Learned on ${date}, ± ${percent(spread.learned)}`;
