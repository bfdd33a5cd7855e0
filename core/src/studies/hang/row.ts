/** One row on a wall: at which height, what of the wall is free there, and how the exact line problem's answer stands on the wall. */
import { boundsOf, freeStretches } from '../../geometry/clip';
import { faceOutline } from '../../geometry/unfold';
import { alongLine, type LineAnswer, type LineKind, type LineStretch, type Span, turned } from '../../layout/line';
import { standoffOf } from '../../recipes/curve';
import type { Spread } from '../../document/schema/project';
import { canCover, kindOf } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { type KeepOut, keepOutsOn } from '../../room/hung/keepOuts';
import type { Setting, SettingFace } from '../../room/setting';
import { lowOn } from './level';
import type { LaidPiece, Line, Wanted, ZoneOn } from './types';

export interface Row {
  face: SettingFace;
  wanted: Wanted[];
  /** Lower edge by wanted, m, and the band all of them lie in. */
  lows: number[];
  low: number;
  high: number;
  /** How far off the level line the face forced it, up positive, m. */
  off: number;
  keepOuts: KeepOut[];
  free: Span[];
  zones: ZoneOn[];
  /** Whether its pieces stand edge to edge. */
  tight: boolean;
  /** By wanted, which end of the room they are drawn to (1 front, −1 rear); which way that line runs from its start: 1 to the rear, −1 to the front, 0 across. */
  drawn: (1 | 0 | -1)[];
  runs: 1 | 0 | -1;
}

/** Which end of a side wall a school draws a recipe to: 1 to the front, −1 to the rear. */
export function drawnBy(spread: Spread, recipe: Recipe): 1 | 0 | -1 {
  if (spread !== 'soft-in-front') return 0;
  return kindOf(recipe) === 'scatter' ? -1 : 1;
}

/** What a row has from its wall and the school. */
function mannerOf({ project }: Setting, face: SettingFace, wanted: readonly Wanted[]) {
  const { tight, spread } = project.treatment.hanging;
  const [right, left] = face.foot!;
  const along = (right[1] - left[1]) / face.length;
  return {
    tight: tight.includes(face.surface),
    drawn: wanted.map((w) => drawnBy(spread, w.recipe)),
    runs: Math.abs(along) < 0.5 ? (0 as const) : along > 0 ? (1 as const) : (-1 as const),
  };
}

/**
 * The row of what is wanted on a wall; those too high for it are left out.
 * @param without ids of pieces and furniture that are thought away
 */
export function rowOn(
  setting: Setting,
  face: SettingFace,
  all: readonly Wanted[],
  line: Line,
  zones: readonly ZoneOn[],
  without: ReadonlySet<string> = new Set(),
): Row {
  const outline = faceOutline(face);
  const bounds = boundsOf(outline);
  const wanted = all.filter((w) => w.size.height <= bounds.high - bounds.low + 1e-9);
  const bare = wanted.map((w) => lowOn(line, w.size.height));
  // The whole row moves together, so that what lines up still does.
  const under = bounds.low - Math.min(...bare);
  const over = Math.max(...wanted.map((w, i) => bare[i]! + w.size.height)) - bounds.high;
  const off = wanted.length === 0 ? 0 : under > 0 ? under : over > 0 ? -over : 0;
  const lows = bare.map((v, i) => Math.min(Math.max(v + off, bounds.low), bounds.high - wanted[i]!.size.height));
  const low = Math.min(...lows);
  const high = Math.max(...wanted.map((w, i) => lows[i]! + w.size.height));
  const depth = Math.max(0, ...wanted.map((w) => standoffOf(w.recipe)));
  const keepOuts = keepOutsOn(setting, face, depth, without);
  const free = wanted.length === 0 ? [] : freeOf(face, keepOuts, low, high);
  const manner = mannerOf(setting, face, wanted);
  return {
    ...{ face, wanted, lows, low, high, keepOuts, free, ...manner },
    off: Math.abs(off) < 1e-6 ? 0 : off,
    zones: [...zones],
  };
}

const freeOf = (face: SettingFace, keepOuts: readonly KeepOut[], low: number, high: number): Span[] =>
  freeStretches(faceOutline(face), keepOuts, low, high)
    .filter(([a, b]) => b - a > 1e-6)
    .map(([from, to]) => ({ from, to }));

/** The row along a wall's edge with the ceiling: what lies across it ends at the top. */
export function edgeRowOn(setting: Setting, face: SettingFace, wanted: readonly Wanted[]): Row {
  const { high } = boundsOf(faceOutline(face));
  const leg = Math.max(...wanted.map((w) => w.size.height));
  const keepOuts = keepOutsOn(setting, face, leg);
  const lows = wanted.map((w) => high - w.size.height);
  const free = freeOf(face, keepOuts, high - leg, high);
  const manner = mannerOf(setting, face, wanted);
  return { face, wanted: [...wanted], lows, low: high - leg, high, off: 0, keepOuts, free, zones: [], ...manner };
}

/** @param runs which way the line runs: as the wall does from its left end, unless it is told otherwise */
export const kindsOf = (row: Row, counts: readonly number[], runs: 1 | 0 | -1 = row.runs): LineKind[] =>
  row.wanted.map((w, i) => ({
    width: w.size.width,
    count: counts[i]!,
    covers: canCover(w.recipe),
    drawn: (runs * row.drawn[i]!) as 1 | 0 | -1,
  }));

