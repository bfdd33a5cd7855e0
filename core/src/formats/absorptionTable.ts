/** Absorption tables as laboratories and makers give them: CSV of octaves or third octaves, a material a row or a column. */
import Papa from 'papaparse';
import { HIGHEST_COEFFICIENT } from '../materials/library';
import { OCTAVES } from '../quantities/bands';

export interface TableEntry {
  name: string;
  /** Octaves 63–8000 Hz. */
  alpha: number[];
  /** Octaves that the table does not hold and that were taken from their neighbour. */
  filled: number[];
  /** Whether third octaves were averaged. */
  thirds: boolean;
  /** Octaves above 1: kept, capped where a formula needs it. */
  aboveOne: number[];
}

export type ReadTable =
  { ok: true; entries: TableEntry[] } | { ok: false; problems: { path: string; message: string }[] };

/** Octaves a table must hold; 63 Hz and 8 kHz are seldom measured. */
const NEEDED = [125, 250, 500, 1000, 2000, 4000] as const;
/** Nominal third octaves of each octave. */
const THIRDS: Record<number, readonly number[]> = {
  63: [50, 63, 80],
  125: [100, 125, 160],
  250: [200, 250, 315],
  500: [400, 500, 630],
  1000: [800, 1000, 1250],
  2000: [1600, 2000, 2500],
  4000: [3150, 4000, 5000],
  8000: [6300, 8000, 10000],
};
const NOMINAL = Object.values(THIRDS).flat();
const MOST_ENTRIES = 300;
/** Rows and columns of a table of absorption; one that holds more is something else. */
const MOST_LINES = 2000;
/** Larger tables are refused unread. */
export const LARGEST_TABLE = 2 * 1024 * 1024;

/** A band's nominal frequency from "125", "125 Hz", "1k", "1,25 kHz"; null when it is none. */
function bandOf(cell: string): number | null {
  const match = /^\s*(\d+(?:[.,]\d+)?)\s*(k(?:hz)?|hz)?\s*$/i.exec(cell);
  if (!match) return null;
  const f = Number(match[1]!.replace(',', '.')) * (/^k/i.test(match[2] ?? '') ? 1000 : 1);
  return NOMINAL.find((n) => Math.abs(n / f - 1) < 0.035) ?? null;
}

function valueOf(cell: string): number | null {
  const text = cell.trim().replace(',', '.');
  return /^-?(\d+\.?\d*|\.\d+)$/.test(text) ? Number(text) : null;
}

interface Cell {
  band: number;
  text: string;
  line: number;
}

function entryOf(name: string, cells: readonly Cell[]): TableEntry | { problems: { path: string; message: string }[] } {
  const problems: { path: string; message: string }[] = [];
  const values = new Map<number, number>();
  for (const { band, text, line } of cells) {
    const path = `line ${line}`;
    if (text.trim() === '') continue;
    const value = valueOf(text);
    if (value === null) problems.push({ path, message: `${name}, ${band} Hz: "${text.trim()}" is not a number` });
    else if (value < 0)
      problems.push({
        path,
        message: `${name}, ${band} Hz: ${text.trim()} is negative; nothing absorbs less than nothing`,
      });
    else if (value > HIGHEST_COEFFICIENT) {
      problems.push({
        path,
        message: `${name}, ${band} Hz: ${text.trim()} is above ${HIGHEST_COEFFICIENT}, more than a laboratory finds${value > 2 ? '; are these percent?' : ''}`,
      });
    } else values.set(band, value);
  }
  if (problems.length > 0) return { problems };
  const line = cells[0]?.line ?? 1;
  const thirds = [...values.keys()].some((f) => !(OCTAVES as readonly number[]).includes(f));
  const octave = (f: number): number | null => {
    if (!thirds) return values.get(f) ?? null;
    const three = THIRDS[f]!.map((t) => values.get(t));
    return three.every((v) => v !== undefined) ? three.reduce((sum, v) => sum + v, 0) / 3 : null;
  };
  const missing = NEEDED.filter((f) => octave(f) === null);
  if (missing.length > 0) {
    const bands = thirds ? missing.flatMap((f) => THIRDS[f]!.filter((t) => !values.has(t))) : missing;
    return {
      problems: [
        {
          path: `line ${line}`,
          message: `${name}: no value for ${bands.join(', ')} Hz; ${thirds ? 'third octaves' : 'octaves'} ${thirds ? '100 to 5000' : '125 to 4000'} Hz are needed`,
        },
      ],
    };
  }
  const filled: number[] = [];
  const alpha = OCTAVES.map((f) => {
    const value = octave(f);
    if (value !== null) return Math.round(value * 1e4) / 1e4;
    filled.push(f);
    return Math.round(octave(f === 63 ? 125 : 4000)! * 1e4) / 1e4;
  });
  return { name, alpha, filled, thirds, aboveOne: OCTAVES.filter((_, i) => alpha[i]! > 1) };
}

/**
 * Reads a table. Either a header of frequencies with a material a row, or frequencies down the first column with a material
 * a column. `name` names a material whose column has no title.
 */
