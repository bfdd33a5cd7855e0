/** Batches, their steps and days; what is bought and cut goes through the hand. */
import { type IntegerSolver, loadIntegerSolver } from '../../dosage/solver';
import { applyCommand } from '../../document/commands/commands';
import type { SingleCommand } from '../../document/commands/types';
import { doneOf, progressOf, statusOf } from '../../document/made';
import type { Project } from '../../document/schema/project';
import { decided, numbers, panelOf, pieceAt } from '../../testing/pieces';
import { edited, plainBox } from '../../testing/rooms';
import { ware } from '../../testing/shop';
import { layOut } from '../hang/layOut';
import { layOutCommand } from '../hang/take';
import { buyList } from './buy';
import { cutInputs, studyCuts } from './cuts';
import { boughtEdit, type Clerk, cutEdit, cutInputsFor, hungEdit } from './record';
import { studyBuild } from './study';
import { workDates, workPlan } from './work';

let solver: IntegerSolver;
beforeAll(async () => {
  solver = await loadIntegerSolver();
});
const at = '2026-11-28T10:00:00Z';
const clerk = (): Clerk => {
  let n = 0;
  return { at, id: () => String((n += 1)) };
};
const ten = edited(plainBox(), panelOf({ width: 0.6, height: 1.2, depth: 0.1, gap: 0 }), numbers({ A: 5, B: 5 }));
const planOf = (p: Project) => workPlan(p, studyBuild(p).result);
const batch = (p: Project, commands: SingleCommand[]) =>
  applyCommand(p, { type: 'batch', as: commands[0]!.type, commands }).project;

