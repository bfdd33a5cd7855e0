/** Decay per octave of a room with so many panels on each surface, by every formula, with what it is worth. */
import type { PanelSize } from '../../layout/cover';
import {
  type BandRoom,
  type BandSurface,
  eyring,
  LOGARITHM_CAP,
  type PairAxis,
  sabine,
} from '../../physics/reverberation/decay';
import { arauPuchades, kuttruff } from '../../physics/reverberation/formulas';
import type { DecayLimits } from '../../criteria/decayTargets';

export interface DecayFace {
  id: string;
  /** What leave to hang is given by: all pieces of one ceiling together. */
  surface: string;
  name: string;
  area: number;
  axis: PairAxis;
  /** Id of what it is made of. */
  material: string;
  alpha: number[];
  /** Relative uncertainty of alpha per band; of what was learned together, each its part of it. */
  spread: number[];
  /** Whether panels may hang here, how many fit, how many its marks need, how many are decided. */
  usable: boolean;
  capacity: number;
  needed: number;
  chosen: number;
  isFloor: boolean;
  /** A door, window or patch on a surface: nothing is hung on it. */
  isPart: boolean;
}

/** Pieces of a recipe in one place, or one laid out. `parts`: the wall one piece hides, by face, m². */
export interface MixPiece {
  recipe: string;
  place: string;
  count: number;
  /** Front of one piece, m². */
  front: number;
  parts: readonly { face: string; area: number }[];
  /** Per band, over the wall it hides; at most what logarithms take. */
  alpha: readonly number[];
  /** Relative uncertainty of alpha, per band. */
  spread: readonly number[];
}

export interface DecayRoom {
  /** Nominal labels of the bands all lists run over. */
  bands: readonly number[];
  volume: number;
  c: number;
  mEnergy: number[];
  /** By band: how many times longer than by formula this room was found to ring; 1 where nothing was learned. */
  longer: readonly number[];
  /** How sure that is: standard deviation of its logarithm; null where nothing was learned, and no formula is known to be better than others. */
  missed: readonly number[] | null;
  faces: DecayFace[];
  /** Equivalent absorption area of furniture and people per octave, m², and its relative uncertainty. */
  objects: number[];
  objectSpread: number[];
  /** Front of one of the panels counted by number. */
  panel: PanelSize;
  /** What is laid out in definite places: it counts whatever else is decided. */
  laid: readonly MixPiece[];
}

export interface WorstBand {
  octave: number;
  time: number;
  limit: number;
  side: 'over' | 'under';
}

export interface Curve {
  /** Beside what hangs already. */
  counts: Record<string, number>;
  /** With those laid out and those of other recipes. */
  panels: number;
  /** Panel area over walls and ceiling, 0…1. */
  coverage: number;
  /** s per octave; null when nothing absorbs. */
  sabine: (number | null)[];
  eyring: (number | null)[];
  /** Lowest and highest of four formulas, widened by the spread of the materials. */
  low: (number | null)[];
  high: (number | null)[];
  /** Mean of 500 Hz and 1 kHz by Eyring, s; null as they are. */
  mid: number | null;
  /** Whether every judged band lies inside its limits. */
  inside: boolean;
  /** The band furthest outside, by ratio; null when all are inside. */
  worst: WorstBand | null;
}

/** Relative uncertainty of a computed porous panel: model against measurement, and its edges. */
export const PANEL_SPREAD = 0.1;

export type Judged = readonly (DecayLimits | null)[];

/** A coefficient as logarithms take it. */
const clip = (alpha: number): number => Math.min(LOGARITHM_CAP, Math.max(0, alpha));

/**
 * Coefficient of a surface under a panel: the panel's, but never less than the bare surface's, since what a thin panel lets
 * through at low frequencies still meets the wall behind its open back. A lower bound: the two together absorb a little more.
 */
export function coveredAlpha(panel: number, wall: number): number {
  return Math.max(clip(panel), clip(wall));
}

/** `by`: what absorbs there, a material's or a recipe's id; null: the panel counted by number. */
export interface TakenSurface extends BandSurface {
  by: { material: string } | { recipe: string } | null;
}

/** Surfaces of one octave: each face's bare rest, and its panels. `widen` scales α by 1 ± its spread. */
export function bandSurfaces(
  room: DecayRoom,
  counts: Readonly<Record<string, number>>,
  panelAlpha: readonly number[],
  band: number,
  widen: -1 | 0 | 1 = 0,
  mix: readonly MixPiece[] = [],
): TakenSurface[] {
  const panelArea = room.panel.width * room.panel.height;
  const panel = panelAlpha[band]! * (1 + widen * PANEL_SPREAD);
  return room.faces.flatMap((f): TakenSurface[] => {
    const covered = Math.min(f.area, (counts[f.id] ?? 0) * panelArea);
    const wall = f.alpha[band]! * (1 + widen * f.spread[band]!);
    let left = f.area - covered;
    const own = { material: f.material };
    const over = (panel: number, by: TakenSurface['by']) => ({
      alpha: coveredAlpha(panel, wall),
      by: panel < wall ? own : by,
    });
    const others = [...room.laid, ...mix].flatMap((p): TakenSurface[] =>
      p.parts
        .filter((t) => t.face === f.id)
        .map((t) => {
          const area = Math.min(left, p.count * t.area);
          left -= area;
          return { area, axis: f.axis, ...over(p.alpha[band]! * (1 + widen * p.spread[band]!), { recipe: p.recipe }) };
        }),
    );
    return [
      { area: left, alpha: clip(wall), axis: f.axis, by: own },
      { area: covered, axis: f.axis, ...over(panel, null) },
      ...others,
    ];
  });
}

