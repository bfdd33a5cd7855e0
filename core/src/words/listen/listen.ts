/** Sentences about recordings: what they are, what is wrong with them, why a figure is missing, and what to do. */
import type { BandDecay, DecayReason } from '../../signal/decay';
import { frequencyLabel } from '../../quantities/bands';
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import type { Changed, Comparison } from '../../studies/listen/compare';
import type { Twins } from '../../studies/listen/pair';
import type { HeardImpulse, ListenWarning } from '../../studies/listen/types';

const hz = (f: number) => `${f < 1000 ? fixed(f, f < 100 ? 1 : 0) : frequencyLabel(f)} Hz`;

export function warningSentence(w: ListenWarning): string {
  switch (w.code) {
    case 'silent':
      return 'There is no sound in this recording. Check the input and its channel.';
    case 'shortened':
      return 'The file ends before all it announces; what is there is read.';
    case 'channels':
      return `The file has ${w.count} channels: the first one is read.`;
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
        ? `A hum of ${fixed(w.f, 1)} Hz (mains) stands in the noise, ${fixed(w.levelDb, 0)} dB re a full-scale sine. Look at cables and transformers.`
        : `A hum of ${fixed(w.f, 1)} Hz (mains ${w.mains} Hz, harmonic ${w.order}) stands in the noise, ${fixed(w.levelDb, 0)} dB re a full-scale sine.`;
    case 'tone':
      return `A tone of ${hz(w.f)} stands in the noise, ${fixed(w.levelDb, 0)} dB re a full-scale sine: a fan or a machine.`;
    case 'rattle':
      return `Something rings along at ${hz(w.f)} for ${fixed(w.seconds, 1)} s, longer than the room: a lamp, a door, a radiator.`;
    case 'range':
      return `In ${w.bands.map((b) => frequencyLabel(b)).join(', ')} Hz the sound comes ${fixed(w.rangeDb, 0)} dB out of the noise, and 35 dB are needed. Play louder, longer, or when it is quieter.`;
  }
}

/** Wanted at the microphone where its level is known, dB; and over the noise where it is not. */
export const WANTED_DB_SPL = 75;
const GOOD_OVER_DB = 40;

/** Whether the level found before a sweep is enough. `fullScaleDb`: sound level of a full-scale sine; null: not known. */
export function levelSentence(found: { overDb: number; levelDb: number }, fullScaleDb: number | null): string {
  const [got, enough, what] =
    fullScaleDb === null
      ? [found.overDb, found.overDb >= GOOD_OVER_DB, 'dB over the noise']
      : [found.levelDb + fullScaleDb, found.levelDb + fullScaleDb >= WANTED_DB_SPL - 1, 'dB at the microphone'];
  return enough
    ? `${fixed(got, 0)} ${what}: good.`
    : `Only ${fixed(got, 0)} ${what} at the ceiling: a quieter room, more gain at the amplifier, or a longer sweep with repeats.`;
}

/** Range T30 and T20 need, dB. */
const [FOR_T30, FOR_T20] = [45, 35];

/** Whether a take is good, in one sentence: how far the weakest octave from 125 Hz on comes out of its noise, and what to do. */
export function takeSentence(octaves: readonly Pick<BandDecay, 'label' | 'rangeDb'>[]): string | null {
  const told = octaves.filter((b) => b.label >= 125 && b.rangeDb !== null);
  if (told.length === 0) return null;
  const weakest = told.reduce((least, b) => (b.rangeDb! < least.rangeDb! ? b : least));
  const where = `${frequencyLabel(weakest.label)} Hz is the weakest octave, ${fixed(weakest.rangeDb!, 0)} dB over the noise`;
  if (weakest.rangeDb! >= FOR_T30) return `A good take: ${where}.`;
  if (weakest.rangeDb! >= FOR_T20)
    return `A usable take: ${where}. Ten more, by a longer sweep, more repeats or a quieter room, let T30 be read everywhere.`;
  return `A poor take: ${where}. Play louder if ears and loudspeakers allow it, sweep longer, repeat, switch off fans.`;
}

export const REASON_WORDS: Readonly<Record<DecayReason, string>> = {
  silent: 'no sound in this band',
  short: 'the recording is too short',
  'no-decay': 'nothing rings behind the direct sound',
  range: 'too little over the noise',
  bandwidth: 'shorter than the filter itself rings',
  'no-line': 'no straight fall to read',
};

export const KIND_WORDS: Readonly<Record<HeardImpulse['kind'] | 'response' | 'decay' | 'levels', string>> = {
  impulse: 'an impulse response',
  sweep: 'a sweep',
  noise: 'noise',
  speech: 'a voice',
  response: 'levels by frequency',
  decay: 'decay times',
  levels: 'noise levels',
  silence: 'silence',
};

const HOW = { came: 'is new', went: 'is gone', moved: 'stands elsewhere', changed: 'is another' } as const;
const TONES = {
  level: 'its level',
  delay: 'its delay',
  polarity: 'its polarity',
  crossover: 'its crossover',
  shelf: 'its low shelf',
} as const;
const letters = (list: readonly string[]) => (list.length > 0 ? list.join(' and ') : 'nobody');
const soundLevel = (db: number | null) => (db === null ? 'not known' : `${fixed(db, 1)} dB`);

