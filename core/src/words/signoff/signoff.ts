/** Whether the room is what was asked for, and what happened in it, in words. */
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import { frequencyLabel } from '../../quantities/bands';
import type { StageId } from '../../report/verdict';
import type { Happening } from '../../studies/signoff/timeline';
import type { Found, Outcome, Wish, WishKind } from '../../studies/signoff/types';
import { counted } from '../counted';
import { verdictSentence } from '../listen/causes';
import { CHECK_TITLES } from './checklist';
import { LOG_NAMES } from './log';
import { SCHOOL_WORDS } from '../schools';
import { USE_NAMES } from './uses';
import type { School } from '../../criteria/decayTargets';

export const OUTCOME_WORDS: Record<Outcome, string> = {
  met: 'met',
  nearly: 'nearly',
  missed: 'missed',
  unknown: 'not known',
};

/** How a figure was come by; of what was learned with its day. */
export function howText({ how, since }: Found, day: (at: string) => string): string {
  if (how === 'measured') return 'Measured';
  return since === null ? 'Predicted' : `Predicted, learned ${day(since)}`;
}

const TITLES: Record<WishKind, string> = {
  decay: 'Decay',
  swing: 'Even bass at the seat',
  reflections: 'First reflections covered',
  sides: 'Left and right alike',
  speech: 'Speech is understood',
  noise: 'Quiet at rest',
  quiet: 'The quietest moment is heard',
  loud: 'The loudest source',
  budget: 'Within the budget',
  stays: 'What must stay',
};
/** "Decay, for mixing, mastering and listening". */
export function wishTitle({ kind, uses }: Wish): string {
  if (uses.length === 0) return TITLES[kind];
  const names = uses.map((u) => USE_NAMES[u]);
  const all = names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${names.at(-1)!}` : names[0]!;
  return `${TITLES[kind]}, for ${all}`;
}

/** A figure of a wish as it is read. */
function figure(kind: WishKind, value: number, system: LengthSystem, text: string): string {
  switch (kind) {
    case 'decay':
      return `${fixed(value, 2)} s`;
    case 'swing':
      return `± ${fixed(value, 1)} dB`;
    case 'reflections':
      return value === 0 ? 'none bare' : `${counted(value, 'mark')} bare`;
    case 'sides':
      return lengthText(value, system);
    case 'speech':
      return fixed(value, 2);
    case 'noise':
    case 'quiet':
      return `${fixed(value, 0)} dB(A)`;
    case 'loud':
      return `${fixed(value, 0)} dB`;
    case 'budget':
      return `${fixed(value, 0)} ${text}`;
    case 'stays':
      return '';
  }
}

/** What is asked, as a limit. */
export function askedText({ kind, asked: [least, most], text }: Wish, system: LengthSystem): string {
  const of = (v: number) => figure(kind, v, system, text);
  const limits =
    least !== null && most !== null && least > 0
      ? `${of(least)} to ${of(most)}`
      : most !== null
        ? `at most ${of(most)}`
        : least !== null
          ? `at least ${of(least)}`
          : '';
  switch (kind) {
    case 'decay':
      return `${limits || 'in every octave'} (${SCHOOL_WORDS[text as School].name.toLowerCase()})`;
    case 'reflections':
      return 'every mark that matters';
    case 'loud':
      return `${text} dB at 1 m`;
    case 'stays':
      return text;
    default:
      return limits;
  }
}

/** "0.52 s (0.44 to 0.60) at 250 Hz", and of a measurement its day. */
export function foundText({ kind, text }: Wish, f: Found, system: LengthSystem, day: (at: string) => string): string {
  const value = figure(kind, f.value, system, text);
  const range = f.range ? ` (${fixed(f.range[0], 2)} to ${fixed(f.range[1], 2)})` : '';
  const band = f.octave === null ? '' : ` at ${frequencyLabel(f.octave)} Hz`;
  const taken = f.taken
    ? `, ${day(f.taken.at)}, “${f.taken.title}”${f.taken.asNow ? '' : ': the room has changed since'}`
    : '';
  return `${value}${range}${band}${taken}`;
}

/** Where something can be done about it, and what. */
export const WISH_MENDS: Record<WishKind, { stage: StageId; says: string } | null> = {
  decay: { stage: 'decay', says: 'Plan says how many of what bring every octave inside, for how much.' },
  swing: {
    stage: 'bass',
    says: 'Why names the cause; Places what a seat, a loudspeaker or a subwoofer elsewhere would do.',
  },
  reflections: {
    stage: 'marks',
    says: 'The loudest bare mark comes first: cover it, turn it away, or move what makes it.',
  },
  sides: { stage: 'seat', says: 'Head and pair onto the axis; what the room itself has on one side wants its twin.' },
  speech: { stage: 'decay', says: 'A shorter decay from 500 Hz to 4 kHz, and a quieter room.' },
  noise: {
    stage: 'listen',
    says: 'Measure the room at rest with the sound level of full scale known; then switch off one thing after the other.',
  },
  quiet: {
    stage: 'listen',
    says: 'A quieter room at rest; what is meant to be heard should stand ten decibels out of it.',
  },
  loud: null,
  budget: { stage: 'build', says: 'What other stock, another recipe or fewer pieces would save stands under Buy.' },
  stays: { stage: 'survey', says: 'Read it once more beside the drawing: only you can say whether it holds.' },
};

/** What no figure here decides. */
export function unknownSentence({ kind, found }: Wish): string {
  switch (kind) {
    case 'loud':
      return found.length > 0
        ? 'So loud it becomes everywhere in the room. What neighbours get of it is a matter of the building, and how long ears may stay of their protection: neither is worked out here.'
        : 'The decay is being computed.';
    case 'stays':
      return '';
    case 'noise':
    case 'quiet':
      return 'The room at rest has not been measured in dB(A) yet.';
    case 'swing':
      return 'Bass has not solved the waves of the room yet, and nothing was measured at the seat.';
    case 'reflections':
    case 'sides':
      return 'There is no loudspeaker, or no pair, yet.';
    case 'budget':
      return 'Nothing is decided yet.';
    default:
      return 'The decay is being computed.';
  }
}

/** In one line: how the room stands against its brief. */
export function standingSentence(wishes: readonly Wish[]): string {
  const count = (outcome: Outcome) => wishes.filter((w) => w.outcome === outcome).length;
  const parts = (['met', 'nearly', 'missed', 'unknown'] as const).flatMap((outcome) =>
    count(outcome) > 0 ? [`${count(outcome)} ${OUTCOME_WORDS[outcome]}`] : [],
  );
  return `Of ${counted(wishes.length, 'wish', 'wishes')}: ${parts.join(', ')}.`;
}

const PIECES: Record<Extract<Happening, { kind: 'pieces' }>['what'], string> = {
  decided: 'decided',
  laidOut: 'laid out',
  hung: 'hung',
};

/** A happening: what it was, and what there is to say. */
export function happeningText(h: Happening, currency: string): { title: string; text: string } {
  switch (h.kind) {
    case 'log': {
      const readings = Object.entries(h.of.readings).map(([l, db]) => `${l} ${fixed(db, 1)} dB`);
      return { title: LOG_NAMES[h.of.kind], text: [h.of.text, readings.join(', ')].filter(Boolean).join(' · ') };
    }
    case 'measured':
      return { title: `Measured: ${h.title}`, text: h.note };
    case 'verdict':
      return { title: verdictSentence(h.of), text: h.title };
    case 'learned':
      return {
        title: `Learned from ${counted(h.count, 'measurement')}`,
        text: h.inUse ? 'in use in every prediction' : 'switched off',
      };
    case 'pieces':
      return { title: `${counted(h.count, 'piece')} ${PIECES[h.what]}`, text: h.names.join(', ') };
    case 'built':
      return { title: `${counted(h.steps, 'step')} of the work done`, text: '' };
    case 'aside':
      return { title: 'A proposed move was put aside', text: h.why };
    case 'checked':
      return { title: `Checked: ${CHECK_TITLES[h.point] ?? h.point}`, text: h.why };
    case 'paid':
      return { title: `Paid ${fixed(h.amount, 2)} ${currency}`, text: h.what };
  }
}
