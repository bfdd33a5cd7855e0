import { seeded } from '../../testing/random';
import { blockFront, cornerFront, cornerOut } from './corners';
import { elementImpedance, massPerArea, microPerforatedApproximate, openPart } from './elements';
import { bestResistivity, fillResistivity, ruleResistivity, wedgeThickness } from './fills';
import { finiteAbsorption, radiationImpedance } from './finite';
import { besselJ0 } from '../../numerics/bessel';
import { bandMean, diffuseAbsorption, type Layer, layeredAbsorption, surfaceImpedance } from './layers';
import { rateAbsorption } from './rating';
import {
  cavityResonance,
  helmholtzBox,
  leakyMass,
  openHoleTable,
  portPlaces,
  resonatorArea,
  tuningBand,
} from './resonators';

const air = { rho: 1.2041, c: 343.2, eta: 1.84e-5 };
const wool = (d: number, sigma = 10000): Layer => ({ type: 'porous', model: 'miki', sigma, d });
const gap = (d: number): Layer => ({ type: 'air', d });

test('nothing passive absorbs less than nothing or more than all: 400 random stacks', () => {
  const random = seeded(7);
  const thin = (): Layer[] => {
    const kinds: (() => Layer)[] = [
      () => ({ type: 'resistive', Rs: random.between(0, 2000) }),
      () => ({ type: 'membrane', m: random.between(0.05, 20) }),
      () => ({ type: 'perforated', d: 0.005, t: 0.01, pitch: random.between(0.008, 0.05), viscous: 'ingard' }),
      () => ({ type: 'slot', w: 0.004, t: 0.015, pitch: random.between(0.006, 0.08), Rs: random.between(0, 50) }),
      () => ({ type: 'mpp', d: random.between(1e-4, 1e-3), t: 5e-4, eps: random.between(0.002, 0.05) }),
    ];
    return Array.from({ length: random.whole(0, 2) }, () => kinds[random.whole(0, kinds.length - 1)]!());
  };
  for (let i = 0; i < 400; i++) {
    const stack = [
      ...thin(),
      wool(random.between(0.005, 0.4), 1000 * 10 ** random.between(0, 2)),
      ...thin(),
      gap(random.between(0.005, 0.5)),
    ];
    const f = 20 * 10 ** random.between(0, 2.7);
    for (const reaction of ['bulk', 'local'] as const) {
      const alpha = diffuseAbsorption(stack, f, 90, reaction, air, 1e-3);
      expect(alpha).toBeGreaterThanOrEqual(-1e-9);
      expect(alpha).toBeLessThanOrEqual(1 + 1e-9);
    }
  }
});

test('limits: no gap, no resistance, endless resistance, endless depth', () => {
  const at = (stack: Layer[], f = 500) => diffuseAbsorption(stack, f, 78, 'bulk', air);
  expect(at([wool(0.05), gap(1e-6)])).toBeCloseTo(at([wool(0.05)]), 5);
  expect(at([wool(0.05, 1e-3)])).toBeLessThan(0.01);
  expect(at([wool(0.05, 1e7)])).toBeLessThan(0.1);
  expect(at([wool(20)], 500)).toBeCloseTo(at([wool(40)], 500), 9);
  // A cloth without resistance and a skin without mass are not there.
  const bare = at([wool(0.05), gap(0.1)]);
  expect(at([{ type: 'resistive', Rs: 0 }, wool(0.05), gap(0.1)])).toBeCloseTo(bare, 12);
  expect(at([{ type: 'membrane', m: 0 }, wool(0.05), gap(0.1)])).toBeCloseTo(bare, 12);
  // A heavy skin shuts the highs out; where it is sealed in behind the fill, the gap is lost.
  expect(at([{ type: 'membrane', m: 10 }, wool(0.05), gap(0.1)], 4000)).toBeLessThan(0.01);
  expect(at([wool(0.05), { type: 'membrane', m: 1000 }, gap(0.1)], 250)).toBeCloseTo(at([wool(0.05)], 250), 2);
});

