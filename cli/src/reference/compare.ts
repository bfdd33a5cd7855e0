/**
 * Compares an output with a reference case: same shape, every number within its tolerance.
 *
 * Tolerances by key: `key`, `key.sub`, `default`; `{rel, abs}` pass when |got − expected| ≤ max(abs, rel·|expected|);
 * `absList` holds one absolute tolerance an element. No entry and no default: rel 1e-6.
 */
export interface Tolerance {
  rel?: number;
  abs?: number;
  absList?: number[];
}
export type Tolerances = Record<string, Tolerance>;

/** Keys the conventions exclude from comparison. */
const NOT_COMPARED = new Set(['reason', 'blocker', 'rejected', 'ties', 'referenceImplementation', 'rawUnclamped']);
const FALLBACK: Tolerance = { rel: 1e-6 };

function isExcluded(key: string): boolean {
  return NOT_COMPARED.has(key) || key.endsWith('Alternative');
}

function toleranceFor(tolerances: Tolerances, path: readonly string[]): Tolerance {
  const names = path.filter((p) => !/^\d+$/.test(p));
  for (let n = names.length; n > 0; n--) {
    const found = tolerances[names.slice(0, n).join('.')];
    if (found) return found;
  }
  return tolerances.default ?? FALLBACK;
}

function compareNumber(got: unknown, expected: number, tolerance: Tolerance, path: readonly string[]): string[] {
  const where = path.join('.');
  if (typeof got !== 'number') return [`${where}: expected ${expected}, got ${JSON.stringify(got)}`];
  const index = Number(path[path.length - 1]);
  const abs = tolerance.absList?.[index] ?? tolerance.abs ?? 0;
  const allowed = Math.max(abs, (tolerance.rel ?? 0) * Math.abs(expected));
  const off = Math.abs(got - expected);
  return off <= allowed
    ? []
    : [
        `${where}: expected ${expected}, got ${got}, off by ${off.toExponential(2)}, allowed ${allowed.toExponential(2)}`,
      ];
}

/** Differences as sentences; empty when the output agrees. Extra keys in the output are allowed. */
export function differences(
  got: unknown,
  expected: unknown,
  tolerances: Tolerances,
  path: readonly string[] = [],
): string[] {
  const where = path.join('.') || 'output';
  if (typeof expected === 'number') return compareNumber(got, expected, toleranceFor(tolerances, path), path);
  if (expected === null || typeof expected !== 'object') {
    return got === expected ? [] : [`${where}: expected ${JSON.stringify(expected)}, got ${JSON.stringify(got)}`];
  }
  if (Array.isArray(expected)) {
    if (!Array.isArray(got) || got.length !== expected.length) {
      return [`${where}: expected a list of ${expected.length}, got ${Array.isArray(got) ? got.length : typeof got}`];
    }
    const [mine, theirs] = aligned(got, expected, path[path.length - 1]);
    return theirs.flatMap((e, i) => differences(mine[i], e, tolerances, [...path, String(i)]));
  }
  if (typeof got !== 'object' || got === null) return [`${where}: expected an object, got ${JSON.stringify(got)}`];
  return Object.entries(expected).flatMap(([key, value]) =>
    isExcluded(key) ? [] : differences((got as Record<string, unknown>)[key], value, tolerances, [...path, key]),
  );
}

/** Paths are matched by their sequence and modes by their numbers: equal lengths and frequencies come in any order. */
function aligned(got: unknown[], expected: unknown[], key: string | undefined): [unknown[], unknown[]] {
  const name = key === 'paths' ? 'sequence' : key === 'firstModes' ? 'n' : null;
  if (name === null) return [got, expected];
  const label = (item: unknown) => JSON.stringify((item as Record<string, unknown>)[name]);
  const byLabel = new Map(got.map((g) => [label(g), g]));
  return [expected.map((e) => byLabel.get(label(e))), expected];
}
