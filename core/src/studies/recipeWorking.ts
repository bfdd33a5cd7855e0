/** The working of a recipe's curve. */
import { depthOf } from '../recipes/curve';
import type { Recipe } from '../recipes/types';
import type { RecipeSheet } from './recipeSheet';
import type { Working, WorkingSymbol } from './types';

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
        ? 'A(f) = A₀/(1 + Q²(f/f₀ − f₀/f)²),  A₀ = λ²/2π · 4q/(1+q)²,  α = A·ports/front'
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
