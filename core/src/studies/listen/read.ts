/** Everything that is read of an impulse response at once: one door for the command line and the worker. */
import { arrivalsOf } from '../../signal/arrivals';
import { decayOf } from '../../signal/decay';
import { bandLevels, tonesOf } from '../../signal/levels';
import {
  frequencyGrid,
  groupDelayOf,
  levelsOf,
  phaseOf,
  type ResponseWindow,
  stepOf,
  transferOf,
} from '../../signal/response';
import { ringingOf } from '../../signal/ringing';
import { slicesOf, timeMapOf } from '../../signal/slices';
import { speechTransmission } from '../../signal/speech';
import { OCTAVES } from '../../quantities/bands';
import { broadbandRange } from './hear';
import { driftOf, rattlesOf } from './health';
import type { HeardImpulse, ListenReading, ListenWarning, NoiseReading } from './types';

/** Windows of the response, s: all of the room, and before the first reflections. */
export const WHOLE: ResponseWindow = { before: 0.005, after: 0.6 };
export const GATED: ResponseWindow = { before: 0.001, after: 0.005 };

/** Shortest piece of quiet that noise is read of, s. */
const LEAST_QUIET = 0.2;
const SLICE_OCTAVE = 24;
const SLICES_TO = 500;
/** Below this a tone is part of the noise of any room, dB re full scale. */
const QUIETEST_TONE_DB = -100;

export function noiseOf({ quiet, rate }: Pick<HeardImpulse, 'quiet' | 'rate'>): NoiseReading | null {
  const seconds = quiet.length / rate;
  if (seconds < LEAST_QUIET) return null;
  const levels = bandLevels(quiet, rate, 1);
  return {
    octaves: OCTAVES.map((label) => levels.find((l) => l.band.label === label)?.levelDb ?? null),
    tones: tonesOf(quiet, rate),
    seconds,
  };
}

function noiseWarnings(noise: NoiseReading | null): ListenWarning[] {
  return (noise?.tones ?? [])
    .filter((t) => t.levelDb > QUIETEST_TONE_DB)
    .map(({ f, levelDb, harmonic }) =>
      harmonic ? { code: 'hum', f, levelDb, mains: harmonic.of, order: harmonic.order } : { code: 'tone', f, levelDb },
    );
}

/** Octaves in which not even an early decay can be read, with the best of their ranges. */
function rangeWarning(octaves: ListenReading['octaves']): ListenWarning[] {
  const poor = octaves.bands.filter((b) => b.reason === 'range' && b.t20 === null);
  if (poor.length === 0) return [];
  return [{ code: 'range', bands: poor.map((b) => b.label), rangeDb: Math.max(...poor.map((b) => b.rangeDb ?? 0)) }];
}

/** Reads an impulse response; null where nothing was heard. */
export function readImpulse(heard: HeardImpulse, progress: (part: number) => void = () => {}): ListenReading | null {
  const { samples, rate, onset } = heard;
  if (onset === null) return null;
  const octaves = decayOf(samples, rate, 1);
  progress(0.25);
  const thirds = decayOf(samples, rate, 3);
  progress(0.5);
  const { rangeDb, knee } = broadbandRange(samples, rate, onset);
  const ringing = ringingOf(samples, rate, onset, { until: Math.min(0.8, Math.max(0.15, (knee - onset) / rate)) });
  progress(0.75);
  const arrivals = arrivalsOf(samples, rate)!;
  const grid = frequencyGrid(rate).filter((f, i) => f <= SLICES_TO && i % (48 / SLICE_OCTAVE) === 0);
  const slices = slicesOf(samples, rate, onset, grid);
  const map = timeMapOf(samples, rate, onset);
  const noise = noiseOf(heard);
  progress(0.95);
  const rattles = rattlesOf(samples, rate, onset, octaves);
  // What still rings when the noise is read is no tone of the noise.
  const ringsOn = (f: number) => rattles.some((r) => Math.abs(r.f / f - 1) < 0.01);
  const drift = heard.sweep ? driftOf(samples, rate, onset, heard.sweep) : null;
  return {
    ...{
      onset,
      snrDb: Number.isFinite(rangeDb) ? rangeDb : null,
      octaves,
      thirds,
      ringing,
      arrivals,
      slices,
      map,
      noise,
    },
    step: stepOf(samples, rate, onset),
    speech: speechTransmission(samples, rate, onset),
    warnings: [
      ...heard.warnings,
      ...noiseWarnings(noise).filter((w) => !('f' in w && ringsOn(w.f))),
      ...rattles.map((r): ListenWarning => ({ code: 'rattle', ...r })),
      ...(drift === null ? [] : [{ code: 'drift' as const, ppm: drift }]),
      ...rangeWarning(octaves),
    ],
  };
}

export interface ResponseCurves {
  grid: number[];
  levelsDb: Float64Array;
  /** At 1/48 octave. */
  finestDb: Float64Array;
  phaseDeg: Float64Array;
  groupDelay: Float64Array;
  lowest: number;
}

/** The response through a window, smoothed over 1/`fraction` octave; group delay over at least a sixth. */
export function responseCurves(
  { samples, rate, onset }: Pick<HeardImpulse, 'samples' | 'rate' | 'onset'>,
  window: ResponseWindow,
  fraction: number,
): ResponseCurves | null {
  if (onset === null) return null;
  const grid = frequencyGrid(rate);
  const transfer = transferOf(samples, rate, onset, window);
  return {
    grid,
    levelsDb: levelsOf(transfer, grid, fraction),
    finestDb: levelsOf(transfer, grid, 48),
    phaseDeg: phaseOf(transfer, grid),
    groupDelay: groupDelayOf(transfer, grid, Math.min(6, fraction)),
    lowest: transfer.lowest,
  };
}
