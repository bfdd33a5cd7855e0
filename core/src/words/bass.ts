/** Sentences of the Bass stage: what a mode is like, why a note is loud or missing, what was refused. */
import { fixed } from '../quantities/format';
import { SEAT_NULL, SEAT_PEAK } from '../studies/bass/judge';
import type { WaveRefusal } from '../studies/waves/waveRoom';
import type { SwingVerdict, WaveMode, WhyCause, WhyMode } from '../studies/bass/types';
import { surfaceWords } from './tapes';

/** Above this part of its motion a mode is said to go one way only. */
const ONE_WAY = 0.82;
const SOME = 0.15;

/** "along the length", "across and upright" … */
export function motionWords([across, along, upright]: readonly [number, number, number]): string {
  const ways = [
    { part: across, one: 'across the width', short: 'across' },
    { part: along, one: 'along the length', short: 'along' },
    { part: upright, one: 'floor to ceiling', short: 'upright' },
  ];
  const first = ways.find((w) => w.part > ONE_WAY);
  if (first) return first.one;
  const some = ways.filter((w) => w.part > SOME).map((w) => w.short);
  return some.length === 3 ? 'every way' : some.join(' and ');
}

export const hz = (f: number): string => `${fixed(f, f < 100 ? 1 : 0)} Hz`;
const percent = (p: number): string => `${fixed(Math.abs(p) * 100, 0)} %`;
const modeName = (m: Pick<WhyMode, 'f' | 'index'>): string =>
  m.index === 0 ? 'the even pressure' : `the mode at ${hz(m.f)}`;

export function causeSentence(cause: WhyCause, letterOf: (id: string) => string): string {
  switch (cause.kind) {
    case 'mode-peak':
      return `${capital(modeName(cause.mode))} carries it: ${percent(cause.mode.share)} of the pressure here, ears at ${percent(cause.mode.head)} of its largest, ringing ${fixed(cause.mode.time, 2)} s. Absorption where its pressure is high brings it down; so does a loudspeaker nearer its null.`;
    case 'seat-null':
      return `The ears sit in the null of ${modeName(cause.mode)}: ${percent(cause.mode.head)} of its pressure reaches them. No equaliser fills that, and damping does not either: it lowers the mode and leaves its null where it is. Other modes have to carry the note: move the head or a source, or add one.`;
    case 'source-null':
      return `${letterOf(cause.loudspeaker)} stands in the null of ${modeName(cause.mode)} and does not drive it, while the ears would hear it. Moving ${letterOf(cause.loudspeaker)} a little brings the note back.`;
    case 'modes-cancel':
      return `Two modes meet out of step: ${modeName(cause.modes[0])} and ${modeName(cause.modes[1])} are ${percent(cause.modes[0].share)} and ${percent(cause.modes[1].share)} of what is heard, ${fixed(Math.abs(apart(cause.modes)), 0)}° apart. Moving head or source changes their balance.`;
    case 'between':
      return `It falls between two modes the ears hear: ${modeName(cause.below)} and ${modeName(cause.above)}. Here they work against each other, ${fixed(Math.abs(apart([cause.below, cause.above])), 0)}° apart; another place of source or head turns one of them over, a second source fills in.`;
    case 'thin':
      return `No mode the ears hear is near: ${modeName(cause.below)} and ${modeName(cause.above)} add up here and still give little. A source or head nearer to where one of them is loud, or a second source, brings it up.`;
    case 'boundary':
      return `The ${surfaceWords(cause.face)} behind or beside ${letterOf(cause.loudspeaker)} takes it away: its own null lies at ${fixed(cause.nullHz, 0)} Hz, ${fixed(cause.depthDb, 0)} dB deep. Nearer to that face or well away from it moves the null.`;
    case 'loudspeakers-cancel':
      return `The loudspeakers work against each other: the loudest alone gives ${fixed(cause.loudest, 1)} dB, all together ${fixed(cause.together, 1)} dB. Polarity, delay or place of the subwoofer, or of one of the pair, is the lever.`;
    case 'even':
      return 'Nothing stands out here: no mode, no boundary and no cancelling explains more than the rest.';
  }
}

const capital = (t: string): string => t.charAt(0).toUpperCase() + t.slice(1);
const apart = ([a, b]: readonly [WhyMode, WhyMode]): number =>
  ((((a.angleDeg - b.angleDeg + 180) % 360) + 360) % 360) - 180;

export function refusalSentence(refusal: WaveRefusal): string {
  switch (refusal.reason) {
    case 'leaks':
      return `The room's faces do not close: they enclose ${fixed(refusal.faces, 2)} m³, floor plan and heights ${fixed(refusal.volume, 2)} m³. Mend the plan or the ceiling in Survey.`;
    case 'too-large':
      return `With ${fixed(refusal.volume, 0)} m³ the room has too many modes: they could be followed to ${fixed(refusal.top, 0)} Hz only, and ${refusal.limit} Hz is the least worth showing. Rooms this large are judged by their decay.`;
    case 'memory':
      return `The room would take ${fixed(refusal.bytes / 2 ** 20, 0)} MB to solve; ${fixed(refusal.limit / 2 ** 20, 0)} MB is the limit.`;
    case 'apart':
      return `The air falls into ${refusal.parts} parts that nothing joins. Open a partition, or take a part of the plan away.`;
    case 'unfinished':
      return 'The solver did not find all modes below the limit. Nothing is shown rather than something wrong.';
  }
}

export const SWING_WORDS: Record<string, { name: string; why: string }> = {
  'small-room': { name: 'Good small room', why: '± 5 dB from 30 to 150 Hz, read at a twelfth of an octave.' },
  untreated: { name: 'Common, untreated', why: '± 13 dB is what most bare rooms do.' },
  'listening-room': {
    name: 'Listening room',
    why: '± 3 dB in third octaves from 50 Hz (operational response, ITU-R BS.1116-3), here to 150 Hz.',
  },
};

export const swingText = (s: SwingVerdict): string =>
  `± ${fixed(s.swingDb, 1)} dB (limit ± ${fixed(s.limitDb, 0)}), highest at ${hz(s.highHz)}, lowest at ${hz(s.lowHz)}`;

/** What to think of a mode at the seat. */
export function seatWord(mode: Pick<WaveMode, 'head'>): 'null' | 'between' | 'peak' {
  const p = Math.abs(mode.head);
  return p < SEAT_NULL ? 'null' : p > SEAT_PEAK ? 'peak' : 'between';
}

/** What became of so many pieces that have no place yet. */
export const spreadSentence = (count: number): string =>
  count === 1
    ? 'One piece decided by number counts as spread evenly over its surface; once laid out, where it is.'
    : `${count} pieces decided by number count as spread evenly over their surfaces; once laid out, where they are.`;
