/** The exercises, on copies of the demo rooms. Every figure asked for is worked out of the room as it is, so that another room would do. */
import { applyCommand } from '../document/commands/commands';
import { isAt, type Project } from '../document/schema/project';
import { numbersOf } from '../document/recipes';
import { fixed, signed } from '../quantities/format';
import { OCTAVES } from '../quantities/bands';
import { lengthText } from '../quantities/lengths';
import { glanceAt } from '../questions/glance';
import { lengthNulls } from '../studies/bass/study';
import { chosenDecay } from '../studies/decay/study';
import { outsideOf } from '../studies/dose/bench';
import type { HungPiece } from '../studies/hang/study';
import type { Mark } from '../studies/marks/types';
import { SEAT_LIMITS } from '../studies/seat/types';
import type { Exercise, Step, Watched } from './types';

/** A length as the reader writes it. */
const length = ({ system }: Watched, m: number): string => lengthText(m, system);
const look = (id: string, stage: Extract<Step, { kind: 'look' }>['stage'], name: string): Step => ({
  ...{ id, kind: 'look', stage },
  says: `Go to ${name}.`,
  hint: `${name} stands in the row of stages at the left; “Go to anything” finds it by a few letters.`,
  keys: `Ctrl K, ${name.toLowerCase()}, Enter`,
});
const seatOf = (w: Watched) => w.glance.seat.result;

