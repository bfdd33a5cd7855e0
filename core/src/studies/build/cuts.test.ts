/** Parts of the document cut from what the shop has and what is in hand; what is bought, what is left, what other stock would save. */
import { type IntegerSolver, loadIntegerSolver } from '../../dosage/solver';
import type { Project } from '../../document/schema/project';
import type { LengthSystem } from '../../quantities/lengths';
import { cutText } from '../../quantities/cutLengths';
import { buyLine, planSentence } from '../../words/build/build';
import { decided, numbers, panelOf } from '../../testing/pieces';
import { demo, DEMO_ROOMS } from '../../testing/demo';
import { edited, plainBox } from '../../testing/rooms';
import { bars, cloth, ware } from '../../testing/shop';
import { buyList } from './buy';
import { cutInputs, type MaterialPlan, studyCuts } from './cuts';
import { studyBuild } from './study';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});
const panel = panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 });
const room = edited(plainBox(), panel, numbers({ A: 5, B: 5 }));
const cutsOf = (project: Project) => studyCuts(cutInputs(project, studyBuild(project).result), solver);
const listOf = (project: Project) => buyList(project, studyBuild(project).result, cutsOf(project));
const of = (plans: readonly MaterialPlan[], sort: string) => plans.find((p) => p.need.of.sort === sort)!;
const linesOf = (project: Project, system: LengthSystem = 'metric') =>
  listOf(project).items.map((i) => buyLine(i, system));

