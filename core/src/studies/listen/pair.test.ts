/** Each is built, and found again: losses of a sheet, twins made unlike, a box that came out lower than drawn. */
import { helmholtzBox } from '../../physics/absorbers/resonators';
import { frequencyGrid } from '../../signal/response';
import { boxTuning, clothLoss, twins } from './pair';

const AIR = { rho: 1.204, c: 343.2 };
const grid = frequencyGrid(48000);
/** An uneven room under every curve. */
const room = (f: number) => 4 * Math.sin(9 * Math.log(f)) - 3 * Math.cos(31 * Math.log(f));
const curve = (extra: (f: number) => number = () => 0) => ({ grid, finestDb: grid.map((f) => room(f) + extra(f)) });

test('a cloth of 250 Pa·s/m is read from what it takes, whatever the room', () => {
  const loss = 20 * Math.log10(1 + 250 / (2 * AIR.rho * AIR.c));
  const found = clothLoss(
    curve(),
    curve(() => -loss),
    300,
    AIR,
  );
  expect(found.resistance).toBeCloseTo(250, 6);
  expect(found.riseDb).toBeCloseTo(0, 9);
  expect(found.thirds[0]!.label).toBe(400);
  expect(found.thirds.find((t) => t.label === 2000)!.lossDb).toBeCloseTo(loss, 9);
  expect(clothLoss(curve(), curve(), 300, AIR).resistance).toBeNull();
  const heavy = clothLoss(
    curve(),
    curve((f) => -loss - f / 4000),
    300,
    AIR,
  );
  expect(heavy.riseDb).toBeGreaterThan(1.5);
});

test('twins: louder, turned over, and unlike in an octave', () => {
  const arrivals = (polarity: 1 | -1) => ({ list: [{ at: 0, delay: 0, levelDb: 0, polarity }] });
  const bump = (f: number) => (f > 90 && f < 176 ? 4 : 0);
  const found = twins(
    { ...curve((f) => 1.5 + bump(f)), arrivals: arrivals(1) },
    { ...curve(), arrivals: arrivals(-1) },
  );
  expect(found.louderDb).toBeCloseTo(1.5, 9);
  expect(found.polarity).toBe('opposite');
  expect(found.worst).toEqual({ label: 125, byDb: expect.closeTo(4, 0) });
  expect(twins({ ...curve(), arrivals: arrivals(-1) }, { ...curve(), arrivals: arrivals(-1) }).polarity).toBe('alike');
});

test('a box that came out a twentieth low is found, and told which ports to shut or how long to cut them', () => {
  const box = {
    V: 0.09,
    count: 6,
    port: { shape: 'round' as const, radius: 0.02 },
    length: 0.12,
    ends: ['flanged', 'flanged'] as const,
  };
  const drawn = helmholtzBox(box, AIR).f0;
  const built = drawn * 0.95;
  const rings = (f: number) => -9 / (1 + (12 * (f / built - built / f)) ** 2);
  const tuned = boxTuning(curve(rings), curve(), box, 6, drawn, AIR)!;
  expect(tuned.f / built).toBeCloseTo(1, 2);
  expect(tuned.byDb).toBeLessThan(-7);
  expect(tuned.drawn).toBeCloseTo(drawn, 9);
  // Ports open go with the root of their number.
  expect(tuned.ports[2]!.f / tuned.ports[5]!.f).toBeCloseTo(Math.sqrt(0.5), 6);
  // Shorter ports bring it up to what was drawn.
  expect(tuned.length!).toBeLessThan(box.length);
  expect((helmholtzBox({ ...box, length: tuned.length! }, AIR).f0 * tuned.f) / drawn).toBeCloseTo(drawn, 1);
  expect(boxTuning(curve(rings), curve(), box, 6, 10 * drawn, AIR)!.length).toBeNull();
});