const SEAT: Exercise = {
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
const MARKS: Exercise = {
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
const MISSING: Exercise = {
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

const decayAt = ({ glance }: Watched) => chosenDecay(glance.decay);
const outside = (w: Watched): number => {
  const { chosen, limits } = decayAt(w);
  return outsideOf(chosen.eyring, limits);
};
/** How far outside its limits the room lies with eight of a recipe on its walls and nothing else. */
function withEight(w: Watched, recipe: string): number {
  const { project } = w.glance;
  const walls = project.room.corners.map((c) => c.wall).slice(0, 4);
  const { chosen, limits } = chosenDecay(
    glanceAt(
      applyCommand(project, {
        ...{ type: 'set-numbers', of: null, at: null },
        numbers: walls.map((on) => ({ recipe, on, count: 2 })),
      }).project,
    ).decay,
  );
  return outsideOf(chosen.eyring, limits);
}
const NUMBER: Exercise = {
  ...{ id: 'number', title: 'How many, and which?', minutes: 8, room: 'signal-cabin' },
  aim: 'Find the octave that decides, choose depth for it, and bring the room to its target.',
  before: () => [],
  steps: [
    {
      ...{ id: 'volume', kind: 'figure', unit: 'm³' },
      says: (w) => {
        const [x, y, z] = w.glance.bass.result.box ?? [0, 0, 0];
        return `The target hangs on the volume. This room is ${length(w, x)} wide, ${length(w, y)} long and ${length(w, z)} high: how many cubic metres?`;
      },
      hint: 'Width × length × height, in metres.',
      right: ({ glance }) => glance.setting.solid.volume,
      within: (right) => 0.03 * right,
    },
    look('go', 'decay', 'Decay'),
    {
      ...{ id: 'worst', kind: 'choose' },
      says: 'Which octave is furthest from its target now?',
      hint: 'The drawing shows decay over frequency, and the band it should lie in. The verdict at the foot names the octave too.',
      options: OCTAVES.filter((o) => o >= 125 && o <= 4000).map((o) => ({ id: String(o), text: `${o} Hz` })),
      right: (w) => {
        const octave = decayAt(w).chosen.worst?.octave;
        return octave === undefined ? null : String(octave);
      },
    },
    {
      ...{ id: 'depth', kind: 'choose' },
      says: 'Eight panels are to be hung. Which bring this room nearer to its target: 5 cm of fill flat on the wall, or 15 cm with a gap behind?',
      hint: 'A quarter of a wavelength of depth takes full effect: at 125 Hz that is 69 cm, at 1000 Hz 9 cm. Thin panels take the highs and leave the lows.',
      options: [
        { id: 'panel-5', text: '5 cm, flat on the wall' },
        { id: 'panel-15-gap', text: '15 cm with a gap' },
      ],
      right: (w) => (withEight(w, 'panel-5') < withEight(w, 'panel-15-gap') ? 'panel-5' : 'panel-15-gap'),
      after: (w) =>
        `Tried here: outside the target by ${fixed(100 * withEight(w, 'panel-5'), 0)} hundredths with the thin ones, ${fixed(100 * withEight(w, 'panel-15-gap'), 0)} with the deep ones, all octaves together.`,
    },
    {
      ...{ id: 'decide', kind: 'edit' },
      says: 'Now decide for panels until every octave lies within its limits.',
      hint: (w) => {
        const { chosen } = decayAt(w);
        return chosen.worst
          ? `Now the ${chosen.worst.octave} Hz octave is furthest off. The right side says how many of which are enough, and takes the answer over.`
          : 'The right side says how many of which are enough, and takes the answer over.';
      },
      keys: 'Tab to a number, then Up and Down',
      done: (w) => outside(w) === 0,
      after: ({ glance }) =>
        `${numbersOf(glance.project).reduce((n, r) => n + r.count, 0) + glance.project.treatment.pieces.filter(isAt).length} pieces. Four more or less is what one can hear.`,
    },
  ],
};

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
const COMPARE: Exercise = {
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

const ON = 'B';
const COUNT = 4;
const onWall = ({ glance }: Watched): HungPiece[] => glance.hang.result.pieces.filter((p) => p.face === ON);
const wallLength = ({ glance }: Watched): number => glance.setting.faces.find((f) => f.id === ON)?.length ?? 0;
const widthOf = ({ glance: { project } }: Watched): number =>
  project.treatment.recipes.find((r) => r.id === project.treatment.cover)?.width ?? 0.6;
const WALL: Exercise = {
  ...{ id: 'wall', title: 'Hang a wall', minutes: 8, room: 'bakehouse' },
  aim: 'Work out equal gaps, have the pieces laid out in one line, and record the first one that is up.',
  before: (room: Project) => [
    ...(room.treatment.pieces.length > 0
      ? [{ type: 'take-pieces', ids: room.treatment.pieces.map((p) => p.id) } as const]
      : []),
    {
      ...{ type: 'set-numbers', of: null, at: null },
      numbers: [{ recipe: room.treatment.cover, on: ON, count: COUNT }],
    },
  ],
  steps: [
    {
      ...{ id: 'gap', kind: 'figure', unit: 'm' },
      says: (w) =>
        `${COUNT} panels, each ${length(w, widthOf(w))} wide, are to hang on wall ${ON}, which is ${length(w, wallLength(w))} long: with equal gaps, at both ends as well. How wide is each gap?`,
      hint: `What the panels leave free, shared by ${COUNT + 1} gaps: (length − ${COUNT} × width) / ${COUNT + 1}.`,
      right: (w) => (wallLength(w) - COUNT * widthOf(w)) / (COUNT + 1),
      within: () => 0.011,
    },
    look('go', 'hang', 'Hang'),
    {
      ...{ id: 'lay-out', kind: 'edit' },
      says: 'The four are decided but have no place. Have them laid out.',
      hint: 'The button over the drawing lays out what waits: marks first, clear of doors, windows and sockets.',
      done: ({ glance }) => glance.hang.result.waiting === 0 && glance.hang.result.pieces.length >= COUNT,
      after: 'Doors, windows and the marks come before equal gaps: where the wall is free they are equal.',
    },
    {
      ...{ id: 'line', kind: 'edit' },
      says: 'All four in one line, and nothing in their way.',
      hint: (w) =>
        w.glance.hang.result.conflicts > 0
          ? 'Something is in the way of a piece: it is told on the right. Move it clear.'
          : 'Middles at one height: Line, on the right, says how pieces line up.',
      keys: 'Tab to a piece, arrows; with Alt 1 mm',
      done: (w) => {
        const middles = onWall(w).map((p) => (p.low + p.high) / 2);
        const spread = Math.max(...middles) - Math.min(...middles);
        return middles.length >= 2 && spread < 0.005 && w.glance.hang.result.conflicts === 0;
      },
    },
    {
      ...{ id: 'up', kind: 'edit' },
      says: 'The first one is up: record it as hung.',
      hint: 'Choose a piece; the right side says what it is: decided, laid out, hung.',
      done: ({ glance }) => glance.project.treatment.pieces.some((p) => p.state === 'hung'),
      after: 'From now on it is never moved by a new layout; its fixings and cautions stand beside it.',
    },
  ],
};

export const EXERCISES: readonly Exercise[] = [SEAT, MARKS, MISSING, NUMBER, COMPARE, WALL];
