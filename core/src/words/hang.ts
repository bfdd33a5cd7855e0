/** Words of Hang: why a piece found no place, what would give it one, and why a mark stays open. */
import { type LengthSystem, lengthText } from '../quantities/lengths';
import type { Spread } from '../document/schema/project';
import type { HungPiece } from '../studies/hang/study';
import type { NoRoom, OpenMark, Unplaced, WayOut } from '../studies/hang/types';
import { surfaceWords } from './tapes';

/** "a, b and c". */
const listed = (names: readonly string[]): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

function reasonText(reason: NoRoom, system: LengthSystem): string {
  const m = (v: number) => lengthText(v, system);
  switch (reason.why) {
    case 'row':
      return `${reason.names.length === 0 ? '' : `${reason.names.length > 1 ? 'between' : 'beside'} ${listed(reason.names)} `}the longest free stretch of the row is ${m(reason.longest)}, and one with its gaps wants ${m(reason.needs)}`;
    case 'group':
      return `no group of them lies free there${reason.names.length > 0 ? `, beside ${listed(reason.names)}` : ''}`;
    case 'higher-than-face':
      return `at ${m(reason.height)} it is higher than the wall, ${m(reason.face)}`;
    case 'corner':
      return `the longest free height of the corner is ${m(reason.longest)}, and one wants ${m(reason.needs)}`;
    case 'short-wall':
      return `the ${surfaceWords(reason.name)} is ${m(reason.length)} long, and a leg of one wants ${m(reason.needs)}`;
    case 'not-in-state':
      return 'this state of the room has no such place';
  }
}

/** "on the rear wall", "in the corner of left and front". */
const placeWords = ({ on, where }: Pick<Unplaced, 'on' | 'where'>): string =>
  on.startsWith('corner ')
    ? `in the ${where}`
    : on.startsWith('edge ')
      ? `along the ${where}`
      : `on the ${surfaceWords(where)}`;

/** One would fit if the others were not there; null where none would. */
function filled(reason: NoRoom): string | null {
  if (reason.why !== 'row' && reason.why !== 'corner') return null;
  if (reason.longest < reason.needs) return null;
  return reason.why === 'row' ? 'The others fill the row' : 'The others fill its free height';
}

/** "2 pieces decided for the rear wall have no place: …". */
export function unplacedSentence(u: Unplaced, called: string, system: LengthSystem): string {
  const why = reasonText(u.reason, system);
  return `${u.count} × ${called} ${placeWords(u)}: no place left. ${filled(u.reason) ?? why.replace(/^./, (c) => c.toUpperCase())}.`;
}

export function wayText(way: WayOut, missing: number, system: LengthSystem): string {
  const m = (v: number) => lengthText(v, system);
  const holds = way.count >= missing ? 'all of them' : `${way.count} of ${missing}`;
  switch (way.way) {
    case 'gap':
      return `edge to edge: ${holds}`;
    case 'wall':
      return `${placeWords({ on: way.face, where: way.name })}: ${holds}`;
    case 'row':
      return `in a second row: ${holds}`;
    case 'move':
      return `without ${way.name} there: ${holds}`;
    case 'size':
      return `as ${m(way.width)} × ${m(way.height)}: ${holds}`;
  }
}

export const OPEN_WORDS: Record<OpenMark['why'], string> = {
  'none-wanted': 'nothing that covers is decided for it',
  'off-the-row': 'its zone reaches past the height of the row',
  'in-the-way': 'something else is there already or keeps it free',
  'too-few': 'fewer pieces are decided here than it takes',
};

/** "54.5 cm left" of a middle line; "on the line" at it. */
export function fromMiddleText(offset: number, system: LengthSystem): string {
  if (Math.abs(offset) < 0.0005) return 'on the line';
  return `${lengthText(Math.abs(offset), system)} ${offset < 0 ? 'left' : 'right'}`;
}

