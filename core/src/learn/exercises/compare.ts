/** Read two measurements: where it is fair to compare, and what they say. */
import { OCTAVES } from '../../quantities/bands';
import { fixed } from '../../quantities/format';
import type { Exercise, Watched } from '../types';
import { look } from './common';

/** The octave whose decay fell most between two measurements; null: they are not read. */
function fellMost({ seen }: Watched, before: string, after: string): number | null {
  const [a, b] = [seen.decayOf(before), seen.decayOf(after)];
  if (!a || !b) return null;
  const falls = OCTAVES.map((octave, i) => ({ octave, by: a[i] && b[i] ? a[i] / b[i] : 0 })).filter(
    ({ octave, by }) => octave >= 125 && octave <= 4000 && by > 0,
  );
  return falls.length === 0 ? null : falls.reduce((m, f) => (f.by > m.by ? f : m)).octave;
}
const BARE = 'take-1';
const NOW = 'take-4';
export const COMPARE: Exercise = {
  ...{ id: 'compare', title: 'Read two measurements', minutes: 8, room: 'bakehouse' },
  aim: 'Compare before and after where it is fair, and say what changed and what did not.',
  before: () => [],
  steps: [
    look('go', 'listen', 'Listen'),
    {
      ...{ id: 'both', kind: 'edit' },
      says: 'Draw “Bare room, left” and “As it hangs now, left” together, and nothing else.',
      hint: 'Kept, on the right, lists all measurements: those ticked are drawn.',
      keys: 'Tab to a box, Space',
      done: ({ seen }) => seen.drawn.length === 2 && seen.drawn.includes(BARE) && seen.drawn.includes(NOW),
    },
    {
      ...{ id: 'fair', kind: 'choose' },
      says: 'Why not “As it hangs now, right” beside “Bare room, left”?',
      hint: 'What differs between the two besides the panels?',
      options: [
        { id: 'louder', text: 'It was louder' },
        { id: 'other', text: 'Another loudspeaker played from another place' },
        { id: 'nothing', text: 'One may: it is the same room' },
      ],
      right: () => 'other',
      after: 'One thing at a time: same loudspeaker, same place of the microphone, same level.',
    },
    {
      ...{ id: 'decay', kind: 'look', stage: 'listen', part: 'decay' },
      says: 'Show their decay.',
      hint: 'The row over the drawing chooses the picture.',
      keys: 'Tab to the row, arrows',
    },
    {
      ...{ id: 'fell', kind: 'choose' },
      says: 'In which octave did the decay fall most, in proportion?',
      hint: (w) => {
        const [a, b] = [w.seen.decayOf(BARE), w.seen.decayOf(NOW)];
        if (!a || !b) return 'The two are still being read.';
        const at = (list: readonly (number | null)[]) =>
          OCTAVES.map((o, i) => `${o}: ${list[i] === null || list[i] === undefined ? '–' : fixed(list[i], 2)}`)
            .slice(1, 7)
            .join(', ');
        return `Before, in seconds: ${at(a)}. Now: ${at(b)}. Divide.`;
      },
      options: OCTAVES.filter((o) => o >= 125 && o <= 4000).map((o) => ({ id: String(o), text: `${o} Hz` })),
      right: (w) => {
        const octave = fellMost(w, BARE, NOW);
        return octave === null ? null : String(octave);
      },
    },
    {
      ...{ id: 'low', kind: 'choose' },
      says: 'And what did these panels do at 125 Hz, beside the middle of the range?',
      hint: 'Compare how far both octaves fell.',
      options: [
        { id: 'less', text: 'Less than at the octave that fell most' },
        { id: 'more', text: 'More' },
      ],
      right: (w) => {
        const octave = fellMost(w, BARE, NOW);
        return octave === null ? null : octave === 125 ? 'more' : 'less';
      },
      after:
        'Depth decides how low a panel reaches. What a measurement cannot say by itself: which panel did it. For that, one change at a time.',
    },
  ],
};
