import { z } from 'zod';
import { arrivalsOf } from '@tawny/core/signal/arrivals';
import { type Band, bandEnergy, bandsBelow } from '@tawny/core/signal/bandFilters';
import { decayOf, broadbandFigures, type BandFigures } from '@tawny/core/signal/decay';
import { spectrumOf } from '@tawny/core/signal/fourier';
import { clippedSamples } from '@tawny/core/signal/onset';
import { smoother } from '@tawny/core/signal/smoothing';
import { responseToSweep } from '@tawny/core/signal/played/sweep';
import { readWav } from '@tawny/core/formats/wav';
import { CalcError, checked, type CalcContext, type Topic } from './types';

const rate = z.number().min(1000).max(768000);
const file = z.string().min(1).max(1000);
const frequency = z.number().positive().max(200000);
const seconds = z.number().positive().max(60);
const fraction = z.union([z.literal(1), z.literal(3)]);
const schema = z.discriminatedUnion('type', [
  z.object({ type: z.enum(['ir', 'ir-degenerate', 'ir-thirds']), file, fs: rate.optional() }),
  z.object({ type: z.literal('exponential'), T: z.number().min(0.01).max(30) }),
  z.object({
    type: z.literal('multi-exponential'),
    parts: z
      .array(z.object({ energy: z.number().positive().max(1e6), T: z.number().min(0.01).max(30) }))
      .min(1)
      .max(20),
  }),
  z.object({ type: z.literal('tone'), f: frequency, fs: rate, duration: seconds.min(1.2), fraction }),
  z.object({ type: z.literal('tone-edge'), f: frequency, fs: rate, duration: seconds.min(1.2) }),
  z.object({
    type: z.enum(['sweep', 'sweep-decay']),
    file,
    fs: rate.optional(),
    f1: frequency,
    f2: frequency,
    duration: seconds,
  }),
  z.object({ type: z.literal('etc'), file, fs: rate.optional(), threshold: z.number().min(-120).max(0).default(-25) }),
  z.object({
    type: z.literal('smoothing'),
    taps: z.array(z.object({ delay: z.number().min(0).max(10), gain: z.number().min(-1000).max(1000) })).min(1),
    frequencies: z.array(frequency).min(1).max(10000),
    fractions: z.array(z.number().positive().max(96)).min(1).max(20),
    suggestedFftSize: z.number().optional(),
  }),
]);
type Given<T extends string> = Extract<z.infer<typeof schema>, { type: T }>;

/** Sample rate closed forms are sampled at, Hz, and that of the comb's axis. */
const RATE = 48000;

function samplesOf(name: string, given: number | undefined, { read }: CalcContext) {
  const reading = readWav(read(name));
  if (!reading.ok) throw new CalcError('invalid-input', `input.file: ${name}: ${reading.message}`, 'input.file');
  const { wav } = reading;
  if (given !== undefined && given !== wav.rate)
    throw new CalcError('invalid-input', `input.fs: expected ${wav.rate} as in ${name}, found ${given}`, 'input.fs');
  return { x: wav.channels[0]!, rate: wav.rate, fullScale: wav.fullScale };
}

const figures = (b: BandFigures) => ({
  EDT: b.edt,
  T20: b.t20,
  T30: b.t30,
  C50: b.c50,
  C80: b.c80,
  D50: b.d50,
  Ts: b.ts,
});

function impulseAnswer({ type, file: name, fs }: Given<'ir' | 'ir-degenerate' | 'ir-thirds'>, context: CalcContext) {
  const { x, rate: own, fullScale } = samplesOf(name, fs, context);
  const { onset, bands } = decayOf(x, own, type === 'ir-thirds' ? 3 : 1);
  const clipped = clippedSamples(x, fullScale);
  return {
    clipped: clipped > 0,
    clippedSamples: clipped,
    onsetSample: onset,
    onsetTime: onset === null ? null : onset / own,
    ...figures(broadbandFigures(x, own)),
    doubleSlope: bands.some((b) => b.twoSlopes),
    bands: bands.map((b) => ({
      ...{ band: b.label, fm: b.mid },
      ...figures(b),
      inr: b.rangeDb,
      curvature: b.curvature,
      twoSlopes: b.twoSlopes,
      reason: b.reason,
    })),
  };
}

/** √p² of exponential decays, long enough for the last of them to be gone. */
function decaying(parts: readonly { energy: number; T: number }[]) {
  const length = Math.ceil(2 * Math.max(...parts.map((p) => p.T)) * RATE);
  const x = Float64Array.from({ length }, (_, i) =>
    Math.sqrt(parts.reduce((s, { energy, T }) => s + energy * Math.exp((-6 * Math.LN10 * i) / RATE / T), 0)),
  );
  return figures(broadbandFigures(x, RATE));
}

