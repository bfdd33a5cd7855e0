/** A measurement explained: what stands out of it, what could have caused each, what could mend it. */
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Heard, HeardImpulse } from '../listen/types';
import { levelsOfImpulse } from '../listen/read';
import type { Points } from '../../signal/calibration';
import type { Solution } from '../waves/waveEngine';
import { believedOf } from './believed';
import { readingsOf } from './measured';
import { movesFor } from './moves';
import { causesOf } from './study';
import type { Explained, Measured } from './types';

export interface ExplainAsk {
  /** With the ears where the microphone stood. */
  setting: Setting;
  /** null: the waves are not solved. */
  solution: Solution | null;
  played: readonly PlacedLoudspeaker[];
  measured: Measured;
}

export async function explained(
  { setting, solution, played, measured }: ExplainAsk,
  progress: (part: number) => void = () => {},
): Promise<Explained[]> {
  const believed = await believedOf(setting, solution, played, (p) => progress(0.6 * p));
  const list = causesOf(measured, believed);
  const out: Explained[] = [];
  for (const [i, { finding, explanations }] of list.entries()) {
    out.push({ finding, explanations, moves: await movesFor(finding, explanations, setting, solution, played) });
    progress(0.6 + (0.4 * (i + 1)) / list.length);
  }
  return out;
}

/** A recording that was read, explained. */
export const measuredImpulse = (heard: HeardImpulse, read: Heard, own: Points | null): Measured => ({
  ...levelsOfImpulse(heard, own),
  ...readingsOf(read),
});
