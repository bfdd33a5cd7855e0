/**
 * Tuned absorbers: where a plate, a skin or a port rings before a closed volume of air, how narrow, how much it takes, and
 * how far building tolerances move it.
 *
 * Sources: H. Kuttruff, Room Acoustics 6th ed. §2.4; U. Ingard 1953 (viscous loss, interaction); end correction of a
 * rectangular opening from the mean of 1/r over it (uniform velocity). Adiabatic stiffness unless said.
 */
import type { Air } from '../../air/air';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';
import { type Element, massPerArea, VISCOSITY } from './elements';

const { asinh, max, min, PI, sqrt, tan } = Math;

export interface CavityResonance {
  /** Moving mass with end corrections, kg/m². */
  massPerArea: number;
  /** Hz, cavity taken as a spring. */
  f0: number;
  /** Hz, cavity taken as a layer: ω m = ρ₀c cot(ωD/c), lowest root. */
  f0Exact: number;
}

/** Resonance of a plate or skin `cavityDepth` (m) in front of a rigid wall. */
export function cavityResonance(
  element: Extract<Element, { type: 'perforated' | 'slot' | 'membrane' }>,
  cavityDepth: number,
  air: Air,
): CavityResonance {
  mustBePositive('cavityResonance', 'cavityDepth', cavityDepth);
  const m = massPerArea(element, air.rho);
  mustBePositive('cavityResonance', 'mass per area', m);
  const f0 = sqrt((air.rho * air.c ** 2) / (m * cavityDepth)) / (2 * PI);
  // ω m tan(ωD/c) − ρ₀c rises from −ρ₀c to infinity below the first quarter wave.
  let [low, high] = [0, (PI / 2) * (air.c / cavityDepth) * (1 - 1e-12)];
  for (let i = 0; i < 200 && high - low > 1e-12 * high; i++) {
    const omega = (low + high) / 2;
    if (omega * m * tan((omega * cavityDepth) / air.c) < air.rho * air.c) low = omega;
    else high = omega;
  }
  return { massPerArea: m, f0, f0Exact: (low + high) / 2 / (2 * PI) };
}

/** The rules of thumb for skins: 60/√(mD) for an empty box, 50/√(mD) for one full of fill; m in kg/m², D in m, Hz. */
export function membraneRules(m: number, cavityDepth: number): { empty: number; filled: number } {
  mustBePositive('membraneRules', 'm', m);
  mustBePositive('membraneRules', 'cavityDepth', cavityDepth);
  const root = sqrt(m * cavityDepth);
  return { empty: 60 / root, filled: 50 / root };
}

export type PortEnd = 'flanged' | 'unflanged';
export type Port =
  | { shape: 'round'; radius: number }
  | { shape: 'square'; side: number }
  | { shape: 'slot'; width: number; length: number };

/** End correction of a flanged rectangular opening a × b, one side, m: I/(2πab), I the double mean of 1/r. */
function rectangularEnd(a: number, b: number): number {
  const diagonal = sqrt(a * a + b * b);
  const integral =
    2 * a * a * b * asinh(b / a) + 2 * a * b * b * asinh(a / b) + (2 / 3) * (a ** 3 + b ** 3 - diagonal ** 3);
  return integral / (2 * PI * a * b);
}

/** Unflanged over flanged end correction of a round pipe: 0.6133/0.8488; taken for other shapes too. */
const UNFLANGED = 0.6133 / 0.8488;

function openingOf(port: Port): { area: number; end: number; hydraulic: number } {
  switch (port.shape) {
    case 'round':
      return { area: PI * port.radius ** 2, end: 0.8488 * port.radius, hydraulic: 2 * port.radius };
    case 'square':
      return { area: port.side ** 2, end: rectangularEnd(port.side, port.side), hydraulic: port.side };
    case 'slot': {
      const { width: a, length: b } = port;
      return { area: a * b, end: rectangularEnd(a, b), hydraulic: (2 * a * b) / (a + b) };
    }
  }
}

