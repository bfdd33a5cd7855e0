/**
 * Exponential sweeps and what comes back: x(t) = sin(2π f₁ L (e^{t/L} − 1)), L = T/ln(f₂/f₁) (A. Farina, 108th AES Convention, 2000; S. Müller and
 * P. Massarani, J. Audio Eng. Soc. 49 (2001) 443). The response is the quotient of the spectra; harmonic distortion of order k comes L·ln k before it.
 */
import { product, type Samples, signalOf, snugSizeFor, spectrumOf } from '../fourier';
import { peakOf } from '../onset';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN2, PI, abs, ceil, cos, exp, floor, log, log10, log2, max, min, round, sin, sqrt } = Math;

export interface Sweep {
  /** First and last frequency, Hz. */
  from: number;
  to: number;
  seconds: number;
  /** Raised-cosine fades, s; none: 0. */
  fadeIn?: number;
  fadeOut?: number;
}

/** A sweep as it is played: eased in over a twentieth, at most a tenth of a second, and out over a hundredth. */
export const eased = (sweep: Sweep): Sweep => ({ ...sweep, fadeIn: min(0.1, sweep.seconds / 20), fadeOut: 0.01 });

/** L: time in which the frequency rises by the factor e, s. */
export const sweepScale = ({ from, to, seconds }: Sweep): number => seconds / log(to / from);

/** A sweep with peak 1. Throws RangeError unless 0 < from < to ≤ rate/2 and it lasts. */
export function sweepSamples(sweep: Sweep, rate: number): Samples {
  const { from, to, seconds, fadeIn = 0, fadeOut = 0 } = sweep;
  if (!(from > 0 && to > from && to <= rate / 2 && seconds > 0))
    throw new RangeError(
      `sweepSamples: needs 0 < from < to ≤ ${rate / 2} Hz and a duration, got ${from} to ${to} Hz in ${seconds} s`,
    );
  const scale = sweepScale(sweep);
  const length = round(seconds * rate);
  const samples = new Float64Array(length);
  // e^{t/L} from sample to sample, and anew before rounding adds up.
  const grows = exp(1 / rate / scale);
  for (let i = 0, e = 1; i < length; i++, e = i % 64 === 0 ? exp(i / rate / scale) : e * grows)
    samples[i] = sin(2 * PI * from * scale * (e - 1));
  const fade = (at: (i: number) => number, over: number) => {
    for (let i = 0; i < min(length, over * rate); i++) samples[at(i)]! *= 0.5 - 0.5 * cos((PI * i) / rate / over);
  };
  fade((i) => i, fadeIn);
  fade((i) => length - 1 - i, fadeOut);
  return samples;
}

/** Within the sweep's frequencies the quotient is taken as it is; beyond, what the sweep does not hold is held down. Re the mean within. */
const HELD = { within: 1e-6, beyond: 1e-1 };
/** Of an octave, beyond both ends. */
const SOFT_EDGE = 1 / 6;

/**
 * The response behind a sweep: spectrum of the recording over that of what was played, as a circle of samples: delay 0 first, what came before it at
 * the end. `played`: the sweep's samples; `from`, `to`: frequencies it holds, Hz; `n`: samples of the circle, at least those of the recording.
 */
export function deconvolve(
  recording: ArrayLike<number>,
  played: ArrayLike<number>,
  rate: number,
  from: number,
  to: number,
  n = snugSizeFor(recording.length + played.length),
): Samples {
  const x = spectrumOf(played, n);
  const h = product(spectrumOf(recording, n), x, true);
  const bin = rate / n;
  const power = (k: number) => x[2 * k]! ** 2 + x[2 * k + 1]! ** 2;
  // A sweep's power falls with 1/f: held against a line through its own, so that all of it is treated alike.
  let [sum, count] = [0, 0];
  for (let k = ceil(from / bin); k <= floor(to / bin) && k <= n / 2; k++, count++) sum += power(k) * k;
  const pink = sum / max(1, count);
  for (let k = 0; k <= n / 2; k++) {
    const f = k * bin;
    const octaves = f <= 0 ? Infinity : f < from ? log2(from / f) : f > to ? log2(f / to) : 0;
    const beyond = min(1, octaves / SOFT_EDGE);
    const held =
      ((beyond === 0 ? HELD.within : HELD.within * (HELD.beyond / HELD.within) ** beyond) * pink) / max(k, 1);
    const d = beyond === 1 && octaves > 1 ? Infinity : power(k) + held;
    h[2 * k]! /= d;
    h[2 * k + 1]! /= d;
  }
  return signalOf(h);
}

