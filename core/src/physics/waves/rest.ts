/**
 * What the modes that were left out still add: the static rest of a source's field, and its first change with frequency.
 *
 * Above the highest mode kept every mode answers to a low note almost at once: Σ φφ/(κ² − k²) ≈ Σ φφ/κ² + k² Σ φφ/κ⁴ over those left out.
 * Both sums are two solves of the grid's own equations for each source: K r = δ and K r₁ = M r with the modes kept taken out of them, by
 * r ← (K + sM)⁻¹(b + sM r), which shrinks its error sixfold a round, as no mode below the limit is left. The factor of K + sM is the one the
 * modes were found with. Rest and kept modes together are the field of a source whose near part is right: without it dips between a
 * metre and a half from a loudspeaker came out up to 2 dB wrong.
 *
 * φ is normalised to the room, the solver's ψ to its own mass: ψψ = φφ(1 + κ²h²/12); the terms in h²/12 below put that right.
 */
import type { Vec3 } from '../../geometry/vector';
import { type RoomModes, shapesAt, stencil, stencilAt } from './modes';
import { type RestSystem, SIDES } from './restSystem';

/** At every unknown: Σ φφ(source)/κ² and Σ φφ(source)/κ⁴ over the modes left out, in 1/m and m. */
export interface Rest {
  still: Float64Array;
  slope: Float64Array;
}

/** Rounds of the iteration: six leave 2·10⁻⁵. */
const ROUNDS = 6;

/** Rests of sources, four solved at once. */
export function createRests(modes: RoomModes, system: RestSystem): (points: readonly Vec3[]) => Rest[] {
  const { la, band, mass, n, half, stride, shift, work } = system;
  const { count, vectors, stride: wide, kappa2, mesh } = modes;
  const [b, x, y] = work;
  const h2 = mesh.grid.step.reduce((s, h) => s + (h * h) / 3, 0) / 12;
  /** ψψ over φφ, by mode. */
  const scale = kappa2.map((v) => 1 + v * h2);
  const solve = () => {
    x.fill(0);
    for (let round = 0; round < ROUNDS; round++) {
      if (round === 0) x.set(b);
      else {
        la.symmetric4(mass, x, y);
        for (let i = 0; i < SIDES * n; i++) x[i] = b[i]! + shift * y[i]!;
      }
      la.bandSolve4(band, n, stride, half, x);
    }
  };
  const place = stencil();
  const phi = new Float64Array(count);

  const four = (points: readonly Vec3[]): Rest[] => {
    b.fill(0);
    y.fill(0);
    // Σ φφ(source) over the modes kept: what the two normalisations differ by.
    const kept = points.map(() => new Float64Array(n));
    points.forEach((p, c) => {
      stencilAt(mesh, p, place);
      for (let a = 0; a < place.length; a++) b[SIDES * place.unknowns[a]! + c]! += place.weights[a]!;
      shapesAt(modes, p, phi);
      const sum = kept[c]!;
      for (let i = 0; i < mesh.size; i++) {
        let [whole, moving] = [0, 0];
        for (let m = 0, k = i * wide; m < count; m++, k++) {
          const v = vectors[k]! * phi[m]!;
          whole += scale[m]! * v;
          if (m > 0) moving += v;
        }
        y[SIDES * i + c] = whole;
        sum[i] = moving;
      }
    });
    // What the kept modes carry of the source is taken off it: b − MΨΨᵀb.
    la.symmetric4(mass, y, x);
    for (let i = 0; i < SIDES * n; i++) b[i]! -= x[i]!;
    solve();
    const still = points.map((_, c) => Float64Array.from({ length: mesh.size }, (__, i) => x[SIDES * i + c]!));
    la.symmetric4(mass, x, y);
    b.set(y);
    solve();
    return points.map((_, c): Rest => {
      const [own, sum] = [still[c]!, kept[c]!];
      const slope = Float64Array.from(own, (v, i) => x[SIDES * i + c]! - h2 * v - h2 * h2 * sum[i]!);
      return { still: own.map((v, i) => v + h2 * sum[i]!), slope };
    });
  };

  return (points) => {
    const out: Rest[] = [];
    for (let i = 0; i < points.length; i += SIDES) out.push(...four(points.slice(i, i + SIDES)));
    return out;
  };
}

const reader = stencil();

/** A rest at a point: [Σ φφ/κ², Σ φφ/κ⁴]. */
export function restAt(modes: RoomModes, rest: Rest, p: Vec3): [still: number, slope: number] {
  stencilAt(modes.mesh, p, reader);
  let [a, b] = [0, 0];
  for (let i = 0; i < reader.length; i++) {
    const [u, w] = [reader.unknowns[i]!, reader.weights[i]!];
    a += w * rest.still[u]!;
    b += w * rest.slope[u]!;
  }
  return [a, b];
}
