/** The next move in words: what to do, what it does to the verdict, what is asked. */
import { fixed, signed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import { MATERIALS } from '../materials/library';
import type { Use } from '../document/schema/project';
import type { Asked, Effect, Move, MovesResult, OpenQuestion } from '../questions/moves/types';
import { counted } from './counted';
import { USE_NAMES } from './signoff/uses';
import { surfaceWords } from './tapes';

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What to do, in one line. */
export function moveTitle({ kind, says }: Pick<Move, 'kind' | 'says'>, system: LengthSystem): string {
  const n = (key: string) => Number(says[key] ?? 0);
  const t = (key: string) => String(says[key] ?? '');
  const way = (forward = 'forward', back = 'back') =>
    `${lengthText(Math.abs(n('by')), system)} ${n('by') < 0 ? forward : back}`;
  switch (kind) {
    case 'cover':
      return `Cover mark ${t('letter')} on ${surfaceWords(t('face'))}${n('both') > 1 ? ' and its twin' : ''}: ${counted(n('pieces'), 'piece')}`;
    case 'stand':
      return `Stand a panel on feet before mark ${t('letter')} on ${surfaceWords(t('face'))}`;
    case 'tilt':
      return `Raise the back edge of ${t('name')}: tilted by ${n('deg')}°`;
    case 'curtain':
      return `Hang a heavy curtain before ${t('name')}`;
    case 'four':
      return `${n('count')} more: ${t('recipe')}, ${t('places')}`;
    case 'enough':
      return `Decide for ${counted(n('count'), 'piece')} of ${t('recipe')}: every octave comes to its target`;
    case 'lay-out':
      return n('count') === 1
        ? 'Give the piece that is decided its place'
        : `Give the ${n('count')} pieces that are decided their places`;
    case 'mirror':
      return `Hang ${counted(n('count'), 'piece')} on the other side too, as mirror images`;
    case 'head':
      return `Move the head ${way()}, the loudspeakers stay`;
    case 'pair':
      return `Move both loudspeakers ${way('towards the wall they face away from', 'into the room')}, the head stays`;
    case 'seat':
      return `Move head and loudspeakers together ${way()}`;
    case 'rule':
      return 'Put head and loudspeakers back onto the axis, by the rule';
    case 'wall':
      return `Turn round: face ${surfaceWords(t('name'))}`;
    case 'state':
      return `Keep the room as in “${t('name')}”`;
    case 'subs':
      return n('count') === n('now')
        ? `Move ${n('count') === 1 ? 'the subwoofer' : 'the subwoofers'}: ${t('places')}`
        : `${n('count') === 1 ? 'A subwoofer' : `${capital(COUNTS[n('count')] ?? t('count'))} subwoofers`}: ${t('places')}`;
    case 'fix':
      return `Mend what was found: ${t('cause')}; then measure again`;
    case 'measure':
      return 'Measure the room before anything is bought';
  }
}
const COUNTS: Record<number, string> = { 2: 'two', 4: 'four' };

/** What there is to say beside its figures. */
export function moveNote({ kind, says }: Pick<Move, 'kind' | 'says'>): string {
  switch (kind) {
    case 'measure':
      return `At ${says.octave} Hz the decay is known to lie between ${fixed(Number(says.low), 2)} and ${fixed(Number(says.high), 2)} s: what is bought depends on which. A measurement costs an hour.`;
    case 'fix':
      return 'What sounds along by itself is heard in every other figure too.';
    case 'stand':
    case 'curtain':
      return 'It can be taken away again.';
    case 'state':
      return 'Survey then shows the room in this state.';
    case 'subs':
      return 'With the level and polarity that suit these places best.';
    case 'cover':
    case 'mirror':
      return surfaceOverhead(says) ? 'Overhead: two independent ways of holding, and see Hang for the fixings.' : '';
    default:
      return '';
  }
}
const surfaceOverhead = (says: Move['says']): boolean => String(says.face ?? '').startsWith('ceiling');

/** "1.89 → 1.13 s"; lengths follow the reader's system. */
export function effectText({ from, to, unit, digits }: Effect, system: LengthSystem): string {
  const shown = (v: number | null) =>
    v === null ? '–' : unit === 'cm' ? lengthText(v / 100, system) : fixed(v, digits);
  return `${shown(from)} → ${shown(to)}${unit === 'cm' ? '' : ` ${unit}`}`;
}

/** Whether an effect is told: its figure, as it is shown, changes. */
export const isTold = ({ from, to, digits }: Effect): boolean =>
  from === null || to === null ? from !== to : fixed(from, digits) !== fixed(to, digits);
/** Better, worse, or neither. */
export const turnOf = ({ gain }: Effect): 'better' | 'worse' | 'neither' =>
  gain > 0.05 ? 'better' : gain < -0.05 ? 'worse' : 'neither';

/** Money and hours of a move; what nobody knows is said. */
export function takesText({ money, hours }: Pick<Move, 'money' | 'hours'>, currency: string): string {
  const price =
    money === null
      ? 'price not known'
      : Math.abs(money) < 0.5
        ? 'free'
        : `${signed(money, 0).replace('+', '')} ${currency}`;
  const time = hours < 0.05 ? 'no time' : hours < 1 ? `${fixed(60 * hours, 0)} min` : `${fixed(hours, 1)} h`;
  return `${price}, ${time}`;
}

const ASKS: Record<Asked, string> = {
  uses: 'What is the room for, first of all?',
  floor: 'What is the floor made of?',
  walls: 'What are the walls made of?',
  ceiling: 'What is the ceiling made of?',
  openings: 'Where are doors and windows?',
  furniture: 'What furniture stays in the room?',
  loudspeakers: 'Do the loudspeakers stand where the rule puts them?',
};
export const questionText = ({ id }: OpenQuestion): string => ASKS[id];

/** Why it is asked. */
export function questionNote({ id, between }: OpenQuestion): string {
  if (between)
    return `Between these the reverberation time lies between ${fixed(between[0], 2)} and ${fixed(between[1], 2)} s.`;
  switch (id) {
    case 'uses':
      return 'It decides what the room is held against.';
    case 'openings':
      return 'Nothing fixed can hang there, and they take and return sound in their own way.';
    case 'furniture':
      return 'It absorbs, hides and mirrors.';
    default:
      return 'Tape where they really stand, in Seat, or say that they do.';
  }
}

export function choiceText({ id }: Pick<OpenQuestion, 'id'>, choice: string): string {
  if (id === 'uses') return USE_NAMES[choice as Use];
  if (choice === 'none') return id === 'openings' ? 'There are none' : 'None';
  if (choice === 'so') return 'They do';
  return MATERIALS.find((m) => m.id === choice)?.name ?? choice;
}

/** Whether to go on at all. */
export function enoughSentence({ enough, tried, refused, questions, aside }: MovesResult): string {
  const left = refused > 0 ? ` ${refused} of them would break a rule of the room, of hanging or of the budget.` : '';
  if (!enough) return `${tried} ways tried.${left}`;
  if (questions.length > 0) return `Nothing tried so far is worth its effort.${left}`;
  const but = aside.length > 0 ? ', but for what was put aside' : '';
  return `Stop here: of ${tried} ways tried none brings what could be heard${but}.${left}`;
}
