/**
 * What a room teaches: unknown things of it within the spread that is stated of them, from everything that was measured in it.
 *
 * Data: decays by octave, modes with their decay, early arrivals, levels in the bass. What they do not tell stays where it was stated, and says so.
 */
import type { Project } from '../../document/schema/project';
import { penalised, type PenalisedResult } from '../../numerics/penalised';
import type { Linalg } from '../../numerics/linalg/types';
import { OCTAVES } from '../../quantities/bands';
import type { WaveEngine } from '../waves/waveEngine';
import type { Quality } from '../waves/waveRoom';
import {
  arrivalData,
  decayData,
  type DecayDatum,
  type FitDatum,
  levelData,
  type Matching,
  modeData,
  settingAt,
} from './data';
import { createFitRooms, type FitRoom } from './rooms';
import { decaySpread, learnedOf, modesShown, rms, unknownsShown } from './shown';
import type { FitBand, FitDecay, FitMeasurement, FitResult } from './types';
import { createUnknowns, type Unknowns } from './unknowns';

/** A band is told of when what was not known of its decay has shrunk to this part. */
const TOLD_BAND = 0.8;
/** A datum further off than so many of its errors is taken for something else, and left out. */
const STRAY = 4;
/** What absorbs may depart from what is stated of it by more than that; how well decays are read is known from their repeats. */
const STRAYS = { widen: ['absorbs'], steady: ['decay'] };

interface Gathered {
  decays: DecayDatum[];
  modes: FitDatum[];
  others: FitDatum[];
  rooms: Map<string, FitRoom>;
  newest: FitMeasurement | null;
}

async function gather(
  list: readonly FitMeasurement[],
  unknowns: Unknowns,
  rooms: ReturnType<typeof createFitRooms>,
  progress: (part: number) => void,
): Promise<Gathered> {
  const matchings: Matching[] = [];
  const all: Gathered = { decays: [], modes: [], others: [], rooms: new Map(), newest: null };
  for (const [i, m] of list.entries()) {
    const share = (part: number) => progress((i + part) / list.length);
    const room = await rooms(m.room, (p) => share(0.8 * p));
    all.rooms.set(m.room, room);
    const setting = settingAt(room, m.place);
    const played = setting.loudspeakers.filter((l) => m.letters.includes(l.letter));
    const decays = decayData(m, room);
    const modes = modeData(unknowns, m, room, played, setting);
    const [one] = played.length === 1 && played[0]!.role !== 'sub' ? played : [];
    if (one) {
      matchings.push(arrivalData(unknowns, m, room, one, setting));
      all.others.push(...(await levelData(unknowns, m, room.solution, one, setting)));
    }
    all.decays.push(...decays);
    all.modes.push(...modes);
    if (decays.length > 0 && (!all.newest || m.at >= all.newest.at)) all.newest = m;
    share(1);
  }
  all.others.push(...matched(matchings, unknowns));
  all.decays = asRepeated(all.decays, list);
  return all;
}

/** Decays of one room and octave that differ from place to place by more than they are read with are that much less sure, all of them. */
function asRepeated(decays: readonly DecayDatum[], list: readonly FitMeasurement[]): DecayDatum[] {
  const rooms = new Map(list.map((m) => [m.id, m.room]));
  const groups = new Map<string, DecayDatum[]>();
  for (const d of decays) {
    const key = `${rooms.get(d.from)} ${d.octave}`;
    groups.set(key, [...(groups.get(key) ?? []), d]);
  }
  let [squares, free] = [0, 0];
  for (const group of groups.values()) {
    const weight = group.reduce((s, d) => s + 1 / d.error ** 2, 0);
    const mean = group.reduce((s, d) => s + d.found / d.error ** 2, 0) / weight;
    squares += group.reduce((s, d) => s + ((d.found - mean) / d.error) ** 2, 0);
    free += group.length - 1;
  }
  const by = Math.max(1, Math.sqrt(squares / Math.max(1, free)));
  return decays.map((d) => ({ ...d, error: d.error * by }));
}

/** Where an end is somewhere else than drawn, arrivals are nearer to other reflections than their own: they are matched again from there. */
const MATCHED = 3;
function matched(matchings: readonly Matching[], unknowns: Unknowns): FitDatum[] {
  const from = (x: ArrayLike<number>) => matchings.flatMap((match) => match(x));
  let data = from(new Float64Array(unknowns.list.length));
  for (let round = 1; round < MATCHED && data.length > 0; round++) data = from(penalised(data, unknowns.list).x);
  return data;
}

/** Solved, what strays far left out, and solved again. */
function solve(data: readonly FitDatum[], unknowns: Unknowns): { result: PenalisedResult; data: FitDatum[] } {
  let kept = [...data];
  let result = penalised(kept, unknowns.list, STRAYS);
  const near = kept.filter(
    (d) =>
      d.group === 'decay' ||
      Math.abs(d.found - d.at(result.x)) < STRAY * d.error * Math.min(2, result.scatter.get(d.group)!),
  );
  if (near.length < kept.length) {
    kept = near;
    result = penalised(kept, unknowns.list, STRAYS);
  }
  return { result, data: kept };
}

