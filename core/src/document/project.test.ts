import { readFileSync } from 'node:fs';
import { seeded } from '../testing/random';
import { door, wardrobe } from '../testing/rooms';
import { insideOutline } from '../geometry/polygon';
import { changesOf, withChanges } from './changes';
import { applyCommand, type Command } from './commands/commands';
import { createProject } from './create';
import { projectJsonSchema } from './schema/jsonSchema';
import { migrate } from './migrate/migrate';
import { frameOf, listeningAxis, mirrored } from './place/placing';
import { type PieceState, type Project, projectSchema } from './schema/project';
import { numbersOf, recipeOf } from './recipes';
import { RECIPES } from '../recipes/library';
import { numbers, panelOf, pieceAt } from '../testing/pieces';

const patch = (values: object) => ({
  ...{ id: 't', name: 'Patch', face: 'A', u: 0, v: 0, width: 1, height: 1, material: 'cork-wall' },
  ...values,
});
const fresh = () => createProject('p', 'Room', { length: 5, width: 4, height: 2.5 });
const run = (project: Project, ...commands: Command[]) =>
  commands.reduce((p, c) => applyCommand(p, c).project, project);

describe('a new project', () => {
  test('is valid and has the seat at 38 % with an equilateral triangle', () => {
    const p = fresh();
    expect(projectSchema.safeParse(p).success).toBe(true);
    expect(p.listening.head).toMatchObject({ x: 2, y: 1.9 });
    const [l, r] = p.loudspeakers;
    expect(r!.x - l!.x).toBeCloseTo(1.4, 9);
    expect(Math.hypot(l!.x - 2, l!.y - 1.9)).toBeCloseTo(1.4, 9);
  });
});

