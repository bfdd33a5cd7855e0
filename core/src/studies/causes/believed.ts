/** What the room as it is drawn says of a measurement: its modes, its response, its reflections, from the loudspeakers that played to where it was taken. */
import { arrivalsAt } from '../listen/room';
import { levels, together, waveModes } from '../bass/answer';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Solution } from '../waves/waveEngine';
import type { Believed } from './types';

/** Waves are predicted from here on, Hz. */
const LOWEST = 15;
const STEP = 1;

/** `setting`: with the ears where the microphone stood. `solution`: its waves; null where they are not solved. */
export async function believedOf(
  setting: Setting,
  solution: Solution | null,
  played: readonly PlacedLoudspeaker[],
  progress: (part: number) => void = () => {},
): Promise<Believed> {
  const { c } = setting;
  const reflections = played.flatMap((l) => {
    const [direct, ...marks] = arrivalsAt(setting, l);
    return marks.map((m) => ({
      face: m.name ?? '',
      delay: m.delay - direct!.delay,
      octavesDb: m.octaves.map((a, o) => 20 * Math.log10(Math.max(1e-6, Math.abs(a) / direct!.octaves[o]!))),
    }));
  });
  if (!solution) return { modes: [], curve: null, reflections, c };
  const modes = waveModes(setting, solution)
    .slice(1)
    .map(({ index, time, head, sources }) => ({
      // Where it lies with everything that absorbs, not in the rigid room.
      ...{ f: solution.decays[index]!.frequency, head, seconds: time },
      source: Math.max(0, ...played.map((l) => Math.abs(sources[l.id] ?? 0))),
    }));
  const axis = Float64Array.from(
    { length: Math.floor((solution.room.top - LOWEST) / STEP) + 1 },
    (_, i) => LOWEST + i * STEP,
  );
  const responses = await solution.along(
    played.map((l) => l.at),
    setting.head,
    axis,
    progress,
  );
  const db = levels(
    together(
      axis,
      played.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! })),
    ),
  );
  return { modes, curve: played.length > 0 ? { f: [...axis], db } : null, reflections, c };
}
