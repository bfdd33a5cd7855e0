/** Faces with what hangs there at 1:1 in millimetres, side by side, and sheets of paper to mark fixings through, also 1:1. */
import { boundsOf, type Box, boxOutline } from '../geometry/clip';
import { faceOutline } from '../geometry/unfold';
import type { Vec2 } from '../geometry/vector';
import type { Drawing, DrawingItem, LayerName, Point } from '../formats/drawing';
import { obstaclesOn } from '../room/hung/keepOuts';
import type { Setting } from '../room/setting';
import type { Fixing } from '../studies/hang/held/holds';
import type { HungPiece } from '../studies/hang/study';
import type { HangingBlock } from './hangingDrawing';
import { escape, INK, n, SOFT } from './paper';

/** mm between one face and the next, and height of letters. */
const APART = 600;
const TEXT = 60;
/** Arms of a fixing's cross, mm. */
const ARM = 15;

/** Every face that holds something: walls up from one floor line, ceilings with the wall faced at the top. */
export function facesAtSize(setting: Setting, blocks: readonly HangingBlock[], level: number): Drawing {
  const items: DrawingItem[] = [];
  let from = 0;
  for (const { face, middle, pieces, holds, legs } of blocks) {
    const outline = faceOutline(face);
    const edge = boundsOf(outline);
    const upright = face.foot !== null;
    const left = from;
    const at = ([u, v]: Vec2): Point => [
      left + (u - edge.left) * 1000,
      (upright ? edge.low - v : v - edge.high) * 1000,
    ];
    const put = (layer: LayerName, points: readonly Vec2[], closed = true) =>
      items.push({ type: 'polyline', layer, points: points.map(at), closed });
    const note = (at: Point, text: string) => items.push({ type: 'text', layer: 'NOTES', at, height: TEXT, text });
    put('WALLS', outline);
    for (const k of obstaclesOn(setting, face)) put('OPENINGS', boxOutline(k));
    put(
      'LINES',
      [
        [middle, edge.low],
        [middle, edge.high],
      ],
      false,
    );
    if (upright)
      put(
        'LINES',
        [
          [edge.left, level],
          [edge.right, level],
        ],
        false,
      );
    for (const p of pieces) {
      put('PIECES', boxOutline(p));
      const [x, y] = at([p.left, upright ? p.low : p.high]);
      note([x + 20, y - 20], p.short);
    }
    for (const k of legs) put('PIECES', boxOutline(k));
    for (const f of holds.flatMap((h) => h.fixings)) {
      const arm = ARM / 1000;
      put(
        'FIXINGS',
        [
          [f.u - arm, f.v],
          [f.u + arm, f.v],
        ],
        false,
      );
      put(
        'FIXINGS',
        [
          [f.u, f.v - arm],
          [f.u, f.v + arm],
        ],
        false,
      );
    }
    note([left, 150], `${face.name} ${face.id}`);
    from += (edge.right - edge.left) * 1000 + APART;
  }
  return { title: `${setting.project.name}: faces with what hangs there, 1:1 in mm`, items };
}

/** A sheet of paper at 1:1. */
export interface Tile {
  /** Piece, and which of its sheets. */
  label: string;
  at: number;
  of: number;
  /** Of the frame: from the face's middle line to its left side, and up to its lower one (ceilings: from the wall faced to its upper one); m. */
  left: number;
  edge: number;
  upright: boolean;
  fixings: number;
  svg: string;
  /** mm */
  width: number;
  height: number;
}

/** Around fixings and edges, and the part two sheets beside each other share, m. */
const AROUND = 0.02;
const SHARED = 0.01;

/** Where frames of a side begin so that they hold a stretch, each sharing a strip with the next, the whole about its middle. */
export function framesOver(from: number, to: number, side: number): number[] {
  const count = Math.max(1, Math.ceil((to - from - SHARED) / (side - SHARED) - 1e-9));
  const whole = side + (count - 1) * (side - SHARED);
  const first = (from + to - whole) / 2;
  return Array.from({ length: count }, (_, i) => first + i * (side - SHARED));
}

/** Part of a straight line along an axis inside a box; null: none. */
function inside(a: Vec2, b: Vec2, { left, right, low, high }: Box): [Vec2, Vec2] | null {
  const clamp = (v: number, least: number, most: number) => Math.min(most, Math.max(least, v));
  const [upright, level] = [a[0] === b[0], a[1] === b[1]];
  if ((upright && (a[0] < left || a[0] > right)) || (level && (a[1] < low || a[1] > high))) return null;
  const p: Vec2 = [clamp(a[0], left, right), clamp(a[1], low, high)];
  const q: Vec2 = [clamp(b[0], left, right), clamp(b[1], low, high)];
  return p[0] === q[0] && p[1] === q[1] ? null : [p, q];
}

