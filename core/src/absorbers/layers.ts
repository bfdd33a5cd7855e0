/**
 * Layers of porous fill, air and thin elements in front of a rigid wall: surface impedance by the transfer-matrix recursion, and from it
 * the absorption coefficient at normal, oblique and diffuse incidence.
 *
 * Source: J.-F. Allard and N. Atalla, Propagation of Sound in Porous Media, 2nd ed. 2009, ch. 2 and 11; T. Cox and
 * P. D'Antonio, Acoustic Absorbers and Diffusers, 3rd ed., §2. Infinite panel: no edge effect. `bulk` refracts in every
 * layer (Snell), `local` uses the normal-incidence impedance at every angle.
 */
import {
  type Complex,
  add,
  complex,
  cotangent,
  divide,
  magnitudeSquared,
  multiply,
  scale,
  squareRoot,
  subtract,
} from '../numerics/complex';
import { tonesInOctave } from '../quantities/bands';
import { mustBeBetween, mustBePositive } from '../quantities/guard';
import { type AbsorberAir, type Element, relativeImpedance } from './elements';
import { type PorousModel, porousMedium, porousModelHolds } from './porous';

export type Layer =
  { type: 'porous'; model: PorousModel; sigma: number; d: number } | { type: 'air'; d: number } | Element;

export type LateralReaction = 'bulk' | 'local';

// Bound once, as in numerics/complex.ts.
const { cos, PI, sin } = Math;

const J: Complex = { re: 0, im: 1 };

/** Whether every porous model in the stack is inside its published range at this frequency. */
export function layersHold(layers: readonly Layer[], frequency: number, air: AbsorberAir): boolean {
  return layers.every((l) => l.type !== 'porous' || porousModelHolds(l.model, l.sigma, frequency, air));
}

/**
 * Surface impedance over ρ₀c₀ of layers listed front to back on a rigid wall.
 * @param frequency Hz
 * @param sine of the angle of incidence; 0 for normal incidence and for local reaction
 */
export function surfaceImpedance(layers: readonly Layer[], frequency: number, sine: number, air: AbsorberAir): Complex {
  if (layers.length === 0) throw new RangeError('surfaceImpedance: needs at least one layer, got none');
  const k0 = (2 * PI * frequency) / air.c0;
  const kx2 = (k0 * sine) ** 2;
  let behind: Complex | null = null; // null: rigid
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = layers[i]!;
    if (layer.type !== 'porous' && layer.type !== 'air') {
      if (!behind) throw new RangeError(`surfaceImpedance: a ${layer.type} layer needs a layer behind it, got none`);
      behind = add(behind, relativeImpedance(layer, frequency, air));
      continue;
    }
    const { zc, k } =
      layer.type === 'air'
        ? { zc: complex(1), k: complex(k0) }
        : porousMedium(layer.model, layer.sigma, frequency, air);
    let kz = squareRoot(subtract(multiply(k, k), complex(kx2)));
    if (kz.im > 0) kz = scale(kz, -1);
    const z = divide(multiply(zc, k), kz);
    const cot = cotangent(scale(kz, layer.d));
    // Rigid back: −jZ cot. Else Z (Zb + jZ tan)/(Z + jZb tan), numerator and denominator times cot.
    behind =
      behind === null
        ? multiply(scale(J, -1), multiply(z, cot))
        : multiply(z, divide(add(multiply(behind, cot), multiply(J, z)), add(multiply(z, cot), multiply(J, behind))));
  }
  return behind!;
}

/** Absorption coefficient of a plane wave at `angle` (radians) on a surface of impedance `zeta` (over ρ₀c₀). */
export function absorptionAt(zeta: Complex, angle: number): number {
  const z = scale(zeta, cos(angle));
  return 1 - magnitudeSquared(subtract(z, complex(1))) / magnitudeSquared(add(z, complex(1)));
}

/** Absorption at one frequency (Hz) and angle (radians). */
export function layeredAbsorption(
  layers: readonly Layer[],
  frequency: number,
  angle: number,
  reaction: LateralReaction,
  air: AbsorberAir,
): number {
  const sine = reaction === 'bulk' ? sin(angle) : 0;
  return absorptionAt(surfaceImpedance(layers, frequency, sine, air), angle);
}

/** Simpson intervals over the angles: 0.1° steps, within 5e-4 in α for cavities to two metres at 10 kHz. */
const ANGLE_STEPS = 900;

/**
 * Diffuse-field absorption: ∫α sin 2θ dθ from 0 to θmax over sin²θmax.
 * @param maxAngleDeg 78 (field incidence) or 90
 */
export function diffuseAbsorption(
  layers: readonly Layer[],
  frequency: number,
  maxAngleDeg: number,
  reaction: LateralReaction,
  air: AbsorberAir,
  steps: number = ANGLE_STEPS,
): number {
  mustBePositive('diffuseAbsorption', 'frequency', frequency);
  mustBeBetween('diffuseAbsorption', 'maxAngleDeg', maxAngleDeg, 1, 90);
  const top = (maxAngleDeg * PI) / 180;
  const local = reaction === 'local' ? surfaceImpedance(layers, frequency, 0, air) : null;
  let sum = 0;
  for (let i = 0; i <= steps; i++) {
    const angle = (top * i) / steps;
    const weight = i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2;
    // At grazing incidence the integrand vanishes with sin 2θ and cos θ alike.
    if (angle >= PI / 2 - 1e-12) continue;
    const zeta = local ?? surfaceImpedance(layers, frequency, sin(angle), air);
    sum += weight * absorptionAt(zeta, angle) * sin(2 * angle);
  }
  return (sum * top) / (3 * steps) / sin(top) ** 2;
}

/** Tones per octave and angle steps for band values: within 0.002 of ten times as many for panels up to 0.5 m deep. */
const TONES_PER_OCTAVE = 12;
const BAND_ANGLE_STEPS = 90;

/** Field-incidence (0–78°) absorption of one octave: the mean over evenly spread tones, clipped to 0…1. */
export function octaveAbsorption(
  layers: readonly Layer[],
  midband: number,
  reaction: LateralReaction,
  air: AbsorberAir,
): number {
  const tones = tonesInOctave(midband, TONES_PER_OCTAVE);
  const sum = tones.reduce((s, f) => s + diffuseAbsorption(layers, f, 78, reaction, air, BAND_ANGLE_STEPS), 0);
  return Math.min(1, Math.max(0, sum / tones.length));
}