describe('batches', () => {
  test('four at a time, those for marks first; each piece once', () => {
    const marked = pieceAt({ id: 'mark', u: 2.5, covers: ['left B'] });
    const p = edited(ten, { type: 'put-pieces', pieces: [marked] });
    const plan = planOf(p);
    expect(plan.batches.map((b) => b.length)).toEqual([4, 4, 3]);
    expect(plan.batches[0]![0]).toMatchObject({ unit: 'mark', forMarks: true, overhead: false });
    expect(new Set(plan.units.map((u) => u.unit)).size).toBe(11);
    const two = edited(p, { type: 'set-making', making: { batchOf: 2 } });
    expect(planOf(two).batches).toHaveLength(6);
  });

  test('steps follow one another, days are no longer than told, and while glue dries the next batch goes on', () => {
    const p = edited(ten, { type: 'set-making', making: { hoursPerDay: 5, people: 1, start: '2026-12-04' } });
    const plan = planOf(p);
    const hour = (t: { day: number; hour: number }) => t.day * 5 + t.hour;
    for (const t of plan.tasks) {
      expect(t.from!.hour).toBeLessThan(5 + 1e-9);
      expect(t.to!.hour).toBeLessThanOrEqual(5 + 1e-9);
    }
    plan.batches.forEach((_, b) => {
      const own = plan.tasks.filter((t) => t.batch === b && t.minutes > 0);
      own.slice(1).forEach((t, i) => expect(hour(t.from!)).toBeGreaterThanOrEqual(hour(own[i]!.to!) - 1e-9));
      const [frame, fill] = [own.find((t) => t.step === 'frame')!, own.find((t) => t.step === 'fill')!];
      // Two hours, or a night.
      expect(fill.from!.day > frame.to!.day || hour(fill.from!) - hour(frame.to!) >= 2 - 1e-9).toBe(true);
    });
    const inOrder = [...plan.tasks].sort((a, b) => hour(a.from!) - hour(b.from!));
    inOrder.slice(1).forEach((t, i) => expect(hour(t.from!)).toBeGreaterThanOrEqual(hour(inOrder[i]!.to!) - 1e-6));
    expect(inOrder.slice(0, 4).map((t) => `${t.batch} ${t.step}`)).toEqual(['0 cut', '0 frame', '1 cut', '0 fill']);
    // A Friday: weekends are the fifth and sixth, then the twelfth …
    expect(plan.dates.slice(0, 3)).toEqual(['2026-12-05', '2026-12-06', '2026-12-12']);
    expect(plan.hours).toBeCloseTo(plan.tasks.reduce((s, t) => s + t.minutes, 0) / 60, 9);
    // Two people and half the pace need half and twice the days.
    const two = planOf(edited(p, { type: 'set-making', making: { people: 2 } }));
    expect(two.days).toBeLessThan(plan.days);
    expect(workDates('2026-12-04', 'workdays', 3)).toEqual(['2026-12-04', '2026-12-07', '2026-12-08']);
  });

  test('by hand: cutting four panels is four times two stiles, two rails, a brace, fill and cloth', () => {
    const [cut, frame, , cover, hang] = planOf(ten).tasks;
    expect([cut!.counts[0]!.amount, cut!.minutes]).toEqual([4 * 7, 4 * 28 + 15]);
    // Twelve screws a panel at a minute and a half, ten minutes a panel.
    expect(frame!.minutes).toBe(48 * 1.5 + 40 + 15);
    expect(cover!.minutes).toBeCloseTo(14 * 4 * 1.35 + 15 * 4 + 15, 9);
    expect(hang!.minutes).toBe(4 * 20 + 15);
  });

  test('what is done is no longer to do; what hangs is made, whatever was ticked', () => {
    const units = planOf(ten).batches[0]!.map((u) => u.unit);
    const done = edited(ten, { type: 'tick-step', units, step: 'cut', at, entry: null });
    const plan = planOf(done);
    expect(plan.tasks[0]).toMatchObject({ left: [], minutes: 0, from: null });
    expect(plan.batches[0]!.map((u) => statusOf(u.unit, doneOf(done)))).toEqual(['cut', 'cut', 'cut', 'cut']);
    expect(progressOf(done)).toMatchObject({ by: { 'to buy': 6, cut: 4 }, furthest: 'cut' });
    const undone = edited(done, { type: 'tick-step', units: units.slice(0, 1), step: 'cut', at: null, entry: null });
    expect(planOf(undone).tasks[0]!.left).toEqual(units.slice(0, 1));
    const up = edited(ten, { type: 'set-piece-state', ids: [ten.treatment.pieces[0]!.id], state: 'hung', at });
    expect(studyBuild(up).result.sheets[0]).toMatchObject({ count: 10, uncut: 5 });
    expect(
      planOf(up)
        .units.filter((u) => doneOf(up).hang.has(u.unit))
        .map((u) => statusOf(u.unit, doneOf(up))),
    ).toEqual(Array.from({ length: 5 }, () => 'hung'));
    expect(planOf(plainBox())).toMatchObject({ batches: [], tasks: [], days: 0, hours: 0 });
  });
});

test('of pieces by number some are hung, each by itself; a piece with a place by its state', () => {
  const p = edited(ten, { type: 'put-pieces', pieces: [pieceAt({ id: 'one', u: 2.5 })] });
  const lot = p.treatment.pieces.find((q) => q.place.kind === 'number')!.id;
  const edit = hungEdit(p, [`${lot}#1`, `${lot}#2`, 'one'], at);
  const up = batch(p, edit);
  expect(progressOf(up)).toMatchObject({ all: 11, by: { hung: 3 } });
  expect(up.treatment.pieces.find((q) => q.id === 'one')!.state).toBe('hung');
  expect(up.treatment.pieces.find((q) => q.id === lot)!.state).toBe('decided');
  const down = batch(up, hungEdit(up, [`${lot}#1`, 'one'], null));
  expect(progressOf(down).by.hung).toBe(1);
  expect(down.treatment.pieces.find((q) => q.id === 'one')!.state).toBe('laid-out');
});

