/**
 * The room with its losses: [Λ − k²I + ik Σ βⱼ(ω)Bⱼ] a = φ(x_s), p(x_r) = φ(x_r)ᵀa, over the rigid room's modes.
 *
 * e^{+iωt}; β = ρc/Z, positive real part: takes energy. 4πp is re the free field at 1 m. Each Bⱼ depends on where a patch
 * is, each βⱼ on what it is: neither on source or receiver.
 *
 * Modes near and below a frequency are coupled with each other there in full (see {@link coupledTo}); those above answer to
 * them, and not to each other: far from resonance that is a correction of second order.
 *
 * Source: P. Morse and K. Ingard, Theoretical Acoustics, §9.4 (modes coupled by wall admittance).
 */
import type { Complex } from '../../numerics/complex';
import type { Linalg } from '../../numerics/linalg/types';
import { roundUp } from '../../numerics/linalg/types';
import type { RoomModes } from './modes';
import { pivotedSolve } from './pivoted';

const { PI } = Math;

export interface Damper {
  /** n × n by rows, n = modes rounded up to 8. */
  coupling: Float32Array;
  /** Admittance over 1/ρc at a frequency in Hz. */
  beta: (frequency: number) => Complex;
}

/** 15–250 Hz: every half hertz to 80, every hertz to 160, then every second. */
export function axisTo(top: number): Float64Array {
  const list: number[] = [];
  for (let f = 15; f <= top + 1e-9; f += f < 80 ? 0.5 : f < 160 ? 1 : 2) list.push(f);
  return Float64Array.from(list);
}

/** Modes below this are coupled with each other in full at a frequency f, Hz. */
export const coupledTo = (f: number): number => Math.max(1.5 * f, f + 50);

export interface Amplitudes {
  /** By source: re and im, [frequency · count + mode]. */
  re: Float32Array[];
  im: Float32Array[];
}

export const dampedBytes = (count: number, dampers: number): number => {
  const [n, wide] = [roundUp(count, 4), roundUp(count, 8)];
  return 8 * (2 * n * n + 2 * n * (n + 2) + 2 * wide * wide + 8 * n) + 4 * dampers * wide * wide + 8192;
};

/** Largest part of the right-hand side a solution misses before the pivoted one is asked. */
const RESIDUAL = 1e-7;

export interface System {
  modes: RoomModes;
  dampers: readonly Damper[];
  c: number;
}

/** How far a solution is from solving the system as it was filled, over the right-hand side. */
function misses(
  re: Float64Array,
  im: Float64Array,
  n: number,
  xr: Float64Array,
  xi: Float64Array,
  b: Float64Array,
  bi: Float64Array,
): number {
  let [worst, largest] = [0, 1e-300];
  for (let i = 0; i < n; i++) {
    let [sr, si] = [-b[i]!, -bi[i]!];
    for (let j = 0; j < n; j++) {
      const p = i <= j ? i * n + j : j * n + i;
      sr += re[p]! * xr[j]! - im[p]! * xi[j]!;
      si += re[p]! * xi[j]! + im[p]! * xr[j]!;
    }
    worst = Math.max(worst, Math.abs(sr), Math.abs(si));
    largest = Math.max(largest, Math.abs(b[i]!));
  }
  return worst / largest;
}

/**
 * Amplitudes of all modes for each source (its φ at every mode) at each frequency. Every so often the solution is put
 * into the equations again; where it does not hold, a pivoted factor answers instead.
 */
