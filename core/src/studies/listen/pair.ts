/** What two measurements tell together: a cloth before a loudspeaker, left beside right, a tuned box with its ports open and shut. */
import type { Air } from '../../air/air';
import { type HelmholtzBox, helmholtzBox, openHoleTable } from '../../physics/absorbers/resonators';
import { THIRD_BANDS } from '../../signal/bandFilters';
import type { Arrivals } from '../../signal/arrivals';
import { meanBetween } from '../../signal/smoothing';
import { smoothed } from '../bass/judge';

/** Levels over the same frequencies, dB. */
export interface Levels {
  grid: readonly number[];
  finestDb: ArrayLike<number>;
}

const meanOf = ({ grid, finestDb }: Levels, from: number, to: number) => meanBetween(grid, finestDb, from, to);

export interface ClothLoss {
  thirds: { label: number; mid: number; lossDb: number }[];
  /** Flow resistance it stands for, Pa·s/m; null: it takes nothing, or nothing was read where that is told. */
  resistance: number | null;
  /** How much more it takes at 8 kHz than at 1 kHz, dB; null: not read. A sheet of resistance alone takes the same everywhere. */
  riseDb: number | null;
}

/** Thirds the resistance is read of, Hz: below the room is heard too, above the mass of the cloth. */
const CLOTH_BAND = [1000, 6300] as const;
/** Loss told from, dB: less is a microphone that moved. */
const LEAST_LOSS = 0.2;

/**
 * What a cloth before a loudspeaker takes, third by third, and its flow resistance. Of a thin sheet of resistance R in free air the sound let through
 * is 1/(1 + R/2ρc) of its pressure (U. Ingard, Notes on Sound Absorption Technology, 1994, §1.3): R = 2ρc(10^(L/20) − 1).
 */
export function clothLoss(without: Levels, covered: Levels, lowest: number, { rho, c }: Air): ClothLoss {
  const thirds = THIRD_BANDS.flatMap(({ label, mid, lower, upper }) => {
    if (lower < lowest) return [];
    const [a, b] = [meanOf(without, lower, upper), meanOf(covered, lower, upper)];
    return a === null || b === null ? [] : [{ label, mid, lossDb: a - b }];
  });
  const told = thirds.filter((t) => t.mid >= CLOTH_BAND[0] && t.mid <= CLOTH_BAND[1] * 1.01).map((t) => t.lossDb);
  const loss = told.sort((p, q) => p - q)[told.length >> 1] ?? null;
  const at = (label: number) => thirds.find((t) => t.label === label)?.lossDb ?? null;
  const [low, high] = [at(1000), at(8000)];
  return {
    thirds,
    resistance: loss === null || loss < LEAST_LOSS ? null : 2 * rho * c * (10 ** (loss / 20) - 1),
    riseDb: low === null || high === null ? null : high - low,
  };
}

export interface Twins {
  /** How much louder the first is from 500 Hz to 2 kHz, dB. */
  louderDb: number | null;
  /** Both push first, or one of them pulls. */
  polarity: 'alike' | 'opposite';
  /** Octave they differ most in once their levels are alike, and by how much, dB; null: not read. */
  worst: { label: number; byDb: number } | null;
}

const LEVEL_BAND = [500, 2000] as const;
const TWIN_OCTAVES = [63, 125, 250, 500, 1000, 2000, 4000, 8000] as const;

/** Two loudspeakers that should be alike, as heard at one place. */
export function twins(
  a: Levels & { arrivals: Pick<Arrivals, 'list'> },
  b: Levels & { arrivals: Pick<Arrivals, 'list'> },
): Twins {
  const [la, lb] = [meanOf(a, ...LEVEL_BAND), meanOf(b, ...LEVEL_BAND)];
  const louderDb = la === null || lb === null ? null : la - lb;
  const half = Math.SQRT2;
  const differ = TWIN_OCTAVES.flatMap((label) => {
    const [p, q] = [meanOf(a, label / half, label * half), meanOf(b, label / half, label * half)];
    return p === null || q === null || louderDb === null ? [] : [{ label, byDb: p - q - louderDb }];
  });
  const signOf = (x: typeof a) => x.arrivals.list[0]?.polarity ?? 1;
  return {
    louderDb,
    polarity: signOf(a) === signOf(b) ? 'alike' : 'opposite',
    worst: differ.reduce<Twins['worst']>((w, d) => (!w || Math.abs(d.byDb) > Math.abs(w.byDb) ? d : w), null),
  };
}

export interface BoxTuning {
  /** Where it is tuned now, and by how much that stands out, Hz and dB. */
  f: number;
  byDb: number;
  /** What the drawing says, Hz. */
  drawn: number;
  /** So many ports open, each with where the box as built would then be tuned, Hz. */
  ports: { open: number; f: number }[];
  /** What is wanted, Hz, and the number of ports that comes nearest. */
  wanted: number;
  nearest: { open: number; f: number };
  /** Length of the ports that brings it to the wanted frequency with all of them open, m; null: none does. */
  length: number | null;
}

/** A box is looked for so far from where it is drawn: an octave either way. */
const BOX_REACH = 2;
const LONGEST_PORT = 1;

/**
 * Where a box is tuned: with its ports open its mouth and what is in it answer most at one frequency. `open` and `shut` are the responses at its mouth
 * with the ports open and stopped; the difference stands out there. The box as built differs from the drawing by one factor, which its other tunings
 * share: f is as √(S/VL′) (see helmholtzBox). `now`: ports open while it was measured; `asked`: wanted, Hz; null: as drawn.
 */
export function boxTuning(
  open: Levels,
  shut: Levels,
  box: HelmholtzBox,
  now: number,
  asked: number | null,
  air: Air,
): BoxTuning | null {
  const count = box.count ?? 1;
  const drawn = helmholtzBox({ ...box, count: now, places: undefined }, air).f0;
  const [of, sf] = [smoothed(open.grid, open.finestDb, 24), smoothed(shut.grid, shut.finestDb, 24)];
  let best: { f: number; byDb: number } | null = null;
  open.grid.forEach((f, i) => {
    const byDb = of[i]! - sf[i]!;
    if (f < drawn / BOX_REACH || f > drawn * BOX_REACH || !Number.isFinite(byDb)) return;
    if (!best || Math.abs(byDb) > Math.abs(best.byDb)) best = { f, byDb };
  });
  if (!best) return null;
  const { f, byDb } = best as { f: number; byDb: number };
  const built = f / drawn;
  const ports = openHoleTable({ ...box, holes: count }, air).map((t) => ({ open: t.open, f: t.f0 * built }));
  const at = (length: number) => helmholtzBox({ ...box, length, places: undefined }, air).f0 * built;
  const wanted = asked ?? drawn;
  const off = (port: { f: number }) => Math.abs(port.f - wanted);
  const nearest = ports.reduce((a, b) => (off(b) < off(a) ? b : a));
  return { f, byDb, drawn, ports, wanted, nearest, length: lengthFor(at, wanted) };
}

/** Longer ports are tuned lower: halved until a tenth of a millimetre. */
function lengthFor(at: (length: number) => number, wanted: number): number | null {
  let [low, high] = [0, LONGEST_PORT];
  if (!(at(low) >= wanted && at(high) <= wanted)) return null;
  while (high - low > 1e-4) {
    const middle = (low + high) / 2;
    if (at(middle) > wanted) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
