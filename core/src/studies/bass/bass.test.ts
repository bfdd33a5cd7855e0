import { boxModes } from '../../physics/modes/box';
import { loadLinalg } from '../../numerics/linalg/load';
import type { Command } from '../../document/commands/commands';
import type { OwnRecipe, Project } from '../../document/schema/project';
import { recipeOf } from '../../document/recipes';
import { numbers, pieceAt } from '../../testing/pieces';
import { piecesAt } from './helps';
import { edited, plainBox, wardrobe } from '../../testing/rooms';
import { motionWords, refusalSentence, swingText } from '../../words/bass';
import { createBassRunner } from './run';
import { workingOfHelps, workingOfResponse, workingOfSwing, workingOfWaveMode } from './working';
import { settingOf } from '../../room/setting';
import { waveRoomOf } from '../waves/waveRoom';
import { demo } from '../../testing/demo';
import { solver } from '../../testing/waves';

/** Deep fill on the rear wall. */
const deep = (values: Parameters<typeof pieceAt>[0] = {}) =>
  pieceAt({ recipe: 'deep-rear', face: 'C', v: 0.5, width: 1.2, height: 1.2, ...values });
const own = (values: Partial<OwnRecipe>, from: string = 'panel-10'): OwnRecipe => ({
  ...structuredClone(recipeOf(plainBox(), from)),
  ...values,
  id: 'own-1',
});

describe('the answer', () => {
  test('a box: its modes, their ways and what the ears hear of them are the closed form’s', async () => {
    const project = plainBox();
    const setting = settingOf(project);
    const answer = await solver()('answer', project, {});
    const exact = boxModes([4, 5, 2.5], setting.c, 110);
    exact.forEach((m, i) => expect(answer.modes[i + 1]!.f / m.f).toBeCloseTo(1, 2));
    // First along the length, then across the width, then floor to ceiling.
    expect(motionWords(answer.modes[1]!.motion)).toBe('along the length');
    expect(motionWords(answer.modes[2]!.motion)).toBe('across the width');
    const [, y] = setting.head;
    expect(Math.abs(answer.modes[1]!.head)).toBeCloseTo(Math.abs(Math.cos((Math.PI * y) / 5)), 1);
    expect(Math.abs(answer.modes[2]!.head)).toBeLessThan(0.02);
    expect(answer.low.every((v, i) => v <= answer.all[i]! + 1e-9 && answer.high[i]! >= answer.all[i]! - 1e-9)).toBe(
      true,
    );
    expect(answer.bare).toBeNull();
    expect(answer.frequencies).toHaveLength(answer.all.length);
    expect(workingOfResponse(setting, answer).result.value).toBe(120);
    expect(workingOfSwing(answer.swings[0]!).result.value).toBe(answer.swings[0]!.swingDb);
    expect(workingOfWaveMode(answer.modes[1]!).result.value).toBe(answer.modes[1]!.time);
    expect(swingText(answer.swings[0]!)).toMatch(/^± [\d.]+ dB \(limit ± 5\)/);
  });

  test('what hangs shortens decay and leaves a ghost; more of it shortens more', async () => {
    const ask = solver();
    const one = await ask('answer', edited(plainBox(), { type: 'put-pieces', pieces: [deep()] }), {});
    const two = await ask(
      'answer',
      edited(plainBox(), { type: 'put-pieces', pieces: [deep(), deep({ id: 'second', face: 'A' })] }),
      {},
    );
    expect(one.bare).not.toBeNull();
    expect(one.modes[1]!.time).toBeLessThan(one.modes[1]!.timeBare);
    expect(two.modes[1]!.time).toBeLessThan(one.modes[1]!.time);
    expect(two.modes[1]!.timeBare).toBeCloseTo(one.modes[1]!.timeBare, 9);
  });

  test('moving loudspeaker, head or a panel asks for no new modes; moving a wall does', async () => {
    // The largest piece of memory is the eigenproblem's.
    const sizes: number[] = [];
    const ask = solver((bytes) => {
      sizes.push(bytes);
      return loadLinalg(bytes);
    });
    const project = plainBox();
    const before = await ask('answer', project, {});
    const count = sizes.length;
    const eigen = Math.max(...sizes);
    await ask('answer', edited(project, { type: 'move-loudspeaker', id: 'left', x: 1, y: 0.9, mirror: true }), {});
    // The head stands for the moved loudspeakers: nothing at all is worked out.
    expect(sizes).toHaveLength(count);
    await ask('answer', edited(project, { type: 'move-head', x: 2, y: 3 }), {});
    expect(sizes).toHaveLength(count);
    await ask('answer', edited(project, { type: 'put-pieces', pieces: [deep()] }), {});
    expect(sizes.length).toBeGreaterThan(count);
    expect(sizes.filter((b) => b === eigen)).toHaveLength(1);
    const after = await ask('answer', edited(project, { type: 'move-wall', wall: 'C', by: -0.2 }), {});
    expect(after.modes[1]!.f).not.toBeCloseTo(before.modes[1]!.f, 2);
  });

  test('a wardrobe is cut out of the air, a person only absorbs', () => {
    const volume = (p: Project) => {
      const room = waveRoomOf(settingOf(p), 'coarse');
      return 'refused' in room ? 0 : room.air.volume;
    };
    const plain = volume(plainBox());
    const cupboard = wardrobe();
    expect(volume(edited(plainBox(), { type: 'put', list: 'furniture', thing: cupboard }))).toBeCloseTo(
      plain - 0.6 * 1.2 * 2,
      3,
    );
    const person = wardrobe({ kind: 'person', material: 'person-seated', height: 1.3 });
    expect(
      volume(edited(plainBox(), { type: 'put', list: 'furniture', thing: { ...person, material: cupboard.material } })),
    ).toBeCloseTo(plain, 6);
  });

  test.each(['bakehouse', 'ferry-hall', 'signal-cabin'])(
    '%s is solved, every mode decays, nothing is out of bounds',
    async (name) => {
      const answer = await solver()('answer', demo(name), {});
      expect(answer.top).toBe(120);
      for (const m of answer.modes.slice(1)) {
        expect(m.time).toBeGreaterThan(0.05);
        expect(m.time).toBeLessThan(6);
        expect(Math.abs(m.head)).toBeLessThanOrEqual(1.001);
      }
      for (const v of answer.all) expect(v).toBeGreaterThan(-125);
      expect(answer.swings[0]!.swingDb).toBeGreaterThan(3);
    },
  );

  test('a hall beyond the method is refused before it starts, with the limit', async () => {
    const hall = edited(plainBox(), { type: 'set-box', box: { length: 45, width: 40, height: 18 } });
    const run = createBassRunner(() => Promise.reject(new Error('must not be asked')));
    const outcome = await run({ task: 'answer', project: hall, quality: 'full' }, () => {});
    expect(outcome).toMatchObject({ refused: { reason: 'too-large' } });
    if ('refused' in outcome) expect(refusalSentence(outcome.refused)).toMatch(/60 Hz is the least/);
    expect(refusalSentence({ reason: 'leaks', volume: 10, faces: 9 })).toMatch(/do not close/);
    expect(refusalSentence({ reason: 'memory', bytes: 2 ** 31, limit: 2 ** 30 })).toMatch(/2048 MB.*1024 MB/);
    expect(refusalSentence({ reason: 'apart', parts: 2 })).toMatch(/2 parts/);
    expect(refusalSentence({ reason: 'unfinished' })).toMatch(/Nothing is shown/);
  });
});

