/** What a reading of a recording holds of what is weighed. */
import { timeOf } from '../../signal/decay';
import { tonesTold } from '../listen/read';
import type { Heard } from '../listen/types';
import type { Measured } from './types';

/** All but the levels, which want the samples. */
export function readingsOf({
  impulse,
  noise,
  warnings,
}: Pick<Heard, 'impulse' | 'noise' | 'warnings'>): Omit<Measured, 'levels' | 'gated'> {
  return {
    rings: impulse?.ringing.rings ?? [],
    rattles: warnings.flatMap((w) => (w.code === 'rattle' ? [{ f: w.f, seconds: w.seconds }] : [])),
    arrivals: (impulse?.arrivals.list ?? []).map(({ delay, levelDb }) => ({ delay, levelDb })),
    tones: tonesTold(noise),
    octaves: (impulse?.octaves.bands ?? []).map((b) => ({ label: b.label, seconds: timeOf(b), rangeDb: b.rangeDb })),
  };
}
