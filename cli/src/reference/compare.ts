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
/** A word instead of a tolerance says where it stands: in the rows, or that the expected values are limits. null: not compared. */
export type Tolerances = Record<string, Tolerance | string | null>;

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
    if (found && typeof found === 'object') return found;
  }
  return tolerances.default && typeof tolerances.default === 'object' ? tolerances.default : FALLBACK;
}

/** Limits, either of them null: none. */
function compareLimits(
  got: unknown,
  { min, max }: { min: number | null; max: number | null },
  where: string,
): string[] {
  if (typeof got !== 'number' || Number.isNaN(got)) return [`${where}: expected a number, got ${JSON.stringify(got)}`];
  return (min !== null && got < min) || (max !== null && got > max)
    ? [`${where}: expected ${min ?? '−∞'} to ${max ?? '∞'}, got ${got}`]
    : [];
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
  if ('min' in expected && 'max' in expected)
    return compareLimits(got, expected as { min: number | null; max: number | null }, where);
  if (Array.isArray(expected)) {
    if (path.at(-1) === 'bands' && Array.isArray(got)) got = bandsLike(got, expected);
    if (!Array.isArray(got) || got.length !== expected.length) {
      return [`${where}: expected a list of ${expected.length}, got ${Array.isArray(got) ? got.length : typeof got}`];
    }
    const [mine, theirs] = aligned(got, expected, path[path.length - 1]);
    return theirs.flatMap((e, i) => differences(mine[i], e, tolerances, [...path, String(i)]));
  }
  if (typeof got !== 'object' || got === null) return [`${where}: expected an object, got ${JSON.stringify(got)}`];
  const { tol, ...rest } = expected as { tol?: Tolerances };
  const own = tol ? new Map(Object.entries(tol)) : null;
  return Object.entries(rest).flatMap(([key, value]) => {
    if (isExcluded(key) || own?.get(key) === null) return [];
    const found = (got as Record<string, unknown>)[key];
    const row = own?.get(key);
    return row
      ? differences(found, value, { default: row }, [key])
      : differences(found, value, tolerances, [...path, key]);
  });
}

/** Rows of bands that are asked for, by their midbands. */
function bandsLike(got: unknown[], expected: unknown[]): unknown[] {
  const mid = (row: unknown) => Number((row as { fm?: unknown }).fm);
  return expected.map((e) => got.find((g) => Math.abs(mid(g) / mid(e) - 1) < 1e-6));
}

/** Paths are matched by their sequence and modes by their numbers: equal lengths and frequencies come in any order. */
function aligned(got: unknown[], expected: unknown[], key: string | undefined): [unknown[], unknown[]] {
  const name = key === 'paths' ? 'sequence' : key === 'firstModes' ? 'n' : null;
  if (name === null) return [got, expected];
  const label = (item: unknown) => JSON.stringify((item as Record<string, unknown>)[name]);
  const byLabel = new Map(got.map((g) => [label(g), g]));
  return [expected.map((e) => byLabel.get(label(e))), expected];
}