describe('why', () => {
  const centred = edited(plainBox(), { type: 'move-head', x: 2, y: 2.5 });

  test('ears half way down the room: the first length mode is silent there; ways out of the dip are what they say', async () => {
    const ask = solver();
    const answer = await ask('answer', centred, {});
    const silent = await ask('why', centred, { f: answer.modes[1]!.f });
    expect(Math.abs(silent.modes.find((m) => m.index === 1)!.head)).toBeLessThan(0.05);
    const why = await ask('why', centred, { f: answer.swings[0]!.lowHz });
    expect(why.shape).toBe('dip');
    expect(why.causes[0]!.kind).not.toBe('even');
    for (const way of why.ways) {
      expect(way.levelDb).toBeGreaterThan(why.levelDb + 5.9);
      if (way.what !== 'head') continue;
      const moved = edited(centred, { type: 'move-head', x: way.to[0], y: way.to[1] });
      expect((await ask('why', moved, { f: why.f })).levelDb).toBeCloseTo(way.levelDb, 1);
    }
  });

  test('two modes are said to work against each other only where their parts do: below its own note a mode answers the other way', async () => {
    const ask = solver();
    const setting = settingOf(plainBox());
    const { modes } = await ask('answer', plainBox(), {});
    let judged = 0;
    for (let f = 30; f < 115; f += 1.5) {
      const why = await ask('why', plainBox(), { f });
      for (const cause of why.causes) {
        if (cause.kind !== 'between' && cause.kind !== 'thin') continue;
        // By hand: Σ φ(L) + φ(R) times φ(ears), over κ² − k²: above its frequency a mode turns over.
        const sign = (index: number) => {
          const m = modes[index]!;
          const heard = m.head * Object.values(m.sources).reduce((s, v) => s + v, 0);
          return Math.sign(heard) * (m.f > why.f ? 1 : -1);
        };
        const [below, above] = [cause.below.index, cause.above.index];
        if (below === 0) continue;
        expect({ f, kind: cause.kind }).toEqual({ f, kind: sign(below) === sign(above) ? 'thin' : 'between' });
        judged += 1;
      }
    }
    expect(setting.loudspeakers).toHaveLength(2);
    expect(judged).toBeGreaterThan(0);
  });

  test('at a peak the mode that carries it is named', async () => {
    const ask = solver();
    const answer = await ask('answer', plainBox(), {});
    const best = answer.swings[0]!.highHz;
    const why = await ask('why', plainBox(), { f: best });
    expect(why.shape).toBe('peak');
    const [cause] = why.causes;
    expect(cause!.kind).toBe('mode-peak');
    if (cause!.kind === 'mode-peak') expect(Math.abs(cause!.mode.f - best)).toBeLessThan(5);
    expect(why.boundaries.length).toBeGreaterThan(0);
  });

  test('a subwoofer turned over against the pair is found out', async () => {
    const ask = solver();
    const base = edited(plainBox(), { type: 'set-rig', layout: 'stereo', second: false, subs: 1 });
    const sub = base.loudspeakers.find((l) => l.role === 'sub')!;
    const answers = await Promise.all(
      [false, true].map(async (inverted) => {
        const feed = { ...sub.feed, inverted };
        return ask(
          'answer',
          edited(base, { type: 'set-loudspeaker', id: sub.id, values: { feed }, mirror: false }),
          {},
        );
      }),
    );
    const [upright, over] = answers as [(typeof answers)[0], (typeof answers)[0]];
    const apart = upright.all.map((v, q) => Math.abs(v - over.all[q]!));
    const i = apart.indexOf(Math.max(...apart));
    expect(apart[i]).toBeGreaterThan(6);
    const worse = over.all[i]! < upright.all[i]! ? over : upright;
    expect(worse.all[i]!).toBeLessThan(Math.max(...worse.loudspeakers.map((l) => l.levelDb[i]!)));
    expect(upright.subs).not.toBeNull();
    await expect(ask('why', base, { f: 400 })).rejects.toThrow(/f must be between 15 and 120/);
  });
});

