/** What a fit found, as it is told and as it is kept. */
import { LEARNED_OCTAVES, LOW_OCTAVES } from '../../document/schema/learned';
import type { PenalisedResult } from '../../numerics/penalised';
import { OCTAVES } from '../../quantities/bands';
import type { FitDatum } from './data';
import type { FitRoom } from './rooms';
import type { FitBand, FitDecay, FitMode, FitResult, FitUnknown } from './types';
import type { Unknown, Unknowns } from './unknowns';

/** The data are said to tell of an unknown when they halve what is not known of it. */
export const TOLD = 0.75;
/** Coefficients over this, or so many stated spreads away, are looked at again. */
const [MOST_ALPHA, MOST_SPREADS] = [0.95, 2.5];

export const rms = (list: readonly number[]): number =>
  Math.sqrt(list.reduce((s, v) => s + v * v, 0) / Math.max(1, list.length));

/** Index of an unknown; −1: there is none. Octaves by number. */
function indexOf({ list }: Unknowns, kind: Unknown['kind'], of: string, octave: number): number {
  return list.findIndex((u) => u.kind === kind && u.of === of && u.octave === OCTAVES[octave]);
}

/** A sum of unknowns: what is found of it, its standard error, and its spread as stated. */
function sumOf({ list }: Unknowns, { x, covariance, widened }: PenalisedResult, of: readonly number[]) {
  let [variance, prior] = [0, 0];
  for (const u of of) {
    prior += (list[u]!.spread * widened.get(list[u]!.group)!) ** 2;
    for (const v of of) variance += covariance[u]![v]!;
  }
  return {
    x: of.reduce((s, u) => s + x[u]!, 0),
    error: Math.sqrt(Math.max(0, variance)),
    prior: Math.sqrt(of.reduce((s, u) => s + list[u]!.spread ** 2, 0)),
    told: Math.max(0, 1 - variance / prior),
  };
}

/** An admittance is its coefficient and what it departs from it by. */
const partsOf = (unknowns: Unknowns, i: number): number[] => {
  const { kind, of, octave } = unknowns.list[i]!;
  return kind === 'admittance'
    ? [i, indexOf(unknowns, 'absorption', of, OCTAVES.indexOf(octave as (typeof OCTAVES)[number]))]
    : [i];
};

/** All but what nobody asks for: how loud it was played. */
export const unknownsShown = (unknowns: Unknowns, result: PenalisedResult): FitUnknown[] =>
  unknowns.list.flatMap((u, i): FitUnknown[] => {
    const { kind, of, name, octave, axis, unit, stated } = u;
    if (name === '') return [];
    const { x, error, prior, told } = sumOf(unknowns, result, partsOf(unknowns, i));
    const factor = unit === '×' || unit === 'Hz';
    const at = (v: number) => (factor ? Math.exp(v) : v);
    const high = (kind === 'absorption' || kind === 'admittance') && stated <= 1 && stated * at(x) > MOST_ALPHA;
    return [
      {
        ...{ kind, of, name, octave, axis, unit, stated, told },
        prior: { value: factor ? 1 : 0, spread: prior },
        found: { value: at(x), spread: error, range: [at(x - 2 * error), at(x + 2 * error)] },
        impossible: told >= TOLD && (high || Math.abs(x) > MOST_SPREADS * prior),
      },
    ];
  });

/** Standard deviation of ln T of a band in another state of a room, from the slopes of what it depends on: what its formula misses there nobody knows yet. */
export function decaySpread(
  room: FitRoom,
  band: number,
  x: Float64Array,
  missed: number,
  covariance: (u: number, v: number) => number,
): number {
  const parts = room.bands[band]!;
  const on = parts.on.filter((u) => u !== parts.here);
  const step = 1e-4;
  const here = parts.at(x);
  if (here === null) return 0;
  const slopes = on.map((u) => {
    const there = Float64Array.from(x);
    there[u]! += step;
    return (parts.at(there)! - here) / step;
  });
  let sum = missed ** 2;
  on.forEach((u, i) => on.forEach((v, j) => (sum += slopes[i]! * slopes[j]! * covariance(u, v))));
  return Math.sqrt(Math.max(0, sum));
}

