/** Programme loudness after ITU-R BS.1770-4: K weighting, blocks of 400 ms that overlap by three quarters, two gates. LUFS re full scale. */
import { filtered, type Section } from './sections';

const { log10, PI, tan } = Math;

/** The filters of the recommendation, from their analogue figures, at any rate. */
function weighting(rate: number): Section[] {
  // Shelf: the head.
  const [f0, gainDb, q] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
  const k = tan((PI * f0) / rate);
  const vh = 10 ** (gainDb / 20);
  const vb = vh ** 0.4996667741545416;
  const a0 = 1 + k / q + k * k;
  const shelf: Section = {
    b0: (vh + (vb * k) / q + k * k) / a0,
    b1: (2 * (k * k - vh)) / a0,
    b2: (vh - (vb * k) / q + k * k) / a0,
    a1: (2 * (k * k - 1)) / a0,
    a2: (1 - k / q + k * k) / a0,
  };
  const [f1, q1] = [38.13547087602444, 0.5003270373238773];
  const k1 = tan((PI * f1) / rate);
  const d = 1 + k1 / q1 + k1 * k1;
  return [shelf, { b0: 1, b1: -2, b2: 1, a1: (2 * (k1 * k1 - 1)) / d, a2: (1 - k1 / q1 + k1 * k1) / d }];
}

const BLOCK_S = 0.4;
const ABSOLUTE_GATE = -70;
const RELATIVE_GATE = -10;
const loud = (power: number): number => -0.691 + 10 * log10(power);

/**
 * @param channels left, right or one, re full scale
 * @returns LUFS; −∞ of silence
 */
export function loudness(channels: readonly ArrayLike<number>[], rate: number): number {
  const sections = weighting(rate);
  const weighted = channels.map((c) => filtered(c, sections));
  const size = Math.round(BLOCK_S * rate);
  const hop = Math.round(size / 4);
  const length = weighted[0]?.length ?? 0;
  const powers: number[] = [];
  for (let from = 0; from + size <= Math.max(length, size); from += hop) {
    let sum = 0;
    for (const w of weighted) for (let i = from; i < Math.min(length, from + size); i++) sum += w[i]! * w[i]!;
    powers.push(sum / size);
  }
  const mean = (list: readonly number[]) => list.reduce((s, p) => s + p, 0) / list.length;
  const heard = powers.filter((p) => p > 0 && loud(p) > ABSOLUTE_GATE);
  if (heard.length === 0) return -Infinity;
  const gate = loud(mean(heard)) + RELATIVE_GATE;
  const kept = heard.filter((p) => loud(p) > gate);
  return loud(mean(kept.length > 0 ? kept : heard));
}
