import { PLAIN_WORKSHOP } from '../../recipes/parts/types';
import { RECIPES } from '../../recipes/library';
import { PLAIN_PRICES, type Recipe } from '../../recipes/types';
import { conflictSentence, demandWords, relaxationSentence } from '../../words/plan';
import type { PlanRelaxation } from '../dose/types';
import { recipeCurve } from '../../recipes/curve';
import { studyRecipes } from './study';
import { tuningOf } from './tuning';
import { recipeWorking, scatterWorking, tuningWorking } from './working';

const recipe = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;
const sheets = (...recipes: Recipe[]) =>
  studyRecipes({ recipes, prices: PLAIN_PRICES, workshop: PLAIN_WORKSHOP, rho: 1.2041, c: 343.2 });
const sheet = (r: Recipe) => sheets(r)[0]!;

test('a porous panel: rating, worth around the curve, the best fill for its depth, a working with every layer', () => {
  const r = recipe('panel-10');
  const s = sheet(r);
  expect(s.fault).toBeNull();
  expect(s.rating!.alphaW).toBeGreaterThan(0.8);
  s.alpha.forEach((a, i) => {
    expect(s.low[i]).toBeLessThanOrEqual(a);
    expect(s.high[i]).toBeGreaterThanOrEqual(a);
    expect(s.high[i]).toBeLessThanOrEqual(1);
  });
  expect(s.bestFill!.low).toBeLessThan(s.bestFill!.sigma);
  expect(s.tuning).toBeNull();
  expect(s.octaves).toHaveLength(8);
  const working = recipeWorking(r, s);
  expect(working.symbols.filter((x) => x.unit === 'm').length).toBeGreaterThanOrEqual(2);
  expect(working.result.value).toBe(s.rating!.alphaW);
});

test('a skin box: a band of tunings, a narrow peak, masses to take along, the rules of thumb on either side', () => {
  const { tuning, low, high, alpha } = sheet(recipe('membrane-70'));
  expect(tuning!.low).toBeLessThan(tuning!.f0);
  expect(tuning!.high).toBeGreaterThan(tuning!.f0);
  expect(tuning!.q).toBeGreaterThan(1);
  expect(tuning!.rules[2]!.f0).toBeLessThan(tuning!.rules[1]!.f0);
  // Its fill lowers it below the empty box.
  expect(tuning!.f0).toBeLessThan(tuning!.rules[0]!.f0);
  const masses = tuning!.table[0]!.rows.map((r) => r.f0);
  expect(masses).toEqual([...masses].sort((a, b) => b - a));
  // Near the peak the band of what may be built is wide.
  expect(Math.max(...alpha.map((_, i) => high[i]! - low[i]!))).toBeGreaterThan(0.1);
});

test('holes closed on site lower the tuning; ports too; a port box says its Q', () => {
  const holes = sheet(recipe('perforated')).tuning!;
  const parts = holes.table[0]!.rows.map((r) => r.f0);
  expect(parts).toEqual([...parts].sort((a, b) => a - b));
  expect(parts.at(-1)).toBeCloseTo(holes.f0, 6);
  const ports = sheet(recipe('port-box-50')).tuning!;
  expect(ports.kind).toBe('ports');
  expect(ports.table[0]!.rows).toHaveLength(2);
  expect(ports.table[0]!.rows[0]!.f0 / ports.table[0]!.rows[1]!.f0).toBeCloseTo(Math.SQRT1_2, 6);
  expect(ports.f0).toBeGreaterThan(42);
  expect(ports.f0).toBeLessThan(55);
  const box = recipe('port-box-50');
  expect(tuningWorking(box, sheet(box))!.result.value).toBe(ports.f0);
  expect(tuningWorking(recipe('panel-10'), sheet(recipe('panel-10')))).toBeNull();
});

test('a diffuser: range, wells, cuts; a skyline its heights; a curve its rise; a wrong number is refused with near ones', () => {
  const s = sheet(recipe('qrd-7'));
  expect(s.scattering!.sequence).toEqual([0, 1, 4, 2, 2, 4, 1]);
  expect(s.scattering!.minimumDistance).toBeCloseTo((3 * 343.2) / 600, 9);
  expect(s.scattering!.lobes.length).toBeGreaterThan(1);
  expect(s.depth).toBeGreaterThan(0.15);
  expect(s.scattering!.straight.every((d) => d >= 0 && d <= 1)).toBe(true);
  expect(scatterWorking(recipe('qrd-7'), s)!.result.value).toBeCloseTo((4 * 343.2) / (2 * 7 * 600), 9);
  const sky = sheet(recipe('skyline-13')).scattering!;
  expect(sky.matrix).toHaveLength(3);
  expect(sky.matrix![0]).toHaveLength(4);
  const curved = sheet({ ...recipe('qrd-7'), scatterer: { kind: 'curved', rise: 0.2 } }).scattering!;
  expect(curved.from).toBeCloseTo(343.2 / 0.8, 6);
  const wrong = sheet({
    ...recipe('qrd-7'),
    scatterer: { kind: 'qrd', N: 15, designHz: 600, wellWidth: 0.05, periods: 1 },
  });
  expect(wrong.fault).toBe('N not prime.');
  expect(wrong.instead).toEqual([13, 17]);
});

test('a corner filled with its flat face out shows less depth than with its corner out', () => {
  const { corner } = sheet(recipe('corner-solid'));
  expect(corner!.cornerOut).toBeGreaterThan(corner!.faceOut);
});

