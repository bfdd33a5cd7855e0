/** What the room as it is drawn says of a measurement: its modes, its response, its reflections, from the loudspeakers that played to where it was taken. */
import { OCTAVES } from '../../quantities/bands';
import { arrivalsAt } from '../listen/room';
import { levels, together, waveModes } from '../bass/answer';
import { facingPairs } from '../decay/balance';
import { lined } from '../decay/predicted';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import type { Solution } from '../waves/waveEngine';
import type { Believed, Predicted } from './types';

/** Waves are predicted from here on, Hz. */
const LOWEST = 15;
const STEP = 1;

const predictedAt = (solution: Solution): Float64Array =>
  Float64Array.from({ length: Math.floor((solution.room.top - LOWEST) / STEP) + 1 }, (_, i) => LOWEST + i * STEP);

/** Another room or other loudspeakers to compare with. */
export interface Heard {
  /** With the ears where the microphone stood. */
  setting: Setting;
  /** Its waves; null where they are not solved. */
  solution: Solution | null;
  played: readonly PlacedLoudspeaker[];
}

/** Direct sound and reflections. */
function arriving({ setting, played }: Heard): Pick<Predicted, 'directDb' | 'reflections'> {
  const all = played.map((l) => arrivalsAt(setting, l));
  const power = OCTAVES.map((_, o) => all.reduce((s, [direct]) => s + direct!.octaves[o]! ** 2, 0));
  return {
    directDb: power.map((v) => 10 * Math.log10(Math.max(1e-12, v))),
    reflections: all.flatMap(([direct, ...marks]) =>
      marks.map((m) => ({
        face: m.name ?? '',
        delay: m.delay - direct!.delay,
        octavesDb: m.octaves.map((a, o) => 20 * Math.log10(Math.max(1e-6, Math.abs(a) / direct!.octaves[o]!))),
      })),
    ),
  };
}

/** Levels of each that plays and of all together, as they are fed. */
async function curvesOf(
  { setting, solution, played }: Heard,
  progress: (part: number) => void,
): Promise<{ curve: Predicted['curve']; alone: Believed['alone'] }> {
  if (!solution || played.length === 0) return { curve: null, alone: [] };
  const axis = predictedAt(solution);
  const responses = await solution.along(
    played.map((l) => l.at),
    setting.head,
    axis,
    progress,
  );
  const parts = played.map((loudspeaker, i) => ({ loudspeaker, response: responses[i]! }));
  return {
    curve: { f: [...axis], db: levels(together(axis, parts)) },
    alone: parts.map((p) => ({ letter: p.loudspeaker.letter, db: levels(together(axis, [p])) })),
  };
}

async function predictedOf(heard: Heard | null, progress: (part: number) => void): Promise<Predicted | null> {
  if (!heard) return null;
  const { curve } = await curvesOf(heard, progress);
  return { curve, ...arriving(heard) };
}

/** `twin`: the same room with the loudspeaker opposite; `before`: how it was. */
export async function believedOf(
  heard: Heard,
  { twin, before }: { twin: Heard | null; before: Heard | null },
  progress: (part: number) => void = () => {},
): Promise<Believed> {
  const { setting, solution, played } = heard;
  const { curve, alone } = await curvesOf(heard, (p) => progress(0.6 * p));
  const modes = solution
    ? waveModes(setting, solution)
        .slice(1)
        .map(({ index, time, head, sources }) => ({
          // Where it lies with everything that absorbs, not in the rigid room.
          ...{ f: solution.decays[index]!.frequency, head, seconds: time },
          source: Math.max(0, ...played.map((l) => Math.abs(sources[l.id] ?? 0))),
        }))
    : [];
  return {
    ...{ modes, curve, alone, ...arriving(heard), c: setting.c },
    facing: facingOf(setting),
    twin: await predictedOf(twin, (p) => progress(0.6 + 0.2 * p)),
    before: await predictedOf(before, (p) => progress(0.8 + 0.2 * p)),
  };
}

const facingOf = (setting: Setting): Believed['facing'] =>
  facingPairs(setting, lined(setting)).map(({ names, apart, alpha }) => ({ faces: names, apart, alpha }));
