import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { file, folder, tawny } from './testing';

const demo = fileURLToPath(new URL('../../demo/bakehouse.tawny.json', import.meta.url));

interface Results {
  results: { id: string; output?: Record<string, unknown>; error?: { code: string; message: string; path: string } }[];
}
async function calc(topic: string, ...inputs: unknown[]) {
  const cases = inputs.map((input, i) => ({ id: `c${i}`, input }));
  const answer = await tawny('calc', topic, '--cases', file(`${topic}.json`, { cases }));
  return { ...answer, results: (JSON.parse(answer.out) as Results).results };
}

describe('calc', () => {
  test('answers with the ids it was given, one result a case', async () => {
    const { status, results } = await calc('targets', { V: 100, frequencies: [63, 1000] }, { dropDb: 30, within: 0.2 });
    expect(status).toBe(0);
    expect(results.map((r) => r.id)).toEqual(['c0', 'c1']);
    expect(results[1]!.output).toEqual({ T: expect.closeTo(0.4, 12) });
  });

  test('boards: parts as they lie, what is left, and what it must cost at least', async () => {
    const stock = [{ length: 1.2, width: 0.6, price: 7 }];
    const { status, results } = await calc(
      'boards',
      { stock, pieces: [{ length: 0.424, width: 0.424, count: 5 }] },
      { stock, pieces: [{ length: 1.3, width: 0.2, count: 1 }] },
    );
    expect(status).toBe(0);
    const [plan, none] = results.map((r) => r.output as { boards: number; cost: number; cuts: { rests: unknown[] }[] });
    expect(plan).toMatchObject({ feasible: true, boards: 3, cost: 21, proved: true, atLeast: 21 });
    expect(plan!.cuts[0]!.rests.length).toBeGreaterThan(0);
    expect(none).toEqual({ feasible: false, cost: null, boards: null });
  });

  test('an invalid input fails with its path and status 2; the cases around it are still answered', async () => {
    const good = { V: 80, frequencies: [500] };
    const { status, results, err } = await calc('targets', good, { V: 'large', frequencies: [500] }, good);
    expect(status).toBe(2);
    expect(results[1]!.error).toEqual({
      code: 'invalid-input',
      path: 'input.V',
      message: 'input.V: expected a number, found "large"',
    });
    expect(results[2]!.output).toEqual(results[0]!.output);
    expect(err).toBe('case c1: input.V: expected a number, found "large"');
  });

  test('every part of absorbers and targets answers; a stack that ends in a sheet is refused by its place', async () => {
    const { status, results } = await calc(
      'absorbers',
      { m: 6, cavityDepth: 0.1 },
      { V: 0.06, portRadius: 0.02, portLength: 0.1, ends: ['flanged', 'flanged'] },
      { layers: [{ type: 'mpp', d: 3e-4, t: 5e-4, eps: 0.01 }], frequencies: [500] },
      { frequencies: [100], alpha: [0.3] },
    );
    expect(status).toBe(2);
    expect(results[0]!.output).toMatchObject({ f0: expect.closeTo(77.38, 1) });
    expect(results[1]!.output).toMatchObject({ effectiveLength: expect.closeTo(0.134, 3) });
    expect(results[2]!.error).toMatchObject({ code: 'invalid-input', path: 'input.layers[0].type' });
    expect(results[3]!.error!.message).toMatch(/a rating needs the third octave 125 Hz/);
    expect((await calc('targets', { group: 'A1', V: 200 })).results[0]!.output).toMatchObject({
      T: expect.closeTo(1.1055, 3),
    });
  });

  test('a diffuser that cannot be is refused with the nearest that can', async () => {
    const { status, results } = await calc(
      'diffusers',
      { kind: 'qrd', N: 15, root: null },
      { kind: 'prd', N: 11, root: 3 },
      { kind: 'prd2d', N: 11, root: 2, rows: 3, cols: 4, designFrequency: 800, c: 343 },
    );
    expect(status).toBe(0);
    expect(results[0]!.output).toEqual({ valid: false, reason: 'N not prime', instead: [13, 17] });
    expect(results[1]!.output).toMatchObject({ valid: false, reason: '3 is not a primitive root of 11' });
    expect(results[2]!.output).toMatchObject({ valid: false, instead: [2, 5] });
  });

  test.each<[string, unknown, string]>([
    ['air', { T: 20, RH: 120, p: 101325, frequencies: [] }, 'input.RH'],
    ['modes', { L: [5, 4], c: 343, fmax: 100 }, 'input.L'],
    ['modes', { L: [500, 400, 300], c: 343, fmax: 20000 }, 'input.fmax'],
    [
      'images',
      {
        surfaces: [
          {
            id: 'a',
            vertices: [
              [0, 0, 0],
              [1, 0, 0],
              [2, 0, 0],
            ],
            alpha: 0,
          },
        ],
        source: [0, 0, 1],
        receiver: [1, 0, 1],
        order: 1,
        c: 343,
      },
      'input.surfaces[0].vertices',
    ],
    [
      'images',
      {
        surfaces: [
          {
            id: 'a',
            vertices: [
              [0, 0, 0],
              [1, 0, 0],
              [1, 1, 0.5],
              [0, 1, 0],
            ],
            alpha: 0,
          },
        ],
        source: [0, 0, 1],
        receiver: [1, 0, 1],
        order: 1,
        c: 343,
      },
      'input.surfaces[0].vertices[0]',
    ],
    ['images', { surfaces: [], source: [0, 0, 1], receiver: [0, 0, 1], order: 1, c: 343 }, 'input.receiver'],
    [
      'sbir',
      { source: [1, 1, 1], receiver: [2, 2, 2], planes: ['x', 'x'], c: 343, R: 1, frequencies: [] },
      'input.planes[1]',
    ],
    [
      'sbir',
      { source: [-1, 1, 1], receiver: [2, 2, 2], planes: ['x'], c: 343, R: 1, frequencies: [] },
      'input.source[0]',
    ],
    [
      'reverb',
      {
        V: 50,
        surfaces: [
          { area: 10, alpha: [0.1, 0.2] },
          { area: 5, alpha: [0.1] },
        ],
      },
      'input.surfaces[1].alpha',
    ],
    [
      'absorbers',
      { layers: [{ type: 'porous', model: 'miki', sigma: -3, d: 0.1 }], frequencies: [100] },
      'input.layers[0].sigma',
    ],
    [
      'panels',
      { panels: [{ area: 1, alpha: [0.5], cost: 1, max: 2 }], need: [1, 1], areaMax: null },
      'input.panels[0].alpha',
    ],
    ['panels', { wall: -1, widths: [0.6] }, 'input.wall'],
  ])('%s refuses %#: %j', async (topic, input, path) => {
    const { status, results } = await calc(topic, input);
    expect(status).toBe(2);
    expect(results[0]!.error).toMatchObject({ code: 'invalid-input', path });
  });

  test('nothing absorbs: null, never a made-up number', async () => {
    const { results } = await calc('reverb', { V: 50, surfaces: [{ area: 90, alpha: [0], axis: 'x' }], c: 343.2 });
    expect(results[0]!.output).toMatchObject({ sabine: [null], eyring: [null], millington: [null] });
  });

  test('outside its range the older fibre model gives null', async () => {
    const { results } = await calc('absorbers', {
      layers: [{ type: 'porous', model: 'delany-bazley', sigma: 20000, d: 0.05 }],
      frequencies: [50, 500],
    });
    const { alphaNormal } = results[0]!.output as { alphaNormal: (number | null)[] };
    expect(alphaNormal[0]).toBeNull();
    expect(alphaNormal[1]).toBeGreaterThan(0.4);
  });

  test('files that are no cases file, topics that are none, and no arguments: status 2 and what was expected', async () => {
    expect(await tawny('calc', 'air', '--cases', file('broken.json', '{"cases": [}'))).toMatchObject({
      status: 2,
      out: '',
      err: expect.stringMatching(/broken.json: expected a JSON file/),
    });
    expect(await tawny('calc', 'air', '--cases', file('no.json', { cases: 3 }))).toMatchObject({
      status: 2,
      err: expect.stringMatching(/cases: expected a list, found 3/),
    });
    expect(await tawny('calc', 'air', '--cases', join(folder, 'absent.json'))).toMatchObject({ status: 2 });
    expect(await tawny('calc', 'astrology', '--cases', 'x')).toMatchObject({
      status: 2,
      err: expect.stringMatching(/topic: expected one of air, modes/),
    });
    for (const wrong of [
      ['check'],
      ['check', 'a.json', '--json'],
      ['check', 'a.json', 'b.json'],
      ['report', 'a.json', '--cases', 'c.json'],
      ['calc', 'modes'],
      ['calc', 'modes', '--cases'],
      ['calc', 'modes', 'more', '--cases', 'c.json'],
      ['reference', 'more'],
      ['schema', '--force'],
    ])
      expect([wrong, await tawny(...wrong)]).toEqual([
        wrong,
        { status: 2, out: '', err: expect.stringMatching(/^usage:/) },
      ]);
    // In any order, and a name that begins with a dash behind two of them.
    expect((await tawny('calc', '--cases', 'none.json', 'modes')).err).toMatch(/none.json: cannot be read/);
    expect((await tawny('check', '--', '-none.json')).err).toMatch(/-none.json: cannot be read/);
    expect((await tawny()).err).toMatch(/^usage:/);
  });
});

