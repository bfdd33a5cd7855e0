/**
 * Integrals over the part of a grid cell that is air: μ[a + 3b + 9c] = ∫ ξᵃ ηᵇ ζᶜ, a, b, c ≤ 2, in the cell's own
 * coordinates 0…1. Exact: polygons are cut where a sloped top passes a level of the grid, and integrated by a product
 * rule of degree 9 on triangles fanned with sign, so that outlines of any shape (seams too) come out right.
 */
import { type Plane, planeAt } from '../../geometry/levels';
import { outlineArea } from '../../geometry/polygon';
import type { Vec2 } from '../../geometry/vector';
import { type Prism, wherePlane } from './openAir';

// Gauss-Legendre, five points on 0…1: degree 9.
const GAUSS: readonly (readonly [at: number, weight: number])[] = [
  [0.046910077030668, 0.118463442528095],
  [0.230765344947158, 0.239314335249683],
  [0.5, 0.284444444444444],
  [0.769234655052842, 0.239314335249683],
  [0.953089922969332, 0.118463442528095],
];
// Degree 9 in each collapsed direction; one is spent on the Jacobian.
const TRIANGLE = GAUSS.flatMap(([u, wu]) =>
  GAUSS.map(([v, wv]): [number, number, number] => [u, v * (1 - u), wu * wv * (1 - u)]),
);

/** Calls back at every quadrature point of an outline (weights sum to its signed area). */
function overOutline(outline: readonly Vec2[], visit: (x: number, y: number, weight: number) => void): void {
  const [ox, oy] = outline[0]!;
  for (let i = 1; i + 1 < outline.length; i++) {
    const [p, q] = [outline[i]!, outline[i + 1]!];
    const [ax, ay, bx, by] = [p[0] - ox, p[1] - oy, q[0] - ox, q[1] - oy];
    const twice = ax * by - ay * bx;
    if (twice === 0) continue;
    for (const [u, v, w] of TRIANGLE) visit(ox + u * ax + v * bx, oy + u * ay + v * by, w * twice);
  }
}

/** Cuts an outline with an upright rectangle. */
export function cutToCell(outline: readonly Vec2[], x0: number, y0: number, x1: number, y1: number): Vec2[] {
  let list = outline as Vec2[];
  for (let side = 0; side < 4; side++) {
    const axis = side & 1;
    const limit = [x0, y0, x1, y1][side]!;
    const sign = side < 2 ? 1 : -1;
    const next: Vec2[] = [];
    for (let i = 0; i < list.length; i++) {
      const p = list[i]!;
      const q = list[i + 1 === list.length ? 0 : i + 1]!;
      const [a, b] = [sign * (p[axis]! - limit), sign * (q[axis]! - limit)];
      if (a >= 0) next.push(p);
      if (a >= 0 !== b >= 0) {
        const t = a / (a - b);
        const cut: [number, number] = [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])];
        cut[axis] = limit;
        next.push(cut);
      }
    }
    if (next.length === 0) return next;
    list = next;
  }
  return list;
}

export const FULL = Float64Array.from(
  { length: 27 },
  (_, i) => 1 / ((i % 3) + 1) / ((Math.floor(i / 3) % 3) + 1) / (Math.floor(i / 9) + 1),
);

