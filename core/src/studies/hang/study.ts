/** Hang: where each piece is, told as it is taped on its wall, in which order they go up, and what is in their way. */
import { boundsOf, freeStretches, overlapping } from '../../geometry/clip';
import { isAt, type PieceState } from '../../document/schema/project';
import { isCornered } from '../../recipes/types';
import { faceOutline } from '../../geometry/unfold';
import { type KeepOut, keepOutsOn } from '../../room/keepOuts';
import type { PlacedPiece } from '../../room/pieces';
import type { Setting, SettingFace } from '../../room/setting';
import type { Issue, Study } from '../types';
import { levelOf } from './level';
import type { Level } from './types';

/** A piece as it is taped: along its face from the face's middle line (right positive), and up from the floor, m. */
export interface HungPiece {
  id: string;
  /** The face's name and its number from the left: "B3", "ceiling 2"; and as it is written on the piece in a drawing of its face. */
  label: string;
  short: string;
  name: string;
  recipe: string;
  face: string;
  faceName: string;
  state: PieceState;
  locked: boolean;
  left: number;
  right: number;
  low: number;
  high: number;
  /** Edges from the middle line of its face, right positive, m. */
  fromMiddle: { left: number; right: number };
  /** Free lengths to what is next on either side in its row: a piece, a keep-out or the end, m. */
  gapLeft: number;
  gapRight: number;
  covers: string[];
  /** Order of hanging, from 1: corners, then what covers marks, then the rest, wall by wall. */
  order: number;
  conflicts: Conflict[];
}

export interface Conflict {
  kind: 'overlap' | 'outside';
  /** What it meets; the face itself when it reaches past it. */
  other: { id: string; name: string; kind: KeepOut['kind'] | 'face' };
  /** How far it would have to move to be clear of it, m. */
  by: number;
}

export interface HangResult {
  pieces: HungPiece[];
  /** By face, and how far its middle line is from its left end, m. */
  faces: { id: string; name: string; length: number; height: number; middle: number; count: number }[];
  conflicts: number;
  level: Level;
}

/** Overlaps a tape cannot tell are none, m. */
const LEAST_OVERLAP = 0.001;

function conflictsOf(setting: Setting, piece: PlacedPiece, face: SettingFace): Conflict[] {
  const { box } = piece;
  const edge = boundsOf(faceOutline(face));
  const past = Math.max(edge.left - box.left, box.right - edge.right, edge.low - box.low, box.high - edge.high);
  const outside: Conflict[] =
    past > LEAST_OVERLAP ? [{ kind: 'outside', other: { id: face.id, name: face.name, kind: 'face' }, by: past }] : [];
  const met = keepOutsOn(setting, face, piece.standoff, new Set([piece.id])).flatMap((k): Conflict[] => {
    const across = Math.min(k.right - box.left, box.right - k.left);
    const up = Math.min(k.high - box.low, box.high - k.low);
    const by = Math.min(across, up);
    return by > LEAST_OVERLAP ? [{ kind: 'overlap', other: { id: k.id, name: k.name, kind: k.kind }, by }] : [];
  });
  return [...outside, ...met];
}

/** Free length from either edge of a piece to what is next in its row, or to the end of its face there, m. */
function gapsOf(
  setting: Setting,
  { id, box, standoff }: PlacedPiece,
  face: SettingFace,
): { left: number; right: number } {
  // What it overlaps is told as a conflict, and bounds nothing.
  const beside = keepOutsOn(setting, face, standoff, new Set([id])).filter((k) => !overlapping(k, box, LEAST_OVERLAP));
  const middle = (box.left + box.right) / 2;
  const [low, high] = [box.low + LEAST_OVERLAP, box.high - LEAST_OVERLAP];
  const row = freeStretches(faceOutline(face), beside, low, high).find(([a, b]) => a <= middle && b >= middle);
  const edge = boundsOf(faceOutline(face));
  const [from, to] = row ?? [edge.left, edge.right];
  return { left: box.left - from, right: to - box.right };
}

/** Corners first, then what is there for marks, then the rest. */
const turnOf = (p: PlacedPiece, covers: readonly string[]): number =>
  isCornered(p.recipe.form) ? 0 : covers.length > 0 ? 1 : 2;

export function studyHang(setting: Setting): Study<HangResult> {
  const made = new Map(setting.project.treatment.pieces.filter(isAt).map((p) => [p.id, p]));
  const middles = new Map<string, number>();
  const faces = setting.faces
    .filter((f) => setting.placed.some((p) => p.face === f.id))
    .map((f) => {
      const { left, right, low, high } = boundsOf(faceOutline(f));
      // Under a ceiling the listening axis is what both sides are taped from.
      const middle = f.foot ? (left + right) / 2 : setting.axis;
      middles.set(f.id, middle);
      const count = setting.placed.filter((p) => p.face === f.id).length;
      return { id: f.id, name: f.name, length: right - left, height: high - low, middle, count };
    });
  const pieces = setting.faces.flatMap((face): HungPiece[] =>
    setting.placed
      .filter((p) => p.face === face.id)
      .sort((a, b) => a.box.left - b.box.left || b.box.high - a.box.high || (a.id < b.id ? -1 : 1))
      .map((p, i): HungPiece => {
        const own = made.get(p.id)!;
        const middle = middles.get(face.id)!;
        const { left, right, low, high } = p.box;
        const gaps = gapsOf(setting, p, face);
        const over = face.kind === 'ceiling';
        return {
          id: p.id,
          label: over ? `ceiling ${i + 1}` : `${face.id}${i + 1}`,
          short: `${over ? '' : face.id}${i + 1}`,
          name: p.name,
          recipe: own.recipe,
          face: face.id,
          faceName: face.name,
          state: own.state,
          locked: own.locked,
          left,
          right,
          low,
          high,
          fromMiddle: { left: left - middle, right: right - middle },
          gapLeft: gaps.left,
          gapRight: gaps.right,
          covers: own.covers,
          order: 0,
          conflicts: conflictsOf(setting, p, face),
        };
      }),
  );
  const turn = new Map(setting.placed.map((p) => [p.id, turnOf(p, made.get(p.id)!.covers)]));
  [...pieces].sort((a, b) => turn.get(a.id)! - turn.get(b.id)!).forEach((p, i) => (p.order = i + 1));
  const issues = pieces.flatMap((p) =>
    p.conflicts.map((c): Issue =>
      c.kind === 'outside'
        ? {
            code: 'hang.past-face',
            severity: 'warning',
            where: [p.id],
            values: { name: p.label, face: p.faceName, by: c.by },
          }
        : {
            code: 'hang.in-the-way',
            severity: 'warning',
            where: [p.id, c.other.id],
            values: { name: p.label, other: c.other.name, by: c.by, kind: c.other.kind as KeepOut['kind'] },
          },
    ),
  );
  const conflicts = pieces.filter((p) => p.conflicts.length > 0).length;
  return { result: { pieces, faces, conflicts, level: levelOf(setting) }, issues, working: [] };
}
