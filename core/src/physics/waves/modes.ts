/**
 * Modes of a room of any shape with rigid walls: finite elements on a cut grid, then the lowest eigenpairs.
 *
 * Accuracy: relative error of a frequency about (kh)⁴/480 per axis on whole cells; sharp re-entrant corners cost more.
 * Measured in docs/waves.md.
 */
import { weyl } from '../modes/box';
import { insideOutline } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { bandStride, type Linalg } from '../../numerics/linalg/types';
import { MOST_BYTES } from '../../numerics/linalg/wasm';
import { assemble, lowestModes, planEigen } from './eigen';
import { type Column, gridOf, type Mesh, meshOf } from './mesh';
import type { OpenAir } from './openAir';
import { correctReentrant } from './reentrant';
import { keepSystem, type RestSystem } from './restSystem';

/** Spacing of the full and of the coarse answer, m, in rooms whose modes are kept to the usual limit. */
export const SPACING = 0.25;
export const COARSE_SPACING = 0.4;

export interface RoomModes {
  mesh: Mesh;
  /** κ², 1/m²; the even pressure first, exactly 0. */
  kappa2: Float64Array;
  /** Hz, for the speed of sound the modes were asked for with. */
  frequencies: Float64Array;
  count: number;
  /** Mode m at unknown i: vectors[i·stride + m]; ∫φ² = 1 over the room. */
  vectors: Float32Array;
  stride: number;
  /** Volume of the air, m³. */
  volume: number;
  /** What a source's rest is solved with. */
  system: RestSystem;
}

export interface SolveWish {
  /** All modes to this frequency, Hz. */
  to: number;
  /** m */
  spacing: number;
  /** Speed of sound, m/s. */
  c: number;
  /** Surface of the room, m², and its edges' length, m: for the number of modes to expect. */
  surface: number;
  edges: number;
}

/** Modes to expect below f, the even pressure among them. */
export function expectedModes(volume: number, surface: number, edges: number, f: number, c: number): number {
  return 1 + weyl(volume, surface, edges, f / c);
}

export type Refusal =
  { reason: 'memory'; bytes: number; limit: number } | { reason: 'apart'; parts: number } | { reason: 'unfinished' };

export type Solved = { modes: RoomModes } | { refused: Refusal };

/**
 * ∫φ² = 1 over the room: the solver's own mass is half way between lumped and consistent, which takes κ²h²/12 off a wave
 * whose nodes are right.
 */
function normalised(vectors: Float32Array, stride: number, kappa2: Float64Array, mesh: Mesh): Float32Array {
  const h2 = mesh.grid.step.reduce((s, h) => s + (h * h) / 3, 0);
  kappa2.forEach((v, m) => {
    const scale = 1 / Math.sqrt(1 + (v * h2) / 12);
    for (let k = m; k < vectors.length; k += stride) vectors[k]! *= scale;
  });
  return vectors;
}

/** What solving would take, from the box around the room: known without making the grid. */
export function guessPlan(air: OpenAir, spacing: number, expected: number) {
  const { count } = gridOf(air, spacing);
  const box = air.to.reduce((v, t, i) => v * (t - air.from[i]!), 1);
  const nodes = count.map((n) => n + 1).sort((a, b) => b - a);
  return planEigen(Math.ceil((nodes[0]! * nodes[1]! * nodes[2]! * air.volume) / box), nodes[1]! * nodes[2]!, expected);
}

/**
 * Solves a room. `load` makes the loops with the memory they will need.
 * Refuses rooms that take more memory than there is, and air that falls into parts nothing joins.
 */
