/** The working of a recipe's curve. */
import { depthOf } from '../../recipes/curve';
import type { Recipe } from '../../recipes/types';
import type { RecipeSheet } from './study';
import type { Working, WorkingSymbol } from '../types';

/** How the tuning came about. */
export function tuningWorking(recipe: Recipe, { tuning }: RecipeSheet): Working | null {
  if (!tuning) return null;
  const ports = tuning.kind === 'ports';
  return {
    id: `tuning-${recipe.id}`,
    title: `Tuning of ${recipe.name}`,
    formula: ports
      ? 'f₀ = c/2π · √(S/(V L′)),  1/Q = 1/Q_radiation + 1/Q_friction'
      : 'ω m = ρ₀c cot(ωD/c), lowest root; with its fill at the peak of what the whole stack takes straight on',
    symbols: [
      ...tuning.rules.map((r): WorkingSymbol => ({
        symbol: r.name,
        meaning: 'for comparison',
        value: r.f0,
        unit: 'Hz',
      })),
      {
        symbol: 'Q',
        meaning: ports ? 'of the port with its friction' : 'peak over its half width',
        value: tuning.q,
        unit: '',
      },
      { symbol: 'A', meaning: 'one piece at its peak', value: tuning.area, unit: 'm²' },
      { symbol: 'low', meaning: '10 % heavier, 1 mm deeper', value: tuning.low, unit: 'Hz' },
      { symbol: 'high', meaning: '10 % lighter, 1 mm shallower, a leak of 0.2 mm', value: tuning.high, unit: 'Hz' },
    ],
    result: { symbol: 'f₀', meaning: 'tuned to', value: tuning.f0, unit: 'Hz' },
    source: 'H. Kuttruff, Room Acoustics 6th ed. §2.4; Ingard 1953; end correction of a rectangle by the mean of 1/r.',
    validity: 'Limp skin, tight box, rigid walls. Home-made boxes miss it: measure, then tune by the table.',
  };
}

/** How wells and their figures came about. */
export function scatterWorking(recipe: Recipe, { scattering }: RecipeSheet): Working | null {
  const s = recipe.scatterer;
  if (!scattering || !s || !('N' in s)) return null;
  return {
    id: `scatter-${recipe.id}`,
    title: `Wells of ${recipe.name}`,
    formula: s.kind === 'qrd' ? 'sₙ = n² mod N,  dₙ = sₙ c/(2 N f₀)' : 'sₙ = gⁿ mod N,  dₙ = sₙ c/(2 N f₀)',
    symbols: [
      { symbol: 'N', meaning: 'prime', value: s.N, unit: '' },
      ...('root' in s ? [{ symbol: 'g', meaning: 'primitive root', value: s.root, unit: '' }] : []),
      { symbol: 'f₀', meaning: 'design frequency', value: s.designHz, unit: 'Hz' },
      { symbol: 'w', meaning: 'width of a well', value: s.wellWidth, unit: 'm' },
      { symbol: 'f_max', meaning: 'c/2w, or f₀(N − 1) when that is lower', value: scattering.upTo, unit: 'Hz' },
      {
        symbol: 'r',
        meaning: 'three waves of the lowest frequency it is made for, a convention',
        value: scattering.minimumDistance ?? 'hardly scatters',
        unit: scattering.minimumDistance === null ? '' : 'm',
      },
    ],
    result: { symbol: 'd_max', meaning: 'deepest', value: Math.max(...scattering.depths), unit: 'm' },
    source: 'M. R. Schroeder, J. Acoust. Soc. Am. 65 (1979) 958; coefficient as in ISO 17497-2, at single frequencies.',
    validity: 'Fraunhofer’s far field, wells without coupling, fins of no thickness.',
  };
}

/** How the curve and its figures came about. */
export function recipeWorking(recipe: Recipe, sheet: RecipeSheet): Working {
  const layers = recipe.layers.map((l, i): WorkingSymbol => {
    const symbol = String(i + 1);
    switch (l.type) {
      case 'porous':
        return { symbol, meaning: `${l.fill}, ${l.sigma} Pa·s/m², by ${l.model}`, value: l.d, unit: 'm' };
      case 'air':
        return { symbol, meaning: 'air', value: l.d, unit: 'm' };
      case 'cloth':
        return { symbol, meaning: 'cloth', value: l.Rs, unit: 'Pa·s/m' };
      case 'skin':
        return { symbol, meaning: 'skin', value: l.m, unit: 'kg/m²' };
      case 'holes':
        return { symbol, meaning: `holes ${l.d} m, every ${l.pitch} m`, value: l.t, unit: 'm thick' };
      case 'slots':
        return { symbol, meaning: `slots ${l.w} m, every ${l.pitch} m`, value: l.t, unit: 'm thick' };
      case 'micro':
        return { symbol, meaning: `holes ${l.d} m, ${l.eps * 100} % open`, value: l.t, unit: 'm thick' };
    }
  });
  const wooden = recipe.layers.length === 0 && recipe.scatterer !== null;
  return {
    id: `recipe-${recipe.id}`,
    title: `Absorption of ${recipe.name}`,
    formula: recipe.measured
      ? 'values of the laboratory’s sheet, between octaves linear in log f'
      : recipe.ports
        ? 'A(f) = A₀/(1 + Q²(f/f₀ − f₀/f)²),  A₀ = λ²/2π · (n/n′) · 4q/(1+q)²,  n′ = mean Σ sin(kd)/kd over the ports,  α = A/front'
        : wooden
          ? 'typical values of built diffusers'
          : 'Zs = Z (Zb + jZ tan kd)/(Z + jZb tan kd), sheets in series;  α = ∫ α(θ) sin 2θ dθ / sin²θ_max, mean over the third',
    symbols: [
      ...layers,
      { symbol: 'd', meaning: 'whole depth', value: depthOf(recipe), unit: 'm' },
      { symbol: 'θ', meaning: 'angles up to', value: recipe.maxAngle, unit: '°' },
      {
        symbol: 'reaction',
        meaning: recipe.reaction === 'bulk' ? 'refracts in every layer' : 'locally reacting',
        value: recipe.reaction,
        unit: '',
      },
      { symbol: 'edges', meaning: 'edges counted by Thomasson 1980', value: recipe.edges ? 'yes' : 'no', unit: '' },
      { symbol: 'spread', meaning: 'what the curve is worth, ±', value: sheet.spread, unit: '' },
    ],
    result: {
      symbol: 'αw',
      meaning: 'ISO 11654',
      value: sheet.rating?.alphaW ?? 'none',
      unit: sheet.rating?.indicators ?? '',
    },
    source:
      'Delany and Bazley 1970, Miki 1990; transfer matrix, Allard and Atalla 2009, ch. 2; Ingard 1953, Maa 1987; ratings ISO 11654, ASTM C423.',
    validity: 'Endless panel on a rigid wall unless its edges are counted. A built one differs by about the pale band.',
  };
}
