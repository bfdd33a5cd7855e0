/** What measurements say of the unknowns: each figure with its error, and what it would be if they were known. */
import { type Vec3, distance } from '../../geometry/vector';
import type { Datum } from '../../numerics/penalised';
import { admittanceOf } from '../../physics/absorbers/admittance';
import { OCTAVES } from '../../quantities/bands';
import { LOW_OCTAVES } from '../../document/schema/learned';
import type { PlacedLoudspeaker, Setting } from '../../room/setting';
import { levels as levelsOf, together, waveModes } from '../bass/answer';
import { feedOf } from '../bass/feed';
import { smoothed } from '../bass/judge';
import { heardAt } from '../listen/room';
import { studyMarks } from '../marks/study';
import type { Solution } from '../waves/waveEngine';
import { octaveShare } from '../waves/waveRoom';
import { absorptionOf, type FitRoom, thingsOf } from './rooms';
import type { FitMeasurement } from './types';
import type { Unknowns } from './unknowns';

export interface FitDatum extends Datum {
  /** Id of the measurement. */
  from: string;
}
export interface DecayDatum extends FitDatum {
  octave: number;
}

/** A band's decay over its own width: one position of a 30 dB or 20 dB decay, ISO 3382-2, annex A, for a swept response. */
const [OF_T30, OF_T20] = [0.55, 0.88];
const T30_RANGE = 45;
/** No decay is read better than this. */
const LEAST_DECAY = 0.02;

/** Decays by octave. */
export function decayData(m: FitMeasurement, room: FitRoom): DecayDatum[] {
  return m.octaves.flatMap(({ label, seconds, rangeDb }): DecayDatum[] => {
    const b = (OCTAVES as readonly number[]).indexOf(label);
    const parts = room.bands[b];
    if (seconds === null || !parts || parts.on.length === 0) return [];
    // A thing that rings along is heard in its octave, and is none of what absorbs.
    if (m.rattles.some((r) => Math.abs(Math.log2(r.f / label)) < 0.6)) return [];
    const width = 0.71 * label;
    const read = ((rangeDb ?? 0) >= T30_RANGE ? OF_T30 : OF_T20) / Math.sqrt(width * seconds);
    return [
      {
        ...{ group: 'decay', from: m.id, octave: b, found: Math.log(seconds), error: Math.hypot(LEAST_DECAY, read) },
        on: parts.on,
        at: (x) => parts.at(x) ?? Math.log(60),
      },
    ];
  });
}

/** A mode is heard where this much of its largest pressure is met at both ends. */
const HEARD = 0.1;
/** A ring is the mode nearest to it within this part of its frequency; no other may be heard within so many times that. */
const [SAME, ALONE] = [0.015, 1.8];
/** Where a room as taped has its modes, over frequency, one by one and all together; what its dampers leave unsaid of a mode's decay, and of what hangs. */
const [TAPED, SCALE, DAMPED, HUNG] = [0.004, 0.004, 0.06, 0.12];
/** Coefficients in a formula and under long waves are one thing within this. */
const LINKED = 0.1;

/** Exponent of an admittance over its coefficient: β ~ α^p about a coefficient. */
function exponentOf(alpha: number): number {
  const step = 0.02;
  const a = Math.min(0.9, Math.max(1e-3, alpha));
  return Math.log(admittanceOf(a * (1 + step)) / admittanceOf(a * (1 - step))) / Math.log((1 + step) / (1 - step));
}

/** How far its admittance is from its coefficient. */
const admittanceUnknown = (unknowns: Unknowns, setting: Setting, id: string, octave: number): number => {
  const { name, stated } = unknowns.list[absorptionOf(unknowns, setting, id, octave)]!;
  return unknowns.at('admittance', id, octave, () => ({ name, spread: LINKED, stated }));
};

