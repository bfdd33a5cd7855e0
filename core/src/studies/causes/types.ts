/** What stands out of a measurement, what could have caused it, and what is known for and against each cause. */

import type { ImpulseLevels } from '../listen/read';
import type { FINDING_KINDS } from '../../document/schema/learned';

export type FindingKind = (typeof FINDING_KINDS)[number];

export interface Finding {
  kind: FindingKind;
  /** Hz; of an arrival null. */
  f: number | null;
  /** Standard error of it, Hz. */
  fError: number;
  /** Of an arrival, behind the direct sound, s; else null. */
  delay: number | null;
  /** Peak: over what lies about it; dip: negative; arrival: re the direct sound; tone: over what is about it; dB. Ring: dB re the strongest. */
  sizeDb: number;
  /** Where it begins and ends, Hz; null of an arrival. */
  range: readonly [from: number, to: number] | null;
  /** Of a ring, or of what rings at a peak: time for 60 dB and its standard error, s. */
  decay: { seconds: number; error: number } | null;
  /** Probability that it is there at all, and no chance of noise, 0 … 1. */
  sure: number;
}

export interface Evidence {
  what: 'frequency' | 'depth' | 'decay' | 'delay' | 'level' | 'early' | 'at-rest' | 'harmonics' | 'noise';
  unit: 'Hz' | 'dB' | 's' | 'ms';
  found: number;
  meant: number;
  /** Standard deviation allowed for. */
  within: number;
  /** Natural logarithm of how much likelier this makes the cause than something else; negative speaks against it. */
  favours: number;
}

export type Cause =
  /** A resonance of the room that loudspeaker and ears both meet. */
  | { kind: 'mode'; f: number; seconds: number; head: number; source: number }
  /** Several modes too close together to be told apart add up: the room as it is drawn has the same peak. */
  | { kind: 'add'; f: number; sizeDb: number }
  /** Several waves cancel where the ears are: the room as it is drawn has the same dip. */
  | { kind: 'cancel'; f: number; depthDb: number }
  /** One surface's reflection against the direct sound: half a wave, or three halves. */
  | { kind: 'boundary'; face: string; extraPath: number; order: 1 | 3; depthDb: number }
  | { kind: 'reflection'; face: string; delay: number; levelDb: number }
  | { kind: 'loudspeaker' }
  | { kind: 'rattle' }
  | { kind: 'mains'; of: 50 | 60; order: number }
  | { kind: 'machine' }
  /** Too little stands out of the noise there. */
  | { kind: 'noise' }
  | { kind: 'else' };
export type CauseKind = Cause['kind'];

/** A cause that could be, before all are weighed: its part of what its kind is expected with. */
export interface Candidate {
  cause: Cause;
  share: number;
  evidence: Evidence[];
}

export interface Explanation {
  cause: Cause;
  probability: number;
  evidence: Evidence[];
}

export interface Move {
  what: 'head' | 'panel' | 'hold' | 'switch-off';
  /** Surface's name. */
  of: string | null;
  /** Listener's frame, m. */
  by: readonly [x: number, y: number, z: number] | null;
  /** What changes at the finding, dB; null: it is gone or not, and that is heard. */
  changeDb: number | null;
}

export interface Explained {
  finding: Finding;
  /** Likeliest first; probabilities add up to 1 with `else`. */
  explanations: Explanation[];
  moves: Move[];
}

/** What the room as it is drawn says of one measurement. */
export interface Believed {
  modes: readonly { f: number; seconds: number; head: number; source: number }[];
  /** Predicted levels where the microphone stood, dB; null where the waves are not solved. */
  curve: { f: readonly number[]; db: readonly number[] } | null;
  /** Reflections: delay behind the direct sound, s, and level re it by octave 63 … 8000, dB. */
  reflections: readonly { face: string; delay: number; octavesDb: readonly number[] }[];
  c: number;
}

/** What was read of the measurement. */
export interface Measured extends ImpulseLevels {
  rings: readonly { f: number; decay: number; levelDb: number; fError: number; decayError: number }[];
  rattles: readonly { f: number; seconds: number }[];
  arrivals: readonly { delay: number; levelDb: number }[];
  tones: readonly { f: number; overDb: number; harmonic: { of: 50 | 60; order: number } | null }[];
  /** By octave: label, decay, s, and range over the noise, dB. */
  octaves: readonly { label: number; seconds: number | null; rangeDb: number | null }[];
}
