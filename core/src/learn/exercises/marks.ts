/** Find the marks: by hand, then with the program; and what can be done where nothing can be fixed. */
import type { Mark } from '../../studies/marks/types';
import type { Exercise, Watched } from '../types';
import { length, look } from './common';

/** The mark of a loudspeaker on the side wall it stands nearer to: on the bare wall, or on what hangs there. */
const ownMark = ({ glance }: Watched, letter: string): Mark | undefined =>
  glance.marks.result.marks.find((m) => m.letter === letter && m.own === true);
const onWords = (mark: Mark | undefined): string =>
  mark?.on ? ` It falls on “${mark.on.name}”, where nothing can be fixed.` : '';
/** Whether something of it is left to be minded. */
const isMinded = (mark: Mark | undefined): boolean => mark !== undefined && mark.matters && !mark.covered;
/** Distances of loudspeaker and ears from the wall of a mark, along it between both, and along it from the loudspeaker to the mark, m. */
function mirrorOf(mark: Mark | undefined) {
  const [from, , to] = mark?.path ?? [];
  if (!mark || !from || !to) return { a: 0, b: 0, along: 0, mark: 0 };
  return {
    a: Math.abs(from[0] - mark.at[0]),
    b: Math.abs(to[0] - mark.at[0]),
    along: Math.abs(to[1] - from[1]),
    mark: Math.abs(mark.at[1] - from[1]),
  };
}
export const MARKS: Exercise = {
  ...{ id: 'marks', title: 'Find the marks, by hand and with the program', minutes: 8, room: 'signal-cabin' },
  aim: 'Work out where a mirror would show a loudspeaker, and see that the program says the same.',
  before: () => [],
  steps: [
    {
      ...{ id: 'hand', kind: 'figure', unit: 'm' },
      says: (w) => {
        const { a, b, along } = mirrorOf(ownMark(w, 'L'));
        return `By hand first. L stands ${length(w, a)} from the left wall, the ears ${length(w, b)}; along the wall the ears are ${length(w, along)} further back. How far behind L, along the wall, would a mirror show it?`;
      },
      hint: (w) => {
        const { a, b, along } = mirrorOf(ownMark(w, 'L'));
        return `Angles on both sides are alike, so the way is shared as the distances are: ${length(w, along)} × ${length(w, a)} / (${length(w, a)} + ${length(w, b)}).`;
      },
      right: (w) => mirrorOf(ownMark(w, 'L')).mark,
      within: () => 0.015,
    },
    look('go', 'marks', 'Marks'),
    {
      ...{ id: 'choose', kind: 'edit' },
      says: 'Choose the mark of L on the left wall: what the program says of it stands on the right.',
      hint: 'It is marked L on the left wall. “Go to anything” knows marks by loudspeaker and wall.',
      keys: 'Ctrl K, mark l left, Enter',
      done: (w) => w.seen.selection?.kind === 'mark' && w.seen.selection.id === ownMark(w, 'L')?.id,
      after: 'The tape measure there is what you worked out, told from the wall’s end.',
    },
    {
      ...{ id: 'face', kind: 'choose' },
      says: (w) =>
        `A panel’s face will stand ${length(w, 0.2)} off that wall. Where does the mark lie on it, compared with the wall?`,
      hint: 'Take that off both distances and share the way again: which of the two lost the larger part?',
      options: [
        { id: 'loudspeaker', text: 'Nearer to the loudspeaker' },
        { id: 'same', text: 'At the same place' },
        { id: 'head', text: 'Nearer to the head' },
      ],
      right: (w) => {
        const { a, b, along, mark } = mirrorOf(ownMark(w, 'L'));
        const face = (along * (a - 0.2)) / (a + b - 0.4);
        return Math.abs(face - mark) < 0.005 ? 'same' : face < mark ? 'loudspeaker' : 'head';
      },
      after: 'So the mirror belongs where the panel’s face will be; the program moves its marks by itself.',
    },
    {
      ...{ id: 'cover', kind: 'edit' },
      says: 'Cover that mark with a panel.',
      hint: 'With the mark chosen, the right side says what can be done about it: cover it.',
      done: (w) => !isMinded(ownMark(w, 'L')),
    },
    {
      ...{ id: 'twin', kind: 'edit' },
      says: (w) => `And its twin: the mark of R on the right wall.${onWords(ownMark(w, 'R'))} Do something about it.`,
      hint: 'One side alone pulls the image over. Choose the mark: where nothing can be fixed, the right side offers a curtain, or a panel that stands on feet.',
      keys: 'Ctrl K, mark r right, Enter',
      done: (w) => !isMinded(ownMark(w, 'R')),
      after: ({ glance }) =>
        `${glance.marks.result.bare} marks are still bare: ceiling and rear wall count like walls, for every loudspeaker.`,
    },
  ],
};
