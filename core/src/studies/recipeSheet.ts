/** All that is known of one recipe: its curve with what building tolerances do to it, ratings, tuning, scattering, cuts. */
import type { AbsorberAir, Element } from '../absorbers/elements';
import { layeredAbsorption } from '../absorbers/layers';
import { bestResistivity, ruleResistivity } from '../absorbers/fills';
import { type Rating, rateAbsorption } from '../absorbers/rating';
import {
  cavityResonance,
  helmholtzBox,
  membraneRules,
  openHoleTable,
  portLengthTable,
  tuningBand,
} from '../absorbers/resonators';
import { cornerFront, cornerOut } from '../absorbers/corners';
import { type DiffuserCut, diffuserCuts } from '../diffusers/cuts';
import { curvedStrips, diffusion, lobes, type ReflectingStrip, wellStrips } from '../diffusers/polar';
import { SequenceRefused, skyline, wellDepth, wells } from '../diffusers/sequences';
import { type Bill, billOf, type Caution, cautionsOf, wellDepthOf } from '../recipes/bill';
import {
  areasOf,
  depthOf,
  facingCost,
  fillDepth,
  frontToBack,
  portBox,
  recipeCurve,
  recipeFault,
  recipeOctaves,
  recipeSpread,
  THIRDS,
} from '../recipes/curve';
import type { Prices, Recipe, RecipeLayer } from '../recipes/types';

export interface Tuning {
  kind: 'skin' | 'holes' | 'slots' | 'ports';
  f0: number;
  /** Built ±1 mm, ±10 % of mass, with a fifth of a millimetre of leak. */
  low: number;
  high: number;
  /** From half the peak of what it takes straight on. */
  q: number;
  /** Of one piece at its resonance, m². */
  area: number;
  /** The rules of thumb beside it, Hz. */
  rules: { name: string; f0: number }[];
  /** To take along: what to change on site, and what it then is tuned to. */
  table: { title: string; rows: { label: string; f0: number }[] }[];
}

export interface Scattering {
  /** Hz */
  bands: number[];
  /** Diffusion coefficient for sound from straight ahead and from 55°, normalised by a flat front. */
  straight: number[];
  oblique: number[];
  /** Levels −90° … 90° in steps of 5° at three frequencies, dB re the loudest. */
  polars: { f: number; polarDb: number[] }[];
  from: number;
  upTo: number;
  /** m */
  minimumDistance: number;
  periodWidth: number | null;
  /** Directions sound goes at twice the design frequency when periods repeat, degrees. */
  lobes: number[];
  sequence: number[];
  depths: number[];
  /** Rows of a skyline's depths. */
  matrix: number[][] | null;
  cuts: DiffuserCut[];
}

export interface RecipeSheet {
  id: string;
  /** Why it cannot be computed; everything else is then empty. */
  fault: string | null;
  /** Near choices when a sequence is refused. */
  instead: number[];
  bands: number[];
  alpha: number[];
  /** Within building tolerances, for tuned ones; else within the model's worth. */
  low: number[];
  high: number[];
  /** At single angles of incidence; empty where it has no layers of its own. */
  atAngle: { angle: number; alpha: number[] }[];
  holds: boolean[];
  octaves: number[];
  rating: Rating | null;
  spread: number;
  depth: number;
  exposed: number;
  bill: Bill;
  cautions: Caution[];
  tuning: Tuning | null;
  scattering: Scattering | null;
  /** What practice would say of the stack. */
  notes: RecipeNote[];
  /** Mean absorption lost 2–10 kHz to the facing cloth. */
  facing: number | null;
  /** Of the first fill: the resistivity that absorbs most at this depth from 100 Hz, and the rule of thumb. */
  bestFill: { sigma: number; low: number; high: number; rule: number } | null;
  /** Of solid corners: mean depth with the flat face out and with the corner out, for as much fill, m. */
  corner: { faceOut: number; cornerOut: number } | null;
}

export type RecipeNote =
  /** The gap is deeper than the fill. */
  | { kind: 'gap-deep'; gap: number; fill: number }
  /** Something airtight lies behind the fill: the gap behind it is lost; α at 125 Hz open and sealed. */
  | { kind: 'sealed-back'; open: number; sealed: number }
  /** A light foil in front: mean α 2–10 kHz with and without it, and at 125 Hz. */
  | { kind: 'foil-front'; highs: number; highsWithout: number; lows: number; lowsWithout: number }
  /** Holes or slots that let little through without fill right behind them. */
  | { kind: 'undamped' };

export interface RecipeSheetInputs {
  recipes: Recipe[];
  prices: Prices;
  rho: number;
  c: number;
}

type Tunable = Extract<Element, { type: 'perforated' | 'slot' | 'membrane' }>;

