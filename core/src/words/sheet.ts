/** The marking sheet in words, for the page, the paper and the phone alike. */
import { fixed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import type { Mark } from '../studies/marks/study';
import type { SheetBlock, SiteVerdict } from '../report/markingSheet';
import { surfaceWords, tapeWords } from './tapes';

export interface SheetRow {
  id: string;
  letter: string;
  /** Each measure with where the tape starts. */
  first: string;
  firstFrom: string;
  second: string;
  secondFrom: string;
  /** From … to …, of each measure. */
  firstZone: string;
  secondZone: string;
  later: string;
  level: string;
  /** On a door, off the surface, already covered. */
  note: string;
}

const upper = (text: string) => text.replace(/^./, (c) => c.toUpperCase());

export function blockTitle(block: Pick<SheetBlock, 'id' | 'name' | 'kind'>): string {
  const name = upper(surfaceWords(block.name));
  return block.kind === 'wall' ? `${name} (${block.id})` : name;
}

function between(mark: Mark, i: 0 | 1, system: LengthSystem): string {
  const [a, b] = [mark.zone.edges[0][i], mark.zone.edges[1][i]];
  const [low, high] = a.metres <= b.metres ? [a, b] : [b, a];
  // Where the tape meets another wall half way, each end says its own.
  const own = low.wall === high.wall ? '' : ` ${tapeWords(low)}`;
  return `${lengthText(low.metres, system)}${own} to ${lengthText(high.metres, system)}${own === '' ? '' : ` ${tapeWords(high)}`}`;
}

export function sheetRow(mark: Mark, system: LengthSystem): SheetRow {
  const notes = [
    mark.own === false ? 'opposite loudspeaker' : '',
    mark.on ? `on ${mark.on.name}` : '',
    mark.standoff > 0
      ? `${mark.piece ? `on ${mark.piece.name}` : 'at the panel’s face'}, ${lengthText(mark.standoff, system)} off the surface`
      : '',
    !mark.covered && mark.coveredPart > 0.02 ? `${fixed(mark.coveredPart * 100, 0)} % of it under what hangs` : '',
    mark.seenFrom === 'range' ? 'only when the head moves' : '',
    mark.covered ? 'covered' : mark.matters ? '' : 'weak or late',
  ];
  return {
    id: mark.id,
    letter: mark.letter,
    first: lengthText(mark.tape[0].metres, system),
    firstFrom: tapeWords(mark.tape[0]),
    second: lengthText(mark.tape[1].metres, system),
    secondFrom: tapeWords(mark.tape[1]),
    firstZone: between(mark, 0, system),
    secondZone: between(mark, 1, system),
    later: `${fixed(mark.delay * 1000, 1)} ms`,
    level: mark.levelDb === null ? 'nothing left' : `${fixed(mark.levelDb, 1)} dB`,
    note: notes.filter((n) => n !== '').join('; '),
  };
}

/** A signed difference: "+2.3 cm". */
export function differenceText(metres: number, system: LengthSystem): string {
  if (Math.abs(metres) < 5e-4) return 'as computed';
  return `${metres > 0 ? '+' : '−'}${lengthText(Math.abs(metres), system)}`;
}

/** Moves below this are not named, m. */
const WORTH_NAMING = 0.01;

/** What the observed marks say together; empty when nothing was found yet. */
export function siteSentence({ says, spread, shift, observed, left }: SiteVerdict, system: LengthSystem): string {
  if (spread === null) return '';
  const length = (m: number) => lengthText(Math.abs(m), system);
  switch (says) {
    case 'few':
      return `${observed.length} found. With three or more it can be said what their differences have in common.`;
    case 'alike':
      return `The ${observed.length} found lie as computed, within ${length(spread)}.`;
    case 'seat': {
      const [x, y, z] = shift!;
      const moves = [
        Math.abs(y) < WORTH_NAMING ? '' : `${length(y)} ${y > 0 ? 'further back' : 'further forward'}`,
        Math.abs(x) < WORTH_NAMING ? '' : `${length(x)} to the ${x > 0 ? 'right' : 'left'}`,
        Math.abs(z) < WORTH_NAMING ? '' : `${length(z)} ${z > 0 ? 'higher' : 'lower'}`,
      ].filter((t) => t !== '');
      return `The ${observed.length} found differ in one sense: as if the ears were ${moves.join(', ')} than in the plan. Tape the seat again, or move it there in Seat.`;
    }
    case 'square':
      return `The ${observed.length} found differ by ${length(spread)} and no move of the seat explains it${left === null ? '' : ` (${length(left)} stays)`}: a wall or a loudspeaker is not where the plan has it, or the room is out of square. Tape the diagonals in Survey.`;
  }
}
