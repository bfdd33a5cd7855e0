/** What stands out of a measurement, what could have caused it, and what is known for and against each cause. */

import type { FlutterReading } from '../../signal/flutter';
import type { NoiseStep } from '../../signal/rest/steps';
import type { Changed } from '../listen/compare';
import type { ImpulseLevels } from '../listen/read';
import type { FINDING_KINDS } from '../../document/schema/learned';

export type FindingKind = (typeof FINDING_KINDS)[number];

export interface Finding {
  kind: FindingKind;
  /** Hz; null of what has a delay. */
  f: number | null;
  /** Standard error of it, Hz. */
  fError: number;
  /** Of an arrival behind the direct sound, of a flutter from one to the next, of a step when it comes, s; else null. */
  delay: number | null;
  /** Peak: over what lies about it; dip: negative; arrival: re the direct sound; tone: over what is about it; sides and change: less the other; dB. Ring: dB re the strongest. */
  sizeDb: number;
  /** Where it begins and ends, Hz; null of what has a delay. */
  range: readonly [from: number, to: number] | null;
  /** Of a ring, or of what rings at a peak: time for 60 dB and its standard error, s. */
  decay: { seconds: number; error: number } | null;
  /** Probability that it is there at all, and no chance of noise, 0 … 1. */
  sure: number;
}

export interface Evidence {
  what:
    | 'frequency'
    | 'depth'
    | 'decay'
    | 'delay'
    | 'level'
    | 'early'
    | 'at-rest'
    | 'harmonics'
    | 'noise'
    /** Together over the louder one alone. */
    | 'alone'
    /** Depth of the comb a reflection makes of the response. */
    | 'comb'
    /** How far all bands differ from one another in a difference of levels. */
    | 'even'
    /** How much later or earlier the same reflections come. */
    | 'moved'
    /** How long a step stays. */
    | 'lasts';
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
  /** Loudspeakers that play at once take from one another: alone the louder one gives so much more. */
  | { kind: 'against'; f: number; of: string[]; lossDb: number; measured: boolean }
  /** One surface's reflection against the direct sound: half a wave, or three halves. */
  | { kind: 'boundary'; face: string; extraPath: number; order: 1 | 3; depthDb: number }
  | { kind: 'reflection'; face: string; delay: number; levelDb: number }
  /** Two surfaces that throw the sound to and fro; `half`: heard twice on the way there and back. */
  | { kind: 'between'; faces: readonly [string, string]; apart: number; half: boolean }
  /** The room as it is drawn does not do the same on both sides. */
  | { kind: 'asymmetry'; byDb: number }
  /** Fed louder, or played louder than the other time. */
  | { kind: 'fed' }
  /** What was changed in the room in between. */
  | { kind: 'done'; changed: readonly Changed[]; byDb: number }
  /** The microphone stood elsewhere. */
  | { kind: 'stood' }
  | { kind: 'loudspeaker' }
  | { kind: 'rattle' }
  | { kind: 'mains'; of: 50 | 60; order: number }
  | { kind: 'machine' }
  /** Something outside, or somebody, that comes and goes. */
  | { kind: 'passing' }
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
  what:
    | 'head'
    | 'loudspeaker'
    /** A subwoofer that plays moves to a place, or another one comes there. */
    | 'sub-moves'
    | 'sub-comes'
    | 'polarity'
    | 'delay'
    /** Pieces of a recipe where they help a mode most. */
    | 'pieces'
    | 'panel'
    /** One of two surfaces is covered, or made uneven. */
    | 'one-of-two'
    | 'level'
    | 'tape'
    | 'put-back'
    | 'hold'
    | 'switch-off'
    | 'wait';
  /** Surface's name, letters of loudspeakers, a place in words, or a recipe's name. */
  of: string | null;
  /** Listener's frame, m. */
  by: readonly [x: number, y: number, z: number] | null;
  /** What changes at the finding, dB; null: it is gone or not, and that is heard. */
  changeDb: number | null;
  /** What becomes of half of highest less lowest from 30 to 150 Hz, dB; not told: the move does not touch it, or it is not solved. */
  swingDb?: number;
  /** Of a delay, ms more (negative: on the others); of pieces, how many, where, and the time for 60 dB before and after, s. */
  ms?: number;
  pieces?: { count: number; faces: string[]; before: number; after: number };
}

export interface Explained {
  finding: Finding;
  /** Likeliest first; probabilities add up to 1 with `else`. */
  explanations: Explanation[];
  moves: Move[];
}

/** What a room as it is drawn says of one measurement. */
export interface Predicted {
  /** Levels where the microphone stood, dB; null where the waves are not solved. */
  curve: { f: readonly number[]; db: readonly number[] } | null;
  /** Direct sound of all that play, by octave 63 … 8000, dB. */
  directDb: readonly number[];
  /** Reflections: delay behind the direct sound, s, and level re it by octave 63 … 8000, dB. */
  reflections: readonly { face: string; delay: number; octavesDb: readonly number[] }[];
}

export interface Believed extends Predicted {
  modes: readonly { f: number; seconds: number; head: number; source: number }[];
  /** Of each that plays, at the frequencies of `curve`, dB; empty where the waves are not solved. */
  alone: readonly { letter: string; db: readonly number[] }[];
  /** Surfaces that face each other, with what each takes of the middle and high notes. */
  facing: readonly { faces: readonly [string, string]; apart: number; alpha: readonly [number, number] }[];
  /** Of the loudspeaker opposite, and of the room at an earlier measurement; null: nothing is compared. */
  twin: Predicted | null;
  before: Predicted | null;
  c: number;
}

/** Another measurement beside the one in question. */
export interface Companion extends ImpulseLevels {
  title: string;
  letters: readonly string[];
  arrivals: readonly { delay: number; levelDb: number }[];
}
export interface Companions {
  /** Of those that play here. */
  letters: readonly string[];
  /** Of the same room and place, of some of those that play here. */
  parts: readonly Companion[];
  /** Of the same room and place, of the loudspeaker opposite. */
  twin: Companion | null;
  /** Of the same loudspeakers at the same place, before, and what was changed since. */
  before: (Companion & { changed: readonly Changed[] }) | null;
}

/** What was read of the measurement. */
export interface Measured extends ImpulseLevels {
  rings: readonly { f: number; decay: number; levelDb: number; fError: number; decayError: number }[];
  rattles: readonly { f: number; seconds: number }[];
  arrivals: readonly { delay: number; levelDb: number }[];
  flutter: FlutterReading | null;
  step: NoiseStep | null;
  /** null: nothing beside it. */
  beside: Companions | null;
  tones: readonly { f: number; overDb: number; harmonic: { of: 50 | 60; order: number } | null }[];
  /** By octave: label, decay, s, and range over the noise, dB. */
  octaves: readonly { label: number; seconds: number | null; rangeDb: number | null }[];
}
