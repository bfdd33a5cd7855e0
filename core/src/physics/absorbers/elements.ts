/**
 * Thin things in front of a layer: resistive cloth, limp foils and skins, perforated, slotted and micro-perforated plates.
 *
 * Each is a transfer impedance in series with what lies behind it, in Pa·s/m. Sources: U. Ingard, J. Acoust. Soc. Am. 25
 * (1953) 1037 (holes, their interaction and viscous loss); J. Smits and C. Kosten, Acustica 1 (1951) 114 (slots); D.-Y. Maa,
 * Noise Control Eng. J. 29 (1987) 77 and J. Acoust. Soc. Am. 104 (1998) 2861 (micro-perforations). e^{+jωt}.
 */
import type { Air } from '../../air/air';
import { type Complex, complex, divide, magnitudeSquared, multiply, scale, subtract } from '../../numerics/complex';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

const { ceil, log, PI, sin, sqrt } = Math;

/** Dynamic viscosity of air at 20 °C, Pa·s. */
export const VISCOSITY = 1.84e-5;
const viscosityOf = (air: Air): number => air.eta ?? VISCOSITY;

export interface Perforated {
  type: 'perforated';
  /** Diameter of a hole, thickness of the plate, distance of holes from middle to middle on a square lattice, m. */
  d: number;
  t: number;
  pitch: number;
  /** Open part of the area, when it is not that of the square lattice. */
  eps?: number | undefined;
  /** Whether neighbouring holes shorten each other's end correction: "sqrt" is Ingard's polynomial in d/pitch. */
  interaction?: 'none' | 'sqrt' | undefined;
  /** End correction per side in hole radii, instead of 8/3π. */
  deltaPerSide?: number | undefined;
  viscous?: 'ingard' | 'none' | undefined;
  /** Further flow resistance, Pa·s/m. */
  Rs?: number | undefined;
}

export interface Slotted {
  type: 'slot';
  /** Width of a slot, thickness of the slats, distance of slots from middle to middle, m. */
  w: number;
  t: number;
  pitch: number;
  eps?: number | undefined;
  Rs?: number | undefined;
}

export interface MicroPerforated {
  type: 'mpp';
  /** Diameter of a hole, thickness of the sheet, m; open part of its area. */
  d: number;
  t: number;
  eps: number;
  /** Factor of the surface resistance at the ends: 4 by Maa 1987, 1 by Maa 1998. */
  endR?: number | undefined;
}

export type Element =
  /** Cloth or fleece: flow resistance in Pa·s/m. */
  | { type: 'resistive'; Rs: number }
  /** Limp foil or skin: kg/m², and the resistance of its own bending and edges in Pa·s/m. */
  | { type: 'membrane'; m: number; Rs?: number | undefined }
  | Perforated
  | Slotted
  | MicroPerforated;

/** Open part of the area of a holed or slotted plate. Throws RangeError when its openings do not fit its lattice. */
export function openPart(element: Perforated | Slotted): number {
  const open =
    element.eps ??
    (element.type === 'slot' ? element.w / element.pitch : (PI * (element.d / 2) ** 2) / element.pitch ** 2);
  const opening = element.type === 'slot' ? element.w : element.d;
  if (element.eps === undefined && opening > element.pitch + 1e-12)
    throw new RangeError(`openPart: pitch must be at least the opening of ${opening} m, got ${element.pitch}`);
  mustBeBetween('openPart', 'open part', open, 1e-6, 1);
  return open;
}

/** Pitch of the square lattice of round holes of diameter d (m) that leaves this part of the area open, m. */
export const pitchForOpenPart = (d: number, open: number): number => (d / 2) * sqrt(PI / open);

/** End correction of both sides together, m. */
function endCorrection(element: Perforated | Slotted): number {
  if (element.type === 'slot') return ((-2 * element.w) / PI) * log(sin((PI * openPart(element)) / 2));
  const a = element.d / 2;
  if (element.deltaPerSide !== undefined) return 2 * element.deltaPerSide * a;
  const x = element.d / element.pitch;
  const shortened = element.interaction === 'sqrt' ? Math.max(0, 1 - 1.13 * x - 0.09 * x * x + 0.27 * x ** 3) : 1;
  return 2 * (8 / (3 * PI)) * a * shortened;
}

