/** Why is 45 Hz missing: two that play against each other, told from what a room takes. */
import { signed } from '../../quantities/format';
import type { Exercise, Watched } from '../types';

const HOLE_HZ = 45;
/** Pair, subwoofer and both at the hole, dB; null: not solved, or one of them is not there. */
function atHole({ bass }: Watched): { pair: number; sub: number; both: number } | null {
  const at = bass?.frequencies.indexOf(HOLE_HZ) ?? -1;
  const sub = bass?.loudspeakers.find((l) => l.role === 'sub')?.levelDb[at];
  if (!bass || at < 0 || sub === undefined) return null;
  return { pair: bass.mains[at]!, sub, both: bass.all[at]! };
}
const holeText = (w: Watched): string => {
  const now = atHole(w);
  return now
    ? `At ${HOLE_HZ} Hz now: the pair alone ${signed(now.pair, 1)} dB, the subwoofer alone ${signed(now.sub, 1)} dB, both together ${signed(now.both, 1)} dB.`
    : 'The low response is still being solved.';
};
/** Together quieter than either alone: they work against each other. */
const opposed = ({ pair, sub, both }: { pair: number; sub: number; both: number }): boolean =>
  both < Math.min(pair, sub) - 3;
export const MISSING: Exercise = {
  ...{ id: 'missing', title: `Why is ${HOLE_HZ} Hz missing?`, minutes: 8, room: 'bakehouse' },
  aim: 'Tell a hole that loudspeakers make between them from one the room makes, and mend it.',
  before: () => [],
  steps: [
    {
      ...{ id: 'go', kind: 'look', stage: 'bass', part: 'response' },
      says: `Pair and subwoofer play, and around ${HOLE_HZ} Hz a bass line has a hole. Go to Bass and look at the response at the head.`,
      hint: 'Bass stands in the row of stages; Response is a part of its right side.',
      keys: 'Ctrl K, bass, Enter',
    },
    {
      ...{ id: 'whose', kind: 'choose' },
      says: `Whose hole is it? Compare who plays alone at ${HOLE_HZ} Hz.`,
      hint: holeText,
      options: [
        { id: 'pair', text: 'The pair has it by itself' },
        { id: 'sub', text: 'The subwoofer has it by itself' },
        { id: 'together', text: 'Neither: it is there only when both play' },
      ],
      right: (w) => {
        const now = atHole(w);
        return now && (opposed(now) ? 'together' : now.pair < now.sub ? 'pair' : 'sub');
      },
      after: holeText,
    },
    {
      ...{ id: 'cause', kind: 'choose' },
      says: 'So what is the cause?',
      hint: 'A null of the room at the head, or a wall behind a loudspeaker, would show with one of them alone.',
      options: [
        { id: 'mode', text: 'A mode of the room has its null at the head' },
        { id: 'wall', text: 'The wall behind the loudspeakers cancels them' },
        { id: 'opposed', text: 'Pair and subwoofer arrive against each other' },
      ],
      right: (w) => {
        const now = atHole(w);
        return now && (opposed(now) ? 'opposed' : 'mode');
      },
    },
    {
      ...{ id: 'half', kind: 'figure', unit: 'ms' },
      says: `Two that arrive half a period apart cancel. How many milliseconds is half a period at ${HOLE_HZ} Hz?`,
      hint: `A period at ${HOLE_HZ} Hz is 1000 / ${HOLE_HZ} milliseconds.`,
      right: () => 500 / HOLE_HZ,
      within: () => 0.3,
    },
    {
      ...{ id: 'boost', kind: 'choose' },
      says: 'Somebody proposes to turn that note up by 10 dB with an equaliser before all loudspeakers. What comes of it?',
      hint: 'Both get louder alike.',
      options: [
        { id: 'fills', text: 'The hole is filled' },
        { id: 'stays', text: 'Both get louder and cancel as before' },
      ],
      right: () => 'stays',
      after: 'It costs the loudspeakers headroom and changes nothing at the head.',
    },
    {
      ...{ id: 'mend', kind: 'edit' },
      says: 'Mend it: change what the subwoofer is fed, its polarity or its delay, until both together are no longer quieter than one alone.',
      hint: (w) => `${holeText(w)} What each loudspeaker is fed stands on the right of Bass, under Response.`,
      keys: 'Tab to a box, Space',
      done: (w) => {
        const now = atHole(w);
        return now !== null && now.both >= Math.max(now.pair, now.sub) - 0.5;
      },
      after: (w) =>
        `${holeText(w)} In a real room the same is found with three measurements: Listen › Beside works out delay, polarity and level.`,
    },
  ],
};
