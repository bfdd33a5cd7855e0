import { seeded } from '../../testing/random';
import { door, edited, plainBox, wardrobe } from '../../testing/rooms';
import { outlineArea } from '../../geometry/polygon';
import { changesOf, withChanges } from '../changes';
import { applyCommand, type Command, CommandRefused, previewCommand } from '../commands/commands';
import { planFault } from './outline';
import { wallLength } from '../commands/outlineEdits';
import type { Leg, Partition, Project } from '../schema/project';
import { inState, runsInside } from '../states';
import { checkDiagonals, legsOf, planFromTape, walkTape } from './taping';

const areaOf = (p: Project) => outlineArea(p.room.corners.map((c) => [c.x, c.y]));

describe('editing the plan', () => {
  test('an alcove adds its ground, a chimney breast takes it, both leave a sound outline', () => {
    const alcove = edited(plainBox(), { type: 'insert-recess', wall: 'B', from: 1, width: 1.2, depth: 0.4 });
    expect(areaOf(alcove)).toBeCloseTo(20 + 0.48, 12);
    expect(alcove.room.corners).toHaveLength(8);
    const breast = edited(plainBox(), { type: 'insert-recess', wall: 'B', from: 1, width: 1.2, depth: -0.4 });
    expect(areaOf(breast)).toBeCloseTo(20 - 0.48, 12);
    expect(breast.room.corners.map((c) => c.wall)).toEqual(['A', 'B', 'E', 'F', 'G', 'H', 'C', 'D']);
    expect(breast.room.surfaces.F).toEqual(breast.room.surfaces.B);
  });

  test.each([
    ['at the start', 0, 4 * 5 + 0.5],
    ['at the end', 4, 4 * 5 + 0.5],
  ])('a recess %s of a wall takes the neighbour along', (_where, from, area) => {
    const p = edited(plainBox(), { type: 'insert-recess', wall: 'B', from, width: 1, depth: 0.5 });
    expect(areaOf(p)).toBeCloseTo(area, 12);
    expect(p.room.corners).toHaveLength(6);
  });

  test('what hangs on the wall stays where it is in the room', () => {
    const start = edited(plainBox(), { type: 'put', list: 'openings', thing: door() });
    const place = (p: Project) => {
      const o = p.room.openings[0]!;
      const i = p.room.corners.findIndex((c) => c.wall === o.wall);
      const a = p.room.corners[i]!;
      const b = p.room.corners[(i + 1) % p.room.corners.length]!;
      const t = o.u / Math.hypot(b.x - a.x, b.y - a.y);
      return [a.x + t * (b.x - a.x), a.y + t * (b.y - a.y)];
    };
    const cut = edited(start, { type: 'insert-recess', wall: 'B', from: 1, width: 1, depth: -0.3 });
    expect(cut.room.openings[0]!.wall).not.toBe('B');
    place(cut).forEach((v, k) => expect(v).toBeCloseTo(place(start)[k]!, 12));
    const split = edited(start, { type: 'split-wall', wall: 'B', at: 2 });
    place(split).forEach((v, k) => expect(v).toBeCloseTo(place(start)[k]!, 12));
    const back = edited(split, { type: 'remove-corner', wall: split.room.openings[0]!.wall });
    expect(back.room.openings[0]).toMatchObject({ wall: 'B', u: expect.closeTo(3.8, 12) });
  });

  test('a partition ends where it ended, whatever corners come and go', () => {
    const start = edited(plainBox(), {
      type: 'put',
      list: 'partitions',
      thing: { id: 'shut', name: 'Screen', start: { wall: 'B', at: 4 }, end: { wall: 'D', at: 1 } },
      material: 'plasterboard-studs',
    });
    const cut = edited(start, { type: 'insert-recess', wall: 'B', from: 1, width: 1, depth: 0.3 });
    expect(cut.room.partitions[0]!.start).toEqual({ wall: 'H', at: 2 });
    const split = edited(start, { type: 'split-wall', wall: 'B', at: 2.5 });
    expect(split.room.partitions[0]!.start).toEqual({ wall: 'E', at: 1.5 });
    const back = edited(split, { type: 'remove-corner', wall: 'E' });
    expect(back.room.partitions[0]!.start).toEqual({ wall: 'B', at: 4 });
  });

  test('a wall moves parallel to itself and its neighbours follow', () => {
    const p = edited(plainBox(), { type: 'move-wall', wall: 'B', by: 0.5 });
    expect(areaOf(p)).toBeCloseTo(3.5 * 5, 12);
    expect(p.listening.head.x).toBeCloseTo(1.75, 12);
  });

  test('what crosses, folds or vanishes is refused with the wall and the place', () => {
    const refusal = (command: Command) => {
      try {
        applyCommand(plainBox(), command);
      } catch (error) {
        if (error instanceof CommandRefused) return [error.path, error.sentence];
        throw error;
      }
      return null;
    };
    expect(refusal({ type: 'move-corner', wall: 'C', x: -1, y: 2 })).toEqual([
      'room.corners.3',
      'wall D crosses wall B',
    ]);
    expect(refusal({ type: 'move-corner', wall: 'B', x: 0.001, y: 0 })![1]).toMatch(/wall A is shorter than 1 cm/);
    expect(refusal({ type: 'move-wall', wall: 'B', by: 6 })).not.toBeNull();
    expect(() =>
      applyCommand(plainBox(), { type: 'insert-recess', wall: 'A', from: 3.5, width: 1, depth: 0.2 }),
    ).toThrow(/within wall A, which is 4.000 m long/);
    const corners = plainBox().room.corners.map((c) => (c.wall === 'C' ? { ...c, x: -1, y: 2 } : c));
    const fault = planFault(corners)!;
    expect(fault.at[0]).toBeCloseTo(0, 9);
    expect(
      planFault([...corners.slice(0, 2), { wall: 'C', x: 2, y: 0.001 }, { wall: 'D', x: 0, y: 3 }])?.sentence,
    ).toMatch(/touches wall A/);
  });

  test('five hundred random edits of walls and things undo and redo to the identical document', () => {
    const random = seeded(90210);
    const start = plainBox();
    let project = start;
    const steps = [start];
    let refused = 0;
    let count = 0;
    const wall = () => random.pick(project.room.corners).wall;
    const make: (() => Command)[] = [
      () => ({ type: 'move-wall', wall: wall(), by: random.between(-0.2, 0.2) }),
      () => ({ type: 'split-wall', wall: wall(), at: random.between(0.1, 2) }),
      () => ({ type: 'remove-corner', wall: wall() }),
      () => ({
        type: 'insert-recess',
        wall: wall(),
        from: random.between(0, 1),
        width: 0.5,
        depth: random.between(-0.3, 0.3),
      }),
      () => ({
        type: 'put',
        list: 'openings',
        thing: door({ id: `o${count++}`, wall: wall(), u: random.between(0, 2) }),
      }),
      () => ({
        type: 'put',
        list: 'furniture',
        thing: wardrobe({ id: `f${random.whole(1, 9)}`, x: random.between(0, 4) }),
      }),
      () => ({
        type: 'put',
        list: 'patches',
        thing: {
          id: `t${count++}`,
          name: 'Boarding',
          face: wall(),
          u: 0.2,
          v: 0.2,
          width: 0.5,
          height: 1,
          material: 'cork-wall',
        },
      }),
      () => ({
        type: 'put',
        list: 'beams',
        thing: {
          id: `b${random.whole(1, 3)}`,
          name: 'Beam',
          along: wall(),
          from: 1,
          width: 0.2,
          span: null,
          level: 2.2,
        },
        material: 'timber-solid',
      }),
      () => ({ type: 'set-ceiling', ceiling: { shape: 'pitch', along: wall(), top: random.between(2.5, 2.9) } }),
      () => ({ type: 'set-ceiling', ceiling: { shape: 'flat' } }),
      () => ({ type: 'take-away', list: 'furniture', id: `f${random.whole(1, 9)}` }),
      () => ({
        type: 'put-state',
        state: {
          id: 's',
          name: 'Other',
          away: project.room.furniture.slice(0, 1).map((f) => f.id),
          materials: {},
          closed: [],
        },
      }),
      () => ({ type: 'set-brief', brief: { people: random.whole(1, 9) } }),
    ];
    while (steps.length < 500) {
      try {
        const applied = applyCommand(project, random.pick(make)());
        if (applied.changed) steps.push(applied.project);
        project = applied.project;
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        refused += 1;
      }
    }
    expect(refused).toBeGreaterThan(0);
    const end = JSON.stringify(project);
    const between = steps
      .slice(1)
      .map((after, i) => ({ back: changesOf(after, steps[i]), on: changesOf(steps[i], after) }));
    for (const step of [...between].reverse()) project = withChanges(project, step.back).document;
    expect(project).toEqual(start);
    for (const step of between) project = withChanges(project, step.on).document;
    expect(project).toEqual(JSON.parse(end));
  });
});