/** Zones of a row that lie within its height. */
export function zonesInRow(row: Row): ZoneOn[] {
  const covering = row.wanted.map((w, i) => (canCover(w.recipe) ? i : -1)).filter((i) => i >= 0);
  return row.zones.filter((z) =>
    covering.some((i) => row.lows[i]! <= z.low + 1e-9 && row.lows[i]! + row.wanted[i]!.size.height >= z.high - 1e-9),
  );
}

export const holds = (s: Span, z: Span) => s.from <= z.from + 1e-9 && s.to >= z.to - 1e-9;

/** What stands where on the row's own line, m from the wall's left end. */
export interface Stood extends Span {
  kind: number;
}

export interface Solved {
  stood: Stood[];
  placed: number[];
  /** Weight of the zones in reach of the row that nothing holds. */
  open: number;
  unevenness: number;
}

/** Left and right not alike. */
export function plain(row: Row, counts: readonly number[], least: number, free: readonly Span[] = row.free): Solved {
  const zones = zonesInRow(row);
  const stretches = free.map((s): LineStretch => ({
    ...s,
    alike: 1,
    own: false,
    tight: row.tight,
    zones: zones.filter((z) => holds(s, z)),
  }));
  return asSolved(row, alongLine(stretches, kindsOf(row, counts), least));
}

function asSolved(row: Row, answer: LineAnswer): Solved {
  const stood = answer.standing.flat().map(({ kind, from, to }) => ({ kind, from, to }));
  return { stood, placed: answer.placed, open: openOf(row, stood), unevenness: answer.unevenness };
}

/** Weight of the zones in reach of the row that nothing holds. */
export function openOf(row: Row, stood: readonly Stood[]): number {
  const zones = zonesInRow(row);
  return zones
    .filter((z) => !stood.some((s) => canCover(row.wanted[s.kind]!.recipe) && holds(s, z)))
    .reduce((sum, z) => sum + z.weight, 0);
}

export const common = (a: readonly Span[], b: readonly Span[]): Span[] =>
  a
    .flatMap((p) => b.map((q) => ({ from: Math.max(p.from, q.from), to: Math.min(p.to, q.to) })))
    .filter((s) => s.to - s.from > 1e-6)
    .sort((p, q) => p.from - q.from);

/** What is left of free stretches beside those a first round has used. */
export const beside = (free: readonly Span[], used: readonly Span[]): Span[] =>
  used
    .reduce<Span[]>(
      (left, u) =>
        left.flatMap((f) =>
          [
            { from: f.from, to: Math.min(f.to, u.from) },
            { from: Math.max(f.from, u.to), to: f.to },
          ].filter((s) => s.to - s.from > 1e-6),
        ),
      [...free],
    )
    .filter((f) => f.to - f.from > 1e-6);

/** The same about a middle of the wall, then singly what is left in stretches that are bare. */
export function aboutMiddle(row: Row, counts: readonly number[], least: number, middle: number): Solved {
  const mirror = <S extends Span>(s: S): S => turned(s, { from: 2 * middle, to: 0 });
  const both = common(row.free, row.free.map(mirror));
  const zones = zonesInRow(row).flatMap((z) => [z, mirror(z)]);
  const stretches = both
    .filter((s) => s.to > middle + 1e-9)
    .map((s): LineStretch => {
      const own = s.from < middle - 1e-9;
      return { ...s, alike: own ? 1 : 2, own, tight: row.tight, zones: zones.filter((z) => holds(s, z)) };
    });
  const first = alongLine(stretches, kindsOf(row, counts, 0), least);
  const stood = first.standing.flatMap((list, i) => [...list, ...(stretches[i]!.alike === 2 ? list.map(mirror) : [])]);
  const used = stretches.flatMap((t, i) => (first.standing[i]!.length > 0 ? [t, mirror(t)] : []));
  const left = counts.map((n, i) => n - first.placed[i]!);
  const more = plain(row, left, least, beside(row.free, used));
  const all = [...stood, ...more.stood].map(({ kind, from, to }) => ({ kind, from, to }));
  return {
    stood: all,
    placed: first.placed.map((n, i) => n + more.placed[i]!),
    open: openOf(row, all),
    unevenness: first.unevenness,
  };
}

export const sameSize = (a: { width: number; height: number }, b: { width: number; height: number }): boolean =>
  Math.abs(a.width - b.width) < 1e-6 && Math.abs(a.height - b.height) < 1e-6;

/** Made alike and as large. */
export const alike = (a: Pick<Wanted, 'recipe' | 'size'>, b: Pick<Wanted, 'recipe' | 'size'>): boolean =>
  a.recipe.id === b.recipe.id && sameSize(a.size, b.size);

/** What stands on a row as pieces of its wall, from the left. */
export function piecesOf(row: Row, stood: readonly Stood[]): LaidPiece[] {
  return [...stood]
    .sort((p, q) => p.from - q.from)
    .map((s) => {
      const w = row.wanted[s.kind]!;
      const low = row.lows[s.kind]!;
      const high = low + w.size.height;
      const held = row.zones.filter((z) => holds(s, z) && low <= z.low + 1e-9 && high >= z.high - 1e-9);
      return {
        face: row.face.id,
        recipe: w.recipe.id,
        left: s.from,
        low,
        ...w.size,
        covers: canCover(w.recipe) ? held.map((z) => z.mark) : [],
        decided: w.decided,
      };
    });
}
