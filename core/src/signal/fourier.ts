/**
 * Fourier transforms of real signals. A spectrum is its bins 0 … n/2 as pairs re, im in one array; e^{−jωt}, no scaling forwards, 1/n back.
 *
 * The transform itself is the package `fft.js`; a real signal of n samples goes through a complex one of n/2 (E. O. Brigham, The Fast Fourier
 * Transform and Its Applications, 1988, § 9.3).
 */
import FFT from 'fft.js';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, ceil, cos, hypot, log2, max, min, sin } = Math;

export type Samples = Float64Array<ArrayBuffer>;
/** re, im, re, im … of bins 0 … n/2: n + 2 numbers. */
export type Spectrum = Float64Array<ArrayBuffer>;

/** Longest transform there is room for: 2²³ samples, almost three minutes at 48 kHz. */
export const MOST_SAMPLES = 2 ** 23;

/** The power of two that holds `n` samples. Throws RangeError for more than {@link MOST_SAMPLES}. */
export function sizeFor(n: number): number {
  if (!(n >= 0 && n <= MOST_SAMPLES))
    throw new RangeError(`sizeFor: samples must lie in 0 … ${MOST_SAMPLES}, got ${n}`);
  return 2 ** max(2, ceil(log2(max(1, n))));
}

/** The smallest of 2ᵏ, 3·2ᵏ and 5·2ᵏ that holds `n` samples: less room to spare for what is long. Throws as {@link sizeFor}. */
export function snugSizeFor(n: number): number {
  const whole = sizeFor(n);
  return [5 / 8, 3 / 4].map((part) => part * whole).find((size) => size >= n && size >= LEAST_SNUG) ?? whole;
}
const LEAST_SNUG = 2 ** 12;

interface Complex {
  transform(out: Samples, x: Samples): void;
  /** With 1/n. */
  inverseTransform(out: Samples, x: Samples): void;
}

/** A complex transform of odd · 2ᵏ samples: those of every odd-th sample, put together by the sum over odd parts. */
function mixed(n: number, odd: number): Complex {
  const each = n / odd;
  const inner = new FFT(each);
  const part = new Float64Array(2 * each);
  const parts = Array.from({ length: odd }, () => new Float64Array(2 * each));
  // e^{−2πjk/n} of each k, and e^{−2πji/odd}.
  const [stepRe, stepIm] = [new Float64Array(each), new Float64Array(each)];
  for (let k = 0; k < each; k++) {
    stepRe[k] = cos((2 * PI * k) / n);
    stepIm[k] = -sin((2 * PI * k) / n);
  }
  const turnRe = Float64Array.from({ length: odd }, (_, i) => cos((2 * PI * i) / odd));
  const turnIm = Float64Array.from({ length: odd }, (_, i) => -sin((2 * PI * i) / odd));
  const [re, im] = [new Float64Array(odd), new Float64Array(odd)];
  const transform = (out: Samples, x: Samples, sign: 1 | -1) => {
    for (let r = 0; r < odd; r++) {
      for (let i = 0, k = 2 * r; i < 2 * each; i += 2, k += 2 * odd) {
        part[i] = x[k]!;
        part[i + 1] = sign * x[k + 1]!;
      }
      inner.transform(parts[r]!, part);
    }
    for (let k = 0; k < each; k++) {
      const wr = stepRe[k]!;
      const wi = stepIm[k]!;
      let tr = 1;
      let ti = 0;
      for (let r = 0; r < odd; r++) {
        const of = parts[r]!;
        const a = of[2 * k]!;
        const b = of[2 * k + 1]!;
        re[r] = a * tr - b * ti;
        im[r] = a * ti + b * tr;
        const next = tr * wr - ti * wi;
        ti = tr * wi + ti * wr;
        tr = next;
      }
      for (let q = 0; q < odd; q++) {
        let a = re[0]!;
        let b = im[0]!;
        for (let r = 1, turn = q; r < odd; r++) {
          a += re[r]! * turnRe[turn]! - im[r]! * turnIm[turn]!;
          b += re[r]! * turnIm[turn]! + im[r]! * turnRe[turn]!;
          turn += q;
          if (turn >= odd) turn -= odd;
        }
        out[2 * (k + q * each)] = a;
        out[2 * (k + q * each) + 1] = sign * b;
      }
    }
  };
  return {
    transform: (out, x) => transform(out, x, 1),
    inverseTransform(out, x) {
      transform(out, x, -1);
      for (let i = 0; i < out.length; i++) out[i]! /= n;
    },
  };
}

function complexOf(n: number): Complex {
  const odd = [1, 3, 5].find((m) => Number.isInteger(log2(n / m)) && n / m >= 2);
  if (!odd) throw new RangeError(`fourier: size must be 2^k, 3·2^k or 5·2^k, got ${2 * n}`);
  return odd === 1 ? new FFT(n) : mixed(n, odd);
}

interface Plan {
  complex: Complex;
  work: Samples;
  out: Samples;
  /** cos and sin of 2πk/n for k = 0 … n/4. */
  cos: Samples;
  sin: Samples;
}
const plans = new Map<number, Plan>();
/** Of sizes above one is kept, the last: their tables are tens of megabytes; of the very largest none. */
const LARGEST_KEPT = 2 ** 18;
const LARGEST_ONE = 2 ** 21;
let large: { n: number; plan: Plan } | null = null;