describe('a drag in hand', () => {
  const ridged = edited(plainBox(), {
    type: 'set-ceiling',
    ceiling: { shape: 'ridge', along: 'D', at: 2, top: 3.4, far: 2.5 },
  });

  test('shows what letting go would make', () => {
    const command = { type: 'move-wall', wall: 'B', by: 0.5 } as const;
    expect(previewCommand(ridged, command)).toEqual(applyCommand(ridged, command).project);
  });

  test('is refused where the outline or the solid breaks, never shown broken', () => {
    expect(() => previewCommand(ridged, { type: 'move-corner', wall: 'C', x: -1, y: 2 })).toThrow(/crosses wall/);
    expect(() => previewCommand(ridged, { type: 'move-wall', wall: 'B', by: 2.2 })).toThrow(/ridge must lie between/);
  });
});

describe('the tape', () => {
  test('a plan taped from itself closes, and walks to itself', () => {
    const ell = edited(plainBox(), { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 });
    const walk = walkTape(legsOf(ell.room));
    expect(walk.error).toBeLessThan(1e-9);
    expect(walk.angleErrorDeg).toBeCloseTo(0, 9);
    expect(outlineArea(walk.corners.map((c) => [c.x, c.y]))).toBeCloseTo(areaOf(ell), 9);
  });

  test('an error is spread by the way walked, and the spread plan closes', () => {
    const legs = legsOf(plainBox().room);
    legs[1]!.length += 0.03;
    const walk = walkTape(legs);
    expect(walk.error).toBeCloseTo(0.03, 9);
    const corners = planFromTape(legs);
    // Compass rule: each corner moves by its part of the way round, 4/18.03 of 3 cm after the first wall.
    expect(Math.hypot(corners[1]!.x - 4, corners[1]!.y)).toBeCloseTo((4 / 18.03) * 0.03, 6);
    const last = corners.at(-1)!;
    const taped = legs[3]!.length;
    expect(Math.abs(Math.hypot(last.x, last.y) - taped)).toBeLessThan(0.03);
    expect(planFault(corners)).toBeNull();
  });

  test('angles are balanced before lengths: with 5 mm and half a degree of noise three quarters of the error is left', () => {
    const random = seeded(29);
    const noise = (size: number) =>
      Math.sqrt(-2 * Math.log(1 - random.between(0, 1))) * Math.cos(random.between(0, 6.2832)) * size;
    const ell = edited(plainBox(), { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 });
    const truth = walkTape(legsOf(ell.room)).corners;
    // Compass rule on the angles as taped, for comparison.
    const lengthsOnly = (legs: Leg[]) => {
      const walk = walkTape(legs);
      let walked = 0;
      return walk.corners.map((c, i) => {
        const part = walked / walk.around;
        walked += legs[i]!.length;
        return { x: c.x - part * walk.end.x, y: c.y - part * walk.end.y };
      });
    };
    let [balanced, plain, n] = [0, 0, 0];
    for (let t = 0; t < 400; t++) {
      const legs = legsOf(ell.room).map((l) => ({
        ...l,
        length: l.length + noise(0.005),
        insideDeg: l.insideDeg + noise(0.5),
      }));
      const [a, b] = [planFromTape(legs), lengthsOnly(legs)];
      truth.forEach((p, i) => {
        balanced += (a[i]!.x - p.x) ** 2 + (a[i]!.y - p.y) ** 2;
        plain += (b[i]!.x - p.x) ** 2 + (b[i]!.y - p.y) ** 2;
        n += 1;
      });
    }
    const [rms, rmsPlain] = [balanced, plain].map((s) => Math.sqrt(s / n)) as [number, number];
    expect(rms).toBeLessThan(0.8 * rmsPlain);
  });

  test('a chimney breast of 46 cm and reveals of 12 cm are taped like any wall', () => {
    const legs = [
      { wall: 'A', length: 4, insideDeg: 90 },
      { wall: 'B', length: 2, insideDeg: 90 },
      { wall: 'C', length: 0.12, insideDeg: 270 },
      { wall: 'D', length: 0.46, insideDeg: 270 },
      { wall: 'E', length: 0.12, insideDeg: 90 },
      { wall: 'F', length: 2.54, insideDeg: 90 },
      { wall: 'G', length: 4, insideDeg: 90 },
      { wall: 'H', length: 5, insideDeg: 90 },
    ];
    const project = edited(plainBox(), { type: 'set-tape', tape: { legs } });
    expect(walkTape(project.tape.legs).error).toBeLessThan(1e-9);
    const made = edited(project, { type: 'set-outline', corners: planFromTape(legs) });
    expect(areaOf(made)).toBeCloseTo(4 * 5 - 0.12 * 0.46, 9);
  });

  test('diagonals are compared with the plan', () => {
    const [check] = checkDiagonals(plainBox().room.corners, [{ from: 'A', to: 'C', length: 6.42 }]);
    expect(check).toMatchObject({
      planned: expect.closeTo(Math.hypot(4, 5), 12),
      difference: expect.closeTo(6.42 - Math.hypot(4, 5), 12),
    });
    expect(checkDiagonals(plainBox().room.corners, [{ from: 'A', to: 'Q', length: 1 }])).toEqual([]);
  });
});

