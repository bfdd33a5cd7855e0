/**
 * Layers of porous fill, air and thin elements in front of a rigid wall: surface impedance by the transfer-matrix recursion, and from it
 * the absorption coefficient at normal, oblique and diffuse incidence.
 *
 * Source: J.-F. Allard and N. Atalla, Propagation of Sound in Porous Media, 2nd ed. 2009, ch. 2 and 11; T. Cox and
 * P. D'Antonio, Acoustic Absorbers and Diffusers, 3rd ed., §2. Infinite panel: no edge effect. `bulk` refracts in every
 * layer (Snell), `local` uses the normal-incidence impedance at every angle.
 */
import type { Air } from '../../air/air';
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
} from '../../numerics/complex';
import { integrate } from '../../numerics/quadrature';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';
import { type Element, relativeImpedance } from './elements';
import { type PorousModel, porousMedium, porousModelHolds } from './porous';

export type Layer =
  { type: 'porous'; model: PorousModel; sigma: number; d: number } | { type: 'air'; d: number } | Element;

export type LateralReaction = 'bulk' | 'local';

// Bound once, as in numerics/complex.ts.
const { cos, PI, sin } = Math;

const J: Complex = { re: 0, im: 1 };

/** Whether every porous model in the stack is inside its published range at this frequency. */
export function layersHold(layers: readonly Layer[], frequency: number, air: Air): boolean {
  return layers.every((l) => l.type !== 'porous' || porousModelHolds(l.model, l.sigma, frequency, air));
}

/**
 * Surface impedance over ρ₀c₀ of layers listed front to back on a rigid wall.
 * @param frequency Hz
 * @param sine of the angle of incidence; 0 for normal incidence and for local reaction
 */
