/** What is shown of a measurement, whether it was read here or by somebody else: decay by band, the room at rest by octave. */
import { meterLevel, weightedLevel, type Weighting } from '../../criteria/noiseCurves';
import type { Holds, Measurement } from '../../document/schema/project';
import { OCTAVE_MIDBANDS } from '../../quantities/bands';
import type { Fraction } from '../../signal/bandFilters';
import { type Points, pointAt } from '../../signal/calibration';
import type { BandDecay } from '../../signal/decay';
import type { Tone } from '../../signal/rest/levels';
import { tableDecay, tableOctaves } from './tables';
import type { Heard } from './types';

/** Decay by octave or third; null where nothing of it is known. */
export function decayShown(holds: Holds, heard: Heard | null, fraction: Fraction): BandDecay[] | null {
  if (holds.kind === 'decay') return holds.fraction === fraction ? tableDecay(holds) : null;
  return (fraction === 1 ? heard?.impulse?.octaves.bands : heard?.impulse?.thirds.bands) ?? null;
}

export interface NoiseShown {
  /** By octave 63 … 8000, dB; null: not read. */
  octaves: (number | null)[];
  /** Re 20 µPa, or re a sine at full scale. */
  re: 'pressure' | 'full-scale';
  /** What a meter would show, dB re the same: from what was recorded where it is known, else from octaves. */
  meter: (weighting: Weighting) => number;
  tones: Tone[];
  /** How long it was listened to, s; null: somebody else did. */
  seconds: number | null;
}

/** The room at rest, with what the microphone hears too much of (`own`) taken off; null where nothing of it is known. */
export function noiseShown(
  { holds, fullScaleDb }: Pick<Measurement, 'holds' | 'fullScaleDb'>,
  heard: Heard | null,
  own: Points | null,
): NoiseShown | null {
  if (holds.kind === 'levels') {
    const octaves = tableOctaves(holds);
    return { octaves, re: 'pressure', meter: (w) => weightedLevel(octaves, w), tones: [], seconds: null };
  }
  const noise = heard?.noise;
  if (!noise) return null;
  const off = (f: number) => (fullScaleDb ?? 0) - (own ? pointAt(own, f) : 0);
  const narrow = noise.narrow.map(({ f, db }) => ({ f, db: db + off(f) }));
  return {
    octaves: noise.octaves.map((v, i) => (v === null ? null : v + off(OCTAVE_MIDBANDS[i]!))),
    meter: (weighting) => meterLevel(narrow, weighting),
    re: fullScaleDb === null ? 'full-scale' : 'pressure',
    tones: noise.tones,
    seconds: noise.seconds,
  };
}

/** Sound level full scale stands for when a meter beside the microphone read so much while the room was at rest, dB. */
export function fullScaleByMeter(
  noise: Pick<NoiseShown, 'meter'>,
  fullScaleDb: number | null,
  meterDb: number,
  weighting: Weighting,
): number {
  const shown = noise.meter(weighting) - (fullScaleDb ?? 0);
  return Number((meterDb - shown).toFixed(1));
}
