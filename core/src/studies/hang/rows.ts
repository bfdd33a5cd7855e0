/** Rows of a room's walls: both sides together, then every other wall beside what hangs there already. */
import type { Setting, SettingFace } from '../../room/setting';
import { piecesOf, type Row, type Solved } from './row';
import { solveWalls } from './walls';
import type { LaidPiece } from './types';

export interface Rows {
  rows: Row[];
  /** By face. */
  solved: Map<string, Solved>;
  mirrored: string[][];
  unmirrored: string[][];
  /** Those there were and those laid out now. */
  laid: LaidPiece[];
}

/**
 * @param put the room with so many pieces laid out in it
 * @param rowOf the row of a wall in that room; null: nothing is wanted there
 * @param least least gap, m
 */
export function layRows(
  walls: readonly SettingFace[],
  before: readonly LaidPiece[],
  put: (laid: readonly LaidPiece[]) => Setting,
  rowOf: (setting: Setting, face: SettingFace) => Row | null,
  least: number,
): Rows {
  const sides = walls.filter((f) => f.side === 'left' || f.side === 'right');
  const groups = [sides, ...walls.filter((f) => !sides.includes(f)).map((f) => [f])];
  const found: Rows = { rows: [], solved: new Map(), mirrored: [], unmirrored: [], laid: [...before] };
  for (const group of groups) {
    if (group.length === 0) continue;
    const setting = put(found.laid);
    const rows = group.flatMap((face) => rowOf(setting, face) ?? []);
    const { solved, mirrored, unmirrored } = solveWalls(setting, rows, least);
    found.rows.push(...rows);
    found.mirrored.push(...mirrored);
    found.unmirrored.push(...unmirrored);
    for (const row of rows) {
      const answer = solved.get(row.face.id)!;
      found.solved.set(row.face.id, answer);
      found.laid.push(...piecesOf(row, answer.stood));
    }
  }
  return found;
}