export async function solveModes(
  air: OpenAir,
  { to, spacing, c, surface, edges }: SolveWish,
  load: (bytes: number) => Promise<Linalg>,
  progress: (part: number) => void = () => {},
): Promise<Solved> {
  const expected = expectedModes(air.volume, surface, edges, to, c);
  const guess = guessPlan(air, spacing, expected);
  if (guess.bytes > MOST_BYTES) return { refused: { reason: 'memory', bytes: guess.bytes, limit: MOST_BYTES } };
  const mesh = meshOf(air, spacing);
  const plan = planEigen(mesh.size, mesh.half, expected);
  if (plan.bytes > MOST_BYTES) return { refused: { reason: 'memory', bytes: plan.bytes, limit: MOST_BYTES } };
  const la = await load(plan.bytes);
  const cut = ((2 * Math.PI * to) / c) ** 2;
  const matrices = assemble(la, mesh, plan, cut);
  const pairs = lowestModes(la, matrices, plan, mesh.size, expected, cut, progress);
  if (!pairs) return { refused: { reason: 'unfinished' } };
  const still = pairs.values.filter((v) => v < 1e-6).length;
  if (still > 1) return { refused: { reason: 'apart', parts: still } };
  const kappa2 = pairs.values.map((v) => (v < 1e-6 ? 0 : v));
  const used = mesh.size * pairs.stride;
  const { band, mass, shift } = matrices;
  const system = await keepSystem(
    { band, mass, n: plan.n, half: plan.half, stride: bandStride(plan.half), shift },
    load,
  );
  const modes: RoomModes = {
    mesh,
    kappa2,
    frequencies: new Float64Array(kappa2.length),
    count: kappa2.length,
    vectors: normalised(pairs.vectors.slice(0, used), pairs.stride, kappa2, mesh),
    stride: pairs.stride,
    volume: air.volume,
    system,
  };
  correctReentrant(air, mesh, kappa2, (p, out) => shapesAt(modes, p, out));
  kappa2.forEach((v, m) => (modes.frequencies[m] = (Math.sqrt(v) * c) / (2 * Math.PI)));
  return { modes };
}

/** The part of a column a plan point belongs to: the one it lies in, else the first. */
function partAt(list: readonly Column[], p: Vec2): Column | null {
  if (list.length <= 1) return list[0] ?? null;
  return list.find((column) => insideOutline(p, column.outline!)) ?? list[0]!;
}

/** Cell and column a point is read from: its own, or the nearest that has air. */
function cellAt(
  { grid, columns }: Mesh,
  p: Vec3,
): { column: Column; cell: [number, number, number]; t: number[] } | null {
  const { from, step, count } = grid;
  const t = [0, 1, 2].map((i) => (p[i]! - from[i]!) / step[i]!);
  const own = t.map((v, i) => Math.min(count[i]! - 1, Math.max(0, Math.floor(v)))) as [number, number, number];
  const column = partAt(columns[own[0] + own[1] * count[0]]!, [p[0], p[1]]);
  if (column?.cells[own[2]]) return { column, cell: own, t };
  let found: { column: Column; cell: [number, number, number]; t: number[] } | null = null;
  let best = Infinity;
  for (let reach = 1; reach <= 3 && !found; reach++) {
    for (let dz = -reach; dz <= reach; dz++) {
      for (let dy = -reach; dy <= reach; dy++) {
        for (let dx = -reach; dx <= reach; dx++) {
          const [ix, iy, iz] = [Math.floor(t[0]!) + dx, Math.floor(t[1]!) + dy, Math.floor(t[2]!) + dz];
          if (ix < 0 || iy < 0 || iz < 0 || ix >= count[0] || iy >= count[1] || iz >= count[2]) continue;
          const other = columns[ix + iy * count[0]]!.find((o) => o.cells[iz]);
          if (!other) continue;
          const away = Math.hypot(
            Math.max(ix - t[0]!, 0, t[0]! - ix - 1),
            Math.max(iy - t[1]!, 0, t[1]! - iy - 1),
            Math.max(iz - t[2]!, 0, t[2]! - iz - 1),
          );
          if (away < best) {
            best = away;
            found = { column: other, cell: [ix, iy, iz], t };
          }
        }
      }
    }
  }
  return found;
}

/** Unknowns and weights of a value between nodes, at most 32. */
interface Stencil {
  unknowns: Int32Array;
  weights: Float64Array;
  length: number;
}
export const stencil = (): Stencil => ({ unknowns: new Int32Array(32), weights: new Float64Array(32), length: 0 });

/**
 * How a value at a point follows from the nodes: trilinear, less t(1 − t)/2 of the second differences along each axis
 * (those of the nearer node pair, where both have neighbours): of third order, where trilinear alone would lose
 * (kh)²/8 in the middle of cells. Points outside the air are read at the nearest cell that has some.
 */
