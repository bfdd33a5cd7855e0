/**
 * What a room's impulse response says about its decay, band by band: EDT, T20, T30, C50, C80, D50, centre time (ISO 3382-1:2009), and why a figure is
 * refused. Times come from a filter run backwards, whose own ringing lies before the sound (F. Jacobsen, J. Sound Vib. 115 (1987) 163); the
 * early decay from the same filter run forwards, for the direct sound belongs to it. Early and late energy are parted before the filter.
 */
import { type Band, bandsBelow, bandSpectra, type Fraction } from './bandFilters';
import {
  backwardIntegral,
  type Blocks,
  blocksOf,
  fitDecay,
  type FittedLine,
  noiseKnee,
  type NoiseKnee,
} from './energyDecay';
import { type Spectrum, sizeFor, spectrumOf, twoSignalsOf } from './fourier';
import { onsetOf } from './onset';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { LN10, ceil, exp, log10, log2, max, min, round } = Math;

/** Peak over noise that a figure needs, dB: 10 dB more than its line goes down. */
const NEEDED_DB = { EDT: 20, T20: 35, T30: 45, C: 20 } as const;
/** Bandwidth × decay time that is read at least: of the filter run backwards, and forwards. */
const LEAST_BT = { backward: 4, forward: 12 };
/** T30 over T20 by more: two slopes. */
const CURVED = 0.1;
const BLOCK_SECONDS = 0.0005;
/** Behind the sound at least so much of a band, s, to tell noise from decay. */
const LEAST_SECONDS = 0.05;
/** Less than so much of a band's energy behind the direct sound is no room: −40 dB. */
const LEAST_AFTER = 1e-4;
/** Before the onset and behind the end, for what filters smear. */
const LEAD_SECONDS = 0.25;

export type DecayReason = 'silent' | 'short' | 'no-decay' | 'range' | 'bandwidth' | 'no-line';

/** Figures of a decay; null: refused. */
export interface BandFigures {
  /** s. */
  edt: number | null;
  t20: number | null;
  t30: number | null;
  /** dB, dB, 0 … 1, s. */
  c50: number | null;
  c80: number | null;
  d50: number | null;
  ts: number | null;
}

export interface BandDecay extends Band, BandFigures {
  /** Peak over noise, dB; null of silence. */
  rangeDb: number | null;
  /** Why the first figure that is missing is. */
  reason: DecayReason | null;
  /** T30/T20 − 1, where both are there. */
  curvature: number | null;
  twoSlopes: boolean;
  /** The decay curve from the onset on, dB re its start, a value every `step` s, and the lines through it. */
  curve: { step: number; levelsDb: Float32Array };
  lines: { edt: FittedLine | null; t20: FittedLine | null; t30: FittedLine | null };
}

export interface DecayReading {
  /** Sample the response begins at; null: silence. */
  onset: number | null;
  bands: BandDecay[];
}

/** A band of which nothing is read, and why; null: nobody tried. */
export const unreadBand = (band: Band, reason: DecayReason | null, rangeDb: number | null = null): BandDecay => ({
  ...band,
  ...{ edt: null, t20: null, t30: null, c50: null, c80: null, d50: null, ts: null },
  rangeDb,
  reason,
  curvature: null,
  twoSlopes: false,
  curve: { step: BLOCK_SECONDS, levelsDb: new Float32Array(0) },
  lines: { edt: null, t20: null, t30: null },
});

/** Σ t·e over a decay, less noise, with what lies behind the knee, over the whole energy; from `start`, s. */
function centreTime({ energy, step }: Blocks, { knee, noise, slope }: NoiseKnee, from: number, start: number): number {
  let [sum, moment] = [0, 0];
  for (let i = from; i < knee; i++) {
    const e = energy[i]! - noise;
    sum += e;
    moment += e * ((i + 0.5) * step - start);
  }
  if (slope < 0 && knee < energy.length) {
    const rate = (-slope * LN10) / 10;
    const rest = noise / (1 - exp(-rate * step));
    sum += rest;
    moment += rest * (knee * step - start + 1 / rate);
  }
  return moment / sum;
}

interface Early {
  seconds: number;
  spectrum: Spectrum;
}

/** The decay time of a band: T30, or T20 where the range is too short for that; null: neither. */
export const timeOf = ({ t20, t30 }: Pick<BandFigures, 't20' | 't30'>): number | null => t30 ?? t20;

/** Bands in which 20 dB take longer than that, s; what cannot be read is not told. */
export const slowerThan = (bands: readonly BandDecay[], seconds: number): BandDecay[] =>
  bands.filter((b) => (timeOf(b) ?? 0) / 3 > seconds);

