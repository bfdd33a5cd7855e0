/**
 * What a loudspeaker is fed with and gives, as a complex factor: gain, polarity, delay, crossover (Linkwitz-Riley of 12, 24
 * or 48 dB an octave), its own roll-off (Butterworth, fourth order: the usual ported box; −3 dB at its lower corner) and low
 * shelf (first order).
 */
import { type Complex, complex, divide, multiply } from '../../numerics/complex';
import type { Loudspeaker } from '../../document/schema/project';

const { cos, PI, sin } = Math;

/** Butterworth low pass of an even or odd order at s = j·x, x = f/corner. */
function lowPass(x: number, order: number): Complex {
  let h = complex(1);
  for (let k = 0; k < Math.floor(order / 2); k++) {
    const damping = 2 * sin(((2 * k + 1) * PI) / (2 * order));
    h = divide(h, { re: 1 - x * x, im: damping * x });
  }
  return order % 2 === 1 ? divide(h, { re: 1, im: x }) : h;
}

/** The high pass of the same corner: x turned over. */
const highPass = (x: number, order: number): Complex => {
  const h = lowPass(1 / x, order);
  return { re: h.re, im: -h.im };
};

export function feedOf(l: Pick<Loudspeaker, 'feed' | 'role' | 'lowCornerHz' | 'lowShelf'>, frequency: number): Complex {
  const { gainDb, delayMs, inverted, crossover } = l.feed;
  const turn = -2 * PI * frequency * delayMs * 1e-3;
  const size = (inverted ? -1 : 1) * 10 ** (gainDb / 20);
  let h: Complex = { re: size * cos(turn), im: size * sin(turn) };
  h = multiply(h, highPass(frequency / l.lowCornerHz, 4));
  if (crossover) {
    const x = frequency / crossover.hz;
    // Two Butterworth halves in a row; of 12 dB the high pass is turned over, so that both halves meet in phase.
    const order = crossover.slopeDb / 12;
    const half = l.role === 'sub' ? lowPass(x, order) : highPass(x, order);
    const sign = crossover.slopeDb === 12 && l.role !== 'sub' ? -1 : 1;
    h = multiply(h, multiply(half, { re: sign * half.re, im: sign * half.im }));
  }
  if (l.lowShelf) {
    const g = 10 ** (l.lowShelf.gainDb / 40);
    const x = frequency / l.lowShelf.hz;
    // (g + jx/…)/(1/g + jx): g² far below, 1 far above.
    h = multiply(h, divide({ re: g, im: x }, { re: 1 / g, im: x }));
  }
  return h;
}
