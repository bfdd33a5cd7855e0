/** Every mark with its tapes, a row each, SI units. */
import { downloadCsv } from '../../charts/exports';
import type { Mark } from '@tawny/core/studies/marks/study';
import { tapeWords } from '@tawny/core/words/tapes';

export function takeMarks(marks: readonly Mark[]): Promise<void> {
  const metres = (v: number) => Number(v.toFixed(4));
  const rows = marks.map((m) => ({
    loudspeaker: m.letter,
    surface: m.faceName,
    'on piece': m.piece?.name ?? '',
    'first tape': tapeWords(m.tape[0]),
    'first, m': metres(m.tape[0].metres),
    'second tape': tapeWords(m.tape[1]),
    'second, m': metres(m.tape[1].metres),
    'zone first from, m': metres(m.zone.edges[0][0].metres),
    'zone first to, m': metres(m.zone.edges[1][0].metres),
    'zone second from, m': metres(m.zone.edges[0][1].metres),
    'zone second to, m': metres(m.zone.edges[1][1].metres),
    'off the surface, m': metres(m.standoff),
    'extra path, m': metres(m.extraPath),
    'delay, ms': Number((m.delay * 1000).toFixed(3)),
    'level re direct, dB': m.levelDb === null ? null : Number(m.levelDb.toFixed(2)),
    covered: m.covered ? 'yes' : 'no',
    on: m.on?.name ?? '',
  }));
  return downloadCsv('marks', rows);
}