/** An impulse response whose onset lies at a power of two, so that blocks of every band begin there, and with room before it for filters that ring. */
interface Placed {
  spectrum: Spectrum;
  rate: number;
  onset: number;
  length: number;
  earlies: readonly Early[];
}

function place(x: ArrayLike<number>, rate: number, found: number): Placed {
  const onset = 2 ** ceil(log2(LEAD_SECONDS * rate));
  const lead = min(onset, found);
  const length = onset + x.length - found;
  const n = sizeFor(length + round(LEAD_SECONDS * rate));
  const part = (seconds: number) => {
    const end = min(x.length, found + round(seconds * rate));
    const y = new Float64Array(onset + end - found);
    for (let i = found - lead; i < end; i++) y[i - found + onset] = x[i]!;
    return spectrumOf(y, n);
  };
  const earlies = [0.05, 0.08].map((seconds): Early => ({ seconds, spectrum: part(seconds) }));
  return { spectrum: part(Infinity), rate, onset, length, earlies };
}

/** A band's energy over time behind a filter, where it meets its noise, and the block that it begins at. */
export interface BandEnergy {
  blocks: Blocks;
  knee: NoiseKnee;
  start: number;
}

function bandDecay(band: Band, placed: Placed): { decay: BandDecay; forward: BandEnergy | null } {
  const { spectrum, length } = placed;
  const filtered = bandSpectra(
    spectrum,
    band,
    placed.rate,
    placed.earlies.map((e) => e.spectrum),
  );
  const [onward, backward] = twoSignalsOf(filtered.forward, filtered.backward);
  const shrink = onward.length / (spectrum.length - 2);
  const rate = placed.rate * shrink;
  const size = 2 ** max(0, round(log2(BLOCK_SECONDS * rate)));
  const start = round((placed.onset * shrink) / size);
  const settle = 1 / band.width;
  // What the filter smears beyond the end of the recording is not the room's.
  const end = round(length * shrink);
  const [after, before] = [onward, backward].map((y) => blocksOf(y.subarray(0, end), rate, size)) as [Blocks, Blocks];
  if ((before.energy.length - start) * before.step < LEAST_SECONDS)
    return { decay: unreadBand(band, 'short'), forward: null };
  const forward: BandEnergy = { blocks: after, knee: noiseKnee(after, start, settle), start };
  const knee = noiseKnee(before, start, settle);
  const { rangeDb } = knee;
  if (!Number.isFinite(rangeDb) || knee.noise === 0 || !before.energy.some((e) => e > 0))
    return { decay: unreadBand(band, 'silent'), forward: null };
  const curve = backwardIntegral(before, knee, start);
  const whole = curve[0]!;
  const nothing = rangeDb < NEEDED_DB.EDT ? 'range' : 'no-decay';
  if (!(whole > LEAST_AFTER * before.energy.reduce((sum, e) => sum + e, 0)))
    return { decay: unreadBand(band, nothing, rangeDb), forward };
  const levelsDb = Float32Array.from(curve, (v) => (v > 0 ? max(-120, 10 * log10(v / whole)) : -120));
  const early = rangeDb >= NEEDED_DB.EDT ? backwardIntegral(after, forward.knee, start) : null;
  const lines = {
    edt: early && fitDecay(early, after.step, 0, -10),
    t20: rangeDb >= NEEDED_DB.T20 ? fitDecay(curve, before.step, -5, -25) : null,
    t30: rangeDb >= NEEDED_DB.T30 ? fitDecay(curve, before.step, -5, -35) : null,
  };
  let reason: DecayReason | null = rangeDb < NEEDED_DB.T30 ? 'range' : null;
  const kept = (fit: FittedLine | null, least: number): FittedLine | null => {
    if (fit && band.width * fit.time < least) {
      reason = 'bandwidth';
      return null;
    }
    return fit;
  };
  // A decay as short as the filter's own says nothing of the room, in none of its figures.
  const t20 = kept(lines.t20, LEAST_BT.backward);
  const rings = lines.t20 !== null && t20 === null;
  const t30 = rings ? null : kept(lines.t30, LEAST_BT.backward);
  const edt = rings ? null : kept(lines.edt, LEAST_BT.forward);
  if (!reason && (!t20 || !t30 || !edt)) reason = 'no-line';
  const curvature = t20 && t30 ? t30.time / t20.time - 1 : null;
  const figures =
    rings || rangeDb < NEEDED_DB.C || (rangeDb >= NEEDED_DB.T20 && !t20)
      ? null
      : clarity(
          forward,
          { blocks: before, knee, start: 0 },
          filtered.energies.map((e) => shrink * e),
          placed,
        );
  const decay: BandDecay = {
    ...band,
    edt: edt?.time ?? null,
    t20: t20?.time ?? null,
    t30: t30?.time ?? null,
    ...(figures ?? { c50: null, c80: null, d50: null, ts: null }),
    rangeDb,
    reason,
    curvature,
    twoSlopes: curvature !== null && curvature > CURVED,
    curve: { step: before.step, levelsDb },
    lines: { edt, t20, t30 },
  };
  return { decay, forward };
}

