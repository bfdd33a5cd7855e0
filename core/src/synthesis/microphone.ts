/** What a microphone and its surroundings make of a sound: noise, hum, a thing that rattles, a clock that drifts, a stage that clips. Seeded. */
import { uniform } from '../numerics/random';
import { convolve, type Samples } from '../signal/fourier';
import { pinkNoise } from '../signal/played/noise';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN10, PI, abs, exp, floor, max, min, round, sin, sqrt } = Math;

export interface Surroundings {
  seed: number;
  /** Pink noise, root mean square re full scale, dB; null: none. */
  noiseDb: number | null;
  /** Mains hum of this frequency with its second and third harmonic, Hz. */
  hum: number | null;
  /** A fan: a tone at so many hertz with a breath of noise around. */
  fan: number | null;
  /** Something that rings along at this frequency, Hz. */
  rattle: number | null;
  /** What comes out too loud by half and is cut at full scale. */
  clip: boolean;
  /** The recorder's clock runs fast by so much, parts in a million. */
  driftPpm: number;
}

export const QUIET: Surroundings = {
  seed: 1,
  noiseDb: null,
  hum: null,
  fan: null,
  rattle: null,
  clip: false,
  driftPpm: 0,
};

/** Hum and fan, re a full-scale sine; the rattle, re what makes it ring. */
const HUM_DB = -49;
const FAN_DB = -53;
const RATTLE_DB = -34;
const RATTLE_SECONDS = 1.6;

/** Something that rings by itself at a frequency for about a second and a half, as an impulse response. */
function rattling(f: number, rate: number): Samples {
  const length = round(RATTLE_SECONDS * rate);
  // As loud as told at its own frequency: Σ of its envelope is what it gains there.
  const size = 10 ** (RATTLE_DB / 20);
  return Float64Array.from({ length }, (_, i) => {
    const own = (size * exp((-3 * LN10 * i) / RATTLE_SECONDS / rate) * sin((2 * PI * f * i) / rate)) / 40;
    return i === 0 ? 1 : own;
  });
}

/** Reads a signal at a clock that runs off: cubic between samples. */
function drifted(x: Samples, ppm: number): Samples {
  const ratio = 1 / (1 + ppm * 1e-6);
  const at = (i: number) => x[i] ?? 0;
  return Float64Array.from(x, (_, i) => {
    const p = i * ratio;
    const k = floor(p);
    const t = p - k;
    const [a, b, c, d] = [at(k - 1), at(k), at(k + 1), at(k + 2)];
    return b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
  });
}

/** What is recorded of a sound at the microphone. Samples at `rate` Hz, full scale 1. */
export function recorded(sound: Samples, rate: number, around: Surroundings): Samples {
  const { seed, noiseDb, hum, fan, rattle, clip, driftPpm } = around;
  let x = Float64Array.from(sound);
  if (rattle !== null) x = convolve(x, rattling(rattle, rate)).slice(0, x.length);
  if (driftPpm !== 0) x = drifted(x, driftPpm);
  if (noiseDb !== null && x.length > 0) {
    const pink = pinkNoise(x.length, seed);
    const rms = sqrt(pink.reduce((s, v) => s + v * v, 0) / pink.length);
    const scale = 10 ** (noiseDb / 20) / rms;
    for (let i = 0; i < x.length; i++) x[i]! += scale * pink[i]!;
  }
  const next = uniform(seed + 77);
  const tone = (f: number, db: number) => {
    const [size, start] = [10 ** (db / 20), 2 * PI * next()];
    for (let i = 0; i < x.length; i++) x[i]! += size * sin((2 * PI * f * i) / rate + start);
  };
  if (hum !== null) [1, 2, 3].forEach((k) => tone(k * hum, HUM_DB - 6 * (k - 1)));
  if (fan !== null) tone(fan, FAN_DB);
  if (clip) {
    const peak = x.reduce((m, v) => max(m, abs(v)), 0);
    if (peak > 0) x = x.map((v) => max(-1, min(1, (1.5 * v) / peak)));
  }
  return x;
}
