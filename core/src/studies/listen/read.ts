/** Everything that is read of an impulse response at once: one door for the command line and the worker. */
import { arrivalsOf } from '../../signal/arrivals';
import { decaysOf } from '../../signal/decay';
import { flutterOf } from '../../signal/flutter';
import { calibrated, type Points } from '../../signal/calibration';
import { bandLevels, narrowLevels, tonesOf } from '../../signal/rest/levels';
import {
  frequencyGrid,
  groupDelayOf,
  type Hidden,
  hiddenBy,
  levelsOf,
  phaseOf,
  type ResponseWindow,
  stepOf,
  STEPS_PER_OCTAVE,
  transferOf,
} from '../../signal/response';
import { type Ring, ringingOf } from '../../signal/modes/ringing';
import { slicesOf, timeMapOf } from '../../signal/slices';
import { speechModulation } from '../../signal/speech';
import { stepIn } from '../../signal/rest/steps';
import { OCTAVES } from '../../quantities/bands';
import { type SwingVerdict } from '../bass/types';
import { swings } from '../bass/judge';
import { broadbandRange, tookWarnings } from './hear';
import { driftOf, goingOut, rattlesOf } from './health';
import type { Heard, HeardImpulse, ListenReading, ListenWarning, NoiseReading } from './types';

/** Windows of the response, s: all of the room, and before the first reflections. */
export const WHOLE: ResponseWindow = { before: 0.005, after: 0.6 };
export const GATED: ResponseWindow = { before: 0.001, after: 0.005 };

/** Shortest piece of quiet that noise is read of, s. */
const LEAST_QUIET = 0.2;
/** So long at most what rings is looked at, s. */
const RINGS_FOR = 1.5;
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
    narrow: narrowLevels(quiet, rate),
    tones: tonesOf(quiet, rate),
    step: stepIn(quiet, rate),
    seconds,
  };
}

/** Tones loud enough to be more than the rounding of a file. */
export const tonesTold = (noise: NoiseReading | null): NoiseReading['tones'] =>
  (noise?.tones ?? []).filter((t) => t.levelDb > QUIETEST_TONE_DB);

function noiseWarnings(noise: NoiseReading | null): ListenWarning[] {
  return tonesTold(noise).map(({ f, levelDb, harmonic }) =>
    harmonic ? { code: 'hum', f, levelDb, mains: harmonic.of, order: harmonic.order } : { code: 'tone', f, levelDb },
  );
}

/** Octaves in which not even an early decay can be read, with the best of their ranges. */
function rangeWarning(octaves: ListenReading['octaves']): ListenWarning[] {
  const poor = octaves.bands.filter((b) => b.reason === 'range' && b.t20 === null);
  if (poor.length === 0) return [];
  return [{ code: 'range', bands: poor.map((b) => b.label), rangeDb: Math.max(...poor.map((b) => b.rangeDb ?? 0)) }];
}

/** How long what rings is looked at when it reaches the noise so many samples behind the onset, s. */
const ringsUntil = (samples: number, rate: number): number => Math.min(RINGS_FOR, Math.max(0.15, samples / rate));

/** What rings of a response through something that leaves its noise where it was: looked at as long as of the response itself. */
export function ringsThrough(
  { samples, rate, onset }: { samples: ArrayLike<number>; rate: number; onset: number },
  through: (x: ArrayLike<number>) => ArrayLike<number>,
): Ring[] {
  const { knee } = broadbandRange(samples, rate, onset);
  return ringingOf(through(samples), rate, onset, { until: ringsUntil(knee - onset, rate) }).rings;
}

/** What rings, stands, falls and arrives; null where nothing was heard. */
function impulseOf({ samples, rate, onset }: HeardImpulse, progress: (part: number) => void): ListenReading | null {
  if (onset === null) return null;
  const decays = decaysOf(samples, rate);
  const octaves = decays.of(1);
  progress(0.25);
  const thirds = decays.of(3);
  progress(0.5);
  const { rangeDb, knee } = broadbandRange(samples, rate, onset);
  const ringing = ringingOf(samples, rate, onset, { until: ringsUntil(knee - onset, rate) });
  progress(0.75);
  const grid = frequencyGrid(rate).filter((f, i) => f <= SLICES_TO && i % (STEPS_PER_OCTAVE / SLICE_OCTAVE) === 0);
  return {
    ...{ onset, octaves, thirds, ringing },
    snrDb: Number.isFinite(rangeDb) ? rangeDb : null,
    arrivals: arrivalsOf(samples, rate)!,
    flutter: flutterOf(samples, rate, onset, (knee - onset) / rate),
    slices: slicesOf(samples, rate, onset, grid),
    map: timeMapOf(samples, rate, onset),
    step: stepOf(samples, rate, onset),
    speech: speechModulation(decays),
  };
}