describe('ten panels of 60 × 120 cm', () => {
  test('timber: stiles, rails and braces from bars of 2.4 m, then 3 m beside them', () => {
    const timber = of(cutsOf(room).plans, 'bar');
    // Twenty stiles, twenty rails and ten braces of 56.4 cm: one stile and two short ones a bar, then four short ones.
    expect(timber.parts.map((p) => [p.label, p.name, p.count])).toEqual([
      ['A1', 'stile', 20],
      ['A2', 'rail', 20],
      ['A3', 'brace', 10],
    ]);
    expect(timber).toMatchObject({ kind: 'line', plan: { bars: 20, proved: true, cost: 20 * 5.28 } });
    const longer = edited(room, ware('bar-300', { used: true }));
    // Two stiles and a short one on 3 m leave 2.7 cm: ten such, and four bars of five short ones for the other twenty.
    const both = of(cutsOf(longer).plans, 'bar');
    expect(both).toMatchObject({ plan: { cost: expect.closeTo(14 * 6.6, 9), bars: 14 } });
    expect(planSentence(both, '€', 'metric')).toMatch(
      /^14 bars, .*92\.40 €; 97 % of it in the pieces; no way to cut them costs less\.$/,
    );
    expect(linesOf(longer).filter((l) => l.item.startsWith('Timber'))).toMatchObject([
      { item: 'Timber, 1.8 cm × 10.0 cm, 300.0 cm long', amount: '14', money: expect.closeTo(92.4, 9), reckoned: true },
    ]);
    // What is not ticked says what it would save.
    expect(cutsOf(room).others.find((o) => o.ware === 'bar-300')).toMatchObject({
      saves: expect.closeTo(20 * 5.28 - 92.4, 9),
    });
  });

  test('fill: a slab a panel, two packs of six with one for what goes wrong; what is left is kept', () => {
    const fill = of(cutsOf(room).plans, 'slab');
    expect(fill).toMatchObject({ kind: 'sheet', plan: { boards: 10, proved: true } });
    expect(fill.buy).toMatchObject([{ ware: 'slab-120', count: 10, spare: 1, packs: 2 }]);
    // A pack of six slabs of 10 cm at 110 a m³.
    expect(fill.buy[0]!.money).toBeCloseTo(2 * 6 * 0.072 * 110, 6);
    // Strips of 3.6 cm are nothing to keep; frames made so that a slab goes in uncut leave nothing at all.
    expect(fill.offcuts).toEqual([]);
    const uncut = edited(room, panelOf({ width: 0.636, height: 1.236, depth: 0.1, gap: 0 }));
    const plan = of(cutsOf(uncut).plans, 'slab');
    expect(plan).toMatchObject({ plan: { boards: 10, netArea: expect.closeTo(7.2, 9) } });
    // Slabs of 5 cm lie in two layers.
    const thin = edited(room, ware('slab-120', { thickness: 0.05, pack: 10 }));
    expect(of(cutsOf(thin).plans, 'slab').buy).toMatchObject([{ count: 20, spare: 2, packs: 3 }]);
    expect(of(cutsOf(edited(room, ware('slab-120', { thickness: 0.04 }))).plans, 'slab')).toMatchObject({
      kind: 'none',
      why: 'no-ware',
    });
  });

  test('cloth: 90 × 150 cm a panel, turned as long as it has no pattern; a narrow roll wants seams', () => {
    const roll = of(cutsOf(room).plans, 'roll');
    expect(roll).toMatchObject({ kind: 'roll', plan: { length: expect.closeTo(9, 9) } });
    expect(roll.buy).toMatchObject([{ packs: expect.closeTo(9.9, 9), spare: expect.closeTo(0.9, 9) }]);
    const striped = edited(room, { type: 'set-buying', buying: { pattern: true } });
    expect(of(cutsOf(striped).plans, 'roll')).toMatchObject({ plan: { length: expect.closeTo(15, 9) } });
    const narrow = edited(room, cloth({ width: 0.7 }));
    expect(of(cutsOf(narrow).plans, 'roll')).toMatchObject({ plan: { strips: [{ count: 2 }] } });
    expect(studyBuild(narrow).issues.map((i) => i.code)).toContain('build.seam');
  });

  test('what is in hand comes first, and nothing is bought that is there', () => {
    const item = { sort: 'bar' as const, make: '', density: null, thickness: 0.018, width: 0.1 };
    const some = edited(room, { type: 'put-in-hand', items: [{ ...item, id: 'h1', length: 1.3, count: 6 }] });
    const timber = of(cutsOf(some).plans, 'bar');
    // Two short ones from each of five, which a bar of 2.4 m and its fellows need not give; the sixth saves no bar.
    expect(timber.used).toEqual([{ id: 'h1', count: 5 }]);
    expect(timber.buy[0]!.count).toBe(15);
    const all = edited(some, { type: 'put-in-hand', items: [{ ...item, id: 'h2', length: 2.4, count: 20 }] });
    expect(of(cutsOf(all).plans, 'bar').buy).toEqual([]);
    expect(linesOf(all).some((l) => l.item.startsWith('Timber'))).toBe(false);
  });

  test('what is cut already is wanted no more; what is bought ready made is not cut at all', () => {
    const lot = room.treatment.pieces[0]!.id;
    const cut = edited(room, {
      type: 'tick-step',
      units: [1, 2, 3].map((n) => `${lot}#${n}`),
      step: 'cut',
      at: '2026-11-05T10:00:00Z',
      entry: null,
    });
    expect(of(cutsOf(cut).plans, 'bar').parts.map((p) => p.count)).toEqual([14, 14, 7]);
    const bought = edited(room, {
      type: 'set-ready-made',
      recipe: room.treatment.cover,
      as: { price: 80, bought: true },
    });
    expect(cutsOf(bought).plans).toEqual([]);
    const list = listOf(bought);
    expect(list.items.filter((i) => i.kind === 'whole')).toMatchObject([{ count: 10, money: 800 }]);
    expect(studyBuild(bought).result.cost).toBe(800);
  });

  test('the money of the list is the sum of its lines, delivery once; what has no price is counted as unknown', () => {
    const priced = edited(room, bars({ price: 7, delivery: 20 }), ware('screw', { price: 6 }), {
      type: 'put-paid',
      paid: { id: 'p', at: '2026-11-05T10:00:00Z', what: 'Cloth', amount: 33 },
    });
    const list = listOf(priced);
    expect(list.money).toBeCloseTo(
      list.items.reduce((sum, i) => sum + (i.money ?? 0), 0),
      9,
    );
    const timber = list.items.find((i) => i.kind === 'ware' && i.need.of.sort === 'bar')!;
    expect(timber).toMatchObject({ money: 20 * 7 + 20, told: true });
    // 10 × (8 + 4) screws: one pack; staples and glue have no price and are in the sundries.
    expect(list.items.find((i) => i.kind === 'small' && i.item === 'screw')).toMatchObject({ amount: 120, money: 6 });
    expect(list.items.find((i) => i.kind === 'sundries')).toMatchObject({ money: 10 * 4, told: false });
    expect([list.paid, list.unknown]).toEqual([33, 1]);
    expect(listOf(edited(plainBox()))).toMatchObject({ items: [], money: 0 });
  });

  test('as long as it is not known which bars, or where none is long enough, the list says how many metres', () => {
    const { result } = studyBuild(room);
    const line = (project: Project, cuts: ReturnType<typeof cutsOf> | null, system: LengthSystem = 'metric') =>
      buyList(project, result, cuts)
        .items.map((i) => buyLine(i, system))
        .find((l) => l.item.startsWith('Timber'))!;
    // 20 × 1.2 + 30 × 0.564 = 40.92 m.
    expect(line(room, null)).toMatchObject({ item: 'Timber, 1.8 cm × 10.0 cm', amount: '40.9', unit: 'm' });
    expect(line(room, null, 'feet')).toMatchObject({ amount: '134.3', unit: 'ft' });
    const short = edited(room, bars({ length: 1 }));
    expect(line(short, cutsOf(short))).toMatchObject({ amount: '40.9', unit: 'm', note: /large enough/ as never });
    expect(studyBuild(short).issues.map((i) => i.code)).toContain('build.stock-too-short');
  });
});