test('quadrature over angles: against a plain sum of a hundred thousand angles, narrow resonances of deep gaps among them', () => {
  const plain = (stack: Layer[], f: number, maxDeg: number): number => {
    const n = 100000;
    const top = (maxDeg * Math.PI) / 180;
    let sum = 0;
    for (let i = 0; i < n; i++) {
      const angle = (top * (i + 0.5)) / n;
      sum += layeredAbsorption(stack, f, angle, 'bulk', air) * Math.sin(2 * angle);
    }
    return (sum * top) / n / Math.sin(top) ** 2;
  };
  const sheet = (eps: number): Layer => ({ type: 'mpp', d: 0.0005, t: 0.001, eps });
  for (const [stack, f] of [
    [[sheet(0.008), gap(0.1)], 6300],
    [[sheet(0.008), gap(0.5)], 8000],
    [[sheet(0.002), gap(1)], 10000],
    [[{ type: 'perforated', d: 0.005, t: 0.01, pitch: 0.05, viscous: 'ingard' }, gap(0.2), wool(0.02), gap(0.3)], 5000],
    [[wool(0.05), gap(0.8)], 10000],
    [[wool(0.05), gap(0.8)], 63],
  ] as [Layer[], number][]) {
    for (const max of [78, 90])
      expect(Math.abs(diffuseAbsorption(stack, f, max, 'bulk', air) - plain(stack, f, max))).toBeLessThan(3e-5);
  }
});

test('holes: mass with both end corrections, neighbours shorten it, a lattice that cannot be is refused', () => {
  const plate = { type: 'perforated', d: 0.006, t: 0.012, pitch: 0.03 } as const;
  const open = (Math.PI * 0.003 ** 2) / 0.03 ** 2;
  expect(openPart(plate)).toBeCloseTo(open, 12);
  expect(massPerArea(plate, 1.2041)).toBeCloseTo((1.2041 * (0.012 + (16 / (3 * Math.PI)) * 0.003)) / open, 10);
  expect(massPerArea({ ...plate, interaction: 'sqrt' }, 1.2041)).toBeLessThan(massPerArea(plate, 1.2041));
  expect(massPerArea({ ...plate, deltaPerSide: 0 }, 1.2041)).toBeCloseTo((1.2041 * 0.012) / open, 10);
  expect(() => openPart({ ...plate, pitch: 0.004 })).toThrow(/pitch must be at least the opening/);
  expect(elementImpedance(plate, 500, air).re).toBe(0);
  expect(elementImpedance({ ...plate, viscous: 'ingard' }, 500, air).re).toBeGreaterThan(0);
});

test('micro-perforation: wide holes behave like holes, narrow ones like friction, and the closed form stays near', () => {
  const sheet = { type: 'mpp', d: 3e-4, t: 5e-4, eps: 0.01 } as const;
  const exact = elementImpedance({ ...sheet, endR: 4 }, 500, air);
  const near = microPerforatedApproximate(sheet, 500, air);
  expect(Math.abs(near.re / exact.re - 1)).toBeLessThan(0.06);
  expect(Math.abs(near.im / exact.im - 1)).toBeLessThan(0.03);
  // Poiseuille: 32ηt/(εd²), and 4/3 of the mass, without the ends.
  const fine = elementImpedance({ type: 'mpp', d: 2e-5, t: 0.01, eps: 0.01, endR: 0 }, 100, air);
  expect(fine.re / ((32 * 1.84e-5 * 0.01) / (0.01 * 4e-10))).toBeCloseTo(1, 3);
  expect(fine.im / ((2 * Math.PI * 100 * 1.2041 * 0.01) / 0.01) - 0.85 * 2e-3).toBeCloseTo(4 / 3, 2);
});

test('resonance: the exact root solves its equation, and the spring formula is its limit for flat cavities', () => {
  for (const D of [0.001, 0.05, 0.3]) {
    const { f0Exact, f0, massPerArea: m } = cavityResonance({ type: 'membrane', m: 6 }, D, air);
    const omega = 2 * Math.PI * f0Exact;
    expect(omega * m * Math.tan((omega * D) / 343.2)).toBeCloseTo(1.2041 * 343.2, 4);
    expect(f0Exact).toBeLessThan(f0);
    if (D < 0.01) expect(f0Exact / f0).toBeCloseTo(1, 3);
  }
  // The stack's own impedance crosses zero there.
  const { f0Exact } = cavityResonance({ type: 'membrane', m: 6 }, 0.1, air);
  expect(surfaceImpedance([{ type: 'membrane', m: 6 }, gap(0.1)], f0Exact, 0, air).im).toBeCloseTo(0, 6);
});

