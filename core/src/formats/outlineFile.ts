/**
 * A plan outline from a drawing file (DXF or SVG), in metres, clockwise as drawn: the one on the layer this program draws plans on, else
 * every closed outline that could be a room, for the person to pick from.
 */
import DxfParser from 'dxf-parser';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import svgpath from 'svgpath';
import { outlineArea } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { PLAN_LAYER } from './drawing';
import { freeWallNames, type OutlineCorner, planFault } from '../project/outline';

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

interface Candidate {
  /** Entity and line, for messages. */
  where: string;
  points: Vec2[];
  layer: string | null;
}

/** Most outlines a person picks from. */
const MOST_SHOWN = 12;

const refuse = (path: string, message: string): ReadOutline => ({ ok: false, problems: [{ path, message }] });

/** Sides a room may have, m. */
const SIDES = [0.3, 200] as const;
/** Ends of lines nearer than this are one corner, in drawing units times scale: m. */
const JOINED = 0.002;

/** Metres a drawing unit for the codes of $INSUNITS. */
const DXF_UNITS: Record<number, [number, string]> = {
  1: [0.0254, 'inches'],
  2: [0.3048, 'feet'],
  4: [0.001, 'millimetres'],
  5: [0.01, 'centimetres'],
  6: [1, 'metres'],
};

/** First line of a DXF that is not what its place asks for: codes stand on odd lines. */
function dxfFault(lines: readonly string[]): number | null {
  for (let i = 0; i + 1 < lines.length; i += 2) {
    if (!/^\s*-?\d+\s*$/.test(lines[i]!)) return i + 1;
  }
  return null;
}

/** Lines chained into closed outlines. */
function chained(segments: readonly [Vec2, Vec2][], reach: number): Candidate[] {
  const left = [...segments];
  const near = (a: Vec2, b: Vec2) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= reach;
  const found: Candidate[] = [];
  while (left.length > 0) {
    const [first] = left.splice(0, 1);
    const points = [...first!];
    for (;;) {
      const end = points[points.length - 1]!;
      const i = left.findIndex(([a, b]) => near(a, end) || near(b, end));
      if (i < 0) break;
      const [a, b] = left.splice(i, 1)[0]!;
      points.push(near(a, end) ? b : a);
      if (near(points[points.length - 1]!, points[0]!)) break;
    }
    if (points.length > 3 && near(points[points.length - 1]!, points[0]!)) {
      found.push({ where: `${points.length - 1} lines`, points: points.slice(0, -1), layer: null });
    }
  }
  return found;
}

function readDxf(text: string): ReadOutline | { candidates: Candidate[]; scale: number; notes: string[] } {
  const lines = text.replace(/\r/g, '').split('\n');
  const fault = dxfFault(lines);
  if (fault !== null)
    return refuse(
      `line ${fault}`,
      `expected a group code, a whole number, found "${lines[fault - 1]!.trim().slice(0, 40)}"`,
    );
  if (!/^\s*0\s*\n\s*EOF/m.test(text.replace(/\r/g, ''))) {
    return refuse(`line ${lines.length}`, 'the file ends without EOF; it was probably cut off');
  }
  let parsed: ReturnType<DxfParser['parseSync']>;
  try {
    parsed = new DxfParser().parseSync(text);
  } catch (error) {
    return refuse('', `is not a DXF this program can read: ${error instanceof Error ? error.message : String(error)}`);
  }
  if (!parsed || parsed.entities.length === 0) return refuse('section ENTITIES', 'holds no entities');
  const notes: string[] = [];
  const code = Number((parsed.header as Record<string, unknown> | undefined)?.$INSUNITS ?? 0);
  const [scale, unit] = DXF_UNITS[code] ?? [0.001, ''];
  if (unit === '') notes.push('The file does not say its unit; millimetres are taken.');
  const candidates: Candidate[] = [];
  const segments: [Vec2, Vec2][] = [];
  const open: string[] = [];
  for (const e of parsed.entities) {
    const vertices = (e as { vertices?: { x: number; y: number; bulge?: number }[] }).vertices ?? [];
    const points = vertices.map((v): Vec2 => [v.x, -v.y]);
    const where = `${e.type}${e.handle ? ` ${e.handle}` : ''} on layer ${e.layer}`;
    if (e.type === 'LINE' && points.length === 2) segments.push([points[0]!, points[1]!]);
    if (e.type !== 'LWPOLYLINE' && e.type !== 'POLYLINE') continue;
    if (vertices.some((v) => v.bulge)) notes.push(`${where} has arcs; they are taken as straight.`);
    const [a, b] = [points[0], points[points.length - 1]];
    const meets = a && b && points.length > 3 && Math.hypot(a[0] - b[0], a[1] - b[1]) * scale <= JOINED;
    if ((e as { shape?: boolean }).shape || meets)
      candidates.push({ where, points: meets ? points.slice(0, -1) : points, layer: e.layer });
    else open.push(where);
  }
  candidates.push(...chained(segments, JOINED / scale));
  if (candidates.length === 0) {
    return refuse(
      open[0] ?? 'section ENTITIES',
      open.length > 0
        ? 'is not closed: its last point is not its first. A plan needs a closed outline.'
        : `holds no closed outline, only ${[...new Set(parsed.entities.map((e) => e.type))].slice(0, 6).join(', ')}`,
    );
  }
  return { candidates, scale, notes };
}

interface Element {
  name: string;
  attributes: Record<string, string>;
  children: Element[];
}

function elementsOf(nodes: unknown): Element[] {
  return (nodes as Record<string, unknown>[]).flatMap((node) => {
    const name = Object.keys(node).find((k) => k !== ':@' && k !== '#text');
    if (!name || !Array.isArray(node[name])) return [];
    return [{ name, attributes: (node[':@'] ?? {}) as Record<string, string>, children: elementsOf(node[name]) }];
  });
}

