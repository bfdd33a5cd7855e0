/** A tuned recipe: where it rings with its fill, how narrow, how far building moves it, and what to change on site. */
import type { Air } from '../../air/air';
import type { Element } from '../../physics/absorbers/elements';
import { layeredAbsorption } from '../../physics/absorbers/layers';
import {
  cavityResonance,
  helmholtzBox,
  membraneRules,
  openHoleTable,
  portLengthTable,
  tuningBand,
} from '../../physics/absorbers/resonators';
import { areasOf, depthOf, frontToBack, portBox } from '../../recipes/curve';
import type { Recipe, RecipeLayer } from '../../recipes/types';

export interface Tuning {
  kind: 'skin' | 'holes' | 'slots' | 'ports';
  f0: number;
  /** Built ±1 mm, ±10 % of mass, with a fifth of a millimetre of leak. */
  low: number;
  high: number;
  /** From half the peak of what it takes straight on. */
  q: number;
  /** Whether it answers to one note (Q of 1 and more) rather than to a part of the range. */
  narrow: boolean;
  /** Of one piece at its resonance, m². */
  area: number;
  /** The rules of thumb beside it, Hz. */
  rules: { name: string; f0: number }[];
  /** To take along: what to change on site, and what it then is tuned to. */
  table: { title: string; rows: { label: string; f0: number }[] }[];
}

/** From here on a resonance is one note's. */
const NARROW_Q = 1;

type Tunable = Extract<Element, { type: 'perforated' | 'slot' | 'membrane' }>;

/** The outermost sheet, and the depth of what lies behind it. */
export function sheetOf(recipe: Recipe): { layer: RecipeLayer; element: Tunable; cavity: number } | null {
  for (let i = recipe.layers.length - 1; i >= 0; i--) {
    const layer = recipe.layers[i]!;
    if (layer.type !== 'skin' && layer.type !== 'holes' && layer.type !== 'slots') continue;
    const element = frontToBack([layer])[0] as Tunable;
    const cavity = recipe.layers
      .slice(0, i)
      .reduce((sum, l) => sum + ('d' in l && (l.type === 'air' || l.type === 'porous') ? l.d : 0), 0);
    return cavity > 0 ? { layer, element, cavity } : null;
  }
  return null;
}

/** Peak of what a stack takes straight on, and its half width: f, Q. */
export function peakOf(recipe: Recipe, near: number, air: Air): { f: number; alpha: number; q: number } {
  const layers = frontToBack(recipe.layers);
  const at = (f: number) => layeredAbsorption(layers, f, 0, 'local', air);
  const grid = Array.from({ length: 400 }, (_, i) => near * 2 ** ((i - 200) / 100));
  const values = grid.map(at);
  const top = Math.max(...values);
  const peak = values.indexOf(top);
  const side = (step: 1 | -1): number => {
    let i = peak;
    while (i > 0 && i < grid.length - 1 && values[i]! > top / 2) i += step;
    return grid[i]!;
  };
  return { f: grid[peak]!, alpha: top, q: grid[peak]! / Math.max(1e-6, side(1) - side(-1)) };
}

export function tuningOf(recipe: Recipe, air: Air): Tuning | null {
  const box = portBox(recipe);
  if (box && recipe.ports) {
    const now = helmholtzBox(box, air);
    const { count } = recipe.ports;
    const part = 0.001 / Math.max(0.01, depthOf(recipe));
    return {
      kind: 'ports',
      f0: now.f0,
      low: now.f0 / Math.sqrt(1.1 * (1 + part)),
      high: now.f0 / Math.sqrt(0.9 * (1 - part)),
      q: now.q,
      narrow: now.q >= NARROW_Q,
      area: now.absorptionArea,
      rules: [],
      table: [
        {
          title: 'Ports open',
          rows: openHoleTable({ ...box, holes: count }, air).map((r) => ({
            label: String(r.open),
            f0: r.f0,
          })),
        },
        {
          title: 'Length of the port, cm',
          rows: portLengthTable(box, air).map((r) => ({ label: (r.length * 100).toFixed(1), f0: r.f0 })),
        },
      ],
    };
  }
  const sheet = sheetOf(recipe);
  if (!sheet) return null;
  const { layer, element, cavity } = sheet;
  const { f0Exact } = cavityResonance(element, cavity, air);
  const band = tuningBand(element, cavity, recipe, air);
  const peak = peakOf(recipe, f0Exact, air);
  // Fill slows the air in the cavity: everything shifts as the peak of the whole stack does.
  const shift = peak.f / f0Exact;
  const tunedTo = (e: Tunable) => cavityResonance(e, cavity, air).f0Exact * shift;
  const rows =
    layer.type === 'skin'
      ? [0.7, 0.8, 0.9, 1, 1.1, 1.25, 1.5].map((k) => ({
          label: (layer.m * k).toFixed(2),
          f0: tunedTo({ type: 'membrane', m: layer.m * k }),
        }))
      : [25, 40, 55, 70, 85, 100].map((part) => {
          const apart = layer.type === 'holes' ? Math.sqrt(100 / part) : 100 / part;
          return {
            label: String(part),
            f0: tunedTo({ ...element, pitch: (element as { pitch: number }).pitch * apart } as Tunable),
          };
        });
  const rules = layer.type === 'skin' ? membraneRules(layer.m, cavity) : null;
  return {
    kind: layer.type as Tuning['kind'],
    f0: peak.f,
    low: band.low * shift,
    high: band.high * shift,
    q: peak.q,
    narrow: peak.q >= NARROW_Q,
    area: peak.alpha * areasOf(recipe).exposed,
    rules: [
      { name: 'exact, box empty', f0: f0Exact },
      ...(rules
        ? [
            { name: '60/√(mD), empty', f0: rules.empty },
            { name: '50/√(mD), filled', f0: rules.filled },
          ]
        : []),
    ],
    table: [{ title: layer.type === 'skin' ? 'Mass of the skin, kg/m²' : 'Openings left open, %', rows }],
  };
}

/** The same recipe built a little too light and shallow, or too heavy and deep. */
export function builtOff(recipe: Recipe, sign: 1 | -1): Recipe {
  const layers = recipe.layers.map((l): RecipeLayer => {
    if (l.type === 'skin') return { ...l, m: l.m * (1 + 0.1 * sign) };
    if (l.type === 'air') return { ...l, d: Math.max(0.001, l.d + 0.001 * sign) };
    if (l.type === 'holes') return { ...l, d: l.d * (1 - 0.05 * sign) };
    return l.type === 'slots' ? { ...l, w: l.w * (1 - 0.1 * sign) } : l;
  });
  const ports = recipe.ports && { ...recipe.ports, neck: recipe.ports.neck * (1 + 0.1 * sign) };
  return { ...recipe, layers, ports };
}