describe('hang', () => {
  interface Hung {
    pieces: {
      label: string;
      recipe: string;
      face: string;
      order: number;
      covers: string[];
      edges: Record<string, number>;
      way: string;
      mass: number;
      fixings: { role: string; face: string; fromMiddle: number; v: number; shear: number; rated: number }[];
    }[];
    unplaced: { on: string; count: number; sentence: string; ways: { way: string }[] }[];
    level: { by: string; height: number };
    conflicts: unknown[];
  }

  test('every piece with its recipe, face, edges and order; what has no place with its reason', async () => {
    const { status, out } = await tawny('hang', demo, '--afresh', '--json');
    expect(status).toBe(0);
    const hung = JSON.parse(out) as Hung;
    expect(hung.pieces.map((p) => p.order).sort((a, b) => a - b)).toEqual(hung.pieces.map((_, i) => i + 1));
    for (const { edges } of hung.pieces) expect(edges.right! - edges.left!).toBeGreaterThan(0.1);
    expect(hung.conflicts).toEqual([]);
    // A cleat's screws carry the piece's weight together, and lie on it.
    for (const p of hung.pieces.filter((o) => o.way === 'cleat')) {
      expect(p.fixings.reduce((sum, f) => sum + f.shear, 0)).toBeCloseTo(p.mass * 9.81, 6);
      for (const f of p.fixings) {
        expect([f.face, f.v > p.edges.low! && f.v < p.edges.high!]).toEqual([p.face, true]);
        expect(f.rated).toBeGreaterThan(0);
      }
    }
    const rear = hung.unplaced.find((u) => u.on === 'C')!;
    // One of two lies over the sofa.
    expect(rear).toMatchObject({ count: 1, sentence: expect.stringContaining('rear wall') });
    expect(rear.ways.map((w) => w.way)).toContain('move');
    // All eight of the demo are told of.
    expect(hung.pieces.length + hung.unplaced.reduce((n, u) => n + u.count, 0)).toBe(8);
  });

  test('as text: by face, from the middle line; files that are none end with status 2', async () => {
    const { out } = await tawny('hang', demo);
    expect(out).toMatch(/^Bakehouse: \d pieces, middles at 122\.0 cm/);
    expect(out).toMatch(/B1 .+left edge 195\.3 cm left, bottom 92\.0 cm/);
    expect(out).toMatch(
      /on a cleat\n +screw of the cleat [\d.]+ cm left, 142\.0 cm up; (stud|board alone); \d+ kg or more/,
    );
    expect((await tawny('hang', file('none.json', '{}'))).status).toBe(2);
    expect((await tawny('hang', demo, demo)).status).toBe(2);
  });
});