/** Millimetres in a length of an SVG, null for a plain number or percentage. */
function millimetres(text: string | undefined): number | null {
  const match = /^\s*([\d.]+)\s*(mm|cm|in|m)\s*$/.exec(text ?? '');
  return match ? Number(match[1]) * { mm: 1, cm: 10, in: 25.4, m: 1000 }[match[2] as 'mm' | 'cm' | 'in' | 'm'] : null;
}

const numbers = (text: string) => (text.match(/-?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []).map(Number);

/** Path of a shape element; null for others. */
function pathOf(e: Element): string | null {
  const a = e.attributes;
  if (e.name === 'path') return a.d ?? null;
  if (e.name === 'polygon' || e.name === 'polyline') {
    const n = numbers(a.points ?? '');
    if (n.length < 6) return null;
    return `M${n.join(' ')}${e.name === 'polygon' ? 'Z' : ''}`;
  }
  if (e.name === 'rect') {
    const [x, y, w, h] = [a.x ?? '0', a.y ?? '0', a.width ?? '0', a.height ?? '0'].map(Number);
    return `M${x} ${y}h${w}v${h}h${-w!}Z`;
  }
  return null;
}

function readSvg(text: string): ReadOutline | { candidates: Candidate[]; scale: number; notes: string[] } {
  const valid = XMLValidator.validate(text);
  if (valid !== true) return refuse(`line ${valid.err.line}`, `is not well-formed: ${valid.err.msg}`);
  const tree = elementsOf(
    new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true }).parse(text),
  );
  const root = tree.find((e) => e.name === 'svg');
  if (!root) return refuse('', 'expected an <svg> element, found none');
  const notes: string[] = [];
  const box = numbers(root.attributes.viewBox ?? '');
  const width = millimetres(root.attributes.width);
  let scale = 0.001;
  if (width !== null && box.length === 4 && box[2]! > 0) scale = width / box[2]! / 1000;
  else notes.push('The file does not say how large its unit is; millimetres are taken.');
  const candidates: Candidate[] = [];
  const open: string[] = [];
  let curved: string | null = null;
  let count = 0;
  const walk = (e: Element, transforms: readonly string[], group: string | null): void => {
    const layer = e.name === 'g' ? (e.attributes.id ?? group) : group;
    const own = e.attributes.transform ? [...transforms, e.attributes.transform] : transforms;
    const d = pathOf(e);
    if (d !== null) {
      count += 1;
      const where = `<${e.name}${e.attributes.id ? ` id="${e.attributes.id}"` : ''}>, shape ${count}`;
      const path = own
        .reduceRight((p, t) => p.transform(t), svgpath(d))
        .abs()
        .unshort()
        .unarc();
      let points: Vec2[] = [];
      let bends = false;
      /** One stretch of the path is done; a path may hold several. */
      const finish = (closed: boolean): void => {
        if (bends) curved ??= where;
        else if (points.length >= 3) {
          const [a, b] = [points[0]!, points[points.length - 1]!];
          const meets = Math.hypot(a[0] - b[0], a[1] - b[1]) * scale <= JOINED;
          if (closed || meets) candidates.push({ where, points: meets ? points.slice(0, -1) : points, layer });
          else open.push(where);
        }
        points = [];
        bends = false;
      };
      path.iterate((s, _i, x, y) => {
        const [command, ...v] = s as [string, ...number[]];
        if (command === 'M') {
          finish(false);
          points = [[v[0]!, v[1]!]];
        } else if (command === 'L') points.push([v[0]!, v[1]!]);
        else if (command === 'H') points.push([v[0]!, y]);
        else if (command === 'V') points.push([x, v[0]!]);
        else if (command === 'Z') finish(true);
        else bends = true;
      });
      finish(false);
    }
    e.children.forEach((c) => walk(c, own, layer));
  };
  walk(root, [], null);
  if (candidates.length === 0) {
    if (open.length > 0)
      return refuse(open[0]!, 'is not closed: its last point is not its first. A plan needs a closed outline.');
    if (curved !== null)
      return refuse(curved, 'is curved; a plan needs straight walls. Draw the curve as short straight pieces.');
    return refuse('<svg>', 'holds no polygon, polyline, rectangle or path');
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
export function readOutlineFile(name: string, text: string): ReadOutline {
  if (text.trim() === '') return refuse('', 'the file is empty');
  const svg = /\.svg$/i.test(name) || /^\s*(<\?xml|<svg|<!--)/.test(text.slice(0, 200));
  if (!svg && !/\.dxf$/i.test(name)) return refuse('', 'expected a DXF or SVG file');
  const read = svg ? readSvg(text) : readDxf(text);
  if ('ok' in read) return read;
  const own = read.candidates.filter((c) => c.layer?.toUpperCase() === PLAN_LAYER);
  const sized = (own.length > 0 ? own : read.candidates)
    .map((c) => ({ ...c, points: c.points.map((p): Vec2 => [p[0] * read.scale, p[1] * read.scale]) }))
    .map((c) => ({ ...c, area: outlineArea(c.points) }))
    .sort((a, b) => Math.abs(b.area) - Math.abs(a.area));
  const tried = sized.map(outlineFrom);
  const outlines = tried.flatMap((t) => ('corners' in t ? [t] : []));
  const [first, ...others] = outlines;
  if (!first) {
    const [fault] = tried;
    return 'fault' in fault! ? refuse(fault.where, fault.fault) : refuse('', 'holds no outline of a room');
  }
  return { ok: true, outlines: [first, ...others.slice(0, MOST_SHOWN - 1)], notes: read.notes };
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
