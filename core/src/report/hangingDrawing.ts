/** One face of the hanging sheet to scale: level line, middle line, what keeps pieces off, the pieces with their edges and fixings. */
import { type Box, boundsOf, boxOutline } from '../geometry/clip';
import { faceOutline } from '../geometry/unfold';
import { legsOn } from '../room/hung/corners';
import { obstaclesOn } from '../room/hung/keepOuts';
import type { Setting, SettingFace } from '../room/setting';
import type { Fixing, Hold, HoldsResult } from '../studies/hang/held/holds';
import { type HangResult, type HungPiece, middleOf } from '../studies/hang/study';
import { CLOTH, escape, INK, n, paperFor, type SheetSvg, SOFT } from './paper';

/** A face, what hangs there in hanging order, and what is fixed there: of a corner piece some on the wall beside its own. */
export interface HangingBlock {
  face: SettingFace;
  /** m from the face's left end (of a ceiling: from the left wall) to the line tapes begin at. */
  middle: number;
  pieces: HungPiece[];
  /** Every piece of its own, with or without a fixing here. */
  holds: { hold: Hold; fixings: Fixing[] }[];
  /** The other legs of pieces across a corner or along an edge that hang on another face. */
  legs: (Box & { id: string; short: string })[];
}

/** Faces that hold something or something is fixed to, in walking order. */
export function hangingBlocks(setting: Setting, hang: HangResult, holds: HoldsResult): HangingBlock[] {
  const inOrder = [...hang.pieces].sort((a, b) => a.order - b.order);
  return setting.faces.flatMap((face): HangingBlock[] => {
    const pieces = inOrder.filter((p) => p.face === face.id);
    const own = new Set(pieces.map((p) => p.id));
    const held = inOrder.flatMap(({ id }) => {
      const hold = holds.pieces.find((h) => h.piece === id)!;
      const fixings = hold.fixings.filter((f) => f.face === face.id);
      return own.has(id) || fixings.length > 0 ? [{ hold, fixings }] : [];
    });
    const legs = legsOn(setting, face).map(({ piece: { id }, box }) => ({
      ...box,
      id,
      short: inOrder.find((p) => p.id === id)!.short,
    }));
    return held.length > 0 ? [{ face, middle: middleOf(setting, face), pieces, holds: held, legs }] : [];
  });
}

const TAWNY = '#9C5A22';
/** Free under a drawing for the chain of edges, mm. */
const CHAIN = 9;

/**
 * @param paper largest size, mm
 * @param figure a length as the reader writes it
 */
export function hangingSvg(
  setting: Setting,
  { face, middle, pieces, holds, legs }: HangingBlock,
  level: number,
  paperSize: readonly [number, number],
  font: string,
  figure: (m: number) => string,
): SheetSvg {
  const outline = faceOutline(face);
  const edge = boundsOf(outline);
  const upright = face.foot !== null;
  const paper = paperFor(outline, paperSize, upright, font, CHAIN);
  const text = (x: number, y: number, size: number, colour: string, words: string, anchor = 'middle') =>
    `<text x="${n(x)}" y="${n(y)}" font-size="${size}" fill="${colour}" text-anchor="${anchor}">${escape(words)}</text>`;
  const line = (a: readonly [number, number], b: readonly [number, number], dash = '') =>
    `<path d="M${a[0]} ${a[1]}L${b[0]} ${b[1]}" stroke="${TAWNY}" stroke-width="0.25"${dash && ` stroke-dasharray="${dash}"`}/>`;
  const obstacles = obstaclesOn(setting, face).map((k) => {
    const [x, y] = paper.at([(k.left + k.right) / 2, (k.low + k.high) / 2]);
    return `<polygon points="${paper.points(boxOutline(k))}" fill="none" stroke="${SOFT}" stroke-width="0.2" stroke-dasharray="1 0.8"/>${text(x, y, 2.2, SOFT, k.name)}`;
  });
  const drawn = pieces.map((p) => {
    const colour = CLOTH[setting.placed.find((o) => o.id === p.id)!.kind] ?? CLOTH.absorber!;
    const [x, foot] = paper.at([(p.left + p.right) / 2, upright ? p.low : p.high]);
    const fill = p.state === 'hung' ? 0.35 : 0.1;
    return `<polygon points="${paper.points(boxOutline(p))}" fill="${colour}" fill-opacity="${fill}" stroke="${colour}" stroke-width="0.35"/><text x="${x}" y="${n(foot - 1.4)}" font-size="3" font-weight="700" fill="${INK}" text-anchor="middle">${escape(p.short)}</text>`;
  });
  const beside = legs.map((k) => {
    const [x, y] = paper.at([(k.left + k.right) / 2, (k.low + k.high) / 2]);
    return `<polygon points="${paper.points(boxOutline(k))}" fill="none" stroke="${CLOTH.absorber}" stroke-width="0.25" stroke-dasharray="1.4 0.7"/>${text(x, y, 2.6, SOFT, k.short)}`;
  });
  const crosses = holds.flatMap(({ fixings }) =>
    fixings.map((f) => {
      const [x, y] = paper.at([f.u, f.v]);
      return `<path d="M${n(x - 1)} ${y}h2M${x} ${n(y - 1)}v2" stroke="${INK}" stroke-width="0.25"/>`;
    }),
  );
  // The chain under the face: every edge from the middle line, once, where two do not stand on one another.
  const foot = paper.at([edge.left, upright ? edge.low : edge.high])[1];
  let last = -Infinity;
  const edges = [...new Set(pieces.flatMap((p) => [p.left, p.right]).map((u) => n(u * 1e4) / 1e4))].sort(
    (a, b) => a - b,
  );
  const chain = edges.map((u) => {
    const [x] = paper.at([u, edge.low]);
    const words = figure(Math.abs(u - middle));
    const roomy = x - last > 1.7 * words.length * 0.75;
    if (roomy) last = x;
    return `<path d="M${x} ${n(foot + 1)}v2" stroke="${TAWNY}" stroke-width="0.25"/>${roomy ? text(x, foot + 6, 2.2, TAWNY, words) : ''}`;
  });
  const at = (u: number, v: number) => paper.at([u, v]);
  const svg = [
    paper.open,
    `<polygon points="${paper.points(outline)}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.5"/>`,
    ...obstacles,
    ...beside,
    ...drawn,
    line(at(middle, edge.low), at(middle, edge.high), '3 0.8 0.6 0.8'),
    upright ? line(at(edge.left, level), at(edge.right, level)) : '',
    upright ? text(at(edge.right, level)[0] - 1, at(edge.right, level)[1] - 0.8, 2.4, TAWNY, figure(level), 'end') : '',
    ...chain,
    ...crosses,
    '</svg>',
  ].join('');
  return { svg, ...paper.size };
}