/** Adds what one prism contributes to every cell of one column of the grid; `piece` is its outline cut to the column. */
export function addPrism(
  moments: (Float64Array | null)[],
  prism: Prism,
  piece: readonly Vec2[],
  cell: { x0: number; y0: number; z0: number; hx: number; hy: number; hz: number },
): void {
  const { x0, y0, z0, hx, hy, hz } = cell;
  const area = outlineArea(piece) / (hx * hy);
  if (!(area > 1e-12)) return;
  const top: Plane = prism.top;
  const sloped = top.slope[0] !== 0 || top.slope[1] !== 0;
  const heights = piece.map((p) => planeAt(top, p));
  const [least, most] = sloped ? [Math.min(...heights), Math.max(...heights)] : [top.at, top.at];
  const local = piece.map((p): Vec2 => [(p[0] - x0) / hx, (p[1] - y0) / hy]);
  const plane: Plane = {
    at: (planeAt(top, [x0, y0]) - z0) / hz,
    slope: [(top.slope[0] * hx) / hz, (top.slope[1] * hy) / hz],
  };
  let flat: Float64Array | null = null;
  const flatMoments = (outline: readonly Vec2[]): Float64Array => {
    const out = new Float64Array(9);
    overOutline(outline, (x, y, w) => {
      const [wx, wxx] = [w * x, w * x * x];
      out[0]! += w;
      out[1]! += wx;
      out[2]! += wxx;
      out[3]! += w * y;
      out[4]! += wx * y;
      out[5]! += wxx * y;
      out[6]! += w * y * y;
      out[7]! += wx * y * y;
      out[8]! += wxx * y * y;
    });
    return out;
  };
  const slab = (into: Float64Array, xy: Float64Array, from: number, to: number) => {
    let [p, q] = [from, to];
    for (let c = 0; c < 3; c++) {
      const part = (q - p) / (c + 1);
      for (let i = 0; i < 9; i++) into[9 * c + i]! += xy[i]! * part;
      p *= from;
      q *= to;
    }
  };
  const whole = area > 1 - 1e-12;
  for (let k = 0; k < moments.length; k++) {
    const bottom = z0 + k * hz;
    const from = Math.max(0, (prism.low - bottom) / hz);
    if (from >= 1 || most <= bottom + from * hz) continue;
    const into = (moments[k] ??= new Float64Array(27));
    if (least >= bottom + hz || !sloped) {
      if (whole && from === 0 && least >= bottom + hz) {
        for (let i = 0; i < 27; i++) into[i]! += FULL[i]!;
        continue;
      }
      slab(into, (flat ??= flatMoments(local)), from, Math.min(1, (least - bottom) / hz));
      continue;
    }
    const full = wherePlane(local, plane, k + 1, 'above');
    if (full.length > 2) slab(into, flatMoments(full), from, 1);
    const part = wherePlane(wherePlane(local, plane, k + 1, 'below'), plane, k + from, 'above');
    if (part.length < 3) continue;
    overOutline(part, (x, y, w) => {
      let [p, q] = [from, plane.at + plane.slope[0] * x + plane.slope[1] * y - k];
      const [f, t] = [p, q];
      for (let c = 0; c < 3; c++) {
        const s = (w * (q - p)) / (c + 1);
        let wy = s;
        for (let b = 0; b < 3; b++) {
          const o = 9 * c + 3 * b;
          into[o]! += wy;
          into[o + 1]! += wy * x;
          into[o + 2]! += wy * x * x;
          wy *= y;
        }
        p *= f;
        q *= t;
      }
    });
  }
}

/** h²/12 of the product of derivatives, in the cell's coordinates. */
const TWELFTH = 1 / 12;

/**
 * Mass and stiffness of a cell from its moments, 8 × 8 by rows; corner a = x + 2y + 4z. ∫ Nₐ N_b and ∫ ∇Nₐ·∇N_b for
 * trilinear shape functions on a cell hx × hy × hz, where in each direction that is not differentiated NₐN_b stands for
 * NₐN_b + (h²/12) Nₐ'N_b': on whole cells that is h/12·[[5, 1], [1, 5]], half way between consistent and lumped mass, whose
 * error is of fourth order, −(kh)⁴/480; on cut cells the same integrand over what is air.
 */
export function cellMatrices(
  moments: Float64Array,
  hx: number,
  hy: number,
  hz: number,
  mass: Float64Array,
  stiffness: Float64Array,
): void {
  const volume = hx * hy * hz;
  // Products of two hats: (1−ξ)², ξ(1−ξ), ξ²; third: their sum, 1, for directions that are differentiated.
  const pair = (c0: number, c1: number, c2: number, kind: number) =>
    kind === 0
      ? c0 * (1 + TWELFTH) - 2 * c1 + c2
      : kind === 1
        ? c1 - c2 - TWELFTH * c0
        : kind === 2
          ? c2 + TWELFTH * c0
          : c0;
  const t1 = new Float64Array(4 * 9);
  for (let i = 0; i < 9; i++) {
    for (let kind = 0; kind < 4; kind++)
      t1[kind * 9 + i] = pair(moments[3 * i]!, moments[3 * i + 1]!, moments[3 * i + 2]!, kind);
  }
  const t2 = new Float64Array(4 * 4 * 3);
  for (let x = 0; x < 4; x++) {
    for (let c = 0; c < 3; c++) {
      const o = x * 9 + 3 * c;
      for (let kind = 0; kind < 4; kind++) t2[(x * 4 + kind) * 3 + c] = pair(t1[o]!, t1[o + 1]!, t1[o + 2]!, kind);
    }
  }
  const integral = (x: number, y: number, z: number) => {
    const o = (x * 4 + y) * 3;
    return pair(t2[o]!, t2[o + 1]!, t2[o + 2]!, z);
  };
  for (let a = 0; a < 8; a++) {
    for (let b = a; b < 8; b++) {
      const kx = (a & 1) + (b & 1);
      const ky = ((a >> 1) & 1) + ((b >> 1) & 1);
      const kz = (a >> 2) + (b >> 2);
      const m = volume * integral(kx, ky, kz);
      const s =
        volume *
        (((kx === 1 ? -1 : 1) * integral(3, ky, kz)) / (hx * hx) +
          ((ky === 1 ? -1 : 1) * integral(kx, 3, kz)) / (hy * hy) +
          ((kz === 1 ? -1 : 1) * integral(kx, ky, 3)) / (hz * hz));
      mass[8 * a + b] = m;
      mass[8 * b + a] = m;
      stiffness[8 * a + b] = s;
      stiffness[8 * b + a] = s;
    }
  }
}