/** Moving mass per area of the air in the openings with its end corrections, or of the skin, kg/m². */
export function massPerArea(
  element: Extract<Element, { type: 'perforated' | 'slot' | 'membrane' }>,
  rho: number,
): number {
  if (element.type === 'membrane') return element.m;
  return (rho * (element.t + endCorrection(element))) / openPart(element);
}

/** J₁(z)/J₀(z) for any complex z by the continued fraction of the recurrence, run backwards from well above |z|. */
function besselRatio(z: Complex): Complex {
  const top = ceil(sqrt(magnitudeSquared(z))) + 40;
  let ratio = complex(0);
  for (let n = top; n >= 1; n--) ratio = divide(complex(1), subtract(divide(complex(2 * n), z), ratio));
  return ratio;
}

/** Of a micro-perforated sheet, exact core with end terms: 0.85 d of mass and endR · ½√(2ηρω) of resistance. */
function microPerforated({ d, t, eps, endR = 4 }: MicroPerforated, omega: number, air: Air): Complex {
  const eta = viscosityOf(air);
  const size = (d / 2) * sqrt((omega * air.rho) / eta);
  const z: Complex = { re: size * Math.SQRT1_2, im: -size * Math.SQRT1_2 };
  const core = divide(complex(0, omega * air.rho * t), subtract(complex(1), divide(scale(besselRatio(z), 2), z)));
  return {
    re: (core.re + endR * 0.5 * sqrt(2 * eta * air.rho * omega)) / eps,
    im: (core.im + omega * air.rho * 0.85 * d) / eps,
  };
}

/** Maa's closed approximation of the same (k²/2 under the mass term's root with 9: the mass then tends to 4/3), Pa·s/m. */
export function microPerforatedApproximate({ d, t, eps }: MicroPerforated, frequency: number, air: Air): Complex {
  const eta = viscosityOf(air);
  const omega = 2 * PI * frequency;
  const k = d * sqrt((omega * air.rho) / (4 * eta));
  return {
    re: ((32 * eta * t) / (eps * d * d)) * (sqrt(1 + (k * k) / 32) + (Math.SQRT2 / 8) * k * (d / t)),
    im: ((omega * air.rho * t) / eps) * (1 + 1 / sqrt(9 + (k * k) / 2) + (0.85 * d) / t),
  };
}

/**
 * Transfer impedance in Pa·s/m at a frequency in Hz.
 * @throws RangeError for sizes or openings that cannot be
 */
export function elementImpedance(element: Element, frequency: number, air: Air): Complex {
  const omega = 2 * PI * frequency;
  switch (element.type) {
    case 'resistive':
      mustBeBetween('elementImpedance', 'Rs', element.Rs, 0, 1e9);
      return complex(element.Rs);
    case 'membrane':
      mustBeBetween('elementImpedance', 'm', element.m, 0, 1e6);
      return { re: element.Rs ?? 0, im: omega * element.m };
    case 'mpp':
      for (const key of ['d', 't', 'eps'] as const) mustBePositive('elementImpedance', key, element[key]);
      return microPerforated(element, omega, air);
    case 'slot':
      return { re: element.Rs ?? 0, im: omega * massPerArea(element, air.rho) };
    case 'perforated': {
      const loss =
        element.viscous === 'none' || element.viscous === undefined
          ? 0
          : (air.rho / openPart(element)) *
            sqrt((8 * viscosityOf(air) * omega) / air.rho) *
            (1 + element.t / element.d);
      return { re: loss + (element.Rs ?? 0), im: omega * massPerArea(element, air.rho) };
    }
  }
}

/** Element in series over ρ₀c₀, for the recursion of layers.ts. */
export function relativeImpedance(element: Element, frequency: number, air: Air): Complex {
  return multiply(elementImpedance(element, frequency, air), complex(1 / (air.rho * air.c)));
}
