/**
 * What is known of a fill before anybody has measured it: flow resistivity from its kind and density, the best resistivity for a
 * depth, the thickness a wedge counts for.
 *
 * Fibres: D. Bies and C. Hansen, Applied Acoustics 13 (1980) 357, σ = 3.18·10⁻⁹ ρ^1.53/d²; polyester: M. Garai and F. Pompoli,
 * Applied Acoustics 66 (2005) 1383, σ = 28.3·10⁻⁹ ρ^1.404/d². Fibre diameters are typical; makes differ by half as much again
 * either way, and foams show no relation to density at all.
 */
import type { Air } from '../../air/air';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';
import { diffuseAbsorption } from './layers';
import { thirdOctaveMidband } from '../../quantities/bands';

export const FILL_KINDS = ['glass-wool', 'stone-wool', 'polyester', 'wood-fibre', 'foam'] as const;
export type FillKind = (typeof FILL_KINDS)[number];

export interface FillFacts {
  name: string;
  /** Usual densities, kg/m³. */
  density: readonly [number, number];
  /** Null: density says nothing. */
  law: { factor: number; power: number; diameter: number } | null;
  /** When density says nothing, Pa·s/m². */
  typical: number;
  /** Range of makes: the value times and divided by this. */
  range: number;
}

export const FILLS: Record<FillKind, FillFacts> = {
  'glass-wool': {
    name: 'Glass wool',
    density: [10, 80],
    law: { factor: 3.18e-9, power: 1.53, diameter: 7e-6 },
    typical: 8000,
    range: 1.5,
  },
  'stone-wool': {
    name: 'Stone wool',
    density: [25, 150],
    law: { factor: 3.18e-9, power: 1.53, diameter: 8e-6 },
    typical: 12000,
    range: 1.5,
  },
  polyester: {
    name: 'Polyester fleece',
    density: [10, 60],
    law: { factor: 28.3e-9, power: 1.404, diameter: 25e-6 },
    typical: 4000,
    range: 1.5,
  },
  'wood-fibre': {
    name: 'Wood or hemp fibre',
    density: [35, 70],
    law: { factor: 3.18e-9, power: 1.53, diameter: 18e-6 },
    typical: 5000,
    range: 2,
  },
  foam: { name: 'Open-cell foam', density: [15, 60], law: null, typical: 8000, range: 2 },
};

/** Flow resistivity in Pa·s/m² of a fill of this kind and density (kg/m³), with the range of makes. */
export function fillResistivity(kind: FillKind, density: number): { sigma: number; low: number; high: number } {
  mustBePositive('fillResistivity', 'density', density);
  mustBeBetween('fillResistivity', 'density', density, 1, 1000);
  const { law, typical, range } = FILLS[kind];
  const sigma = law ? (law.factor * density ** law.power) / law.diameter ** 2 : typical;
  return { sigma, low: sigma / range, high: sigma * range };
}

/** Density (kg/m³) at which a kind has this resistivity, within its usual ones; null where density says nothing. */
export function fillDensity(kind: FillKind, sigma: number): number | null {
  mustBePositive('fillDensity', 'sigma', sigma);
  const { law, density } = FILLS[kind];
  if (!law) return null;
  const exact = ((sigma * law.diameter ** 2) / law.factor) ** (1 / law.power);
  return Math.min(density[1], Math.max(density[0], exact));
}

/** The rule of thumb: three times the impedance of air through the whole depth, Pa·s/m². */
export function ruleResistivity(depth: number, { rho, c }: Air): number {
  mustBePositive('ruleResistivity', 'depth', depth);
  return (3 * rho * c) / depth;
}

const SIGMAS = Array.from({ length: 41 }, (_, i) => 1000 * 10 ** (i / 20));
/** Thirds from `lowest` upwards that a fill is chosen by. */
const thirdsFrom = (lowest: number): number[] =>
  Array.from({ length: 24 }, (_, i) => thirdOctaveMidband(i - 13)).filter((f) => f >= lowest * 0.95 && f <= 4100);

/** A gap narrower than this is none, m: a builder has no tool for it, and its stiffness would end in figures that are none. */
const LEAST_GAP = 1e-4;
/** The layer of air a gap behind fill makes, m. */
export const airGap = (gap: number): { type: 'air'; d: number }[] =>
  gap >= LEAST_GAP ? [{ type: 'air', d: gap }] : [];

/**
 * The resistivity of fill `depth` m deep, `gap` m off a rigid wall, that absorbs most on average over the thirds from `lowest`
 * Hz to 4 kHz, field incidence; and the range of those within 0.02 of it: usually wide, which is why density matters little.
 */
export function bestResistivity(
  depth: number,
  gap: number,
  lowest: number,
  air: Air,
): { sigma: number; low: number; high: number; mean: number } {
  mustBePositive('bestResistivity', 'depth', depth);
  mustBeBetween('bestResistivity', 'gap', gap, 0, 10);
  const thirds = thirdsFrom(lowest);
  const means = SIGMAS.map((sigma) => {
    const layers = [{ type: 'porous' as const, model: 'miki' as const, sigma, d: depth }, ...airGap(gap)];
    return thirds.reduce((sum, f) => sum + diffuseAbsorption(layers, f, 78, 'bulk', air, 1e-3), 0) / thirds.length;
  });
  const mean = Math.max(...means);
  const near = SIGMAS.filter((_, i) => means[i]! >= mean - 0.02);
  return { sigma: SIGMAS[means.indexOf(mean)]!, low: near[0]!, high: near.at(-1)!, mean };
}

/** Thickness a wedge or pyramid foam counts for, m: its mean. `peaks` tells wedges from pyramids. */
export function wedgeThickness(base: number, tip: number, peaks: 'wedge' | 'pyramid'): number {
  mustBeBetween('wedgeThickness', 'base', base, 0, tip);
  mustBePositive('wedgeThickness', 'tip', tip);
  return base + (tip - base) * (peaks === 'wedge' ? 1 / 2 : 1 / 3);
}
