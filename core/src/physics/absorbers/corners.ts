/**
 * Absorbers in corners and free-standing blocks: depth changes across their front, so the front is cut into strips, each taken as
 * a flat absorber of the depth behind it, and the mean absorption is taken over the exposed front.
 *
 * A model of depth seen, not of the corner: that pressure is higher there is not in it, so it errs low for modes. What it is worth:
 * the absorption area within a quarter, the frequency within a third of an octave.
 */
import { mustBePositive } from '../../quantities/guard';
import type { Layer } from './layers';

/** What the area of a corner or block is worth: ± a quarter. */
export const CORNER_SPREAD = 0.25;
const STRIPS = 8;

export interface Strip {
  /** Part of the exposed front. */
  part: number;
  layers: Layer[];
}

export interface Front {
  strips: Strip[];
  /** Exposed front for each metre along the corner, m. */
  exposed: number;
  /** Wall for each metre that no longer shows, m. */
  covered: number;
  /** Mean depth of what lies behind the front, m. */
  depth: number;
}

const air = (d: number): Layer[] => (d > 1e-4 ? [{ type: 'air', d }] : []);
type Fill = (d: number) => Layer[];

/**
 * A panel of front width `width` and fill `depth` across a right-angled corner, air behind; or, solid, the whole triangle filled.
 * Cloth or foil in front is put before the fill by `fill`.
 */
export function cornerFront(kind: 'straddle' | 'solid', width: number, depth: number, fill: Fill): Front {
  mustBePositive('cornerFront', 'width', width);
  mustBePositive('cornerFront', 'depth', depth);
  const strips = Array.from({ length: STRIPS }, (_, i): Strip => {
    // Behind the front the corner is as deep as the distance from the nearer edge.
    const behind = (width / 2) * ((i + 0.5) / STRIPS);
    const layers = kind === 'solid' ? fill(behind) : [...fill(depth), ...air(behind - depth > 0 ? behind - depth : 0)];
    return { part: 1 / STRIPS, layers };
  });
  return {
    strips,
    exposed: width,
    covered: width * Math.SQRT2,
    depth: kind === 'solid' ? width / 4 : Math.max(depth, width / 4),
  };
}

/** A square-section fill pushed into the corner, its own corner into the room: two fronts of `side`, each `side` deep. */
export function cornerOut(side: number, fill: Fill): Front {
  mustBePositive('cornerOut', 'side', side);
  return { strips: [{ part: 1, layers: fill(side) }], exposed: 2 * side, covered: 2 * side, depth: side };
}

/** A free-standing block: its middle is a plane of symmetry, so each face sees half of it on a rigid wall. */
export function blockFront(
  width: number,
  depth: number,
  height: number,
  fill: Fill,
): { strips: Strip[]; area: number; depth: number } {
  for (const [name, value] of Object.entries({ width, depth, height })) mustBePositive('blockFront', name, value);
  const [wide, narrow] = [height * width * 2, height * depth * 2];
  const top = width * depth;
  const area = wide + narrow + top;
  return {
    strips: [
      { part: wide / area, layers: fill(depth / 2) },
      { part: narrow / area, layers: fill(width / 2) },
      { part: top / area, layers: fill(height) },
    ],
    area,
    depth: depth / 2,
  };
}
