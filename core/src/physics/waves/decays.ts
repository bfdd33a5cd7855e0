/** Decay of each mode of the damped room, from the complex eigenvalues of its system. */
import type { Complex } from '../../numerics/complex';
import { roundUp } from '../../numerics/linalg/types';
import type { System } from './damped';
import { pivotedSolve } from './pivoted';

const { PI } = Math;

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
/** A mode that losses move by more than this is worked out again where it came to lie. */
const MOVED = 0.003;

/**
 * Decay of every mode up to `to` Hz from the complex eigenvalues of the damped system: first order
 * (δ = c·Re β·B/2), then Rayleigh steps among the modes nearby. Where those run to another mode, first order stands. Admittances are
 * carried off the real axis by their slope: β(k) ≈ β + (k − Re k)·dβ/dk, or a lining whose admittance rises steeply would be given
 * up to a tenth too long a decay.
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
    let settled = rayleigh(system, m, first, losses(system, f)) ?? first;
    // Where a lining has moved it, admittances are those of the frequency it has come to.
    const moved = (c * settled.re) / (2 * PI);
    if (Math.abs(moved / f - 1) > MOVED) settled = rayleigh(system, m, settled, losses(system, moved)) ?? settled;
    const delta = c * settled.im;
    list.push({
      frequency: (c * settled.re) / (2 * PI),
      delta,
      time: delta > 0 ? (3 * Math.log(10)) / delta : Infinity,
    });
  }
  return list;
}

/** Admittances at a frequency, and how they change with the wavenumber there. */
interface Losses {
  k: number;
  betas: Complex[];
  slopes: Complex[];
}
/** Step of the slope, over the frequency. */
const SLOPE = 1e-3;

function losses({ dampers, c }: System, f: number): Losses {
  const k = (2 * PI * f) / c;
  const slopes = dampers.map((d) => {
    const [low, high] = [d.beta(f * (1 - SLOPE)), d.beta(f * (1 + SLOPE))];
    const by = 2 * SLOPE * k;
    return { re: (high.re - low.re) / by, im: (high.im - low.im) / by };
  });
  return { k, betas: dampers.map((d) => d.beta(f)), slopes };
}

/** s of A₀₀ + k² s, the far modes taken out of the system: s = Σ G₀ₕ²/(κₕ² − κ₀²), G = Σ βB. */
function farTerm(
  modes: System['modes'],
  dampers: System['dampers'],
  betas: readonly Complex[],
  near: readonly number[],
  wide: number,
): Complex {
  const m = near[0]!;
  const inside = new Set(near);
  const s = { re: 0, im: 0 };
  for (let h = 0; h < modes.count; h++) {
    if (inside.has(h)) continue;
    let [gr, gi] = [0, 0];
    for (let d = 0; d < dampers.length; d++) {
      const b = dampers[d]!.coupling[m * wide + h]!;
      gr += betas[d]!.re * b;
      gi += betas[d]!.im * b;
    }
    const stiff = modes.kappa2[h]! - modes.kappa2[m]!;
    s.re += (gr * gr - gi * gi) / stiff;
    s.im += (2 * gr * gi) / stiff;
  }
  return s;
}

/** Eigenvalue k of the damped system near a start, among the modes about mode m; null when it runs away. */
function rayleigh(
  { modes, dampers }: System,
  m: number,
  start: Complex,
  { k: kr, betas, slopes }: Losses,
): Complex | null {
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
  const [hr, hi] = [new Float64Array(n * n), new Float64Array(n * n)];
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      for (let d = 0; d < dampers.length; d++) {
        const b = dampers[d]!.coupling[near[i]! * wide + near[j]!]!;
        gr[i * n + j]! += betas[d]!.re * b;
        gi[i * n + j]! += betas[d]!.im * b;
        hr[i * n + j]! += slopes[d]!.re * b;
        hi[i * n + j]! += slopes[d]!.im * b;
      }
    }
  }
  // The others answer to this one mode over their own stiffness: what a deep lining bends its pressure by.
  const far = farTerm(modes, dampers, betas, near, wide);
  const [re, im] = [new Float64Array(n * n), new Float64Array(n * n)];
  const [slopeRe, slopeIm] = [new Float64Array(n * n), new Float64Array(n * n)];
  let [xr, xi] = [new Float64Array(n), new Float64Array(n)];
  xr[0] = 1;
  let k = start;
  for (let round = 0; round < 5; round++) {
    // A(k) x = last x, then the step of Newton on xᵀA(k)x.
    const k2 = { re: k.re * k.re - k.im * k.im, im: 2 * k.re * k.im };
    const off = { re: k.re - kr, im: k.im };
    for (let i = 0; i < n * n; i++) {
      const ar = gr[i]! + off.re * hr[i]! - off.im * hi[i]!;
      const ai = gi[i]! + off.re * hi[i]! + off.im * hr[i]!;
      re[i] = -k.re * ai - k.im * ar;
      im[i] = k.re * ar - k.im * ai;
      // d/dk of ikG(k), over i: G + k G'
      slopeRe[i] = ar + k.re * hr[i]! - k.im * hi[i]!;
      slopeIm[i] = ai + k.re * hi[i]! + k.im * hr[i]!;
    }
    for (let i = 0; i < n; i++) {
      re[i * n + i]! += modes.kappa2[near[i]!]! - k2.re;
      im[i * n + i]! -= k2.im;
    }
    re[0]! += k2.re * far.re - k2.im * far.im;
    im[0]! += k2.re * far.im + k2.im * far.re;
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
        // A'(k) = −2k + i d(kβB)/dk
        tr += -slopeIm[i * n + j]! * xr[j]! - slopeRe[i * n + j]! * xi[j]!;
        ti += slopeRe[i * n + j]! * xr[j]! - slopeIm[i * n + j]! * xi[j]!;
      }
      // … and 2k s for the far ones.
      const own = i === 0 ? { re: far.re - 1, im: far.im } : { re: -1, im: 0 };
      const w = { re: k.re * own.re - k.im * own.im, im: k.re * own.im + k.im * own.re };
      tr += 2 * (w.re * xr[i]! - w.im * xi[i]!);
      ti += 2 * (w.re * xi[i]! + w.im * xr[i]!);
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
