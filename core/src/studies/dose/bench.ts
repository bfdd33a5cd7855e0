/** The room, the recipes and the columns of a plan in the bands it is judged in, and sums over so many pieces of each column. */
import { RATING_MIDBANDS, RATING_THIRDS } from '../../physics/absorbers/rating';
import type { DoseColumn } from '../../dosage/plan';
import { OCTAVE_MIDBANDS } from '../../quantities/bands';
import { billOf } from '../../recipes/bill';
import { fromOctaves, recipeCurve, recipeSpread } from '../../recipes/curve';
import { eyring, LOGARITHM_CAP, meanAlphaForTime } from '../../physics/reverberation/decay';
import { schoolLimits } from '../../criteria/decayTargets';
import { pieceSpread, takenOctaves } from '../decay/spreads';
import { withAlpha } from '../decay/study';
import type { Recipe } from '../../recipes/types';
import {
  bandAir,
  bandSurfaces,
  coveredAlpha,
  type Curve,
  curveFor,
  type DecayRoom,
  type Judged,
  type MixPiece,
} from '../decay/curves';
import type { Pieces, PlanInputs, PlanResult, Totals } from './types';

export interface Bench {
  inputs: PlanInputs;
  room: DecayRoom;
  limits: Judged;
  recipes: PlanResult['recipes'];
  /** Aligned with inputs.columns. */
  pieces: Omit<MixPiece, 'count'>[];
  columns: DoseColumn[];
  none: number[];
  /** m² of all surfaces; ΣSα of the bare room by band, as it is and with coefficients at their low end. */
  surface: number;
  bareArea: number[];
  poorArea: number[];
}

const ONES = OCTAVE_MIDBANDS.map(() => 1);
/** Octave values in the bands judged. */
const inBands = (inputs: PlanInputs, values: readonly number[]): number[] =>
  inputs.bands === 'octaves' ? [...values] : RATING_MIDBANDS.map((f) => fromOctaves(values, f));

/** Absorption of a recipe in the bands judged. */
const alphaIn = (inputs: PlanInputs, recipe: Recipe): number[] =>
  inputs.bands === 'octaves'
    ? takenOctaves(inputs.decay.taught, recipe, inputs.decay)
    : recipeCurve(recipe, inputs.decay, RATING_MIDBANDS).alpha.map(
        (a, i) => a * fromOctaves(inputs.decay.taught[recipe.id]?.factors ?? ONES, RATING_MIDBANDS[i]!),
      );

function roomInBands(inputs: PlanInputs): { room: DecayRoom; mids: readonly number[] } {
  const laid = withAlpha(inputs.decay.laid, (recipe) => alphaIn(inputs, recipe)).map((p) => ({
    ...p,
    spread: inBands(inputs, p.spread),
  }));
  const whole = { ...inputs.decay, laid };
  if (inputs.bands === 'octaves') return { room: whole, mids: OCTAVE_MIDBANDS };
  const spread = (values: readonly number[]) => inBands(inputs, values);
  return {
    mids: RATING_MIDBANDS,
    room: {
      ...whole,
      bands: RATING_THIRDS,
      mEnergy: inputs.mThirds,
      objects: spread(whole.objects),
      objectSpread: spread(whole.objectSpread),
      longer: spread(whole.longer),
      missed: whole.missed && spread(whole.missed),
      faces: whole.faces.map((f) => ({ ...f, alpha: spread(f.alpha), spread: spread(f.spread) })),
    },
  };
}