describe('commands', () => {
  test('a new width moves the seat with it as long as the rule places it', () => {
    const wider = run(fresh(), { type: 'set-box', box: { length: 5, width: 4.6, height: 2.5 } });
    expect(wider.listening.head.x).toBeCloseTo(2.3, 9);
  });

  test('what was placed by tape stays when the room changes', () => {
    const p = run(
      fresh(),
      { type: 'move-head', x: 1.8, y: 2 },
      { type: 'set-box', box: { length: 6, width: 4.6, height: 2.5 } },
    );
    expect(p.listening.head).toMatchObject({ x: 1.8, y: 2 });
    expect(p.listening.placed).toBe('tape');
  });

  test.each(['A', 'B', 'C', 'D'])(
    'facing wall %s puts head and loudspeakers inside, the pair left and right of the axis',
    (wall) => {
      const p = run(fresh(), { type: 'face-wall', wall });
      const outline = p.room.corners.map((c) => [c.x, c.y] as const);
      for (const thing of [p.listening.head, ...p.loudspeakers])
        expect(insideOutline([thing.x, thing.y], outline)).toBe(true);
      const frame = frameOf(p);
      const axis = listeningAxis(p, frame);
      const [l, r] = p.loudspeakers.map((s) => frame.toListener([s.x, s.y]));
      expect(l![0]).toBeLessThan(axis);
      expect(l![0] + r![0]).toBeCloseTo(2 * axis, 9);
      expect(l![1]).toBeCloseTo(r![1], 9);
    },
  );

  test('a loudspeaker takes its mirror twin along only when asked', () => {
    const alone = run(fresh(), { type: 'move-loudspeaker', id: 'left', x: 1, y: 0.6, mirror: false });
    expect(alone.loudspeakers[1]).toEqual(fresh().loudspeakers[1]);
    const both = run(fresh(), { type: 'move-loudspeaker', id: 'left', x: 1, y: 0.6, mirror: true });
    expect(both.loudspeakers[1]).toMatchObject({ x: expect.closeTo(3, 9), y: expect.closeTo(0.6, 9) });
    expect(mirrored(both, mirrored(both, [1, 0.6]))[0]).toBeCloseTo(1, 9);
  });

  test('one that would break the document throws with the place and leaves the project alone', () => {
    const p = fresh();
    const before = JSON.stringify(p);
    expect(() => applyCommand(p, { type: 'set-material', surface: 'A', material: 'moon-rock' })).toThrow(
      /room.surfaces.A.material/,
    );
    expect(() => applyCommand(p, { type: 'move-loudspeaker', id: 'nobody', x: 1, y: 1, mirror: false })).toThrow(
      /got nobody/,
    );
    expect(() => applyCommand(p, { type: 'set-climate', climate: { humidityPercent: Number.NaN } })).toThrow(
      /humidityPercent/,
    );
    expect(JSON.stringify(p)).toBe(before);
  });

  test('zero counts are not kept', () => {
    expect(numbersOf(run(fresh(), numbers({ A: 2, B: 0 })))).toMatchObject([{ on: 'A', count: 2 }]);
  });

  test('five hundred random edits undo and redo to the identical document', () => {
    const random = seeded(77);
    const surfaces = ['A', 'B', 'C', 'D', 'floor', 'ceiling'];
    const edits: (() => Command)[] = [
      () => ({ type: 'rename', name: `Room ${random.whole(1, 99)}` }),
      () => ({ type: 'set-climate', climate: { temperatureC: random.between(10, 28) } }),
      () => ({
        type: 'set-box',
        box: { length: random.between(3, 8), width: random.between(3, 6), height: random.between(2.2, 3.5) },
      }),
      () => ({
        type: 'set-material',
        surface: random.pick(surfaces),
        material: random.pick(['brick-bare', 'lino', 'glass-double']),
      }),
      () => ({ type: 'face-wall', wall: random.pick(['A', 'B', 'C', 'D']) }),
      () => ({ type: 'move-head', x: random.between(0, 4), y: random.between(0, 4) }),
      () => ({
        type: 'move-loudspeaker',
        id: random.pick(['left', 'right']),
        x: random.between(0, 4),
        y: random.between(0, 4),
        mirror: random.whole(0, 1) === 1,
      }),
      () => panelOf({ depth: random.between(0.05, 0.3) }),
      () => numbers({ A: random.whole(0, 4), ceiling: random.whole(0, 4) }),
      () => ({ type: 'set-usable', usable: surfaces.slice(0, random.whole(0, 6)) }),
    ];
    const start = fresh();
    let project = start;
    const steps = [start];
    for (let i = 0; i < 500; i++) steps.push((project = applyCommand(project, random.pick(edits)()).project));
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

describe('pieces, log and site', () => {
  const entry = { id: 'log-1', at: '2026-11-01T08:00:00Z', kind: 'note' as const, text: 'Heard', readings: { L: 0.5 } };

  test('pieces are put or replaced, and taken all named or none', () => {
    const two = run(fresh(), { type: 'put-pieces', pieces: [pieceAt({ id: 'a' }), pieceAt({ id: 'b' })] });
    const moved = run(two, { type: 'put-pieces', pieces: [pieceAt({ id: 'a', u: 2 })] });
    expect(moved.treatment.pieces.map((p) => [p.id, p.place])).toMatchObject([
      ['a', { u: 2 }],
      ['b', { u: 1 }],
    ]);
    expect(() => run(moved, { type: 'take-pieces', ids: ['a', 'nobody'] })).toThrow(/got nobody/);
    expect(moved.treatment.pieces).toHaveLength(2);
    expect(run(moved, { type: 'take-pieces', ids: ['a', 'b'] }).treatment.pieces).toEqual([]);
  });

  test('numbers decided anew keep what is up of them, and its dates; the rest is decided now', () => {
    const first = run(
      fresh(),
      {
        type: 'set-numbers',
        of: null,
        numbers: [{ recipe: 'panel-10', on: 'A', count: 2 }],
        at: '2026-11-01T08:00:00Z',
      },
      { type: 'set-piece-state', ids: ['lot-1'], state: 'hung', at: '2026-11-02T08:00:00Z' },
    );
    const numbersNow = [
      { recipe: 'panel-10', on: 'C', count: 1 },
      { recipe: 'panel-10', on: 'A', count: 1 },
      { recipe: 'panel-10', on: 'A', count: 2 },
    ];
    const second = run(first, { type: 'set-numbers', of: 'panel-10', numbers: numbersNow, at: '2026-11-03T08:00:00Z' });
    expect(second.treatment.pieces).toMatchObject([
      { id: 'lot-2', place: { on: 'C', count: 1 }, state: 'decided', dates: { decided: '2026-11-03T08:00:00Z' } },
      {
        id: 'lot-1',
        place: { on: 'A', count: 3 },
        state: 'hung',
        dates: { decided: '2026-11-01T08:00:00Z', hung: '2026-11-02T08:00:00Z' },
      },
    ]);
    // Of one recipe alone: the others stay.
    const third = run(second, { type: 'set-numbers', of: 'qrd-7', numbers: [], at: null });
    expect(third.treatment.pieces).toEqual(second.treatment.pieces);
    expect(run(second, { type: 'set-numbers', of: null, numbers: [], at: null }).treatment.pieces).toEqual([]);
  });

  test('a state that does not go with the place is refused in words', () => {
    const p = run(fresh(), { type: 'put-pieces', pieces: [pieceAt()] }, numbers({ A: 1 }));
    const put = (ids: string[], state: PieceState) => () => run(p, { type: 'set-piece-state', ids, state, at: null });
    expect(put(['piece-1'], 'decided')).toThrow(/pieces\.0\.state: a piece in a definite place is laid-out or hung/);
    expect(put(['lot-1'], 'laid-out')).toThrow(/pieces\.1\.state: pieces by number are decided or hung/);
    expect(put(['lot-1', 'nobody'], 'hung')).toThrow(/id must be one of the list's, got nobody/);
  });

  test.each([
    ['straddle-15', 'A', 'corner A'],
    ['panel-10', 'corner A', 'ceiling'],
    ['cloud-10', 'B', 'ceiling'],
  ])('%s does not go on %s, but on %s', (recipe, not, on) => {
    expect(() => run(fresh(), numbers({ [not]: 1 }, recipe))).toThrow(
      /place\.on: expected a place for ".+" \(form "[a-z]+"\), got/,
    );
    const p = run(fresh(), numbers({ [on]: 1 }, recipe));
    expect(p.treatment.pieces).toHaveLength(1);
    // A form is not changed under what is decided; with nothing of it decided it is.
    const own = { ...recipeOf(p, recipe), id: 'own-9' };
    const made = run(p, { type: 'put-recipe', recipe: own }, numbers({ [on]: 2 }, 'own-9'));
    const standing: Command = { type: 'put-recipe', recipe: { ...own, form: 'block' } };
    expect(() => run(made, standing)).toThrow(/expected a place for/);
    expect(run(made, { type: 'set-numbers', of: 'own-9', numbers: [], at: null }, standing)).toBeTruthy();
  });

  test('a lock is put on and taken off; how pieces line up is kept within its limits', () => {
    const p = run(fresh(), { type: 'put-pieces', pieces: [pieceAt()] });
    const lock = (locked: boolean): Command => ({ type: 'set-locked', ids: ['piece-1'], locked });
    expect(run(p, lock(true)).treatment.pieces[0]!.locked).toBe(true);
    expect(run(p, lock(true), lock(false))).toEqual(p);
    expect(() => run(p, { type: 'set-locked', ids: ['nobody'], locked: true })).toThrow(/got nobody/);
    const hanging = (values: Partial<Project['treatment']['hanging']>) =>
      run(p, { type: 'set-hanging', hanging: values });
    expect(hanging({ by: 'tops' }).treatment.hanging).toEqual({
      by: 'tops',
      level: null,
      leastGap: 0.02,
      cloudFall: 0,
      spread: 'as-decided',
      tight: [],
      secondRow: false,
    });
    expect(() => hanging({ tight: ['Z'] })).toThrow(/treatment\.hanging\.tight/);
    // A wall cut in two gives both what it had; one that goes is forgotten.
    const tight = hanging({ tight: ['B'] });
    const parts = run(tight, { type: 'split-wall', wall: 'B', at: 2 }).treatment.hanging.tight;
    expect(parts).toHaveLength(2);
    expect(run(tight, { type: 'remove-corner', wall: 'B' }).treatment.hanging.tight).toEqual([]);
    expect(() => hanging({ leastGap: -0.01 })).toThrow(/treatment\.hanging\.leastGap/);
    expect(() => hanging({ level: 0.1 })).toThrow(/treatment\.hanging\.level/);
  });

  test('version 7 locked nothing and lined up middles at the ears; version 8 knew nothing of what holds a piece', () => {
    const { hanging, fixings, ...treatment } = structuredClone(fresh().treatment);
    const { locked, meant, note, ...piece } = pieceAt();
    void [hanging, fixings, locked, meant, note];
    const framed = { ...fresh().room, framing: { A: { kind: 'studs', spacing: 0.6, runs: 'up', first: 0.3 } } };
    const buying = { frameThickness: 0.02, stockLength: 3, kerf: 0.003, clothWidth: 1.4, clothTurn: 0.05, waste: 0.1 };
    const old = {
      ...{ ...fresh(), version: 7, room: framed, treatment: { ...treatment, pieces: [piece] } },
      ...{ buying: { ...buying, packArea: 2.88 }, making: undefined },
    };
    const migrated = migrate(old);
    const now = migrated.ok ? projectSchema.safeParse(migrated.document).data : undefined;
    expect(now?.treatment).toMatchObject({
      hanging: { by: 'middles', level: null, leastGap: 0.02, cloudFall: 0 },
      fixings: { ways: {}, wallFactor: 4, overheadFactor: 8 },
      pieces: [{ id: 'piece-1', locked: false, meant: null, note: '' }],
    });
    // Version 10 bought by habits: they are wares now.
    expect(now?.buying.workshop).toEqual({ frameThickness: 0.02, joint: 'butt', behind: 'open', clothTurn: 0.05 });
    const wares = (sort: string) => now!.buying.catalogue.filter((w) => w.sort === sort);
    expect(wares('bar').map((w) => [w.length, w.used])).toEqual([[3, true]]);
    expect([wares('slab')[0]!.pack, wares('roll')[0]!.width]).toEqual([4, 1.4]);
    expect(now?.room.framing).toEqual({ A: { kind: 'studs', spacing: 0.6, runs: 'up', first: 0.3, lining: 0.0125 } });
  });

  test('a recipe is hung in a way its form can have; made in another form, or taken away, it hangs as usual', () => {
    const mine = { ...structuredClone(RECIPES[3]!), id: 'own-1' };
    const p = run(fresh(), { type: 'put-recipe', recipe: mine }, { type: 'set-way', recipe: 'own-1', way: 'hooks' });
    expect(p.treatment.fixings.ways).toEqual({ 'own-1': 'hooks' });
    expect(() => run(p, { type: 'set-way', recipe: 'own-1', way: 'pressed' })).toThrow(
      /treatment\.fixings\.ways\.own-1: expected a way/,
    );
    expect(() => run(p, { type: 'set-way', recipe: 'nobody', way: 'hooks' })).toThrow(/expected a recipe/);
    const corner: Command = { type: 'put-recipe', recipe: { ...mine, form: 'straddle' } };
    expect(run(p, corner).treatment.fixings.ways).toEqual({});
    expect(run(p, { type: 'take-recipe', id: 'own-1' }).treatment.fixings.ways).toEqual({});
    expect(() => run(p, { type: 'set-fixings', fixings: { wallFactor: 0 } })).toThrow(/wallFactor/);
  });

  test('a piece hung elsewhere goes back to where it was meant when it is taken off again', () => {
    const up = pieceAt({ u: 1.02 });
    const p = run(fresh(), { type: 'put-pieces', pieces: [{ ...up, state: 'hung', meant: { u: 1, v: up.place.v } }] });
    const off = run(p, { type: 'set-piece-state', ids: ['piece-1'], state: 'laid-out', at: null });
    expect(off.treatment.pieces[0]).toMatchObject({ place: { u: 1 }, meant: null });
    const lot = { ...up, place: { kind: 'number' as const, on: 'A', count: 1 }, state: 'decided' as const };
    expect(() => run(p, { type: 'put-pieces', pieces: [{ ...lot, meant: { u: 0, v: 0 } }] })).toThrow(/meant/);
  });

  test('what covers first reflections is one of the recipes there are, and cannot be taken away', () => {
    expect(run(fresh(), { type: 'set-cover', recipe: 'panel-15-gap' }).treatment.cover).toBe('panel-15-gap');
    expect(() => run(fresh(), { type: 'set-cover', recipe: 'nobody' })).toThrow(/treatment\.cover: expected a recipe/);
    expect(() => run(fresh(), { type: 'take-recipe', id: 'own-first-reflection' })).toThrow(/treatment\.cover/);
  });

  test('the log keeps what was written, refuses a time that is none, and forgets what is struck', () => {
    const p = applyCommand(fresh(), { type: 'write-log', entry }).project;
    expect(p.log).toEqual([entry]);
    expect(() => applyCommand(p, { type: 'write-log', entry: { ...entry, at: 'yesterday' } })).toThrow(/log\.0\.at/);
    expect(applyCommand(p, { type: 'strike-log', id: 'log-1' }).project.log).toEqual([]);
  });

  test('a mark on site is done, found and forgotten, each by itself', () => {
    const done = applyCommand(fresh(), { type: 'set-site', mark: 'left-B', site: { done: true } }).project;
    const found = applyCommand(done, {
      type: 'set-site',
      mark: 'left-B',
      site: { found: { first: 1, second: 2 } },
    }).project;
    expect(found.site['left-B']).toEqual({ done: true, found: { first: 1, second: 2 }, note: '' });
    expect(applyCommand(found, { type: 'set-site', mark: 'left-B', site: null }).project.site).toEqual({});
  });

  test('a wall that goes takes its pieces with it; a corner put in shares them out', () => {
    const at = (id: string, u: number) => pieceAt({ id, u });
    const p = run(fresh(), { type: 'put-pieces', pieces: [at('near', 0.4), at('far', 3)] }, numbers({ B: 2 }));
    const split = run(p, { type: 'split-wall', wall: 'B', at: 2 });
    const [near, far] = split.treatment.pieces;
    expect(near!.place).toMatchObject({ face: 'B', u: 0.4 });
    expect(far!.place).toMatchObject({ face: expect.not.stringMatching(/^B$/), u: expect.closeTo(1, 9) });
    const gone = run(split, { type: 'remove-corner', wall: 'B' });
    expect(gone.treatment.pieces.filter((t) => t.place.kind === 'number')).toEqual([]);
  });
});

describe('the saved document', () => {
  test.each([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16])('the sample of version %i opens', (version) => {
    const sample: unknown = JSON.parse(
      readFileSync(new URL(`./samples/version-${version}.tawny.json`, import.meta.url), 'utf8'),
    );
    const migrated = migrate(sample);
    expect(migrated.ok && projectSchema.safeParse(migrated.document).success).toBe(true);
  });

  test('versions of the future and strangers are refused with what was found', () => {
    expect(migrate({ ...fresh(), version: 99 })).toEqual({ ok: false, code: 'too-new', path: 'version', found: '99' });
    expect(migrate({ ...fresh(), version: '1' })).toMatchObject({ code: 'no-version', found: '"1"' });
    expect(migrate({ format: 'something-else', version: 1 })).toMatchObject({
      code: 'foreign',
      found: '"something-else"',
    });
    expect(migrate([1, 2])).toMatchObject({ code: 'not-an-object', found: 'a list' });
    expect(migrate(null)).toMatchObject({ code: 'not-an-object' });
  });

  const lot = (count: number): Project['treatment']['pieces'][number] => ({
    ...pieceAt({ id: 'lot' }),
    place: { kind: 'number', on: 'A', count },
    state: 'decided',
  });
  const broken: [string, (p: Project) => void, RegExp][] = [
    ['a wall without material', (p) => delete p.room.surfaces.B, /room\.surfaces\.B/],
    [
      'walls that cross',
      (p) => void (p.room.corners = [p.room.corners[0]!, p.room.corners[2]!, p.room.corners[1]!, p.room.corners[3]!]),
      /room\.corners/,
    ],
    ['walls listed anticlockwise', (p) => void p.room.corners.reverse(), /room\.corners/],
    ['a wall of no length', (p) => void Object.assign(p.room.corners[1]!, { x: 0, y: 0 }), /room\.corners/],
    ['an unknown faced wall', (p) => void (p.listening.facing = 'Z'), /listening\.facing/],
    ['two loudspeakers of one letter', (p) => void (p.loudspeakers[1]!.letter = 'L'), /loudspeakers\.1\.letter/],
    [
      'a piece on a surface that is not there',
      (p) => void p.treatment.pieces.push(pieceAt({ face: 'Q' })),
      /pieces\.0/,
    ],
    ['a piece of nothing known', (p) => void p.treatment.pieces.push(pieceAt({ recipe: 'x' })), /pieces\.0\.recipe/],
    ['two pieces of one id', (p) => void p.treatment.pieces.push(pieceAt(), pieceAt()), /pieces\.1\.id/],
    ['half a panel', (p) => void p.treatment.pieces.push(lot(1.5)), /pieces\.0\.place\.count/],
    ['one number said twice', (p) => void p.treatment.pieces.push(lot(1), { ...lot(2), id: 'n' }), /pieces\.1\.place/],
    ['a cover nobody has', (p) => void (p.treatment.cover = 'own-9'), /treatment\.cover/],
    ['an opening on no wall', (p) => void p.room.openings.push({ ...door(), wall: 'Q' }), /openings\.0\.wall/],
    ['a patch of unknown stuff', (p) => void p.room.patches.push(patch({ material: 'moon' })), /patches\.0\.material/],
    ['two things of one id', (p) => void p.room.patches.push(patch({}), patch({})), /^room$/],
    [
      'a ridge outside the room',
      (p) => void (p.room.ceiling = { shape: 'ridge', along: 'A', at: 9, top: 3, far: 2 }),
      /room\.ceiling/,
    ],
    [
      'a desk thinner than nothing',
      (p) => void p.room.furniture.push(wardrobe({ height: 0.7, lift: 0.7 })),
      /furniture\.0\.lift/,
    ],
    ['a state that is not there', (p) => void (p.states.current = 'none'), /states\.current/],
    ['an endless height', (p) => void (p.room.height = Infinity), /room\.height/],
  ];
  test.each(broken)('%s is not valid, and the place is named', (_name, spoil, place) => {
    const p = structuredClone(fresh());
    spoil(p);
    const result = projectSchema.safeParse(p);
    expect(result.success).toBe(false);
    expect(result.error!.issues.map((i) => i.path.join('.')).join(' ')).toMatch(place);
  });

  test('the JSON Schema in docs is the one the code makes', () => {
    const kept = readFileSync(new URL('../../../docs/schema/project.schema.json', import.meta.url), 'utf8');
    expect(kept).toBe(projectJsonSchema());
  });
});
