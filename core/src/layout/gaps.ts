/** Equal gaps along a wall: (wall − Σ widths)/(n + 1). */

export type EqualGaps =
  | { feasible: true; gap: number; /** Left edge of each panel from the wall's left end, m. */ left: number[] }
  | { feasible: false; gap: null; left: null; /** How much too wide the panels are, m. */ excess: number };

export function equalGaps(wall: number, widths: readonly number[]): EqualGaps {
  if (!(wall > 0)) throw new RangeError(`equalGaps: wall must be above 0, got ${wall}`);
  widths.forEach((w, i) => {
    if (!(w > 0)) throw new RangeError(`equalGaps: widths[${i}] must be above 0, got ${w}`);
  });
  const sum = widths.reduce((a, b) => a + b, 0);
  const gap = (wall - sum) / (widths.length + 1);
  if (gap < -1e-12) return { feasible: false, gap: null, left: null, excess: sum - wall };
  const left: number[] = [];
  let x = gap;
  for (const w of widths) {
    left.push(x);
    x += w + gap;
  }
  return { feasible: true, gap, left };
}
