/** From a recording to an impulse response: what it is of, where it begins, and what is wrong with it. */
import { clippedSamples, onsetOf, peakOf } from '../../signal/onset';
import { blocksOf, noiseKnee } from '../../signal/energyDecay';
import { findSweep } from '../../signal/played/findSweep';
import { responseToSweep, type Sweep } from '../../signal/played/sweep';
import type { HeardImpulse, ListenWarning, Recording, Took } from './types';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { floor, max, min, round } = Math;

/** A sound that stands out of its own noise by less is none, dB. */
const LEAST_RANGE = 15;
/** Behind the direct sound a recording should go on for so long, s. */
const LEAST_TAIL = 0.6;
/** Harmonics are told from so much under the direct sound, dB. */
const DISTORTED_DB = -30;

function samplesOf(x: ArrayLike<number>, from = 0, to = x.length): Float64Array<ArrayBuffer> {
  const part = new Float64Array(max(0, min(to, x.length) - from));
  for (let i = 0; i < part.length; i++) part[i] = x[from + i]!;
  return part;
}

/** Peak over noise of a broadband impulse, dB, and the sample its decay meets the noise at. */
export function broadbandRange(x: ArrayLike<number>, rate: number, onset: number): { rangeDb: number; knee: number } {
  const size = max(1, round(0.001 * rate));
  const blocks = blocksOf(x, rate, size);
  const { rangeDb, knee } = noiseKnee(blocks, floor(onset / size), 0.005);
  return { rangeDb, knee: min(x.length, knee * size) };
}

/** Whether a recording dies away from its loudest moment: an impulse does within seconds, noise does not. */
function diesAway(x: ArrayLike<number>, rate: number): boolean {
  const onset = onsetOf(x);
  if (onset === null || (x.length - onset) / rate < 0.05) return false;
  const { rangeDb } = broadbandRange(x, rate, onset);
  // Half of all energy in a short time, and the rest below it.
  let [whole, early] = [0, 0];
  const soon = onset + 0.35 * rate;
  for (let i = 0; i < x.length; i++) {
    const e = x[i]! * x[i]!;
    whole += e;
    if (i >= onset - 0.002 * rate && i < soon) early += e;
  }
  return rangeDb >= LEAST_RANGE && early > 0.5 * whole;
}

/** What is worth reading of a response: its decay, and as much noise again. */
function cutBehind(x: Float64Array<ArrayBuffer>, rate: number, onset: number): Float64Array<ArrayBuffer> {
  const { knee } = broadbandRange(x, rate, onset);
  return x.slice(0, min(x.length, round(knee + 0.6 * (knee - onset) + 0.4 * rate)));
}

export const NOTHING_TOLD: Took = { clipped: 0, channels: 1, shortened: false, tail: null, harmonicDb: null };

function fromSweep(recording: Recording, sweep: Sweep, took: Took): HeardImpulse {
  const { samples: x, rate } = recording;
  const { samples: whole, tail, secondHarmonic } = responseToSweep(x, sweep, rate);
  const onset = onsetOf(whole);
  const samples = onset === null ? whole : cutBehind(whole, rate, onset);
  // Behind the sweep and its decay nothing is played any more.
  const end = x.length - round(max(0, tail - LEAST_TAIL) * rate);
  const heard = onset !== null && diesAway(samples, rate);
  return {
    ...{ samples, rate, sweep },
    kind: heard ? 'sweep' : 'noise',
    onset: heard ? onset : null,
    took: { ...took, tail, harmonicDb: secondHarmonic?.levelDb ?? null },
    quiet: samplesOf(x, heard ? end : 0),
  };
}

/** What was recorded behind an impulse, when it has met its noise. */
const behind = (x: ArrayLike<number>, rate: number, onset: number) => samplesOf(x, broadbandRange(x, rate, onset).knee);

/** What a recording holds. `sweep`: the one that was played, where it is known; else one is looked for. Never throws for finite samples. */
export function hear(recording: Recording, sweep: Sweep | null = null): HeardImpulse {
  const { samples: x, rate, fullScale, shortened = false, channels = 1 } = recording;
  const took: Took = { ...NOTHING_TOLD, clipped: clippedSamples(x, fullScale), channels, shortened };
  const samples = samplesOf(x);
  const plain = { samples, rate, sweep: null, took, onset: null, quiet: samples };
  if (!(peakOf(x) > 0)) return { ...plain, kind: 'silence' };
  if (sweep) return fromSweep(recording, sweep, took);
  if (diesAway(x, rate)) {
    const onset = onsetOf(x)!;
    return {
      ...plain,
      samples: cutBehind(samples, rate, onset),
      kind: 'impulse',
      onset,
      quiet: behind(x, rate, onset),
    };
  }
  const found = findSweep(x, rate);
  return found ? fromSweep(recording, found, took) : { ...plain, kind: 'noise' };
}

export interface Kept {
  samples: ArrayLike<number>;
  rate: number;
  kind: 'impulse' | 'noise';
  sweep: Sweep | null;
  took: Took;
  /** What was recorded at rest; null: what lies behind the response. */
  quiet: ArrayLike<number> | null;
}

/** A recording that was judged when it was taken: it is what it was then. */
export function heardAgain({ samples: x, rate, kind, sweep, took, quiet }: Kept): HeardImpulse {
  const samples = samplesOf(x);
  const onset = kind === 'impulse' ? onsetOf(x) : null;
  return {
    ...{ samples, rate, sweep, took, onset },
    kind: onset === null ? 'noise' : sweep ? 'sweep' : 'impulse',
    quiet: quiet ? samplesOf(quiet) : onset === null ? samples : behind(x, rate, onset),
  };
}

/** What is wrong with how it was taken. */
export function tookWarnings({ kind, took }: Pick<HeardImpulse, 'kind' | 'took'>): ListenWarning[] {
  const { clipped, channels, shortened, tail, harmonicDb } = took;
  const list: (ListenWarning | false)[] = [
    channels > 1 && { code: 'channels', count: channels },
    shortened && { code: 'shortened' },
    kind === 'silence' && { code: 'silent' },
    clipped > 0 && { code: 'clipped', samples: clipped },
    kind === 'noise' && { code: 'noise-only' },
    tail !== null && tail < LEAST_TAIL && { code: 'cut-short', seconds: tail },
    harmonicDb !== null && harmonicDb > DISTORTED_DB && { code: 'distortion', levelDb: harmonicDb },
  ];
  return list.filter((w) => w !== false);
}
