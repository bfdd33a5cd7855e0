/**
 * A room's impulse response from what is known of it: waves below the seam, arrivals and a diffuse tail above. Amplitudes are re the free field at 1 m,
 * sample `lead` is the moment of emission.
 *
 * The diffuse tail is noise whose energy per second is 4πc/V · 10^(−6t/T) by octave, t from the emission (H. Kuttruff, Room Acoustics, ch. 4: energy of the
 * images of a room, each 1/r², falling with the room's decay), setting in over the first mean free paths, where single arrivals are told instead.
 * The noise comes in third octaves, decay straight over the logarithm between the octaves' (both logarithms); each is evened out over some 30 ms, so that its decay is
 * the one asked for and not a chance of the draw.
 */
import { uniform } from '../numerics/random';
import { OCTAVE_MIDBANDS, type PerOctave } from '../quantities/bands';
import { filterPower, OCTAVE_BANDS } from '../signal/bandFilters';
import { type Samples, signalOf, sizeFor, type Spectrum, spectrumOf } from '../signal/fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, SQRT2, ceil, cos, exp, floor, log, log10, log2, max, min, sin, sqrt } = Math;

export interface Arrival {
  /** From the emission, s. */
  delay: number;
  /** Amplitude by octave 63 Hz … 8 kHz; negative turns it over. */
  octaves: PerOctave;
  /** What it came off. */
  name?: string;
}

export interface RoomSound {
  rate: number;
  /** Length from the emission on, s. */
  seconds: number;
  c: number;
  volume: number;
  /** Mean time between two reflections, s: 4V/(cS). */
  freeTime: number;
  /** Direct sound first. */
  arrivals: readonly Arrival[];
  /** Decay by octave, s; null: none is diffuse there. */
  decay: readonly (number | null)[];
  /** Response below, even steps of frequency from the first on; null: nothing but arrivals and tail. */
  low: { frequencies: ArrayLike<number>; re: ArrayLike<number>; im: ArrayLike<number> } | null;
  /** Below and above which only one of the two counts, Hz. */
  seam: readonly [from: number, to: number];
  /** Of the tail's noise. */
  seed: number;
}

/** Before the emission, s: room for filters that reach back. */
export const LEAD_SECONDS = 0.05;
/** Over which each band's noise is evened out, s. */
const EVENED = 0.03;
/** Bands of noise in an octave, and the border between two, octaves. */
const BANDS = 3;
const BORDER = 1 / 8;
/** Energies beside the seam are brought together by no more, dB. */
const MOST_STEP_DB = 6;

const octavesFrom = (f: number) => log2(f / OCTAVE_MIDBANDS[0]!);

/** Value of eight octave figures at a frequency: straight over its logarithm, held at the ends. */
export function atFrequency(values: PerOctave, f: number): number {
  const x = min(values.length - 1, max(0, octavesFrom(f)));
  const i = min(values.length - 2, floor(x));
  return values[i]! + (values[i + 1]! - values[i]!) * (x - i);
}

/** Adds single arrivals to a spectrum whose sample 0 is `lead` before the emission. */
function addArrivals(spectrum: Spectrum, rate: number, lead: number, arrivals: readonly Arrival[]): void {
  const n = spectrum.length - 2;
  const bin = rate / n;
  const places = Float64Array.from({ length: n / 2 + 1 }, (_, k) =>
    min(OCTAVE_MIDBANDS.length - 1, max(0, octavesFrom(max(1e-3, k * bin)))),
  );
  for (const { delay, octaves } of arrivals) {
    const turn = -2 * PI * bin * (delay + lead / rate);
    for (let k = 0; k <= n / 2; k++) {
      const i = min(octaves.length - 2, floor(places[k]!));
      const a = octaves[i]! + (octaves[i + 1]! - octaves[i]!) * (places[k]! - i);
      spectrum[2 * k]! += a * cos(turn * k);
      spectrum[2 * k + 1]! += a * sin(turn * k);
    }
  }
}

