/** A measurement explained: what stands out of it, what could have caused each, what could mend it. */
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Heard, HeardImpulse } from '../listen/types';
import { levelsOfImpulse } from '../listen/read';
import type { Points } from '../../signal/calibration';
import type { Solution } from '../waves/waveEngine';
import { believedOf } from './believed';
import { readingsOf } from './measured';
import { movesIn } from './moves/study';
import { causesOf } from './study';
import type { Companions, Explained, Measured } from './types';

export interface ExplainAsk {
  /** With the ears where the microphone stood. */
  setting: Setting;
  /** null: the waves are not solved. */
  solution: Solution | null;
  played: readonly PlacedLoudspeaker[];
  measured: Measured;
  /** How the room was at the measurement before, with the ears where the microphone stood then; null: none, or it is the same. */
  before: { setting: Setting; solution: Solution | null } | null;
}

export const playedOf = ({ loudspeakers }: Setting, letters: readonly string[]): PlacedLoudspeaker[] =>
  loudspeakers.filter((l) => letters.includes(l.letter));

export async function explained(
  { setting, solution, played, measured, before }: ExplainAsk,
  progress: (part: number) => void = () => {},
): Promise<Explained[]> {
  const { twin, before: earlier } = measured.beside ?? { twin: null, before: null };
  const believed = await believedOf(
    { setting, solution, played },
    {
      twin: twin && { setting, solution, played: playedOf(setting, twin.letters) },
      before: earlier && before && { ...before, played: playedOf(before.setting, earlier.letters) },
    },
    (p) => progress(0.6 * p),
  );
  const list = causesOf(measured, believed);
  const moves = movesIn(setting, solution, played);
  const out: Explained[] = [];
  for (const [i, { finding, explanations }] of list.entries()) {
    out.push({ finding, explanations, moves: await moves(finding, explanations) });
    progress(0.6 + (0.4 * (i + 1)) / list.length);
  }
  return out;
}

/** A recording that was read, to be explained. */
export const measuredImpulse = (
  heard: HeardImpulse,
  read: Heard,
  own: Points | null,
  beside: Companions | null = null,
): Measured => ({ ...levelsOfImpulse(heard, own), ...readingsOf(read), beside });
