/**
 * Absorption of a panel of finite size: sound bends round its edges, so that a small panel takes more than its area.
 *
 * S.-I. Thomasson, Acustica 44 (1980) 12: α = 8 ∫ Re Zs sin θ/|Zs + Zr(θ)|² dθ, where Zr is the radiation impedance of the
 * panel for the field at θ, averaged over azimuth. For an endless panel Zr = 1/cos θ and the usual integral returns. May exceed 1,
 * as laboratory values of small samples do. The panel is taken flush in an endless rigid plane.
 */
import type { Air } from '../../air/air';
import { type Complex, complex } from '../../numerics/complex';
import { mustBePositive } from '../../quantities/guard';
import { besselJ0 } from '../../numerics/bessel';
import { type LateralReaction, type Layer, surfaceImpedance } from './layers';

const { acos, asin, ceil, cos, hypot, max, PI, sin } = Math;

/** ∫ (a − R cos ψ)(b − R sin ψ) dψ over the quarter circle of radius R inside the rectangle a × b. */
function overlap(R: number, a: number, b: number): number {
  const from = R > a ? acos(a / R) : 0;
  const to = R > b ? asin(b / R) : PI / 2;
  if (to <= from) return 0;
  return (
    a * b * (to - from) +
    a * R * (cos(to) - cos(from)) -
    b * R * (sin(to) - sin(from)) +
    ((R * R) / 2) * (sin(to) ** 2 - sin(from) ** 2)
  );
}

/** Radiation impedance over ρ₀c₀ of a panel a × b m at angle θ, averaged over azimuth. `k` in 1/m. */
export function radiationImpedance(k: number, sine: number, a: number, b: number): Complex {
  const far = hypot(a, b);
  const steps = 2 * ceil(max(32, (k * far * (1 + sine) * 10) / PI));
  let [re, im] = [0, 0];
  for (let i = 0; i <= steps; i++) {
    const R = (far * i) / steps;
    const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2;
    const w = weight * overlap(R, a, b) * besselJ0(k * R * sine);
    re += w * cos(k * R);
    im -= w * sin(k * R);
  }
  const factor = ((2 * k) / (PI * a * b)) * (far / (3 * steps));
  // Times j.
  return complex(-im * factor, re * factor);
}

const ANGLES = 24;

/**
 * Diffuse absorption (0–90°) of a panel `width` × `height` m at a frequency in Hz. May exceed 1.
 * @throws RangeError for a size that is not above 0
 */
export function finiteAbsorption(
  layers: readonly Layer[],
  frequency: number,
  reaction: LateralReaction,
  size: { width: number; height: number },
  air: Air,
): number {
  mustBePositive('finiteAbsorption', 'width', size.width);
  mustBePositive('finiteAbsorption', 'height', size.height);
  const k = (2 * PI * frequency) / air.c;
  const local = reaction === 'local' ? surfaceImpedance(layers, frequency, 0, air) : null;
  let sum = 0;
  for (let i = 0; i <= ANGLES; i++) {
    const angle = ((PI / 2) * i) / ANGLES;
    const weight = i === 0 || i === ANGLES ? 1 : i % 2 === 1 ? 4 : 2;
    const sine = sin(angle);
    if (sine === 0) continue;
    // At grazing incidence a bulk layer's impedance is that of the wave running along it: still finite.
    const z = local ?? surfaceImpedance(layers, frequency, Math.min(sine, 0.99999), air);
    const r = radiationImpedance(k, sine, size.width, size.height);
    sum += (weight * z.re * sine) / ((z.re + r.re) ** 2 + (z.im + r.im) ** 2);
  }
  return max(0, (8 * sum * (PI / 2)) / (3 * ANGLES));
}
