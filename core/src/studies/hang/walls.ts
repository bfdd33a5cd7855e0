/** All rows of a room: side walls as mirror images of one another, walls across the axis about it, wherever nothing is lost by that. */
import { alongLine, type LineStretch, type Span } from '../../layout/line';
import type { Setting, SettingFace } from '../../room/setting';
import {
  aboutMiddle,
  beside,
  common,
  holds,
  kindsOf,
  openOf,
  plain,
  type Row,
  sameSize,
  type Solved,
  type Stood,
  zonesInRow,
} from './row';

/** Which way a wall's line runs: its places as places along the room (y), or across it (x). */
function lineOf(face: SettingFace): { along: 'x' | 'y' | null; to: (s: Span) => Span; from: (s: Span) => Span } {
  const [right, left] = face.foot!;
  const d = [(right[0] - left[0]) / face.length, (right[1] - left[1]) / face.length] as const;
  const along = Math.abs(d[0]) < 1e-6 ? 'y' : Math.abs(d[1]) < 1e-6 ? 'x' : null;
  const i = along === 'x' ? 0 : 1;
  const [start, sign] = [left[i], Math.sign(d[i])];
  const turn = (a: number, b: number): Span => ({ from: Math.min(a, b), to: Math.max(a, b) });
  return {
    along,
    to: (s) => turn(start + sign * s.from, start + sign * s.to),
    from: (s) => turn((s.from - start) * sign, (s.to - start) * sign),
  };
}

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
/** More zones left open, however loud, or as many and fewer placed. */
const loses = (a: readonly Solved[], b: readonly Solved[]): boolean => {
  const open = (list: readonly Solved[]) => Math.round(sum(list.map((s) => s.open)));
  const placed = (list: readonly Solved[]) => sum(list.map((s) => sum(s.placed)));
  return open(a) > open(b) || (open(a) === open(b) && placed(a) < placed(b));
};

export const countsOf = (row: Row): number[] => row.wanted.map((w) => w.count);

export interface Walls {
  /** By face. */
  solved: Map<string, Solved>;
  /** Faces laid out alike: two as twins, one about the axis; and those where that would have lost something. */
  mirrored: string[][];
  unmirrored: string[][];
}

interface Half {
  row: Row;
  stood: Stood[];
  used: Span[];
}

/** What both of two rows want, along the line they share, as it stands on either, and the stretches used for it. */
function twins(a: Row, b: Row, counts: ReadonlyMap<Row, readonly number[]>, least: number): Half[] {
  const [la, lb] = [lineOf(a.face), lineOf(b.face)];
  const zones = [
    ...zonesInRow(a).map((z) => ({ ...z, ...la.to(z) })),
    ...zonesInRow(b).map((z) => ({ ...z, ...lb.to(z) })),
  ];
  const twinOf = a.wanted.map((w) =>
    b.wanted.findIndex((o) => o.recipe.id === w.recipe.id && sameSize(o.size, w.size)),
  );
  const both = a.wanted.map((_, i) => (twinOf[i]! < 0 ? 0 : Math.min(counts.get(a)![i]!, counts.get(b)![twinOf[i]!]!)));
  if (sum(both) === 0 || a.tight !== b.tight) return [];
  const stretches = common(a.free.map(la.to), b.free.map(lb.to)).map((s): LineStretch => ({
    ...s,
    alike: 1,
    own: false,
    tight: a.tight,
    zones: zones.filter((z) => holds(s, z)),
  }));
  const { standing } = alongLine(stretches, kindsOf(a, both, 1), least);
  const used = stretches.filter((_, i) => standing[i]!.length > 0);
  return [
    { row: a, stood: standing.flat().map((s) => ({ kind: s.kind, ...la.from(s) })), used: used.map(la.from) },
    { row: b, stood: standing.flat().map((s) => ({ kind: twinOf[s.kind]!, ...lb.from(s) })), used: used.map(lb.from) },
  ];
}

/** Rows of both sides: pair by pair what they share, then singly what is left, beside the stretches used. */
function solveSides(rows: readonly Row[], least: number): { solved: Map<Row, Solved>; pairs: string[][] } {
  const stood = new Map<Row, Stood[]>(rows.map((r) => [r, []]));
  const used = new Map<Row, Span[]>(rows.map((r) => [r, []]));
  const counts = new Map<Row, number[]>(rows.map((r) => [r, countsOf(r)]));
  const pairs: string[][] = [];
  for (const a of rows.filter((r) => r.face.side === 'left'))
    for (const b of rows.filter((r) => r.face.side === 'right')) {
      const halves = twins(a, b, counts, least).filter((h) => h.stood.length > 0);
      if (halves.length === 0) continue;
      pairs.push([a.face.id, b.face.id]);
      for (const half of halves) {
        stood.get(half.row)!.push(...half.stood);
        used.get(half.row)!.push(...half.used);
        for (const s of half.stood) counts.get(half.row)![s.kind]! -= 1;
      }
    }
  const solved = new Map<Row, Solved>();
  for (const row of rows) {
    const first = stood.get(row)!;
    const more = plain(row, counts.get(row)!, least, beside(row.free, used.get(row)!));
    const all = [...first, ...more.stood];
    const placed = row.wanted.map((_, k) => all.filter((s) => s.kind === k).length);
    solved.set(row, { stood: all, placed, open: openOf(row, all), unevenness: more.unevenness });
  }
  return { solved, pairs };
}

/** @param least least gap, m */
export function solveWalls(setting: Setting, rows: readonly Row[], least: number): Walls {
  const found: Walls = { solved: new Map(), mirrored: [], unmirrored: [] };
  const alone = (row: Row) => plain(row, countsOf(row), least);
  const sides = rows.filter((r) => (r.face.side === 'left' || r.face.side === 'right') && lineOf(r.face).along === 'y');
  const together = solveSides(sides, least);
  const singly = sides.map(alone);
  const lost = loses([...together.solved.values()], singly);
  sides.forEach((row, i) => found.solved.set(row.face.id, lost ? singly[i]! : together.solved.get(row)!));
  (lost ? found.unmirrored : found.mirrored).push(...together.pairs);
  for (const row of rows) {
    if (found.solved.has(row.face.id)) continue;
    const line = lineOf(row.face);
    if (line.along !== 'x') {
      found.solved.set(row.face.id, alone(row));
      continue;
    }
    const middle = line.from({ from: setting.axis, to: setting.axis }).from;
    const [about, single] = [aboutMiddle(row, countsOf(row), least, middle), alone(row)];
    const keep = loses([about], [single]) ? single : about;
    (keep === about ? found.mirrored : found.unmirrored).push([row.face.id]);
    found.solved.set(row.face.id, keep);
  }
  return found;
}