/** Everything that was learned of what absorbs, as the document holds it. */
export function learnedOf(
  unknowns: Unknowns,
  { x, covariance }: PenalisedResult,
  room: string,
  /** By octave: what its formula misses in its present state alone. */
  here: readonly number[],
  from: readonly string[],
  decays: readonly FitDecay[],
  missed: readonly number[],
  bands: readonly FitBand[],
): FitResult['learned'] {
  const ids = [...new Set(unknowns.list.filter((u) => u.kind === 'absorption').map((u) => u.of))].sort();
  const factor = (...of: number[]) =>
    Math.min(50, Math.max(0.02, Math.exp(of.reduce((s, i) => s + (i < 0 ? 0 : x[i]!), 0))));
  const octaves = Array.from({ length: LEARNED_OCTAVES }, (_, b) => b);
  const told = bands.filter((b) => b.told);
  const mean = (key: 'stated' | 'learned') => rms((told.length > 0 ? told : bands).map((b) => b[key]));
  const absorption = (id: string, b: number) => indexOf(unknowns, 'absorption', id, b);
  const formula = (b: number) => indexOf(unknowns, 'formula', '', b);
  const recipes = [...new Set(unknowns.list.filter((u) => u.kind === 'pieces').map((u) => u.of))].sort();
  const piece = (id: string, b: number) => indexOf(unknowns, 'pieces', id, b);
  const sd = (u: number) => (u < 0 ? 0 : Math.sqrt(covariance[u]![u]!));
  const things = (b: number) => indexOf(unknowns, 'things', '', b);
  return {
    ...{ from: [...from], room },
    materials: ids.map((id) => ({
      id,
      factors: octaves.map((b) => factor(absorption(id, b))),
      low: octaves.slice(0, LOW_OCTAVES).map((b) => factor(absorption(id, b), indexOf(unknowns, 'admittance', id, b))),
    })),
    pieces: recipes.map((id) => ({
      id,
      factors: octaves.map((b) => factor(piece(id, b))),
      spreads: octaves.map((b) => sd(piece(id, b))),
    })),
    things: octaves.map((b) => factor(things(b))),
    formula: octaves.map((b) => factor(formula(b), here[b]!)),
    missed: octaves.map((b) => Math.hypot(sd(formula(b)), missed[b]!)),
    covariance: octaves.map((b) => {
      const rows = [...ids.map((id) => absorption(id, b)), things(b)];
      return rows.flatMap((u, i) => rows.slice(0, i + 1).map((v) => (u < 0 || v < 0 ? 0 : covariance[u]![v]!)));
    }),
    record: {
      of: decays.length,
      within: decays.filter(({ measured, promised: [low, high] }) => measured >= low && measured <= high).length,
      off: rms(decays.map((d) => Math.log(d.measured / d.stated))),
    },
    spread: { stated: mean('stated'), learned: mean('learned') },
  };
}

/** Modes that were found, both figures of each; those that strayed too far are none. */
export function modesShown(
  all: readonly FitDatum[],
  kept: readonly FitDatum[],
  x: Float64Array,
  none: Float64Array,
): FitMode[] {
  const there = new Set(kept);
  const time = (v: number) => (3 * Math.LN10) / Math.exp(v);
  return all.flatMap((d, i): FitMode[] => {
    const decay = all[i + 1];
    if (d.group !== 'mode frequency' || !decay || !there.has(d) || !there.has(decay)) return [];
    return [
      {
        measurement: d.from,
        f: { measured: d.found, stated: d.at(none), learned: d.at(x) },
        decay: { measured: time(decay.found), stated: time(decay.at(none)), learned: time(decay.at(x)) },
      },
    ];
  });
}
