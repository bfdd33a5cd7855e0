/** The sound of the room of a document at a place, as the simulated microphone hears it: waves, marks and decay as the other studies have them. */
import { distance, type Vec3 } from '../../geometry/vector';
import type { Project } from '../../document/schema/project';
import { directivityOctaves } from '../../physics/loudspeakers/directivity';
import { apexOf } from '../../document/place/placing';
import { OCTAVE_MIDBANDS, OCTAVES } from '../../quantities/bands';
import { axisOf } from '../../room/reflectionLevels';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../room/setting';
import { type Arrival, roomImpulse, type RoomSound } from '../../synthesis/roomImpulse';
import type { Samples } from '../../signal/fourier';
import { feedOf } from '../bass/feed';
import { predictedDecay } from '../decay/predicted';
import { studyMarks } from '../marks/study';
import type { Solution } from '../waves/waveEngine';

/** Between waves and arrivals, Hz; where waves are not solved so far, below their end. */
const SEAM = [202, 228] as const;
const SEAM_BELOW_TOP = 0.82;
/** Steps of the waves' axis, Hz: a ring of T seconds wants two in 1/T. */
const LOW_STEP_HZ = [0.2, 0.5] as const;
const LOWEST_HZ = 15;
const LONGEST = 3;

/** In survey coordinates, height over the floor, m. */
export interface Place {
  x: number;
  y: number;
  z: number;
}

/** A setting with the ears somewhere else; null: at the seat. */
export const heardAt = (setting: Setting, place: Vec3 | null): Setting =>
  place === null ? setting : { ...setting, head: place };

/** The direct sound and every first reflection at the ears, amplitudes re the free field at 1 m straight ahead of the loudspeaker. */
export function arrivalsAt(setting: Setting, l: PlacedLoudspeaker): Arrival[] {
  const { project, head, c } = setting;
  const straight = Math.max(0.05, distance(l.at, head));
  const axis = axisOf(l, apexOf(project, [head[0], head[1]]));
  const cos = axis.reduce((s, a, i) => s + (a * (head[i]! - l.at[i]!)) / straight, 0);
  const sent =
    project.marking.directivity === 'alike'
      ? OCTAVES.map(() => 1)
      : directivityOctaves({ width: l.box.width, mount: l.mount }, Math.acos(Math.max(-1, Math.min(1, cos))), c);
  const direct = sent.map((e) => Math.sqrt(e) / straight);
  const marks = studyMarks(project, setting).result.marks.filter(
    (m) => m.loudspeaker === l.id && m.seenFrom === 'ears',
  );
  return [
    { delay: straight / c, octaves: direct },
    ...marks.map((m) => ({
      name: m.faceName,
      delay: straight / c + m.delay,
      octaves: m.octavesDb.map((db, o) => (db === null ? 0 : direct[o]! * 10 ** (db / 20))),
    })),
  ];
}

export interface HeardRoom {
  samples: Samples;
  lead: number;
  rate: number;
  sound: RoomSound;
}

export interface HearOptions {
  rate?: number;
  seed?: number;
  /** Longest part told of, s; default: as long as the room rings. */
  seconds?: number;
}

/** The impulse response from each of the loudspeakers at the ears of a setting. `solution`: its waves; null where they are not solved. */
export async function hearRoom(
  setting: Setting,
  solution: Solution | null,
  loudspeakers: readonly PlacedLoudspeaker[],
  options: HearOptions = {},
  progress: (part: number) => void = () => {},
): Promise<HeardRoom[]> {
  const { rate = 48000, seed = 1 } = options;
  const { solid, c, head, project } = setting;
  const top = solution?.room.top ?? 0;
  const decay = predictedDecay(project, setting);
  const rings = solution
    ? solution.decays.filter((m) => m.frequency > LOWEST_HZ && m.frequency < top).map((m) => m.time ?? 0)
    : [];
  const longest = Math.max(0.3, ...decay.map((t) => t ?? 0), ...rings);
  const seconds = options.seconds ?? Math.min(LONGEST, 1.15 * longest + 0.25);
  const [from, to] = top >= SEAM[1] ? SEAM : [SEAM_BELOW_TOP * top, 0.94 * top];
  const step = Math.min(LOW_STEP_HZ[1], Math.max(LOW_STEP_HZ[0], 0.5 / longest));
  const count = Math.floor((top - LOWEST_HZ) / step) + 1;
  const frequencies = Float64Array.from({ length: Math.max(0, count) }, (_, i) => LOWEST_HZ + i * step);
  const lows = solution
    ? await solution.along(
        loudspeakers.map((l) => l.at),
        head,
        frequencies,
        (p) => progress(0.6 * p),
      )
    : null;
  return loudspeakers.map((l, i) => {
    const sound: RoomSound = {
      ...{ rate, seconds, c, decay, seed },
      volume: solid.volume,
      freeTime: (4 * solid.volume) / (c * solid.surfaceArea),
      // A subwoofer throws no marks; what it is fed with leaves nothing above.
      arrivals: arrivalsAt(setting, l),
      low: lows && { frequencies, re: lows[i]!.re, im: lows[i]!.im },
      seam: lows ? [from, to] : [OCTAVE_MIDBANDS[0]! / 2, OCTAVE_MIDBANDS[0]!],
    };
    const heard = roomImpulse(sound, (f) => feedOf(l, f));
    progress(0.6 + (0.4 * (i + 1)) / loudspeakers.length);
    return { ...heard, rate, sound };
  });
}

/** The setting of a project with the ears at a place; null: at the seat. */
export function hearingSetting(project: Project, place: Place | null): Setting {
  const setting = settingOf(project);
  if (!place) return setting;
  const [x, y] = setting.frame.toListener([place.x, place.y]);
  return heardAt(setting, [x, y, place.z]);
}
