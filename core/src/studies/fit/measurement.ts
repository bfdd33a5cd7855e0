/** A measurement as a fit takes it, whether it was read here or by somebody else. */
import type { Measurement } from '../../document/schema/project';
import type { Points } from '../../signal/calibration';
import { timeOf } from '../../signal/decay';
import { OCTAVES } from '../../quantities/bands';
import { bandsOf } from '../../signal/bandFilters';
import type { Readings } from '../causes/measured';
import { tableCurves, tableDecay } from '../listen/tables';
import type { FitMeasurement } from './types';

type Told = Pick<Measurement, 'id' | 'title' | 'at' | 'room' | 'place' | 'loudspeakers'>;
type Read = Pick<FitMeasurement, 'rings' | 'rattles' | 'arrivals' | 'octaves' | 'levels'>;

const told = ({ id, title, at, room, place, loudspeakers }: Told) => ({
  ...{ id, title, at, room },
  place: place.at && { ...place.at },
  letters: [...loudspeakers],
});

/** One that was read from its samples. */
export const fitOfReading = (m: Told, read: Readings & Pick<Read, 'levels'>): FitMeasurement => ({
  ...told(m),
  rings: read.rings,
  rattles: read.rattles,
  arrivals: read.arrivals,
  octaves: read.octaves,
  levels: read.levels,
});

/** A range over which a table's T30 and T20 were read at least, dB. */
const RANGE = { t30: 45, t20: 35 } as const;

/** Octaves of a table of decays; thirds put together where all three are there. */
function octavesOf(holds: Extract<Measurement['holds'], { kind: 'decay' }>): Read['octaves'] {
  const read = tableDecay(holds).map((b) => ({
    mid: b.mid,
    label: b.label,
    seconds: timeOf(b),
    rangeDb: b.t30 === null ? RANGE.t20 : RANGE.t30,
  }));
  if (holds.fraction === 1) return read;
  return bandsOf(1).flatMap((octave, i) => {
    const within = read.filter((b) => b.mid > octave.lower && b.mid < octave.upper && b.seconds !== null);
    if (within.length < 3) return [];
    const seconds = within.reduce((s, b) => s + b.seconds!, 0) / within.length;
    return [{ label: OCTAVES[i]!, seconds, rangeDb: Math.min(...within.map((b) => b.rangeDb)) }];
  });
}

/** A table; null: one that says nothing to a fit. */
export function fitOfTable(m: Told & Pick<Measurement, 'holds'>, own: Points | null): FitMeasurement | null {
  const nothing: Read = { rings: [], rattles: [], arrivals: [], octaves: [], levels: null };
  if (m.holds.kind === 'decay') return { ...told(m), ...nothing, octaves: octavesOf(m.holds) };
  if (m.holds.kind !== 'response') return null;
  const { grid, finestDb } = tableCurves(m.holds, 24, own);
  return { ...told(m), ...nothing, levels: { f: grid, db: finestDb } };
}