function planOf(n: number): Plan {
  const known = plans.get(n) ?? (large?.n === n ? large.plan : undefined);
  if (known) return known;
  const complex = complexOf(n / 2);
  const quarter = n / 4 + 1;
  const plan: Plan = {
    complex,
    work: new Float64Array(n),
    out: new Float64Array(n),
    cos: new Float64Array(quarter),
    sin: new Float64Array(quarter),
  };
  for (let k = 0; k < quarter; k++) {
    plan.cos[k] = cos((2 * PI * k) / n);
    plan.sin[k] = sin((2 * PI * k) / n);
  }
  if (n <= LARGEST_KEPT) plans.set(n, plan);
  else if (n <= LARGEST_ONE) large = { n, plan };
  return plan;
}

/** The transform of complex signals of n samples, re and im in turn; `out` and `x` are two arrays. */
export const complexTransform = (n: number): Complex => planOf(2 * n).complex;

/** Spectrum of a real signal, zeros behind it up to `n` samples (a power of two, by default the next one, or three or five times one). */
export function spectrumOf(x: ArrayLike<number>, n = sizeFor(x.length)): Spectrum {
  const { complex, work, out, ...turns } = planOf(n);
  const length = min(n, x.length);
  for (let i = 0; i < length; i++) work[i] = x[i]!;
  work.fill(0, length);
  complex.transform(out, work);
  const half = n / 2;
  const spectrum = new Float64Array(n + 2);
  spectrum[0] = out[0]! + out[1]!;
  spectrum[n] = out[0]! - out[1]!;
  for (let k = 1; k <= half / 2; k++) {
    const [a, b] = [2 * k, 2 * (half - k)];
    // Even and odd samples' spectra, from the symmetry of each.
    const er = (out[a]! + out[b]!) / 2;
    const ei = (out[a + 1]! - out[b + 1]!) / 2;
    const or = (out[a + 1]! + out[b + 1]!) / 2;
    const oi = (out[b]! - out[a]!) / 2;
    const [c, s] = [turns.cos[k]!, turns.sin[k]!];
    const tr = c * or + s * oi;
    const ti = c * oi - s * or;
    spectrum[a] = er + tr;
    spectrum[a + 1] = ei + ti;
    spectrum[b] = er - tr;
    spectrum[b + 1] = ti - ei;
  }
  return spectrum;
}

/** The real signal of a spectrum. */
export function signalOf(spectrum: Spectrum): Samples {
  const n = spectrum.length - 2;
  const { complex, work, ...turns } = planOf(n);
  const half = n / 2;
  for (let k = 0; k <= half / 2; k++) {
    const [a, b] = [2 * k, 2 * (half - k)];
    const [ar, ai, br, bi] = [spectrum[a]!, spectrum[a + 1]!, spectrum[b]!, spectrum[b + 1]!];
    const er = (ar + br) / 2;
    const ei = (ai - bi) / 2;
    const dr = (ar - br) / 2;
    const di = (ai + bi) / 2;
    const [c, s] = [turns.cos[k]!, turns.sin[k]!];
    const or = c * dr - s * di;
    const oi = c * di + s * dr;
    work[a] = er - oi;
    work[a + 1] = ei + or;
    if (k > 0) {
      work[b] = er + oi;
      work[b + 1] = or - ei;
    }
  }
  const x = new Float64Array(n);
  complex.inverseTransform(x, work);
  return x;
}

/** Two real signals back at once from their spectra: one complex transform instead of two. */
export function twoSignalsOf(first: Spectrum, second: Spectrum): [Samples, Samples] {
  const n = first.length - 2;
  const { complex, work: sum, out } = planOf(2 * n);
  for (let k = 0; k <= n / 2; k++) {
    const fr = first[2 * k]!;
    const fi = first[2 * k + 1]!;
    const sr = second[2 * k]!;
    const si = second[2 * k + 1]!;
    sum[2 * k] = fr - si;
    sum[2 * k + 1] = fi + sr;
    if (k > 0 && k < n / 2) {
      sum[2 * (n - k)] = fr + si;
      sum[2 * (n - k) + 1] = sr - fi;
    }
  }
  complex.inverseTransform(out, sum);
  const [a, b] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i++) {
    a[i] = out[2 * i]!;
    b[i] = out[2 * i + 1]!;
  }
  return [a, b];
}

/** Product of two spectra; `conjugate` takes the second one's conjugate (correlation instead of convolution). */
export function product(a: Spectrum, b: Spectrum, conjugate = false): Spectrum {
  const out = new Float64Array(a.length);
  const sign = conjugate ? -1 : 1;
  for (let i = 0; i < a.length; i += 2) {
    const [br, bi] = [b[i]!, sign * b[i + 1]!];
    out[i] = a[i]! * br - a[i + 1]! * bi;
    out[i + 1] = a[i]! * bi + a[i + 1]! * br;
  }
  return out;
}

/** Linear convolution: a.length + b.length − 1 samples. */
export function convolve(a: ArrayLike<number>, b: ArrayLike<number>): Samples {
  if (a.length === 0 || b.length === 0) return new Float64Array(0);
  const length = a.length + b.length - 1;
  const n = sizeFor(length);
  return signalOf(product(spectrumOf(a, n), spectrumOf(b, n))).slice(0, length);
}

/** |x + j·Hilbert(x)|: the envelope of a signal, as long as it. */
export function envelopeOf(x: ArrayLike<number>): Samples {
  const n = sizeFor(x.length);
  const spectrum = spectrumOf(x, n);
  const turned = new Float64Array(n + 2);
  for (let i = 2; i < n; i += 2) {
    turned[i] = spectrum[i + 1]!;
    turned[i + 1] = -spectrum[i]!;
  }
  const quadrature = signalOf(turned);
  return Float64Array.from({ length: x.length }, (_, i) => hypot(x[i]!, quadrature[i]!));
}