export function changedSentence(c: Changed, system: LengthSystem): string {
  const length = (m: number) => lengthText(m, system);
  switch (c.what) {
    case 'loudspeakers':
      return `Another loudspeaker played: ${letters(c.before)}, then ${letters(c.after)}.`;
    case 'place':
      return `The microphone stood elsewhere: ${c.before}, then ${c.after}${c.by === null ? '' : `, ${length(c.by)} away`}.`;
    case 'calibration':
      return `The sound level of full scale: ${soundLevel(c.before)}, then ${soundLevel(c.after)}.`;
    case 'microphone':
      return 'The microphone has another calibration.';
    case 'source':
      return 'They were taken in another way or with another input.';
    case 'state':
      return `The room was “${c.before ?? 'as surveyed'}”, then “${c.after ?? 'as surveyed'}”.`;
    case 'room-shape':
      return 'The plan, the ceiling, a beam or a partition is another.';
    case 'material':
      return `Surface ${c.of} is made of something else.`;
    case 'furniture':
    case 'opening':
    case 'patch':
      return `${c.name} ${HOW[c.how]}.`;
    case 'pieces':
      return `${c.recipe}: ${c.before}, then ${c.after}.`;
    case 'pieces-moved':
      return `${c.count} of ${c.recipe} ${c.count === 1 ? 'hangs' : 'hang'} elsewhere.`;
    case 'recipe':
      return `${c.name} is built in another way.`;
    case 'loudspeaker-moved':
      return `Loudspeaker ${c.letter} moved by ${length(c.by)}.`;
    case 'loudspeaker-turned':
      return `Loudspeaker ${c.letter} was turned.`;
    case 'tone':
      return `Loudspeaker ${c.letter}: ${TONES[c.how]} is another.`;
    case 'rig':
      return `Loudspeaker ${c.letter} ${c.how === 'came' ? 'is new' : 'is gone'}.`;
    case 'seat':
      return `The seat moved by ${length(c.by)}.`;
    case 'air':
      return `It was ${fixed(c.before, 0)} °C, then ${fixed(c.after, 0)} °C.`;
  }
}

export const VERDICT_WORDS: Readonly<Record<Comparison['verdict'], string>> = {
  yes: 'They may be compared in level, shape and decay.',
  'shape-only': 'They may be compared in shape and decay; how loud they are says nothing.',
  'decay-only': 'Only their decay may be compared.',
  'noise-only': 'Only the room at rest may be compared.',
  'two-places':
    'Their curves are those of other places: below some 300 Hz and in single arrivals they differ for that alone. Decay may be compared.',
  no: 'They may not be compared: nothing is read of both.',
};

/** Louder by less is no difference, and an octave unlike by less none either, dB. */
const ALIKE_DB = 0.5;
const UNLIKE_DB = 2;

/** What two loudspeakers that should be alike are told of. Arrival times have no common clock, so delay is none of it. */
export function twinsSentences({ louderDb, polarity, worst }: Twins, first: string, second: string): string[] {
  return [
    louderDb === null
      ? 'Neither reaches 500 Hz to 2 kHz: how loud they are against each other is not told.'
      : Math.abs(louderDb) <= ALIKE_DB
        ? `Equally loud from 500 Hz to 2 kHz, within ${fixed(Math.abs(louderDb), 1)} dB.`
        : `${louderDb > 0 ? first : second} is ${fixed(Math.abs(louderDb), 1)} dB louder from 500 Hz to 2 kHz: take it down.`,
    polarity === 'alike'
      ? 'Both push first: polarity is alike.'
      : `${first} and ${second} push in opposite ways: one of them is connected the wrong way round.`,
    ...(worst === null
      ? []
      : [
          Math.abs(worst.byDb) < UNLIKE_DB
            ? `Octave by octave they are alike within ${fixed(Math.abs(worst.byDb), 1)} dB once equally loud.`
            : `At ${frequencyLabel(worst.label)} Hz ${worst.byDb > 0 ? first : second} is ${fixed(Math.abs(worst.byDb), 1)} dB stronger than its twin: look at what stands or hangs on its side.`,
        ]),
    'When each arrives is not told: two takes have no common clock. Compare the tape.',
  ];
}

/** Where a microphone stands from the seat, as one says it: "30 cm forward, 10 cm left". */
export function offSeat(off: { forward: number; right: number; up: number }, system: LengthSystem): string {
  const part = (by: number, more: string, less: string) =>
    by === 0 ? [] : [`${lengthText(Math.abs(by), system)} ${by > 0 ? more : less}`];
  const parts = [
    ...part(off.forward, 'forward', 'back'),
    ...part(off.right, 'right', 'left'),
    ...part(off.up, 'up', 'down'),
  ];
  return parts.length > 0 ? parts.join(', ') : 'Seat';
}
