/** What a fit is given and what it finds. Logarithms are natural, lengths m in the listener's frame, frequencies Hz. */
import type { Learned } from '../../document/schema/project';
import type { Measured } from '../causes/types';
import type { Place } from '../listen/room';

/** A measurement as a fit takes it: what was read of it. */
export interface FitMeasurement extends Pick<Measured, 'rings' | 'rattles' | 'arrivals' | 'octaves'> {
  id: string;
  title: string;
  /** ISO 8601. */
  at: string;
  /** A key of `measured.rooms`. */
  room: string;
  /** null: at the seat of its room. */
  place: Place | null;
  /** Letters of those that played. */
  letters: readonly string[];
  /** null: none. */
  levels: Measured['levels'] | null;
}

export type UnknownKind =
  /** Of a material, by octave: factor on its coefficient. */
  | 'absorption'
  /** The same on its admittance under long waves: what its coefficient is found to be, and a departure of its own. */
  | 'admittance'
  | 'things'
  /** What pieces of a recipe take, by octave. */
  | 'pieces'
  /** Of the formula of decay by octave: how much longer the room rings than by any coefficient. */
  | 'formula'
  | 'air'
  | 'loudspeaker'
  | 'microphone'
  | 'corner'
  | 'level';

export interface FitUnknown {
  kind: UnknownKind;
  /** Id of the material, recipe, loudspeaker or place; empty of what there is one of. */
  of: string;
  name: string;
  /** Nominal octave, Hz; null of what has none. */
  octave: number | null;
  /** Of a place. */
  axis: 'x' | 'y' | 'z' | null;
  /** "×": value and spread are of a factor (spread relative); m, K, Hz, dB. */
  unit: '×' | 'm' | 'K' | 'Hz' | 'dB';
  /** As stated: what the factor is on, else the value itself. */
  stated: number;
  /** As stated: the factor is 1, others 0 of difference; standard deviation. */
  prior: { value: number; spread: number };
  /** `range`: where it lies with 95 %. */
  found: { value: number; spread: number; range: readonly [low: number, high: number] };
  /** Part of the variance of what was not known of it that the data take away, 0 … 1. */
  told: number;
  /** Further from what was stated than can be. */
  impossible: boolean;
}

export interface FitBand {
  octave: number;
  /** Relative standard deviation of the predicted decay of the newest room: as stated, as learned. */
  stated: number;
  learned: number;
  /** Whether the measurements tell more of it than was stated. */
  told: boolean;
  /** Root mean square error of the predictions, relative: as stated, learned, and learned without the measurement predicted; null: none was measured. */
  error: { stated: number; learned: number; leftOut: number | null } | null;
}

export interface FitDecay {
  octave: number;
  /** s */
  measured: number;
  stated: number;
  /** Where it was promised to come out, with 95 %. */
  promised: readonly [low: number, high: number];
  learned: number;
  /** Learned from all others; null: there are no others. */
  leftOut: number | null;
}

export interface FitMode {
  measurement: string;
  /** Hz and s. */
  f: { measured: number; stated: number; learned: number };
  decay: { measured: number; stated: number; learned: number };
}

export interface FitResult {
  measurements: { id: string; title: string; decays: FitDecay[] }[];
  /** Measurements that say nothing to a fit, by id. */
  unused: string[];
  unknowns: FitUnknown[];
  bands: FitBand[];
  modes: FitMode[];
  /** Stated spreads of what absorbs turned out so many times too small. */
  widened: number;
  /** All bands with measurements together, as {@link FitBand.error}. */
  error: FitBand['error'];
  /** What would be kept of it, but for when; null: nothing was measured that tells anything. */
  learned: Omit<Learned, 'at' | 'inUse'> | null;
}