/** Modes found: where they lie, and how long they ring. */
export function modeData(
  unknowns: Unknowns,
  m: FitMeasurement,
  room: FitRoom,
  played: readonly PlacedLoudspeaker[],
  setting: Setting,
): FitDatum[] {
  const { solution, losses } = room;
  if (!solution || played.length === 0) return [];
  const air = airOf(unknowns, setting);
  // All modes of a room lie off together by its tape and by the mesh its waves are solved on.
  const scale = unknowns.at('air', 'scale', null, () => ({ name: '', unit: '×', spread: SCALE }));
  const modes = waveModes(setting, solution)
    .slice(1)
    .map((w) => ({
      ...{ index: w.index, f: solution.decays[w.index]!.frequency, delta: solution.decays[w.index]!.delta },
      heard: Math.abs(w.head) * Math.max(...played.map((l) => Math.abs(w.sources[l.id] ?? 0))),
    }))
    .filter((w) => w.heard > HEARD ** 2 && w.f < solution.room.top && w.delta > 0);
  const nearest = (f: number) => [...modes].sort((a, b) => Math.abs(a.f - f) - Math.abs(b.f - f));
  const given = new Map<number, number>();
  m.rings.forEach(({ f }) => {
    const [first] = nearest(f);
    if (first) given.set(first.index, (given.get(first.index) ?? 0) + 1);
  });
  return m.rings.flatMap((ring): FitDatum[] => {
    const [mode, next] = nearest(ring.f);
    if (!mode || given.get(mode.index)! > 1) return [];
    const off = Math.abs(mode.f - ring.f);
    if (off > Math.max(SAME * ring.f, 2 * ring.fError)) return [];
    if (next && Math.abs(next.f - ring.f) < ALONE * Math.max(off, SAME * ring.f)) return [];
    const parts = losses.flatMap(({ id, beta, own }) =>
      beta.slice(0, 4).flatMap((b, o) => {
        const share = (setting.c / 2) * b * octaveShare(o, mode.f) * own[mode.index]!;
        if (share <= 1e-6) return [];
        if (id === null) return [{ by: [thingsOf(unknowns, setting, o)], share, power: 1 }];
        const u = absorptionOf(unknowns, setting, id, o);
        const by = o < LOW_OCTAVES ? [u, admittanceUnknown(unknowns, setting, id, o)] : [u];
        return [{ by, share, power: exponentOf(unknowns.list[u]!.stated) }];
      }),
    );
    const own = parts.reduce((s, p) => s + p.share, 0);
    const hung = Math.max(0, 1 - own / mode.delta);
    const delta = 3 * Math.LN10;
    return [
      {
        ...{ from: m.id, group: 'mode frequency', found: ring.f, error: Math.hypot(ring.fError, TAPED * ring.f) },
        on: [air, scale],
        at: (x) => mode.f * (1 + x[scale]! + (x[air]! * 0.5) / (273.15 + setting.project.climate.temperatureC)),
      },
      {
        ...{ from: m.id, group: 'mode decay', found: Math.log(delta / ring.decay) },
        error: Math.hypot(ring.decayError / ring.decay, DAMPED, HUNG * hung),
        on: [...new Set(parts.flatMap((p) => p.by))],
        at: (x) =>
          Math.log(
            Math.max(
              0.05 * mode.delta,
              mode.delta +
                parts.reduce((s, p) => s + p.share * (Math.exp(p.power * p.by.reduce((t, u) => t + x[u]!, 0)) - 1), 0),
            ),
          ),
      },
    ];
  });
}

/** What a tape, a stand and a thermometer are good for: m, m, K. */
const [STANDS, HELD, AIR] = [0.015, 0.025, 2];
const AXES = ['x', 'y', 'z'] as const;

const airOf = (unknowns: Unknowns, setting: Setting): number =>
  unknowns.at('air', '', null, () => ({
    ...{ name: 'Air temperature', unit: 'K' as const, spread: AIR, stated: setting.project.climate.temperatureC },
  }));

/** A predicted reflection stands alone when no other lies within this, s; an arrival is it within so much; read within. */
const [APART, NEAR, READ] = [0.00035, 0.0005, 0.00005];
/** Fainter reflections are not looked for; one this much fainter hides none, dB. */
const [FAINTEST, HIDES] = [-22, 12];

/** Which arrival is which reflection, with ends where they are taken to be. */
export type Matching = (x: ArrayLike<number>) => FitDatum[];

/** Early arrivals: where loudspeaker and microphone stand. */
export function arrivalData(
  unknowns: Unknowns,
  m: FitMeasurement,
  room: FitRoom,
  loudspeaker: PlacedLoudspeaker,
  setting: Setting,
): Matching {
  const { head, c } = setting;
  const air = airOf(unknowns, setting);
  const toward = (from: Vec3, to: Vec3): Vec3 => {
    const d = Math.max(1e-6, distance(from, to));
    return [0, 1, 2].map((i) => (to[i]! - from[i]!) / d) as unknown as Vec3;
  };
  const straight = toward(loudspeaker.at, head);
  const place = m.place
    ? AXES.map((k) => m.place![k].toFixed(2)).join(' ')
    : `seat ${head.map((v) => v.toFixed(2)).join(' ')}`;
  const mic = AXES.map((axis) =>
    unknowns.at('microphone', place, axis, () => ({ name: placeName(m), unit: 'm', spread: HELD, stated: 0 })),
  );
  const stand = AXES.map((axis) =>
    unknowns.at('loudspeaker', loudspeaker.id, axis, () => ({
      ...{ name: `Loudspeaker ${loudspeaker.letter}`, unit: 'm' as const, spread: STANDS, stated: 0 },
    })),
  );
  const on = [...mic, ...stand, air];
  const ways = studyMarks(room.project, setting)
    .result.marks.filter((k) => k.loudspeaker === loudspeaker.id && k.seenFrom === 'ears' && k.path.length === 3)
    .map((k) => {
      const [from, at, to] = k.path as [Vec3, Vec3, Vec3];
      const [atEars, atSource] = [toward(at, to), toward(at, from)];
      return {
        levelDb: k.levelDb ?? -99,
        // The way there is shortest: moving an end changes it along that end's own leg only.
        at: (x: ArrayLike<number>): number => {
          const longer = AXES.reduce(
            (s, _, i) => s + (atEars[i]! - straight[i]!) * x[mic[i]!]! + (atSource[i]! + straight[i]!) * x[stand[i]!]!,
            0,
          );
          const warm = (x[air]! * 0.5) / (273.15 + room.project.climate.temperatureC);
          return (k.delay + longer / c) * (1 - warm);
        },
      };
    });
  const taken = m.arrivals.filter((a) => a.delay > 0.0004);
  return (x) => {
    const there = ways.map((w) => ({ ...w, delay: w.at(x) }));
    const data = there.flatMap((w): (FitDatum & { arrival: number })[] => {
      if (w.levelDb < FAINTEST) return [];
      if (there.some((o) => o.at !== w.at && Math.abs(o.delay - w.delay) < APART && o.levelDb > w.levelDb - HIDES))
        return [];
      const [first, second] = taken
        .map((a, i) => ({ i, off: Math.abs(a.delay - w.delay) }))
        .sort((a, b) => a.off - b.off);
      if (!first || first.off > NEAR || (second && second.off < 2 * first.off + READ)) return [];
      const found = taken[first.i]!.delay;
      return [{ group: 'arrival', from: m.id, arrival: first.i, found, error: READ, on, at: w.at }];
    });
    // One arrival is one reflection's.
    return data.filter((d) => data.filter((o) => o.arrival === d.arrival).length === 1);
  };
}

