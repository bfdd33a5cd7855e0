/** Pieces in corners and along edges: frames whose sides lie along both walls, and triangles of fill. */
import { type Body, boxBody, type Part, type Point2, type Workshop } from './types';
import { BRACE_FROM } from './frame';

/** What a panel across a corner is built in: its front is the widest, its sides go back at 45°; m. */
export interface Across {
  width: number;
  height: number;
  depth: number;
}

/** Battens of a front that carries nothing but its cloth, m. */
const BATTEN = 0.045;

/** A trapezoid or triangle in plan (x, z): so wide at its front, narrower by its depth on both sides going back. */
function tapered(from: number, to: number, front: number, depth: number): Point2[] {
  const back = Math.max(0, (to - from) / 2 - depth);
  const mid = (from + to) / 2;
  const deep = Math.min(depth, (to - from) / 2);
  return back > 1e-9
    ? [
        [from, front],
        [to, front],
        [mid + back, front - deep],
        [mid - back, front - deep],
      ]
    : [
        [from, front],
        [to, front],
        [mid, front - deep],
      ];
}

/**
 * A framed panel across a corner: two sides ripped with both long edges at 45° so that they lie along the walls and end flush with front and
 * back, shelves between them at both ends (and at a metre's height in the middle), fill cut to the taper.
 */
export function acrossParts({ width, height, depth }: Across, { frameThickness: t }: Workshop) {
  const slant = t * Math.SQRT2;
  const deep = Math.min(depth, width / 2 - slant);
  const inner = width - 2 * slant;
  const side = (mirror: boolean): Body => {
    const outline: Point2[] = [
      [0, deep],
      [slant, deep],
      [slant + deep, 0],
      [deep, 0],
    ];
    return {
      axis: 'y',
      outline: mirror ? outline.map(([x, z]) => [width - x, z] as const) : outline,
      from: 0,
      to: height,
    };
  };
  const ripped = deep * Math.SQRT2 + t;
  const shelves = height >= BRACE_FROM - 1e-9 ? 3 : 2;
  const taper = tapered(slant, width - slant, deep, deep);
  const shelfAt = (i: number) => (i * (height - t)) / (shelves - 1);
  const bays = shelves - 1;
  const bay = (height - shelves * t) / bays;
  const timber: Part[] = [
    {
      ...{ name: 'side', of: { sort: 'bar', thickness: t, depth: ripped }, length: height, width: ripped },
      ...{ cut: 'bevelled', grain: true, paired: false, bodies: [side(false), side(true)] },
    },
    {
      ...{ name: 'shelf', of: { sort: 'bar', thickness: t, depth: deep }, length: inner, width: deep },
      ...{ cut: 'mitred', grain: true, paired: false },
      bodies: Array.from({ length: shelves }, (_, i): Body => ({
        axis: 'y',
        outline: taper,
        from: shelfAt(i),
        to: shelfAt(i) + t,
      })),
    },
  ];
  const fillBodies = Array.from({ length: bays }, (_, i): Body => ({
    axis: 'y',
    outline: taper,
    from: shelfAt(i) + t,
    to: shelfAt(i) + t + bay,
  }));
  return { timber, fillBodies, fill: { length: bay, width: inner }, depth: deep };
}

/** A filled corner: triangles stacked on each other, and before them a light frame of battens for the cloth. */
export function filledParts(
  { width, height }: Pick<Across, 'width' | 'height'>,
  { frameThickness: t }: Workshop,
): { timber: Part[]; leg: number; fillBody: Body; depth: number } {
  const half = width / 2;
  const wide = Math.min(BATTEN, width / 4, height / 4);
  const of = { sort: 'bar', thickness: t, depth: wide } as const;
  const plain = { cut: 'square', grain: true, paired: false } as const;
  const timber: Part[] = [
    {
      ...{ name: 'stile', of, length: height, width: wide, ...plain },
      bodies: [0, width - wide].map((x) => boxBody([x, x + wide], [0, height], [half, half + t])),
    },
    {
      ...{ name: 'rail', of, length: width - 2 * wide, width: wide, ...plain },
      bodies: [0, height - wide].map((y) => boxBody([wide, width - wide], [y, y + wide], [half, half + t])),
    },
  ];
  const fillBody: Body = { axis: 'y', outline: tapered(0, width, half, half), from: 0, to: height };
  return { timber, leg: width / Math.SQRT2, fillBody, depth: half + t };
}
