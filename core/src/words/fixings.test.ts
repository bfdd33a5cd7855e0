import type { HangingBlock } from '../report/hangingDrawing';
import type { Fixing, Hold } from '../studies/hang/held/holds';
import type { HungPiece } from '../studies/hang/study';
import {
  anchorText,
  fixingBuyLines,
  fixingRow,
  fixingWords,
  holdSentences,
  laserList,
  massText,
  noteSentence,
} from './fixings';

const fixing = (values: Partial<Fixing> = {}): Fixing => ({
  role: 'screw',
  face: 'B',
  faceName: 'right',
  u: 1,
  v: 1.7,
  fromMiddle: -1.5,
  onPiece: { fromLeft: 0.1, fromTop: 0.1 },
  into: 'member',
  shear: 49,
  pull: 7,
  load: 5.04,
  rated: 21,
  anchor: { anchor: 'wood-screw', length: 0.16 },
  chain: null,
  cable: null,
  ...values,
});
const hold = (values: Partial<Hold> = {}): Hold => ({
  piece: 'p',
  label: 'B1',
  recipe: 'panel-10',
  way: 'cleat',
  ways: ['cleat'],
  mass: 10,
  overhead: false,
  packing: 0,
  recess: 0,
  cleat: null,
  feet: null,
  fixings: [],
  ...values,
});

test('a fixing as it is taped, in metres and in inches', () => {
  expect(fixingRow(fixing(), false, 'metric')).toEqual({
    what: 'screw of the cleat',
    along: '150.0 cm left',
    up: '170.0 cm',
    onPiece: '10.0 cm from its left, 10.0 cm under its top',
    into: 'stud',
    load: '5.0 kg',
    rated: '21 kg',
    anchor: 'wood screw, 160 mm long',
    chain: '',
  });
  // 1.5 m are 59.06″; 21 kg are 46.3 lb, which is not rounded down.
  expect(fixingRow(fixing(), false, 'inches')).toMatchObject({ along: '59.06″ left', load: '11 lb', rated: '47 lb' });
});

test('an eye says its chain, from the front', () => {
  const eye = fixing({ role: 'eye', chain: { drop: 0.17, made: { links: 3, lower: -0.014 } } });
  expect(fixingRow(eye, true, 'metric')).toMatchObject({
    into: 'joist',
    chain: '3 links',
    onPiece: '10.0 cm from its left, 10.0 cm from its front',
  });
  expect(holdSentences(hold({ way: 'chain', overhead: true, fixings: [eye] }), 'metric')).toEqual([
    'By whole links it hangs up to 14 mm higher than drawn.',
  ]);
});

test('what a way asks for', () => {
  const cleat = { left: -1.55, right: -1.05, up: 1.7 };
  expect(holdSentences(hold({ cleat, packing: 0.082 }), 'metric')).toEqual([
    'The wall’s half of the cleat runs from 155.0 cm left to 105.0 cm left, 170.0 cm up.',
    'Pack it 8.2 cm off the wall, so that its air gap stays.',
  ]);
  expect(holdSentences(hold({ recess: 0.018 }), 'metric')[0]).toMatch(/^Let it 18 mm into the back/);
  expect(holdSentences(hold({ way: 'feet', feet: 0 }), 'metric')).toEqual([
    'It stands on the floor, strapped to the wall.',
  ]);
  expect(holdSentences(hold({ way: 'feet', feet: 0.4 }), 'metric')[0]).toContain('feet 40.0 cm high');
  expect(holdSentences(hold({ way: 'pressed' }), 'metric')[0]).toContain('by its own spring');
});

test('a laser’s list holds each height once, from below, and each offset from left to right', () => {
  const piece = (low: number, left: number) =>
    ({ low, high: low + 1.2, fromMiddle: { left, right: left + 0.6 } }) as HungPiece;
  expect(laserList([piece(0.6, 0.2), piece(0.6, -0.8)], [fixing({ fromMiddle: -0.3 })], 'metric')).toEqual({
    heights: ['60.0 cm', '170.0 cm', '180.0 cm'],
    offsets: ['80.0 cm left', '30.0 cm left', '20.0 cm left', '20.0 cm right', '80.0 cm right'],
  });
});

