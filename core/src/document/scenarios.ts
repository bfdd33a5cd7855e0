/**
 * Named alternatives of one room: each keeps its edits over the document they share, and is opened by doing them again on it. What was
 * done, measured and wished for belongs to the room and is shared by all; everything decided may differ.
 */
import { type Change, changesOf, type Met, type Step, withChanges } from './changes';
import { MAY_DIFFER } from './schema/differing';
import { type Project, projectSchema, type Scenario } from './schema/project';
import { equal, nameOf } from './sharing';

/** Whether a place of the document belongs to the room itself, whatever is tried in it. */
export function isShared([part, next]: readonly Step[]): boolean {
  if (typeof part !== 'string') return false;
  if (part === 'making') return next === 'paid';
  // Points settled before building are settled; what was told of the room is told of this one.
  if (part === 'answered') return typeof next === 'object' && next.id.startsWith('check:');
  return !MAY_DIFFER.includes(part);
}

/** An opened scenario is a document by itself. */
const ALONE: Project['scenarios'] = { list: [], current: null };

/** An edit that met another base than it was made on. */
export interface Clash extends Met {
  /** Of the scenario's edits. */
  edit: number;
}

/** An edit that cannot stand in the base as it is now. */
export interface LeftOut {
  edit: number;
  /** What would be wrong with the document, without a final stop. */
  sentence: string;
}

export interface Opened {
  /** Without scenarios: for every study as any other document. */
  project: Project;
  clashes: Clash[];
  leftOut: LeftOut[];
}

const known = new WeakMap<Project, Map<string | null, Opened>>();

/** The names along a path of what is wrong, as edits call them. */
function stepsTo(document: unknown, path: readonly PropertyKey[]): Step[] {
  let node = document;
  return path.map((key) => {
    const there = (node as Record<PropertyKey, unknown> | null | undefined)?.[key];
    const name = Array.isArray(node) ? nameOf(there) : null;
    node = there;
    return name === null ? String(key) : { id: name };
  });
}
const within = (a: readonly Step[], b: readonly Step[]): number => {
  let n = 0;
  while (n < Math.min(a.length, b.length) && equal(a[n], b[n])) n += 1;
  return n;
};

function opened(base: Project, edits: readonly Change[]): Opened {
  const leftOut: LeftOut[] = [];
  let kept = edits.map((change, edit) => ({ change, edit }));
  for (;;) {
    const clashes: Clash[] = [];
    let document: unknown = base;
    for (const { change, edit } of kept) {
      const done = withChanges(document, [change]);
      document = done.document;
      clashes.push(...done.met.map((m) => ({ ...m, edit })));
    }
    const read = kept.length === 0 ? null : projectSchema.safeParse(document);
    if (read === null || read.success) return { project: document as Project, clashes, leftOut };
    // What lies nearest to the first problem is left out; where nothing does, what was done last.
    const { path, message } = read.error.issues[0]!;
    const steps = stepsTo(document, path);
    const near = kept.map(({ change }) => within(change.path, steps));
    const most = Math.max(...near);
    const at = near.lastIndexOf(most);
    leftOut.push({ edit: kept[at]!.edit, sentence: message });
    kept = kept.filter((_, i) => i !== at);
  }
}

/**
 * The document as a scenario has it; null: the base by itself. Edits that meet a base changed since are told (`clashes`); those that cannot
 * stand in it are left out and told. An id of no scenario is as null. Pure, and worked out once for a document.
 */
export function openedAs(document: Project, id: string | null = document.scenarios.current): Opened {
  const mine = known.get(document) ?? new Map<string | null, Opened>();
  known.set(document, mine);
  const scenario = document.scenarios.list.find((s) => s.id === id) ?? null;
  const found = mine.get(scenario?.id ?? null);
  if (found) return found;
  const { list, current } = document.scenarios;
  const base = list.length === 0 && current === null ? document : { ...document, scenarios: ALONE };
  const made = scenario ? opened(base, scenario.edits) : { project: base, clashes: [], leftOut: [] };
  mine.set(scenario?.id ?? null, made);
  return made;
}

/** An edit as made of something else; undefined: of nothing. */
const madeOn = (change: Change, from: unknown): Change => {
  const { from: was, ...rest } = change;
  void was;
  return from === undefined ? rest : { ...rest, from };
};

/** The edits that make `next` of the base; one that says what it said before keeps what it was made on, so that a clash stays told. */
function editsOf(base: Project, next: Project, before: Scenario, was: Opened): Change[] {
  const fresh = changesOf(base, next).filter((c) => !isShared(c.path));
  const told = fresh.map((f): Change => {
    const old = before.edits.find((c) => equal(c.path, f.path) && equal(c.to, f.to));
    return old ? madeOn(f, old.from) : f;
  });
  // What could not be done on this base is still wanted.
  const waiting = before.edits.filter(
    (c, edit) =>
      !fresh.some((f) => equal(f.path, c.path)) &&
      (was.leftOut.some((l) => l.edit === edit) || was.clashes.some((m) => m.edit === edit && m.stands === 'theirs')),
  );
  return [...told, ...waiting];
}

/** What an edit of the opened scenario (one must be open) makes of the document: shared parts go into the base, everything else into the scenario. */
export function withOpened(document: Project, next: Project): Project {
  const { current, list } = document.scenarios;
  const scenario = list.find((s) => s.id === current)!;
  const was = openedAs(document);
  const shared = changesOf(was.project, next).filter((c) => isShared(c.path));
  const base = withChanges(document, shared).document;
  const edits = editsOf({ ...base, scenarios: ALONE }, next, scenario, was);
  return {
    ...base,
    scenarios: { current, list: list.map((s) => (s.id === current ? { ...s, edits } : s)) },
  };
}

/** The document with other edits in one of its scenarios. Throws RangeError when there is none of that id. */
function withEdits(document: Project, id: string, by: (scenario: Scenario) => Change[]): Project {
  const { current, list } = document.scenarios;
  if (!list.some((s) => s.id === id)) throw new RangeError('command: id must be a scenario’s');
  return {
    ...document,
    scenarios: { current, list: list.map((s) => (s.id === id ? { ...s, edits: by(s) } : s)) },
  };
}

/** The base takes over some of a scenario's edits: done again on it, and gone from the scenario. Throws RangeError when it is not there. */
export function takenOver(document: Project, id: string, edits: readonly number[]): Project {
  const over: Change[] = [];
  const left = withEdits(document, id, (s) =>
    s.edits.filter((c, i) => {
      if (edits.includes(i)) over.push(c);
      return !edits.includes(i);
    }),
  );
  return withChanges(left, over).document;
}

/** Whether an edit that met another base may still be insisted on: not where what it was about is gone. */
export const canStand = ({ stands, theirs }: Pick<Clash, 'stands' | 'theirs'>): boolean =>
  stands === 'mine' || theirs !== undefined;

/** A clash is settled: the scenario's edit is made on the base as it is now, or given up. */
export const settledClash = (document: Project, id: string, edits: readonly number[], keep: boolean): Project =>
  withEdits(document, id, (s) =>
    s.edits.flatMap((c, i): Change[] => {
      if (!edits.includes(i)) return [c];
      const met = openedAs(document, id).clashes.find((m) => m.edit === i && canStand(m));
      return keep && met ? [madeOn(c, met.theirs)] : [];
    }),
  );
