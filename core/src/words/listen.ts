/** Sentences about recordings: what they are, what is wrong with them, why a figure is missing, and what to do. */
import type { DecayReason } from '../signal/decay';
import { frequencyLabel } from '../quantities/bands';
import { fixed } from '../quantities/format';
import type { HeardImpulse, ListenWarning } from '../studies/listen/types';

const hz = (f: number) => `${f < 1000 ? fixed(f, f < 100 ? 1 : 0) : frequencyLabel(f)} Hz`;

export function warningSentence(w: ListenWarning): string {
  switch (w.code) {
    case 'silent':
      return 'There is no sound in this recording. Check the input and its channel.';
    case 'shortened':
      return 'The file ends before all it announces; what is there is read.';
    case 'clipped':
      return `${w.samples} ${w.samples === 1 ? 'sample is' : 'samples are'} clipped at full scale: levels and early figures are wrong. Turn the input down and measure again.`;
    case 'noise-only':
      return 'Nothing stands out of the noise: no decay and no arrivals can be read. Play louder, or a longer sweep.';
    case 'cut-short':
      return `The recording ends ${fixed(w.seconds, 2)} s behind the sweep: late decay is missing. Record at least a second of silence.`;
    case 'distortion':
      return `The loudspeaker distorts: its second harmonic lies ${fixed(-w.levelDb, 0)} dB under the direct sound. Play more quietly.`;
    case 'drift':
      return `The recorder's clock runs ${fixed(Math.abs(w.ppm), 0)} millionths ${w.ppm > 0 ? 'fast' : 'slow'} against the player's: high notes are smeared in time. Play and record with one device.`;
    case 'hum':
      return w.order === 1
        ? `A hum of ${fixed(w.f, 1)} Hz (mains) stands in the noise, ${fixed(w.levelDb, 0)} dB re full scale. Look at cables and transformers.`
        : `A hum of ${fixed(w.f, 1)} Hz (mains ${w.mains} Hz, harmonic ${w.order}) stands in the noise, ${fixed(w.levelDb, 0)} dB re full scale.`;
    case 'tone':
      return `A tone of ${hz(w.f)} stands in the noise, ${fixed(w.levelDb, 0)} dB re full scale: a fan or a machine.`;
    case 'rattle':
      return `Something rings along at ${hz(w.f)} for ${fixed(w.seconds, 1)} s, longer than the room: a lamp, a door, a radiator.`;
    case 'range':
      return `In ${w.bands.map((b) => frequencyLabel(b)).join(', ')} Hz the sound comes ${fixed(w.rangeDb, 0)} dB out of the noise, and 35 dB are needed. Play louder, longer, or when it is quieter.`;
  }
}

export const REASON_WORDS: Readonly<Record<DecayReason, string>> = {
  silent: 'no sound in this band',
  short: 'the recording is too short',
  'no-decay': 'nothing rings behind the direct sound',
  range: 'too little over the noise',
  bandwidth: 'shorter than the filter itself rings',
  'no-line': 'no straight fall to read',
};

export const KIND_WORDS: Readonly<Record<HeardImpulse['kind'], string>> = {
  impulse: 'an impulse response',
  sweep: 'a sweep',
  noise: 'noise',
  silence: 'silence',
};