/** What is worth paper: the fixings on this face, and the top corners of what hangs on a wall, which a laser finds. */
const worth = (piece: HungPiece | undefined, fixings: readonly Fixing[], upright: boolean): Vec2[] => [
  ...fixings.map((f): Vec2 => [f.u, f.v]),
  ...(piece && upright ? [[piece.left, piece.high] as const, [piece.right, piece.high] as const] : []),
];

/** How far a point lies inside a box, m; below 0: outside. */
const depthIn = ({ left, right, low, high }: Box, [u, v]: Vec2): number =>
  Math.min(u - left, right - u, v - low, high - v);

/**
 * Sheets to lay on the faces and mark fixings through: of frames side by side those that hold a fixing or a top corner best.
 * @param paper printable size, mm
 * @param said what stands on a sheet
 */
export function tilesOf(
  blocks: readonly HangingBlock[],
  paper: readonly [number, number],
  font: string,
  said: (tile: Omit<Tile, 'svg'>) => string[],
): Tile[] {
  const [w, h] = [paper[0] / 1000, paper[1] / 1000];
  return blocks.flatMap(({ face, middle, pieces, holds }) =>
    holds.flatMap(({ hold, fixings }) => {
      if (fixings.length === 0) return [];
      const upright = face.foot !== null;
      const piece = pieces.find((p) => p.id === hold.piece);
      const points = worth(piece, fixings, upright);
      const [us, vs] = [points.map((p) => p[0]), points.map((p) => p[1])];
      const columns = framesOver(Math.min(...us) - AROUND, Math.max(...us) + AROUND, w);
      const frames = framesOver(Math.min(...vs) - AROUND, Math.max(...vs) + AROUND, h).flatMap((low) =>
        columns.map((left): Box => ({ left, right: left + w, low, high: low + h })),
      );
      const best = (p: Vec2) => frames.reduce((a, b) => (depthIn(b, p) > depthIn(a, p) + 1e-9 ? b : a));
      const wanted = new Set(points.map(best));
      const kept = frames.filter((b) => wanted.has(b));
      const corners: readonly Vec2[] = piece ? boxOutline(piece) : [];
      const holdsPoint = (b: Box, p: Vec2) => depthIn(b, p) > 0;
      return kept.map((b, i): Tile => {
        const tile = {
          label: hold.label,
          at: i + 1,
          of: kept.length,
          left: b.left - middle,
          edge: b.low,
          upright,
          fixings: fixings.filter((f) => holdsPoint(b, [f.u, f.v])).length,
          width: paper[0],
          height: paper[1],
        };
        const x = (u: number) => n((u - b.left) * 1000);
        const y = (v: number) => n((upright ? b.high - v : v - b.low) * 1000);
        const line = (ends: [Vec2, Vec2] | null, colour: string, dash = '') =>
          ends
            ? `<path d="M${x(ends[0][0])} ${y(ends[0][1])}L${x(ends[1][0])} ${y(ends[1][1])}" stroke="${colour}" stroke-width="0.3"${dash && ` stroke-dasharray="${dash}"`} fill="none"/>`
            : '';
        const sides = corners.map((c, k) => line(inside(c, corners[(k + 1) % corners.length]!, b), INK));
        const centre = line(inside([middle, b.low], [middle, b.high], b), SOFT, '6 2 1 2');
        const crosses = fixings
          .filter((f) => holdsPoint(b, [f.u, f.v]))
          .map(
            (f) =>
              `<path d="M${n(x(f.u) - ARM)} ${y(f.v)}h${2 * ARM}M${x(f.u)} ${n(y(f.v) - ARM)}v${2 * ARM}" stroke="${INK}" stroke-width="0.25" fill="none"/><circle cx="${x(f.u)}" cy="${y(f.v)}" r="3" stroke="${INK}" stroke-width="0.25" fill="none"/>`,
          );
        const words = said(tile).map(
          (text, k) =>
            `<text x="8" y="${n(paper[1] - 16 - 5 * k)}" font-size="3.6" fill="${INK}">${escape(text)}</text>`,
        );
        // A tenth of a metre to check that the printer kept the size.
        const check = `<path d="M8 ${n(paper[1] - 8)}h100M8 ${n(paper[1] - 10)}v4M108 ${n(paper[1] - 10)}v4" stroke="${INK}" stroke-width="0.3" fill="none"/><text x="111" y="${n(paper[1] - 7)}" font-size="3.2" fill="${SOFT}">100 mm</text>`;
        const svg = [
          `<svg xmlns="http://www.w3.org/2000/svg" width="${paper[0]}mm" height="${paper[1]}mm" viewBox="0 0 ${paper[0]} ${paper[1]}" font-family="${font}">`,
          `<rect x="0.2" y="0.2" width="${n(paper[0] - 0.4)}" height="${n(paper[1] - 0.4)}" fill="none" stroke="${SOFT}" stroke-width="0.2"/>`,
          ...sides,
          centre,
          ...crosses,
          ...words,
          check,
          '</svg>',
        ].join('');
        return { ...tile, svg };
      });
    }),
  );
}