/** The outermost sheet, and the depth of what lies behind it. */
function sheetOf(recipe: Recipe): { layer: RecipeLayer; element: Tunable; cavity: number } | null {
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
function peakOf(recipe: Recipe, near: number, air: AbsorberAir): { f: number; alpha: number; q: number } {
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

function tuningOf(recipe: Recipe, air: AbsorberAir): Tuning | null {
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
      area: now.absorptionArea * count,
      rules: [],
      table: [
        {
          title: 'Ports open',
          rows: openHoleTable({ ...box, V: box.V * count, holes: count }, air).map((r) => ({
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
function builtOff(recipe: Recipe, sign: 1 | -1): Recipe {
  const layers = recipe.layers.map((l): RecipeLayer => {
    if (l.type === 'skin') return { ...l, m: l.m * (1 + 0.1 * sign) };
    if (l.type === 'air') return { ...l, d: Math.max(0.001, l.d + 0.001 * sign) };
    if (l.type === 'holes') return { ...l, d: l.d * (1 - 0.05 * sign) };
    return l.type === 'slots' ? { ...l, w: l.w * (1 - 0.1 * sign) } : l;
  });
  const ports = recipe.ports && { ...recipe.ports, neck: recipe.ports.neck * (1 + 0.1 * sign) };
  return { ...recipe, layers, ports };
}

const SCATTER_BANDS = THIRDS.filter((f) => f > 190 && f < 8100);
const FIN = 0.012;

function scatteringOf(recipe: Recipe, air: AbsorberAir): Scattering | null {
  const s = recipe.scatterer;
  if (!s) return null;
  const c = air.c0;
  const base = { cuts: [], lobes: [], sequence: [], depths: [], matrix: null, periodWidth: null };
  const answer = (
    strips: (f: number) => ReflectingStrip[],
    oblique: boolean,
    rest: Partial<Scattering> & Pick<Scattering, 'from' | 'upTo'>,
  ): Scattering => {
    const at = (f: number, psi: number) => diffusion(strips(f), f, psi, c, oblique);
    const shown = [rest.from, rest.from * 2, Math.min(rest.upTo, rest.from * 4)];
    return {
      ...base,
      bands: [...SCATTER_BANDS],
      straight: SCATTER_BANDS.map((f) => at(f, 0).normalised),
      oblique: SCATTER_BANDS.map((f) => at(f, 55).normalised),
      polars: shown.map((f) => ({ f, polarDb: at(f, 0).polarDb })),
      minimumDistance: (3 * c) / rest.from,
      ...rest,
    };
  };
  if (s.kind === 'curved')
    return answer((f) => curvedStrips(recipe.width, s.rise, f, c), true, { from: c / (4 * s.rise), upTo: 8000 });
  if (s.kind === 'slats') {
    // A binary sequence of slats and gaps; the gaps lead into the fill, of which a third comes back.
    const sequence = [1, 1, 1, 1, 0, 1, 0, 1, 1, 0, 0, 1, 0, 0, 0];
    const strips = Array.from({ length: Math.max(15, Math.round(recipe.width / s.slat)) }, (_, i) => ({
      x: (i + 0.5) * s.slat,
      width: s.slat,
      depth: 0,
      factor: sequence[i % 15]! === 1 ? 1 : 0.3,
    }));
    return answer(() => strips, false, { from: c / (16 * s.slat), upTo: c / (2 * s.slat), sequence });
  }
  if (s.kind === 'skyline') {
    const matrix = skyline(s.N, s.root, s.rows, s.cols).map((row) => row.map((n) => wellDepth(n, s.N, s.designHz, c)));
    // Across the rows each column sends the mean of its phases: the plane's cut through one row at a time.
    const row = matrix[0]!;
    return answer(() => wellStrips(row, s.wellWidth, s.periods), false, {
      from: s.designHz,
      upTo: c / (2 * s.wellWidth),
      matrix,
      periodWidth: s.cols * s.wellWidth,
      depths: matrix.flat(),
    });
  }
  const facts = wells(
    {
      kind: s.kind,
      N: s.N,
      root: s.kind === 'prd' ? s.root : null,
      designFrequency: s.designHz,
      wellWidth: s.wellWidth,
    },
    c,
  );
  return answer(() => wellStrips(facts.depths, s.wellWidth, s.periods), false, {
    from: s.designHz,
    upTo: Math.min(facts.wellWidthMaxFrequency, s.designHz * (s.N - 1)),
    minimumDistance: facts.minimumDistance,
    periodWidth: facts.periodWidth,
    lobes: s.periods > 1 ? lobes(facts.periodWidth, 2 * s.designHz, 0, c) : [],
    sequence: facts.sequence,
    depths: facts.depths,
    cuts: diffuserCuts(facts.depths, s.wellWidth, s.periods, recipe.height, FIN).cuts,
  });
}

/** Foils up to this count as facings rather than as skins of a box, kg/m². */
const FOIL = 0.6;

function notesOf(recipe: Recipe, air: AbsorberAir): RecipeNote[] {
  const { layers } = recipe;
  if (layers.length === 0 || recipe.measured || recipe.ports) return [];
  const notes: RecipeNote[] = [];
  const gap = layers.reduce((sum, l) => sum + (l.type === 'air' ? l.d : 0), 0);
  const fill = fillDepth(recipe);
  const sheet = sheetOf(recipe);
  if (!sheet && fill > 0 && gap > fill + 1e-9) notes.push({ kind: 'gap-deep', gap, fill });
  const lastFill = layers.findLastIndex((l) => l.type === 'porous');
  const seal = layers.findIndex((l, i) => l.type === 'skin' && i < lastFill);
  const at = (list: RecipeLayer[], bands: number[]) => {
    const { alpha } = recipeCurve({ ...recipe, layers: list, edges: false }, air, bands);
    return alpha.reduce((sum, a) => sum + a, 0) / alpha.length;
  };
  const highs = THIRDS.filter((f) => f > 1900);
  if (seal > 0)
    notes.push({
      kind: 'sealed-back',
      sealed: at(layers, [125]),
      open: at(
        layers.filter((_, i) => i !== seal),
        [125],
      ),
    });
  const front = layers.at(-1)!;
  if (front.type === 'skin' && front.m <= FOIL && layers.length > 1) {
    const rest = layers.slice(0, -1);
    notes.push({
      kind: 'foil-front',
      highs: at(layers, highs),
      highsWithout: at(rest, highs),
      lows: at(layers, [125]),
      lowsWithout: at(rest, [125]),
    });
  }
  if (sheet && fill === 0) notes.push({ kind: 'undamped' });
  return notes;
}

function sheetFor(recipe: Recipe, { prices, rho, c }: RecipeSheetInputs): RecipeSheet {
  const air = { rho0: rho, c0: c };
  const bill = billOf(recipe, prices);
  const nothing: RecipeSheet = {
    id: recipe.id,
    fault: null,
    instead: [],
    bands: [...THIRDS],
    alpha: [],
    low: [],
    high: [],
    atAngle: [],
    notes: [],
    holds: [],
    octaves: [],
    rating: null,
    spread: recipeSpread(recipe),
    depth: depthOf(recipe) + (recipe.layers.length === 0 ? wellDepthOf(recipe) : 0),
    exposed: areasOf(recipe).exposed,
    bill,
    cautions: cautionsOf(recipe, bill.mass),
    tuning: null,
    scattering: null,
    facing: null,
    bestFill: null,
    corner: null,
  };
  const fault = recipeFault(recipe);
  if (fault !== null) return { ...nothing, fault };
  let scattering: Scattering | null;
  try {
    scattering = scatteringOf(recipe, air);
  } catch (error) {
    if (error instanceof SequenceRefused) return { ...nothing, fault: `${error.reason}.`, instead: error.instead };
    throw error;
  }
  const curve = recipeCurve(recipe, air);
  const tuning = recipe.measured ? null : tuningOf(recipe, air);
  const worth = (sign: 1 | -1): number[] =>
    tuning
      ? recipeCurve(builtOff(recipe, sign), air).alpha
      : curve.alpha.map((a) => Math.max(0, Math.min(Math.max(1, a), a * (1 + sign * nothing.spread))));
  const [off, other] = [worth(-1), worth(1)];
  const fill = recipe.layers.find((l) => l.type === 'porous');
  const deep = fillDepth(recipe);
  const gap = recipe.layers.reduce((sum, l) => sum + (l.type === 'air' ? l.d : 0), 0);
  const rated = curve.alpha.slice(6, 24);
  const empty = () => [];
  return {
    ...nothing,
    alpha: curve.alpha,
    atAngle: curve.atAngle,
    notes: notesOf(recipe, air),
    holds: curve.holds,
    low: curve.alpha.map((a, i) => Math.min(a, off[i]!, other[i]!)),
    high: curve.alpha.map((a, i) => Math.max(a, off[i]!, other[i]!)),
    octaves: recipeOctaves(recipe, air),
    rating: rateAbsorption(rated.map((a) => Math.min(2, a))),
    tuning,
    scattering,
    facing: facingCost(recipe, air),
    bestFill:
      fill?.type === 'porous' && recipe.form !== 'corner' && !recipe.ports && !sheetOf(recipe)
        ? { ...bestResistivity(deep, gap, 100, air), rule: ruleResistivity(deep, air) }
        : null,
    corner:
      recipe.form === 'corner'
        ? {
            faceOut: cornerFront('solid', recipe.width, deep, empty).depth,
            cornerOut: cornerOut(recipe.width / 2, empty).depth,
          }
        : null,
  };
}

/** Sheets of several recipes; what cannot be computed says why. */
export function studyRecipes(inputs: RecipeSheetInputs, progress: (part: number) => void = () => {}): RecipeSheet[] {
  return inputs.recipes.map((r, i) => {
    const sheet = sheetFor(r, inputs);
    progress((i + 1) / inputs.recipes.length);
    return sheet;
  });
}
