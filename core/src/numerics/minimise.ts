/** One-dimensional search on smooth curves: golden section inside a bracket. */

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * Place of the minimum of `f` in [a, b], where `f` is unimodal there. Stops when the bracket is narrower than
 * `tolerance` (same unit as a and b). Returns the middle of the last bracket and the value there.
 */
export function goldenMinimum(
  f: (x: number) => number,
  a: number,
  b: number,
  tolerance: number,
): { x: number; value: number } {
  if (!(b > a)) throw new RangeError(`goldenMinimum: b must exceed a, got a=${a}, b=${b}`);
  if (!(tolerance > 0)) throw new RangeError(`goldenMinimum: tolerance must be above 0, got ${tolerance}`);
  let lo = a;
  let hi = b;
  let x1 = hi - GOLDEN * (hi - lo);
  let x2 = lo + GOLDEN * (hi - lo);
  let f1 = f(x1);
  let f2 = f(x2);
  while (hi - lo > tolerance) {
    if (f1 < f2) {
      hi = x2;
      x2 = x1;
      f2 = f1;
      x1 = hi - GOLDEN * (hi - lo);
      f1 = f(x1);
    } else {
      lo = x1;
      x1 = x2;
      f1 = f2;
      x2 = lo + GOLDEN * (hi - lo);
      f2 = f(x2);
    }
  }
  const x = (lo + hi) / 2;
  return { x, value: f(x) };
}
