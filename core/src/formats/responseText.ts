/**
 * Response tables and microphone calibrations as text: frequency, level and, where given, phase in each line; separated by commas, semicolons, tabs or
 * blanks; point or comma for decimals; lines that begin with a letter or a mark are comments. A wrong line is refused with its number and column.
 */

export interface ResponsePoint {
  f: number;
  db: number;
  phaseDeg: number | null;
}

export type ReadResponse =
  | { ok: true; points: ResponsePoint[]; comments: string[] }
  | { ok: false; problems: { line: number; column: number; message: string }[] };

/** Largest text that is read, bytes; most points. */
export const LARGEST_RESPONSE = 20e6;
const MOST_POINTS = 500000;
const MOST_PROBLEMS = 20;
const FREQUENCY = [0.1, 400000] as const;
const LEVEL = [-400, 400] as const;

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

/** Reads a response table. Never throws. Frequencies must rise. */
export function readResponseText(text: string): ReadResponse {
  const problems: { line: number; column: number; message: string }[] = [];
  const points: ResponsePoint[] = [];
  const comments: string[] = [];
  if (text.length > LARGEST_RESPONSE)
    return {
      ok: false,
      problems: [{ line: 1, column: 1, message: `expected at most ${LARGEST_RESPONSE / 1e6} MB of text` }],
    };
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  for (const [i, raw] of lines.entries()) {
    const wrong = (column: number, message: string) => problems.push({ line: i + 1, column, message });
    if (problems.length >= MOST_PROBLEMS || points.length > MOST_POINTS) break;
    const trimmed = raw.trim();
    if (trimmed === '') continue;
    if (!/^[+-]?[.,]?\d/.test(trimmed)) {
      comments.push(trimmed);
      continue;
    }
    const cells = cellsOf(raw);
    const values = cells.slice(0, 3).map((c) => number(c.cell));
    if (cells.length < 2) {
      wrong(1, 'expected a frequency and a level, found one value');
      continue;
    }
    const bad = values.findIndex((v) => !Number.isFinite(v));
    if (bad >= 0) {
      wrong(
        cells[bad]!.column,
        `expected ${['a frequency in Hz', 'a level in dB', 'a phase in degrees'][bad]}, found "${cells[bad]!.cell.slice(0, 40)}"`,
      );
      continue;
    }
    const [f, db, phase] = values as [number, number, number | undefined];
    const before = points.at(-1)?.f ?? 0;
    if (f < FREQUENCY[0] || f > FREQUENCY[1])
      wrong(cells[0]!.column, `expected a frequency of ${FREQUENCY[0]} to ${FREQUENCY[1]} Hz, found ${f}`);
    else if (f <= before)
      wrong(cells[0]!.column, `expected a frequency above the one before, ${before} Hz, found ${f}`);
    else if (db < LEVEL[0] || db > LEVEL[1])
      wrong(cells[1]!.column, `expected a level of ${LEVEL[0]} to ${LEVEL[1]} dB, found ${db}`);
    else points.push({ f, db, phaseDeg: phase ?? null });
  }
  if (points.length > MOST_POINTS)
    problems.push({ line: 1, column: 1, message: `expected at most ${MOST_POINTS} points` });
  if (problems.length === 0 && points.length < 2)
    problems.push({
      line: lines.length,
      column: 1,
      message: `expected at least two lines of frequency and level, found ${points.length}`,
    });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, points, comments };
}

/** Level of a table at a frequency: straight over the logarithm, held at its ends. */
export function levelAt(points: readonly ResponsePoint[], f: number): number {
  let [low, high] = [0, points.length - 1];
  if (f <= points[low]!.f) return points[low]!.db;
  if (f >= points[high]!.f) return points[high]!.db;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (points[middle]!.f <= f) low = middle;
    else high = middle;
  }
  const [a, b] = [points[low]!, points[high]!];
  return a.db + ((b.db - a.db) * Math.log(f / a.f)) / Math.log(b.f / a.f);
}
