/** Lengths as they are cut: rounded up, never short. */
import { INCH, type LengthSystem, lengthText } from './lengths';

/** To the millimetre, m. What lies within a tenth of one is on it. */
export const cutLength = (m: number): number => Math.ceil(m * 1000 - 1e-4) / 1000;

/** As text: up to the millimetre, the sixteenth or the hundredth of an inch. */
export function cutText(m: number, system: LengthSystem): string {
  if (system === 'metric') return lengthText(cutLength(m), system);
  const step = system === 'feet' ? INCH / 16 : INCH / 100;
  return lengthText(Math.ceil(m / step - 1e-3) * step, system);
}