test('tolerances make a band around the tuning; a leak raises it and damps', () => {
  const skin = { type: 'membrane', m: 5 } as const;
  const size = { width: 0.6, height: 1.2 };
  const band = tuningBand(skin, 0.1, size, air);
  expect(band.low).toBeLessThan(band.f0);
  expect(band.high).toBeGreaterThan(band.f0);
  expect(band.f0 / band.low).toBeGreaterThan(1.04);
  const wide = tuningBand(skin, 0.1, size, air, { depth: 0.001, mass: 0.1, leak: 0.003 });
  expect(wide.high).toBeGreaterThan(band.high);
  expect(leakyMass(5, 80, 0, size, air)).toEqual({ m: 5, Rs: 0 });
  const leak = leakyMass(5, 80, 0.001, size, air);
  expect(leak.m).toBeLessThan(5);
  expect(leak.Rs).toBeGreaterThan(0);
});

test('a box with a port: square and round ports of one area agree; friction halves what it takes when it outweighs radiation', () => {
  const round = helmholtzBox(
    { V: 0.06, port: { shape: 'round', radius: 0.03 }, length: 0.1, ends: ['flanged', 'flanged'] },
    air,
  );
  const side = 0.03 * Math.sqrt(Math.PI);
  const square = helmholtzBox(
    { V: 0.06, port: { shape: 'square', side }, length: 0.1, ends: ['flanged', 'flanged'] },
    air,
  );
  const slot = helmholtzBox(
    {
      V: 0.06,
      port: { shape: 'slot', width: side / 4, length: side * 4 },
      length: 0.1,
      ends: ['flanged', 'unflanged'],
    },
    air,
  );
  expect(Math.abs(square.f0 / round.f0 - 1)).toBeLessThan(0.01);
  expect(slot.effectiveLength).toBeLessThan(square.effectiveLength);
  expect(round.q).toBeLessThan(Math.min(round.qLoss, round.qRadiation));
  expect(resonatorArea(round, round.f0)).toBeCloseTo(round.absorptionArea, 9);
  expect(resonatorArea(round, round.f0 * (1 + 1 / (2 * round.q)))).toBeCloseTo(round.absorptionArea / 2, 1);
  // With friction equal to radiation a resonator takes λ²/2π.
  const most = (343.2 / round.f0) ** 2 / (2 * Math.PI);
  expect(round.absorptionArea).toBeLessThanOrEqual(most);
  const table = openHoleTable(
    { V: 0.06, holes: 6, port: { shape: 'round', radius: 0.03 }, length: 0.1, ends: ['flanged', 'flanged'] },
    air,
  );
  expect(table[3]!.f0 / table[0]!.f0).toBeCloseTo(2, 9);
});

test('ports nearer than half a wave share one radiation: the box takes no more than one simple source can', () => {
  const box = (count: number, places?: [number, number][]) =>
    helmholtzBox(
      {
        V: 0.144,
        count,
        places,
        port: { shape: 'round', radius: 0.04 },
        length: 0.018,
        ends: ['flanged', 'flanged'],
        Rs: 15,
      },
      air,
    );
  const together = box(8, portPlaces(8, { width: 0.6, height: 1.2 }));
  const limit = (343.2 / together.f0) ** 2 / (2 * Math.PI);
  // What their spacing gains them is a few hundredths.
  expect(together.absorptionArea).toBeLessThan(1.05 * limit);
  // By hand: one port of the same eight, its share of the air, and eight times its own radiation.
  const one = helmholtzBox(
    { V: 0.018, port: { shape: 'round', radius: 0.04 }, length: 0.018, ends: ['flanged', 'flanged'], Rs: 15 },
    air,
  );
  expect(together.f0).toBeCloseTo(one.f0, 9);
  expect(one.qRadiation / together.qRadiation).toBeGreaterThan(6.5);
  expect(one.qRadiation / together.qRadiation).toBeLessThan(8);
  // All in one place: eightfold, as one port of eight times the area radiates.
  expect(one.qRadiation / box(8).qRadiation).toBeCloseTo(8, 9);
  // Many waves apart they are eight boxes again.
  const apart = box(
    8,
    Array.from({ length: 8 }, (_, i): [number, number] => [i * 400, (i % 3) * 331]),
  );
  expect(apart.absorptionArea / one.absorptionArea).toBeGreaterThan(7.8);
  expect(apart.absorptionArea / one.absorptionArea).toBeLessThan(8.2);
});

