/**
 * Octave and third-octave filters of third order (Butterworth, six poles), applied to spectra: base-ten exact midbands (IEC 61260-1:2014). At whole
 * octaves from the midband an octave filter takes 19.7, 43.6 and 62.9 dB, more than class 1 asks (16.6, 40.5, 60); 3.01 dB at the edges.
 */
import { nominalThird, OCTAVES, thirdOctaveMidband } from '../quantities/bands';
import type { Spectrum } from './fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, atan, ceil, floor, max, min, sqrt, tan } = Math;

export type Fraction = 1 | 3;
export interface Band {
  /** Nominal: 63, 125 …, of thirds 25, 31.5, 40 … */
  label: number;
  /** Exact midband, Hz. */
  mid: number;
  lower: number;
  upper: number;
  /** Hz between the edges. */
  width: number;
}

const ORDER = 3;

function band(label: number, mid: number, fraction: Fraction): Band {
  const half = 10 ** (0.15 / fraction);
  return { label, mid, lower: mid / half, upper: mid * half, width: mid * (half - 1 / half) };
}

/** The eight octaves 63 Hz … 8 kHz. */
export const OCTAVE_BANDS: readonly Band[] = OCTAVES.map((label, i) => band(label, 1000 * 10 ** (0.3 * (i - 4)), 1));

/** Third octaves 25 Hz … 20 kHz. */
export const THIRD_BANDS: readonly Band[] = Array.from({ length: 30 }, (_, i) => {
  const k = i - 16;
  return band(nominalThird(k), thirdOctaveMidband(k), 3);
});

export const bandsOf = (fraction: Fraction): readonly Band[] => (fraction === 1 ? OCTAVE_BANDS : THIRD_BANDS);

/** Those of the bands that lie wholly below half a sample rate, Hz. */
export const bandsBelow = (fraction: Fraction, rate: number): Band[] =>
  bandsOf(fraction).filter((b) => b.upper < rate / 2);

/** tan(πk/n) for the bins of a spectrum of n samples: the same for every band, and most of the work. */
const tangents = new Map<number, Float64Array>();
const LARGEST_KEPT = 2 ** 18;
function tangentsOf(n: number): Float64Array {
  const known = tangents.get(n);
  if (known) return known;
  const made = new Float64Array(n / 2);
  for (let k = 0; k < made.length; k++) made[k] = tan((PI * k) / n);
  if (n <= LARGEST_KEPT) tangents.set(n, made);
  return made;
}

/** A filter is taken as nothing where it lies so far down, 70 dB. */
const REACH = 10 ** (70 / 20 / ORDER);

/**
 * A band's filter at a sample rate, the analogue one through the bilinear transform, exact at the band's edges: frequency is tan(πf/rate), so that
 * it is gone smoothly at half the rate.
 */
function warped({ lower, upper }: Band, rate: number) {
  const [a, b] = [tan((PI * lower) / rate), tan((PI * upper) / rate)];
  const [square, width] = [a * b, b - a];
  const reach = (REACH * width) / 2;
  const high = reach + sqrt(reach * reach + square);
  const prototype = (w: number) => (w * w - square) / (w * width);
  const back = (w: number) => (atan(w) * rate) / PI;
  return {
    /** Frequency of the low-pass prototype, 1 at the edges. */
    prototype: (f: number): number => prototype(tan((PI * f) / rate)),
    /** The same at tan(πf/rate). */
    at: prototype,
    low: back(square / high),
    high: back(high),
  };
}

/** |H(f)|² of a band's filter at a sample rate. */
export function filterPower(band: Band, f: number, rate: number): number {
  if (f <= 0 || f >= rate / 2) return 0;
  return 1 / (1 + warped(band, rate).prototype(f) ** (2 * ORDER));
}

/** Smallest transform a band of a spectrum of `n` samples at `rate` fits into: the band's signal then comes at rate·size/n. */
export function sizeOfBand(band: Band, rate: number, n: number): number {
  let size = n;
  const { high } = warped(band, rate);
  while (size > 64 && (size / 2) * (rate / n) > 2 * high) size /= 2;
  return size;
}

/**
 * A spectrum behind a band's causal filter, and behind the same filter run backwards in time, as spectra of {@link sizeOfBand} samples. The filter is the
 * low-pass prototype 1/((1 + s)(1 + s + s²)) at s = j·prototype. `others`: spectra of the same length whose energies behind the filter are told along.
 */
export function bandSpectra(
  spectrum: Spectrum,
  band: Band,
  rate: number,
  others: readonly Spectrum[] = [],
): { forward: Spectrum; backward: Spectrum; energies: number[] } {
  const n = spectrum.length - 2;
  const size = sizeOfBand(band, rate, n);
  const scale = size / n;
  const bin = rate / n;
  const { at, low, high } = warped(band, rate);
  const w = tangentsOf(n);
  const [forward, backward] = [new Float64Array(size + 2), new Float64Array(size + 2)];
  const energies = others.map(() => 0);
  const last = min(size / 2 - 1, floor(high / bin));
  for (let k = max(1, ceil(low / bin)); k <= last; k++) {
    const x = at(w[k]!);
    // (1 + jx)(1 − x² + jx) = 1 − 2x² + j(2x − x³)
    const re = 1 - 2 * x * x;
    const im = 2 * x - x * x * x;
    const power = 1 / (re * re + im * im);
    const hr = re * power * scale;
    const hi = -im * power * scale;
    const xr = spectrum[2 * k]!;
    const xi = spectrum[2 * k + 1]!;
    for (let i = 0; i < others.length; i++) {
      const other = others[i]!;
      energies[i]! += power * (other[2 * k]! * other[2 * k]! + other[2 * k + 1]! * other[2 * k + 1]!);
    }
    forward[2 * k] = xr * hr - xi * hi;
    forward[2 * k + 1] = xr * hi + xi * hr;
    backward[2 * k] = xr * hr + xi * hi;
    backward[2 * k + 1] = xi * hr - xr * hi;
  }
  return { forward, backward, energies: energies.map((e) => (2 * e) / n) };
}

/** Energy of a signal behind a band's filter, Σ y², by Parseval from its spectrum. */
export function bandEnergy(spectrum: Spectrum, band: Band, rate: number): number {
  const n = spectrum.length - 2;
  const bin = rate / n;
  const { at, low, high } = warped(band, rate);
  const w = tangentsOf(n);
  let sum = 0;
  for (let k = max(1, ceil(low / bin)); k < n / 2 && k * bin <= high; k++) {
    const x = at(w[k]!);
    const [re, im] = [spectrum[2 * k]!, spectrum[2 * k + 1]!];
    // x to twice the order, three.
    sum += (re * re + im * im) / (1 + x * x * x * x * x * x);
  }
  return (2 * sum) / n;
}
