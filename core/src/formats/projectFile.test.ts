import { createProject } from '../document/create';
import { located } from './jsonFault';
import { writeProjectFile } from './checked';
import { LARGEST_FILE, readProjectFile } from './projectFile';

const project = createProject('p', 'Tannery loft', { length: 5, width: 4, height: 2.5 });
const text = writeProjectFile(project);
/** The document without its types, to be spoiled. */
type Loose = Record<'room' | 'climate' | 'listening', object>;
const problemOf = (content: string, bytes?: number) => {
  const read = located(readProjectFile(content, bytes), content);
  if (read.ok) throw new Error('was read');
  return read.problems[0]!;
};
const spoiled = (change: (document: Loose) => void): string => {
  const document = JSON.parse(text) as Loose;
  change(document);
  return JSON.stringify(document);
};

test('what is written reads back the same, with or without a byte-order mark', () => {
  expect(readProjectFile(text)).toEqual({ ok: true, project });
  expect(readProjectFile(`\uFEFF${text}`)).toEqual({ ok: true, project });
});

test('a file cut off anywhere is refused, and told to be cut off', () => {
  for (let at = 1; at < text.length - 2; at += 97) {
    const problem = problemOf(text.slice(0, at));
    expect(problem.message).toMatch(/ends too early|not JSON/);
    expect(problem.path).toMatch(/^line \d+, column \d+$/);
  }
});

test('noise, emptiness and other people’s files', () => {
  expect(problemOf('').message).toBe('the file is empty');
  expect(problemOf('x'.repeat(1000)).path).toBe('line 1, column 1');
  expect(problemOf('{"hello": 1}').message).toMatch(/not a Tawny Hall project/);
  expect(problemOf('[]').message).toBe('expected a project, found a list');
  expect(problemOf('', 50 * 1024 * 1024).message).toMatch(/holds 50 MB/);
  expect(problemOf('', LARGEST_FILE + 1).message).toMatch(/stays under 8 MB/);
});

test('a newer version is named with the one this program reads', () => {
  expect(problemOf(spoiled((d) => Object.assign(d, { version: 17 })))).toEqual({
    path: 'version',
    message: 'version 17 was written by a newer Tawny Hall; this one reads up to version 16',
  });
});

test.each([
  [
    'a word for a number',
    (d: Loose) => Object.assign(d.room, { height: 'tall' }),
    'room.height',
    'expected a number, found "tall"',
  ],
  [
    'a number out of range',
    (d: Loose) => Object.assign(d.room, { height: 0.2 }),
    'room.height',
    'expected at least 1.2, found 0.2',
  ],
  [
    'a number too large',
    (d: Loose) => Object.assign(d.climate, { humidityPercent: 140 }),
    'climate.humidityPercent',
    'expected at most 100, found 140',
  ],
  [
    'a missing part',
    (d: Loose) => delete (d as Partial<Loose>).climate,
    'climate',
    'expected an object, found nothing',
  ],
  ['a list gone', (d: Loose) => Object.assign(d, { loudspeakers: {} }), 'loudspeakers', 'expected a list, found {}'],
  [
    'something unknown',
    (d: Loose) => Object.assign(d.room, { colour: 'red' }),
    'room',
    'holds "colour", which this version does not know',
  ],
  [
    'a wrong choice',
    (d: Loose) => Object.assign(d.listening, { placed: 'luck' }),
    'listening.placed',
    'expected "rule" or "tape", found "luck"',
  ],
])('%s: path and sentence', (_name, change, path, message) => {
  expect(problemOf(spoiled(change))).toEqual({ path, message });
});

test('every problem is listed, not only the first', () => {
  const read = readProjectFile(
    spoiled((d) => {
      Object.assign(d.room, { height: 'tall' });
      Object.assign(d.climate, { temperatureC: null });
    }),
  );
  expect(read.ok ? [] : read.problems.map((p) => p.path)).toEqual(['climate.temperatureC', 'room.height']);
});

test('a wrong date, a wrong form and a reserved key are told by what was expected', () => {
  interface Parts {
    log: unknown[];
    site: object;
    treatment: { recipes: { id: string }[] };
  }
  const at = (change: (d: Parts) => unknown) => problemOf(spoiled((d) => change(d as unknown as Parts)));
  const entry = { id: 'n1', at: 'yesterday', kind: 'note', text: '', readings: {} };
  expect(at((d) => d.log.push(entry))).toEqual({
    path: 'log[0].at',
    message: 'expected a date and time like 2026-11-01T08:00:00Z, found "yesterday"',
  });
  const { message } = at((d) => {
    d.treatment.recipes[0]!.id = 'mine';
  });
  expect(message).toBe('expected a text of the form /^own-/, found "mine"');
  expect(at((d) => Object.assign(d.site, { valueOf: { done: true, found: null, note: '' } })).message).toMatch(
    /^expected another name/,
  );
});
