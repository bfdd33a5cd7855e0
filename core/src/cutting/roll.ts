/**
 * Cloth cut from a roll in rows: parts side by side across it, each row as long as its longest part. Least length, and the proof of it among
 * all ways in rows (ways.ts): a row of each length there is "bought" with what is no longer than it.
 */
import type { IntegerSolver } from '../dosage/solver';
import { mustBePositive } from '../quantities/guard';
import { linearJob } from './linear';
import { stripsOf } from './strips';
import { NODES, solveWays } from './ways';

export interface RollPiece {
  /** Along the roll and across it as it lies with its pattern, m. */
  length: number;
  width: number;
  count: number;
  /** Whether its length must run along the roll. */
  grain: boolean;
}

/** Rows cut alike. */
export interface RollRow {
  count: number;
  /** Along the roll, m. */
  length: number;
  /** From left to right. */
  cuts: { piece: number; turned: boolean; length: number; width: number; count: number }[];
}

export type RollPlan =
  | {
      feasible: true;
      /** Of the roll, m. */
      length: number;
      /** Σ of all pieces, m². */
      netArea: number;
      rows: RollRow[];
      /** By piece: strips it is sewn of where it is wider than the roll, and how wide each is, m. */
      strips: { count: number; width: number }[];
      proved: boolean;
      atLeast: number;
    }
  | { feasible: false };

/**
 * @param roll its width; overlap: cloth a seam takes where a piece is sewn of strips; m
 * @throws RangeError for sizes not above 0
 */
export function cutRoll(
  solver: IntegerSolver,
  { pieces, roll, overlap }: { pieces: readonly RollPiece[]; roll: number; overlap: number },
  nodes = NODES.last,
): RollPlan {
  mustBePositive('cutRoll', 'roll width', roll);
  for (const p of pieces) {
    mustBePositive('cutRoll', 'piece length', p.length);
    mustBePositive('cutRoll', 'piece width', p.width);
  }
  const netArea = pieces.reduce((sum, p) => sum + p.length * p.width * p.count, 0);
  // The way round that needs no seam, where one does.
  const laid = pieces.map((p) => {
    const turned = !p.grain && Math.max(p.length, p.width) > roll && p.width > p.length;
    const [length, width] = turned ? [p.width, p.length] : [p.length, p.width];
    return { ...p, length, width, turned, strips: stripsOf(width, roll, overlap) };
  });
  if (laid.some((p) => p.strips === null)) return { feasible: false };
  const strips = laid.map((p) => p.strips!);
  const wanted = laid.map((p, i) => ({ ...p, width: strips[i]!.width, count: p.count * strips[i]!.count }));
  const used = wanted.map((_, i) => i).filter((i) => wanted[i]!.count > 0);
  if (used.length === 0) return { feasible: true, length: 0, netArea, rows: [], strips, proved: true, atLeast: 0 };
  const turns = (i: number) => !wanted[i]!.grain && strips[i]!.count === 1 && wanted[i]!.length <= roll + 1e-9;
  const lengths = [...new Set(used.flatMap((i) => [wanted[i]!.length, ...(turns(i) ? [wanted[i]!.width] : [])]))].sort(
    (a, b) => a - b,
  );
  /** How a piece lies in a row so long: upright or turned, whichever takes less of the row's width. */
  const lies = (i: number, row: number): { across: number; turned: boolean } => {
    const { length, width } = wanted[i]!;
    const upright = length <= row + 1e-9 ? width : Infinity;
    const turned = turns(i) && width <= row + 1e-9 ? length : Infinity;
    return turned < upright ? { across: turned, turned: true } : { across: upright, turned: false };
  };
  const lines = lengths.map((row) => ({
    ...{ room: roll, price: row, available: null },
    takes: used.map((i) => lies(i, row).across),
  }));
  const counts = used.map((i) => wanted[i]!.count);
  const answer = solveWays(linearJob(solver, lines, counts, nodes));
  if (!answer) return { feasible: false };
  const left = [...counts];
  const alike = new Map<string, RollRow>();
  for (const { way, count } of answer.taken)
    for (let n = 0; n < count; n++) {
      const row = lengths[way.stock]!;
      const cuts = used.flatMap((i, u) => {
        const taken = Math.min(left[u]!, way.pieces[u]!);
        left[u]! -= taken;
        const { turned } = lies(i, row);
        const { length, width } = wanted[i]!;
        const [l, w] = turned ? [width, length] : [length, width];
        return taken > 0 ? [{ piece: i, turned: turned !== laid[i]!.turned, length: l, width: w, count: taken }] : [];
      });
      if (cuts.length === 0) continue;
      const key = JSON.stringify([row, cuts]);
      const same = alike.get(key);
      if (same) same.count += 1;
      else alike.set(key, { count: 1, length: row, cuts });
    }
  const rows = [...alike.values()].sort((a, b) => b.length - a.length);
  const length = rows.reduce((sum, r) => sum + r.count * r.length, 0);
  return { feasible: true, length, netArea, rows, strips, proved: answer.proved, atLeast: answer.atLeast };
}
