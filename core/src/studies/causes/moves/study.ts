/** What could mend a finding, with what the room as it is drawn says it would change. */
import type { PlacedLoudspeaker, Setting } from '../../../room/setting';
import type { Solution } from '../../waves/waveEngine';
import type { Explanation, Finding, Move } from '../types';
import { lowMoves } from './low';
import { pieceMoves } from './pieces';

/** What a good absorber leaves of a reflection, dB. */
const COVERED_DB = -10;
/** Of less likely causes nothing is done yet. */
const LIKELY = 0.25;

const plain = (what: Move['what'], of: string | null = null, changeDb: number | null = null): Move => ({
  ...{ what, of, changeDb },
  by: null,
});

/** Moves for the likeliest cause; none where nothing cheap is known. `solution` null: the waves are not solved. */
export function movesIn(setting: Setting, solution: Solution | null, played: readonly PlacedLoudspeaker[]) {
  const low = solution && played.length > 0 ? lowMoves({ setting, solution, played }) : null;
  return async (finding: Finding, explanations: readonly Explanation[]): Promise<Move[]> => {
    const { cause, probability } = explanations[0]!;
    if (probability < LIKELY) return [];
    const shape = finding.kind === 'peak' || finding.kind === 'dip' ? finding.kind : null;
    switch (cause.kind) {
      case 'mode':
        return [
          ...(low && shape ? await low(shape, cause.f) : []),
          ...(solution ? pieceMoves(setting, solution, cause.f) : []),
        ];
      case 'add':
      case 'cancel':
      case 'against':
        return low && shape ? low(shape, cause.f) : [];
      case 'boundary':
        return low ? low('dip', finding.f!) : [];
      case 'reflection':
        return [plain('panel', cause.face, COVERED_DB)];
      case 'between':
        return [plain('one-of-two', cause.faces.join(' and '))];
      case 'fed':
        return [plain('level', null, -finding.sizeDb)];
      case 'asymmetry':
        return [plain('tape')];
      case 'stood':
        return [plain('put-back')];
      case 'rattle':
        return [plain('hold')];
      case 'mains':
      case 'machine':
        return [plain('switch-off')];
      case 'passing':
        return [plain('wait')];
      default:
        return [];
    }
  };
}
