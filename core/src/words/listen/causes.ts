/** Sentences about what stands out of a measurement: what it is, what could have caused it, what speaks for that, what could mend it. */
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import type { Verdict } from '../../document/schema/project';
import type { Again } from '../../studies/causes/again';
import type { Cause, Evidence, Finding, Move } from '../../studies/causes/types';
import { hz } from '../bass';
import { surfaceWords } from '../tapes';
import { changedSentence } from './listen';

const ms = (s: number) => `${fixed(s * 1000, 1)} ms`;
const db = (v: number) => `${fixed(Math.abs(v), 0)} dB`;
const percent = (p: number) => `${fixed(100 * Math.abs(p), 0)} %`;
const signed = (v: number) => `${fixed(Math.abs(v), 1)} dB ${v < 0 ? 'less' : 'more'}`;
const seconds = (s: number) => `${fixed(s, 2)} s`;

/** "90 to 112 Hz"; of a finding that was kept without its range its middle. */
const span = (range: Finding['range'], f: number) =>
  range ? `${fixed(range[0], 0)} to ${fixed(range[1], 0)} Hz` : `about ${hz(f)}`;

/** "Peak at 64.3 Hz, 16 dB". */
export function findingTitle({ kind, f, delay, sizeDb, decay, range }: Finding): string {
  switch (kind) {
    case 'peak':
      return `Peak at ${hz(f!)}, ${db(sizeDb)}`;
    case 'dip':
      return `Dip at ${hz(f!)}, ${db(sizeDb)}`;
    case 'ring':
      return `Ring at ${hz(f!)}, ${seconds(decay!.seconds)}`;
    case 'arrival':
      return `Arrival ${ms(delay!)} behind, ${db(sizeDb)} down`;
    case 'flutter':
      return `Flutter, again every ${ms(delay!)}`;
    case 'sides':
      return `${signed(sizeDb)} than opposite, ${span(range, f!)}`;
    case 'change':
      return `${signed(sizeDb)} than before, ${span(range, f!)}`;
    case 'tone':
      return `Tone at ${hz(f!)}, ${db(sizeDb)} out of the room at rest`;
    case 'step':
      return `Step at rest, ${signed(sizeDb)} after ${fixed(delay!, 1)} s`;
  }
}

/** "62 %"; nothing is ever sure, and nothing told is ruled out. */
export const likelyText = (p: number): string =>
  p > 0.99 ? 'over 99 %' : p < 0.01 ? 'under 1 %' : `${fixed(100 * p, 0)} %`;

export function causeTitle(cause: Cause): string {
  switch (cause.kind) {
    case 'mode':
      return `the mode at ${hz(cause.f)}`;
    case 'add':
      return 'modes that add up at the ears';
    case 'cancel':
      return 'waves that cancel at the ears';
    case 'against':
      return cause.of.length > 1 ? `${cause.of.join(' and ')} against each other` : 'loudspeakers against each other';
    case 'boundary':
    case 'reflection':
      return `the ${surfaceWords(cause.face)}`;
    case 'between':
      return cause.faces.map((f) => `the ${surfaceWords(f)}`).join(' and ');
    case 'asymmetry':
      return 'the room, which is not alike on both sides';
    case 'fed':
      return 'the level it was played at';
    case 'done':
      return 'what was changed in the room';
    case 'stood':
      return 'the microphone, which stood elsewhere';
    case 'loudspeaker':
      return 'the loudspeaker itself';
    case 'rattle':
      return 'a thing that rings along';
    case 'mains':
      return `the mains, ${cause.of} Hz${cause.order > 1 ? ` × ${cause.order}` : ''}`;
    case 'machine':
      return 'a fan or a machine';
    case 'passing':
      return 'something that passes';
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
    case 'against':
      return `${cause.measured ? 'Measured one by one' : 'As the room is drawn'}, the louder of them gives ${db(cause.lossDb)} more at ${hz(cause.f)} alone than all together: they arrive against each other.`;
    case 'boundary':
      return `Its reflection runs ${lengthText(cause.extraPath, system)} further, ${cause.order === 1 ? 'half a wave' : 'three halves of a wave'} at this note, and takes up to ${db(cause.depthDb)} away.`;
    case 'reflection':
      return `Its reflection is due ${ms(cause.delay)} behind the direct sound, ${db(cause.levelDb)} under it.`;
    case 'between':
      return `They face each other ${lengthText(cause.apart, system)} apart and throw the sound to and fro${cause.half ? '; from the middle between them it is heard twice on the way there and back' : ''}.`;
    case 'asymmetry':
      return `As the room is drawn, ${signed(cause.byDb)} comes from this side here.`;
    case 'fed':
      return 'All the middle and high notes differ by the same amount: a knob, or where it stands.';
    case 'done':
      return `It would make ${signed(cause.byDb)} here, as the room is drawn. ${cause.changed
        .slice(0, MOST_CHANGES)
        .map((c) => changedSentence(c, system))
        .join(' ')}`;
    case 'stood':
      return 'The same reflections come earlier or later than before.';
    case 'loudspeaker':
      return 'Then it is in the first milliseconds too, and in every place.';
    case 'rattle':
      return 'A lamp, a door, a radiator, a string: it goes on when the room is done. Played louder it may come out of proportion.';
    case 'mains':
      return 'Cables, transformers, a dimmer: it stays when nothing is played.';
    case 'machine':
      return 'It stays when nothing is played, and goes when the thing is off.';
    case 'passing':
      return 'A car, a train, steps, somebody who breathes: it ends by itself.';
    case 'noise':
      return 'Too little stands out of the noise here: measure louder, longer, or when it is quieter.';
    case 'else':
      return 'What no file of causes knows, or what the drawing of the room does not hold.';
  }
}

