import type { Command } from '../../document/commands/commands';
import { soundingOf } from '../../document/soundingRoom';
import type { Measurement, Project } from '../../document/schema/project';
import { demo } from '../../testing/demo';
import { measurementOf } from '../../testing/measured';
import { edited, plainBox, wardrobe } from '../../testing/rooms';
import { changedSentence } from '../../words/listen';
import { compareMeasurements } from './compare';

const of = (project: Project, values: Partial<Measurement> = {}) => ({
  measurement: measurementOf(project, 'm', values),
  room: soundingOf(project),
});
const said = (before: Project, after: Project, a: Partial<Measurement> = {}, b: Partial<Measurement> = {}) => {
  const { changed, verdict } = compareMeasurements(of(before, a), of(after, b));
  return [verdict, ...changed.map((c) => changedSentence(c, 'metric'))];
};

test('the same twice may be compared in everything', () => {
  expect(said(plainBox(), plainBox())).toEqual(['yes']);
});

test.each<[string, Command[], string[]]>([
  ['a wardrobe', [{ type: 'put', list: 'furniture', thing: wardrobe() }], ['yes', 'Wardrobe is new.']],
  [
    'a floor',
    [{ type: 'set-material', surface: 'floor', material: 'lino' }],
    ['yes', 'Surface floor is made of something else.'],
  ],
  [
    'a higher ceiling',
    [{ type: 'set-height', height: 2.7 }],
    ['yes', 'The plan, the ceiling, a beam or a partition is another.'],
  ],
  ['a warmer day', [{ type: 'set-climate', climate: { temperatureC: 28 } }], ['yes', 'It was 20 °C, then 28 °C.']],
])('%s is named', (_, edits, expected) => {
  const [verdict, ...sentences] = said(plainBox(), edited(plainBox(), ...edits));
  expect(verdict).toBe(expected[0]);
  expect(sentences).toEqual(expect.arrayContaining(expected.slice(1)));
});

test('a loudspeaker that moved or was turned up makes other curves of it', () => {
  const moved = edited(plainBox(), { type: 'move-loudspeaker', id: 'left', x: 1.5, y: 1.1, mirror: false });
  expect(said(plainBox(), moved)[0]).toBe('two-places');
  expect(said(plainBox(), moved).join()).toMatch(/Loudspeaker L moved by/);
  const l = plainBox().loudspeakers[0]!;
  const louder = edited(plainBox(), {
    type: 'set-loudspeaker',
    id: 'left',
    values: { feed: { ...l.feed, gainDb: 3 } },
    mirror: false,
  });
  expect(said(plainBox(), louder)).toContain('Loudspeaker L: its level is another.');
});

test('what hangs is counted by recipe', () => {
  const now = demo('bakehouse');
  const bare = edited(now, { type: 'take-pieces', ids: now.treatment.pieces.map((p) => p.id) });
  const [verdict, ...sentences] = said(bare, now);
  expect(verdict).toBe('yes');
  expect(sentences.length).toBeGreaterThan(0);
  expect(sentences.every((s) => /: 0, then \d+\.$/.test(s))).toBe(true);
});

test('another loudspeaker, place, calibration or way of taking it is told, with what may be compared', () => {
  const box = plainBox();
  expect(said(box, box, { loudspeakers: ['L'] }, { loudspeakers: ['R'] })).toEqual([
    'decay-only',
    'Another loudspeaker played: L, then R.',
  ]);
  const { x, y, earHeight } = box.listening.head;
  const there = { name: 'Behind', at: { x, y: y + 0.5, z: earHeight } };
  expect(said(box, box, {}, { place: there })).toEqual([
    'two-places',
    'The microphone stood elsewhere: Seat, then Behind, 50.0 cm away.',
  ]);
  expect(said(box, box, {}, { fullScaleDb: 110 })[0]).toBe('shape-only');
  expect(said(box, box, {}, { by: 'simulated' })[0]).toBe('shape-only');
  expect(said(box, box, {}, { kind: 'noise' })[0]).toBe('no');
});
