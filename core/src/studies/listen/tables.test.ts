/** Figures somebody else read are drawn as those read here. */
import { readFigures } from '../../questions/listening';
import { frequencyGrid } from '../../signal/response';
import { THIRD_BANDS } from '../../signal/bandFilters';
import { weightedLevel } from '../../criteria/noiseCurves';
import { measurementOf } from '../../testing/heard/measured';
import { plainBox } from '../../testing/rooms';
import { decayShown, noiseShown } from './shown';
import { keptResponse, tableCurves, tableDecay, tableOctaves } from './tables';

const grid = frequencyGrid(48000);
const at = (f: number) => grid.findIndex((g) => g >= f);

test('a flat table is flat at any smoothing, nothing outside of it, and its microphone is taken off', () => {
  const points = Array.from({ length: 300 }, (_, i) => ({ f: 30 * 2 ** (i / 40), db: -6, phaseDeg: null }));
  const kept = keptResponse(points);
  const own = { f: [20, 20000], db: [2, 2] };
  for (const fraction of [1, 6, 48]) {
    const c = tableCurves(kept, fraction, own);
    expect(c.levelsDb[at(25)]).toBeNaN();
    for (const f of [31, 100, 1000, 5000]) expect(c.levelsDb[at(f)]).toBeCloseTo(-8, 9);
    expect(c.swings[0]!.swingDb).toBeCloseTo(0, 9);
    expect([...c.phaseDeg].every(Number.isNaN)).toBe(true);
  }
});

test('a delay of a millisecond in the phase of a table is its group delay, folded or not', () => {
  const points = Array.from({ length: 900 }, (_, i) => {
    const f = 20 + i;
    const phase = -0.36 * f;
    return { f, db: 0, phaseDeg: phase - 360 * Math.round(phase / 360) };
  });
  const c = tableCurves(keptResponse(points), 12, null);
  for (const f of [50, 200, 700]) expect(c.groupDelay[at(f)]).toBeCloseTo(0.001, 5);
});

test('a table of very many points is kept as means of power at 48 an octave', () => {
  const points = Array.from({ length: 20000 }, (_, i) => ({ f: 20 + i, db: i % 2 === 0 ? 0 : -40, phaseDeg: 0 }));
  const kept = keptResponse(points);
  expect(kept.f.length).toBeLessThan(500);
  // Half of the power, with the straight runs between points.
  expect(kept.db[kept.f.findIndex((f) => f > 5000)]).toBeCloseTo(10 * Math.log10(0.5), 1);
  expect(kept.phaseDeg!.every((p) => p === 0)).toBe(true);
});

test('decay times by octave or third, named by the head of their columns', () => {
  const octaves = readFigures('Hz;EDT;T20;T30\n125;0,41;0,5;0,52\n250;0,3;-;0,4\n1000;0,2;0,25;', 'decay');
  if (!octaves.ok || octaves.figures.kind !== 'decay') throw new Error('not read');
  const bands = tableDecay(octaves.figures);
  expect(bands.map((b) => [b.label, b.edt, b.t20, b.t30])).toEqual([
    [125, 0.41, 0.5, 0.52],
    [250, 0.3, null, 0.4],
    [1000, 0.2, 0.25, null],
  ]);
  expect(bands[0]!.curvature).toBeCloseTo(0.04, 9);
  expect(decayShown(octaves.figures, null, 3)).toBeNull();
  const thirds = readFigures('100 0.5\n125 0.6\n160 0.55', 'decay');
  expect(thirds).toMatchObject({ ok: true, figures: { fraction: 3, bands: [{ label: 100, t30: 0.5 }, {}, {}] } });
  const t20 = readFigures('band T20\n500 0.31\n31.5 0.2', 'decay');
  expect(t20).toEqual({
    ok: false,
    message: 'line 3, column 1: expected a frequency above the one before, 500 Hz, found 31.5',
  });
  expect(readFigures('band T20\n31.5 0.9\n63 0.31', 'decay')).toMatchObject({
    figures: {
      fraction: 1,
      bands: [
        { label: 31.5, t20: 0.9, t30: null },
        { label: 63, t20: 0.31 },
      ],
    },
  });
  expect(readFigures('440 0.5', 'decay')).toEqual({
    ok: false,
    message: 'line 1, column 1: expected the middle of an octave or third octave band, found 440 Hz',
  });
  expect(readFigures('500 90', 'decay')).toMatchObject({
    message: expect.stringContaining('of 0.01 to 60 s, found 90'),
  });
});

test('noise by third is summed to octaves; a microphone and what full scale stands for are reckoned in', () => {
  const text = THIRD_BANDS.map((b) => `${b.label}\t30`).join('\n');
  const read = readFigures(text, 'levels');
  if (!read.ok || read.figures.kind !== 'levels') throw new Error('not read');
  const third = 30 + 10 * Math.log10(3);
  tableOctaves(read.figures).forEach((v) => expect(v).toBeCloseTo(third, 9));
  const own = { f: [20, 20000], db: [1, 1] };
  const m = measurementOf(plainBox(), 'a', { fullScaleDb: 100 });
  const heard = {
    impulse: null,
    warnings: [],
    noise: { octaves: Array<number>(8).fill(-70), narrow: [], tones: [], step: null, seconds: 2 },
  };
  const shown = noiseShown(m, heard, own)!;
  expect(shown.re).toBe('pressure');
  shown.octaves.forEach((v) => expect(v).toBeCloseTo(29, 9));
  expect(noiseShown({ ...m, fullScaleDb: null }, heard, null)).toMatchObject({ re: 'full-scale' });
  expect(noiseShown(m, null, null)).toBeNull();
  // Eight equal octaves: Z adds 9 dB, C takes the ends down a little, A more.
  const all = Array<number>(8).fill(40);
  expect(weightedLevel(all, 'Z')).toBeCloseTo(40 + 10 * Math.log10(8), 9);
  expect(weightedLevel([null, null, null, null, 40, null, null, null], 'C')).toBeCloseTo(40, 2);
  expect(weightedLevel([40, null, null, null, null, null, null, null], 'A')).toBeCloseTo(40 - 26.2, 1);
  expect(weightedLevel([40, null, null, null, null, null, null, null], 'C')).toBeCloseTo(40 - 0.8, 1);
});
