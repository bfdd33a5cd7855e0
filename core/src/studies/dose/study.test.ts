import { type IntegerSolver, loadIntegerSolver } from '../../dosage/solver';
import { applyCommand, type Command } from '../../document/commands/commands';
import { createProject } from '../../document/create';
import { FIRST_COVER, recipeOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { RECIPES } from '../../recipes/library';
import { axisBalance, criticalDistance, criticalWorking, flutters, flutterWorking, slopeOf } from '../decay/balance';
import { decayInputs } from '../decay/inputs';
import { studyDecay } from '../decay/study';
import { studyPlan } from './study';
import { planInputs } from './inputs';
import { fitsOn, isUsable, placesOf } from '../../room/places';
import type { PlanResult } from './types';
import { settingOf } from '../../room/setting';
import { demo } from '../../testing/demo';
import { numbers } from '../../testing/pieces';

let solver: IntegerSolver;
beforeAll(async () => (solver = await loadIntegerSolver()));
const edited = (project: Project, ...commands: Command[]): Project =>
  commands.reduce((p, c) => applyCommand(p, c).project, project);
const box = () => createProject('box', 'Box', { length: 5, width: 4, height: 2.6 });
const planOf = (project: Project): PlanResult => studyPlan(planInputs(project, settingOf(project)), solver).result;
const reached = (result: PlanResult) => {
  if (result.outcome.status !== 'reached') throw new Error(JSON.stringify(result.outcome));
  return result.outcome.answers;
};
const everywhere = ['front', 'left', 'right', 'rear', 'ceiling', 'corners', 'edges'] as const;
const using = (...ids: string[]): Command => ({
  type: 'set-plan',
  plan: { recipes: ids.map((id) => ({ id, where: [...everywhere] })) },
});

test('places of a box: four walls, a ceiling, four corners of its height, four edges', () => {
  const setting = settingOf(box());
  const places = placesOf(setting);
  expect(places.map((p) => p.class).sort()).toEqual([
    'ceiling',
    'corners',
    'corners',
    'corners',
    'corners',
    'edges',
    'edges',
    'edges',
    'edges',
    'front',
    'left',
    'rear',
    'right',
  ]);
  const corner = places.find((p) => p.id === 'corner A')!;
  expect(corner.spans).toEqual([[0, expect.closeTo(2.6, 9)]]);
  expect(fitsOn(setting, corner, recipeOf(box(), 'straddle-15'))).toBe(2);
  expect(
    places
      .filter((p) => p.class === 'corners')
      .map((p) => p.side)
      .sort(),
  ).toEqual(['left', 'left', 'right', 'right']);
  // A door in the corner takes its height away; a surface nobody may use takes its corners along.
  const door = edited(box(), {
    type: 'put',
    list: 'openings',
    thing: {
      id: 'd',
      kind: 'door',
      name: 'Door',
      wall: 'A',
      u: 0.1,
      v: 0,
      width: 0.8,
      height: 2,
      clearance: 0,
      material: null,
      leaf: null,
    },
  });
  expect(
    placesOf(settingOf(door)).some(
      (p) => p.class === 'corners' && Math.abs(p.spans[0]![1] - p.spans[0]![0] - 0.6) < 1e-9,
    ),
  ).toBe(true);
  const without = edited(box(), { type: 'set-usable', usable: ['A', 'B', 'C', 'D'] });
  const there = settingOf(without);
  expect(
    placesOf(there)
      .filter((p) => isUsable(there, p))
      .map((p) => p.class),
  ).not.toContain('edges');
});

test('answers keep every limit by the decay formula itself, and each is the best of its aim', () => {
  const result = planOf(demo('bakehouse'));
  const answers = reached(result);
  expect(answers.map((a) => a.aim).sort()).toEqual(['cost', 'depth', 'flat', 'pieces']);
  const by = Object.fromEntries(answers.map((a) => [a.aim, a]));
  for (const a of answers) {
    expect(a.curve.inside).toBe(true);
    expect(by.cost!.totals.cost).toBeLessThanOrEqual(a.totals.cost + 1e-6);
    expect(by.pieces!.totals.pieces).toBeLessThanOrEqual(a.totals.pieces);
    expect(by.depth!.totals.room).toBeLessThanOrEqual(a.totals.room + 1e-6);
    expect(a.gap).toBe(0);
    expect(a.totals.front).toBeLessThanOrEqual(0.5 * 100);
  }
  // One piece fewer anywhere and the least count is no answer any more: each piece of the fewest is needed or wished.
  expect(by.pieces!.totals.pieces).toBeGreaterThan(10);
  // The robust one needs more, and says how many.
  expect(result.robust).toMatchObject({ status: 'reached' });
  if (result.robust.status === 'reached') expect(result.robust.more!.pieces).toBeGreaterThan(0);
});

test('using an answer makes the decay study say the same: the room is inside its target', () => {
  const project = demo('bakehouse');
  const [answer] = reached(planOf(project));
  const numbersNow = answer!.pieces.map(({ recipe, place, count }) => ({ recipe, on: place, count }));
  const after = edited(project, { type: 'set-numbers', of: null, numbers: numbersNow, at: null });
  // Asked again with it decided, the same is proved least: what covers marks now does not change what they want.
  const keyOf = (pieces: typeof numbersNow | { recipe: string; place: string; count: number }[]) =>
    pieces.map((p) => [p.recipe, 'on' in p ? p.on : p.place, p.count].join(' ')).sort();
  expect(keyOf(reached(planOf(after))[0]!.pieces)).toEqual(keyOf(numbersNow));
  const { result } = studyDecay(decayInputs(after), solver);
  expect(result.chosen.inside).toBe(true);
  result.chosen.eyring.forEach((t, b) => expect(t).toBeCloseTo(answer!.curve.eyring[b]!, 2));
  expect(result.chosen.panels).toBe(answer!.curve.panels);
  const again = planOf(after);
  expect(again.chosen.inside).toBe(true);
  expect(again.leftOut.length).toBeGreaterThan(0);
  // Leaving one out never shortens the decay.
  for (const l of again.leftOut) expect(l.curve.mid!).toBeGreaterThan(again.chosen.mid!);
});

test('a budget is kept, and one too small is named with the money that would do', () => {
  const project = edited(box(), using(FIRST_COVER.id, 'panel-10-gap'));
  const free = reached(planOf(project)).find((a) => a.aim === 'cost')!;
  const tight = planOf(edited(project, { type: 'set-plan', plan: { money: Math.ceil(free.totals.cost) } }));
  for (const a of reached(tight)) expect(a.totals.cost).toBeLessThanOrEqual(Math.ceil(free.totals.cost) + 1e-6);
  const { outcome } = planOf(edited(project, { type: 'set-plan', plan: { money: free.totals.cost * 0.6 } }));
  expect(outcome.status).toBe('impossible');
  if (outcome.status !== 'impossible') return;
  expect(outcome.conflict.map((d) => d.kind)).toContain('money');
  const money = outcome.relaxations.find((r) => r.demand.kind === 'money')!;
  expect(money.to).toBeCloseTo(free.totals.cost, 4);
});

test('the Signal cabin with 5 cm panels alone: what tames 250 Hz kills 4 kHz, however many hang', () => {
  const { outcome } = planOf(demo('signal-cabin'));
  expect(outcome.status).toBe('impossible');
  if (outcome.status !== 'impossible') return;
  expect(outcome.conflict).toEqual([
    { kind: 'long', band: 250 },
    { kind: 'dead', band: 4000 },
  ]);
  const [way] = outcome.relaxations;
  expect(way!.to!).toBeGreaterThan(way!.now!);
  // A deeper recipe beside it lets the room reach its target.
  expect(planOf(edited(demo('signal-cabin'), using('panel-5', 'panel-15-gap', 'straddle-15'))).outcome.status).toBe(
    'reached',
  );
});

test('thirds: eighteen judged bands, still inside; the same inputs give the same answer', () => {
  const project = edited(demo('bakehouse'), { type: 'set-target', target: { bands: 'thirds' } });
  const inputs = planInputs(project, settingOf(project));
  const parts: number[] = [];
  const first = studyPlan(inputs, solver, (p) => parts.push(p)).result;
  expect(first.limits.filter((l) => l !== null)).toHaveLength(18);
  expect(reached(first)[0]!.curve.eyring).toHaveLength(18);
  expect(studyPlan(structuredClone(inputs), solver).result).toEqual(first);
  expect(parts).toEqual([...parts].sort((a, b) => a - b));
  expect(parts.at(-1)).toBe(1);
});

test('both sides alike, and corners first, where they are asked', () => {
  const project = edited(box(), using('panel-15-gap', 'straddle-15'), {
    type: 'set-plan',
    plan: { cornersFirst: 0.9 },
  });
  const result = planOf(project);
  const inputs = planInputs(project, settingOf(project));
  for (const a of reached(result)) {
    const on = (side: string, corners: boolean) =>
      a.pieces
        .filter((p) => p.place.startsWith('corner') === corners)
        .filter((p) => inputs.columns.find((c) => c.place === p.place)!.side === side)
        .reduce((sum, p) => sum + p.count, 0);
    expect(on('left', false)).toBe(on('right', false));
    expect(on('left', true)).toBe(on('right', true));
    const corners = a.pieces.filter((p) => p.place.startsWith('corner')).reduce((sum, p) => sum + p.count, 0);
    expect(corners * 1.2).toBeGreaterThanOrEqual(0.9 * inputs.cornerLength - 1e-6);
  }
});

test('next four: never more than four, mend no less than nothing in a live room; steps come down to the target', () => {
  const result = planOf(edited(box(), using(FIRST_COVER.id, 'panel-15-gap', 'straddle-15')));
  expect(result.next.length).toBe(3);
  for (const n of result.next) {
    expect(n.totals.pieces).toBeLessThanOrEqual(4);
    expect(n.outside).toBeLessThan(result.steps[0]!.outside);
  }
  const outside = result.steps.map((s) => s.outside);
  expect(outside).toEqual([...outside].sort((a, b) => b - a));
  expect(result.enough).toBe(result.steps.length - 1);
});

test('every library recipe has a curve inside what can be, and fits somewhere in a box or stands free', () => {
  const setting = settingOf(box());
  for (const recipe of RECIPES) {
    const anywhere = placesOf(setting).some((p) => fitsOn(setting, p, recipe) > 0);
    expect({ id: recipe.id, anywhere }).toEqual({ id: recipe.id, anywhere: true });
  }
});

test('balance: bare parallel walls flutter at c/2d, and stop when one is covered; boomy and dead are told', () => {
  const bare = box();
  const studied = (p: Project) => ({ setting: settingOf(p), result: studyDecay(decayInputs(p), solver).result });
  const { setting, result } = studied(bare);
  const pairs = flutters(setting, result);
  const sides = pairs.find((p) => p.names.includes('left'))!;
  expect(sides.apart).toBeCloseTo(4, 9);
  expect(sides.perSecond).toBeCloseTo(setting.c / 8, 6);
  const covered = studied(edited(bare, numbers({ B: 8 })));
  expect(flutters(covered.setting, covered.result).some((p) => p.names.includes('left'))).toBe(false);
  const [floorCeiling, leftRight, frontRear] = axisBalance(covered.result);
  expect(leftRight!.mid).toBeGreaterThan(frontRear!.mid);
  expect(floorCeiling!.area).toBeCloseTo(40, 6);
  expect(slopeOf([1, 0.9, 0.6, 0.4, 0.4, 0.4, 0.38, 0.3])!.verdict).toBe('boomy');
  expect(slopeOf([0.4, 0.4, 0.4, 0.4, 0.4, 0.3, 0.2, 0.2])!.verdict).toBe('dead-highs');
  const critical = criticalDistance(covered.setting, covered.result)!;
  expect(critical.plain).toBeCloseTo(0.057 * Math.sqrt(52 / covered.result.chosen.eyring[4]!), 9);
  expect(critical.seat).toBeGreaterThan(1);
  expect(criticalWorking(covered.setting, covered.result)!.result.value).toBe(critical.loudspeaker);
  expect(flutterWorking(sides, setting.c).result.value).toBe(sides.perSecond);
});
