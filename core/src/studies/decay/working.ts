/** The working of the decay study: how decay times, the panel's absorption and the number of panels came about. */
import { OCTAVES } from '../../quantities/bands';
import { decayConstant } from '../../physics/reverberation/decay';
import type { DecayResult, DecayStudied } from './types';
import { bandSurfaces } from './curves';
import { fillDepth, gapOf } from '../../recipes/curve';
import { fillResistivityOf } from '../../recipes/kind';
import type { Working } from '../types';

export function decayWorking(inputs: DecayStudied, result: DecayResult): Working[] {
  const surface = inputs.faces.reduce((sum, f) => sum + f.area, 0);
  const common = [
    { symbol: 'V', meaning: 'volume', value: inputs.volume, unit: 'm³' },
    { symbol: 'S', meaning: 'total surface', value: surface, unit: 'm²' },
    { symbol: 'K', meaning: '24 ln 10 / c', value: decayConstant(inputs.c), unit: 's/m' },
  ];
  const decays = OCTAVES.map((octave, b): Working => {
    const absorption = bandSurfaces(inputs, result.chosen.counts, result.panelAlpha, b, 0, result.mix).reduce(
      (s, x) => s + x.area * x.alpha,
      0,
    );
    return {
      id: `decay-${octave}`,
      title: `Decay time at ${octave} Hz, ${result.chosen.panels} panels`,
      formula: 'T = K·V / (−S·ln(1 − ᾱ) + 4mV)',
      symbols: [
        ...common,
        { symbol: 'ᾱ', meaning: 'mean absorption coefficient, ΣSα / S', value: absorption / surface, unit: '' },
        { symbol: 'm', meaning: 'energy attenuation of the air', value: inputs.mEnergy[b]!, unit: '1/m' },
        {
          symbol: 'T Sabine',
          meaning: 'the same by Sabine, A = ΣSα',
          value: result.chosen.sabine[b] ?? 'endless',
          unit: 's',
        },
        {
          symbol: 'low',
          meaning: 'lowest of four formulas, materials at their best',
          value: result.chosen.low[b] ?? 'endless',
          unit: 's',
        },
        {
          symbol: 'high',
          meaning: 'highest of four formulas, materials at their worst',
          value: result.chosen.high[b] ?? 'endless',
          unit: 's',
        },
      ],
      result: { symbol: 'T', meaning: 'decay time by Eyring', value: result.chosen.eyring[b] ?? 'endless', unit: 's' },
      source: 'Eyring, J. Acoust. Soc. Am. 1 (1930) 217; air by ISO 9613-1.',
      validity:
        octave < result.schroeder
          ? `Modal: below ${result.schroeder.toFixed(0)} Hz single modes ring, and no statistical time is more than a hint.`
          : 'Diffuse field, absorption spread around. Uneven rooms decay longer than Eyring says.',
    };
  });
  const { recipe } = inputs;
  const alpha: Working = {
    id: 'panel-absorption',
    title: 'Absorption of the panel',
    formula: 'Zs = Z (Zb + jZ tan kd)/(Z + jZb tan kd),  α(θ) = 1 − |(Zs cos θ − ρc)/(Zs cos θ + ρc)|²',
    symbols: [
      {
        symbol: 'σ',
        meaning: 'flow resistivity of the fill',
        value: fillResistivityOf(recipe) ?? 'no fill',
        unit: 'Pa·s/m²',
      },
      { symbol: 'd', meaning: 'depth of the fill', value: fillDepth(recipe), unit: 'm' },
      { symbol: 'D', meaning: 'air gap to the wall', value: gapOf(recipe), unit: 'm' },
      ...OCTAVES.map((o, b) => ({
        symbol: `α ${o}`,
        meaning: `octave ${o} Hz, 0–78°`,
        value: result.panelAlpha[b]!,
        unit: '',
      })),
    ],
    result: { symbol: 'α 125', meaning: 'the octave that decides most rooms', value: result.panelAlpha[1]!, unit: '' },
    source: 'Y. Miki, J. Acoust. Soc. Jpn (E) 11 (1990) 19; transfer matrix, Allard and Atalla 2009, ch. 2.',
    validity:
      'Infinite panel on a rigid wall, back open, cloth that lets air through. Edges add some absorption, a sealed back loses it.',
  };
  const { answer } = result;
  const count: Working = {
    id: 'panel-count',
    title: 'Smallest number of panels',
    formula:
      'min Σn  with  ΣSα + Σ n·a·(max(α_panel, α_wall) − α_wall) ≥ S·(1 − e^(−(KV/T_max − 4mV)/S))  and ≤ the same for T_min, in every judged octave',
    symbols: [
      ...common,
      { symbol: 'a', meaning: 'area of one panel', value: inputs.panel.width * inputs.panel.height, unit: 'm²' },
      {
        symbol: 'n max',
        meaning: 'panels that fit the usable surfaces',
        value: inputs.faces.filter((f) => f.usable).reduce((s, f) => s + f.capacity, 0),
        unit: '',
      },
      { symbol: 'n marks', meaning: 'panels the first reflections need', value: result.forMarks, unit: '' },
      ...OCTAVES.flatMap((o, b) => {
        const limit = result.limits[b];
        return limit
          ? [
              {
                symbol: `T ${o}`,
                meaning: `limits at ${o} Hz`,
                value: `${limit.lower.toFixed(3)} to ${limit.upper?.toFixed(3) ?? '∞'}`,
                unit: 's',
              },
            ]
          : [];
      }),
    ],
    result: {
      symbol: 'n',
      meaning: answer.status === 'reached' ? 'proved smallest' : 'target not reached',
      value: answer.status === 'reached' ? answer.curve.panels : 'none',
      unit: 'panels',
    },
    source: 'Integer programme, branch and cut with both gaps zero; every row checked again in plain arithmetic.',
    validity: 'As exact as the coefficients: read it as a plan, hang in steps of four and measure.',
  };
  return [...decays, alpha, count];
}