/** Reads everything of a recording. */
export function readHeard(heard: HeardImpulse, progress: (part: number) => void = () => {}): Heard {
  const impulse = impulseOf(heard, progress);
  const atRest = noiseOf(heard);
  progress(0.95);
  const { samples, rate, sweep, quiet } = heard;
  const early = impulse ? rattlesOf(samples, rate, impulse.onset, impulse.octaves) : [];
  const ringsIn = (list: readonly { f: number }[], f: number) => list.some((r) => Math.abs(r.f / f - 1) < 0.01);
  const late = impulse && atRest ? goingOut(quiet, rate, tonesTold(atRest)) : [];
  const rattles = [...early, ...late.filter((r) => !ringsIn(early, r.f))];
  // What still rings when the noise is read is no tone of the noise.
  const noise = atRest && { ...atRest, tones: atRest.tones.filter((t) => !ringsIn(rattles, t.f)) };
  const drift = impulse && sweep ? driftOf(samples, rate, impulse.onset, sweep) : null;
  return {
    ...{ impulse, noise },
    warnings: [
      ...tookWarnings(heard),
      ...noiseWarnings(noise),
      ...rattles.map((r): ListenWarning => ({ code: 'rattle', ...r })),
      ...(drift === null ? [] : [{ code: 'drift' as const, ppm: drift }]),
      ...(impulse ? rangeWarning(impulse.octaves) : []),
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
  /** What the smoothing hides where single modes are heard. */
  hidden: Hidden[];
  /** Against the schools of Bass, at their own smoothing. */
  swings: SwingVerdict[];
}

/** Hidden places are told of between these, Hz. */
const HIDDEN = [20, 500] as const;

/** Levels over a grid, as smoothed and at the finest, with a microphone's own taken off and what both say; NaN where there is nothing. */
export function curvesOver(grid: number[], smoothed: Float64Array, finest: Float64Array, own: Points | null) {
  const [levelsDb, finestDb] = [calibrated(smoothed, grid, own), calibrated(finest, grid, own)];
  const [from, to] = HIDDEN.map((f) => grid.findIndex((g) => g >= f)) as [number, number];
  const there = grid.flatMap((_, i) => (Number.isFinite(finestDb[i]) ? [i] : []));
  return {
    ...{ grid, levelsDb, finestDb },
    hidden: hiddenBy(levelsDb.slice(from, to), finestDb.slice(from, to), grid.slice(from, to)),
    swings: swings(
      there.map((i) => grid[i]!),
      there.map((i) => finestDb[i]!),
    ),
  };
}

/**
 * The response through a window, smoothed over 1/`fraction` octave, with what the microphone hears too much of taken off; group delay over at least a
 * sixth.
 */
export function responseCurves(
  { samples, rate, onset }: { samples: ArrayLike<number>; rate: number; onset: number | null },
  window: ResponseWindow,
  fraction: number,
  own: Points | null = null,
): ResponseCurves | null {
  if (onset === null) return null;
  const grid = frequencyGrid(rate);
  const transfer = transferOf(samples, rate, onset, window);
  return {
    ...curvesOver(grid, levelsOf(transfer, grid, fraction), levelsOf(transfer, grid, STEPS_PER_OCTAVE), own),
    phaseDeg: phaseOf(transfer, grid),
    groupDelay: groupDelayOf(transfer, grid, Math.min(6, fraction)),
    lowest: transfer.lowest,
  };
}

export interface ImpulseLevels {
  levels: { f: readonly number[]; db: ArrayLike<number> };
  /** Through the short window, and what it begins to mean something at, Hz; null: none. */
  gated: { f: readonly number[]; db: ArrayLike<number>; lowest: number } | null;
}

/** Levels at the finest through both windows, with what the microphone hears too much of taken off. */
export function levelsOfImpulse(
  heard: Pick<HeardImpulse, 'rate' | 'onset'> & { samples: ArrayLike<number> },
  own: Points | null,
): ImpulseLevels {
  const [whole, gated] = [WHOLE, GATED].map((w) => responseCurves(heard, w, STEPS_PER_OCTAVE, own));
  return {
    levels: whole ? { f: whole.grid, db: whole.finestDb } : { f: [], db: [] },
    gated: gated ? { f: gated.grid, db: gated.finestDb, lowest: gated.lowest } : null,
  };
}
