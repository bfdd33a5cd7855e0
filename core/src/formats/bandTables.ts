/** Decay times and noise levels by octave or third as text: a band and its figures in each line. */
import { nominalBands } from '../quantities/bands';
import { type Column, readFrequencyTable, type TextProblem } from './frequencyTable';
import { FREQUENCY } from './responseText';

export interface TextDecay {
  /** Bands to the octave. */
  fraction: 1 | 3;
  /** Nominal midbands, Hz; s, null: not told. */
  bands: { label: number; edt: number | null; t20: number | null; t30: number | null }[];
}
export interface TextLevels {
  fraction: 1 | 3;
  /** dB. */
  bands: { label: number; db: number }[];
}
type Read<T> = ({ ok: true } & T) | { ok: false; problems: TextProblem[] };

const SECONDS = (name: string, optional: boolean): Column => ({
  what: `${name} in s`,
  name,
  unit: 's',
  range: [0.01, 60],
  optional,
});
const NOISE: Column = { what: 'a level in dB', name: 'a level', unit: 'dB', range: [-200, 200] };
/** A frequency within this of a nominal one means that band. */
const NEAR = 0.04;
const FIGURES = ['edt', 't20', 't30'] as const;

/** The band a frequency names, octaves before thirds; null: none. */
const labelOf = (f: number, bands: readonly number[]) => bands.find((b) => Math.abs(f / b - 1) < NEAR) ?? null;

/** Bands of the first column: all octaves, or all thirds. */
function bandsOf(rows: readonly { line: number; column: number; values: (number | null)[] }[]): Read<{
  fraction: 1 | 3;
  labels: number[];
}> {
  for (const fraction of [1, 3] as const) {
    const labels = rows.map((r) => labelOf(r.values[0]!, nominalBands(fraction)));
    if (labels.every((l) => l !== null)) return { ok: true, fraction, labels };
  }
  const { line, column, values } = rows.find((r) => labelOf(r.values[0]!, nominalBands(3)) === null)!;
  return {
    ok: false,
    problems: [
      { line, column, message: `expected the middle of an octave or third octave band, found ${values[0]} Hz` },
    ],
  };
}

/** Which figure each further column holds: said by the last comment that names one; a single column is T30, three are EDT, T20, T30. */
function figuresOf(comments: readonly string[], count: number): (typeof FIGURES)[number][] {
  const head = comments.findLast((c) => /EDT|T\s?_?[236]0|RT/i.test(c)) ?? '';
  const named = [...head.matchAll(/EDT|T\s?_?20|T\s?_?30|RT\s?_?60|T\s?_?60|RT/gi)].map(([name]) =>
    /EDT/i.test(name) ? 'edt' : /20/.test(name) ? 't20' : 't30',
  );
  if (named.length >= count && new Set(named.slice(0, count)).size === count) return named.slice(0, count);
  return count === 1 ? ['t30'] : count === 2 ? ['t20', 't30'] : [...FIGURES];
}

/** Reads decay times: one to three columns beside the band. Never throws. */
export function readDecayText(text: string): Read<TextDecay> {
  const columns = [
    FREQUENCY,
    SECONDS('a decay time', false),
    SECONDS('a decay time', true),
    SECONDS('a decay time', true),
  ];
  const read = readFrequencyTable(text, columns, 1);
  if (!read.ok) return read;
  const named = bandsOf(read.rows);
  if (!named.ok) return named;
  const count = Math.max(...read.rows.map((r) => r.values.findLastIndex((v) => v !== null)));
  const figures = figuresOf(read.comments, count);
  const bands = read.rows.map(({ values }, i) => {
    const of = (figure: (typeof FIGURES)[number]) => {
      const k = figures.indexOf(figure);
      return k < 0 ? null : (values[k + 1] ?? null);
    };
    return { label: named.labels[i]!, edt: of('edt'), t20: of('t20'), t30: of('t30') };
  });
  return { ok: true, fraction: named.fraction, bands };
}

/** Reads noise levels by octave or third. Never throws. */
export function readLevelsText(text: string): Read<TextLevels> {
  const read = readFrequencyTable(text, [FREQUENCY, NOISE], 1);
  if (!read.ok) return read;
  const named = bandsOf(read.rows);
  if (!named.ok) return named;
  return {
    ok: true,
    fraction: named.fraction,
    bands: read.rows.map(({ values }, i) => ({ label: named.labels[i]!, db: values[1]! })),
  };
}
