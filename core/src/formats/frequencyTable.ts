/**
 * Tables over frequency as text: a frequency and one or more values in each line; separated by commas, semicolons, tabs or blanks; point or comma for
 * decimals; lines that begin with a letter or a mark are comments. A wrong line is refused with its number and column.
 */

export interface TextProblem {
  line: number;
  column: number;
  message: string;
}

export interface Column {
  /** As it is asked for: "a level in dB". */
  what: string;
  /** As a range is told: "a level of 1 to 2 dB". */
  name: string;
  unit: string;
  range: readonly [number, number];
  /** May be missing at the end of a line. */
  optional?: boolean;
}

export interface TextTable {
  /** Values of a line in the order of its columns; null: not given. */
  rows: { line: number; column: number; values: (number | null)[] }[];
  comments: string[];
}
export type ReadTable = ({ ok: true } & TextTable) | { ok: false; problems: TextProblem[] };

/** Largest text that is read, bytes; most lines of figures. */
export const LARGEST_TABLE = 20e6;
const MOST_ROWS = 500000;
const MOST_PROBLEMS = 20;
/** Cells that say nothing was read there. */
const NOTHING = /^(-|–|—|n\/?a|nan)$/i;

const number = (cell: string): number => {
  const text = cell.replace(',', '.');
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,3})?$/i.test(text) ? Number(text) : Number.NaN;
};

/** Cells of a line with the columns they begin at. A comma is a decimal one where something else separates. */
function cellsOf(text: string): { cell: string; column: number }[] {
  const separator = /[;\t]/.test(text) ? /[;\t]/ : /\S\s+\S/.test(text.trim()) ? /,\s+|\s+/ : /,/;
  const cells: { cell: string; column: number }[] = [];
  let rest = text;
  let column = 1;
  while (rest.length > 0) {
    const blank = /^\s*/.exec(rest)![0].length;
    rest = rest.slice(blank);
    column += blank;
    if (rest === '') break;
    const match = separator.exec(rest);
    const cell = match ? rest.slice(0, match.index) : rest;
    cells.push({ cell: cell.trim(), column });
    if (!match) break;
    column += match.index + match[0].length;
    rest = rest.slice(match.index + match[0].length);
  }
  return cells;
}

/** Reads a table. Never throws. Frequencies, the first column, must rise; at least `least` lines are there. */
export function readFrequencyTable(text: string, columns: readonly Column[], least: number): ReadTable {
  const problems: TextProblem[] = [];
  const rows: TextTable['rows'] = [];
  const comments: string[] = [];
  if (text.length > LARGEST_TABLE)
    return {
      ok: false,
      problems: [{ line: 1, column: 1, message: `expected at most ${LARGEST_TABLE / 1e6} MB of text` }],
    };
  const needed = columns.filter((c) => !c.optional).length;
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  for (const [i, raw] of lines.entries()) {
    if (problems.length >= MOST_PROBLEMS || rows.length > MOST_ROWS) break;
    const trimmed = raw.trim();
    if (trimmed === '') continue;
    if (!/^[+-]?[.,]?\d/.test(trimmed)) {
      comments.push(trimmed);
      continue;
    }
    const cells = cellsOf(raw).slice(0, columns.length);
    const wrong = (column: number, message: string) => problems.push({ line: i + 1, column, message });
    if (cells.length < needed) {
      wrong(
        1,
        `expected ${columns
          .slice(0, needed)
          .map((c) => c.what.replace(/ in .*/, ''))
          .join(' and ')}, found one value`,
      );
      continue;
    }
    const values = columns.map((c, k) => {
      const cell = cells[k]?.cell ?? '';
      return c.optional && (cell === '' || NOTHING.test(cell)) ? null : number(cell);
    });
    const bad = columns.findIndex(({ range: [low, high] }, k) => {
      const v = values[k];
      return v !== null && !(v! >= low && v! <= high);
    });
    const before = rows.at(-1)?.values[0] ?? 0;
    if (bad >= 0) {
      const { what, name, unit, range } = columns[bad]!;
      const { cell, column } = cells[bad]!;
      if (Number.isNaN(values[bad])) wrong(column, `expected ${what}, found "${cell.slice(0, 40)}"`);
      else wrong(column, `expected ${name} of ${range[0]} to ${range[1]} ${unit}, found ${values[bad]}`);
    } else if (values[0]! <= before)
      wrong(cells[0]!.column, `expected a frequency above the one before, ${before} Hz, found ${values[0]}`);
    else rows.push({ line: i + 1, column: cells[0]!.column, values });
  }
  if (rows.length > MOST_ROWS) problems.push({ line: 1, column: 1, message: `expected at most ${MOST_ROWS} lines` });
  if (problems.length === 0 && rows.length < least)
    problems.push({
      line: lines.length,
      column: 1,
      message: `expected at least ${least === 1 ? 'one line' : least === 2 ? 'two lines' : `${least} lines`} of ${columns
        .slice(0, needed)
        .map((c) => c.what.replace(/^an? /, '').replace(/ in .*/, ''))
        .join(' and ')}, found ${rows.length}`,
    });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, rows, comments };
}
