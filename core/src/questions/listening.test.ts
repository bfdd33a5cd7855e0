/** What a worker is asked about recordings: a voice and noise kept and read again, figures of a text, curves of a table. */
import { writeWav } from '../formats/wav';
import { loadLinalg } from '../numerics/linalg/load';
import { levelSentence, takeSentence } from '../words/listen/listen';
import { createListenRunner, type ListenOutcome, type Listened, readFigures } from './listening';
import type { Holds } from '../document/schema/project';
import { noiseOf } from '../studies/listen/read';
import { fullScaleByMeter, noiseShown } from '../studies/listen/shown';

const RATE = 48000;
const run = createListenRunner(loadLinalg);
const ask = (task: Parameters<typeof run>[0]) => run(task, () => {});
function listened(outcome: ListenOutcome): Listened {
  if (!outcome.ok || !('samples' in outcome)) throw new Error(JSON.stringify(outcome));
  return outcome;
}
const voice = Float32Array.from({ length: RATE }, (_, i) => Math.max(-1, Math.min(1, 1.4 * Math.sin(i / 9))));

test('a voice is kept as it is, and read again it says what it said: clipped, two channels', async () => {
  const bytes = writeWav([voice, voice], RATE).slice().buffer;
  const first = listened(await ask({ task: 'file', name: 'v.wav', bytes, sweep: null, speech: true }));
  expect(first.warnings.map((w) => w.code)).toEqual(['channels', 'clipped']);
  expect([first.kind, first.samples.length, first.impulse, first.noise]).toEqual(['speech', RATE, null, null]);
  const { rate, took } = first;
  const kept = first.samples.slice().buffer;
  const again = listened(
    await ask({ task: 'read', bytes: kept, quiet: null, rate, kind: 'speech', sweep: null, took }),
  );
  expect(again.warnings).toEqual(first.warnings);
  expect(again.samples).toEqual(first.samples);
});

test('a voice is cut after half a minute; recorded live it says where it clipped', async () => {
  const long = new Float32Array(33 * 8000).fill(0.1);
  long[5] = 1;
  const heard = listened(
    await ask({ task: 'record', bytes: long.buffer, takes: 1, rate: 8000, sweep: null, speech: true }),
  );
  expect([heard.samples.length, heard.took.clipped]).toEqual([30 * 8000, 1]);
});

test('of many wrong lines the first few are told, and how many more there are', () => {
  const read = readFigures(
    ['20 0', ...Array.from({ length: 9 }, (_, i) => `${30 + i} loud`)].join('\n'),
    'calibration',
  );
  expect(read).toEqual({
    ok: false,
    message: expect.stringMatching(/^line 2, column 4: .*; line 3, .*; line 4, .*; and 6 more$/),
  });
});

test('a table drawn by the worker is that of the core', async () => {
  const read = readFigures('20 -3\n20000 -3', 'response');
  if (!read.ok || read.figures.kind !== 'response') throw new Error('not read');
  const outcome = await ask({
    task: 'curves',
    of: read.figures,
    window: { before: 0, after: 1 },
    fraction: 3,
    own: null,
  });
  if (!outcome.ok || !('curves' in outcome)) throw new Error('no curves');
  const inside = [...outcome.curves!.levelsDb].filter(Number.isFinite);
  expect(inside.length).toBeGreaterThan(400);
  inside.forEach((v) => expect(v).toBeCloseTo(-3, 6));
});

test('a meter beside the microphone says what full scale is, whatever was typed before', () => {
  // A tone of 31.5 Hz, 20 dB down: C takes 3.0 dB of it, A 39.5 dB, though no octave that is told holds it.
  const rate = 24000;
  const quiet = Float64Array.from({ length: 4 * rate }, (_, i) => 0.1 * Math.sin((2 * Math.PI * 31.6 * i) / rate));
  const noise = noiseOf({ quiet, rate });
  const heard = { impulse: null, noise, warnings: [] };
  const shown = (fullScaleDb: number | null) =>
    noiseShown({ holds: { kind: 'noise' } as Holds, fullScaleDb }, heard, null)!;
  expect(fullScaleByMeter(shown(null), null, 80, 'Z')).toBeCloseTo(100, 0);
  expect(fullScaleByMeter(shown(null), null, 77, 'C')).toBeCloseTo(100, 0);
  expect(fullScaleByMeter(shown(null), null, 40.5, 'A')).toBeCloseTo(100, 0);
  // Whatever was typed before.
  expect(fullScaleByMeter(shown(94), 94, 77, 'C')).toBeCloseTo(100, 0);
});

test('a level and a take are judged in a sentence, by what is known', () => {
  expect(levelSentence({ overDb: 46, levelDb: -30 }, null)).toBe('46 dB over the noise: good.');
  expect(levelSentence({ overDb: 46, levelDb: -30 }, 100)).toMatch(/^Only 70 dB at the microphone at the ceiling/);
  expect(levelSentence({ overDb: 20, levelDb: -25 }, 100)).toBe('75 dB at the microphone: good.');
  const bands = (...ranges: (number | null)[]) => ranges.map((rangeDb, i) => ({ label: 63 * 2 ** i, rangeDb }));
  expect(takeSentence(bands(10, 60, 50))).toMatch(/^A good take: 252 Hz is the weakest octave, 50 dB/);
  expect(takeSentence(bands(60, 38, 50))).toMatch(/^A usable take/);
  expect(takeSentence(bands(60, 20, null))).toMatch(/^A poor take/);
  expect(takeSentence(bands(60))).toBeNull();
});
