/**
 * A plan outline from a drawing file (DXF or SVG), in metres, clockwise as drawn: the one on the layer this program draws plans on, else
 * every closed outline that could be a room, for the person to pick from.
 */
import { outlineArea } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { PLAN_LAYER } from './drawing';
import { type DxfShape, readDxfShapes } from './dxfShapes';
import { type Candidate, JOINED, type Outlines, refuse, tooLarge } from './outlines';
import { readSvg } from './svgOutlines';
import { freeWallNames, type OutlineCorner, planFault } from '../document/place/outline';

export interface FoundOutline {
  /** Entity and layer, as the drawing names them. */
  where: string;
  corners: OutlineCorner[];
  /** Of the box around it, m, and its own area, m². */
  width: number;
  height: number;
  area: number;
}

export type ReadOutline =
  | {
      ok: true;
      /** Largest first; only one when the drawing says which is the plan. */
      outlines: [FoundOutline, ...FoundOutline[]];
      /** What was assumed or left out. */
      notes: string[];
    }
  | { ok: false; problems: { path: string; message: string }[] };

/** Most outlines a person picks from. */
const MOST_SHOWN = 12;
/** Largest first: what comes after so many is no plan. */
const MOST_TRIED = 2000;

/** Sides a room may have, m. */
const SIDES = [0.3, 200] as const;

/** Metres a drawing unit for the codes of $INSUNITS. */
const DXF_UNITS: Record<number, [number, string]> = {
  1: [0.0254, 'inches'],
  2: [0.3048, 'feet'],
  4: [0.001, 'millimetres'],
  5: [0.01, 'centimetres'],
  6: [1, 'metres'],
};

/** Lines chained into closed outlines: ends are looked up by the cell of a grid they lie in, so that it takes as long as there are lines. */
function chained(lines: readonly DxfShape[], reach: number): Candidate[] {
  const near = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= reach;
  const cell = (v: number) => Math.floor(v / reach);
  /** Ends by cell: twice the line's number, and one more for its last point. */
  const ends = new Map<string, number[]>();
  const endOf = (e: number): Vec2 => {
    const { points } = lines[e >> 1]!;
    return e % 2 === 0 ? points[0]! : points[points.length - 1]!;
  };
  for (let e = 0; e < 2 * lines.length; e++) {
    const [x, y] = endOf(e);
    const key = `${cell(x)} ${cell(y)}`;
    const there = ends.get(key);
    if (there) there.push(e);
    else ends.set(key, [e]);
  }
  const used = new Uint8Array(lines.length);
  /** An end of a line not used yet that lies at p. */
  function next(p: Vec2): number | null {
    for (let dx = -1; dx <= 1; dx++) {
      for (let dy = -1; dy <= 1; dy++) {
        const key = `${cell(p[0]) + dx} ${cell(p[1]) + dy}`;
        const there = ends.get(key);
        if (!there) continue;
        const left = there.filter((e) => !used[e >> 1]);
        ends.set(key, left);
        const found = left.find((e) => near(endOf(e), p));
        if (found !== undefined) return found;
      }
    }
    return null;
  }
  const found: Candidate[] = [];
  lines.forEach((first, i) => {
    if (used[i]) return;
    used[i] = 1;
    const points = [...first.points];
    const layers = new Set([first.layer]);
    let count = 1;
    const closes = () => points.length > 3 && near(points[points.length - 1]!, points[0]!);
    while (!closes()) {
      const e = next(points[points.length - 1]!);
      if (e === null) break;
      used[e >> 1] = 1;
      count += 1;
      const line = lines[e >> 1]!;
      layers.add(line.layer);
      points.push(...(e % 2 === 0 ? line.points : line.points.toReversed()).slice(1));
    }
    if (closes())
      found.push({
        where: `${count} lines`,
        points: points.slice(0, -1),
        layer: layers.size === 1 ? first.layer : null,
      });
  });
  return found;
}

