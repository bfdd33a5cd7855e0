/**
 * Upright edges that jut into the room: what trilinear elements cannot follow there, and by how much it lifts each mode.
 *
 * About an edge of inside angle ω > π pressure goes with a·r^ν cos νθ, ν = π/ω, whose slope has no limit at the edge. A grid answers it with a
 * spurious r^−ν cos νθ of strength δ, which depends on nothing but the angle and where the edge lies in its cell: it is found once on a small
 * patch of the grid's own equations around the edge. By Green's formula between the true and the computed mode its κ² is then too high by
 * −πδ ∫a² dz, a read from the computed mode near the edge. (Singular exponents: P. Grisvard, Elliptic Problems in Nonsmooth Domains, 1985,
 * ch. 4; the argument is that of M. Van Dyke's matched expansions.) Left out: level edges (beams, steps) and edges whose walls are shorter
 * than a cell.
 */
import { type Polygons, without } from '../../geometry/booleans';
import { planeAt } from '../../geometry/levels';
import { insideOutline, outlineArea } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { plainLinalg } from '../../numerics/linalg/plain';
import { bandAt, bandStride, roundUp } from '../../numerics/linalg/types';
import type { Mesh } from './mesh';
import { addPrism, cellMatrices, cutToCell } from './moments';
import type { OpenAir } from './openAir';

const { atan2, cos, hypot, max, min, PI, sin } = Math;

export interface ReentrantEdge {
  at: Vec2;
  /** Direction of the wall θ is measured from, rad, and the inside angle. */
  from: number;
  angle: number;
  /** Length of the shorter of its two walls, m. */
  shortest: number;
}

/** Angles nearer to straight are as good as smooth, and such that the wall is a sheet are not followed. */
const [LEAST_ANGLE, MOST_ANGLE] = [PI * 1.05, PI * 1.85];

/** Edges of a plan (positively walked) that jut into it. */
export function reentrantEdges(plan: readonly Vec2[]): ReentrantEdge[] {
  return plan.flatMap((at, i): ReentrantEdge[] => {
    const before = plan[(i - 1 + plan.length) % plan.length]!;
    const after = plan[(i + 1) % plan.length]!;
    // Inside lies to the left: from the wall ahead, anticlockwise through the air, to the wall behind.
    const from = atan2(after[1] - at[1], after[0] - at[0]);
    const to = atan2(before[1] - at[1], before[0] - at[0]);
    const angle = (to - from + 4 * PI) % (2 * PI);
    if (angle < LEAST_ANGLE || angle > MOST_ANGLE) return [];
    const shortest = min(hypot(after[0] - at[0], after[1] - at[1]), hypot(before[0] - at[0], before[1] - at[1]));
    return [{ at, from, angle, shortest }];
  });
}

/** Cells on either side of the edge's own in its patch. */
const PATCH = 10;

