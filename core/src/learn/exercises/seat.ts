/** Find the seat: out of the nulls, and the pair alike. */
import { lengthNulls } from '../../studies/bass/study';
import { SEAT_LIMITS } from '../../studies/seat/types';
import { fixed } from '../../quantities/format';
import type { Exercise } from '../types';
import { length, look, seatOf } from './common';

export const SEAT: Exercise = {
  ...{ id: 'seat', title: 'Find the seat', minutes: 6, room: 'bakehouse' },
  aim: 'Say why half the length is the worst seat, and set head and loudspeakers where they belong.',
  before: (room) => {
    const [x, y] = [room.listening.head.x, 2.67];
    const right = room.loudspeakers.find((l) => l.station === 'R')!;
    return [
      { type: 'move-head', x, y },
      { type: 'move-loudspeaker', id: right.id, x: right.x + 0.14, y: right.y + 0.1, mirror: false },
    ];
  },
  steps: [
    look('go', 'seat', 'Seat'),
    {
      ...{ id: 'null', kind: 'choose' },
      says: 'The head sits at half the length of this room. What does the lowest mode along the length do there?',
      hint: 'A mode has its most pressure at the walls. Along the length the first one has a single null: as far from both ends.',
      options: [
        { id: 'peak', text: 'It is loudest there' },
        { id: 'null', text: 'It has its null there' },
        { id: 'nothing', text: 'Nothing in particular' },
      ],
      right: ({ glance }) => (lengthNulls(glance.bass.result.modes).length > 0 ? 'null' : 'nothing'),
      after: ({ glance }) => {
        const [low] = lengthNulls(glance.bass.result.modes);
        return low ? `At ${fixed(low.f, 1)} Hz a whole note is missing at this seat, however loud it is played.` : '';
      },
    },
    {
      ...{ id: 'move', kind: 'edit' },
      says: 'Move the head forward until no mode along the length has its null at the ears.',
      hint: (w) => {
        const { headPart, ruleDistance } = seatOf(w);
        const nulls = lengthNulls(w.glance.bass.result.modes).map((m) => `${fixed(m.f, 0)} Hz`);
        return `It sits at ${fixed(100 * headPart, 0)} % of the length from the front wall, in the null at ${nulls.join(' and ')}. Many begin at 38 %, here ${length(w, ruleDistance)}; then go on by steps of ${length(w, 0.1)}.`;
      },
      keys: 'Tab to the head, then arrows; with Shift 10 cm',
      done: (w) => lengthNulls(w.glance.bass.result.modes).length === 0 && seatOf(w).headPart < 0.5,
      after:
        'The line at the foot of the page follows: “Length modes” counts the nulls that are left. A rule is where one begins.',
    },
    {
      ...{ id: 'pair', kind: 'edit' },
      says: 'One loudspeaker was bumped. Set the pair so that both are equally far from the head and from their side walls.',
      hint: (w) => {
        const [l, r] = seatOf(w).loudspeakers.filter((s) => s.role === 'main');
        return l && r
          ? `${l.letter} is ${length(w, l.toHead)} from the head, ${r.letter} ${length(w, r.toHead)}. “Place by the 38 % rule” puts all three where the rule wants them.`
          : 'There is no pair.';
      },
      keys: 'Tab to a loudspeaker, then arrows; or Ctrl K, rule, Enter',
      done: (w) => (seatOf(w).symmetry?.difference ?? 1) <= SEAT_LIMITS.pathDifference,
      after: 'A centimetre of difference is heard as an image that leans to one side.',
    },
    {
      ...{ id: 'behind', kind: 'figure', unit: 'm' },
      says: (w) => {
        const { between, behind } = seatOf(w).triangle ?? { between: 0, behind: 0 };
        const away = Math.hypot(between / 2, behind);
        return `The loudspeakers stand ${length(w, between)} apart, each ${length(w, away)} from the head on the plan. How far behind their line are the ears?`;
      },
      hint: (w) => {
        const { between, behind } = seatOf(w).triangle ?? { between: 0, behind: 0 };
        const away = Math.hypot(between / 2, behind);
        return Math.abs(away - between) < 0.02
          ? `All three sides are alike: the height of such a triangle is 0.87 of its side.`
          : `Half their distance and the way to the head make a right angle: the square root of ${fixed(away, 2)}² − ${fixed(between / 2, 2)}².`;
      },
      right: (w) => seatOf(w).triangle?.behind ?? 0,
      within: () => 0.05,
    },
  ],
};
