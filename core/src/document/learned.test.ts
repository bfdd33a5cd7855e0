import { predictedDecay } from '../studies/decay/predicted';
import { curveFor } from '../studies/decay/curves';
import { spreadsOf } from '../studies/decay/spreads';
import { decayInputs } from '../studies/decay/inputs';
import { studied } from '../studies/decay/study';
import { OCTAVES } from '../quantities/bands';
import { numbers } from '../testing/pieces';
import { settingOf } from '../room/setting';
import { stretchesOf } from '../room/absorption';
import { measured, taught } from '../testing/heard/measured';
import { edited, plainBox, wardrobe } from '../testing/rooms';
import { inForce, unlearned } from './learned';
import { materialOf } from './materials';
import type { Learned, Project } from './schema/project';

const before = edited(plainBox(), measured(plainBox(), 'm1'));
const room = before.measured.list[0]!.room;
const withLearned = (factor: number, values: Partial<Learned> = {}): Project =>
  edited(before, { type: 'learn', learned: taught(before, factor, room, { from: ['m1'], ...values }) });
const wall = (p: Project) => settingOf(p).faces.find((f) => f.kind === 'wall')!.material;

describe('what a room has taught', () => {
  test('multiplies every coefficient of what was made of it then, up to what anything takes', () => {
    const stated = materialOf(before, before.room.surfaces.A!.material).alpha;
    expect(wall(withLearned(1.2)).alpha).toEqual(stated.map((a): unknown => expect.closeTo(1.2 * a, 12)));
    expect(Math.max(...wall(withLearned(99)).alpha)).toBeLessThanOrEqual(0.98);
  });

  test('is not used where that is switched off, and then everything is as stated', () => {
    const off = edited(withLearned(1.3), { type: 'use-learned', inUse: false });
    expect(inForce(off)).toBeNull();
    expect(predictedDecay(off)).toEqual(predictedDecay(before));
    expect(predictedDecay(withLearned(1.3))[3]!).toBeLessThan(predictedDecay(before)[3]!);
  });

  test('is dropped when the shape is another, and comes back with it', () => {
    const raised = edited(withLearned(1.3), { type: 'set-height', height: 2.9 });
    expect(unlearned(raised)).toEqual({ why: 'shape' });
    expect(inForce(raised)).toBeNull();
    const back = edited(raised, { type: 'set-height', height: before.room.height });
    expect(unlearned(back)).toBeNull();
    expect(inForce(back)).not.toBeNull();
  });

  test('holds on what is still made as it was; a surface of something else is as stated and told of', () => {
    const relaid = edited(withLearned(1.3), { type: 'set-material', surface: 'floor', material: 'carpet-thin' });
    expect(unlearned(relaid)).toEqual({ why: 'surfaces', surfaces: ['floor'] });
    const floor = settingOf(relaid).faces.find((f) => f.kind === 'floor')!.material;
    expect(floor.alpha).toEqual(materialOf(relaid, 'carpet-thin').alpha);
    expect(wall(relaid).alpha).toEqual(wall(withLearned(1.3)).alpha);
  });

  test('things that came since absorb as stated, those there were as learned', () => {
    const things = Array.from({ length: 8 }, () => 2);
    const old = edited(plainBox(), { type: 'put', list: 'furniture', thing: wardrobe() });
    const seen = edited(old, measured(old, 'm1'));
    const learned = taught(seen, 1, seen.measured.list[0]!.room, { from: ['m1'], things });
    const now = edited(
      seen,
      { type: 'learn', learned },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: 'later', x: 3 }) },
    );
    const [was, came] = ['wardrobe', 'later'].map((id) => settingOf(now).objects.find((o) => o.id === id)!);
    expect(was!.absorption[3]).toBeCloseTo(2 * came!.absorption[3]!, 12);
  });

  test('a room measured earlier is predicted as learned too; its key is kept though its measurement is taken away', () => {
    const gone = edited(withLearned(1.3), { type: 'take-measurement', id: 'm1' });
    expect(Object.keys(gone.measured.rooms)).toEqual([room]);
    expect(predictedDecay(gone)).toEqual(predictedDecay(withLearned(1.3)));
    const forgotten = edited(gone, { type: 'learn', learned: null });
    expect(forgotten.measured.rooms).toEqual({});
  });

  test('how long a room rings by more than its formula says multiplies every decay, and nothing else', () => {
    const formula = Array.from({ length: 8 }, (_, b) => 1 + b / 10);
    const longer = predictedDecay(withLearned(1, { formula }));
    predictedDecay(before).forEach((t, b) => expect(longer[b]!).toBeCloseTo(t! * formula[b]!, 9));
  });

  test('what was learned together departs together: all of one material by its own deviation, two that depart from each other by less', () => {
    const project = withLearned(1);
    const setting = settingOf(project);
    const ids = project.learned!.materials.map((m) => m.id);
    const areas = ids.map((id) =>
      stretchesOf(setting)
        .filter((s) => s.material.id === id)
        .reduce((sum, s) => sum + s.area * s.material.alpha[3]!, 0),
    );
    // C a/√(aᵀCa) of a diagonal C of 0.05².
    const size = Math.sqrt(areas.reduce((s, a) => s + 0.0025 * a * a, 0));
    for (const stretch of stretchesOf(setting)) {
      const i = ids.indexOf(stretch.material.id);
      expect(spreadsOf(setting).of(stretch)[3]).toBeCloseTo((0.0025 * areas[i]!) / size, 9);
    }
    const total = stretchesOf(setting).reduce(
      (s, t) => s + t.area * t.material.alpha[3]! * spreadsOf(setting).of(t)[3]!,
      0,
    );
    expect(total).toBeCloseTo(size, 9);
  });
});

