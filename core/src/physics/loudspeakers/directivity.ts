/**
 * How much of its forward sound a loudspeaker sends sideways and back: a box around a piston, from three figures anybody can tape.
 *
 * D(θ, f) = piston(ka sin θ) · [1 − w + w (1 + cos θ)/2], 1 straight ahead.
 * - piston 2J₁(x)/x (L. Beranek, Acoustics §4.10), its radius 0.4 of the box's width while ka ≤ 1.6; above, smaller drivers or a guide keep
 *   ka there, down to a dome of 25 mm
 * - below f = c/(πW) sound bends round the box and goes everywhere alike; far above it the half space behind lies in shadow, −6 dB at the
 *   edge of the front (as at the edge of a screen): w = x²/(1 + x²), x = f/f_W
 * Set into a wall there is no behind: the piston alone, into half a space.
 * Good to a few dB: real boxes differ by their crossover, dipoles and horns by far more.
 */
import { OCTAVE_MIDBANDS } from '../../quantities/bands';
import { besselJ1 } from '../../numerics/bessel';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

const { abs, cos, max, min, PI, sin } = Math;

export interface Radiator {
  /** Of its box, m. */
  width: number;
  mount: 'free' | 'flush';
}

/** Of the box's width; ka kept by smaller drivers above; smallest radius, m. */
const [DRIVER, MOST_KA, DOME] = [0.4, 1.6, 0.0125];
/** Nothing is quieter than this part of the forward sound: boxes leak and rooms are not free fields. */
const FLOOR = 0.03;

/** Frequency at which the box begins to stand in its own way, Hz. */
export const boxFrequency = (width: number, c: number): number => c / (PI * width);

/** Pressure at an angle (rad, 0…π) from straight ahead, over that straight ahead; 0…1. */
export function directivity({ width, mount }: Radiator, frequency: number, angle: number, c: number): number {
  mustBePositive('directivity', 'width', width);
  mustBePositive('directivity', 'frequency', frequency);
  mustBeBetween('directivity', 'angle', angle, 0, PI + 1e-9);
  if (mount === 'flush' && angle > PI / 2 + 1e-9) return FLOOR;
  const k = (2 * PI * frequency) / c;
  const radius = min(DRIVER * width, max(DOME, MOST_KA / k));
  // Behind the front the piston's pattern has nothing more to say than at its side.
  const x = k * radius * sin(min(angle, PI / 2));
  const piston = x < 1e-6 ? 1 : (2 * besselJ1(x)) / x;
  if (mount === 'flush') return max(FLOOR, abs(piston));
  const ratio = frequency / boxFrequency(width, c);
  const w = (ratio * ratio) / (1 + ratio * ratio);
  return max(FLOOR, abs(piston) * (1 - w + (w * (1 + cos(angle))) / 2));
}

const TONES = [-0.1, 0, 0.1] as const;

/** Energy at an angle over that straight ahead, octaves 63–8000 Hz, each the mean of three tones. */
export const directivityOctaves = (radiator: Radiator, angle: number, c: number): number[] =>
  OCTAVE_MIDBANDS.map(
    (mid) =>
      TONES.reduce<number>((sum, d) => sum + directivity(radiator, mid * 10 ** d, angle, c) ** 2, 0) / TONES.length,
  );

/** Directivity factor Q: the energy straight ahead over the mean over all directions. */
export function directivityFactor(radiator: Radiator, frequency: number, c: number): number {
  const top = radiator.mount === 'flush' ? PI / 2 : PI;
  const n = 400;
  let sum = 0;
  for (let i = 0; i < n; i++) {
    const angle = ((i + 0.5) / n) * top;
    sum += directivity(radiator, frequency, angle, c) ** 2 * sin(angle);
  }
  return 2 / ((sum * top) / n);
}