export function drive(
  la: Linalg,
  system: System,
  frequencies: Float64Array,
  sources: readonly ArrayLike<number>[],
  progress: (part: number) => void = () => {},
): Amplitudes {
  const { modes, dampers, c } = system;
  const { count } = modes;
  const size = roundUp(count, 4);
  const wide = roundUp(count, 8);
  const [re, im] = [la.f64(size * size), la.f64(size * size)];
  const [xr, xi] = [la.f64(size), la.f64(size)];
  // Σ βB, whole; then the modes above: what they answer to those below, over their own diagonal.
  const [gr, gi] = [la.f64(wide * wide), la.f64(wide * wide)];
  const [hr, hi] = [la.f64(size * (size + 2)), la.f64(size * (size + 2))];
  const [dr, di] = [la.f64(size + 2), la.f64(size + 2)];
  const plates = dampers.map(({ coupling }) => {
    const b = la.f32(wide * wide);
    b.set(coupling);
    return b;
  });
  const out: Amplitudes = {
    re: sources.map(() => new Float32Array(frequencies.length * count)),
    im: sources.map(() => new Float32Array(frequencies.length * count)),
  };
  frequencies.forEach((f, q) => {
    const k = (2 * PI * f) / c;
    gr.fill(0);
    gi.fill(0);
    dampers.forEach((d, i) => {
      const beta = d.beta(f);
      if (beta.re !== 0 || beta.im !== 0) la.blend(plates[i]!, wide * wide, beta.re, beta.im, gr, gi);
    });
    const limit = coupledTo(f);
    let used = modes.frequencies.findIndex((v) => v > limit);
    if (used < 0) used = count;
    const n = roundUp(used, 4);
    const above = count - used;
    for (let i = 0; i < n; i++) {
      const row = i * n;
      if (i >= used) {
        re.fill(0, row, row + n);
        im.fill(0, row, row + n);
        re[row + i] = 1;
        continue;
      }
      for (let j = i; j < n; j++) {
        // i k (gr + i gi); columns beyond the modes used are empty.
        const there = j < used;
        re[row + j] = there ? -k * gi[i * wide + j]! : 0;
        im[row + j] = there ? k * gr[i * wide + j]! : 0;
      }
      re[row + i]! += modes.kappa2[i]! - k * k;
    }
    for (let h = 0; h < above; h++) {
      const m = used + h;
      for (let i = 0, o = h * n, g = m * wide; i < n; i++, o++, g++) {
        hr[o] = i < used ? -k * gi[g]! : 0;
        hi[o] = i < used ? k * gr[g]! : 0;
      }
      const own = m * wide + m;
      const [ar, ai] = [modes.kappa2[m]! - k * k - k * gi[own]!, k * gr[own]!];
      const weight = ar * ar + ai * ai;
      dr[h] = ar / weight;
      di[h] = -ai / weight;
    }
    if (above % 2 === 1) {
      hr.fill(0, above * n, (above + 1) * n);
      hi.fill(0, above * n, (above + 1) * n);
      dr[above] = 0;
      di[above] = 0;
    }
    if (above > 0) la.schur(re, im, n, hr, hi, roundUp(above, 2), dr, di);
    const checked = q % 16 === 0 ? { re: re.slice(0, n * n), im: im.slice(0, n * n) } : null;
    la.complexFactor(re, im, n);
    sources.forEach((phi, s) => {
      const load = () => {
        xr.fill(0, 0, n);
        xi.fill(0, 0, n);
        for (let i = 0; i < used; i++) xr[i] = phi[i]!;
        for (let h = 0; h < above; h++) {
          const b = phi[used + h]!;
          const [yr, yi] = [b * dr[h]!, b * di[h]!];
          for (let i = 0, o = h * n; i < used; i++, o++) {
            xr[i]! -= yr * hr[o]! - yi * hi[o]!;
            xi[i]! -= yr * hi[o]! + yi * hr[o]!;
          }
        }
      };
      load();
      const asked = checked && s === 0 ? { re: xr.slice(0, n), im: xi.slice(0, n) } : null;
      la.complexSolve(re, im, n, xr, xi);
      if (checked && asked && misses(checked.re, checked.im, n, xr, xi, asked.re, asked.im) > RESIDUAL) {
        load();
        for (let i = 0; i < n; i++) {
          for (let j = 0; j < i; j++) {
            checked.re[i * n + j] = checked.re[j * n + i]!;
            checked.im[i * n + j] = checked.im[j * n + i]!;
          }
        }
        pivotedSolve(checked.re, checked.im, n, xr, xi);
      }
      const [outRe, outIm] = [out.re[s]!, out.im[s]!];
      for (let m = 0; m < used; m++) {
        outRe[q * count + m] = xr[m]!;
        outIm[q * count + m] = xi[m]!;
      }
      for (let h = 0; h < above; h++) {
        let [br, bi] = [phi[used + h]!, 0];
        for (let i = 0, o = h * n; i < used; i++, o++) {
          br -= hr[o]! * xr[i]! - hi[o]! * xi[i]!;
          bi -= hr[o]! * xi[i]! + hi[o]! * xr[i]!;
        }
        outRe[q * count + used + h] = br * dr[h]! - bi * di[h]!;
        outIm[q * count + used + h] = br * di[h]! + bi * dr[h]!;
      }
    });
    if (q % 8 === 7) progress((q + 1) / frequencies.length);
  });
  return out;
}

/** 4πφᵀa at every frequency for one receiver: [re, im]. */
export function received(
  amplitudes: { re: Float32Array; im: Float32Array },
  phi: ArrayLike<number>,
  count: number,
  frequencies: number,
): { re: Float64Array; im: Float64Array } {
  const [re, im] = [new Float64Array(frequencies), new Float64Array(frequencies)];
  for (let q = 0; q < frequencies; q++) {
    let [sr, si] = [0, 0];
    for (let m = 0, k = q * count; m < count; m++, k++) {
      sr += amplitudes.re[k]! * phi[m]!;
      si += amplitudes.im[k]! * phi[m]!;
    }
    re[q] = 4 * PI * sr;
    im[q] = 4 * PI * si;
  }
  return { re, im };
}
