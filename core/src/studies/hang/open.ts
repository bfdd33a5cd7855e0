/** Marks no piece laid out holds, and why. */
import { canCover } from '../../recipes/kind';
import type { Setting } from '../../room/setting';
import { wantingOn } from '../marks/covers';
import type { MarksResult } from '../marks/study';
import type { Row } from './row';
import type { LaidPiece, OpenMark, Wanted } from './types';

/** Marks of walls and ceilings that want covering and are not held by any piece laid out, with the reason. */
export function openMarks(
  setting: Setting,
  marks: MarksResult,
  rows: readonly Row[],
  wanted: readonly Wanted[],
  laid: readonly LaidPiece[],
): OpenMark[] {
  const held = new Set(laid.flatMap((p) => p.covers));
  const hangable = setting.faces.filter((f) => f.kind === 'wall' || f.kind === 'ceiling');
  return hangable.flatMap((face) =>
    wantingOn(face, marks.marks, marks.threshold)
      .filter((m) => !held.has(m.id))
      .map((m): OpenMark => {
        const row = rows.find((r) => r.face.id === face.id);
        const zone = row?.zones.find((z) => z.mark === m.id);
        const why = (): OpenMark['why'] => {
          const under = wanted.some((w) => w.on === face.id && canCover({ ...w.recipe, form: 'flat' }));
          if (face.kind === 'ceiling') return under ? 'too-few' : 'none-wanted';
          if (!row || !zone) return 'none-wanted';
          if (
            !row.wanted.some(
              (w, i) => canCover(w.recipe) && row.lows[i]! <= zone.low && row.lows[i]! + w.size.height >= zone.high,
            )
          )
            return 'off-the-row';
          if (!row.free.some((s) => s.from <= zone.from && s.to >= zone.to)) return 'in-the-way';
          return 'too-few';
        };
        return { mark: m.id, letter: m.letter, face: face.id, faceName: face.name, why: why() };
      }),
  );
}
