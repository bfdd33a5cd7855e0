import { frequencyGrid } from '../../signal/response';
import { besidePredicted, withModes } from './beside';

const frequencies = Array.from({ length: 400 }, (_, i) => 15 + i / 2);
const shape = (f: number) => 6 * Math.sin(f / 9);

test('a curve measured 23 dB lower meets the prediction; what differs is told', () => {
  const grid = frequencyGrid(48000);
  const predicted = { frequencies, levelDb: frequencies.map(shape) };
  const found = besidePredicted(predicted, { grid, finestDb: grid.map((f) => shape(f) - 23) })!;
  expect(found.shiftDb).toBeCloseTo(23, 1);
  expect(found.apartDb).toBeLessThan(0.5);
  const at = frequencies.indexOf(70);
  expect(Math.abs(found.levelDb[at]! - shape(70))).toBeLessThan(1);
  const bumped = besidePredicted(predicted, {
    grid,
    finestDb: grid.map((f) => shape(f) - 23 + (f > 60 && f < 90 ? 8 : 0)),
  })!;
  // 30 of 160 Hz lie 8 dB higher: 8·√(p(1 − p)) with p = 30/160.
  expect(bumped.apartDb).toBeCloseTo(8 * Math.sqrt((30 / 160) * (130 / 160)), 0);
});

test('where nothing was measured nothing is drawn, and a curve of high notes alone meets nothing', () => {
  const grid = frequencyGrid(48000);
  const half = { grid, finestDb: grid.map((f) => (f < 60 ? Number.NaN : shape(f))) };
  const found = besidePredicted({ frequencies, levelDb: frequencies.map(shape) }, half)!;
  expect(found.levelDb[frequencies.indexOf(50)]).toBeNull();
  expect(found.from).toBeGreaterThanOrEqual(60);
  const high = { grid, finestDb: grid.map((f) => (f < 300 ? Number.NaN : 0)) };
  expect(besidePredicted({ frequencies, levelDb: frequencies.map(shape) }, high)).toBeNull();
});

test('each ring has the nearest mode that is heard there, and no mode is given twice', () => {
  const modes = [
    { f: 40, time: 0.5, head: 0.9 },
    { f: 41, time: 0.4, head: 0.01 },
    { f: 63, time: 0.6, head: -0.5 },
    { f: 64.5, time: 0.3, head: 0.4 },
  ];
  const found = withModes([{ f: 41 }, { f: 63.5 }, { f: 64 }, { f: 90 }], modes);
  expect(found.map((r) => r.predicted?.f ?? null)).toEqual([40, 63, 64.5, null]);
});
