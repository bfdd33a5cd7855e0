import { PLAIN_PRICES } from '../recipes/types';
import { edited, plainBox, wardrobe } from '../testing/rooms';
import type { Command } from './commands/commands';
import { studied, studiedAnywhere } from './studied';

const key = (p: ReturnType<typeof plainBox>) => JSON.stringify(studied(p));
const anywhere = (p: ReturnType<typeof plainBox>) => JSON.stringify(studiedAnywhere(p));
const piece = {
  id: 'h',
  name: 'Panel',
  kind: 'absorber',
  face: 'B',
  u: 1,
  v: 0.6,
  width: 0.6,
  height: 1.2,
  depth: 0.1,
  gap: 0,
  turnDeg: 0,
  tiltDeg: 0,
  scatterHz: 500,
  tuned: { massPerArea: 5, holes: 12, holeDiameter: 0.05, neck: 0.018 },
} as const;

test.each([
  ['a wardrobe', { type: 'put', list: 'furniture', thing: wardrobe() }],
  ['the wall faced', { type: 'face-wall', wall: 'B' }],
  ['a hung panel', { type: 'hang', pieces: [piece] }],
  [
    'a material of one’s own',
    {
      type: 'put-material',
      material: {
        id: 'own-1',
        name: 'Straw',
        group: 'soft',
        alpha: [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8],
        source: 'estimate',
        per: 'area',
      },
    },
  ],
  ['another school of what matters', { type: 'set-marking', marking: { school: 'minus-20-in-20' } }],
] as [string, Command][])('%s makes an answer about the room stale', (_, command) => {
  const changed = edited(plainBox(), command);
  expect(key(changed)).not.toBe(key(plainBox()));
  expect(anywhere(changed)).not.toBe(anywhere(plainBox()));
});

test('a name, a note and prices do not; places of head and pair do, but for what tries them all', () => {
  const renamed = edited(
    plainBox(),
    { type: 'rename', name: 'Other' },
    { type: 'set-prices', prices: { fill: PLAIN_PRICES.fill + 1 } },
    { type: 'set-buying', buying: { waste: 0.2 } },
  );
  expect(key(renamed)).toBe(key(plainBox()));
  const moved = edited(
    plainBox(),
    { type: 'move-head', x: 2, y: 2.2 },
    { type: 'move-loudspeaker', id: 'left', x: 1.2, y: 0.9, mirror: true },
  );
  expect(key(moved)).not.toBe(key(plainBox()));
  expect(anywhere(moved)).toBe(anywhere(plainBox()));
  expect(anywhere(edited(moved, { type: 'set-ear-height', earHeight: 1.3 }))).not.toBe(anywhere(moved));
});