export function stencilAt(mesh: Mesh, p: Vec3, out: Stencil): void {
  out.length = 0;
  const at = cellAt(mesh, p);
  if (!at) return;
  const { column, cell } = at;
  const nz = mesh.grid.count[2];
  const nx = mesh.grid.count[0];
  const f = at.t.map((v, i) => Math.min(1, Math.max(0, v - cell[i]!)));
  const node = (line: number, k: number) => (k < 0 || k > nz ? -1 : mesh.unknown[line * (nz + 1) + k]!);
  const add = (u: number, w: number) => {
    if (u < 0 || w === 0) return;
    out.unknowns[out.length] = u;
    out.weights[out.length++] = w;
  };
  const [corner, plain] = [new Float64Array(8), new Float64Array(8)];
  const own = new Int32Array(8);
  for (let a = 0; a < 8; a++) {
    own[a] = node(column.lines[a & 3]!, cell[2] + (a >> 2));
    plain[a] = (a & 1 ? f[0]! : 1 - f[0]!) * ((a >> 1) & 1 ? f[1]! : 1 - f[1]!) * (a >> 2 ? f[2]! : 1 - f[2]!);
    corner[a] = plain[a]!;
  }
  for (let axis = 0; axis < 3; axis++) {
    const t = f[axis]!;
    if (t === 0 || t === 1) continue;
    const bit = 1 << axis;
    for (let a = 0; a < 8; a++) {
      if (a & bit) continue;
      const b = a | bit;
      // Weight across the other two axes.
      const across = plain[a]! / (1 - t);
      if (across === 0) continue;
      const [u0, u1] = [own[a]!, own[b]!];
      if (u0 < 0 || u1 < 0) continue;
      const outer = [
        before(mesh, column, cell, axis, a, nx, node),
        after(mesh, column, cell, axis, b, nx, node),
      ] as const;
      if (outer[0] < 0 && outer[1] < 0) continue;
      const half = (across * t * (1 - t)) / 2;
      // One neighbour missing: the other side's second difference stands for both.
      const w0 = outer[0] < 0 ? 0 : outer[1] < 0 ? 1 : 1 - t;
      const w1 = 1 - w0;
      if (w0 > 0) {
        add(outer[0], -half * w0);
        corner[a]! += 2 * half * w0;
        corner[b]! -= half * w0;
      }
      if (w1 > 0) {
        add(outer[1], -half * w1);
        corner[b]! += 2 * half * w1;
        corner[a]! -= half * w1;
      }
    }
  }
  for (let a = 0; a < 8; a++) add(own[a]!, corner[a]!);
}

type NodeOf = (line: number, k: number) => number;

/** The node before corner `a` along an axis, in air joined to the cell's; −1 when there is none. */
function before(
  m: Mesh,
  column: Column,
  cell: readonly number[],
  axis: number,
  a: number,
  nx: number,
  node: NodeOf,
): number {
  const k = cell[2]! + (a >> 2);
  if (axis === 2) return node(column.lines[a & 3]!, k - 1);
  const there = axis === 0 ? cell[0]! - 1 : cell[1]! - 1;
  if (there < 0) return -1;
  const list = m.columns[axis === 0 ? there + cell[1]! * nx : cell[0]! + there * nx]!;
  const line = column.lines[a & 3]!;
  const joined = list.find((o) => o.lines[(a & 3) | (1 << axis)] === line);
  return joined ? node(joined.lines[a & 3]!, k) : -1;
}

/** The node after corner `b` (which has the axis' bit set). */
function after(
  m: Mesh,
  column: Column,
  cell: readonly number[],
  axis: number,
  b: number,
  nx: number,
  node: NodeOf,
): number {
  const k = cell[2]! + (b >> 2);
  if (axis === 2) return node(column.lines[b & 3]!, k + 1);
  const there = axis === 0 ? cell[0]! + 1 : cell[1]! + 1;
  if (there >= m.grid.count[axis]!) return -1;
  const list = m.columns[axis === 0 ? there + cell[1]! * nx : cell[0]! + there * nx]!;
  const line = column.lines[b & 3]!;
  const joined = list.find((o) => o.lines[b & 3 & ~(1 << axis)] === line);
  return joined ? node(joined.lines[b & 3]!, k) : -1;
}

const scratch = stencil();

/** Pressure of every mode at a point, into `out` from `offset` on (count numbers). */
export function shapesAt(modes: RoomModes, p: Vec3, out: Float32Array | Float64Array, offset = 0): void {
  const { vectors, stride, count } = modes;
  stencilAt(modes.mesh, p, scratch);
  out.fill(0, offset, offset + count);
  for (let a = 0; a < scratch.length; a++) {
    const w = scratch.weights[a]!;
    for (let m = 0, k = scratch.unknowns[a]! * stride; m < count; m++, k++) out[offset + m]! += w * vectors[k]!;
  }
}

/** Pressure of one mode at a point. */
export function shapeAt(modes: RoomModes, mode: number, p: Vec3): number {
  stencilAt(modes.mesh, p, scratch);
  let s = 0;
  for (let a = 0; a < scratch.length; a++)
    s += scratch.weights[a]! * modes.vectors[scratch.unknowns[a]! * modes.stride + mode]!;
  return s;
}
