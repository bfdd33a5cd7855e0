/** What is read of a recording. Levels in dB, frequencies in Hz, times in s. */
import type { Arrivals } from '../../signal/arrivals';
import type { DecayReading } from '../../signal/decay';
import type { FlutterReading } from '../../signal/flutter';
import type { Tone } from '../../signal/rest/levels';
import type { Ringing } from '../../signal/modes/ringing';
import type { Slices, TimeMap } from '../../signal/slices';
import type { NoiseStep } from '../../signal/rest/steps';
import type { Sweep } from '../../signal/played/sweep';

/** What a recording is of: an impulse response, a sweep played in the room, noise that stays, a voice, nothing. */
export type RecordingKind = 'impulse' | 'sweep' | 'noise' | 'speech' | 'silence';

export interface Recording {
  samples: ArrayLike<number>;
  rate: number;
  /** Largest value its numbers can have. */
  fullScale: number;
  /** Fewer samples than its file announces. */
  shortened?: boolean;
  /** Channels of its file. */
  channels?: number;
}

/** How a take went: what cannot be told from its response afterwards, and is kept with it. */
export interface Took {
  /** Samples at full scale. */
  clipped: number;
  /** Channels of its file: the first one is read. */
  channels: number;
  /** Fewer samples than its file announced. */
  shortened: boolean;
  /** Of a sweep: what was recorded behind it, s; null: none was played. */
  tail: number | null;
  /** Its second harmonic re the direct sound, dB; null: none stands out. */
  harmonicDb: number | null;
}

/** An impulse response ready to be read. */
export interface HeardImpulse {
  kind: RecordingKind;
  samples: Float64Array<ArrayBuffer>;
  rate: number;
  /** Sample the direct sound begins at; null: there is none. */
  onset: number | null;
  /** The sweep it was made with, known or found. */
  sweep: Sweep | null;
  took: Took;
  /** What was recorded while nothing was played: noise and its tones are read there. */
  quiet: Float64Array<ArrayBuffer>;
}

export type ListenWarning =
  | { code: 'silent' }
  | { code: 'shortened' }
  | { code: 'channels'; count: number }
  | { code: 'clipped'; samples: number }
  | { code: 'noise-only' }
  | { code: 'cut-short'; seconds: number }
  | { code: 'distortion'; levelDb: number }
  | { code: 'drift'; ppm: number }
  | { code: 'hum'; f: number; mains: 50 | 60; order: number; levelDb: number }
  | { code: 'tone'; f: number; levelDb: number }
  | { code: 'rattle'; f: number; seconds: number }
  | { code: 'range'; bands: number[]; rangeDb: number };

export interface NoiseReading {
  /** By octave 63 … 8000, dB re a full-scale sine; null where the rate does not reach it. */
  octaves: (number | null)[];
  /** Finer, from 10 Hz on (signal/levels), dB re the same. */
  narrow: { f: number; db: number }[];
  tones: Tone[];
  /** Something that starts, stops or passes by; null: it is steady. */
  step: NoiseStep | null;
  seconds: number;
}

export interface ListenReading {
  onset: number;
  /** Peak over noise of the whole, dB. */
  snrDb: number | null;
  octaves: DecayReading;
  thirds: DecayReading;
  ringing: Ringing;
  arrivals: Arrivals;
  /** What comes back again and again at one interval; null: nothing does. */
  flutter: FlutterReading | null;
  slices: Slices;
  map: TimeMap;
  step: Float64Array;
  /** Modulation transfer by octave 125 … 8000 (signal/speech); null: too little of it. */
  speech: number[][] | null;
}

/** Everything read of a recording; `impulse` is null where nothing stood out of its noise. */
export interface Heard {
  impulse: ListenReading | null;
  noise: NoiseReading | null;
  warnings: ListenWarning[];
}
