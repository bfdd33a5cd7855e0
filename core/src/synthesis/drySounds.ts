/** Dry sounds to hear a room with, all made here: a click, kick and bass, plucks panned hard, and something like speech. Left and right, re full scale. */
import { uniform } from '../numerics/random';

/** White noise, −1 … 1. */
const noiseFrom = (seed: number): (() => number) => {
  const random = uniform(seed);
  return () => 2 * random() - 1;
};

const { exp, floor, max, min, PI, round, sin } = Math;

export const DRY_SOUNDS = ['speech', 'click', 'kick-bass', 'plucks'] as const;
export type DrySound = (typeof DRY_SOUNDS)[number];
export type Stereo = readonly [left: Float64Array, right: Float64Array];

/** All are so long, s. */
export const DRY_SECONDS = 6;

const silence = (rate: number): Float64Array => new Float64Array(round(DRY_SECONDS * rate));
const both = (mono: Float64Array): Stereo => [mono, mono];

/** A click without much below 200 Hz: a short burst under a window. */
function click(rate: number): Stereo {
  const out = silence(rate);
  const length = round(0.004 * rate);
  for (let beat = 0; beat < 5; beat++) {
    const from = round((0.1 + 1.2 * beat) * rate);
    for (let i = 0; i < length && from + i < out.length; i++)
      out[from + i] = 0.8 * sin((2 * PI * 1800 * i) / rate) * sin((PI * i) / length) ** 2;
  }
  return both(out);
}

/** Notes of the bass, Hz: low E to the D above, where rooms differ most. */
const LINE = [41.2, 49, 55, 65.4, 73.4, 61.7, 46.2, 36.7];

function kickBass(rate: number): Stereo {
  const out = silence(rate);
  const step = DRY_SECONDS / 8;
  LINE.forEach((f, n) => {
    const from = round(n * step * rate);
    const length = round(0.85 * step * rate);
    let phase = 0;
    for (let i = 0; i < length; i++) {
      const t = i / rate;
      phase += f / rate;
      let v = 0;
      for (let h = 1; h <= 6; h++) v += sin(2 * PI * h * phase) / h ** 1.6;
      const ends = min(1, t / 0.01, (length - i) / (0.03 * rate));
      out[from + i]! += 0.28 * v * ends * exp(-t / 0.9);
    }
    // A kick on each: the pitch falls fast.
    let turn = 0;
    for (let i = 0; i < round(0.25 * rate) && from + i < out.length; i++) {
      const t = i / rate;
      turn += (48 + 90 * exp(-t / 0.02)) / rate;
      out[from + i]! += 0.45 * sin(2 * PI * turn) * exp(-t / 0.09) * min(1, t / 0.002);
    }
  });
  return both(out);
}

/** A plucked string by a delay line with a mean of two; hard left and hard right by turns. */
function plucks(rate: number): Stereo {
  const sides: [Float64Array, Float64Array] = [silence(rate), silence(rate)];
  const notes = [220, 277.2, 329.6, 440, 392, 329.6, 246.9, 293.7];
  const step = DRY_SECONDS / notes.length;
  notes.forEach((f, n) => {
    const noise = noiseFrom(17 + n);
    const line = Float64Array.from({ length: max(2, round(rate / f)) }, () => noise());
    const out = sides[n % 2]!;
    const from = round((0.05 + n * step) * rate);
    for (let i = 0; i < round(0.95 * step * rate) && from + i < out.length; i++) {
      const k = i % line.length;
      const next = (k + 1) % line.length;
      out[from + i]! += 0.5 * line[k]! * min(1, (0.95 * step * rate - i) / (0.05 * rate));
      line[k] = 0.996 * 0.5 * (line[k]! + line[next]!);
    }
  });
  return sides;
}

/** Formants of five vowels, Hz. */
const VOWELS = [
  [730, 1090, 2440],
  [530, 1840, 2480],
  [270, 2290, 3010],
  [570, 840, 2410],
  [300, 870, 2240],
] as const;

/** Syllables: pulses through three resonances, a hiss before some, pauses between "words". Nobody speaks, but it has the rhythm. */
function speech(rate: number): Stereo {
  const out = silence(rate);
  const noise = noiseFrom(5);
  let at = 0.1;
  for (let n = 0; at < DRY_SECONDS - 0.4; n++) {
    const length = 0.13 + 0.07 * ((n * 7) % 4) * 0.5;
    const vowel = VOWELS[(n * 3) % VOWELS.length]!;
    const pitch = 115 + 14 * sin(n * 1.3);
    const states = vowel.map(() => [0, 0] as [number, number]);
    const from = round(at * rate);
    const count = round(length * rate);
    for (let i = 0; i < count && from + i < out.length; i++) {
      const t = i / rate;
      const beat = (t * pitch) % 1;
      const source = floor(t * pitch) !== floor((t - 1 / rate) * pitch) ? 1 : 0.02 * noise() * (1 - beat);
      let v = 0;
      vowel.forEach((f, k) => {
        const r = exp((-PI * (80 + 40 * k)) / rate);
        const s = states[k]!;
        const y = source + 2 * r * Math.cos((2 * PI * f) / rate) * s[0] - r * r * s[1];
        [s[1], s[0]] = [s[0], y];
        v += ((1 - r) * y) / (k + 1);
      });
      out[from + i]! += 9 * v * sin((PI * i) / count) ** 0.6;
    }
    if (n % 3 === 0)
      for (let i = 0; i < round(0.06 * rate) && from - i > 0; i++)
        out[from - i]! += 0.04 * noise() * sin((PI * i) / (0.06 * rate));
    at += length + (n % 4 === 3 ? 0.28 : 0.03);
  }
  const most = out.reduce((m, v) => max(m, Math.abs(v)), 1e-9);
  return both(out.map((v) => (0.7 * v) / most));
}

const MAKERS: Record<DrySound, (rate: number) => Stereo> = { speech, click, 'kick-bass': kickBass, plucks };

/** The same every time. */
export const drySound = (sound: DrySound, rate: number): Stereo => MAKERS[sound](rate);