export function readAbsorptionTable(text: string, name: string): ReadTable {
  const refused = (path: string, message: string): ReadTable => ({ ok: false, problems: [{ path, message }] });
  if (text.trim() === '') return refused('', 'the file is empty');
  if (text.length > LARGEST_TABLE) {
    return refused(
      '',
      `the table holds ${Math.ceil(text.length / 1048576)} MB, at most ${LARGEST_TABLE / 1048576} MB are read`,
    );
  }
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { delimitersToGuess: [';', '\t', ',', '|'] });
  // Line numbers as an editor shows them; empty lines count.
  const rows = parsed.data
    .map((cells, i) => ({ cells: cells.map((c) => c.trim()), line: i + 1 }))
    .filter((r) => r.cells.some((c) => c !== ''));
  if (rows.length === 0) return refused('line 1', 'holds separators and nothing between them');
  const widest = rows.reduce((most, r) => Math.max(most, r.cells.length), 0);
  if (rows.length > MOST_LINES || widest > MOST_LINES) {
    return refused(
      '',
      `holds ${rows.length} rows and ${widest} columns; a table of absorption has ${MOST_LINES} at most`,
    );
  }
  const header = rows[0]!;
  const across = header.cells.slice(1).map(bandOf);
  const down = rows.slice(1).map((r) => bandOf(r.cells[0]!));
  const acrossBands = across.filter((b) => b !== null).length;
  const downBands = down.filter((b) => b !== null).length + (bandOf(header.cells[0]!) === null ? 0 : 1);
  const separators = `Read with "${parsed.meta.delimiter === '\t' ? 'tab' : parsed.meta.delimiter}" between columns.`;
  const columns: { name: string; cells: Cell[] }[] = [];
  if (acrossBands >= 3 && acrossBands >= downBands) {
    const odd = header.cells.slice(1).find((c, i) => across[i] === null && /^\s*\d/.test(c));
    if (odd) {
      return {
        ok: false,
        problems: [
          { path: `line ${header.line}`, message: `"${odd}" is no octave or third octave from 50 to 10000 Hz` },
        ],
      };
    }
    for (const row of rows.slice(1)) {
      if (row.cells.length > header.cells.length) {
        return {
          ok: false,
          problems: [
            {
              path: `line ${row.line}`,
              message: `holds ${row.cells.length} columns where the heading has ${header.cells.length}. ${separators} Commas cannot be both decimal sign and separator.`,
            },
          ],
        };
      }
      const cells = across.flatMap((band, i): Cell[] =>
        band === null ? [] : [{ band, text: row.cells[i + 1] ?? '', line: row.line }],
      );
      columns.push({ name: row.cells[0] || `${name}, line ${row.line}`, cells });
    }
  } else if (downBands >= 3) {
    const titled = bandOf(header.cells[0]!) === null;
    const body = titled ? rows.slice(1) : rows;
    const width = body.reduce((most, r) => Math.max(most, r.cells.length), 0);
    if (width < 2) {
      return {
        ok: false,
        problems: [
          {
            path: `line ${body[0]!.line}`,
            message: `holds one column only. ${separators} Use semicolon, tab or comma between columns.`,
          },
        ],
      };
    }
    if (titled && width > header.cells.length) {
      const row = body.find((r) => r.cells.length > header.cells.length)!;
      return {
        ok: false,
        problems: [
          {
            path: `line ${row.line}`,
            message: `holds ${row.cells.length} columns where the heading has ${header.cells.length}. ${separators} Commas cannot be both decimal sign and separator.`,
          },
        ],
      };
    }
    for (let k = 1; k < width; k++) {
      const cells = body.flatMap((r): Cell[] => {
        const band = bandOf(r.cells[0]!);
        return band === null ? [] : [{ band, text: r.cells[k] ?? '', line: r.line }];
      });
      const title = titled ? header.cells[k] : '';
      columns.push({
        name:
          title && !/^(alpha|α|αs|absorption|coefficient)$/i.test(title) ? title : width > 2 ? `${name} ${k}` : name,
        cells,
      });
    }
  } else {
    return {
      ok: false,
      problems: [
        {
          path: `line ${header.line}`,
          message: `found no row or column of frequencies (125, 250, 500 … Hz). ${separators}`,
        },
      ],
    };
  }
  if (columns.length === 0)
    return { ok: false, problems: [{ path: `line ${header.line}`, message: 'holds a heading but no values' }] };
  if (columns.length > MOST_ENTRIES) {
    return {
      ok: false,
      problems: [{ path: '', message: `holds ${columns.length} materials; at most ${MOST_ENTRIES} at once` }],
    };
  }
  const read = columns.map((c) => entryOf(c.name.slice(0, 120), c.cells));
  const problems = read.flatMap((r) => ('problems' in r ? r.problems : []));
  if (problems.length > 0) return { ok: false, problems };
  return { ok: true, entries: read.filter((r): r is TableEntry => 'alpha' in r) };
}
