/** The simulated microphone: a sweep played in the room of a setting and recorded, the room's impulse itself, or the room at rest. */
import { convolve, type Samples } from '../../signal/fourier';
import { eased, type Sweep, sweepSamples } from '../../signal/played/sweep';
import { recorded, type Surroundings } from '../../synthesis/microphone';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Solution } from '../waves/waveEngine';
import { hearRoom } from './room';

/** A sweep is played so far under full scale that the loudest mode of a room has room above it; Hz; behind the sweep, and at rest, s. */
const [LEVEL, SILENCE, REST] = [0.06, 1.5, 4];
export const SIMULATED_RATE = 48000;

export interface Simulation {
  /** None: the room at rest. */
  loudspeakers: readonly PlacedLoudspeaker[];
  /** null: the impulse, re the free field at 1 m. */
  sweep: Sweep | null;
  around: Surroundings;
  rate?: number;
  /** Of all impulses the same draw of the diffuse tail; default: that of the surroundings. */
  seed?: number;
}

/** What is recorded, and the sweep as it was played. `solution`: the room's waves; null where they are not solved. */
export async function simulated(
  setting: Setting,
  solution: Solution | null,
  { loudspeakers, sweep, around, rate = SIMULATED_RATE, seed = around.seed }: Simulation,
  progress: (part: number) => void = () => {},
): Promise<{ samples: Samples; rate: number; sweep: Sweep | null }> {
  if (loudspeakers.length === 0)
    return { samples: recorded(new Float64Array(REST * rate), rate, around), rate, sweep: null };
  const heard = await hearRoom(setting, solution, loudspeakers, { rate, seed }, progress);
  const sum = new Float64Array(Math.max(...heard.map((h) => h.samples.length)));
  for (const h of heard) h.samples.forEach((v, i) => (sum[i]! += v));
  if (!sweep) return { samples: recorded(sum, rate, around), rate, sweep: null };
  const played = eased(sweep);
  const take = new Float64Array(Math.round((sweep.seconds + SILENCE) * rate) + sum.length);
  convolve(sweepSamples(played, rate), sum).forEach((v, i) => (take[i] = LEVEL * v));
  return { samples: recorded(take, rate, around), rate, sweep: played };
}
