import type { Command } from '../../document/commands/commands';
import { soundingOf } from '../../document/soundingRoom';
import type { Measurement, Project } from '../../document/schema/project';
import { demo } from '../../testing/demo';
import type { BandDecay } from '../../signal/decay';
import { measured, measurementOf, soundOf } from '../../testing/heard/measured';
import { edited, plainBox, wardrobe } from '../../testing/rooms';
import { changedSentence, offSeat } from '../../words/listen/listen';
import { predictedDecay } from '../decay/predicted';
import { compareMeasurements, decaysBeside } from './compare';
import { studyMeasuredRoom } from './measuredRoom';
import type { Place } from './room';

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
  expect(said(box, box, {}, { holds: soundOf({ kind: 'noise' }) })[0]).toBe('noise-only');
  expect(said(box, box, {}, { holds: soundOf({ kind: 'speech' }) })[0]).toBe('no');
  const table = {
    kind: 'decay' as const,
    fraction: 1 as const,
    bands: [{ label: 500, edt: null, t20: null, t30: 0.4 }],
  };
  expect(said(box, box, {}, { holds: table })[0]).toBe('decay-only');
  expect(said(box, box, {}, { holds: { kind: 'response', f: [20, 200], db: [0, 0], phaseDeg: null } })[0]).toBe(
    'shape-only',
  );
  expect(said(box, box, {}, { calibration: 'one' })).toEqual(['shape-only', 'The microphone has another calibration.']);
});

test('decay beside decay, in per cent of the first; a band that is not read in both has no change', () => {
  const band = (label: number, t20: number | null, t30: number | null) => ({ label, t20, t30 }) as BandDecay;
  expect(
    decaysBeside(
      [band(500, 0.8, null), band(1000, 0.5, 0.6), band(2000, 0.4, 0.4)],
      [band(500, 0.6, 0.6), band(1000, null, null)],
    ),
  ).toEqual([
    { label: 500, before: 0.8, after: 0.6, change: expect.closeTo(-0.25, 12) },
    { label: 1000, before: 0.6, after: null, change: null },
    { label: 2000, before: 0.4, after: null, change: null },
  ]);
});

test('where a microphone stands is said in the reader’s lengths', () => {
  expect(offSeat({ forward: 0.3, right: -0.1, up: 0 }, 'metric')).toBe('30.0 cm forward, 10.0 cm left');
  expect(offSeat({ forward: -0.3048, right: 0, up: 0.0254 }, 'feet')).toMatch(/^1′ 0″ back, 1″ up$|back, .* up$/);
  expect(offSeat({ forward: 0, right: 0, up: 0 }, 'inches')).toBe('Seat');
});

test('the room of a measurement is worked out as it was, at its place; one that is not kept is none', () => {
  const then = edited(demo('bakehouse'), measured(demo('bakehouse'), 'then'));
  const now = edited(then, { type: 'take-pieces', ids: then.treatment.pieces.map((p) => p.id) });
  const room = then.measured.list.find((m) => m.id === 'then')!.room;
  const at = (project: Project, place: Place | null, letters: string[]) =>
    studyMeasuredRoom({ project, room, place, letters })!;
  expect(at(now, null, ['L']).decay).toEqual(predictedDecay(then));
  expect(at(now, null, ['L']).decay).not.toEqual(predictedDecay(now));
  expect(at(now, null, ['L']).arrivals.length).toBeGreaterThan(3);
  // Two at once have no single order of arrivals, a subwoofer throws none.
  expect([at(now, null, ['L', 'R']).arrivals, at(now, null, ['W']).arrivals]).toEqual([[], []]);
  const { x, y, earHeight } = then.listening.head;
  const moved = at(now, { x: x + 0.4, y, z: earHeight }, ['L']);
  expect(moved.arrivals).not.toEqual(at(now, null, ['L']).arrivals);
  expect(moved.decay).toEqual(at(now, null, ['L']).decay);
  expect(studyMeasuredRoom({ project: now, room: 'none', place: null, letters: [] })).toBeNull();
});