/** Middle and edges, Hz. */
interface NoiseBand {
  mid: number;
  low: number;
  high: number;
}

/** The first reaches down to nothing, the last up to half the rate. */
function noiseBands(rate: number): NoiseBand[] {
  const first = OCTAVE_MIDBANDS[0]!;
  const count = max(1, ceil(BANDS * log2(rate / 2 / first)));
  return Array.from({ length: count }, (_, i) => {
    const mid = first * 2 ** (i / BANDS);
    const [low, high] = [mid * 2 ** (-0.5 / BANDS), mid * 2 ** (0.5 / BANDS)];
    return { mid, low: i === 0 ? 0 : low, high: i === count - 1 ? rate / 2 : high };
  });
}

/** Noise between two frequencies whose energy over any 30 ms is 1 a second; both squared weights are 1 together where it meets the next. */
function evenNoise({ low, high }: NoiseBand, n: number, rate: number, seed: number): Samples {
  const next = uniform(seed);
  const spectrum = new Float64Array(n + 2);
  const bin = rate / n;
  const reach = 2 ** (BORDER / 2);
  const weight = (f: number) => {
    const up = low === 0 ? 1 : min(1, max(0, log2((f * reach) / low) / BORDER));
    const down = high >= rate / 2 ? 1 : min(1, max(0, log2((high * reach) / f) / BORDER));
    return sin((PI / 2) * up) * sin((PI / 2) * down);
  };
  for (let k = max(1, floor(low / reach / bin)); k * bin <= high * reach && k < n / 2; k++) {
    const w = weight(k * bin);
    const turn = 2 * PI * next();
    spectrum[2 * k] = w * cos(turn);
    spectrum[2 * k + 1] = w * sin(turn);
  }
  const y = signalOf(spectrum);
  const half = Math.round((EVENED / 2) * rate);
  const sums = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) sums[i + 1] = sums[i]! + y[i]! * y[i]!;
  return Float64Array.from(y, (v, i) => {
    const [a, b] = [max(0, i - half), min(n, i + half)];
    return v / sqrt(((sums[b]! - sums[a]!) / (b - a)) * rate);
  });
}

/** How much of the diffuse tail there is at a time from the emission: nothing before the first mean free path, all of it after three. */
function setIn(t: number, freeTime: number): number {
  const x = min(1, max(0, (t / freeTime - 1) / 2));
  return x * x * (3 - 2 * x);
}

/** Level at which a fall of 20 or 30 dB is read, dB. */
const READ_DB = [-5, -30] as const;
const ROUNDS = 4;

/**
 * Decay of each band so that an octave filter over all of them reads the octave's: where bands in it differ, it reads more than its middle, for the slower
 * ones last. 0 where an octave never ends.
 */
function timesOf(bands: readonly NoiseBand[], decay: readonly (number | null)[], rate: number): number[] {
  const octaves = OCTAVE_BANDS.filter((b) => b.upper < rate / 2);
  const logs = decay.map((t) => (t === null ? -Infinity : log(t)));
  const at = () => bands.map((b) => exp(atFrequency(logs, b.mid)));
  for (let round = 0; round < ROUNDS; round++) {
    const times = at();
    octaves.forEach((octave, o) => {
      if (decay[o] === null) return;
      const weights = bands.map((b) => filterPower(octave, min(b.mid, 0.49 * rate), rate) * (b.high - b.low));
      const left = (t: number) =>
        bands.reduce((s, _, i) => s + (times[i]! > 0 ? weights[i]! * times[i]! * 10 ** ((-6 * t) / times[i]!) : 0), 0);
      const whole = left(0);
      const reach = (db: number) => {
        let [low, high] = [0, 20];
        for (let k = 0; k < 40; k++) {
          const t = (low + high) / 2;
          if (10 * log10(left(t) / whole) > db) low = t;
          else high = t;
        }
        return low;
      };
      const read = ((reach(READ_DB[1]) - reach(READ_DB[0])) * 60) / (READ_DB[0] - READ_DB[1]);
      if (read > 0) logs[o]! += log(decay[o]! / read);
    });
  }
  return at();
}

