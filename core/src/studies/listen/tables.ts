/** Figures somebody else read, as what is drawn of a measurement: a response through a smoothing, decay by band, noise by octave. */
import { MOST_POINTS } from '../../document/schema/measurement';
import type { Holds } from '../../document/schema/project';
import { OCTAVES } from '../../quantities/bands';
import { bandsOf } from '../../signal/bandFilters';
import { type Points, pointAt } from '../../signal/calibration';
import { type BandDecay, unreadBand } from '../../signal/decay';
import { frequencyGrid, STEPS_PER_OCTAVE } from '../../signal/response';
import { powerMeans } from '../../signal/smoothing';
import { curvesOver, type ResponseCurves } from './read';

export type Table<K extends Holds['kind'] = 'response' | 'decay' | 'levels'> = Extract<Holds, { kind: K }>;

/** A response is drawn where recordings are: up to 20 kHz. */
const RATE = 48000;

/** A response as it is kept: as it came, or where it has more points than are kept, their means of power at 48 an octave. */
export function keptResponse(points: readonly { f: number; db: number; phaseDeg: number | null }[]): Table<'response'> {
  const [f, db] = [points.map((p) => p.f), points.map((p) => p.db)];
  const phaseDeg = points.every((p) => p.phaseDeg !== null) ? points.map((p) => p.phaseDeg!) : null;
  if (points.length <= MOST_POINTS) return { kind: 'response', f, db, phaseDeg };
  const grid = frequencyGrid(RATE).filter((at) => at >= f[0]! && at <= f.at(-1)!);
  const mean = powerMeans(f, db);
  const degrees = phaseDeg && { f, db: unfolded(phaseDeg) };
  return {
    kind: 'response',
    f: grid,
    db: grid.map((at) => mean(at, STEPS_PER_OCTAVE)),
    phaseDeg: degrees && grid.map((at) => pointAt(degrees, at)),
  };
}

/** The curves of a table of levels; outside of it there is nothing (NaN). */
export function tableCurves(
  { f, db, phaseDeg }: Table<'response'>,
  fraction: number,
  own: Points | null,
): ResponseCurves {
  const grid = frequencyGrid(RATE);
  const mean = powerMeans(f, db);
  const levelsOf = (over: number) => Float64Array.from(grid, (at) => mean(at, over));
  const degrees = phaseDeg && { f, db: unfolded(phaseDeg) };
  const inside = (at: number) => at >= f[0]! && at <= f.at(-1)!;
  const phase = Float64Array.from(grid, (at) => (degrees && inside(at) ? pointAt(degrees, at) : Number.NaN));
  return {
    ...curvesOver(grid, levelsOf(fraction), levelsOf(STEPS_PER_OCTAVE), own),
    phaseDeg: phase,
    // −dφ/dω, straight between neighbours of the grid.
    groupDelay: phase.map((v, i) => (i === 0 ? Number.NaN : (phase[i - 1]! - v) / (360 * (grid[i]! - grid[i - 1]!)))),
    lowest: f[0]!,
  };
}

/** Phase followed without jumps. */
function unfolded(phaseDeg: readonly number[]): number[] {
  let turns = 0;
  return phaseDeg.map((v, i) => {
    if (i > 0) turns -= 360 * Math.round((v - phaseDeg[i - 1]!) / 360);
    return v + turns;
  });
}

/** Decay times of a table, as if they had been read here. */
export const tableDecay = ({ fraction, bands }: Table<'decay'>): BandDecay[] =>
  bands.flatMap(({ label, edt, t20, t30 }) => {
    const band = bandsOf(fraction).find((b) => b.label === label);
    const curvature = t20 !== null && t30 !== null ? t30 / t20 - 1 : null;
    return band ? [{ ...unreadBand(band, null), edt, t20, t30, curvature }] : [];
  });

/** Levels of a table by octave 63 … 8000, thirds summed where all three are there; null elsewhere. */
export function tableOctaves({ fraction, bands }: Table<'levels'>): (number | null)[] {
  return OCTAVES.map((octave, i) => {
    if (fraction === 1) return bands.find((b) => b.label === octave)?.db ?? null;
    const thirds = bandsOf(1)[i]!;
    const within = bandsOf(3).filter((b) => b.mid > thirds.lower && b.mid < thirds.upper);
    const levels = within.map((b) => bands.find((own) => own.label === b.label)?.db);
    if (levels.some((v) => v === undefined)) return null;
    return 10 * Math.log10(levels.reduce<number>((sum, v) => sum + 10 ** (v! / 10), 0));
  });
}
