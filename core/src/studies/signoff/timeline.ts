/** Everything that was written down, measured, decided, hung, built and paid, in the order of time. */
import { CHECKED, putAside } from '../../document/answered';
import type { LogEntry, Project, Verdict } from '../../document/schema/project';

export type Happening =
  | { kind: 'log'; at: string; id: string; of: LogEntry }
  | { kind: 'measured'; at: string; id: string; title: string; note: string }
  | { kind: 'verdict'; at: string; id: string; of: Verdict; title: string }
  | { kind: 'learned'; at: string; id: string; count: number; inUse: boolean }
  /** Pieces decided, laid out or hung within the same minute. */
  | { kind: 'pieces'; at: string; id: string; what: 'decided' | 'laidOut' | 'hung'; count: number; names: string[] }
  | { kind: 'built'; at: string; id: string; steps: number }
  | { kind: 'aside'; at: string; id: string; why: string }
  /** A point of the checklist for who builds. */
  | { kind: 'checked'; at: string; id: string; point: string; why: string }
  | { kind: 'paid'; at: string; id: string; what: string; amount: number };

/** To the minute: what was done at once is one happening. */
const minute = (at: string) => at.slice(0, 16);

function together<T>(list: readonly T[], keyOf: (one: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const one of list) groups.set(keyOf(one), [...(groups.get(keyOf(one)) ?? []), one]);
  return groups;
}

/** Newest first. */
export function timelineOf(project: Project): Happening[] {
  const { log, measured, learned, treatment, making } = project;
  const dated = treatment.pieces.flatMap((p) =>
    (['decided', 'laidOut', 'hung'] as const).flatMap((what) => {
      const at = p.dates[what];
      const count = p.place.kind === 'number' ? p.place.count : 1;
      return at === null ? [] : [{ at, what, count, name: count > 1 ? `${count} × ${p.name}` : p.name }];
    }),
  );
  const list: Happening[] = [
    ...log.map((of): Happening => ({ kind: 'log', at: of.at, id: of.id, of })),
    ...measured.list.map(({ at, id, title, note }): Happening => ({ kind: 'measured', at, id, title, note })),
    ...measured.verdicts.map((of): Happening => ({
      ...{ kind: 'verdict', at: of.at, id: of.id, of },
      title: measured.list.find((m) => m.id === of.measurement)?.title ?? '',
    })),
    ...(learned
      ? [{ kind: 'learned' as const, at: learned.at, id: 'learned', count: learned.from.length, inUse: learned.inUse }]
      : []),
    ...[...together(dated, (d) => `${d.what} ${minute(d.at)}`)].map(([id, group]): Happening => ({
      ...{ kind: 'pieces', id, at: group[0]!.at, what: group[0]!.what },
      count: group.reduce((s, g) => s + g.count, 0),
      names: group.map((g) => g.name),
    })),
    ...[...together(making.done, (d) => minute(d.at))].map(([id, group]): Happening => ({
      ...{ kind: 'built', id: `built ${id}`, at: group[0]!.at, steps: group.length },
    })),
    ...putAside(project).map(({ key, at, why }): Happening => ({ kind: 'aside', at, id: `aside ${key}`, why })),
    ...project.answered
      .filter((a) => a.key.startsWith(CHECKED))
      .map(({ key, at, why }): Happening => ({ kind: 'checked', at, id: key, point: key.slice(CHECKED.length), why })),
    ...making.paid.map(({ id, at, what, amount }): Happening => ({ kind: 'paid', at, id, what, amount })),
  ];
  return list.sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : a.id < b.id ? -1 : 1));
}
