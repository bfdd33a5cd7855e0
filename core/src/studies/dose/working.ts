/** The working of the plan study: how limits on decay became limits on absorption, and what was minimised. */
import type { PlanInputs, PlanResult } from './types';
import type { Working } from '../types';

const AIM_WORDS = {
  cost: 'money',
  pieces: 'pieces',
  flat: 'distance from the middle of the limits',
  depth: 'room taken',
};

export function planWorking(inputs: PlanInputs, result: PlanResult): Working[] {
  const { outcome } = result;
  const first = outcome.status === 'reached' ? outcome.answers[0]! : null;
  const judged = result.bands.filter((_, b) => result.limits[b] !== null);
  const exact: Working = {
    id: 'plan',
    title: 'The exact answer',
    formula:
      'min Σ cost·n  with, in every judged band,  Σ n·a·(α_recipe − α_wall) ≥ S(1 − e^{−(KV/T_max − 4mV − A)/S}) − ΣSα_bare  and ≤ the same for T_min;  limits on money, pieces, cover, weight; places not overfilled; n whole',
    symbols: [
      { symbol: 'n', meaning: 'pieces of one recipe in one place; so many kinds', value: result.columns, unit: '' },
      { symbol: 'bands', meaning: 'judged', value: judged.length, unit: '' },
      { symbol: 'V', meaning: 'volume', value: inputs.decay.volume, unit: 'm³' },
      { symbol: 'S', meaning: 'surface', value: inputs.decay.faces.reduce((s, f) => s + f.area, 0), unit: 'm²' },
      {
        symbol: 'A',
        meaning: 'furniture and people, m² by band, outside the logarithm as air is',
        value: 'by band',
        unit: '',
      },
      ...result.recipes.map((r) => ({
        symbol: r.name,
        meaning: `one piece: ${r.bill.mass.toFixed(1)} kg, ${r.bill.room.toFixed(2)} m³ of the room`,
        value: r.bill.cost,
        unit: inputs.currency,
      })),
    ],
    result: {
      symbol: first ? AIM_WORDS[first.aim] : 'answer',
      meaning: first ? 'proved least' : 'cannot be kept all at once',
      value: first
        ? first.aim === 'cost'
          ? first.totals.cost
          : first.aim === 'depth'
            ? first.totals.room
            : first.aim === 'flat'
              ? (first.width ?? 'inside the limits')
              : first.totals.pieces
        : 'none',
      unit: first?.aim === 'cost' ? inputs.currency : first?.aim === 'depth' ? 'm³' : '',
    },
    source:
      'Eyring solved for ΣSα, exactly: T falls as ΣSα rises and nothing else moves, so a limit on T is a limit on ΣSα. Integer programme by branch and cut, both gaps zero, every row checked again in plain arithmetic.',
    validity:
      'As exact as the coefficients. A corner piece counts with the wall it hides; pieces are taken to hang apart. Read it as a plan, hang in steps of four and measure.',
  };
  const robust: Working = {
    id: 'plan-robust',
    title: 'On the safe side: coefficients at their low end',
    formula: 'the same with α·(1 − spread) of walls, things and recipes in every upper limit; lower limits as they are',
    symbols: result.recipes.map((r) => ({ symbol: r.name, meaning: 'spread of its curve', value: r.spread, unit: '' })),
    result: {
      symbol: 'n',
      meaning: result.robust.status === 'reached' ? 'pieces' : 'no number keeps it',
      value: result.robust.status === 'reached' ? result.robust.totals.pieces : 'none',
      unit: '',
    },
    source: 'Spread by where a value comes from: laboratory 0.1, textbook 0.15 to 0.3, computed 0.1, corners 0.25.',
    validity: 'All data at their low end at once is more than bad luck usually brings.',
  };
  return [exact, robust];
}
