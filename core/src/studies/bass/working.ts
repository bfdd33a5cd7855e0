/** How the figures of the wave solver came about. */
import type { BassAnswer, HelpsAnswer, SubLayout, SwingVerdict, WaveMode } from './types';
import type { Setting } from '../../room/setting';
import type { Working } from '../types';

const VALID =
  'Good to a few dB and a few hertz in a real room: walls give, materials are known to 15 to 40 %, and the tape to a centimetre. A measurement replaces it.';

export function workingOfResponse(setting: Setting, answer: BassAnswer): Working {
  const { unknowns, modes, spacing, volume } = answer.solver;
  return {
    id: 'bass-response',
    title: 'Low response at the ears',
    formula: '[Λ − k²I + ik Σβ·B] a = φ(source);  p = 4π φ(ears)·a',
    symbols: [
      { symbol: 'V', meaning: 'air, large furniture cut out', value: volume, unit: 'm³' },
      { symbol: 'h', meaning: 'spacing of the grid', value: spacing, unit: 'm' },
      { symbol: 'n', meaning: 'unknowns of the finite elements', value: unknowns, unit: '' },
      { symbol: 'N', meaning: 'modes kept, to 1.4 times the highest frequency', value: modes, unit: '' },
      { symbol: 'c', meaning: 'speed of sound', value: setting.c, unit: 'm/s' },
      {
        symbol: 'β',
        meaning: 'ρc/Z of each surface: α/8 for materials, computed layers for what hangs',
        value: 'by frequency',
        unit: '',
      },
    ],
    result: { symbol: 'f', meaning: 'answered up to', value: answer.top, unit: 'Hz' },
    source:
      'Finite elements on a cut grid; P. Morse and K. Ingard, Theoretical Acoustics, §9.4 (modes coupled by walls).',
    validity: `Level re one loudspeaker in the free field at 1 m; loudspeakers radiate alike in all directions, fourth-order roll-off below their lower corner. ${VALID}`,
  };
}

export function workingOfSwing(swing: SwingVerdict): Working {
  return {
    id: `swing-${swing.school}`,
    title: 'Swing of the low response',
    formula: '± = (highest − lowest)/2 of the smoothed level',
    symbols: [
      { symbol: 'from', meaning: 'lowest frequency judged', value: swing.fromHz, unit: 'Hz' },
      { symbol: 'to', meaning: 'highest frequency judged', value: swing.toHz, unit: 'Hz' },
      { symbol: '1/n', meaning: 'smoothing, parts of an octave', value: swing.fraction, unit: '' },
      { symbol: 'high', meaning: 'highest at', value: swing.highHz, unit: 'Hz' },
      { symbol: 'low', meaning: 'lowest at', value: swing.lowHz, unit: 'Hz' },
    ],
    result: { symbol: '±', meaning: 'swing', value: swing.swingDb, unit: 'dB' },
    source: 'Practice of small rooms; ITU-R BS.1116-3 §8.3.4.1 for listening rooms.',
    validity: VALID,
  };
}

export function workingOfWaveMode(mode: WaveMode): Working {
  return {
    id: `wave-mode-${mode.index}`,
    title: `Mode at ${mode.f.toFixed(1)} Hz`,
    formula: 'Kφ = κ²Mφ, f = cκ/2π;  T = 6.91/δ, δ from the complex eigenvalue of the damped system',
    symbols: [
      { symbol: 'p(ears)', meaning: 'pressure at the ears over the largest in the room', value: mode.head, unit: '' },
      ...Object.entries(mode.sources).map(([id, value]) => ({
        symbol: `p(${id})`,
        meaning: 'pressure at this loudspeaker',
        value,
        unit: '',
      })),
      { symbol: 'T₀', meaning: 'decay without what hangs', value: mode.timeBare, unit: 's' },
    ],
    result: { symbol: 'T', meaning: 'decay time', value: mode.time, unit: 's' },
    source: 'Finite elements on a cut grid; first order δ = c·Re β·∫φ²dS/2, refined among the modes nearby.',
    validity: VALID,
  };
}

export function workingOfHelps(helps: HelpsAnswer): Working {
  const best = helps.places[0];
  return {
    id: 'bass-helps',
    title: 'What a piece does to one mode',
    formula: 'δ = δ₀ + c·Re β(f)·∫φ²dS/2;  T = 6.91/δ',
    symbols: [
      { symbol: 'f', meaning: 'frequency of the mode', value: helps.mode.f, unit: 'Hz' },
      { symbol: 'T₀', meaning: 'decay as it is', value: helps.mode.time, unit: 's' },
      { symbol: 'α', meaning: 'absorption of the recipe there, normal incidence', value: helps.alpha, unit: '' },
      {
        symbol: 'Δδ',
        meaning: 'damping a square metre adds in the best place',
        value: best?.perArea ?? 0,
        unit: '1/(s·m²)',
      },
    ],
    result: {
      symbol: 'T',
      meaning: 'decay with one piece in the best place',
      value: best?.time ?? helps.mode.time,
      unit: 's',
    },
    source: 'First-order perturbation of the mode by a local patch; impedance of the layers by transfer matrix.',
    validity: `A strong absorber changes the mode itself: the response after hanging it counts, not this estimate. Home-made tuned boxes miss by a third of an octave. ${VALID}`,
  };
}

export function workingOfLayout(layout: SubLayout): Working {
  return {
    id: 'bass-layout',
    title: 'Cost of an arrangement of subwoofers',
    formula: 'cost = (± + 2σ)/2 + 0.7·s',
    symbols: [
      {
        symbol: '±',
        meaning: 'swing 30–150 Hz at the ears, a twelfth of an octave',
        value: layout.swingDb,
        unit: 'dB',
      },
      { symbol: 'σ', meaning: 'standard deviation of the same curve', value: layout.evenDb, unit: 'dB' },
      { symbol: 's', meaning: 'mean spread over the head’s range, 30–120 Hz', value: layout.spreadDb, unit: 'dB' },
      { symbol: 'g', meaning: 'level every subwoofer is fed with', value: layout.gainDb, unit: 'dB' },
      {
        symbol: 'polarity',
        meaning: 'against the pair',
        value: layout.inverted ? 'turned over' : 'as it is',
        unit: '',
      },
    ],
    result: { symbol: 'cost', meaning: 'the smaller the better', value: layout.cost, unit: 'dB' },
    source: 'Weights by us: evenness first, the same for a head that moves second.',
    validity: VALID,
  };
}
