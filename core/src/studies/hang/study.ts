/** Hang: where each piece is, told as it is taped on its wall, in which order they go up, and what is in their way. */
import { boundsOf, freeStretches, overlapping } from '../../geometry/clip';
import { isAt, isByNumber, type PieceAt, type PieceState } from '../../document/schema/project';
import type { Vec2 } from '../../geometry/vector';
import { isCornered } from '../../recipes/types';
import { faceOutline } from '../../geometry/unfold';
import { type KeepOut, keepOutsOn } from '../../room/hung/keepOuts';
import { plugged } from '../../room/hung/plugs';
import { pieceOutline, type PlacedPiece, reachOf } from '../../room/pieces';
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
  /** Where it hangs elsewhere than it was meant to: so much to the right and higher (on flat faces further to the rear), m. */
  off: { along: number; up: number } | null;
  covers: string[];
  /** Order of hanging, from 1: corners, then what covers marks, then the rest, wall by wall. */
  order: number;
  conflicts: Conflict[];
}

export interface Conflict {
  /** What it meets; the face itself where it reaches past that; the edge it is made for where it hangs under it; no window where it is a plug. */
  other: { id: string; name: string; kind: KeepOut['kind'] | 'face' | 'edge' | 'no-window' };
  /** How far it would have to move to be clear of it, m. */
  by: number;
}

export interface HangResult {
  pieces: HungPiece[];
  /** Faces that hold something, and how far the line tapes begin at is from their left end (of a ceiling: from the left wall), m. */
  faces: { id: string; name: string; upright: boolean; length: number; middle: number }[];
  /** Pieces something is in the way of. */
  conflicts: number;
  /** Decided by number, not up and without a place. */
  waiting: number;
  level: Level;
}

/** Overlaps a tape cannot tell are none, m. */
const LEAST_OVERLAP = 0.001;

/** Stretches of a face that are free over a piece's height: of the face itself, or beside what is in the way. */
const freeAt = (face: SettingFace, { box }: PlacedPiece, blocked: readonly KeepOut[]) =>
  freeStretches(faceOutline(face), blocked, box.low + LEAST_OVERLAP, box.high - LEAST_OVERLAP);

/** How far a piece would have to move along its face, or up or down it, to lie on it wholly; m, ≤ 0 where it does. */
function pastFace(piece: PlacedPiece, face: SettingFace): number {
  const { box } = piece;
  const outline = faceOutline(face);
  const onItsSide = outline.map(([u, v]): Vec2 => [v, u]);
  const upright = freeStretches(onItsSide, [], box.left + LEAST_OVERLAP, box.right - LEAST_OVERLAP);
  const ways = [
    ...freeAt(face, piece, []).map(([from, to]) => Math.max(from - box.left, box.right - to)),
    ...upright.map(([from, to]) => Math.max(from - box.low, box.high - to)),
  ];
  if (ways.length > 0) return Math.min(...ways);
  // Past it both ways: by the longer of the two.
  const edge = boundsOf(outline);
  return Math.max(edge.left - box.left, box.right - edge.right, edge.low - box.low, box.high - edge.high);
}

function conflictsOf(piece: PlacedPiece, face: SettingFace, others: readonly KeepOut[], stray: boolean): Conflict[] {
  const { box } = piece;
  const past = pastFace(piece, face);
  const met = others.map((k): Conflict => {
    const across = Math.min(k.right - box.left, box.right - k.left);
    const up = Math.min(k.high - box.low, box.high - k.low);
    return { other: { id: k.id, name: k.name, kind: k.kind }, by: Math.min(across, up) };
  });
  const own = { id: face.id, name: face.name };
  const under = piece.recipe.form === 'edge' ? boundsOf(faceOutline(face)).high - box.high : 0;
  return [
    { other: { ...own, kind: 'face' as const }, by: past },
    { other: { ...own, kind: 'edge' as const }, by: under },
    { other: { ...own, kind: 'no-window' as const }, by: stray ? box.right - box.left : 0 },
    ...met,
  ].filter((c) => c.by > LEAST_OVERLAP);
}

/** Free lengths from either edge of a piece to what is next in its row, or to the end of its face there, m. */
function gapsOf(piece: PlacedPiece, face: SettingFace, others: readonly KeepOut[]): { left: number; right: number } {
  const { box } = piece;
  const middle = (box.left + box.right) / 2;
  // What it overlaps is told as a conflict, and bounds nothing.
  const beside = others.filter((k) => !overlapping(k, box, LEAST_OVERLAP));
  const row = freeAt(face, piece, beside).find(([from, to]) => from <= middle && to >= middle);
  return row ? { left: box.left - row[0], right: row[1] - box.right } : { left: 0, right: 0 };
}