test('what is in hand is there once, a delivery is paid once, whatever is cut from it', () => {
  const two = edited(
    room,
    panelOf({ width: 0.6, height: 1.2, depth: 0.15, gap: 0 }),
    bars({ price: 7, delivery: 20 }),
    // Without a section it would do for frames and for braces.
    {
      type: 'put-in-hand',
      items: [{ id: 'any', sort: 'bar', make: '', density: null, length: 2.4, width: null, thickness: null, count: 1 }],
    },
  );
  const { plans, others } = cutsOf(two);
  const timber = plans.filter((p) => p.need.of.sort === 'bar');
  expect(timber).toHaveLength(2);
  expect(timber.flatMap((p) => p.used)).toEqual([{ id: 'any', count: 1 }]);
  const lines = listOf(two).items.filter((i) => i.kind === 'ware' && i.need.of.sort === 'bar');
  const bought = timber.reduce((sum, p) => sum + p.buy.reduce((n, b) => n + b.packs, 0), 0);
  expect(lines.reduce((sum, l) => sum + l.money!, 0)).toBeCloseTo(7 * bought + 20, 9);
  // Other stock is told for all it would be bought for, and is what it costs once it is taken.
  const other = others.find((o) => o.ware === 'bar-300')!;
  expect([other.keys.length, other.instead]).toEqual([2, ['bar-240']]);
  const taken = edited(two, bars({ used: false }), ware('bar-300', { used: true }));
  const now = listOf(taken).items.filter((i) => i.kind === 'ware' && i.need.of.sort === 'bar');
  expect(now.reduce((sum, l) => sum + l.money!, 0)).toBeCloseTo(other.money!, 9);
  expect(7 * bought + 20 - other.money!).toBeCloseTo(other.saves!, 9);
});

test('a piece too narrow for its frame is on no list; the others are', () => {
  const narrow = { ...structuredClone(room.treatment.recipes[0]!), id: 'own-narrow', name: 'Narrow', width: 0.05 };
  const p = edited(
    room,
    { type: 'put-recipe', recipe: narrow },
    decided({ 'own-narrow': { C: 2 }, 'panel-10': { B: 1 } }),
    { type: 'set-workshop', workshop: { frameThickness: 0.03 } },
  );
  expect(studyBuild(p).issues.map((i) => i.code)).toContain('build.frame-too-thick');
  const { recipes, sheets } = studyBuild(p).result;
  expect(recipes.map((r) => [r.recipe, r.unbuildable])).toEqual([
    ['own-narrow', true],
    ['panel-10', false],
  ]);
  expect(sheets.map((s) => s.letter)).toEqual(['B']);
  expect(listOf(p).items.some((i) => i.kind === 'whole')).toBe(false);
});

test('a filled corner: triangles two from a square, as many as its height has slabs', () => {
  const corner = edited(plainBox(), decided({ 'corner-solid': { 'corner A': 1 } }));
  const [fill] = cutsOf(corner).plans;
  // 1.2 m by slabs of 10 cm: twelve triangles from six squares of 42.5 cm, two on a slab.
  expect(fill!.need.stacked).toBe(true);
  expect(fill!.parts).toMatchObject([{ name: 'wedge', length: 0.425, cuts: 6 }]);
  expect(fill).toMatchObject({ plan: { boards: 3 } });
  expect(fill!.offcuts.map((o) => o.count).reduce((a, b) => a + b, 0)).toBeGreaterThan(0);
});

test('every part of every piece of the demo rooms is on exactly one cutting plan', () => {
  for (const id of DEMO_ROOMS) {
    const project = demo(id);
    const { sheets, needs } = studyBuild(project).result;
    const { plans } = cutsOf(project);
    expect(new Set(needs.map((n) => n.key)).size).toBe(needs.length);
    for (const s of sheets)
      for (const p of s.parts) {
        const on = plans.filter((plan) => plan.parts.some((q) => q.label === `${s.letter}${p.number}`));
        expect([id, p.name, on.length]).toEqual([id, p.name, p.of.sort === 'whole' ? 0 : 1]);
      }
    for (const plan of plans) {
      if (plan.kind === 'none') continue;
      const cut = plan.parts.map((_, i) =>
        plan.kind === 'roll'
          ? plan.plan.rows.reduce(
              (n, r) => n + r.count * r.cuts.reduce((m, c) => m + (c.piece === i ? c.count : 0), 0),
              0,
            ) / plan.plan.strips[i]!.count
          : plan.plan.cuts.reduce((n, c) => n + c.count * c.pieces[i]!, 0),
      );
      expect(cut).toEqual(plan.parts.map((p) => p.cuts));
    }
  }
});

test('a cut is told to the millimetre, the sixteenth or the hundredth of an inch, and never short', () => {
  expect([cutText(0.42426, 'metric'), cutText(0.564, 'metric')]).toEqual(['42.5 cm', '56.4 cm']);
  // 22.2047″: 22 1/4″ by sixteenths, 22.21″ by hundredths.
  expect([cutText(0.564, 'feet'), cutText(0.564, 'inches')]).toEqual(['1′ 10 1/4″', '22.21″']);
  for (let mm = 20; mm < 2000; mm += 7.3) {
    const inches = Number(cutText(mm / 1000, 'inches').replace('″', ''));
    expect(inches * 25.4).toBeGreaterThan(mm - 0.01);
    expect(inches * 25.4).toBeLessThan(mm + 0.254 + 0.01);
  }
});