test('what is cut stays cut when pieces are laid out; what is taken away takes its ticks with it', () => {
  const lots = ten.treatment.pieces.map((p) => p.id);
  const units = [1, 2, 3].map((n) => `${lots[0]}#${n}`);
  const cut = edited(ten, { type: 'tick-step', units, step: 'cut', at, entry: null });
  const laid = applyCommand(cut, layOutCommand(cut, layOut(cut, false), null)).project;
  expect(laid.treatment.pieces.some((p) => p.place.kind === 'at')).toBe(true);
  expect(progressOf(laid)).toMatchObject({ all: 10, by: { cut: 3 } });
  expect(studyBuild(laid).result.sheets.reduce((n, s) => n + s.uncut, 0)).toBe(7);
  const fewer = edited(cut, { type: 'take-pieces', ids: lots });
  expect(fewer.making.done).toEqual([]);
});

describe('through the hand', () => {
  const all = (p: Project) => studyBuild(p).result.sheets.flatMap((s) => s.units);
  const cutsOf = (p: Project) => studyCuts(cutInputs(p, studyBuild(p).result), solver);
  const listOf = (p: Project) => buyList(p, studyBuild(p).result, cutsOf(p));
  const metres = (p: Project) =>
    p.buying.inHand.filter((h) => h.sort === 'bar').reduce((sum, h) => sum + h.length! * h.count, 0);

  test('bought it is in hand, paid and logged, and the list is empty but for small things', () => {
    const list = listOf(ten);
    const bought = batch(ten, boughtEdit(list, all(ten), 250, clerk()));
    expect(bought.making.paid).toMatchObject([{ amount: 250 }]);
    expect(bought.log).toMatchObject([{ kind: 'built', text: 'Bought for 10 pieces' }]);
    expect(metres(bought)).toBeCloseTo(20 * 2.4, 9);
    expect(listOf(bought).items.filter((i) => i.kind === 'ware')).toEqual([]);
    expect(progressOf(bought)).toMatchObject({ all: 10, by: { bought: 10 }, furthest: 'bought' });
  });

  test('a batch cut uses what is in hand and leaves its offcuts, which the next one takes; no metre is lost', () => {
    const bought = batch(ten, boughtEdit(listOf(ten), all(ten), 0, clerk()));
    const units = planOf(bought).batches[0]!.map((u) => u.unit);
    const { plans } = studyCuts(cutInputsFor(bought, studyBuild(bought).result, units), solver);
    const cut = batch(bought, cutEdit(bought, plans, units, 'Batch 1 cut', clerk()));
    // Four panels: 4 × (2 × 1.2 + 3 × 0.564) m in the frames, the rest saw cuts and ends too short to keep.
    const frames = 4 * (2.4 + 3 * 0.564);
    expect(metres(cut)).toBeLessThanOrEqual(20 * 2.4 - frames);
    const timber = plans.find((p) => p.need.of.sort === 'bar')!;
    const used = timber.used.reduce((sum, u) => sum + u.count, 0) * 2.4;
    const kept = timber.offcuts.reduce((sum, o) => sum + o.length * o.count, 0);
    expect(metres(cut)).toBeCloseTo(20 * 2.4 - used + kept, 6);
    // Everything that is left is cut from what is left, nothing is bought for it.
    expect(listOf(cut).items.filter((i) => i.kind === 'ware')).toEqual([]);
    expect(studyBuild(cut).result.sheets[0]!.uncut).toBe(6);
    expect(cut.log.at(-1)!.text).toBe('Batch 1 cut');
  });

  test('an offcut in hand is used first, and saves a bar', () => {
    const corner = edited(plainBox(), decided({ 'panel-10': { B: 1 } }), ware('bar-240', { length: 1.25 }));
    // Two stiles and, with two short ones each, two bars: the third short one asks for a bar of its own.
    const before = cutsOf(corner).plans.find((p) => p.need.of.sort === 'bar')!;
    expect(before.buy[0]!.count).toBe(4);
    const rest = { id: 'r', sort: 'bar' as const, make: '', density: null, thickness: 0.018, width: 0.1 };
    const with_ = edited(corner, { type: 'put-in-hand', items: [{ ...rest, length: 0.6, count: 1 }] });
    const after = cutsOf(with_).plans.find((p) => p.need.of.sort === 'bar')!;
    expect([after.buy[0]!.count, after.used]).toEqual([3, [{ id: 'r', count: 1 }]]);
  });
});
