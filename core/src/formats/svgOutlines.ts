/** Closed outlines of an SVG: polygons, polylines, rectangles and straight paths, through their groups' transforms. */
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import svgpath from 'svgpath';
import type { Vec2 } from '../geometry/vector';
import { type Candidate, JOINED, type Outlines, refuse } from './outlines';

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

/** Deeper than any drawing; recursion in readers of XML would end in a stack that is full. */
const DEEPEST = 200;

/** Why the text is not given to a reader of XML, or null. One pass over its tags. */
function danger(text: string): string | null {
  if (/<!ENTITY/i.test(text)) return 'declares entities of its own, which are not followed; save it as plain SVG';
  let depth = 0;
  for (const [, close, , empty] of text.matchAll(/<(\/)?([A-Za-z][^\s/<>]*)[^<>]*?(\/)?>/g)) {
    if (close) depth -= 1;
    else if (!empty && (depth += 1) > DEEPEST) return `has groups nested more than ${DEEPEST} deep`;
  }
  return null;
}

export function readSvg(text: string): Outlines {
  const fault = danger(text);
  if (fault !== null) return refuse('', fault);
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
