import { fileURLToPath } from 'node:url';
import { differences } from './compare';
import { referenceText, runReference } from './run';

describe('comparing with a reference', () => {
  test('relative, absolute and listed tolerances', () => {
    expect(differences({ a: 1.0005 }, { a: 1 }, { a: { rel: 1e-3 } })).toEqual([]);
    expect(differences({ a: 1.002 }, { a: 1 }, { a: { rel: 1e-3 } })).toHaveLength(1);
    expect(differences({ a: [1, 5.4] }, { a: [1, 5] }, { a: { absList: [0.1, 0.5] } })).toEqual([]);
    expect(differences({ a: [1, 5.6] }, { a: [1, 5] }, { a: { absList: [0.1, 0.5] } })).toHaveLength(1);
    expect(differences({ p: [{ x: 1.2 }] }, { p: [{ x: 1 }] }, { 'p.x': { abs: 0.3 } })).toEqual([]);
    expect(differences({ a: 1.00001 }, { a: 1 }, {})).toHaveLength(1);
    expect(differences({ a: 1.1 }, { a: 1 }, { default: { abs: 0.2 } })).toEqual([]);
  });

  test('null, words, missing keys and lengths are compared exactly', () => {
    expect(differences({ a: 0 }, { a: null }, {})).toHaveLength(1);
    expect(differences({}, { a: 1 }, {})).toHaveLength(1);
    expect(differences({ a: [1] }, { a: [1, 2] }, {})).toHaveLength(1);
    expect(differences({ a: Number.NaN }, { a: 1 }, { a: { abs: 9 } })).toHaveLength(1);
    expect(differences({ a: true }, { a: false }, {})).toHaveLength(1);
  });

  test('limits, tolerances of a row, bands by their midband', () => {
    const limits = { min: 1, max: null };
    expect(differences({ a: 2 }, { a: limits }, {})).toEqual([]);
    expect(differences({ a: 0.5 }, { a: limits }, {})).toHaveLength(1);
    expect(differences({ a: null }, { a: limits }, {})).toHaveLength(1);
    const expected = { bands: [{ fm: 1000, t: 1, c: 5, tol: { t: { rel: 0.1 }, c: null } }] };
    const rows = (t: number) => ({ bands: [{ fm: 500 }, { fm: 1000, t, c: 0 }] });
    expect(differences(rows(1.05), expected, { bands: 'see rows' })).toEqual([]);
    expect(differences(rows(1.2), expected, { bands: 'see rows' })).toHaveLength(1);
    expect(differences({ bands: [{ fm: 500 }] }, expected, {})).not.toEqual([]);
  });

  test('paths and modes of equal length may come in any order; some keys are not compared', () => {
    const [a, b] = [
      { sequence: ['x'], length: 1 },
      { sequence: ['y'], length: 1 },
    ];
    expect(differences({ paths: [a, b] }, { paths: [b, a] }, {})).toEqual([]);
    expect(differences({ paths: [a, a] }, { paths: [b, a] }, {})).not.toEqual([]);
    expect(differences({}, { reason: 'why', thirdsAlternative: [1] }, {})).toEqual([]);
  });
});

test('all open cases of the built parts pass, and what is not built is listed as not built', async () => {
  const outcomes = await runReference(fileURLToPath(new URL('../../../core/reference', import.meta.url)));
  expect(outcomes.flatMap((o) => o.failures)).toEqual([]);
  const whole = outcomes.filter((o) => o.notBuilt === 0).map((o) => o.topic);
  expect(whole).toEqual([
    'absorbers',
    'air',
    'cutting',
    'diffusers',
    'eigen',
    'images',
    'modal',
    'modes',
    'noise',
    'panels',
    'reverb',
    'sbir',
    'signal',
    'targets',
  ]);
  expect(outcomes.filter((o) => o.missing)).toEqual([]);
  const text = referenceText(outcomes);
  expect(text).toMatch(/signal\s+pass/);
  expect(text.trim().split('\n').at(-1)).toMatch(/^\d+ passed, 0 failed$/);
});
