/** From a recording to an impulse response: what it is of, where it begins, and what is wrong with it. */
import { clippedSamples, onsetOf, peakOf } from '../../signal/onset';
import { blocksOf, noiseKnee } from '../../signal/energyDecay';
import { findSweep } from '../../signal/findSweep';
import { responseToSweep, type Sweep } from '../../signal/sweep';
import type { HeardImpulse, ListenWarning, Recording } from './types';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { floor, max, min, round } = Math;

/** A sound that stands out of its own noise by less is none, dB. */
const LEAST_RANGE = 15;
/** Behind the direct sound a recording should go on for so long, s. */
const LEAST_TAIL = 0.6;
/** Harmonics are told from so much under the direct sound, dB. */
const DISTORTED_DB = -30;

const samplesOf = (x: ArrayLike<number>, from = 0, to = x.length) =>
  Float64Array.from({ length: max(0, min(to, x.length) - from) }, (_, i) => x[from + i]!);

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

function fromSweep(recording: Recording, sweep: Sweep, warnings: ListenWarning[]): HeardImpulse {
  const { samples: x, rate, fullScale } = recording;
  const { samples: whole, tail, secondHarmonic } = responseToSweep(x, sweep, rate);
  const onset = onsetOf(whole);
  const samples = onset === null ? whole : cutBehind(whole, rate, onset);
  if (tail < LEAST_TAIL) warnings.push({ code: 'cut-short', seconds: tail });
  if (secondHarmonic && secondHarmonic.levelDb > DISTORTED_DB)
    warnings.push({ code: 'distortion', levelDb: secondHarmonic.levelDb });
  // Behind the sweep and its decay nothing is played any more.
  const end = x.length - round(max(0, tail - LEAST_TAIL) * rate);
  const kind = onset !== null && diesAway(samples, rate) ? 'sweep' : 'noise';
  if (kind === 'noise') warnings.push({ code: 'noise-only' });
  return {
    ...{ kind, samples, rate, sweep, warnings },
    onset: kind === 'sweep' ? onset : null,
    clippedSamples: clippedSamples(x, fullScale),
    quiet: samplesOf(x, end),
  };
}

/** What a recording holds. `sweep`: the one that was played, where it is known; else one is looked for. Never throws for finite samples. */
export function hear(recording: Recording, sweep: Sweep | null = null): HeardImpulse {
  const { samples: x, rate, fullScale } = recording;
  const warnings: ListenWarning[] = [];
  const clipped = clippedSamples(x, fullScale);
  if (recording.shortened) warnings.push({ code: 'shortened' });
  const plain = { samples: samplesOf(x), rate, sweep: null, clippedSamples: clipped, warnings };
  if (!(peakOf(x) > 0)) {
    warnings.push({ code: 'silent' });
    return { ...plain, kind: 'silence', onset: null, quiet: plain.samples };
  }
  if (clipped > 0) warnings.push({ code: 'clipped', samples: clipped });
  if (sweep) return fromSweep(recording, sweep, warnings);
  if (diesAway(x, rate)) {
    const onset = onsetOf(x)!;
    const { knee } = broadbandRange(x, rate, onset);
    return {
      ...plain,
      samples: cutBehind(plain.samples, rate, onset),
      kind: 'impulse',
      onset,
      quiet: samplesOf(x, knee),
    };
  }
  const found = findSweep(x, rate);
  if (found) return fromSweep(recording, found, warnings);
  warnings.push({ code: 'noise-only' });
  return { ...plain, kind: 'noise', onset: null, quiet: plain.samples };
}
