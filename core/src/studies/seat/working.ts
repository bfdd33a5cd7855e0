/** The workings of a seat's figures. */
import { TRIANGLE_DEPTH } from '../../layout/seat';
import type { Project } from '../../document/schema/project';
import { type Setting } from '../../room/setting';
import type { Working } from '../types';
import type { SeatResult } from './types';

export function workingOf(project: Project, setting: Setting, result: SeatResult): Working[] {
  const working: Working[] = [
    {
      id: 'seat-rule',
      title: 'The 38 % seat',
      formula: 'y = 0.38 · L',
      symbols: [{ symbol: 'L', meaning: 'room length along the listening axis', value: result.length, unit: 'm' }],
      result: { symbol: 'y', meaning: 'ears from the front wall', value: result.ruleDistance, unit: 'm' },
      source: 'Rule of practice: near neither null nor peak of the first three length modes.',
      validity: 'A start, not an answer. Box rooms; check places 10 to 30 cm either side by what Bass and Marks say.',
    },
    {
      id: 'triangle',
      title: 'Equilateral triangle',
      formula: 'd = (√3 / 2) · s',
      symbols: [
        { symbol: 's', meaning: 'side: loudspeaker to loudspeaker', value: project.listening.triangleSide, unit: 'm' },
      ],
      result: {
        symbol: 'd',
        meaning: 'apex behind the line of the loudspeakers',
        value: TRIANGLE_DEPTH * project.listening.triangleSide,
        unit: 'm',
      },
      source: 'Geometry; 60° listening angle as in ITU-R BS.775.',
      validity: `Apex ${(project.listening.apexBehind * 100).toFixed(0)} cm behind the ears; side never below the loudspeakers' minimum distance.`,
    },
  ];
  for (const l of result.loudspeakers) {
    if (!l.nearest || l.nearest.exactNullHz === null) continue;
    working.push({
      id: `notch-${l.id}`,
      title: `Nearest boundary of ${l.letter}: ${l.nearest.name}`,
      formula: 'f = c / (2 (r₁ − d)),  rule of thumb c / (4a)',
      symbols: [
        { symbol: 'c', meaning: 'speed of sound', value: setting.c, unit: 'm/s' },
        { symbol: 'a', meaning: 'loudspeaker to that boundary', value: l.nearest.distance, unit: 'm' },
        { symbol: 'd', meaning: 'loudspeaker to ears', value: l.toHead, unit: 'm' },
        { symbol: 'c/4a', meaning: 'rule of thumb', value: l.nearest.quarterWaveHz ?? 0, unit: 'Hz' },
        {
          symbol: 'R',
          meaning: 'pressure reflection factor, √(1 − α at 125 Hz)',
          value: l.nearest.reflection,
          unit: '',
        },
      ],
      result: {
        symbol: 'f',
        meaning: 'first cancellation from this boundary',
        value: l.nearest.exactNullHz,
        unit: 'Hz',
      },
      source: 'Image source at one plane; R. Allison, J. Audio Eng. Soc. 22 (1974) 314.',
      validity: 'One boundary by itself, large and flat. The verdict uses all near ones together, furniture included.',
    });
  }
  return working;
}