test('what is to be minded', () => {
  const said = [
    noteSentence({ note: 'find-out', surface: 'C', name: 'rear', pieces: ['C1'] }, 'metric'),
    noteSentence({ note: 'batten', piece: 'p', label: 'ceiling 1', overhead: true, count: 1 }, 'metric'),
    noteSentence({ note: 'batten', piece: 'p', label: 'B1', overhead: false, count: 2 }, 'metric'),
    noteSentence({ note: 'cable', piece: 'p', label: 'B1', thing: 'Socket' }, 'metric'),
    noteSentence({ note: 'chain-short', piece: 'p', label: 'ceiling 1', drop: 0.08 }, 'inches'),
  ];
  expect(said[0]).toContain('behind the rear wall: find out and say it in Survey before C1 hangs there');
  expect(said[1]).toContain('one point meets no joist');
  expect(said[2]).toContain('2 points are asked to carry more');
  expect(said[3]).toContain('the cable of Socket');
  expect(said[4]).toContain('3.15″ under the ceiling');
});

test('masses and what to look for in the reader’s units', () => {
  expect([massText(2.449, 'metric'), massText(12.4, 'metric'), massText(2.449, 'feet')]).toEqual([
    '2.4 kg',
    '12 kg',
    '5.4 lb',
  ]);
  expect(anchorText({ anchor: 'plug', diameter: 0.008 }, 'metric')).toBe('plug 8 mm and its screw');
  expect(anchorText({ anchor: 'approved-overhead' }, 'metric')).toContain('approved for overhead');
});

test('what to buy: cleats by their run, chain by its links, the rest by what it is, rated as the worst of them', () => {
  const cleat = { left: -0.25, right: 0.25, up: 1.7 };
  const eye = fixing({ role: 'eye', rated: 60, chain: { drop: 0.2, made: { links: 5, lower: 0 } } });
  const holds = {
    pieces: [
      hold({ cleat, fixings: [fixing(), fixing({ rated: 9 })] }),
      hold({ way: 'chain', overhead: true, fixings: [eye, eye] }),
    ],
    notes: [],
    overheadMass: 10,
  };
  const rated = (kg: string) => `for pieces with a place; rated ${kg} or more`;
  expect(fixingBuyLines(holds, 0.032, 'metric')).toMatchObject([
    { item: 'Cleat, both halves', amount: '1.0', unit: 'm', note: 'battens cut at 45°' },
    { item: 'Chain', amount: '0.3', unit: 'm', note: '10 links' },
    { item: 'Wood screw, 160 mm long', amount: '4', unit: 'pieces', note: rated('60 kg') },
    { item: 'Eyes and hooks for chain', amount: '2', unit: 'pieces', note: rated('60 kg') },
  ]);
  expect(fixingBuyLines(holds, 0.032, 'feet')[0]).toMatchObject({ amount: '3.3', unit: 'ft' });
  expect(fixingBuyLines({ ...holds, pieces: [] }, 0.032, 'metric')).toEqual([]);
});

describe('a face of a sheet in words', () => {
  const block = (upright: boolean, own: boolean, of: Hold) =>
    ({
      face: {
        foot: upright
          ? [
              [0, 0],
              [1, 0],
            ]
          : null,
      },
      pieces: own ? [{ id: of.piece }] : [],
      holds: [{ hold: of, fixings: of.fixings }],
    }) as unknown as HangingBlock;

  test('a wall says middle line and up, a ceiling listening axis and from the front', () => {
    const screw = fixing({ onPiece: null, into: 'board', anchor: { anchor: 'board-anchor' } });
    const wall = fixingWords(block(true, true, hold({ fixings: [screw] })), 'metric');
    expect(wall.head).toEqual(['fixing', 'from the middle line', 'up', 'on the piece', 'goes into; look for']);
    expect(wall.rows).toEqual([
      [
        'B1, screw of the cleat',
        '150.0 cm left',
        '170.0 cm',
        'on the right wall',
        'board alone; 21 kg, anchor for board',
      ],
    ]);
    const over = fixingWords(block(false, true, hold({ overhead: true, fixings: [screw] })), 'metric');
    expect(over.head.slice(1, 3)).toEqual(['from the listening axis', 'from the front']);
  });

  test('what a piece asks for stands with its own face alone, with or without a fixing', () => {
    const pressed = hold({ way: 'pressed' });
    expect(fixingWords(block(true, true, pressed), 'metric')).toMatchObject({
      rows: [],
      asks: [expect.stringMatching(/^B1: Cut it a little large/)],
    });
    expect(fixingWords(block(true, false, pressed), 'metric').asks).toEqual([]);
  });
});
