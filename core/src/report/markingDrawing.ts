/** Drawings of the marking sheet to scale: one surface with its zones, and the plan. SVG text; millimetres of paper. */
import { boundsOf } from '../geometry/clip';
import type { Vec2 } from '../geometry/vector';
import { CLOTH, escape, INK, n, type Paper, paperFor, type SheetSvg, SOFT, TAPE, TAPE_EDGE } from './paper';
import type { SheetBlock } from './markingSheet';
import type { Setting } from '../room/setting';
import type { Mark } from '../studies/marks/study';

function zoneSvg(paper: Paper, mark: Mark): string {
  const outline = mark.zone.outline;
  const [x, y] = paper.at([
    (mark.zone.box.left + mark.zone.box.right) / 2,
    (mark.zone.box.low + mark.zone.box.high) / 2,
  ]);
  const [px, py] = paper.at(mark.local);
  const dash = mark.own === false ? ' stroke-dasharray="1 0.7"' : '';
  return (
    `<polygon points="${paper.points(outline)}" fill="${TAPE}" stroke="${TAPE_EDGE}" stroke-width="0.3"${dash}/>` +
    `<path d="M${n(px - 1.2)} ${py}H${n(px + 1.2)}M${px} ${n(py - 1.2)}V${n(py + 1.2)}" stroke="${INK}" stroke-width="0.25"/>` +
    `<text x="${n(x + 1)}" y="${n(y - 1)}" font-size="3.2" font-weight="700" fill="${INK}">${escape(mark.letter)}</text>`
  );
}

/** One surface with what is on it and the zones of its marks. `paper`: largest size in mm. */
export function blockSvg(block: SheetBlock, paperSize: readonly [number, number], font: string): SheetSvg {
  const upwards = block.kind === 'wall' || block.kind === 'riser';
  const paper = paperFor(block.outline, paperSize, upwards, font);
  const middle = (outline: readonly Vec2[]): Vec2 => {
    const b = boundsOf(outline);
    return paper.at([(b.left + b.right) / 2, (b.low + b.high) / 2]);
  };
  const named = (outline: readonly Vec2[], name: string, colour: string): string => {
    const [x, y] = middle(outline);
    return `<text x="${x}" y="${n(y + 4)}" font-size="2.4" fill="${colour}" text-anchor="middle">${escape(name)}</text>`;
  };
  const svg = [
    paper.open,
    `<polygon points="${paper.points(block.outline)}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.5"/>`,
    ...block.parts.map(
      (p) =>
        `<polygon points="${paper.points(p.outline)}" fill="none" stroke="${SOFT}" stroke-width="0.25"/>${named(p.outline, p.name, SOFT)}`,
    ),
    ...block.pieces.map(
      (p) =>
        `<polygon points="${paper.points(p.outline)}" fill="${CLOTH[p.kind]}" fill-opacity="0.15" stroke="${CLOTH[p.kind]}" stroke-width="0.3"/>${named(p.outline, p.name, CLOTH[p.kind]!)}`,
    ),
    ...block.marks.map((m) => zoneSvg(paper, m)),
    '</svg>',
  ].join('');
  return { svg, ...paper.size };
}

/** The plan: walls, furniture, loudspeakers with their letters, the head and its range. */
export function planSvg(setting: Setting, paperSize: readonly [number, number], font: string): SheetSvg {
  const outline = setting.solid.plan.map((c) => c.at);
  const paper = paperFor(outline, paperSize, false, font);
  const mm = 1000 / paper.size.scale;
  const [hx, hy] = paper.at([setting.head[0], setting.head[1]]);
  const speakers = setting.loudspeakers.map((l) => {
    const [x, y] = paper.at([l.at[0], l.at[1]]);
    return (
      `<path d="M${x} ${y}L${hx} ${hy}" stroke="${SOFT}" stroke-width="0.2" stroke-dasharray="0.8 0.8"/>` +
      `<circle cx="${x}" cy="${y}" r="${n(Math.max(1.2, (l.box.width / 2) * mm))}" fill="${INK}"/>` +
      `<text x="${n(x + 2.4)}" y="${n(y - 1.6)}" font-size="3.2" font-weight="700" fill="${INK}">${escape(l.letter)}</text>`
    );
  });
  const svg = [
    paper.open,
    `<polygon points="${paper.points(outline)}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.5"/>`,
    ...setting.objects.map(
      (o) => `<polygon points="${paper.points(o.outline)}" fill="none" stroke="${SOFT}" stroke-width="0.25"/>`,
    ),
    ...speakers,
    `<circle cx="${hx}" cy="${hy}" r="${n(Math.max(1.4, 0.09 * mm))}" fill="#FFFFFF" stroke="${INK}" stroke-width="0.4"/>`,
    '</svg>',
  ].join('');
  return { svg, ...paper.size };
}