test('what is not whole says so and has no curve; several sheets come in their order with progress', () => {
  const parts: number[] = [];
  const list = studyRecipes(
    {
      recipes: [{ ...recipe('panel-10'), layers: [] }, recipe('block')],
      prices: PLAIN_PRICES,
      workshop: PLAIN_WORKSHOP,
      rho: 1.2,
      c: 343,
    },
    (p) => parts.push(p),
  );
  expect(list[0]).toMatchObject({ fault: 'It has no layers yet.', alpha: [] });
  expect(list[1]!.alpha).toHaveLength(27);
  expect(parts).toEqual([0.5, 1]);
});

test('contradictions and ways out are sentences with their figures', () => {
  const name = (place: string) => (place === 'A' ? 'front' : place);
  expect(conflictSentence([{ kind: 'long', band: 250 }], name)).toMatch(/250 Hz rings too long/);
  expect(conflictSentence([{ kind: 'money' }, { kind: 'long', band: 125 }], name)).toMatch(
    /cannot be kept together: the money; 125 Hz must not ring too long/,
  );
  expect(demandWords({ kind: 'marks', place: 'A' }, name)).toBe('the first reflections on front');
  const totals = { pieces: 8, cost: 310.4, front: 5, mass: 60, ceilingMass: 0, room: 1 };
  const way = (values: Partial<PlanRelaxation>): string =>
    relaxationSentence(
      { demand: { kind: 'money' }, helps: true, now: 200, to: 310.4, pieces: [], totals, ...values },
      'EUR',
      name,
    );
  expect(way({})).toBe('Allow 311 EUR instead of 200 EUR: 8 pieces, 310 EUR.');
  expect(way({ demand: { kind: 'long', band: 250 }, now: 0.19, to: 0.227, helps: false })).toMatch(
    /^Allow 0\.23 s at 250 Hz instead of 0\.19 s; other limits cannot be kept either/,
  );
  expect(way({ demand: { kind: 'front' }, now: 0.3, to: 0.42 })).toMatch(
    /Cover 42 % of walls and ceiling instead of 30 %/,
  );
  expect(way({ demand: { kind: 'alike' }, to: null })).toBe('Leave out left and right alike.');
});

const air = { rho: 1.2041, c: 343.2 };

test('a box of eight ports takes no more than λ²/2π, on its sheet and in its curve', () => {
  const box = {
    ...RECIPES.find((r) => r.id === 'port-box-50')!,
    ports: { shape: 'round', size: 0.08, slotLength: 0.3, neck: 0.018, count: 8, tube: false, Rs: 15 } as const,
  };
  const tuning = tuningOf(box, air)!;
  const limit = (air.c / tuning.f0) ** 2 / (2 * Math.PI);
  expect(tuning.area).toBeLessThan(1.05 * limit);
  const curve = recipeCurve(box, air, [tuning.f0]);
  expect(curve.alpha[0]! * box.width * box.height).toBeLessThan(tuning.area);
});

test('a well diffuser: sheet, bill and cuts know one width and one depth', () => {
  const r = recipe('qrd-7');
  const s = sheet(r);
  const deepest = (4 * 343.2) / (2 * 7 * 600);
  expect(s.deepest).toBeCloseTo(deepest, 9);
  expect(Math.max(...s.scattering!.depths)).toBeCloseTo(s.deepest, 12);
  expect(s.depth).toBeCloseTo(deepest + 0.024, 9);
  expect(r.width).toBeCloseTo(14 * 0.056 + 15 * 0.012, 9);
  const back = s.parts.find((k) => k.name === 'back')!;
  expect(back.width).toBeCloseTo(r.width, 9);
  const boards = s.parts.reduce((sum, k) => sum + k.count * k.width * k.length, 0);
  expect(s.bill.board).toBeCloseTo(boards, 9);
  expect(s.bill.room).toBeCloseTo(r.width * r.height * deepest, 9);
});

test('what is said to scatter does so by its own coefficient; a front that hardly does says so', () => {
  for (const r of RECIPES.filter((x) => x.scatterer)) {
    const { from, bands, straight, minimumDistance, most } = sheet(r).scattering!;
    if (from === null) {
      expect(minimumDistance).toBeNull();
      expect(most).toBeLessThan(0.2);
    } else expect(straight[bands.findIndex((f) => f >= from)]!).toBeGreaterThan(0.15);
  }
  expect(sheet(recipe('scatter-front')).scattering!.from).toBeNull();
  expect(sheet(recipe('qrd-7')).scattering!.from).toBeGreaterThanOrEqual(600);
});

test('one note is said of narrow boxes alone; fill against a skin is told with what moving it back brings', () => {
  expect(sheet(recipe('membrane-70')).tuning!.narrow).toBe(true);
  expect(sheet(recipe('perforated')).tuning!.narrow).toBe(false);
  expect(sheet(recipe('membrane-70')).notes).toEqual([]);
  const touching: Recipe = {
    ...recipe('membrane-70'),
    layers: [
      { type: 'air', d: 0.07 },
      { type: 'porous', fill: 'glass-wool', density: 40, sigma: 10000, model: 'miki', d: 0.05 },
      { type: 'skin', m: 5.5 },
    ],
  };
  const [note] = sheet(touching).notes;
  expect(note).toMatchObject({ kind: 'skin-touched', free: 0.015 });
  expect((note as { freeF0: number }).freeF0 / (note as { f0: number }).f0).toBeCloseTo(1, 1);
});