/** "2.0 cm lower": which way a piece went off, under a ceiling "further back". */
function offText(off: NonNullable<HungPiece['off']>, upright: boolean, system: LengthSystem): string {
  const m = (v: number) => lengthText(Math.abs(v), system);
  const [less, more] = upright ? ['lower', 'higher'] : ['further forward', 'further back'];
  const parts = [
    Math.abs(off.along) < 0.0005 ? '' : `${m(off.along)} further ${off.along < 0 ? 'left' : 'right'}`,
    Math.abs(off.up) < 0.0005 ? '' : `${m(off.up)} ${off.up < 0 ? less : more}`,
  ].filter((t) => t !== '');
  return parts.join(' and ');
}

/**
 * Where a piece hangs against where it was meant to, and what of its marks it still covers; null: as meant.
 * @param marks those it is for that there are, with whether they are covered
 */
export function offSentence(
  { label, off }: Pick<HungPiece, 'label' | 'off'>,
  upright: boolean,
  marks: readonly { letter: string; covered: boolean }[],
  system: LengthSystem,
): string | null {
  if (!off) return null;
  const open = marks.filter((k) => !k.covered).map((k) => k.letter);
  const still =
    marks.length === 0 ? '' : open.length === 0 ? ': still covers its mark' : `: no longer covers ${listed(open)}`;
  const many = marks.length > 1 && open.length === 0 ? 's' : '';
  return `${label} hangs ${offText(off, upright, system)} than meant${still}${many}.`;
}

/** The line tapes begin at. */
export const lineWords = (upright: boolean): string => (upright ? 'middle line' : 'listening axis');

/** What its edges across that line are called. */
export const edgeWords = (upright: boolean): [string, string] =>
  upright ? ['bottom', 'top'] : ['front edge', 'rear edge'];

/** Which wall takes what no mark needs, as it is chosen. */
export const SPREAD_WORDS: Record<Spread, string> = {
  'as-decided': 'the wall each is decided for',
  even: 'every wall in like part',
  'soft-in-front': 'soft in front, scattering behind',
  'deep-rear': 'the deepest on the rear wall',
};

/** Heads of a sheet's table of pieces. */
export const hangingHead = (upright: boolean): string[] => [
  'up',
  'piece',
  'left edge',
  'right edge',
  ...edgeWords(upright),
  'gaps left, right',
];

export interface HangingRow {
  id: string;
  order: number;
  label: string;
  /** Edges from the middle line, then bottom and top (ceilings: edges from the wall faced). */
  left: string;
  right: string;
  low: string;
  high: string;
  gaps: string;
  state: string;
}

/** A piece as the hanging sheet tells it. */
export function hangingRow(p: HungPiece, system: LengthSystem): HangingRow {
  const m = (v: number) => lengthText(v, system);
  return {
    id: p.id,
    order: p.order,
    label: p.label,
    left: fromMiddleText(p.fromMiddle.left, system),
    right: fromMiddleText(p.fromMiddle.right, system),
    low: m(p.low),
    high: m(p.high),
    gaps: `${m(p.gapLeft)}, ${m(p.gapRight)}`,
    state: p.state === 'hung' ? 'up' : '',
  };
}

/** Where a row could not keep the line, and by how much. */
export function offLevelSentence(face: string, by: number, system: LengthSystem): string {
  return `On the ${surfaceWords(face)} the row lies ${lengthText(Math.abs(by), system)} ${by < 0 ? 'lower' : 'higher'} than the line: the wall leaves no other height.`;
}

/** Faces laid out by themselves: two that would be twins, or one that would be its own mirror image. */
export const unmirroredSentence = (faces: readonly string[]): string =>
  faces.length > 1
    ? `Walls ${listed(faces)} are laid out singly: as mirror images of one another they would cover fewer marks or hold fewer pieces.`
    : `Wall ${listed(faces)} is not laid out alike about the middle: it would cover fewer marks or hold fewer pieces.`;
