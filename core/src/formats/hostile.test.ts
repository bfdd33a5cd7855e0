/** Files from elsewhere, most of them broken: a sentence each, never a fault, never an end that does not come. */
import { readFileSync } from 'node:fs';
import { writeProjectFile } from './checked';
import { damaged, scratched } from '../testing/damage';
import { throughEveryStudy } from '../testing/everyStudy';
import { seeded } from '../testing/random';
import { plainBox } from '../testing/rooms';
import { readAbsorptionTable } from './absorptionTable';
import { readOutlineFile } from './outlineFile';
import { readProjectFile } from './projectFile';

const at = (path: string) => readFileSync(new URL(path, import.meta.url), 'utf8');
const demos = ['bakehouse', 'ferry-hall', 'signal-cabin'].map((n) => at(`../../../demo/${n}.tawny.json`));
const samples = [1, 2, 3, 4, 5, 6, 7, 8].map((v) => at(`../document/samples/version-${v}.tawny.json`));

/** Every problem is a sentence with something in it. */
function sentences(read: { ok: boolean; problems?: { path: string; message: string }[] }): void {
  if (read.ok) return;
  expect(read.problems!.length).toBeGreaterThan(0);
  for (const p of read.problems!) {
    expect(p.message.length).toBeGreaterThan(8);
    expect(p.message).not.toMatch(/undefined|\[object|is not a function|Cannot read|Maximum call stack/);
  }
}

describe('project files', () => {
  test.each([
    ['6000 deep', '['.repeat(6000) + ']'.repeat(6000)],
    ['20,000 brackets', '['.repeat(20000)],
    [
      '6000 deep in a project',
      writeProjectFile(plainBox()).replace('"log": []', `"log": ${'[{"a":'.repeat(6000)}1${'}]'.repeat(6000)}`),
    ],
    [
      'a million corners',
      writeProjectFile(plainBox()).replace('"corners": [', `"corners": [${'1,'.repeat(1_000_000)}`),
    ],
    ['brackets in a text', JSON.stringify({ format: 'tawny-hall-project', version: 6, name: '['.repeat(9000) })],
    ['only a number', '7'],
    ['nothing', ''],
    ['half of it', writeProjectFile(plainBox()).slice(0, 900)],
    ...samples.map((s, i): [string, string] => [`version ${i + 1} without its room`, s.replace('"room"', '"rooom"')]),
    ...samples.map((s, i): [string, string] => [
      `version ${i + 1} with a number for its room`,
      s.replace(/"room": \{/, '"room": 7, "was": {'),
    ]),
    ...samples.map((s, i): [string, string] => [
      `version ${i + 1} with nothing for its lists`,
      s.replace(/\[[^[\]]*\]/g, 'null'),
    ]),
  ])('%s: a sentence', (_name, text) => {
    const read = readProjectFile(text);
    expect(read.ok).toBe(false);
    sentences(read);
  });

  test('names of the language’s objects, control characters and halves of letters are refused where they stand', () => {
    const text = (from: string, to: string) => writeProjectFile(plainBox()).replaceAll(from, to);
    for (const name of ['constructor', 'valueOf', 'toString', '__proto__', 'hasOwnProperty'])
      expect(readProjectFile(text('"id": "left"', `"id": "${name}"`))).toMatchObject({
        ok: false,
        problems: [{ path: 'loudspeakers[0].id', message: expect.stringContaining('another name') }],
      });
    for (const name of ['a\\u0007b', '\\ud800', '\\uffff'])
      expect(readProjectFile(text('"Room"', `"${name}"`))).toMatchObject({ ok: false, problems: [{ path: 'name' }] });
    expect(readProjectFile(text('"Room"', '"Räume 🦉 = +1"')).ok).toBe(true);
  });

  test('damaged ones of every version: refused with sentences, or accepted and through every study with figures', () => {
    const random = seeded(1170);
    const documents = [...demos, ...samples].map((t) => JSON.parse(t) as unknown);
    let [accepted, refused] = [0, 0];
    const faults: string[] = [];
    for (let i = 0; i < 600; i++) {
      const text = JSON.stringify(damaged(random, documents[i % documents.length]));
      const read = readProjectFile(text);
      if (!read.ok) {
        refused += 1;
        sentences(read);
        continue;
      }
      accepted += 1;
      try {
        for (const where of throughEveryStudy(read.project)) faults.push(`${i}: not a number at ${where}`);
      } catch (error) {
        faults.push(`${i}: ${error instanceof Error ? error.message : String(error)}`);
      }
    }
    expect(faults).toEqual([]);
    expect(accepted).toBeGreaterThan(60);
    expect(refused).toBeGreaterThan(50);
  });
});

describe('drawings', () => {
  const dxf = (...tags: (string | number)[]) => `0\nSECTION\n2\nENTITIES\n${tags.join('\n')}\n0\nENDSEC\n0\nEOF\n`;
  const square = (size: number) => [10, 0, 20, 0, 10, size, 20, 0, 10, size, 20, size, 10, 0, 20, size];
  const walls = (read: ReturnType<typeof readOutlineFile>) => {
    if (!read.ok) throw new Error(read.problems[0]!.message);
    return read.outlines[0];
  };

  test('codes nobody knows, anywhere, are passed over', () => {
    const read = walls(
      readOutlineFile(
        'a.dxf',
        dxf(
          0,
          'POLYLINE',
          70,
          1,
          999,
          'x',
          ...[
            [0, 0],
            [4000, 0],
            [4000, 3000],
            [0, 3000],
          ].flatMap(([x, y]) => [0, 'VERTEX', 5, '2A', 10, x!, 20, y!, 1071, 7, 310, 'odd']),
          0,
          'SEQEND',
        ),
      ),
    );
    expect(read).toMatchObject({ width: 4, height: 3, area: 12 });
    expect(read.corners).toHaveLength(4);
  });

  test('twenty thousand loose lines, a room among them', () => {
    const random = seeded(1171);
    const lines: (string | number)[] = [];
    const line = (x1: number, y1: number, x2: number, y2: number) =>
      lines.push(0, 'LINE', 8, '0', 10, x1, 20, y1, 11, x2, 21, y2);
    for (let i = 0; i < 20000; i++)
      line(random.between(1e5, 2e5), random.between(0, 1e5), random.between(1e5, 2e5), random.between(0, 1e5));
    line(0, 0, 5000, 0);
    line(0, 4000, 0, 0);
    line(5000, 0, 5000, 4000);
    line(0, 4000, 5000, 4000);
    const parts: number[] = [];
    const read = readOutlineFile('a.dxf', dxf(lines.join('\n')), (part) => parts.push(part));
    expect(walls(read)).toMatchObject({ where: '4 lines', width: 5, height: 4 });
    expect(parts.length).toBeGreaterThan(3);
    expect(parts).toEqual([...parts].sort((a, b) => a - b));
  });

  test('arcs and bulges become straight pieces on the circle', () => {
    // A square with a half circle of radius 1 m for its upper side: 4 × 3 and half of π.
    const arc = walls(
      readOutlineFile(
        'a.dxf',
        dxf(
          0,
          'LINE',
          10,
          1000,
          20,
          3000,
          11,
          1000,
          21,
          0,
          0,
          'LINE',
          10,
          1000,
          20,
          0,
          11,
          3000,
          21,
          0,
          0,
          'LINE',
          10,
          3000,
          20,
          0,
          11,
          3000,
          21,
          3000,
          0,
          'ARC',
          10,
          2000,
          20,
          3000,
          40,
          1000,
          50,
          0,
          51,
          180,
        ),
      ),
    );
    expect(arc.height).toBeCloseTo(4, 6);
    expect(arc.area).toBeGreaterThan(6 + 0.98 * (Math.PI / 2));
    expect(arc.area).toBeLessThan(6 + Math.PI / 2);
    const bulge = walls(
      readOutlineFile(
        'a.dxf',
        dxf(0, 'LWPOLYLINE', 70, 1, 10, 1000, 20, 0, 10, 3000, 20, 0, 10, 3000, 20, 3000, 42, 1, 10, 1000, 20, 3000),
      ),
    );
    expect(bulge.area).toBeCloseTo(arc.area, 6);
    expect(bulge.height).toBeCloseTo(4, 6);
  });

  test('a block is put in turned, moved and scaled; one that holds itself ends', () => {
    const block = (name: string, ...inside: (string | number)[]) => [
      0,
      'BLOCK',
      2,
      name,
      10,
      100,
      20,
      0,
      ...inside,
      0,
      'ENDBLK',
    ];
    const file = [
      ...[0, 'SECTION', 2, 'BLOCKS'],
      ...block('room', 0, 'LWPOLYLINE', 8, 'Walls', 70, 1, ...square(2000)),
      ...block('self', 0, 'INSERT', 2, 'self', 0, 'LINE', 10, 0, 20, 0, 11, 1, 21, 1),
      ...[0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES'],
      ...[0, 'INSERT', 2, 'room', 10, 500, 20, 500, 41, 2, 42, 1.5, 50, 90],
      ...[0, 'INSERT', 2, 'self', 10, 0, 20, 0],
      ...[0, 'INSERT', 2, 'nobody', 10, 0, 20, 0],
      ...[0, 'ENDSEC', 0, 'EOF', ''],
    ].join('\n');
    expect(walls(readOutlineFile('a.dxf', file))).toMatchObject({
      width: 3,
      height: 4,
      area: 12,
      where: expect.stringContaining('Walls'),
    });
  });

  test('blocks in blocks that would come to millions of lines are refused, not unrolled', () => {
    const inserts = (name: string) => Array.from({ length: 12 }, () => [0, 'INSERT', 2, name, 10, 0, 20, 0]).flat();
    const file = [
      ...[0, 'SECTION', 2, 'BLOCKS'],
      ...[0, 'BLOCK', 2, 'b0', 0, 'LINE', 10, 0, 20, 0, 11, 1, 21, 0, 0, 'ENDBLK'],
      ...[1, 2, 3, 4, 5, 6, 7].flatMap((k) => [0, 'BLOCK', 2, `b${k}`, ...inserts(`b${k - 1}`), 0, 'ENDBLK']),
      ...[0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES', 0, 'INSERT', 2, 'b7', 0, 'ENDSEC', 0, 'EOF', ''],
    ].join('\n');
    expect(readOutlineFile('a.dxf', file)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/more than 200000 lines/) }],
    });
  });

  test('SVG nested deep, with entities of its own, or of unclosed tags: a sentence', () => {
    const deep = `<svg>${'<g>'.repeat(5000)}<rect width="4000" height="3000"/>${'</g>'.repeat(5000)}</svg>`;
    const bomb = '<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><svg><text>&b;</text></svg>';
    for (const text of [deep, bomb, `<svg>${'<a'.repeat(50000)}`, `<svg${' a="'.repeat(5000)}`, '<svg></svg>']) {
      const read = readOutlineFile('a.svg', text);
      expect(read.ok).toBe(false);
      sentences(read);
    }
    const twice = `<svg>${'<g>'.repeat(40)}<rect width="4000" height="3000"/>${'</g>'.repeat(40)}</svg>`;
    expect(walls(readOutlineFile('a.svg', twice))).toMatchObject({ width: 4, height: 3 });
  });

  test('a drawing larger than is read is refused unread', () => {
    const read = readOutlineFile('a.dxf', 'x'.repeat(17 * 1024 * 1024));
    expect(read).toMatchObject({ ok: false, problems: [{ message: expect.stringMatching(/17 MB, at most 16 MB/) }] });
  });

  test('damaged drawings end with an outline or a sentence', () => {
    const random = seeded(1172);
    const good = [
      dxf(
        0,
        'LWPOLYLINE',
        5,
        '2A',
        8,
        'PLAN',
        70,
        1,
        ...square(4000),
        0,
        'LINE',
        10,
        0,
        20,
        0,
        11,
        5,
        21,
        5,
        0,
        'ARC',
        10,
        0,
        20,
        0,
        40,
        5,
        50,
        0,
        51,
        90,
      ),
      '<svg width="60cm" viewBox="0 0 600 400"><g transform="rotate(10)"><path d="M0 0h400v300h-400z"/><polygon points="0,0 40,0 40,40"/></g></svg>',
    ];
    let ok = 0;
    for (let i = 0; i < 400; i++) {
      const text = scratched(random, good[i % 2]!);
      const read = readOutlineFile(i % 2 ? 'a.svg' : 'a.dxf', text);
      sentences(read);
      if (read.ok) {
        ok += 1;
        for (const c of read.outlines[0].corners) expect(Number.isFinite(c.x) && Number.isFinite(c.y)).toBe(true);
      }
    }
    expect(ok).toBeGreaterThan(20);
  });
});

describe('tables', () => {
  test.each([
    ['separators alone', ';;;\n;;;\n'],
    ['300,000 rows', '125;0.1\n'.repeat(300_000)],
    ['a row of 5000 columns', `a;${'125;'.repeat(5000)}\nx;1`],
    ['quotes that never close', '"125;250;500\n0.1;0.2'],
    ['nothing but a byte order mark', '\uFEFF'],
    ['binary', '\u0000\u0001\u0002;\u0003'],
  ])('%s: a sentence', (_name, text) => {
    const read = readAbsorptionTable(text, 'table');
    expect(read.ok).toBe(false);
    sentences(read);
  });
});