/** Where tapes along a face begin: the middle of a wall, under a ceiling the listening axis, which both sides are alike about; m. */
export function middleOf(setting: Setting, face: SettingFace): number {
  const { left, right } = boundsOf(faceOutline(face));
  return face.foot ? (left + right) / 2 : setting.axis;
}

function offOf(setting: Setting, face: SettingFace, { place, meant }: PieceAt, { box }: PlacedPiece): HungPiece['off'] {
  if (!meant) return null;
  const was = boundsOf(pieceOutline({ ...place, ...meant }, face, setting.frame));
  return { along: box.left - was.left, up: box.low - was.low };
}

function issueOf(piece: HungPiece, { other, by }: Conflict): Issue {
  const { label: name, faceName } = piece;
  if (other.kind === 'no-window')
    return { code: 'hang.no-window', severity: 'warning', where: [piece.id], values: { name, face: faceName } };
  if (other.kind === 'edge')
    return { code: 'hang.off-edge', severity: 'warning', where: [piece.id], values: { name, face: faceName, by } };
  return other.kind === 'face'
    ? { code: 'hang.past-face', severity: 'warning', where: [piece.id], values: { name, face: faceName, by } }
    : {
        code: 'hang.in-the-way',
        severity: 'warning',
        where: [piece.id, other.id],
        values: { name, other: other.name, by, kind: other.kind },
      };
}

export function studyHang(setting: Setting): Study<HangResult> {
  const { project, placed } = setting;
  const made = new Map(project.treatment.pieces.filter(isAt).map((p) => [p.id, p]));
  const held = setting.faces.flatMap((face) => {
    const here = placed
      .filter((p) => p.face === face.id)
      .sort((a, b) => a.box.left - b.box.left || b.box.high - a.box.high || (a.id < b.id ? -1 : 1));
    return here.length > 0 ? [{ face, here, middle: middleOf(setting, face) }] : [];
  });
  // Faces of one ceiling are counted through.
  let overhead = 0;
  const named = held.flatMap(({ face, here }) =>
    here.map((p, i): [id: string, label: string, short: string] => {
      if (face.kind !== 'ceiling') return [p.id, `${face.id}${i + 1}`, `${face.id}${i + 1}`];
      overhead += 1;
      return [p.id, `ceiling ${overhead}`, `${overhead}`];
    }),
  );
  const labels = new Map(named.map(([id, label]) => [id, label]));
  const shorts = new Map(named.map(([id, , short]) => [id, short]));
  const turn = ({ id, recipe }: PlacedPiece) => (isCornered(recipe.form) ? 0 : made.get(id)!.covers.length > 0 ? 1 : 2);
  const inOrder = held.flatMap(({ here }) => here).sort((a, b) => turn(a) - turn(b));
  const order = new Map(inOrder.map((p, i) => [p.id, i + 1]));
  const pieces = held.flatMap(({ face, here, middle }) => {
    // What is in the way of pieces of one depth is looked for once.
    const byDepth = new Map<number, KeepOut[]>();
    const waysOf = (depth: number) => {
      const known = byDepth.get(depth) ?? keepOutsOn(setting, face, depth);
      byDepth.set(depth, known);
      return known;
    };
    return here.map((p): HungPiece => {
      const { recipe, state, locked, covers } = made.get(p.id)!;
      const { left, right, low, high } = p.box;
      const plug = p.recipe.form === 'plug';
      const window = plug ? plugged(setting, face, p) : null;
      // Other pieces are called as they are on the drawing.
      const others = waysOf(reachOf(p))
        .filter((k) => (k.kind !== 'piece' || k.id !== p.id) && k.id !== window?.id)
        .map((k) => ({ ...k, name: labels.get(k.id) ?? k.name }));
      const gaps = gapsOf(p, face, others);
      return {
        id: p.id,
        label: labels.get(p.id)!,
        short: shorts.get(p.id)!,
        name: p.name,
        recipe,
        face: face.id,
        faceName: face.name,
        state,
        locked,
        left,
        right,
        low,
        high,
        fromMiddle: { left: left - middle, right: right - middle },
        gapLeft: gaps.left,
        gapRight: gaps.right,
        off: offOf(setting, face, made.get(p.id)!, p),
        covers,
        order: order.get(p.id)!,
        conflicts: conflictsOf(p, face, others, plug && !window),
      };
    });
  });
  const lots = project.treatment.pieces.filter(isByNumber).filter((p) => p.state === 'decided');
  return {
    result: {
      pieces,
      faces: held.map(({ face, middle }) => {
        const { left, right } = boundsOf(faceOutline(face));
        return { id: face.id, name: face.name, upright: face.foot !== null, length: right - left, middle };
      }),
      conflicts: pieces.filter((p) => p.conflicts.length > 0).length,
      waiting: lots.reduce((sum, p) => sum + p.place.count, 0),
      level: levelOf(setting),
    },
    issues: pieces.flatMap((p) => p.conflicts.map((c) => issueOf(p, c))),
    working: [],
  };
}