/**
 * Lowest and highest of Sabine, Eyring, Kuttruff and Arau-Puchades. Millington-Sette and Fitzroy are left out of the band:
 * one very absorbing patch sends the first towards zero, one hard pair of walls sends the second to many times the rest.
 */
function spreadAt(rooms: readonly BandRoom[]): [low: number | null, high: number | null] {
  const times = rooms.flatMap((r) => [sabine(r), eyring(r), kuttruff(r), arauPuchades(r)]).filter((t) => t !== null);
  return times.length > 0 ? [Math.min(...times), Math.max(...times)] : [null, null];
}

/** In a room that has taught how it differs from one formula, that one alone counts. */
function taughtSpread(most: BandRoom, least: BandRoom, missed: number): [low: number | null, high: number | null] {
  const [low, high] = [eyring(most), eyring(least)];
  return [low === null ? null : low * Math.exp(-missed), high === null ? null : high * Math.exp(missed)];
}

function worstOf(bands: readonly number[], times: readonly (number | null)[], limits: Judged): WorstBand | null {
  let worst: (WorstBand & { ratio: number }) | null = null;
  times.forEach((time, b) => {
    const limit = limits[b];
    if (!limit || time === null) return;
    const over = limit.upper !== null && time > limit.upper + 1e-9 ? time / limit.upper : 0;
    const under = time < limit.lower - 1e-9 ? limit.lower / Math.max(time, 1e-6) : 0;
    const ratio = Math.max(over, under);
    if (ratio === 0 || (worst && ratio <= worst.ratio)) return;
    const side = over > 0 ? ('over' as const) : ('under' as const);
    worst = { octave: bands[b]!, time, limit: side === 'over' ? limit.upper! : limit.lower, side, ratio };
  });
  if (!worst) return null;
  const { octave, time, limit, side } = worst as WorstBand;
  return { octave, time, limit, side };
}

/** The air of a band. Times go with K = 24 ln 10/c: what this room rings longer than by formula is put there. */
export const bandAir = (room: Pick<DecayRoom, 'volume' | 'c' | 'mEnergy' | 'longer'>, band: number) => ({
  volume: room.volume,
  c: room.c / room.longer[band]!,
  mEnergy: room.mEnergy[band]!,
});

/** The whole curve for panel counts by surface. */
export function curveFor(
  room: DecayRoom,
  counts: Readonly<Record<string, number>>,
  panelAlpha: readonly number[],
  limits: Judged,
  mix: readonly MixPiece[] = [],
): Curve {
  const at = (band: number, widen: -1 | 0 | 1): BandRoom => ({
    ...bandAir(room, band),
    objects: room.objects[band]! * (1 + widen * room.objectSpread[band]!),
    surfaces: bandSurfaces(room, counts, panelAlpha, band, widen, mix),
  });
  const bands = room.bands.map((_, b) => {
    const middle = at(b, 0);
    const [low, high] = room.missed
      ? taughtSpread(at(b, 1), at(b, -1), room.missed[b]!)
      : spreadAt([middle, at(b, 1), at(b, -1)]);
    return { sabine: sabine(middle), eyring: eyring(middle), low, high };
  });
  const eyringTimes = bands.map((b) => b.eyring);
  const further = Object.values(counts).reduce((sum, n) => sum + n, 0);
  const others = [...room.laid, ...mix];
  const panels = further + others.reduce((sum, p) => sum + p.count, 0);
  const hangable = room.faces.filter((f) => !f.isFloor).reduce((sum, f) => sum + f.area, 0);
  const [a, b] = [eyringTimes[room.bands.indexOf(500)]!, eyringTimes[room.bands.indexOf(1000)]!];
  const worst = worstOf(room.bands, eyringTimes, limits);
  return {
    counts: { ...counts },
    panels,
    coverage:
      (further * room.panel.width * room.panel.height + others.reduce((sum, p) => sum + p.count * p.front, 0)) /
      hangable,
    sabine: bands.map((x) => x.sabine),
    eyring: eyringTimes,
    low: bands.map((x) => x.low),
    high: bands.map((x) => x.high),
    mid: a === null || b === null ? null : (a + b) / 2,
    inside: worst === null && eyringTimes.every((t, i) => !limits[i] || t !== null),
    worst,
  };
}