describe('states', () => {
  const base = edited(
    plainBox(),
    { type: 'insert-recess', wall: 'C', from: 1, width: 1.5, depth: 0.8 },
    { type: 'put', list: 'furniture', thing: wardrobe() },
    { type: 'put', list: 'openings', thing: door({ wall: 'C', u: 0.05 }) },
    {
      type: 'put',
      list: 'partitions',
      thing: { id: 'shut', name: 'Alcove wall', start: { wall: 'C', at: 1 }, end: { wall: 'H', at: 0 } },
      material: 'plasterboard-studs',
    },
    {
      type: 'put-state',
      state: {
        id: 'open',
        name: 'Wardrobe open',
        away: [],
        materials: { wardrobe: 'wardrobe-open', A: 'curtain-heavy' },
        closed: [],
      },
    },
    {
      type: 'put-state',
      state: { id: 'closed', name: 'Alcove closed', away: ['wardrobe'], materials: {}, closed: ['shut'] },
    },
  );

  test('as surveyed an open partition is not there', () => {
    const p = inState(base, null);
    expect(p.room.partitions).toEqual([]);
    expect(p.room.surfaces.shut).toBeUndefined();
    expect(areaOf(p)).toBeCloseTo(20 + 1.2, 9);
  });

  test('materials change with the state, the document does not', () => {
    const before = JSON.stringify(base);
    const p = inState(base, 'open');
    expect(p.room.furniture[0]!.material).toBe('wardrobe-open');
    expect(p.room.surfaces.A!.material).toBe('curtain-heavy');
    expect(JSON.stringify(base)).toBe(before);
  });

  test('a closed partition cuts the alcove off and becomes a wall', () => {
    const p = inState(base, 'closed');
    expect(areaOf(p)).toBeCloseTo(20, 9);
    expect(p.room.corners.map((c) => c.wall)).toContain('shut');
    expect(p.room.surfaces.shut).toEqual({ material: 'plasterboard-studs' });
    expect(p.room.furniture).toEqual([]);
    expect(wallLength(p.room, 'shut')).toBeCloseTo(1.5, 9);
    expect(p.room.openings[0]).toMatchObject({ wall: 'C', u: expect.closeTo(0.05, 12) });
    expect(planFault(p.room.corners)).toBeNull();
  });

  const shut = (start: Partition['start'], end: Partition['end']): Command => ({
    type: 'put',
    list: 'partitions',
    thing: { id: 'shut', name: 'Screen wall', start, end },
    material: 'plasterboard-studs',
  });
  test('a partition that would leave the room, or begin beyond the end of its wall, is refused with a sentence', () => {
    const ell = edited(plainBox(), { type: 'insert-recess', wall: 'C', from: 0, width: 2, depth: 1.5 });
    const names = ell.room.corners.map((c) => c.wall);
    const fault = (start: Partition['start'], end: Partition['end']) => {
      try {
        edited(ell, shut(start, end));
      } catch (error) {
        return (error as Error).message;
      }
      return null;
    };
    const inside = names
      .flatMap((a) => names.map((b) => ({ a, b })))
      .filter(({ a, b }) => {
        const middle = (wall: string) => ({ wall, at: wallLength(ell.room, wall) / 2 });
        return runsInside(ell.room, { start: middle(a), end: middle(b) });
      });
    expect(inside.length).toBeGreaterThan(4);
    // From the wall beside the alcove to the alcove's back: through the solid between.
    const level = (y: number) =>
      ell.room.corners.find(
        (c, i) => Math.abs(c.y - y) < 1e-9 && Math.abs(ell.room.corners[(i + 1) % names.length]!.y - y) < 1e-9,
      )!.wall;
    const [side, back] = [level(5), level(6.5)];
    expect(fault({ wall: side, at: 1 }, { wall: back, at: 1 })).toMatch(/would leave the room/);
    expect(fault({ wall: 'B', at: 1 }, { wall: 'D', at: 1 })).toBeNull();
    expect(fault({ wall: side, at: 9 }, { wall: 'A', at: 1 })).toMatch(/cannot begin or end 9.00 m along wall/);
  });

  test('taking a thing away takes it out of the states too', () => {
    const p = edited(base, { type: 'take-away', list: 'furniture', id: 'wardrobe' });
    expect(p.states.list[0]!.materials).toEqual({ A: 'curtain-heavy' });
    expect(p.states.list[1]!.away).toEqual([]);
  });
});