function tailOf(sound: RoomSound, n: number, lead: number): Samples {
  const { rate, c, volume, freeTime, decay, seed } = sound;
  const out = new Float64Array(n);
  const density = (4 * PI * c) / volume;
  const bands = noiseBands(rate);
  const times = timesOf(bands, decay, rate);
  bands.forEach((band, b) => {
    const time = times[b]!;
    // Where nothing absorbs there is no end to it: such a band is left out.
    if (!(time > 0)) return;
    const noise = evenNoise(band, n, rate, seed * 1000 + b);
    // An impulse's energy is spread evenly over 0 … rate/2; a band holds its width of it.
    const size = sqrt((density * (band.high - band.low)) / (rate / 2));
    for (let i = lead; i < n; i++) {
      const t = (i - lead) / rate;
      out[i]! += noise[i]! * size * sqrt(setIn(t, freeTime)) * 10 ** ((-3 * t) / time);
    }
  });
  return out;
}

/** Natural cubic spline through even steps. */
function spline(y: ArrayLike<number>): (x: number) => number {
  const n = y.length;
  const [second, work] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 1; i < n - 1; i++) {
    const p = 0.5 * second[i - 1]! + 2;
    second[i] = -0.5 / p;
    work[i] = (3 * (y[i + 1]! - 2 * y[i]! + y[i - 1]!) - 0.5 * work[i - 1]!) / p;
  }
  for (let i = n - 2; i >= 0; i--) second[i] = second[i]! * second[i + 1]! + work[i]!;
  return (x) => {
    const i = min(n - 2, max(0, floor(x)));
    const [b, a] = [x - i, 1 - (x - i)];
    return a * y[i]! + b * y[i + 1]! + ((a ** 3 - a) * second[i]! + (b ** 3 - b) * second[i + 1]!) / 6;
  };
}

/** The low response on the bins of a transform, sample 0 `lead` before the emission; nothing above its last frequency. */
function lowSpectrum(low: NonNullable<RoomSound['low']>, n: number, rate: number, lead: number): Spectrum {
  const { frequencies, re, im } = low;
  const count = frequencies.length;
  const [first, step] = [frequencies[0]!, frequencies[1]! - frequencies[0]!];
  // Most of it comes soon: turned so that its middle lies at time 0, the curve is smooth between its points.
  const middle = 0.12;
  const turned = Array.from({ length: count }, (_, i) => {
    const a = 2 * PI * frequencies[i]! * middle;
    return [re[i]! * cos(a) - im[i]! * sin(a), re[i]! * sin(a) + im[i]! * cos(a)] as const;
  });
  const [sr, si] = [spline(turned.map((t) => t[0])), spline(turned.map((t) => t[1]))];
  const out = new Float64Array(n + 2);
  const bin = rate / n;
  const last = frequencies[count - 1]!;
  for (let k = 1; k * bin <= last; k++) {
    const f = k * bin;
    const x = (max(f, first) - first) / step;
    // Below the first point its size is held and fades: the loudspeaker gives nothing there.
    const fade = f >= first ? 1 : (f / first) ** 2;
    const a = -2 * PI * (max(f, first) * middle + (f * lead) / rate);
    const [r, i] = [sr(x), si(x)];
    out[2 * k] = fade * (r * cos(a) - i * sin(a));
    out[2 * k + 1] = fade * (r * sin(a) + i * cos(a));
  }
  return out;
}

const powerAt = (s: Spectrum, k: number) => s[2 * k]! ** 2 + s[2 * k + 1]! ** 2;
/** Mean power between two frequencies. */
function meanPower(s: Spectrum, rate: number, from: number, to: number): number {
  const bin = rate / (s.length - 2);
  const [a, b] = [max(1, Math.round(from / bin)), max(2, Math.round(to / bin))];
  let sum = 0;
  for (let k = a; k < b; k++) sum += powerAt(s, k);
  return sum / (b - a);
}

