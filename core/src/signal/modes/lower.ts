/** A signal at as low a sample rate as what is looked at needs. */
import { type Samples, signalOf, type Spectrum } from '../fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, cos } = Math;

/** A signal's spectrum at `rate` as a signal at a lower one: what lies above 1.5 times the highest frequency is taken away, softly from that on. */
export function lowered(spectrum: Spectrum, rate: number, highest: number): { samples: Samples; rate: number } {
  const n = spectrum.length - 2;
  let size = n;
  while ((size / 2) * (rate / n) > 3 * highest) size /= 2;
  const bin = rate / n;
  const low = new Float64Array(size + 2);
  for (let k = 0; k <= size / 2; k++) {
    const over = (k * bin - highest) / (0.5 * highest);
    const part = over <= 0 ? 1 : over >= 1 ? 0 : 0.5 + 0.5 * cos(PI * over);
    low[2 * k] = (spectrum[2 * k]! * part * size) / n;
    low[2 * k + 1] = (spectrum[2 * k + 1]! * part * size) / n;
  }
  return { samples: signalOf(low), rate: (rate * size) / n };
}
