/** How loud a voice is while it speaks. */

const { floor, log10, max, round } = Math;

const BLOCK_S = 0.05;
/** Blocks so far under the loudest are pauses, dB. */
const PAUSE_DB = 25;

/** Mean level of what is spoken, pauses left out, dB re 1; −∞ of silence. */
export function spokenLevel(x: ArrayLike<number>, rate: number): number {
  const size = max(1, round(BLOCK_S * rate));
  const powers = Array.from({ length: floor(x.length / size) }, (_, b) => {
    let sum = 0;
    for (let i = b * size; i < (b + 1) * size; i++) sum += x[i]! * x[i]!;
    return sum / size;
  });
  const least = powers.reduce((m, p) => max(m, p), 0) * 10 ** (-PAUSE_DB / 10);
  const spoken = powers.filter((p) => p > 0 && p >= least);
  return spoken.length > 0 ? 10 * log10(spoken.reduce((s, p) => s + p, 0) / spoken.length) : -Infinity;
}

/** Gains, dB, at which voices sound alike: all as loud as the quietest of them; of silence none is given (0). */
export function matchedGains(levelsDb: readonly number[]): number[] {
  const quietest = levelsDb.reduce((m, v) => (Number.isFinite(v) && v < m ? v : m), Infinity);
  return levelsDb.map((v) => (Number.isFinite(v) ? quietest - v : 0));
}