const placeName = (m: FitMeasurement): string => `Microphone${m.place ? ` at ${m.title}` : ' at the seat'}`;

/** Levels below this are the lower corner's, Hz; points an octave; how far a single one is from what is predicted, dB. */
/** What is predicted is worked out every hertz from here on. */
const AXIS_FROM = 18;
const [LEVELS_FROM, LEVELS_TO, POINTS, LEVEL] = [22, 160, 6, 3.5];
/** What makers say of a lower corner, relative; two of a pair, dB; and what nobody says: how loud it was played. */
const [CORNER, PAIR, LOUD] = [0.12, 1.5, 60];

/** Levels of one loudspeaker in the bass: how loud it is beside the others, and where it ends. */
export async function levelData(
  unknowns: Unknowns,
  m: FitMeasurement,
  solution: Solution | null,
  loudspeaker: PlacedLoudspeaker,
  setting: Setting,
): Promise<FitDatum[]> {
  if (!solution || !m.levels || m.levels.f.length < 10) return [];
  const to = Math.min(LEVELS_TO, 0.85 * solution.room.top);
  const axis = Float64Array.from({ length: Math.floor(to - AXIS_FROM) + 1 }, (_, i) => AXIS_FROM + i);
  const [response] = await solution.along([loudspeaker.at], setting.head, axis);
  const predicted = smoothed(axis, levelsOf(together(axis, [{ loudspeaker, response: response! }])), POINTS);
  const there = m.levels.f.flatMap((f, i) => (Number.isFinite(m.levels!.db[i]) && f <= 1.2 * to ? [i] : []));
  const grid = there.map((i) => m.levels!.f[i]!);
  if (grid.length < 10) return [];
  const measured = smoothed(
    grid,
    there.map((i) => m.levels!.db[i]!),
    POINTS,
  );
  const corner = unknowns.at('corner', loudspeaker.id, null, () => ({
    ...{
      name: `Loudspeaker ${loudspeaker.letter}`,
      unit: 'Hz' as const,
      spread: CORNER,
      stated: loudspeaker.lowCornerHz,
    },
  }));
  const level = unknowns.at('level', loudspeaker.id, null, () => ({
    ...{ name: `Loudspeaker ${loudspeaker.letter}`, unit: 'dB' as const, spread: PAIR, stated: 0 },
  }));
  // Loudspeakers played on one day in one room were played alike.
  const loud = unknowns.at('level', `${m.at.slice(0, 10)} ${m.room}`, null, () => ({
    ...{ name: '', unit: 'dB' as const, spread: LOUD, stated: 0 },
  }));
  const own = (f: number, by: number) => {
    const h = feedOf({ ...loudspeaker, lowCornerHz: loudspeaker.lowCornerHz * by }, f);
    return 10 * Math.log10(Math.max(1e-12, h.re * h.re + h.im * h.im));
  };
  const data: FitDatum[] = [];
  for (let f = LEVELS_FROM; f <= to; f *= 2 ** (1 / POINTS)) {
    if (f < grid[0]! || f > grid.at(-1)!) continue;
    const at = grid.findIndex((g) => g >= f);
    const p = predicted[Math.round(f - AXIS_FROM)]!;
    data.push({
      ...{ group: 'level', from: m.id, found: measured[at]! - p, error: LEVEL },
      on: [corner, level, loud],
      at: (x) => x[level]! + x[loud]! + own(f, Math.exp(x[corner]!)) - own(f, 1),
    });
  }
  return data;
}

/** The setting of a measurement's room with the ears where the microphone stood. */
export const settingAt = ({ setting }: FitRoom, place: FitMeasurement['place']): Setting => {
  if (!place) return setting;
  const [x, y] = setting.frame.toListener([place.x, place.y]);
  return heardAt(setting, [x, y, place.z]);
};
