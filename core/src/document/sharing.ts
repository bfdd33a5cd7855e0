/** Documents are never changed in place: what an edit leaves alone stays the same object, so that what was worked out of it holds. */

type Plain = Record<string, unknown>;
export const isPlain = (v: unknown): v is Plain => typeof v === 'object' && v !== null && !Array.isArray(v);
const own = (o: Plain, key: string): unknown => (Object.hasOwn(o, key) ? o[key] : undefined);

/** Whether two plain values are alike; a key that holds nothing is as none. */
export function equal(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => equal(v, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  for (const key of Object.keys(a)) if (!equal(a[key], own(b, key))) return false;
  for (const key of Object.keys(b)) if (!Object.hasOwn(a, key) && b[key] !== undefined) return false;
  return true;
}

/** The name by which things of a list are told apart; corners of the plan carry their wall's, answers what they answer. */
export function nameOf(thing: unknown): string | null {
  if (!isPlain(thing)) return null;
  const name = own(thing, 'id') ?? own(thing, 'wall') ?? own(thing, 'key');
  return typeof name === 'string' ? name : null;
}

/** `after` with every part taken from `before` that is alike there; things of a list are looked for by their names. */
export function sharing<T>(before: unknown, after: T): T {
  if (Object.is(before, after)) return after;
  if (Array.isArray(after)) {
    if (!Array.isArray(before)) return after;
    const named = new Map(before.map((thing) => [nameOf(thing), thing as unknown]));
    const list = after.map((thing: unknown, i) => {
      const name = nameOf(thing);
      return sharing(name === null ? (before[i] as unknown) : named.get(name), thing);
    });
    const same = list.length === before.length && list.every((thing, i) => Object.is(thing, before[i]));
    return (same ? before : list) as T;
  }
  if (!isPlain(after) || !isPlain(before)) return after;
  const shared = Object.entries(after).map(([key, value]) => [key, sharing(own(before, key), value)] as const);
  // In one order too: a document written again reads as it did.
  const had = Object.keys(before);
  const same =
    shared.length === had.length && shared.every(([key, value], i) => key === had[i] && Object.is(value, before[key]));
  // From entries, so that "__proto__" is a key like any other.
  return (same ? before : Object.fromEntries(shared)) as T;
}
