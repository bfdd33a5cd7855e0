/** Sentences about what stands out of a measurement: what it is, what could have caused it, what speaks for that, what could mend it. */
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import type { Verdict } from '../../document/schema/project';
import type { Again } from '../../studies/causes/again';
import type { Cause, Evidence, Finding, Move } from '../../studies/causes/types';
import { hz } from '../bass';
import { surfaceWords } from '../tapes';

const ms = (s: number) => `${fixed(s * 1000, 1)} ms`;
const db = (v: number) => `${fixed(Math.abs(v), 0)} dB`;
const percent = (p: number) => `${fixed(100 * Math.abs(p), 0)} %`;
const seconds = (s: number) => `${fixed(s, 2)} s`;

/** "Peak at 64.3 Hz, 16 dB". */
export function findingTitle({ kind, f, delay, sizeDb, decay }: Finding): string {
  switch (kind) {
    case 'peak':
      return `Peak at ${hz(f!)}, ${db(sizeDb)}`;
    case 'dip':
      return `Dip at ${hz(f!)}, ${db(sizeDb)}`;
    case 'ring':
      return `Ring at ${hz(f!)}, ${seconds(decay!.seconds)}`;
    case 'arrival':
      return `Arrival ${ms(delay!)} behind, ${db(sizeDb)} down`;
    case 'tone':
      return `Tone at ${hz(f!)}, ${db(sizeDb)} out of the room at rest`;
  }
}

export function causeTitle(cause: Cause): string {
  switch (cause.kind) {
    case 'mode':
      return `the mode at ${hz(cause.f)}`;
    case 'add':
      return 'modes that add up at the ears';
    case 'cancel':
      return 'waves that cancel at the ears';
    case 'boundary':
    case 'reflection':
      return `the ${surfaceWords(cause.face)}`;
    case 'loudspeaker':
      return 'the loudspeaker itself';
    case 'rattle':
      return 'a thing that rings along';
    case 'mains':
      return `the mains, ${cause.of} Hz${cause.order > 1 ? ` × ${cause.order}` : ''}`;
    case 'machine':
      return 'a fan or a machine';
    case 'noise':
      return 'the noise of the measurement';
    case 'else':
      return 'something else';
  }
}

/** What a cause is, and why it does what is found. */
export function causeSentence(cause: Cause, system: LengthSystem): string {
  switch (cause.kind) {
    case 'mode':
      return `A resonance of the room at ${hz(cause.f)} that rings for ${seconds(cause.seconds)}; the ears meet ${percent(cause.head)} of its pressure, the loudspeaker ${percent(cause.source)}.`;
    case 'add':
      return `The room as it is drawn has a peak of ${db(cause.sizeDb)} at ${hz(cause.f)} where the microphone stood, of modes too close together to be told apart.`;
    case 'cancel':
      return `The room as it is drawn has a dip of ${db(cause.depthDb)} at ${hz(cause.f)} where the microphone stood. Neither an equaliser nor an absorber fills it: head or loudspeaker have to move.`;
    case 'boundary':
      return `Its reflection runs ${lengthText(cause.extraPath, system)} further, ${cause.order === 1 ? 'half a wave' : 'three halves of a wave'} at this note, and takes up to ${db(cause.depthDb)} away.`;
    case 'reflection':
      return `Its reflection is due ${ms(cause.delay)} behind the direct sound, ${db(cause.levelDb)} under it.`;
    case 'loudspeaker':
      return 'Then it is in the first milliseconds too, and in every place.';
    case 'rattle':
      return 'A lamp, a door, a radiator, a string: it goes on when the room is done. Played louder it may come out of proportion.';
    case 'mains':
      return 'Cables, transformers, a dimmer: it stays when nothing is played.';
    case 'machine':
      return 'It stays when nothing is played, and goes when the thing is off.';
    case 'noise':
      return 'Too little stands out of the noise here: measure louder, longer, or when it is quieter.';
    case 'else':
      return 'What no file of causes knows, or what the drawing of the room does not hold.';
  }
}

const FIGURES: Readonly<Record<Evidence['unit'], (v: number) => string>> = {
  Hz: hz,
  dB: (v) => `${fixed(v, 1)} dB`,
  s: seconds,
  ms: (v) => `${fixed(v, 2)} ms`,
};
const EVIDENCE: Readonly<Record<Evidence['what'], string>> = {
  frequency: 'frequency',
  depth: 'size',
  decay: 'decay',
  delay: 'delay',
  level: 'level',
  early: 'in the first milliseconds',
  'at-rest': 'with nothing playing',
  harmonics: 'lower harmonics',
  noise: 'by noise alone',
};

/** "frequency: 64.3 Hz found, 64.6 Hz meant, ± 1.0 Hz: speaks for it". */
export function evidenceSentence({ what, unit, found, meant, within, favours }: Evidence): string {
  const says = favours > 0.3 ? 'for it' : favours < -0.3 ? 'against it' : 'neither way';
  if (what === 'harmonics')
    return found > 0
      ? `${hz(found)} of the same mains is there too, speaks ${says}`
      : `no lower one of ${hz(meant)} is there, speaks ${says}`;
  if (what === 'at-rest') return `${EVIDENCE[what]}: ${found > 0 ? 'there too' : 'not there'}, speaks ${says}`;
  const text = FIGURES[unit];
  return `${EVIDENCE[what]}: ${text(found)} found, ${text(meant)} meant, give or take ${text(within)}, speaks ${says}`;
}

export function moveSentence({ what, of, by, changeDb }: Move, system: LengthSystem): string {
  switch (what) {
    case 'head': {
      const y = by![1];
      return `Ears ${lengthText(Math.abs(y), system)} ${y < 0 ? 'forward' : 'back'}: ${db(changeDb!)} ${changeDb! < 0 ? 'less' : 'more'} at this note, as the room is drawn.`;
    }
    case 'panel':
      return `An absorber at its mark on the ${surfaceWords(of!)}: about ${db(changeDb!)} off it from some 500 Hz up.`;
    case 'hold':
      return 'Play the note, hold what could ring, one thing after the other, and measure again when it is tight.';
    case 'switch-off':
      return 'Switch things off one by one while nothing is played, and measure the room at rest again.';
  }
}

const SAYS: Readonly<Record<Verdict['says'], string>> = { agreed: 'agreed', refuted: 'refuted', open: 'left open' };
const BECAME: Readonly<Record<Again['now'], string>> = {
  gone: 'it is gone here',
  less: 'it is less here',
  same: 'it is as it was',
  more: 'it is more here',
};

/** "agreed: the shade of the lamp". */
export const verdictSentence = ({ says, cause, note }: Verdict): string =>
  `${cause.replace(/^./, (c) => c.toUpperCase())}: ${SAYS[says]}${note ? ` (${note})` : ''}`;

/** What became of something that was decided before. */
export function againSentence({ verdict, title, now }: Again): string {
  const { kind, f, delay, sizeDb } = verdict.finding;
  const what = f !== null ? `${kind} at ${hz(f)}` : `${kind} ${ms(delay!)} behind`;
  return `The ${what} of “${title}” (${db(sizeDb)}): ${BECAME[now]}. ${verdictSentence(verdict)}.`;
}
