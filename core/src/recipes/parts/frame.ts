/** A rectangular frame of timber on edge: stiles along its long sides, rails between them, braces behind. */
import { type Body, boxBody, type Workshop, type Part, type Point2 } from './types';

/** Frames at least this long get a brace, m. */
export const BRACE_FROM = 1;
/** Overhead a brace at most this far from the next, m: they carry the eyes and keep the sides from spreading. */
const BRACE_OVERHEAD = 0.6;
/** Braces lie flat behind the fill and hide it: of the frame's own timber up to this width, of deeper frames narrower; m. */
const WIDEST_BRACE = 0.12;
const NARROW_BRACE = 0.1;

export interface Frame {
  width: number;
  height: number;
  /** Of the timber, and where its back lies, m. */
  depth: number;
  back: number;
  overhead: boolean;
  braced: boolean;
}

/** How much shorter a rail is than the frame, at each end, in thicknesses of the timber. */
const SET_IN = { butt: 1, mitred: 0, rebated: 0.5 } as const;

/** Length of a rail of a frame so wide, m. */
export const railOf = (across: number, { frameThickness, joint }: Workshop): number =>
  across - 2 * SET_IN[joint] * frameThickness;

/** How many braces a frame so long has. */
export const bracesOf = (long: number, overhead: boolean): number =>
  long < BRACE_FROM - 1e-9 ? 0 : overhead ? Math.max(1, Math.ceil(long / BRACE_OVERHEAD - 1e-9) - 1) : 1;

/** Outlines of a stile and a rail at the low ends, along (short, long). */
function ends(
  short: number,
  long: number,
  { frameThickness: t, joint }: Workshop,
): { stile: Point2[]; rail: Point2[] } {
  if (joint === 'mitred')
    return {
      stile: [
        [0, 0],
        [t, t],
        [t, long - t],
        [0, long],
      ],
      rail: [
        [0, 0],
        [short, 0],
        [short - t, t],
        [t, t],
      ],
    };
  const s = t * SET_IN[joint];
  const rail: Point2[] = [
    [s, 0],
    [short - s, 0],
    [short - s, t],
    [s, t],
  ];
  const stile: Point2[] =
    joint === 'butt'
      ? [
          [0, 0],
          [t, 0],
          [t, long],
          [0, long],
        ]
      : [
          [0, 0],
          [s, 0],
          [s, t],
          [t, t],
          [t, long - t],
          [s, long - t],
          [s, long],
          [0, long],
        ];
  return { stile, rail };
}

/** The timber of a frame. */
export function frameParts({ width, height, depth, back, overhead, braced }: Frame, workshop: Workshop): Part[] {
  const { frameThickness: t, joint } = workshop;
  const upright = height >= width;
  const [short, long] = upright ? [width, height] : [height, width];
  const prism = (outline: readonly Point2[], from: number, to: number): Body => ({
    axis: 'z',
    outline: upright ? outline : outline.map(([u, v]) => [v, u] as const),
    from,
    to,
  });
  const turned = (outline: readonly Point2[]) => outline.map(([u, v]) => [short - u, long - v] as const);
  const { stile, rail } = ends(short, long, workshop);
  const cut = { butt: 'square', mitred: 'mitred', rebated: 'rebated' } as const;
  const of = { sort: 'bar', thickness: t, depth } as const;
  const part = (name: Part['name'], length: number, bodies: Body[], section = of, ends: Part['cut'] = cut[joint]) => ({
    ...{ name, of: section, length, width: section.depth, cut: ends },
    ...{ grain: true, paired: false, bodies },
  });
  const both = (outline: Point2[]) => [prism(outline, back, back + depth), prism(turned(outline), back, back + depth)];
  const list: Part[] = [
    part('stile', long, both(stile)),
    part('rail', railOf(short, workshop), both(rail), of, joint === 'rebated' ? 'square' : cut[joint]),
  ];
  const braces = braced ? bracesOf(long, overhead) : 0;
  if (braces > 0) {
    const wide = depth <= WIDEST_BRACE ? depth : NARROW_BRACE;
    const bodies = Array.from({ length: braces }, (_, i) => {
      const mid = ((i + 1) * long) / (braces + 1);
      return prism(
        [
          [t, mid - wide / 2],
          [short - t, mid - wide / 2],
          [short - t, mid + wide / 2],
          [t, mid + wide / 2],
        ],
        back,
        back + Math.min(t, depth),
      );
    });
    list.push(part('brace', short - 2 * t, bodies, { ...of, depth: wide }, 'square'));
  }
  return list;
}

/** A sheet before or behind a frame, m. */
export const sheetBody = (width: number, height: number, from: number, to: number): Body =>
  boxBody([0, width], [0, height], [from, to]);