export interface SweepResponse {
  /** From `lead` samples before delay 0 on. */
  samples: Samples;
  lead: number;
  /** Behind the largest peak that the recording still covers, s. */
  tail: number;
  /** How long before the linear part its second harmonic comes, s; null where none stands out. */
  secondHarmonic: { advance: number; levelDb: number } | null;
}

/** Of what was played, recorded at least. */
const WRAPS = 0.1;
/** A harmonic stands out by so much over what lies around it, dB. */
const STANDS_OUT_DB = 12;

/** The linear part of a sweep's response, cut out of the circle: distortion and what wraps round are left behind. */
export function responseToSweep(recording: ArrayLike<number>, sweep: Sweep, rate: number): SweepResponse {
  const played = sweepSamples(sweep, rate);
  // What comes before delay 0 is no longer than what was played: it may wrap round onto delays at which not even a tenth of the sweep was recorded.
  const n = snugSizeFor(max(recording.length + ceil(WRAPS * played.length), played.length));
  const circle = deconvolve(recording, played, rate, sweep.from, sweep.to, n);
  let peak = 0;
  for (let i = 0; i < min(recording.length, n - played.length); i++) if (abs(circle[i]!) > abs(circle[peak]!)) peak = i;
  const gap = sweepScale(sweep) * LN2 * rate;
  const lead = round(min(0.5 * rate, 0.6 * gap));
  const behind = max(0, recording.length - played.length - peak);
  // What the recording stopped before is not there, but for half a second that many a recording is short of.
  const length = min(recording.length, peak + max(behind, round(0.5 * rate)));
  const samples = new Float64Array(lead + length);
  for (let i = 0; i < samples.length; i++) samples[i] = circle[(i - lead + n) % n]!;
  return { samples, lead, tail: behind / rate, secondHarmonic: harmonicBefore(circle, peak, gap, rate) };
}

function harmonicBefore(circle: Samples, peak: number, gap: number, rate: number): SweepResponse['secondHarmonic'] {
  const n = circle.length;
  const at = (i: number) => abs(circle[(round(i) + 2 * n) % n]!);
  const reach = ceil(0.03 * gap);
  let best = peak - gap;
  let around = 0;
  for (let i = -4 * reach; i <= 4 * reach; i++) {
    const v = at(peak - gap + i);
    if (abs(i) <= reach && v > at(best)) best = peak - gap + i;
    if (abs(i) > reach) around += v * v;
  }
  const level = 20 * log10(at(best) / at(peak));
  const over = 20 * log10(at(best) / sqrt(around / (6 * reach)));
  // Nothing is told of what is as weak as the quotient's own rounding.
  return over > STANDS_OUT_DB && level > -90 ? { advance: (peak - round(best)) / rate, levelDb: level } : null;
}

/** Delay of `b` behind `a` in samples, by the largest cross-correlation. */
export function delayBetween(a: ArrayLike<number>, b: ArrayLike<number>): number {
  const n = snugSizeFor(a.length + b.length);
  const c = signalOf(product(spectrumOf(b, n), spectrumOf(a, n), true));
  let best = 0;
  for (let i = 0; i < n; i++) if (c[i]! > c[best]!) best = i;
  return best > n / 2 ? best - n : best;
}

/** Mean of recordings of the same sweep, each moved to where the first one is. */
export function averageAligned(recordings: readonly ArrayLike<number>[]): { mean: Samples; delays: number[] } {
  const first = recordings[0]!;
  const delays = recordings.map((r, i) => (i === 0 || peakOf(r) === 0 ? 0 : delayBetween(first, r)));
  const mean = new Float64Array(first.length);
  recordings.forEach((r, k) => {
    for (let i = 0; i < mean.length; i++) mean[i]! += (r[i + delays[k]!] ?? 0) / recordings.length;
  });
  return { mean, delays };
}
