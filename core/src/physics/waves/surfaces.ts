/** Integrals of modes over parts of the room's surfaces: what an absorber there couples to. */
import { boundsOf } from '../../geometry/clip';
import { outlineArea } from '../../geometry/polygon';
import type { Vec2, Vec3 } from '../../geometry/vector';
import type { Linalg } from '../../numerics/linalg/types';
import { roundUp } from '../../numerics/linalg/types';
import { type RoomModes, shapesAt } from './modes';
import { cutToCell } from './moments';

/** Points with their share of area, four numbers each: x, y, z, m². A share may be negative: area taken off again. */
export type SurfacePoints = number[];

/** Largest piece one set of points stands for, m. */
const PIECE = 0.25;
const GAUSS2 = [0.5 - 0.5 / Math.sqrt(3), 0.5 + 0.5 / Math.sqrt(3)] as const;

/**
 * Adds points over an outline in a face's own coordinates: two by two Gauss points on whole squares, three a triangle on
 * cut ones.
 * @param stretch true area over local area
 */
export function addPoints(
  into: SurfacePoints,
  outline: readonly Vec2[],
  toSpace: (p: Vec2) => Vec3,
  stretch = 1,
  sign: 1 | -1 = 1,
): void {
  if (outline.length < 3) return;
  const box = boundsOf(outline);
  const nu = Math.max(1, Math.ceil((box.right - box.left) / PIECE - 1e-9));
  const nv = Math.max(1, Math.ceil((box.high - box.low) / PIECE - 1e-9));
  const [du, dv] = [(box.right - box.left) / nu, (box.high - box.low) / nv];
  const turn = outlineArea(outline) < 0 ? -1 : 1;
  const put = (p: Vec2, w: number) => {
    const [x, y, z] = toSpace(p);
    into.push(x, y, z, sign * stretch * w);
  };
  for (let i = 0; i < nu; i++) {
    for (let j = 0; j < nv; j++) {
      const [u0, v0] = [box.left + i * du, box.low + j * dv];
      const piece = cutToCell(outline, u0, v0, u0 + du, v0 + dv);
      if (piece.length < 3) continue;
      const area = Math.abs(outlineArea(piece));
      if (area > (1 - 1e-9) * du * dv) {
        for (const s of GAUSS2) for (const t of GAUSS2) put([u0 + s * du, v0 + t * dv], area / 4);
        continue;
      }
      const [o] = piece;
      for (let k = 1; k + 1 < piece.length; k++) {
        const [p, q] = [piece[k]!, piece[k + 1]!];
        const w = (turn * ((p[0] - o![0]) * (q[1] - o![1]) - (p[1] - o![1]) * (q[0] - o![0]))) / 2;
        if (Math.abs(w) < 1e-12) continue;
        put([(o![0] + p[0]) / 2, (o![1] + p[1]) / 2], w / 3);
        put([(p[0] + q[0]) / 2, (p[1] + q[1]) / 2], w / 3);
        put([(q[0] + o![0]) / 2, (q[1] + o![1]) / 2], w / 3);
      }
    }
  }
}

export const areaOf = (points: SurfacePoints): number => {
  let s = 0;
  for (let i = 3; i < points.length; i += 4) s += points[i]!;
  return s;
};

/** Memory {@link couplings} takes for so many points, bytes. */
export const couplingBytes = (points: number, count: number): number => {
  const n = roundUp(count, 8);
  return 4 * (2 * n * points + n * n + 8 * points) + 4096;
};

/**
 * B (n × n by rows, n = modes rounded up to 8): ∫ φ_m φ_n dS over the points. In m²/m³; symmetric.
 */
export function couplings(la: Linalg, modes: RoomModes, points: SurfacePoints): Float32Array {
  const n = roundUp(modes.count, 8);
  const k = points.length / 4;
  const shapes = la.f32(k * n);
  const weighted = la.f32(n * k);
  for (let i = 0; i < k; i++) {
    shapesAt(modes, [points[4 * i]!, points[4 * i + 1]!, points[4 * i + 2]!], shapes, i * n);
    const w = points[4 * i + 3]!;
    for (let m = 0; m < modes.count; m++) weighted[m * k + i] = w * shapes[i * n + m]!;
  }
  const out = la.f32(n * n);
  la.gemmF32(n, k, n, weighted, shapes, out, la.f32(8 * k));
  return out.slice();
}
