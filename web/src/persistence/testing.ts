/** A browser with windows that can die, over a database in memory. Tests only. */
import Dexie from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { applyCommand, type Command } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import type { Project } from '@tawny/core/document/schema/project';
import { openShelf, type ProjectShelf } from './database';
import { createJournal } from './journal';
import { createKeeper, type Taken, type WindowMessage } from './keeper';
import type { SavingState } from './saveQueue';

const fake = { indexedDB, IDBKeyRange };
export const room = (id: string, name = 'Room') => createProject(id, name, { length: 5, width: 4, height: 2.5 });

/** Local storage that windows share. */
export function memory(full = false): Storage {
  const map = new Map<string, string>();
  return {
    get length() {
      return map.size;
    },
    key: (i) => [...map.keys()][i] ?? null,
    getItem: (k) => map.get(k) ?? null,
    setItem(k, v) {
      if (full) throw new DOMException('full', 'QuotaExceededError');
      map.set(k, v);
    },
    removeItem: (k) => void map.delete(k),
    clear: () => map.clear(),
  };
}

let databases = 0;
/** A browser with windows: one database, one local storage, messages between windows when they are let through. */
export function browser(options: { storage?: Storage; shelf?: (real: ProjectShelf) => ProjectShelf } = {}) {
  const name = `keeper-${(databases += 1)}`;
  const storage = options.storage ?? memory();
  const windows: { inbox: WindowMessage[] }[] = [];
  let count = 0;
  function open() {
    const real = openShelf(name, fake);
    const kept = options.shelf?.(real) ?? real;
    const shelf: ProjectShelf = {
      ...kept,
      // A window that is gone writes no more.
      save: (saving, now) => (window.dead ? new Promise(() => {}) : kept.save(saving, now)),
    };
    const id = `w${(count += 1)}`;
    const window = {
      shown: null as Project | null,
      states: [] as SavingState[],
      taken: [] as Taken[],
      clashes: [] as Project[],
      inbox: [] as WindowMessage[],
      dragging: false,
      dead: false,
      shelf,
      keeper: null as unknown as ReturnType<typeof createKeeper>,
      async open(project: string) {
        const opened = await window.keeper.open(project);
        if (opened.kind === 'opened') window.shown = opened.project;
        return opened;
      },
      begin(project: Project) {
        window.shown = project;
        window.keeper.begin(project);
      },
      run: (command: Command) => window.edit(applyCommand(window.shown!, command).project),
      edit(project: Project) {
        window.shown = project;
        window.keeper.edited(project);
      },
      /** Hears what the others said meanwhile. */
      async hear() {
        for (const m of window.inbox.splice(0)) await window.keeper.told(m);
      },
    };
    window.keeper = createKeeper({
      shelf,
      journal: createJournal(id, () => storage),
      window: id,
      post: (m) => windows.forEach((w) => w !== window && w.inbox.push(m)),
      now: () => 1000,
      onState: (s) => window.states.push(s),
      onTaken: (t) => {
        window.taken.push(t);
        window.shown = t.project;
      },
      onClash: (mine) => window.clashes.push(mine),
      held: () => window.dragging,
    });
    windows.push(window);
    return window;
  }
  return { open, name, storage };
}
export const stored = async (w: { shelf: ProjectShelf }, id = 'p'): Promise<Project> => {
  const read = (await w.shelf.load(id))!.read;
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.project;
};
/** Waits until the record has had so many writes. */
export async function written(w: { shelf: ProjectShelf }, revision: number): Promise<void> {
  while (((await w.shelf.load('p'))?.revision ?? 0) < revision) await new Promise((turn) => setTimeout(turn));
}
export const name = (to: string): Command => ({ type: 'rename', name: to });
export const ears = (to: number): Command => ({ type: 'set-ear-height', earHeight: to });
/** The record as another version of the program, or a fault, left it. */
export async function put(database: string, record: unknown): Promise<void> {
  const db = new Dexie(database, fake);
  db.version(1).stores({ projects: 'id, savedAt' });
  await db.table('projects').put(record);
  db.close();
}