/** Joins both parts: levels beside the seam are brought together, and across it energies add as if each were heard alone. */
function join(low: Spectrum, high: Spectrum, rate: number, [from, to]: readonly [number, number]): Spectrum {
  const n = low.length - 2;
  const bin = rate / n;
  const below = meanPower(low, rate, from / SQRT2, from);
  const above = meanPower(high, rate, from / SQRT2, from);
  const most = 10 ** (MOST_STEP_DB / 10);
  const step = min(most, max(1 / most, below / above || 1));
  const out = new Float64Array(n + 2);
  const gain = (f: number) => step ** (0.5 * max(0, 1 - max(0, log2(f / to))));
  const part = (f: number) => {
    // Smooth at both ends: a kink in frequency would ring in time.
    const x = min(1, max(0, (f - from) / (to - from)));
    return x * x * x * (x * (6 * x - 15) + 10);
  };
  for (let k = 0; k <= n / 2; k++) {
    const f = k * bin;
    const w = part(f);
    const g = w === 0 ? 0 : w * gain(f);
    for (const i of [2 * k, 2 * k + 1]) out[i] = (1 - w) * low[i]! + g * high[i]!;
  }
  // The two agree in part only: what adds up to less or more than their energies is put right, over stretches as wide as half the seam.
  const reach = max(1, Math.round((to - from) / 4 / bin));
  const sums = (value: (k: number) => number) => {
    const list = new Float64Array(n / 2 + 2);
    for (let k = 0; k <= n / 2; k++) list[k + 1] = list[k]! + value(k);
    return (k: number) => list[min(n / 2 + 1, k + reach + 1)]! - list[max(0, k - reach)]!;
  };
  const is = sums((k) => powerAt(out, k));
  const meant = sums((k) => {
    const w = part(k * bin);
    return (1 - w) * powerAt(low, k) + w * gain(k * bin) ** 2 * powerAt(high, k);
  });
  for (let k = floor(from / bin); k <= ceil(to / bin) && k <= n / 2; k++) {
    const put = sqrt(meant(k) / max(is(k), 1e-300));
    out[2 * k]! *= put;
    out[2 * k + 1]! *= put;
  }
  return out;
}

export interface Impulse {
  samples: Samples;
  /** Sample of the emission. */
  lead: number;
}

/**
 * The impulse response of a room, through a loudspeaker whose complex factor at a frequency is `feed` (the same of all arrivals). Throws RangeError when the
 * seam is not in order.
 */
export function roomImpulse(sound: RoomSound, feed: (f: number) => { re: number; im: number }): Impulse {
  const { rate, seconds, arrivals, low, seam } = sound;
  if (!(seam[0] > 0 && seam[1] > seam[0]))
    throw new RangeError(`roomImpulse: seam must rise, got ${seam.join(' to ')} Hz`);
  const lead = Math.round(LEAD_SECONDS * rate);
  const length = lead + Math.round(seconds * rate);
  // As long again behind it: what rings on does not come round to the start.
  const n = sizeFor(length + Math.round(0.3 * rate));
  const high = spectrumOf(tailOf(sound, n, lead), n);
  addArrivals(high, rate, lead, arrivals);
  const whole = low ? join(lowSpectrum(low, n, rate, lead), high, rate, seam) : high;
  const bin = rate / n;
  const top = min(21000, 0.46 * rate);
  for (let k = 0; k <= n / 2; k++) {
    const f = k * bin;
    const over = min(1, max(0, (f - top) / (0.04 * rate)));
    const fade = 0.5 + 0.5 * cos(PI * over);
    const h = k === 0 ? { re: 0, im: 0 } : feed(f);
    const [r, i] = [whole[2 * k]! * fade, whole[2 * k + 1]! * fade];
    whole[2 * k] = r * h.re - i * h.im;
    whole[2 * k + 1] = r * h.im + i * h.re;
  }
  return { samples: signalOf(whole).slice(0, length), lead };
}