describe('check and report', () => {
  test('the demo is valid', async () => {
    expect(await tawny('check', demo)).toMatchObject({
      status: 0,
      out: expect.stringMatching(/valid project, "Bakehouse"/),
    });
  });

  test('a broken one is refused with path and reason, on standard error only', async () => {
    const document = JSON.parse(readFileSync(demo, 'utf8')) as { room: { height: unknown } };
    document.room.height = 'tall';
    const path = file('tall.tawny.json', document);
    expect(await tawny('check', path)).toEqual({
      status: 2,
      out: '',
      err: `${path}: room.height: expected a number, found "tall"`,
    });
    expect((await tawny('check', join(folder, 'absent'))).err).toMatch(/no such file/);
  });

  test('the report holds every study, as JSON and as text', async () => {
    const json = JSON.parse((await tawny('report', demo, '--json')).out) as Record<
      string,
      { answer?: { status: string } }
    >;
    expect(Object.keys(json)).toEqual([
      'project',
      'room',
      'symmetry',
      'seat',
      'bass',
      'marks',
      'decay',
      'build',
      'cuts',
      'toBuy',
      'currency',
      'verdict',
      'issues',
    ]);
    // Six frames of 60 × 120 cm and two of 60 × 60 cm: fill, timber of two widths for frames and braces, cloth, all proved.
    const cuts = json.cuts as unknown as { need: { of: { sort: string } }; plan: { proved: boolean } }[];
    expect(cuts.map((p) => [p.need.of.sort, p.plan.proved])).toEqual([
      ['slab', true],
      ['bar', true],
      ['bar', true],
      ['roll', true],
    ]);
    expect(json.decay!.answer!.status).toBe('reached');
    const text = (await tawny('report', demo)).out;
    for (const heading of ['Seat', 'Bass', 'Marks', 'Decay', 'Build'])
      expect(text).toMatch(new RegExp(`^${heading}`, 'm'));
    expect(text).not.toMatch(/NaN|undefined/);
  });

  test('build says what to buy, cut and do: as text, JSON and CSV, all of one mind', async () => {
    const json = JSON.parse((await tawny('build', demo, '--json')).out) as {
      money: { known: number };
      toBuy: { item: string; money: number | null }[];
      plans: { kind: string; parts: { label: string; count: number }[] }[];
      work: { batches: unknown[][] };
    };
    const sum = json.toBuy.reduce((s, l) => s + (l.money ?? 0), 0);
    expect(json.money.known).toBeCloseTo(sum, 6);
    expect(json.plans.every((p) => p.kind !== 'none')).toBe(true);
    expect(json.work.batches.map((b) => b.length)).toEqual([4, 4]);
    const csv = (await tawny('build', demo, '--csv')).out;
    expect(csv).toContain(`To buy,"Together, where a price is known",,,${Math.round(sum * 100) / 100},,`);
    for (const list of ['To buy', 'Parts', 'Cutting', 'Work']) expect(csv).toMatch(new RegExp(`^${list},`, 'm'));
    const text = (await tawny('build', demo)).out;
    expect(text).toContain(`together ${sum.toFixed(2)} EUR`);
    expect(text).not.toMatch(/NaN|undefined/);
    expect((await tawny('build', demo, '--json', '--csv')).status).toBe(2);
  });
});
