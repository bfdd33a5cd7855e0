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
import type { Complex } from '../numerics/complex';
import type { Linalg } from '../numerics/linalg/types';
import { roundUp } from '../numerics/linalg/types';
import type { RoomModes } from './modes';

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

/** LU with row pivoting, for the rare system the plain factor does not stand. In place on copies. */
function pivotedSolve(re: Float64Array, im: Float64Array, n: number, xr: Float64Array, xi: Float64Array): void {
  for (let k = 0; k < n; k++) {
    let p = k;
    let most = -1;
    for (let i = k; i < n; i++) {
      const size = re[i * n + k]! ** 2 + im[i * n + k]! ** 2;
      if (size > most) [most, p] = [size, i];
    }
    if (p !== k) {
      for (const a of [re, im]) {
        for (let j = 0; j < n; j++) [a[k * n + j], a[p * n + j]] = [a[p * n + j]!, a[k * n + j]!];
      }
      for (const x of [xr, xi]) [x[k], x[p]] = [x[p]!, x[k]!];
    }
    const [dr, di] = [re[k * n + k]! / most, -im[k * n + k]! / most];
    for (let i = k + 1; i < n; i++) {
      const mr = re[i * n + k]! * dr - im[i * n + k]! * di;
      const mi = re[i * n + k]! * di + im[i * n + k]! * dr;
      if (mr === 0 && mi === 0) continue;
      for (let j = k + 1; j < n; j++) {
        re[i * n + j]! -= mr * re[k * n + j]! - mi * im[k * n + j]!;
        im[i * n + j]! -= mr * im[k * n + j]! + mi * re[k * n + j]!;
      }
      xr[i]! -= mr * xr[k]! - mi * xi[k]!;
      xi[i]! -= mr * xi[k]! + mi * xr[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    let [sr, si] = [xr[k]!, xi[k]!];
    for (let j = k + 1; j < n; j++) {
      sr -= re[k * n + j]! * xr[j]! - im[k * n + j]! * xi[j]!;
      si -= re[k * n + j]! * xi[j]! + im[k * n + j]! * xr[j]!;
    }
    const size = re[k * n + k]! ** 2 + im[k * n + k]! ** 2;
    xr[k] = (sr * re[k * n + k]! + si * im[k * n + k]!) / size;
    xi[k] = (si * re[k * n + k]! - sr * im[k * n + k]!) / size;
  }
}

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

export interface Decaying {
  /** Frequency with losses, Hz. */
  frequency: number;
  /** Damping constant, 1/s. */
  delta: number;
  /** Time to fall by 60 dB, s; Infinity without losses. */
  time: number;
}

/** Half width of the window of modes a mode's decay is worked out with, over its frequency. */
const WINDOW = 0.3;

/**
 * Decay of every mode up to `to` Hz from the complex eigenvalues of the damped system: first order
 * (δ = c·Re β·B/2), then Rayleigh steps among the modes nearby. Where those run to another mode, first order stands.
 */
export function decays(system: System, to: number): Decaying[] {
  const { modes, dampers, c } = system;
  const wide = roundUp(modes.count, 8);
  const list: Decaying[] = [];
  for (let m = 0; m < modes.count && modes.frequencies[m]! <= to; m++) {
    if (modes.kappa2[m] === 0) {
      list.push({ frequency: 0, delta: 0, time: Infinity });
      continue;
    }
    const f = modes.frequencies[m]!;
    const betas = dampers.map((d) => d.beta(f));
    const own = betas.reduce(
      (s, b, d) => {
        const g = dampers[d]!.coupling[m * wide + m]!;
        return { re: s.re + b.re * g, im: s.im + b.im * g };
      },
      { re: 0, im: 0 },
    );
    const kappa = Math.sqrt(modes.kappa2[m]!);
    // κ² − k² + ikβB = 0 → k ≈ κ + iβB/2.
    const first: Complex = { re: kappa - own.im / 2, im: own.re / 2 };
    const settled = rayleigh(system, m, first, betas) ?? first;
    const delta = c * settled.im;
    list.push({
      frequency: (c * settled.re) / (2 * PI),
      delta,
      time: delta > 0 ? (3 * Math.log(10)) / delta : Infinity,
    });
  }
  return list;
}

/** Eigenvalue k of the damped system near a start, among the modes about mode m; null when it runs away. */
function rayleigh({ modes, dampers }: System, m: number, start: Complex, betas: readonly Complex[]): Complex | null {
  const wide = roundUp(modes.count, 8);
  const f = modes.frequencies[m]!;
  const near: number[] = [];
  modes.frequencies.forEach((v, i) => {
    if (Math.abs(v - f) <= Math.max(WINDOW * f, 12)) near.push(i);
  });
  // The nearest two dozen say all there is to say.
  near.sort((a, b) => Math.abs(modes.frequencies[a]! - f) - Math.abs(modes.frequencies[b]! - f));
  near.length = Math.min(near.length, 24);
  const n = near.length;
  const [gr, gi] = [new Float64Array(n * n), new Float64Array(n * n)];
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      for (let d = 0; d < dampers.length; d++) {
        const b = dampers[d]!.coupling[near[i]! * wide + near[j]!]!;
        gr[i * n + j]! += betas[d]!.re * b;
        gi[i * n + j]! += betas[d]!.im * b;
      }
    }
  }
  const [re, im] = [new Float64Array(n * n), new Float64Array(n * n)];
  let [xr, xi] = [new Float64Array(n), new Float64Array(n)];
  xr[0] = 1;
  let k = start;
  for (let round = 0; round < 5; round++) {
    // A(k) x = last x, then the step of Newton on xᵀA(k)x.
    const k2 = { re: k.re * k.re - k.im * k.im, im: 2 * k.re * k.im };
    for (let i = 0; i < n * n; i++) {
      re[i] = -k.re * gi[i]! - k.im * gr[i]!;
      im[i] = k.re * gr[i]! - k.im * gi[i]!;
    }
    for (let i = 0; i < n; i++) {
      re[i * n + i]! += modes.kappa2[near[i]!]! - k2.re;
      im[i * n + i]! -= k2.im;
    }
    const [yr, yi] = [Float64Array.from(xr), Float64Array.from(xi)];
    const [ar, ai] = [re.slice(), im.slice()];
    pivotedSolve(ar, ai, n, yr, yi);
    let largest = 0;
    for (let i = 0; i < n; i++) largest = Math.max(largest, Math.hypot(yr[i]!, yi[i]!));
    if (!Number.isFinite(largest) || largest === 0) return null;
    for (let i = 0; i < n; i++) {
      yr[i]! /= largest;
      yi[i]! /= largest;
    }
    [xr, xi] = [yr, yi];
    let [nr, ni, dr, di] = [0, 0, 0, 0];
    for (let i = 0; i < n; i++) {
      let [sr, si, tr, ti] = [0, 0, 0, 0];
      for (let j = 0; j < n; j++) {
        sr += re[i * n + j]! * xr[j]! - im[i * n + j]! * xi[j]!;
        si += re[i * n + j]! * xi[j]! + im[i * n + j]! * xr[j]!;
        // A'(k) = −2k + i βB
        tr += -gi[i * n + j]! * xr[j]! - gr[i * n + j]! * xi[j]!;
        ti += gr[i * n + j]! * xr[j]! - gi[i * n + j]! * xi[j]!;
      }
      tr -= 2 * (k.re * xr[i]! - k.im * xi[i]!);
      ti -= 2 * (k.re * xi[i]! + k.im * xr[i]!);
      nr += xr[i]! * sr - xi[i]! * si;
      ni += xr[i]! * si + xi[i]! * sr;
      dr += xr[i]! * tr - xi[i]! * ti;
      di += xr[i]! * ti + xi[i]! * tr;
    }
    const size = dr * dr + di * di;
    if (!(size > 0)) return null;
    const step = { re: (nr * dr + ni * di) / size, im: (ni * dr - nr * di) / size };
    k = { re: k.re - step.re, im: k.im - step.im };
    if (Math.hypot(step.re, step.im) < 1e-7 * Math.hypot(k.re, k.im)) break;
  }
  const own = Math.hypot(xr[0]!, xi[0]!);
  // Another mode's: not this one's answer.
  return own > 0.5 && k.im > 0 && Math.abs(k.re - start.re) < 0.15 * start.re ? k : null;
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
