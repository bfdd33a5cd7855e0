/**
 * The lines of a DXF as far as a plan needs them: LINE, LWPOLYLINE, POLYLINE, ARC, and blocks put in by INSERT. A small reader of our
 * own, in one pass over the text: it ends on every file, and says where one is not a DXF.
 */
import type { Vec2 } from '../geometry/vector';

/** A stretch of straight pieces, in drawing units, y downwards as a screen has it. */
export interface DxfShape {
  /** Kind, handle and layer, for messages. */
  where: string;
  layer: string;
  points: Vec2[];
  closed: boolean;
  /** Whether arcs in it were made straight pieces. */
  bent: boolean;
}

export interface DxfShapes {
  shapes: DxfShape[];
  /** Kinds of entities found, readable or not. */
  kinds: string[];
  /** $INSUNITS; 0: not said. */
  units: number;
}

export type ReadDxf = ({ ok: true } & DxfShapes) | { ok: false; path: string; message: string };

type Tag = readonly [code: number, value: string];
interface Entity {
  type: string;
  tags: Tag[];
  /** Of a POLYLINE. */
  vertices: Tag[][];
}
interface Block {
  base: Vec2;
  entities: Entity[];
}

/** Shapes a drawing may come to, blocks put in everywhere: more is no plan of a room, and would only be slow. */
const MOST_SHAPES = 200_000;
const DEEPEST_BLOCK = 8;
/** Degrees a straight piece of an arc spans at most. */
const ARC_STEP = 15;

const refuse = (path: string, message: string): ReadDxf => ({ ok: false, path, message });
const DEG = Math.PI / 180;

const text = (tags: readonly Tag[], code: number): string | undefined => tags.find((t) => t[0] === code)?.[1];
const number = (tags: readonly Tag[], code: number, otherwise = 0): number => {
  const value = Number(text(tags, code));
  return text(tags, code) !== undefined && Number.isFinite(value) ? value : otherwise;
};

/** Lines between two reports of how far it is. */
const TOLD_EVERY = 1 << 16;

/** The text as tags: a code on every odd line, its value on the next. */
function tagsOf(source: string, progress: (part: number) => void): { tags: Tag[] } | { path: string; message: string } {
  const lines = source.split(/\r\n|\n|\r/);
  const tags: Tag[] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    if (i % TOLD_EVERY === 0) progress(i / lines.length);
    if (!/^\s*-?\d+\s*$/.test(lines[i]!)) {
      const found = lines[i]!.trim().slice(0, 40);
      return { path: `line ${i + 1}`, message: `expected a group code, a whole number, found "${found}"` };
    }
    const tag: Tag = [Number(lines[i]), lines[i + 1]!.trim()];
    tags.push(tag);
    if (tag[0] === 0 && tag[1] === 'EOF') return { tags };
  }
  return { path: `line ${lines.length}`, message: 'the file ends without EOF; it was probably cut off' };
}

/** Header unit, blocks and entities of the tags. */
function sectionsOf(tags: readonly Tag[]): { units: number; blocks: Map<string, Block>; entities: Entity[] } {
  let units = 0;
  const blocks = new Map<string, Block>();
  const entities: Entity[] = [];
  let section = '';
  let block: Block | null = null;
  let into: Entity[] | null = null;
  let polyline: Entity | null = null;
  /** Tags go here: an entity's, a vertex's, a block's head. */
  let open: Tag[] | null = null;
  for (let i = 0; i < tags.length; i++) {
    const [code, value] = tags[i]!;
    if (code !== 0) {
      if (section === '' && code === 2) {
        section = value;
        into = value === 'ENTITIES' ? entities : null;
      } else if (section === 'HEADER' && code === 9 && value === '$INSUNITS') units = Number(tags[i + 1]?.[1]) || 0;
      else open?.push(tags[i]!);
      continue;
    }
    if (block && open && into === null) {
      // The head of a block is whole: its name and base point are known.
      block.base = [number(open, 10), number(open, 20)];
      blocks.set(text(open, 2) ?? '', block);
      into = block.entities;
    }
    open = null;
    if (value === 'SECTION') [section, into] = ['', null];
    else if (value === 'ENDSEC') [section, into, block] = ['-', null, null];
    else if (value === 'BLOCK' && section === 'BLOCKS') {
      block = { base: [0, 0], entities: [] };
      into = null;
      open = [];
    } else if (value === 'ENDBLK') [into, block] = [null, null];
    else if (value === 'VERTEX' && polyline) polyline.vertices.push((open = []));
    else if (value === 'SEQEND') polyline = null;
    else if (into) {
      const entity: Entity = { type: value, tags: (open = []), vertices: [] };
      into.push(entity);
      polyline = value === 'POLYLINE' ? entity : null;
    }
  }
  return { units, blocks, entities };
}

/** Points of a bulge from a to b, b left out: none where it is straight. */
function bulged(a: Vec2, b: Vec2, bulge: number): Vec2[] {
  const chord = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (Math.abs(bulge) < 1e-6 || chord === 0) return [a];
  const turn = 4 * Math.atan(bulge);
  const pieces = Math.max(2, Math.ceil(Math.abs(turn) / (ARC_STEP * DEG)));
  // Middle of the circle: across the chord by its half over tan of half the turn.
  const across = (1 / bulge - bulge) / 4;
  const mx = (a[0] + b[0]) / 2 - (b[1] - a[1]) * across;
  const my = (a[1] + b[1]) / 2 + (b[0] - a[0]) * across;
  const from = Math.atan2(a[1] - my, a[0] - mx);
  const radius = Math.hypot(a[0] - mx, a[1] - my);
  return Array.from({ length: pieces }, (_, k): Vec2 => {
    const at = from + (turn * k) / pieces;
    return k === 0 ? a : [mx + radius * Math.cos(at), my + radius * Math.sin(at)];
  });
}

