/** Response tables and microphone calibrations as text: frequency, level and, where given, phase in each line. */
import { type Column, readFrequencyTable, type TextProblem } from './frequencyTable';

export interface ResponsePoint {
  f: number;
  db: number;
  phaseDeg: number | null;
}

export type ReadResponse =
  { ok: true; points: ResponsePoint[]; comments: string[] } | { ok: false; problems: TextProblem[] };

export const FREQUENCY: Column = {
  what: 'a frequency in Hz',
  name: 'a frequency',
  unit: 'Hz',
  range: [0.1, 400000],
};
const LEVEL: Column = { what: 'a level in dB', name: 'a level', unit: 'dB', range: [-400, 400] };
const PHASE: Column = {
  what: 'a phase in degrees',
  name: 'a phase',
  unit: 'degrees',
  range: [-1e6, 1e6],
  optional: true,
};

/** Reads a response table. Never throws. Frequencies must rise. */
export function readResponseText(text: string): ReadResponse {
  const read = readFrequencyTable(text, [FREQUENCY, LEVEL, PHASE], 2);
  if (!read.ok) return read;
  const points = read.rows.map(({ values: [f, db, phaseDeg] }) => ({ f: f!, db: db!, phaseDeg: phaseDeg ?? null }));
  return { ok: true, points, comments: read.comments };
}
