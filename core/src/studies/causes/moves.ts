/** What could mend a finding, with what the room as it is drawn says it would change. */
import { insideOutline } from '../../geometry/polygon';
import type { Vec3 } from '../../geometry/vector';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import { levels, together } from '../bass/answer';
import type { Solution } from '../waves/waveEngine';
import type { Explanation, Finding, Move } from './types';

/** The head is moved in such steps, so far, m: what a chair and a desk allow. */
const [STEP, REACH] = [0.1, 0.6];
/** A move is told that takes so much off a peak, or brings so much back into a dip, dB. */
const WORTH = { peak: -3, dip: 4 } as const;
/** What a good absorber leaves of a reflection, dB. */
const COVERED_DB = -10;
/** Of less likely causes nothing is done yet. */
const LIKELY = 0.25;

/** The nearest place before or behind at which a peak is lower or a dip fuller. */
async function headMove(
  kind: 'peak' | 'dip',
  f: number,
  setting: Setting,
  solution: Solution,
  played: readonly PlacedLoudspeaker[],
): Promise<Move[]> {
  const { head } = setting;
  const axis = Float64Array.of(f);
  const levelAt = async (at: Vec3) => {
    const responses = await solution.along(
      played.map((l) => l.at),
      at,
      axis,
    );
    return levels(
      together(
        axis,
        played.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! })),
      ),
    )[0]!;
  };
  const here = await levelAt(head);
  const plan = setting.solid.plan.map((c) => c.at);
  for (let d = STEP; d <= REACH + 1e-9; d += STEP) {
    for (const y of [-d, d]) {
      const to: Vec3 = [head[0], head[1] + y, head[2]];
      if (!insideOutline([to[0], to[1]], plan)) continue;
      const changeDb = (await levelAt(to)) - here;
      if (kind === 'peak' ? changeDb <= WORTH.peak : changeDb >= WORTH.dip)
        return [{ what: 'head', of: null, by: [0, y, 0], changeDb }];
    }
  }
  return [];
}

/** Moves for the likeliest cause; none where nothing cheap is known. `solution` null: the waves are not solved. */
export async function movesFor(
  finding: Finding,
  explanations: readonly Explanation[],
  setting: Setting,
  solution: Solution | null,
  played: readonly PlacedLoudspeaker[],
): Promise<Move[]> {
  const { cause, probability } = explanations[0]!;
  if (probability < LIKELY) return [];
  switch (cause.kind) {
    case 'mode':
    case 'add':
    case 'cancel':
      return solution && played.length > 0 && (finding.kind === 'peak' || finding.kind === 'dip')
        ? headMove(finding.kind, cause.f, setting, solution, played)
        : [];
    case 'boundary':
      return solution && played.length > 0 ? headMove('dip', finding.f!, setting, solution, played) : [];
    case 'reflection':
      return [{ what: 'panel', of: cause.face, by: null, changeDb: COVERED_DB }];
    case 'rattle':
      return [{ what: 'hold', of: null, by: null, changeDb: null }];
    case 'mains':
    case 'machine':
      return [{ what: 'switch-off', of: null, by: null, changeDb: null }];
    default:
      return [];
  }
}