describe('maps', () => {
  test('a mode’s map: ± 1 at most, highest on the end walls, velocity where pressure vanishes', async () => {
    const ask = solver();
    const map = await ask('map', plainBox(), { wish: { kind: 'mode', index: 1 }, height: 1.2 });
    const { plan } = map;
    const values = Array.from(plan.re).filter((v) => !Number.isNaN(v));
    expect(Math.max(...values.map(Math.abs))).toBeLessThanOrEqual(1.01);
    expect(map.highest[0]!.name).toMatch(/front|rear/);
    const row = (y: number) => Math.min(plan.rows - 1, Math.floor((y - plan.from[1]) / plan.step[1]));
    const at = (list: ArrayLike<number>, y: number) =>
      Math.abs(list[row(y) * plan.columns + Math.floor(plan.columns / 2)]!);
    expect(at(plan.re, 2.5)).toBeLessThan(0.1);
    expect(at(plan.re, 0.1)).toBeGreaterThan(0.95);
    expect(at(map.velocity, 2.5)).toBeGreaterThan(0.9);
    expect(at(map.velocity, 0.05)).toBeLessThan(0.2);
    expect(Object.keys(map.walls).sort()).toEqual(['A', 'B', 'C', 'D']);
    await expect(ask('map', plainBox(), { wish: { kind: 'mode', index: 900 }, height: 1 })).rejects.toThrow(/index/);
  });

  test('driven by a pair in a symmetric room the map is symmetric', async () => {
    const map = await solver()('map', plainBox(), {
      wish: { kind: 'driven', f: 55, loudspeakers: ['left', 'right'] },
      height: 1,
    });
    const { re, im, columns, rows } = map.plan;
    for (let j = 0; j < rows; j += 3) {
      for (let i = 0; i < columns / 2; i += 3) {
        const [a, b] = [j * columns + i, j * columns + columns - 1 - i];
        expect(Math.abs(Math.hypot(re[a]!, im[a]!) - Math.hypot(re[b]!, im[b]!))).toBeLessThan(0.02);
      }
    }
  });
});