test('the mean over a band finds a peak narrower than any row of tones', () => {
  // A Lorentz peak of half width w in log f: π w of area while it lies well inside.
  const w = 2e-5;
  const peak = (f: number) => 1 / (1 + (Math.log10(f / 1037) / w) ** 2);
  const area = w * (Math.atan((0.05 - Math.log10(1.037)) / w) + Math.atan((0.05 + Math.log10(1.037)) / w));
  expect(bandMean(peak, 1000, 0.1, [1037], 1e-6)).toBeCloseTo(area / 0.1, 6);
});

test('edges: a large panel takes what an endless one does, a small one more than its area', () => {
  const stack = [wool(0.1, 12000)];
  const endless = diffuseAbsorption(stack, 1000, 90, 'local', air);
  const large = finiteAbsorption(stack, 1000, 'local', { width: 12, height: 12 }, air);
  const small = finiteAbsorption(stack, 1000, 'local', { width: 0.6, height: 0.6 }, air);
  expect(large).toBeCloseTo(endless, 1);
  expect(small).toBeGreaterThan(endless + 0.05);
  // Straight on, a panel of many waves radiates like a plane wave.
  const z = radiationImpedance((2 * Math.PI * 2000) / 343.2, 0, 6, 6);
  expect(z.re).toBeCloseTo(1, 1);
  expect(Math.abs(z.im)).toBeLessThan(0.1);
  for (const [x, value] of [
    [0, 1],
    [1, 0.7651976866],
    [2.404825558, 0],
    [10, -0.2459357645],
  ] as const)
    expect(besselJ0(x)).toBeCloseTo(value, 6);
});

test('ratings count in whole hundredths: 0.925 rounds up, and a flat curve is what it says', () => {
  const flat = rateAbsorption(new Array<number>(18).fill(0.6));
  expect(flat).toMatchObject({ alphaW: 0.6, indicators: '', absorptionClass: 'C', nrc: 0.6, saa: 0.6 });
  expect(rateAbsorption(new Array<number>(18).fill(0.925)).alphaP[0]).toBe(0.95);
  expect(rateAbsorption(new Array<number>(18).fill(0)).absorptionClass).toBeNull();
  expect(() => rateAbsorption([0.5])).toThrow(/must have 18 thirds/);
});

test('fills: more density, more resistance; foam does not care; the best is wide and near the rule', () => {
  const light = fillResistivity('glass-wool', 15);
  const dense = fillResistivity('glass-wool', 50);
  expect(dense.sigma).toBeGreaterThan(3 * light.sigma);
  expect(light.low).toBeLessThan(light.sigma);
  expect(fillResistivity('foam', 20)).toEqual(fillResistivity('foam', 45));
  const best = bestResistivity(0.1, 0, 100, air);
  expect(best.high / best.low).toBeGreaterThan(2);
  expect(ruleResistivity(0.1, air)).toBeGreaterThan(best.low / 2);
  expect(bestResistivity(0.3, 0, 100, air).sigma).toBeLessThan(best.sigma);
  expect(wedgeThickness(0.02, 0.1, 'wedge')).toBeCloseTo(0.06, 12);
});

test('corners: a filled triangle sees half its depth on average, corner out sees the whole side', () => {
  const fill = (d: number): Layer[] => [wool(d)];
  const solid = cornerFront('solid', 0.6, 0.3, fill);
  expect(solid.strips.reduce((sum, s) => sum + s.part, 0)).toBeCloseTo(1, 12);
  const mean = solid.strips.reduce((sum, s) => sum + s.part * (s.layers[0] as { d: number }).d, 0);
  expect(mean).toBeCloseTo(0.15, 9);
  expect(cornerOut(0.3, fill).depth).toBeGreaterThan(solid.depth);
  const across = cornerFront('straddle', 0.6, 0.1, fill);
  expect(across.strips.at(-1)!.layers).toHaveLength(2);
  expect(across.strips[0]!.layers).toHaveLength(1);
  expect(blockFront(0.6, 0.3, 1.8, fill).area).toBeCloseTo(2 * 1.8 * 0.9 + 0.18, 9);
});