describe('what pieces were found to take', () => {
  const hung = edited(plainBox(), numbers({ A: 4 }));
  const there = edited(hung, measured(hung, 'm1'));
  const key = there.measured.list[0]!.room;
  const all = (value: number) => Array.from({ length: 8 }, () => value);
  const pieces = (factor: number) => [{ id: there.treatment.cover, factors: all(factor), spreads: all(0.02) }];
  const learnt = (factor: number) =>
    edited(there, { type: 'learn', learned: taught(there, 1, key, { from: ['m1'], pieces: pieces(factor) }) });

  test('counts in decay; without pieces nothing changes', () => {
    const [less, as, more] = [0.5, 1, 1.5].map((factor) => predictedDecay(learnt(factor))[3]!);
    expect(less).toBeGreaterThan(as!);
    expect(more).toBeLessThan(as!);
    const bare = (p: Project) => predictedDecay(edited(p, numbers({ A: 0 })));
    expect(bare(learnt(1.5))).toEqual(bare(learnt(0.5)));
  });

  test('not of a recipe that is made differently now', () => {
    const recipe = there.treatment.recipes.find((r) => r.id === there.treatment.cover)!;
    const layers = recipe.layers.map((l) => (l.type === 'porous' ? { ...l, d: l.d + 0.03 } : l));
    const remade = { type: 'put-recipe', recipe: { ...recipe, layers } } as const;
    expect(predictedDecay(edited(learnt(0.5), remade))).toEqual(predictedDecay(edited(learnt(1), remade)));
  });
});

test('in a room that has taught, the range is its own, and narrower than that of four formulas', () => {
  const [as, now] = [before, withLearned(1)].map((p) => {
    const { inputs, panelAlpha } = studied(decayInputs(p));
    return curveFor(
      inputs,
      {},
      panelAlpha,
      OCTAVES.map(() => null),
    );
  });
  now!.eyring.forEach((t, b) => {
    expect(t).toBeCloseTo(as!.eyring[b]!, 9);
    expect(now!.high[b]! / now!.low[b]!).toBeLessThan(as!.high[b]! / as!.low[b]!);
    // ± 2 % of the formula, and what absorbs beside it.
    expect(now!.low[b]!).toBeLessThan(t! * Math.exp(-0.02) + 1e-12);
  });
});