function readDxf(text: string, progress: (part: number) => void): Outlines {
  const read = readDxfShapes(text, progress);
  if (!read.ok) return refuse(read.path, read.message);
  const notes: string[] = [];
  const [scale, unit] = DXF_UNITS[read.units] ?? [0.001, ''];
  if (unit === '') notes.push('The file does not say its unit; millimetres are taken.');
  const candidates: Candidate[] = [];
  const lines: DxfShape[] = [];
  const open: string[] = [];
  for (const shape of read.shapes) {
    const { points, where, layer, closed } = shape;
    const [a, b] = [points[0], points[points.length - 1]];
    if (!a || !b || points.length < 2) continue;
    const meets = points.length > 3 && Math.hypot(a[0] - b[0], a[1] - b[1]) * scale <= JOINED;
    if (closed || meets) candidates.push({ where, points: meets ? points.slice(0, -1) : points, layer });
    else {
      lines.push(shape);
      if (points.length > 2) open.push(where);
    }
  }
  const chains = chained(lines, JOINED / scale);
  candidates.push(...chains);
  const bent = read.shapes.find((s) => s.bent);
  if (bent) notes.push(`${bent.where} has arcs; they are taken as straight pieces.`);
  if (candidates.length === 0) {
    return refuse(
      open[0] ?? 'section ENTITIES',
      open.length > 0
        ? 'is not closed: its last point is not its first. A plan needs a closed outline.'
        : `holds no closed outline, only ${read.kinds.slice(0, 6).join(', ')}`,
    );
  }
  return { candidates, scale, notes };
}

/** Leaves out points that repeat or lie on a straight wall. */
function corners(points: readonly Vec2[]): Vec2[] {
  const apart = points.filter((p, i) => {
    const q = points[(i + 1) % points.length]!;
    return Math.hypot(p[0] - q[0], p[1] - q[1]) > JOINED;
  });
  return apart.filter((p, i) => {
    const a = apart[(i - 1 + apart.length) % apart.length]!;
    const b = apart[(i + 1) % apart.length]!;
    const size = Math.hypot(b[0] - a[0], b[1] - a[1]);
    return Math.abs((p[0] - a[0]) * (b[1] - a[1]) - (p[1] - a[1]) * (b[0] - a[0])) > 1e-4 * Math.max(size, 1e-3);
  });
}

/** Reads a plan outline; the kind of file is told by its name and beginning. */
export function readOutlineFile(name: string, text: string, progress: (part: number) => void = () => {}): ReadOutline {
  const large = tooLarge(text.length);
  if (large !== null) return refuse('', large);
  if (text.trim() === '') return refuse('', 'the file is empty');
  const svg = /\.svg$/i.test(name) || /^\s*(<\?xml|<svg|<!--)/.test(text.slice(0, 200));
  if (!svg && !/\.dxf$/i.test(name)) return refuse('', 'expected a DXF or SVG file');
  const read = svg ? readSvg(text) : readDxf(text, progress);
  if ('ok' in read) return read;
  const own = read.candidates.filter((c) => c.layer?.toUpperCase() === PLAN_LAYER);
  const sized = (own.length > 0 ? own : read.candidates)
    .map((c) => ({ ...c, points: c.points.map((p): Vec2 => [p[0] * read.scale, p[1] * read.scale]) }))
    .map((c) => ({ ...c, area: outlineArea(c.points) }))
    .sort((a, b) => Math.abs(b.area) - Math.abs(a.area));
  const outlines: FoundOutline[] = [];
  let fault: { where: string; fault: string } | null = null;
  for (const candidate of sized.slice(0, MOST_TRIED)) {
    const tried = outlineFrom(candidate);
    if ('corners' in tried) outlines.push(tried);
    else fault ??= tried;
    if (outlines.length === MOST_SHOWN) break;
  }
  const [first, ...others] = outlines;
  if (!first) return fault ? refuse(fault.where, fault.fault) : refuse('', 'holds no outline of a room');
  return { ok: true, outlines: [first, ...others], notes: read.notes };
}

/** A candidate in metres as a plan that begins at the origin, or why it is none. */
function outlineFrom(c: Candidate & { area: number }): FoundOutline | { where: string; fault: string } {
  const { where } = c;
  const points = corners(c.area < 0 ? [...c.points].reverse() : c.points);
  if (points.length < 3) return { where, fault: 'encloses no area' };
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [width, height] = [Math.max(...xs) - x0, Math.max(...ys) - y0];
  if (Math.min(width, height) < SIDES[0] || Math.max(width, height) > SIDES[1]) {
    return {
      where,
      fault: `is ${width.toFixed(2)} by ${height.toFixed(2)} m, which is no room; check the unit of the drawing`,
    };
  }
  if (points.length > 200) return { where, fault: `has ${points.length} corners, a plan at most 200` };
  const names = freeWallNames([], points.length);
  const plan = points.map(([x, y], i): OutlineCorner => ({
    wall: names[i]!,
    x: Math.round((x - x0) * 1e6) / 1e6,
    y: Math.round((y - y0) * 1e6) / 1e6,
  }));
  const fault = planFault(plan);
  return fault ? { where, fault: fault.sentence } : { where, corners: plan, width, height, area: Math.abs(c.area) };
}
