/**
 * Rooms whose materials are other than stated: measured with the simulated microphone, and learned from. What was altered is known. Tests and measurements only.
 */
import { createProject } from '../../document/create';
import { materialOf } from '../../document/materials';
import { applyCommand } from '../../document/commands/commands';
import type { OwnMaterial, Project } from '../../document/schema/project';
import { roomKey, soundingOf } from '../../document/soundingRoom';
import { loadLinalg } from '../../numerics/linalg/load';
import { OCTAVES } from '../../quantities/bands';
import { settingOf } from '../../room/setting';
import { measuredImpulse } from '../../studies/causes/explained';
import { fitted } from '../../studies/fit/study';
import type { FitMeasurement, FitResult } from '../../studies/fit/types';
import { hear } from '../../studies/listen/hear';
import { readHeard } from '../../studies/listen/read';
import { heardAt, type Place } from '../../studies/listen/room';
import { simulated } from '../../studies/listen/simulate';
import { createWaveEngine } from '../../studies/waves/waveEngine';
import type { Quality } from '../../studies/waves/waveRoom';
import { QUIET } from '../../synthesis/microphone';
import { measurementOf } from './measured';
import { type Random, seeded } from '../random';

const MADE = [
  ['plaster-on-brick', 'plasterboard-studs', 'boarding-cavity'],
  ['boards-on-joists', 'parquet', 'carpet-thin'],
  ['plasterboard-joists', 'plaster-on-brick'],
] as const;

/** A box of three materials, and what each absorbs in truth over what is stated, by octave. */
export function alteredRoom(random: Random, by: number): { project: Project; truth: Map<string, number[]> } {
  const size = { length: random.between(3.8, 5.4), width: random.between(2.8, 3.9), height: random.between(2.3, 2.8) };
  const project = createProject('p', 'Stated', size);
  const [walls, floor, ceiling] = MADE.map((list) => random.pick(list));
  for (const [id, surface] of Object.entries(project.room.surfaces))
    surface.material = id === 'floor' ? floor! : id === 'ceiling' ? ceiling! : walls!;
  const ids = [...new Set([walls!, floor!, ceiling!])];
  const truth = new Map(ids.map((id) => [id, OCTAVES.map(() => 1 + random.between(-by, by))]));
  return { project, truth };
}

/** The room as it is: of other materials under the same names. */
export const asItIs = (project: Project, truth: ReadonlyMap<string, readonly number[]>): Project => ({
  ...project,
  materials: [...truth].map(([id, factors]): OwnMaterial => {
    const stated = materialOf(project, id);
    return { ...stated, alpha: stated.alpha.map((a, b) => Math.min(0.95, a * factors[b]!)) };
  }),
});

export interface Take {
  letter: string;
  /** Survey coordinates; null: at the seat. */
  place: Place | null;
  /** The microphone stood so far from there, listener's frame, m. */
  off?: readonly [number, number, number];
}

/** Measurements of a room as it is, told as of the room stated. */
export async function takesOf(
  stated: Project,
  real: Project,
  takes: readonly Take[],
  seed: number,
  quality: Quality = 'full',
): Promise<{ project: Project; measurements: FitMeasurement[] }> {
  let project = stated;
  const measurements: FitMeasurement[] = [];
  const room = soundingOf(stated);
  const setting = settingOf(real);
  const solution = await createWaveEngine(loadLinalg).solve(setting, quality, () => {});
  if ('refused' in solution) throw new Error(solution.refused.reason);
  for (const [i, { letter, place, off = [0, 0, 0] }] of takes.entries()) {
    const [x, y] = place ? setting.frame.toListener([place.x, place.y]) : setting.head;
    const z = place ? place.z : setting.head[2];
    const there = heardAt(setting, [x + off[0], y + off[1], z + off[2]]);
    const loudspeakers = there.loudspeakers.filter((l) => l.letter === letter);
    const sweep = { from: 20, to: 20000, seconds: 3 };
    const around = { ...QUIET, seed: 100 * seed + i, noiseDb: -88 };
    const take = await simulated(there, solution, { loudspeakers, sweep, around });
    const heard = hear({ ...take, fullScale: 1 }, take.sweep);
    const told = { title: `Take ${i + 1}`, at: `2026-11-2${Math.floor(i / 4)}T10:0${i % 4}:00Z` };
    const measurement = measurementOf(stated, `take-${i + 1}`, {
      ...told,
      loudspeakers: [letter],
      place: { name: `Place ${i + 1}`, at: place },
      room: roomKey(room),
    });
    project = applyCommand(project, { type: 'put-measurement', measurement, room }).project;
    const { levels, rings, rattles, arrivals, octaves } = measuredImpulse(heard, readHeard(heard), null);
    measurements.push({
      id: measurement.id,
      ...told,
      room: measurement.room,
      place,
      letters: [letter],
      ...{ levels, rings, rattles, arrivals, octaves },
    });
  }
  return { project, measurements };
}

export interface Taught {
  truth: Map<string, number[]>;
  fit: FitResult;
}

/** A room altered by up to `by`, measured left and right at the seat and once behind it, and learned from. */
export async function taughtRoom(seed: number, by = 0.4, quality: Quality = 'full'): Promise<Taught> {
  const random = seeded(seed);
  const { project: stated, truth } = alteredRoom(random, by);
  const { x, y, earHeight } = stated.listening.head;
  const back = { x, y: y + 0.4, z: earHeight + 0.1 };
  const takes: Take[] = [
    { letter: 'L', place: null },
    { letter: 'R', place: null },
    { letter: 'L', place: back },
  ];
  const { project, measurements } = await takesOf(stated, asItIs(stated, truth), takes, seed, quality);
  const fit = await fitted({ project, measurements, quality }, createWaveEngine(loadLinalg), loadLinalg);
  return { truth, fit };
}