export interface HelmholtzBox {
  /** Volume of air of the whole box, m³. */
  V: number;
  port: Port;
  /** How many such ports it has; one when left out. */
  count?: number | undefined;
  /** Where they open, m; all in one place when left out. */
  places?: readonly (readonly [x: number, y: number])[] | undefined;
  /** Length of the port, m. */
  length: number;
  ends: readonly [PortEnd, PortEnd];
  /** Flow resistance of cloth across the port, Pa·s/m. */
  Rs?: number | undefined;
}

export interface HelmholtzAnswer {
  effectiveLength: number;
  f0: number;
  /** From radiation alone, into half a space. */
  qRadiation: number;
  /** From friction in the port and its cloth. */
  qLoss: number;
  q: number;
  /** Of the whole box at resonance, m²: λ²/2π when friction equals radiation, however many ports stand together. */
  absorptionArea: number;
}

/** Places of ports spread evenly over a front, m: rows and columns as square as they come. */
export function portPlaces(count: number, front: { width: number; height: number }): [x: number, y: number][] {
  const across = Math.max(1, Math.round(sqrt((count * front.width) / front.height)));
  const up = Math.ceil(count / across);
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / across);
    const inRow = row === up - 1 ? count - row * across : across;
    return [((i % across) + 0.5) * (front.width / inRow), (row + 0.5) * (front.height / up)];
  });
}

/**
 * How many ports radiate as one: the mean over ports of Σ sin(kd)/kd, d the distance to each (equal volume velocities before a hard
 * wall, H. Kuttruff, Room Acoustics 6th ed. §2.4; the mutual resistance of two simple sources). `count` when all stand well within half
 * a wavelength, 1 when they stand far apart.
 */
function radiatingTogether(count: number, places: HelmholtzBox['places'], k: number): number {
  if (!places) return count;
  let sum = 0;
  for (const a of places) {
    for (const b of places) {
      const x = k * Math.hypot(a[0] - b[0], a[1] - b[1]);
      sum += x < 1e-9 ? 1 : Math.sin(x) / x;
    }
  }
  return max(1e-3, sum / places.length);
}

/**
 * A box with one port or several alike. Each port has its share of the air and its own friction; what it radiates, and so what it can
 * draw from the room, it shares with those near it.
 */
export function helmholtzBox(
  { V, port, length, ends, Rs = 0, count = 1, places }: HelmholtzBox,
  air: Air,
): HelmholtzAnswer {
  mustBePositive('helmholtzBox', 'V', V);
  mustBeBetween('helmholtzBox', 'length', length, 0, 100);
  mustBeBetween('helmholtzBox', 'count', count, 1, 10000);
  const { area, end, hydraulic } = openingOf(port);
  mustBePositive('helmholtzBox', 'area of the port', area);
  const effectiveLength = length + ends.reduce((sum, e) => sum + end * (e === 'flanged' ? 1 : UNFLANGED), 0);
  const share = V / count;
  const f0 = (air.c / (2 * PI)) * sqrt(area / (share * effectiveLength));
  const omega = 2 * PI * f0;
  const together = radiatingTogether(count, places, omega / air.c);
  // One port alone: 2π√(V (L'/S)³); each of several carries the radiation of its neighbours too.
  const qRadiation = (2 * PI * sqrt(share * (effectiveLength / area) ** 3)) / together;
  const nu = (air.eta ?? VISCOSITY) / air.rho;
  const friction = air.rho * sqrt(8 * nu * omega) * (1 + length / hydraulic) + Rs;
  const qLoss = (omega * air.rho * effectiveLength) / friction;
  const ratio = qRadiation / qLoss;
  return {
    effectiveLength,
    f0,
    qRadiation,
    qLoss,
    q: 1 / (1 / qRadiation + 1 / qLoss),
    // λ²/2π is what one simple source before a wall can take; ports together are so many of them as they do not share.
    absorptionArea: (((air.c / f0) ** 2 / (2 * PI)) * (count / together) * (4 * ratio)) / (1 + ratio) ** 2,
  };
}

