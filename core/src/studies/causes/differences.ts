/** Where two measurements differ: one loudspeaker from the one opposite, or the same from how it was before. */
import { normalBelow } from '../../numerics/normal';
import { meanBetween } from '../../signal/smoothing';
import type { ImpulseLevels } from '../listen/read';
import type { Finding } from './types';

type Levels = ImpulseLevels['levels'];

/** Thirds where rooms ring one by one, octaves where they do not; in between every centimetre makes its own. */
const THIRDS = [31.5, 40, 50, 63, 80, 100, 125, 160, 200].map((f) => ({ f, half: 2 ** (1 / 6), low: true }));
const OCTAVES = [500, 1000, 2000, 4000, 8000].map((f) => ({ f, half: Math.SQRT2, low: false }));
const BANDS = [...THIRDS, ...OCTAVES];
/** What levels are brought alike over, Hz. */
export const LEVEL_BAND = [500, 4000] as const;
/** Least that is told, dB: of a third, of an octave, of the level. */
const LEAST = { third: 5, octave: 2.5, level: 1 } as const;
const MOST = 4;
/** What two takes of one place differ by, dB: thirds, octaves. */
const REPEATS = { third: 1.5, octave: 0.7 } as const;

interface BandApart {
  from: number;
  to: number;
  low: boolean;
  db: number;
}

/** First less second, band by band; those that one of them does not reach are left out. */
export const bandsApart = (a: Levels, b: Levels): BandApart[] =>
  BANDS.flatMap(({ f, half, low }) => {
    const [from, to] = [f / half, f * half];
    if (!(a.f[0]! <= from && b.f[0]! <= from)) return [];
    const [p, q] = [meanBetween(a.f, a.db, from, to), meanBetween(b.f, b.db, from, to)];
    return p === null || q === null ? [] : [{ from, to, low, db: p - q }];
  });

/** How much louder the first is over all of the middle, dB; null: not read. */
export function louderBy(a: Levels, b: Levels): number | null {
  const [p, q] = [meanBetween(a.f, a.db, ...LEVEL_BAND), meanBetween(b.f, b.db, ...LEVEL_BAND)];
  return p === null || q === null ? null : p - q;
}

/** `error`: of a level at a frequency by noise, dB. Largest first, the level before all. */
export function differences(
  kind: 'sides' | 'change',
  own: Levels,
  other: Levels,
  error: (f: number) => number,
): Finding[] {
  const louder = louderBy(own, other);
  if (louder === null) return [];
  const found = (from: number, to: number, sizeDb: number, least: number, repeats: number): Finding => {
    const f = Math.sqrt(from * to);
    return {
      ...{ kind, f, fError: 0, delay: null, sizeDb, range: [from, to], decay: null },
      sure: normalBelow((Math.abs(sizeDb) - least / 2) / Math.hypot(repeats, Math.SQRT2 * error(f))),
    };
  };
  const level = Math.abs(louder) >= LEAST.level ? [found(...LEVEL_BAND, louder, LEAST.level, REPEATS.octave)] : [];
  const groups: BandApart[][] = [];
  for (const band of bandsApart(own, other).map((b) => ({ ...b, db: b.db - louder }))) {
    if (Math.abs(band.db) < (band.low ? LEAST.third : LEAST.octave)) continue;
    const last = groups.at(-1)?.at(-1);
    const joins = last && last.low === band.low && Math.abs(last.to / band.from - 1) < 0.05 && last.db * band.db > 0;
    if (joins) groups.at(-1)!.push(band);
    else groups.push([band]);
  }
  const shapes = groups.map((group) => {
    const [first, last] = [group[0]!, group.at(-1)!];
    const meanDb = group.reduce((s, b) => s + b.db, 0) / group.length;
    const of = first.low ? 'third' : 'octave';
    return found(first.from, last.to, meanDb, LEAST[of], REPEATS[of]);
  });
  return [...level, ...shapes.sort((a, b) => Math.abs(b.sizeDb) - Math.abs(a.sizeDb)).slice(0, MOST)];
}

/** Whether a finding of one of these is that of the level. */
export const isLevel = ({ range }: Pick<Finding, 'range'>): boolean => range?.[0] === LEVEL_BAND[0];