function clarity(after: BandEnergy, before: BandEnergy, energies: readonly number[], { earlies, rate, onset }: Placed) {
  // All of it, with what the backward filter puts before the onset.
  const total = backwardIntegral(before.blocks, before.knee, 0)[0]!;
  const part = (i: number) => {
    const noise = (before.knee.noise * earlies[i]!.seconds) / before.blocks.step;
    return max(0, energies[i]! - noise);
  };
  const ratio = (early: number) => {
    const late = total - early;
    return late > 1e-9 * total ? 10 * log10(early / late) : null;
  };
  const [e50, e80] = [part(0), part(1)];
  const d50 = min(1, e50 / total);
  // The filter delays one way and the other by the same time: the mean has none of it.
  const centre = ({ blocks, knee, start }: BandEnergy) => centreTime(blocks, knee, start, onset / rate);
  const ts = (centre(before) + centre(after)) / 2;
  return { c50: ratio(e50), c80: ratio(e80), d50: Number.isFinite(d50) ? d50 : null, ts: ts >= 0 ? ts : null };
}

/** Decay of an impulse response in every octave (1) or third octave (3) below half the sample rate. Samples at `rate` Hz. */
export const decayOf = (x: ArrayLike<number>, rate: number, fraction: Fraction): DecayReading =>
  decaysOf(x, rate).of(fraction);

export interface Decays {
  of: (fraction: Fraction) => DecayReading;
  /** Energy over time of the octaves behind their filters run forwards; null: nothing is heard there. */
  octaveEnergies: () => { label: number; energy: BandEnergy | null }[];
}

/** The same for one fraction after the other: what both need is done once, and the octaves' energies are kept. */
export function decaysOf(x: ArrayLike<number>, rate: number): Decays {
  const onset = onsetOf(x);
  const placed = onset === null ? null : place(x, rate, onset);
  const read = (fraction: Fraction) =>
    bandsBelow(fraction, rate).map((b) =>
      placed ? bandDecay(b, placed) : { decay: unreadBand(b, 'silent'), forward: null },
    );
  let octaves: ReturnType<typeof read> | null = null;
  const known = () => (octaves ??= read(1));
  return {
    of: (fraction) => ({ onset, bands: (fraction === 1 ? known() : read(fraction)).map((b) => b.decay) }),
    octaveEnergies: () => known().map(({ decay, forward }) => ({ label: decay.label, energy: forward })),
  };
}

/** The same of the whole signal, unfiltered: closed forms, and what needs no bands. */
export function broadbandFigures(x: ArrayLike<number>, rate: number): BandFigures {
  const onset = onsetOf(x);
  const blocks = blocksOf(x, rate, 1);
  const refused = { edt: null, t20: null, t30: null, c50: null, c80: null, d50: null, ts: null };
  if (onset === null || (x.length - onset) / rate < LEAST_SECONDS) return refused;
  const knee = noiseKnee(blocks, onset, 0.001);
  const curve = backwardIntegral(blocks, knee, onset);
  const time = (least: number, from: number, to: number) =>
    knee.rangeDb >= least ? (fitDecay(curve, blocks.step, from, to)?.time ?? null) : null;
  const times = {
    edt: time(NEEDED_DB.EDT, 0, -10),
    t20: time(NEEDED_DB.T20, -5, -25),
    t30: time(NEEDED_DB.T30, -5, -35),
  };
  if (knee.rangeDb < NEEDED_DB.C || times.t20 === null) return { ...refused, ...times };
  const whole = curve[0]!;
  const early = (seconds: number) => whole - (curve[round(seconds * rate)] ?? 0);
  const ratio = (e: number) => (whole - e > 1e-9 * whole ? 10 * log10(e / (whole - e)) : null);
  return {
    ...times,
    ...{ c50: ratio(early(0.05)), c80: ratio(early(0.08)), d50: early(0.05) / whole },
    ts: centreTime(blocks, knee, onset, onset / rate),
  };
}