/** Strength δ of the spurious r^−ν cos νθ the grid answers a unit r^ν cos νθ with, m^2ν; negative. Null when no patch can be made. */
export function spuriousStrength(edge: ReentrantEdge, mesh: Mesh): number | null {
  const { from, step } = mesh.grid;
  const [hx, hy] = step;
  const nu = PI / edge.angle;
  const own = [0, 1].map((i) => Math.floor((edge.at[i]! - from[i]!) / step[i]! + 1e-9));
  const [x0, y0] = [from[0] + (own[0]! - PATCH) * hx, from[1] + (own[1]! - PATCH) * hy];
  const n = 2 * PATCH + 1;
  const [x1, y1] = [x0 + n * hx, y0 + n * hy];
  const far = 20 * n * max(hx, hy);
  const [a, b] = [edge.from, edge.from + edge.angle].map((t): [number, number] => [
    edge.at[0] + far * cos(t),
    edge.at[1] + far * sin(t),
  ]);
  const box: [number, number][] = [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ];
  const solid: Polygons = [[[[edge.at[0], edge.at[1]], b!, a!]]];
  const outlines = without([[box]], [solid]).map((p) => p[0]!.slice(0, -1) as unknown as Vec2[]);
  if (outlines.length !== 1) return null;
  const outline = outlines[0]!;
  if (outlineArea(outline) < 0) outline.reverse();

  // One layer of cells; pressure the same at its floor and its top. Nodes row by row: a narrow band.
  const nodes = n + 1;
  const all = nodes * nodes;
  const half = nodes + 1;
  const stride = bandStride(half);
  const size = roundUp(all, 4);
  const la = plainLinalg();
  const band = la.f64(size * stride);
  const entry = (i: number, j: number) => bandAt(Math.max(i, j), Math.min(i, j), stride, half);
  const [m, s] = [new Float64Array(64), new Float64Array(64)];
  for (let iy = 0; iy < n; iy++) {
    for (let ix = 0; ix < n; ix++) {
      const [cx, cy] = [x0 + ix * hx, y0 + iy * hy];
      const piece = cutToCell(outline, cx, cy, cx + hx, cy + hy);
      if (piece.length < 3) continue;
      const cells: (Float64Array | null)[] = [null];
      addPrism(cells, { outline, low: 0, top: { at: 1, slope: [0, 0] } }, piece, {
        x0: cx,
        y0: cy,
        z0: 0,
        hx,
        hy,
        hz: 1,
      });
      if (!cells[0]) continue;
      cellMatrices(cells[0], hx, hy, 1, m, s);
      const node = (c: number) => ix + (c & 1) + (iy + ((c >> 1) & 1)) * nodes;
      for (let p = 0; p < 8; p++)
        for (let q = 0; q < 8; q++) if (node(q) <= node(p)) band[entry(node(p), node(q))]! += s[8 * p + q]!;
    }
  }
  const place = (i: number): { r: number; theta: number } => {
    const [dx, dy] = [x0 + (i % nodes) * hx - edge.at[0], y0 + Math.floor(i / nodes) * hy - edge.at[1]];
    return { r: hypot(dx, dy), theta: (atan2(dy, dx) - edge.from + 4 * PI) % (2 * PI) };
  };
  const inAir = (i: number) => {
    const { r, theta } = place(i);
    return r > 0 && theta <= edge.angle + 1e-9;
  };
  const onRim = (i: number) =>
    i % nodes === 0 || i % nodes === n || Math.floor(i / nodes) === 0 || Math.floor(i / nodes) === n;
  const there = Array.from({ length: all }, (_, i) => band[entry(i, i)]! > 1e-9);
  const fixed = there.map((here, i) => here && onRim(i) && inAir(i));
  const free = there.flatMap((here, i) => (here && !fixed[i] ? [i] : []));
  const field = (power: number, i: number): number => {
    const { r, theta } = place(i);
    return r ** power * cos(nu * theta);
  };
  // The grid's answers to r^ν and to r^−ν on the rim: what is given there goes to the right-hand side, its own row becomes the identity.
  const x = la.f64(4 * size);
  for (let i = 0; i < size; i++) {
    for (let j = Math.max(0, i - half); j <= i; j++) {
      const k = entry(i, j);
      const [givenI, givenJ] = [i >= all || !there[i] || fixed[i]!, j >= all || !there[j] || fixed[j]!];
      if (givenI !== givenJ && band[k] !== 0) {
        const [at, from] = givenI ? [j, i] : [i, j];
        [nu, -nu].forEach((power, side) => (x[4 * at + side]! -= band[k]! * field(power, from)));
      }
      if (givenI || givenJ) band[k] = i === j ? 1 : 0;
    }
  }
  try {
    la.bandFactor(band, size, stride, half);
  } catch {
    return null;
  }
  la.bandSolve4(band, size, stride, half, x);
  // v − s = δ (r^−ν cos νθ − what the grid makes of it with the same rim), fitted where both are smooth.
  const reach = PATCH * min(hx, hy);
  let [top, bottom] = [0, 0];
  for (const i of free) {
    const { r } = place(i);
    if (!inAir(i) || r < 0.2 * reach || r > 0.4 * reach) continue;
    const g = field(-nu, i) - x[4 * i + 1]!;
    top += g * (x[4 * i]! - field(nu, i));
    bottom += g * g;
  }
  return bottom > 0 ? top / bottom : null;
}

/** Radius a mode is read at about an edge, in cells; points along the angle and along the height. */
const READ_AT = 1.6;
const ANGLES = 12;
const HEIGHTS = 6;

/**
 * Takes off κ² what the upright edges of the plan have lifted it by, in place.
 * @param read pressure of every mode at a point, ∫φ² = 1
 */
export function correctReentrant(
  air: OpenAir,
  mesh: Mesh,
  kappa2: Float64Array,
  read: (p: Vec3, out: Float64Array) => void,
): void {
  const h = max(mesh.grid.step[0], mesh.grid.step[1]);
  const phi = new Float64Array(kappa2.length);
  for (const edge of reentrantEdges(air.plan)) {
    const radius = min(READ_AT * h, 0.8 * edge.shortest);
    if (radius < 0.9 * h) continue;
    const delta = spuriousStrength(edge, mesh);
    if (delta === null || !(delta < 0)) continue;
    const nu = PI / edge.angle;
    // Floor and ceiling at the edge: of the prisms that touch it a little way into the air.
    const inwards: Vec2 = [
      edge.at[0] + 0.02 * cos(edge.from + edge.angle / 2),
      edge.at[1] + 0.02 * sin(edge.from + edge.angle / 2),
    ];
    for (const prism of air.prisms) {
      if (!insideOutline(inwards, prism.outline)) continue;
      const [low, high] = [prism.low, planeAt(prism.top, edge.at)];
      if (high - low < h) continue;
      const lift = new Float64Array(kappa2.length);
      for (let z = 0; z < HEIGHTS; z++) {
        const height = low + ((z + 0.5) / HEIGHTS) * (high - low);
        const mean = new Float64Array(kappa2.length);
        for (let t = 0; t < ANGLES; t++) {
          const theta = ((t + 0.5) / ANGLES) * edge.angle;
          const to = edge.from + theta;
          read([edge.at[0] + radius * cos(to), edge.at[1] + radius * sin(to), height], phi);
          for (let m = 0; m < phi.length; m++) mean[m]! += (2 / ANGLES) * phi[m]! * cos(nu * theta);
        }
        for (let m = 0; m < phi.length; m++) {
          // a (r^ν (1 − κ²r²/4(ν + 1)) + δ r^−ν): the first terms of Bessel's function, and the spurious part read with it.
          const bend = max(0.5, 1 - (kappa2[m]! * radius * radius) / (4 * (nu + 1)));
          const a = mean[m]! / (radius ** nu * bend + delta * radius ** -nu);
          lift[m]! += (a * a * (high - low)) / HEIGHTS;
        }
      }
      for (let m = 1; m < kappa2.length; m++) kappa2[m]! += PI * delta * lift[m]!;
    }
  }
}