/** Levels of a steady tone behind filters, re the tone: its middle, without the half second at each end. */
function toneLevels(f: number, own: number, duration: number, bands: readonly Band[]) {
  const [from, to] = [Math.round(0.5 * own), Math.round((duration - 0.5) * own)];
  // Hann: what the cut itself spreads lies below the filters' rejection.
  const x = Float64Array.from({ length: to - from }, (_, i) => {
    const hann = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / (to - from));
    return hann * Math.sin((2 * Math.PI * f * (from + i)) / own);
  });
  const spectrum = spectrumOf(x);
  const whole = x.reduce((s, v) => s + v * v, 0);
  return bands.map((b) => ({
    fm: b.mid,
    levelDb: 10 * Math.log10(Math.max(1e-15, bandEnergy(spectrum, b, own) / whole)),
  }));
}

function edgeAnswer({ f, fs, duration }: Given<'tone-edge'>) {
  const levels = toneLevels(f, fs, duration, bandsBelow(1, fs)).map((b) => b.levelDb);
  const [first, second] = [...levels].sort((a, b) => b - a);
  return { attenuationBothBandsDb: -Math.min(first!, second ?? -Infinity), attenuations: [-first!, -second!] };
}

function sweepAnswer({ type, file: name, fs, f1, f2, duration }: Given<'sweep' | 'sweep-decay'>, context: CalcContext) {
  const { x, rate: own, fullScale } = samplesOf(name, fs, context);
  const { samples, lead, secondHarmonic } = responseToSweep(x, { from: f1, to: f2, seconds: duration }, own);
  const clipped = clippedSamples(x, fullScale);
  const arrivals = arrivalsOf(samples, own, { within: 0.1 });
  const peaks = (arrivals?.list ?? []).map((a) => ({
    delaySamples: a.at - lead,
    relativeToDirectSamples: a.delay * own,
    levelDb: a.levelDb,
    polarity: a.polarity,
  }));
  const bands = () => {
    const inside = decayOf(samples, own, 1).bands.filter((b) => b.lower >= f1 && b.upper <= f2);
    return inside.map((b) => ({ band: b.label, fm: b.mid, ...figures(b), reason: b.reason }));
  };
  return {
    clipped: clipped > 0,
    peaks,
    secondHarmonicAdvanceSeconds: secondHarmonic?.advance ?? null,
    ...(type === 'sweep-decay' ? { bands: bands() } : {}),
  };
}

function envelopeAnswer({ file: name, fs, threshold }: Given<'etc'>, context: CalcContext) {
  const { x, rate: own } = samplesOf(name, fs, context);
  const found = arrivalsOf(x, own, { threshold, within: 1 });
  return {
    peaks: (found?.list ?? []).map((a) => ({ time: a.at / own, delayReDirect: a.delay, levelDb: a.levelDb })),
  };
}

/** Means of |Σ g e^{−jωτ}|², from its values at the bins of a long transform. */
function smoothingAnswer({ taps, frequencies, fractions }: Given<'smoothing'>) {
  const bin = RATE / 2 ** 17;
  const top = Math.max(...frequencies) * 2;
  const power = Float64Array.from({ length: Math.ceil(top / bin) + 2 }, (_, k) => {
    let [re, im] = [0, 0];
    for (const { delay, gain } of taps) {
      re += gain * Math.cos(2 * Math.PI * k * bin * delay);
      im -= gain * Math.sin(2 * Math.PI * k * bin * delay);
    }
    return re * re + im * im;
  });
  const table = (axis: 'linear' | 'log') => {
    const mean = smoother(power, bin, axis);
    return Object.fromEntries(fractions.map((n) => [n, frequencies.map((f) => 10 * Math.log10(mean(f, n)))]));
  };
  return { linearAxisDb: table('linear'), logAxisDb: table('log') };
}

/** Impulse responses, sweeps, tones and smoothing; files lie beside the cases. */
export const signal: Topic = (input, context) => {
  const given = checked(schema, input);
  switch (given.type) {
    case 'ir':
    case 'ir-degenerate':
    case 'ir-thirds':
      return impulseAnswer(given, context);
    case 'exponential':
      return decaying([{ energy: 1, T: given.T }]);
    case 'multi-exponential':
      return decaying(given.parts);
    case 'tone':
      return { bands: toneLevels(given.f, given.fs, given.duration, bandsBelow(given.fraction, given.fs)) };
    case 'tone-edge':
      return edgeAnswer(given);
    case 'sweep':
    case 'sweep-decay':
      return sweepAnswer(given, context);
    case 'etc':
      return envelopeAnswer(given, context);
    case 'smoothing':
      return smoothingAnswer(given);
  }
};
