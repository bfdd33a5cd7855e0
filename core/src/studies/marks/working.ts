/** How a mark's place and level come about, for "show the working". */
import { combOf } from '../../physics/reflections/thresholds';
import { meanOf, sentTowards } from '../../room/reflectionLevels';
import type { Mark } from './types';
import type { Setting } from '../../room/setting';
import type { Working } from '../types';

const placeText = (p: readonly number[]) => p.map((v) => v.toFixed(3)).join(', ');

export function marksWorking(setting: Setting, marks: readonly Mark[]): Working[] {
  return marks.map((m) => workingOf(setting, m));
}

function workingOf(setting: Setting, m: Mark): Working {
  const straight = m.length - m.extraPath;
  const comb = combOf(m);
  const spreadDb = 20 * Math.log10(straight / m.length);
  const l = setting.loudspeakers.find((s) => s.id === m.loudspeaker);
  const [from, , ears] = m.path;
  const sentDb = l && from && ears ? 10 * Math.log10(meanOf(sentTowards(setting, l, from, m.at, ears))) : 0;
  return {
    id: `mark-${m.id}`,
    title: `${m.letter} on the ${m.faceName}${m.kind === 'wall' ? ' wall' : ''}`,
    formula:
      'image of the loudspeaker behind the surface; mark where image → ears meets it; zone = hull of these points for all corners of head range and front',
    symbols: [
      { symbol: 'S', meaning: `loudspeaker ${m.letter} (x, y, z)`, value: placeText(m.path[0]!), unit: 'm' },
      { symbol: 'E', meaning: 'ears (x, y, z)', value: placeText(m.path[2]!), unit: 'm' },
      { symbol: 'P', meaning: 'mark (x, y, z)', value: placeText(m.at), unit: 'm' },
      ...(m.standoff > 0
        ? [{ symbol: 's', meaning: 'the mirror stands off the surface: gap and depth', value: m.standoff, unit: 'm' }]
        : []),
      { symbol: 'd', meaning: 'direct path', value: straight, unit: 'm' },
      { symbol: 'L', meaning: 'reflected path', value: m.length, unit: 'm' },
      { symbol: 'θ', meaning: 'angle of incidence', value: (m.angle * 180) / Math.PI, unit: '°' },
      {
        symbol: 'D',
        meaning: 'sent towards the mark re towards the ears, mean 500 Hz–4 kHz',
        value: sentDb,
        unit: 'dB',
      },
      {
        symbol: 'α',
        meaning: 'lost at the surface, mean 500 Hz–4 kHz',
        value: m.levelDb === null ? 1 : 1 - 10 ** ((m.levelDb - spreadDb - sentDb) / 10),
        unit: '',
      },
      { symbol: 't', meaning: 'later than direct, (L − d)/c', value: m.delay * 1000, unit: 'ms' },
      ...(comb
        ? [
            { symbol: 'f₁', meaning: 'first dip of the comb, 1/(2t)', value: comb.firstDipHz, unit: 'Hz' },
            { symbol: 'dip', meaning: 'its depth, 20 lg(1 − a)', value: comb.dipDb, unit: 'dB' },
          ]
        : []),
    ],
    result: {
      symbol: 'ΔL',
      meaning: 'level re direct, 20 lg(d/L) + D + 10 lg(1 − α)',
      value: m.levelDb ?? 'nothing left',
      unit: 'dB',
    },
    source: 'Image source; J. Borish, J. Acoust. Soc. Am. 75 (1984) 1827.',
    validity: `Mirror-like surface larger than the wavelength, loudspeaker radiating ${setting.project.marking.directivity === 'box' ? 'as a box of its width does, ± 3 dB' : 'alike in all directions, as chosen'}; geometry ± 1 cm; ${setting.c.toFixed(1)} m/s.`,
  };
}