const MOST_CHANGES = 4;

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
  alone: 'together over the louder one alone',
  comb: 'ripple of its comb',
  even: 'how far the bands spread',
  moved: 'reflections off by',
  lasts: 'stays',
};

/** "frequency: 64.3 Hz found, 64.6 Hz meant, ± 1.0 Hz: speaks for it". */
export function evidenceSentence({ what, unit, found, meant, within, favours }: Evidence): string {
  const says = favours > 0.3 ? 'for it' : favours < -0.3 ? 'against it' : 'neither way';
  if (what === 'harmonics')
    return found > 0
      ? `${hz(found)} of the same mains is there too, speaks ${says}`
      : `no lower one of ${hz(meant)} is there, speaks ${says}`;
  if (what === 'lasts') return `${found > 0 ? `ends after ${fixed(found, 1)} s` : 'stays to the end'}, speaks ${says}`;
  if (what === 'at-rest') return `${EVIDENCE[what]}: ${found > 0 ? 'there too' : 'not there'}, speaks ${says}`;
  const text = FIGURES[unit];
  if (what === 'alone') return `${EVIDENCE[what]}: ${text(found)}, speaks ${says}`;
  return `${EVIDENCE[what]}: ${text(found)} found, ${text(meant)} meant, give or take ${text(within)}, speaks ${says}`;
}

/** "; half of highest less lowest in the bass 2.1 dB less". */
const swingWords = (swingDb: number | undefined) =>
  swingDb === undefined || Math.abs(swingDb) < 0.05 ? '' : `; the swing of the bass becomes ${signed(swingDb)}`;

export function moveSentence(
  { what, of, by, changeDb, swingDb, ms: later, pieces }: Move,
  system: LengthSystem,
): string {
  const change = () =>
    `${db(changeDb!)} ${changeDb! < 0 ? 'less' : 'more'} at this note${swingWords(swingDb)}, as the room is drawn.`;
  const moved = (words: readonly [string, string]) =>
    `${lengthText(Math.abs(by![1]), system)} ${by![1] < 0 ? words[0] : words[1]}`;
  switch (what) {
    case 'head':
      return `Ears ${moved(['forward', 'back'])}: ${change()}`;
    case 'loudspeaker':
      return `${of!} ${moved(['nearer to the wall faced', 'further from the wall faced'])}: ${change()}`;
    case 'sub-moves':
      return `The subwoofer at another place (${of!}): ${change()}`;
    case 'sub-comes':
      return `A subwoofer (${of!}): ${change()}`;
    case 'polarity':
      return `Polarity of ${of!} turned over: ${change()}`;
    case 'delay':
      return `${of!} ${fixed(later!, 1)} ms later: ${change()}`;
    case 'pieces': {
      const { count, faces, before, after } = pieces!;
      return `${count} × ${of!} (${faces.map(surfaceWords).join(', ')}): it rings ${seconds(after)} instead of ${seconds(before)}, its peak falls by ${db(changeDb!)}.`;
    }
    case 'panel':
      return `An absorber at its mark on the ${surfaceWords(of!)}: about ${db(changeDb!)} off it from some 500 Hz up.`;
    case 'one-of-two':
      return `Cover or break up one of the two where they face each other at the height of the ears: one side is enough.`;
    case 'level':
      return `Set the level ${signed(changeDb!)}.`;
    case 'tape':
      return 'Tape both sides again; a side that is open or hard where the other is not wants its own piece.';
    case 'put-back':
      return 'Put the microphone back where it stood and measure again before anything else is concluded.';
    case 'hold':
      return 'Play the note, hold what could ring, one thing after the other, and measure again when it is tight.';
    case 'switch-off':
      return 'Switch things off one by one while nothing is played, and measure the room at rest again.';
    case 'wait':
      return 'Measure the room at rest again when it is quiet outside.';
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
  const what =
    kind === 'sides' || kind === 'change'
      ? `difference about ${hz(f!)}`
      : f !== null
        ? `${kind} at ${hz(f)}`
        : kind === 'arrival'
          ? `arrival ${ms(delay!)} behind`
          : kind;
  return `The ${what} of “${title}” (${db(sizeDb)}): ${BECAME[now]}. ${verdictSentence(verdict)}.`;
}