export interface FitAsk {
  project: Project;
  measurements: readonly FitMeasurement[];
  /** How finely the waves are solved. */
  quality?: Quality;
}

/** Throws RangeError for a measurement whose room the document does not keep. */
export async function fitted(
  { project, measurements, quality = 'coarse' }: FitAsk,
  engine: WaveEngine,
  load: (bytes: number) => Promise<Linalg>,
  progress: (part: number) => void = () => {},
): Promise<FitResult> {
  for (const m of measurements)
    if (!Object.hasOwn(project.measured.rooms, m.room))
      throw new RangeError(`fitted: measurements.room must be one of the document's, got ${m.room}`);
  const unknowns = createUnknowns();
  const rooms = createFitRooms(project, unknowns, quality, engine, load);
  const list = [...measurements].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1));
  const {
    decays,
    modes,
    others,
    rooms: known,
    newest,
  } = await gather(list, unknowns, rooms, (p) => progress(0.85 * p));
  const all: FitDatum[] = [...decays, ...modes, ...others];
  const spoken = new Set(all.map((d) => d.from));
  const { result, data } = solve(all, unknowns);
  const none = new Float64Array(unknowns.list.length);
  progress(0.9);
  const used = list.filter((m) => spoken.has(m.id));
  // Without each in turn: what all the others say of its decays.
  const absorbing = data.filter((d) => d.group !== 'arrival' && d.group !== 'level');
  const left = new Map<string, Float64Array>();
  for (const [i, m] of used.entries()) {
    const rest = absorbing.filter((d) => d.from !== m.id);
    if (rest.some((d) => d.group === 'decay')) left.set(m.id, penalised(rest, unknowns.list, STRAYS, result).x);
    progress(0.9 + (0.1 * (i + 1)) / used.length);
  }
  const without = (d: DecayDatum) => left.get(d.from);
  const roomOf = (d: DecayDatum) => known.get(list.find((m) => m.id === d.from)!.room)!;
  const predicted = (d: DecayDatum, x: Float64Array) => roomOf(d).bands[d.octave]!.at(x);
  const statedSpread = (of: FitRoom, b: number) =>
    decaySpread(of, b, none, unknowns.list[of.bands[b]!.here]!.spread, (u, v) =>
      u === v ? unknowns.list[u]!.spread ** 2 : 0,
    );
  const promisedOf = (d: DecayDatum): [number, number] => {
    const spread = 2 * Math.hypot(statedSpread(roomOf(d), d.octave), d.error);
    const stated = Math.exp(predicted(d, none) ?? 0);
    return [stated * Math.exp(-spread), stated * Math.exp(spread)];
  };
  const decaysOf = (id: string): FitDecay[] =>
    decays
      .filter((d) => d.from === id)
      .map((d) => {
        const other = without(d);
        const time = (x: Float64Array) => Math.exp(predicted(d, x) ?? 0);
        return {
          octave: OCTAVES[d.octave]!,
          ...{ measured: Math.exp(d.found), stated: time(none), learned: time(result.x), promised: promisedOf(d) },
          leftOut: other ? time(other) : null,
        };
      });
  const errorOf = (of: readonly DecayDatum[]): FitBand['error'] => {
    if (of.length === 0) return null;
    const off = (x: (d: DecayDatum) => Float64Array) => rms(of.map((d) => (predicted(d, x(d)) ?? 0) - d.found));
    const all = of.filter((d) => without(d));
    return {
      stated: off(() => none),
      learned: off(() => result.x),
      leftOut: all.length === of.length ? off((d) => without(d)!) : null,
    };
  };
  const room = newest && known.get(newest.room)!;
  const missed = room ? room.bands.map((band) => unknowns.list[band.here]!.spread) : [];
  const bands = room
    ? OCTAVES.map((octave, b): FitBand => {
        const stated = statedSpread(room, b);
        const learned = decaySpread(room, b, result.x, missed[b]!, (u, v) => result.covariance[u]![v]!);
        const of = decays.filter((d) => d.octave === b);
        return { octave, stated, learned, told: of.length > 0 && learned < TOLD_BAND * stated, error: errorOf(of) };
      })
    : [];
  const ids = used.map((m) => m.id);
  const told = used.map((m) => ({ id: m.id, title: m.title, decays: decaysOf(m.id) }));
  const fit: FitResult = {
    measurements: told,
    unused: list.filter((m) => !spoken.has(m.id)).map((m) => m.id),
    unknowns: unknownsShown(unknowns, result),
    bands,
    modes: modesShown(modes, data, result.x, none),
    widened: result.widened.get('absorbs') ?? 1,
    error: errorOf(decays),
    learned: newest
      ? learnedOf(
          unknowns,
          result,
          newest.room,
          known.get(newest.room)!.bands.map((b) => b.here),
          ids,
          told.flatMap((m) => m.decays),
          missed,
          bands,
        )
      : null,
  };
  progress(1);
  return fit;
}
