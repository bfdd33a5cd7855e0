/** Measurements one after the other: the same thing over dates, and the same room from place to place. */
import type { MeasuredRoom, Measurement } from '../../document/schema/project';
import { equal } from '../../document/sharing';
import { type BandDecay, timeOf } from '../../signal/decay';
import { SWING_SCHOOLS } from '../bass/judge';
import type { SwingVerdict } from '../bass/types';
import { apart, placeOf, samePlace, type Spot } from './compare';

/** Octaves a series tells the decay of, together. */
export const SERIES_BANDS = [
  { id: 'low', name: '125–250 Hz', labels: [125, 250] },
  { id: 'mid', name: '500–1000 Hz', labels: [500, 1000] },
  { id: 'high', name: '2–4 kHz', labels: [2000, 4000] },
] as const;
export type SeriesBand = (typeof SERIES_BANDS)[number]['id'];

export interface SeriesPoint {
  measurement: Measurement;
  /** Mean of the octaves that could be read, all of them; null: one could not. s. */
  decay: Record<SeriesBand, number | null>;
  /** Half of highest less lowest between 30 and 150 Hz, dB; null: no response. */
  swingDb: number | null;
}
export interface Series {
  /** What played, where. */
  loudspeakers: string[];
  place: string;
  points: SeriesPoint[];
}

export interface Read {
  measurement: Measurement;
  octaves: readonly BandDecay[] | null;
  swings: readonly SwingVerdict[] | null;
}

function meanTime(octaves: readonly BandDecay[] | null, labels: readonly number[]): number | null {
  const times = labels.map((l) => {
    const band = octaves?.find((b) => b.label === l);
    return band ? timeOf(band) : null;
  });
  return times.every((t) => t !== null) ? times.reduce<number>((s, t) => s + t, 0) / times.length : null;
}

const swingIn = (swings: Read['swings']) => swings?.find((s) => s.school === SWING_SCHOOLS[0]!.id) ?? null;

/** What was measured more than once with the same loudspeakers at the same place, each in the order of time; the longest first. */
export function seriesOf(reads: readonly Read[], rooms: Readonly<Record<string, MeasuredRoom>>): Series[] {
  const series: (Series & { at: Spot })[] = [];
  for (const { measurement: m, octaves, swings } of [...reads].sort((a, b) =>
    a.measurement.at < b.measurement.at ? -1 : 1,
  )) {
    if (!octaves && !swings) continue;
    const at = placeOf(m, rooms[m.room]!);
    const loudspeakers = [...m.loudspeakers].sort();
    let own = series.find((s) => equal(s.loudspeakers, loudspeakers) && samePlace(s.at, at));
    if (!own) series.push((own = { loudspeakers, place: m.place.name, points: [], at }));
    const decay = Object.fromEntries(SERIES_BANDS.map((b) => [b.id, meanTime(octaves, b.labels)]));
    own.points.push({
      measurement: m,
      decay: decay as SeriesPoint['decay'],
      swingDb: swingIn(swings)?.swingDb ?? null,
    });
  }
  return series
    .filter((s) => s.points.length > 1)
    .sort((a, b) => b.points.length - a.points.length)
    .map(({ loudspeakers, place, points }) => ({ loudspeakers, place, points }));
}

export interface WalkStep {
  measurement: Measurement;
  /** Along the way walked, from its first place, m. */
  along: number;
  swingDb: number;
  /** Lowest and highest between 30 and 150 Hz. */
  lowHz: number;
  highHz: number;
}
export interface Walk {
  loudspeakers: string[];
  steps: WalkStep[];
  /** The place with the least swing. */
  best: WalkStep;
}

/** Measurements of one room with the same loudspeakers at three places or more, in order along the line between the two furthest apart. */
export function walksOf(reads: readonly Read[], rooms: Readonly<Record<string, MeasuredRoom>>): Walk[] {
  const groups: { room: string; loudspeakers: string[]; list: { read: Read; at: Spot; swing: SwingVerdict }[] }[] = [];
  for (const read of reads) {
    const { measurement: m, swings } = read;
    const swing = swingIn(swings);
    if (!swing) continue;
    const loudspeakers = [...m.loudspeakers].sort();
    let own = groups.find((g) => g.room === m.room && equal(g.loudspeakers, loudspeakers));
    if (!own) groups.push((own = { room: m.room, loudspeakers, list: [] }));
    own.list.push({ read, swing, at: placeOf(m, rooms[m.room]!) });
  }
  return groups.flatMap(({ loudspeakers, list }) => {
    // Of several at one place the last one taken counts.
    const places = list.filter(
      ({ at, read }) =>
        !list.some((o) => o.read !== read && samePlace(o.at, at) && o.read.measurement.at > read.measurement.at),
    );
    if (places.length < 3) return [];
    let ends: [Spot, Spot] = [places[0]!.at, places[1]!.at];
    for (const p of places) for (const q of places) if (apart(p.at, q.at) > apart(...ends)) ends = [p.at, q.at];
    const [a, b] = ends;
    const length = apart(a, b);
    const steps = places
      .map(({ read, at, swing }) => ({
        measurement: read.measurement,
        along: ((at.x - a.x) * (b.x - a.x) + (at.y - a.y) * (b.y - a.y) + (at.z - a.z) * (b.z - a.z)) / length,
        ...{ swingDb: swing.swingDb, lowHz: swing.lowHz, highHz: swing.highHz },
      }))
      .sort((p, q) => p.along - q.along);
    const best = steps.reduce((least, s) => (s.swingDb < least.swingDb ? s : least));
    return [{ loudspeakers, steps, best }];
  });
}

/** Steps drawn between the first and the last place of a walk. */
const WALK_COLUMNS = 120;
const WALK_HZ = [20, 200] as const;

/** The low response along a walk, straight between its places: dB re the loudest, [row·columns + column]. */
export function walkMap(steps: readonly { along: number; grid: readonly number[]; levelsDb: ArrayLike<number> }[]): {
  frequencies: number[];
  times: number[];
  levelsDb: Float32Array;
  spread: number[];
} {
  const [first, last] = [steps[0]!, steps.at(-1)!];
  const grid = first.grid.filter((f) => f >= WALK_HZ[0] && f <= WALK_HZ[1]);
  const from = first.grid.indexOf(grid[0]!);
  const times = Array.from(
    { length: WALK_COLUMNS },
    (_, i) => first.along + ((last.along - first.along) * i) / (WALK_COLUMNS - 1),
  );
  const levelsDb = new Float32Array(grid.length * times.length);
  times.forEach((at, column) => {
    const next = Math.max(
      1,
      steps.findIndex((s) => s.along >= at - 1e-9),
    );
    const [a, b] = [steps[next - 1]!, steps[next]!];
    const part = b.along > a.along ? (at - a.along) / (b.along - a.along) : 1;
    grid.forEach((_, row) => {
      const [p, q] = [a.levelsDb[from + row]!, b.levelsDb[from + row]!];
      levelsDb[row * times.length + column] = p + (q - p) * part;
    });
  });
  const loudest = levelsDb.reduce((m, v) => Math.max(m, v), -Infinity);
  return { frequencies: grid, times, levelsDb: levelsDb.map((v) => v - loudest), spread: [] };
}
