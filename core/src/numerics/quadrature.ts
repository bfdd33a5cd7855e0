/**
 * Adaptive integration with its error known: Gauss and Kronrod's pair of 7 and 15 points, the worst stretch halved first.
 *
 * Nodes and weights: R. Piessens et al., QUADPACK (1983), rule qk15. The error of a stretch is the difference of the two rules, which
 * is far larger than that of the longer one: an upper bound in practice.
 */
import { mustBePositive } from '../quantities/guard';

const NODES = [
  0.991455371120813, 0.949107912342759, 0.864864423359769, 0.741531185599394, 0.586087235467691, 0.405845151377397,
  0.207784955007898, 0,
] as const;
const KRONROD = [
  0.022935322010529, 0.063092092629979, 0.10479001032225, 0.140653259715525, 0.169004726639267, 0.190350578064785,
  0.204432940075298, 0.209482141084728,
] as const;
/** At the second, fourth, sixth node and the middle. */
const GAUSS = [0.12948496616887, 0.279705391489277, 0.381830050505119, 0.417959183673469] as const;

export interface Integral {
  value: number;
  /** Bound of the error: sum over all stretches. */
  error: number;
  /** How often the function was asked. */
  asked: number;
  /** False where the limit on stretches ended it before the tolerance. */
  reached: boolean;
}

interface Stretch {
  from: number;
  to: number;
  value: number;
  error: number;
}

function stretchOf(f: (x: number) => number, from: number, to: number): Stretch {
  const [middle, half] = [(from + to) / 2, (to - from) / 2];
  const centre = f(middle);
  let [kronrod, gauss] = [KRONROD[7] * centre, GAUSS[3] * centre];
  for (let i = 0; i < 7; i++) {
    const pair = f(middle - half * NODES[i]!) + f(middle + half * NODES[i]!);
    kronrod += KRONROD[i]! * pair;
    if (i % 2 === 1) gauss += GAUSS[(i - 1) / 2]! * pair;
  }
  return { from, to, value: kronrod * half, error: Math.abs(kronrod - gauss) * half };
}

/**
 * ∫ f over the stretches between rising `breaks`.
 * @param tolerance absolute, of the whole
 * @param most stretches before it gives up
 * @throws RangeError for fewer than two breaks or a tolerance that is not above 0
 */
export function integrate(
  f: (x: number) => number,
  breaks: readonly number[],
  tolerance: number,
  most = 4000,
): Integral {
  mustBePositive('integrate', 'tolerance', tolerance);
  if (breaks.length < 2) throw new RangeError(`integrate: breaks must be at least two, got ${breaks.length}`);
  // Stretches within their share of the tolerance are done with; the others are halved.
  const whole = breaks[breaks.length - 1]! - breaks[0]!;
  const open: Stretch[] = [];
  let [value, error, asked, count] = [0, 0, 0, 0];
  let reached = true;
  const look = (from: number, to: number) => {
    const s = stretchOf(f, from, to);
    asked += 15;
    count += 1;
    const share = (tolerance * (to - from)) / whole;
    if (s.error <= share || to - from < 1e-12 * whole) {
      value += s.value;
      error += s.error;
    } else open.push(s);
  };
  for (let i = 0; i + 1 < breaks.length; i++) if (breaks[i + 1]! > breaks[i]!) look(breaks[i]!, breaks[i + 1]!);
  while (open.length > 0) {
    const s = open.pop()!;
    if (count >= most) {
      value += s.value;
      error += s.error;
      reached = false;
      continue;
    }
    const middle = (s.from + s.to) / 2;
    look(s.from, middle);
    look(middle, s.to);
  }
  return { value, error, asked, reached: reached || error <= tolerance };
}
