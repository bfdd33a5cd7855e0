/**
 * What became different between two states of a document, by name and not by place: things of a list are told by their id, so that
 * changes made beside each other (in two windows, or by undoing an edit that others followed) can be done again on another state.
 */
import { equal, isPlain, nameOf } from './sharing';

/** A key of an object, or a thing of a list by its id. */
export type Step = string | { id: string };

export interface Change {
  path: Step[];
  /** What stood there; absent: nothing. */
  from?: unknown;
  /** What stands there now; absent: nothing. */
  to?: unknown;
  /** For a thing put into a list: the thing before it; null: it is the first. */
  after?: string | null;
}

/** A change that met something else than it was made from. */
export interface Met {
  path: Step[];
  /** What the change wanted; absent: that it be gone. */
  mine?: unknown;
  /** What stood there; absent: nothing. */
  theirs?: unknown;
  /** Which of both stands now. */
  stands: 'mine' | 'theirs';
}

type Plain = Record<string, unknown>;
const own = (o: Plain, key: string): unknown => (Object.hasOwn(o, key) ? o[key] : undefined);
/** The names of a list in its order; null where its things have none, or share one. */
function namesOf(list: readonly unknown[]): string[] | null {
  const names = list.map(nameOf);
  return names.every((n) => n !== null) && new Set(names).size === names.length ? names : null;
}

function collect(path: Step[], before: unknown, after: unknown, into: Change[]): void {
  if (Object.is(before, after)) return;
  if (Array.isArray(before) && Array.isArray(after)) {
    const [was, is] = [namesOf(before), namesOf(after)];
    if (was && is) {
      const kept = was.filter((n) => is.includes(n));
      if (
        equal(
          kept,
          is.filter((n) => was.includes(n)),
        )
      ) {
        was.forEach((n, i) => {
          if (!is.includes(n)) into.push({ path: [...path, { id: n }], from: before[i], after: was[i - 1] ?? null });
        });
        is.forEach((n, i) => {
          if (!was.includes(n)) into.push({ path: [...path, { id: n }], to: after[i], after: is[i - 1] ?? null });
          else collect([...path, { id: n }], before[was.indexOf(n)], after[i], into);
        });
        return;
      }
    }
  } else if (isPlain(before) && isPlain(after)) {
    for (const key of new Set([...Object.keys(before), ...Object.keys(after)]))
      collect([...path, key], own(before, key), own(after, key), into);
    return;
  }
  if (!equal(before, after)) {
    const change: Change = { path };
    if (before !== undefined) change.from = before;
    if (after !== undefined) change.to = after;
    into.push(change);
  }
}

/** What makes `after` of `before`. Parts shared by both cost nothing. */
export function changesOf(before: unknown, after: unknown): Change[] {
  const into: Change[] = [];
  collect([], before, after, into);
  return into;
}

function atThing(list: readonly unknown[], name: string, change: Change, rest: number, met: Met[]): unknown[] {
  const at = list.findIndex((t) => nameOf(t) === name);
  const there = at < 0 ? undefined : list[at];
  if (rest > 0) {
    if (at < 0) return missing(change, met) ?? [...list];
    return list.with(at, walk(there, change, change.path.length - rest, met));
  }
  if (equal(there, change.to)) return [...list];
  if (change.to === undefined) {
    if (there === undefined) return [...list];
    if (!equal(there, change.from)) {
      // It was worked on elsewhere: what is there is not thrown away.
      met.push({ path: change.path, theirs: there, stands: 'theirs' });
      return [...list];
    }
    return list.toSpliced(at, 1);
  }
  if (at >= 0) {
    met.push({ path: change.path, mine: change.to, theirs: there, stands: 'mine' });
    return list.with(at, change.to);
  }
  if (change.after === null) return [change.to, ...list];
  const before = list.findIndex((t) => nameOf(t) === change.after);
  return list.toSpliced(before < 0 ? list.length : before + 1, 0, change.to);
}

/** What the change was about is gone: told, and left gone. */
function missing(change: Change, met: Met[]): null {
  if (change.to !== undefined) met.push({ path: change.path, mine: change.to, stands: 'theirs' });
  return null;
}

function walk(node: unknown, change: Change, at: number, met: Met[]): unknown {
  const step = change.path[at]!;
  const rest = change.path.length - at - 1;
  if (typeof step !== 'string') {
    return Array.isArray(node) ? atThing(node, step.id, change, rest, met) : (missing(change, met) ?? node);
  }
  if (!isPlain(node)) return missing(change, met) ?? node;
  const there = own(node, step);
  if (rest > 0) {
    if (there === undefined) return missing(change, met) ?? node;
    return { ...node, [step]: walk(there, change, at + 1, met) };
  }
  if (equal(there, change.to)) return node;
  if (!equal(there, change.from)) met.push({ path: change.path, mine: change.to, theirs: there, stands: 'mine' });
  if (change.to === undefined) return Object.fromEntries(Object.entries(node).filter(([key]) => key !== step));
  return { ...node, [step]: change.to };
}

/**
 * Does changes again on another state of the document; the state is not touched. Where a change meets something else than it was made
 * from, it stands and that is told; a thing that is gone stays gone, and one worked on elsewhere is not removed. The outcome need not
 * be a valid document: check it.
 */
export function withChanges<T>(document: T, changes: readonly Change[]): { document: T; met: Met[] } {
  const met: Met[] = [];
  let next: unknown = document;
  for (const change of changes) next = change.path.length === 0 ? change.to : walk(next, change, 0, met);
  return { document: next as T, met };
}

/** A path as people read it: room.furniture “desk-1”.x */
export const changePath = (path: readonly Step[]): string =>
  path.reduce<string>(
    (text, s) => (typeof s === 'string' ? (text === '' ? s : `${text}.${s}`) : `${text} “${s.id}”`),
    '',
  );