/** A polyline's corners with its bulges as straight pieces. */
function run(corners: readonly { p: Vec2; bulge: number }[], closed: boolean): { points: Vec2[]; bent: boolean } {
  const points = corners.flatMap(({ p, bulge }, i) => {
    const next = corners[i + 1] ?? (closed ? corners[0] : undefined);
    return next ? bulged(p, next.p, bulge) : [p];
  });
  return { points, bent: corners.some((c) => Math.abs(c.bulge) >= 1e-6) };
}

/** LWPOLYLINE: codes 10 and 20 begin a corner, 42 is the bulge after it. */
function lightCorners(tags: readonly Tag[]): { p: Vec2; bulge: number }[] {
  const corners: { p: [number, number]; bulge: number }[] = [];
  for (const [code, value] of tags) {
    const last = corners[corners.length - 1];
    if (code === 10) corners.push({ p: [Number(value), 0], bulge: 0 });
    else if (code === 20 && last) last.p[1] = Number(value);
    else if (code === 42 && last) last.bulge = Number(value);
  }
  return corners;
}

function shapeOf(e: Entity): { points: Vec2[]; closed: boolean; bent: boolean } | null {
  const { tags } = e;
  const closed = (number(tags, 70) & 1) === 1;
  const straight = (points: Vec2[]) => ({ points, closed: false, bent: false });
  switch (e.type) {
    case 'LINE':
      return straight([
        [number(tags, 10), number(tags, 20)],
        [number(tags, 11), number(tags, 21)],
      ]);
    case 'LWPOLYLINE':
      return { ...run(lightCorners(tags), closed), closed };
    case 'POLYLINE': {
      // Points that only steer a curve (flag 16) are no corners.
      const corners = e.vertices
        .filter((v) => (number(v, 70) & 16) === 0)
        .map((v) => ({ p: [number(v, 10), number(v, 20)] as Vec2, bulge: number(v, 42) }));
      return { ...run(corners, closed), closed };
    }
    case 'ARC': {
      const [x, y, r] = [number(tags, 10), number(tags, 20), number(tags, 40)];
      const from = number(tags, 50) * DEG;
      let turn = number(tags, 51) * DEG - from;
      while (turn <= 0) turn += 2 * Math.PI;
      const pieces = Math.max(1, Math.ceil(turn / (ARC_STEP * DEG)));
      const points = Array.from({ length: pieces + 1 }, (_, k): Vec2 => {
        const at = from + (turn * k) / pieces;
        return [x + r * Math.cos(at), y + r * Math.sin(at)];
      });
      return { points, closed: false, bent: true };
    }
    default:
      return null;
  }
}

type Placed = (p: Vec2) => Vec2;

/** Reads the shapes of a drawing. Never throws. `progress`: the part of its lines read, 0…1. */
export function readDxfShapes(source: string, progress: (part: number) => void = () => {}): ReadDxf {
  const read = tagsOf(source, progress);
  if (!('tags' in read)) return refuse(read.path, read.message);
  const { units, blocks, entities } = sectionsOf(read.tags);
  if (entities.length === 0) return refuse('section ENTITIES', 'holds no entities');
  const shapes: DxfShape[] = [];
  const kinds = new Set<string>();
  let looked = 0;
  /** False: there are too many. */
  function collect(list: readonly Entity[], placed: Placed, depth: number, outer: string): boolean {
    for (const e of list) {
      if ((looked += 1) > MOST_SHAPES) return false;
      kinds.add(e.type);
      // In a block, layer 0 is the layer of who puts it in.
      const own = text(e.tags, 8) ?? '0';
      const layer = own === '0' ? outer : own;
      const handle = text(e.tags, 5);
      if (e.type === 'INSERT') {
        const block = blocks.get(text(e.tags, 2) ?? '');
        if (!block || depth >= DEEPEST_BLOCK) continue;
        if (!collect(block.entities, inserted(e.tags, block.base, placed), depth + 1, layer)) return false;
        continue;
      }
      const shape = shapeOf(e);
      if (!shape) continue;
      // Drawn from below: x runs the other way.
      const flip = number(e.tags, 230, 1) < 0 ? -1 : 1;
      const points = shape.points.map(([x, y]) => placed([flip * x, y])).map(([x, y]): Vec2 => [x, -y]);
      if (points.some((p) => !Number.isFinite(p[0]) || !Number.isFinite(p[1]))) continue;
      shapes.push({ ...shape, points, layer, where: `${e.type}${handle ? ` ${handle}` : ''} on layer ${layer}` });
    }
    return true;
  }
  if (!collect(entities, (p) => p, 0, '0'))
    return refuse('section ENTITIES', `holds more than ${MOST_SHAPES} lines; save the layer of the plan alone`);
  return { ok: true, shapes, kinds: [...kinds], units };
}

/** Where the points of a block come to lie. */
function inserted(tags: readonly Tag[], base: Vec2, outer: Placed): Placed {
  const [sx, sy] = [number(tags, 41, 1), number(tags, 42, 1)];
  const [cos, sin] = [Math.cos(number(tags, 50) * DEG), Math.sin(number(tags, 50) * DEG)];
  const [x0, y0] = [number(tags, 10), number(tags, 20)];
  return ([x, y]) => {
    const [u, v] = [(x - base[0]) * sx, (y - base[1]) * sy];
    return outer([x0 + u * cos - v * sin, y0 + u * sin + v * cos]);
  };
}