export function benchFor(inputs: PlanInputs): Bench & { mids: readonly number[] } {
  const { decay, prices, workshop } = inputs;
  const { room, mids } = roomInBands(inputs);
  // A third belongs to the judged range from the lower third of its octave on.
  const from = inputs.bands === 'octaves' ? decay.lowestOctave : decay.lowestOctave * 0.78;
  const limits = room.bands.map((f) => (f >= from ? schoolLimits(decay.school, decay.volume, f, decay.own) : null));
  const recipes = inputs.recipes.map((r) => ({
    id: r.id,
    name: r.name,
    alpha: alphaIn(inputs, r),
    bill: billOf(r, prices, { c: decay.c, workshop }),
    spread: recipeSpread(r),
  }));
  const spreads = new Map(inputs.recipes.map((r) => [r.id, inBands(inputs, pieceSpread(decay.taught, r))]));
  const byId = new Map(recipes.map((r) => [r.id, r]));
  const faces = new Map(room.faces.map((f) => [f.id, f]));
  const pieces = inputs.columns.map((c) => {
    const r = byId.get(c.recipe)!;
    const hidden = c.parts.reduce((sum, t) => sum + t.area, 0);
    return {
      recipe: c.recipe,
      place: c.place,
      front: c.front,
      parts: c.parts,
      alpha: r.alpha.map((a) => Math.min(LOGARITHM_CAP, (a * c.front) / hidden)),
      spread: spreads.get(c.recipe)!,
    };
  });
  const gainOf = (i: number, b: number, low: boolean): number =>
    pieces[i]!.parts.reduce((sum, t) => {
      const face = faces.get(t.face)!;
      const wall = Math.min(LOGARITHM_CAP, face.alpha[b]! * (low ? 1 - face.spread[b]! : 1));
      const over = pieces[i]!.alpha[b]! * (low ? 1 - pieces[i]!.spread[b]! : 1);
      return sum + t.area * (coveredAlpha(over, wall) - wall);
    }, 0);
  const columns = inputs.columns.map((c, i): DoseColumn => {
    const { bill } = byId.get(c.recipe)!;
    return {
      recipe: c.recipe,
      place: c.place,
      max: c.max,
      shares: c.shares,
      gain: room.bands.map((_, b) => gainOf(i, b, false)),
      poor: room.bands.map((_, b) => gainOf(i, b, true)),
      cost: bill.cost,
      mass: bill.mass,
      overhead: c.overhead,
      front: c.front,
      room: bill.room,
      corner: c.corner,
      covers: c.covers,
    };
  });
  const none = room.bands.map(() => 0);
  const bare = (widen: -1 | 0) =>
    room.bands.map((_, b) => bandSurfaces(room, {}, none, b, widen).reduce((sum, s) => sum + s.area * s.alpha, 0));
  return {
    inputs,
    room,
    mids,
    limits,
    recipes,
    pieces,
    columns,
    none,
    surface: room.faces.reduce((sum, f) => sum + f.area, 0),
    bareArea: bare(0),
    poorArea: bare(-1),
  };
}

/** ΣSα more than bare that a decay time asks for, m². `low`: the room's own coefficients at their low end. */
export function areaFor(bench: Bench, b: number, time: number, low: boolean): number {
  const { room, surface } = bench;
  const bare = (low ? bench.poorArea : bench.bareArea)[b]!;
  const things = room.objects[b]! * (low ? 1 - room.objectSpread[b]! : 1);
  const outside = room.mEnergy[b]! + things / (4 * room.volume);
  return surface * meanAlphaForTime(time, room.volume, surface, bandAir(room, b).c, outside) - bare;
}

/** The decay time of a band when so much is added to ΣSα, s. */
export function timeWith(bench: Bench, b: number, added: number): number | null {
  const { room, surface, bareArea } = bench;
  return eyring({
    ...bandAir(room, b),
    objects: room.objects[b]!,
    surfaces: [{ area: surface, alpha: Math.min(0.999, (bareArea[b]! + added) / surface) }],
  });
}

/** Decay times with so many pieces by column, s: the same as {@link curveOf} without the rest. */
export function timesOf(bench: Bench, counts: readonly number[]): (number | null)[] {
  return bench.room.bands.map((_, b) =>
    timeWith(
      bench,
      b,
      bench.columns.reduce((sum, c, i) => sum + counts[i]! * c.gain[b]!, 0),
    ),
  );
}

export const hangable = (room: DecayRoom): number =>
  room.faces.filter((f) => !f.isFloor).reduce((sum, f) => sum + f.area, 0);
/** Front of everything laid out already, m². */
export const laidFront = (room: DecayRoom): number => room.laid.reduce((sum, p) => sum + p.count * p.front, 0);

export function totalsOf(bench: Bench, counts: readonly number[]): Totals {
  const sum = (value: (c: DoseColumn) => number) => bench.columns.reduce((s, c, i) => s + counts[i]! * value(c), 0);
  return {
    pieces: sum(() => 1),
    cost: sum((c) => c.cost),
    front: sum((c) => c.front),
    mass: sum((c) => c.mass),
    ceilingMass: sum((c) => (c.overhead ? c.mass : 0)),
    room: sum((c) => c.room),
  };
}

export const piecesOf = (bench: Bench, counts: readonly number[]): Pieces[] =>
  bench.inputs.columns.flatMap((c, i) =>
    counts[i]! > 0 ? [{ recipe: c.recipe, place: c.place, count: counts[i]! }] : [],
  );

export function curveOf(bench: Bench, counts: readonly number[]): Curve {
  const mix = bench.pieces.flatMap((p, i) => (counts[i]! > 0 ? [{ ...p, count: counts[i]! }] : []));
  return curveFor(bench.room, {}, bench.none, bench.limits, mix);
}

/** How far the judged bands lie outside their limits, Σ|ln(T/limit)|. */
export function outsideOf(times: readonly (number | null)[], limits: Judged): number {
  return times.reduce<number>((sum, t, b) => {
    const limit = limits[b];
    if (!limit || t === null) return sum;
    if (limit.upper !== null && t > limit.upper) return sum + Math.log(t / limit.upper);
    return t < limit.lower ? sum + Math.log(limit.lower / Math.max(t, 1e-6)) : sum;
  }, 0);
}
