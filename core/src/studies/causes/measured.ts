/** What a reading of a recording holds of what is weighed. */
import { timeOf } from '../../signal/decay';
import { tonesTold } from '../listen/read';
import type { Heard } from '../listen/types';
import type { Measured } from './types';

/** All but the levels, which want the samples, and what lies beside. */
export type Readings = Omit<Measured, 'levels' | 'gated' | 'beside'>;

export function readingsOf({ impulse, noise, warnings }: Pick<Heard, 'impulse' | 'noise' | 'warnings'>): Readings {
  return {
    rings: impulse?.ringing.rings ?? [],
    rattles: warnings.flatMap((w) => (w.code === 'rattle' ? [{ f: w.f, seconds: w.seconds }] : [])),
    arrivals: (impulse?.arrivals.list ?? []).map(({ delay, levelDb }) => ({ delay, levelDb })),
    flutter: impulse?.flutter ?? null,
    tones: tonesTold(noise),
    step: noise?.step ?? null,
    octaves: (impulse?.octaves.bands ?? []).map((b) => ({ label: b.label, seconds: timeOf(b), rangeDb: b.rangeDb })),
  };
}