/** Absorption area of a resonator away from its resonance, m². */
export function resonatorArea({ f0, q, absorptionArea }: HelmholtzAnswer, frequency: number): number {
  mustBePositive('resonatorArea', 'frequency', frequency);
  return absorptionArea / (1 + (q * (frequency / f0 - f0 / frequency)) ** 2);
}

/** What a home-made box varies by: depth in m, mass and opening as parts of the whole, width of a leak round its edge in m. */
export interface BuildTolerance {
  depth: number;
  mass: number;
  leak: number;
}

/** ±1 mm of depth, ±10 % of mass, a fifth of a millimetre of leak. */
export const PLAIN_TOLERANCE: BuildTolerance = { depth: 0.001, mass: 0.1, leak: 0.0002 };

/** Thickness of the edge a leak goes through, m. */
const EDGE = 0.018;

/**
 * Mass a leak leaves of a skin or plate: the slit's air moves beside it, ρ₀·6/5·t/ε and 12ηt/(w²ε), in parallel. Returns the
 * effective mass per area at f (kg/m²) and the resistance it brings (Pa·s/m).
 */
export function leakyMass(
  m: number,
  frequency: number,
  leak: number,
  size: { width: number; height: number },
  air: Air,
): { m: number; Rs: number } {
  if (leak <= 0) return { m, Rs: 0 };
  const omega = 2 * PI * frequency;
  const open = (leak * 2 * (size.width + size.height)) / (size.width * size.height);
  const r = (12 * (air.eta ?? VISCOSITY) * EDGE) / (leak * leak * open);
  const x = (omega * air.rho * 1.2 * EDGE) / open;
  // Z = jωm (r + jx)/(r + j(x + ωm))
  const w = omega * m;
  const d = r * r + (x + w) ** 2;
  const re = (w * w * r) / d;
  const im = (w * (r * r + x * (x + w))) / d;
  return { m: im / omega, Rs: re };
}

/** Where the resonance may come to lie when built within the tolerance: lowest, as drawn, highest, Hz. */
export function tuningBand(
  element: Extract<Element, { type: 'perforated' | 'slot' | 'membrane' }>,
  cavityDepth: number,
  size: { width: number; height: number },
  air: Air,
  tolerance: BuildTolerance = PLAIN_TOLERANCE,
): { low: number; f0: number; high: number } {
  const nominal = cavityResonance(element, cavityDepth, air);
  const at = (mass: number, depth: number) =>
    cavityResonance({ type: 'membrane', m: mass }, max(1e-4, depth), air).f0Exact;
  const m = nominal.massPerArea;
  const heavy = at(m * (1 + tolerance.mass), cavityDepth + tolerance.depth);
  const light = at(m * (1 - tolerance.mass), cavityDepth - tolerance.depth);
  const leaky = leakyMass(m * (1 - tolerance.mass), light, tolerance.leak, size, air);
  return { low: heavy, f0: nominal.f0Exact, high: max(light, at(leaky.m, cavityDepth - tolerance.depth)) };
}

/** The frequencies of a box for 1 … `holes` open ports, Hz: what to close or open on site. */
export function openHoleTable(box: HelmholtzBox & { holes: number }, air: Air): { open: number; f0: number }[] {
  mustBeBetween('openHoleTable', 'holes', box.holes, 1, 1000);
  return Array.from({ length: box.holes }, (_, i) => ({
    open: i + 1,
    f0: helmholtzBox({ ...box, count: i + 1, places: undefined }, air).f0,
  }));
}

/** The frequencies of a box for port lengths from half to twice its own in `steps` steps, Hz. */
export function portLengthTable(box: HelmholtzBox, air: Air, steps = 9): { length: number; f0: number }[] {
  const [from, to] = [box.length / 2, min(box.length * 2, 1)];
  return Array.from({ length: steps }, (_, i) => {
    const length = from + ((to - from) * i) / (steps - 1);
    return { length, f0: helmholtzBox({ ...box, length }, air).f0 };
  });
}