export function surfaceImpedance(layers: readonly Layer[], frequency: number, sine: number, air: Air): Complex {
  if (layers.length === 0) throw new RangeError('surfaceImpedance: needs at least one layer, got none');
  const k0 = (2 * PI * frequency) / air.c;
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
export const absorptionAt = (zeta: Complex, angle: number): number => absorptionOf(zeta, cos(angle));

function absorptionOf(zeta: Complex, cosine: number): number {
  const z = scale(zeta, cosine);
  return 1 - magnitudeSquared(subtract(z, complex(1))) / magnitudeSquared(add(z, complex(1)));
}

/** Absorption at one frequency (Hz) and angle (radians). */
export function layeredAbsorption(
  layers: readonly Layer[],
  frequency: number,
  angle: number,
  reaction: LateralReaction,
  air: Air,
): number {
  const sine = reaction === 'bulk' ? sin(angle) : 0;
  return absorptionAt(surfaceImpedance(layers, frequency, sine, air), angle);
}

/** Error of a diffuse coefficient when none is asked for: a tenth of the last figure anyone prints. */
const ALPHA_ERROR = 1e-5;

/** Whether something with mass stands before the gaps: it can ring with them. */
const hasSheet = (layers: readonly Layer[]): boolean =>
  layers.some((l) => l.type !== 'porous' && l.type !== 'air' && l.type !== 'resistive');

/**
 * Where a narrow resonance may hide between two looks, as cosines: an air gap of depth d rings close to kd·cos θ = nπ, the closer the
 * heavier the sheet before it.
 */
function breaksOver(layers: readonly Layer[], k: number, low: number, bulk: boolean): number[] {
  const breaks = new Set([low, 1]);
  if (!bulk) return [...breaks];
  const sheet = hasSheet(layers);
  for (const l of layers) {
    if (l.type !== 'air') continue;
    const phase = k * l.d;
    for (let n = 0; n * PI < phase + 0.5; n++) {
      for (const off of sheet ? [-0.4, -0.1, -0.02, 0, 0.02, 0.1, 0.4] : [0]) {
        const mu = (n * PI + off) / phase;
        if (mu > low && mu < 1) breaks.add(mu);
      }
    }
  }
  return [...breaks].sort((a, b) => a - b);
}

/**
 * Diffuse-field absorption: ∫α sin 2θ dθ from 0 to θmax over sin²θmax, over μ = cos θ, in which the resonances of a gap lie evenly.
 * @param maxAngleDeg 78 (field incidence) or 90
 * @param tolerance of the coefficient; the quadrature halves its stretches until its own bound of the error is below it
 */
export function diffuseAbsorption(
  layers: readonly Layer[],
  frequency: number,
  maxAngleDeg: number,
  reaction: LateralReaction,
  air: Air,
  tolerance: number = ALPHA_ERROR,
): number {
  mustBePositive('diffuseAbsorption', 'frequency', frequency);
  mustBeBetween('diffuseAbsorption', 'maxAngleDeg', maxAngleDeg, 1, 90);
  const top = (maxAngleDeg * PI) / 180;
  const low = maxAngleDeg === 90 ? 0 : cos(top);
  const part = sin(top) ** 2;
  const bulk = reaction === 'bulk';
  const local = bulk ? null : surfaceImpedance(layers, frequency, 0, air);
  const at = (mu: number): number => {
    const zeta = local ?? surfaceImpedance(layers, frequency, Math.sqrt(1 - mu * mu), air);
    return 2 * mu * absorptionOf(zeta, mu);
  };
  const breaks = breaksOver(layers, (2 * PI * frequency) / air.c, low, bulk);
  return integrate(at, breaks, tolerance * part).value / part;
}

/** Error of band values over angles and over the band, and tones an octave where the angles already smooth the band. */
const BAND_ERROR = 5e-4;
const TONES_PER_OCTAVE = 12;
const OCTAVE = 0.3;

/**
 * Mean of something over a band of so many decades, evenly over the logarithm of frequency. A surface that reacts locally rings at the
 * same tone at every angle, so that its band is searched for narrow peaks; of others the angles do that, and evenly spread tones are enough.
 * @param peaks Hz near which it may ring sharply
 */
export function bandMean(
  at: (frequency: number) => number,
  midband: number,
  decades: number,
  peaks: readonly number[],
  tolerance = BAND_ERROR,
): number {
  const [low, high] = [-decades / 2, decades / 2];
  const offs = peaks.flatMap((f) => [-0.02, -0.004, 0, 0.004, 0.02].map((d) => Math.log10(f / midband) + d));
  const breaks = [low, ...offs.filter((x) => x > low && x < high), high].sort((p, q) => p - q);
  return integrate((x) => at(midband * 10 ** x), breaks, tolerance * decades).value / decades;
}

/** Tones near which a stack that reacts locally may ring sharply, Hz: whole half waves in a gap behind a sheet. */
function gapTones(layers: readonly Layer[], above: number, below: number, c: number): number[] {
  const tones: number[] = [];
  if (!hasSheet(layers)) return tones;
  for (const l of layers) {
    if (l.type !== 'air') continue;
    const step = c / (2 * l.d);
    for (let n = Math.max(1, Math.floor(above / step)); n * step < below; n++) tones.push(n * step);
  }
  return tones;
}

/** Diffuse absorption of a band so many decades wide about an exact midband (Hz), as {@link diffuseAbsorption} at each tone. */
export function bandAbsorption(
  layers: readonly Layer[],
  midband: number,
  decades: number,
  maxAngleDeg: number,
  reaction: LateralReaction,
  air: Air,
): number {
  const at = (f: number) => diffuseAbsorption(layers, f, maxAngleDeg, reaction, air, BAND_ERROR);
  if (reaction === 'local') {
    const half = 10 ** (decades / 2);
    return bandMean(at, midband, decades, gapTones(layers, midband / half, midband * half, air.c));
  }
  const count = Math.max(4, Math.round((TONES_PER_OCTAVE * decades) / OCTAVE));
  const tones = Array.from({ length: count }, (_, i) => midband * 10 ** (decades * ((i + 0.5) / count - 0.5)));
  return tones.reduce((sum, f) => sum + at(f), 0) / count;
}

/** Field-incidence (0–78°) absorption of one octave: within 0.002 of ten times as many tones, clipped to 0…1. */
export function octaveAbsorption(
  layers: readonly Layer[],
  midband: number,
  reaction: LateralReaction,
  air: Air,
): number {
  return Math.min(1, Math.max(0, bandAbsorption(layers, midband, OCTAVE, 78, reaction, air)));
}
