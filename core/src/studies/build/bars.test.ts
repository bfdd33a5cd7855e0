/** Timber of the document cut from the shop's lengths. */
import { type IntegerSolver, loadIntegerSolver } from '../../dosage/solver';
import type { LengthSystem } from '../../quantities/lengths';
import { barSentence, buyLines } from '../../words/build';
import { numbers, panelOf } from '../../testing/pieces';
import { edited, plainBox } from '../../testing/rooms';
import { barInputs, studyBars } from './bars';
import { studyBuild } from './study';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});
const room = edited(plainBox(), panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 }), numbers({ A: 5, B: 5 }));
const plansOf = (project: typeof room) => studyBars(barInputs(project, studyBuild(project).result), solver);

test('ten panels of 60 × 120 cm: stiles, rails and braces from bars of 2.4 m, then 3 m beside them', () => {
  const [plan] = plansOf(room);
  // Twenty stiles, twenty rails and ten braces of 56.4 cm: one stile and two short ones a bar, then four short ones.
  expect(plan!.pieces.map((p) => [p.name, p.count])).toEqual([
    ['stile', 20],
    ['rail', 20],
    ['brace', 10],
  ]);
  expect(plan!.plan).toMatchObject({ feasible: true, bars: 20, proved: true, cost: 20 * 5.28 });
  const [longer] = plansOf(edited(room, { type: 'set-buying', buying: { otherLengths: [3] } }));
  expect(longer!.stock.map((s) => [s.length, s.price])).toEqual([
    [2.4, 5.28],
    [3, 6.6],
  ]);
  // Two stiles and a short one on 3 m leave 2.7 cm: ten such, and four bars of five short ones for the other twenty.
  expect(longer!.plan).toMatchObject({ feasible: true, cost: expect.closeTo(14 * 6.6, 9), bars: 14 });
  const lines = buyLines(studyBuild(room).result, room.buying, [longer!], 'metric');
  expect(lines.filter((l) => l.item.startsWith('Timber')).map((l) => [l.item, l.amount])).toEqual([
    ['Timber, 1.8 cm × 10.0 cm, 300.0 cm long', '14'],
  ]);
  expect(barSentence(longer!, '€', 'metric')).toMatch(
    /^14 bars, .*92\.40 €; 97 % of it in the frames; no way to cut them costs less\.$/,
  );
});

test('as long as it is not known which bars, or where none is long enough, the list says how many metres', () => {
  const { result } = studyBuild(room);
  const line = (plans: Parameters<typeof buyLines>[2], system: LengthSystem = 'metric') =>
    buyLines(result, room.buying, plans, system).find((l) => l.item.startsWith('Timber'))!;
  // 20 × 1.2 + 30 × 0.564 = 40.92 m.
  expect(line(null)).toMatchObject({ item: 'Timber, 1.8 cm × 10.0 cm', amount: '40.9', unit: 'm' });
  expect(line(null, 'feet')).toMatchObject({ amount: '134.3', unit: 'ft' });
  const [plan] = plansOf(room);
  expect(line([{ ...plan!, plan: { feasible: false } }])).toMatchObject({ amount: '40.9', unit: 'm' });
  expect(line(plansOf(room))).toMatchObject({ amount: '20', unit: 'lengths' });
});

test('frames that need a length only another one has are built of that', () => {
  const tall = edited(room, panelOf({ height: 2 }), { type: 'set-buying', buying: { stockLength: 1.8 } });
  expect(studyBuild(tall).issues.map((i) => i.code)).toContain('build.stock-too-short');
  const both = edited(tall, { type: 'set-buying', buying: { otherLengths: [2.4] } });
  expect(studyBuild(both).issues.map((i) => i.code)).not.toContain('build.stock-too-short');
  const [plan] = plansOf(both);
  expect(plan!.plan.feasible && plan!.plan.cuts.some((c) => plan!.stock[c.stock]!.length === 2.4)).toBe(true);
  expect(plansOf(plainBox())).toEqual([]);
});