describe('treatment', () => {
  /** A skin before a box of 20 cm. */
  const skinBox = (m: number, air = 0.135): OwnRecipe =>
    own(
      {
        layers: [
          { type: 'air', d: air },
          { type: 'porous', fill: 'glass-wool', density: 34, sigma: 10000, model: 'miki', d: 0.05 },
          { type: 'air', d: 0.015 },
          { type: 'skin', m },
        ],
      },
      'membrane-70',
    );

  test('a box tuned to a mode helps most where its pressure is, and does nothing in its null', async () => {
    const ask = solver();
    const project = plainBox();
    const { modes } = await ask('answer', project, {});
    const { c, rho } = settingOf(project);
    const w = (2 * Math.PI * modes[1]!.f) / c;
    const massPerArea = rho / (w * Math.tan(w * 0.2));
    const tuned = skinBox(massPerArea);
    const helps = await ask('helps', project, { mode: 1, recipe: tuned, target: 0.45 });
    expect(helps.alpha).toBeGreaterThan(0.5);
    expect(helps.places[0]!.name).toMatch(/front|rear/);
    helps.places.slice(1).forEach((p, i) => expect(p.perArea).toBeLessThanOrEqual(helps.places[i]!.perArea));
    expect(helps.worst!.perArea).toBeLessThan(0.05 * helps.places[0]!.perArea);
    expect(helps.needed).toBeGreaterThan(0);
    expect(workingOfHelps(helps).result.value).toBe(helps.places[0]!.time);
    // Made for another note it does next to nothing.
    const wrong = await ask('helps', project, {
      mode: 1,
      recipe: own(
        {
          layers: [
            { type: 'air', d: 0.03 },
            { type: 'skin', m: 0.5 },
          ],
        },
        'membrane-70',
      ),
      target: 0.45,
    });
    expect(wrong.places[0]!.perArea).toBeLessThan(0.05 * helps.places[0]!.perArea);
    expect([helps.useless, wrong.useless]).toEqual([false, true]);
    // A longer decay asks for no more pieces.
    const easy = await ask('helps', project, { mode: 1, recipe: tuned, target: 1 });
    expect(easy.needed!).toBeLessThanOrEqual(helps.needed!);
    await expect(ask('helps', project, { mode: 0, recipe: tuned, target: 1 })).rejects.toThrow(/mode must be from 1/);
  });

  test('hung where it was proposed, the mode decays about as said; a corner fill works on both walls', async () => {
    const ask = solver();
    const project = plainBox();
    const corner = own({ width: 0.5 * Math.SQRT2, height: 2 }, 'corner-solid');
    const helps = await ask('helps', project, { mode: 2, recipe: corner, target: 0.3 });
    const [best] = helps.places;
    const made = edited(project, { type: 'put-recipe', recipe: corner });
    const pieces = piecesAt(settingOf(made), corner, [best!], null);
    expect(pieces).toMatchObject([{ recipe: 'own-1', place: { face: best!.face, width: expect.closeTo(0.5, 9) } }]);
    const answer = await ask('answer', edited(made, { type: 'put-pieces', pieces }), {});
    expect(answer.modes[2]!.time).toBeLessThan(helps.mode.time);
    expect(Math.abs(answer.modes[2]!.time / best!.time - 1)).toBeLessThan(0.1);
  });

  test('what is decided by number is spread evenly: all that fits is the whole wall, the whole corner', async () => {
    const ask = solver();
    const times = async (...commands: Command[]) => {
      const answer = await ask('answer', edited(plainBox(), ...commands), {});
      return { times: answer.modes.slice(1, 12).map((m) => m.time), byNumber: answer.byNumber };
    };
    // Four pieces of 1 × 2.5 m are the whole rear wall of 4 × 2.5 m.
    const tall = { type: 'put-recipe' as const, recipe: own({ width: 1, height: 2.5 }) };
    const counted = await times(tall, numbers({ C: 4 }, 'own-1'));
    const half = { recipe: 'own-1', face: 'C', v: 0, width: 2, height: 2.5 };
    const laid = await times(tall, {
      type: 'put-pieces',
      pieces: [pieceAt({ ...half, u: 0 }), pieceAt({ ...half, id: 'other', u: 2 })],
    });
    expect([counted.byNumber, laid.byNumber]).toEqual([4, 0]);
    counted.times.forEach((t, i) => expect(t / laid.times[i]!).toBeCloseTo(1, 6));
    // Fewer do less, none of it on other walls.
    const two = await times(tall, numbers({ C: 2 }, 'own-1'));
    expect(two.times[0]!).toBeGreaterThan(counted.times[0]!);
    const corner = { type: 'put-recipe' as const, recipe: own({ width: 0.6, height: 2.5 }, 'corner-solid') };
    const inCorner = await times(corner, numbers({ 'corner C': 1 }, 'own-1'));
    const leg = { recipe: 'own-1', face: 'B', u: 0, v: 0, width: 0.6 / Math.SQRT2, height: 2.5 };
    const whole = await times(corner, { type: 'put-pieces', pieces: [pieceAt(leg)] });
    inCorner.times.forEach((t, i) => expect(t / whole.times[i]!).toBeCloseTo(1, 5));
  });
});
