import Dexie from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { changesOf } from '@tawny/core/document/changes';
import { applyCommand, type Command } from '@tawny/core/document/commands/commands';
import { createProject } from '@tawny/core/document/create';
import type { Project } from '@tawny/core/document/schema/project';
import { randomCommand, triedCommand } from '@tawny/core/testing/commands';
import { seeded } from '@tawny/core/testing/random';
import { wardrobe } from '@tawny/core/testing/rooms';
import { openShelf, type ProjectShelf } from './database';
import { createJournal } from './journal';
import { createKeeper, type Taken, type WindowMessage } from './keeper';
import type { SavingState } from './saveQueue';

const fake = { indexedDB, IDBKeyRange };
const room = (id: string, name = 'Room') => createProject(id, name, { length: 5, width: 4, height: 2.5 });

/** Local storage that windows share. */
function memory(full = false): Storage {
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
function browser(options: { storage?: Storage; shelf?: (real: ProjectShelf) => ProjectShelf } = {}) {
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
const stored = async (w: { shelf: ProjectShelf }, id = 'p'): Promise<Project> => {
  const read = (await w.shelf.load(id))!.read;
  if (!read.ok) throw new Error(read.problems[0]!.message);
  return read.project;
};
/** Waits until the record has had so many writes. */
async function written(w: { shelf: ProjectShelf }, revision: number): Promise<void> {
  while (((await w.shelf.load('p'))?.revision ?? 0) < revision) await new Promise((turn) => setTimeout(turn));
}
const name = (to: string): Command => ({ type: 'rename', name: to });
const ears = (to: number): Command => ({ type: 'set-ear-height', earHeight: to });
/** The record as another version of the program, or a fault, left it. */
async function put(database: string, record: unknown): Promise<void> {
  const db = new Dexie(database, fake);
  db.version(1).stores({ projects: 'id, savedAt' });
  await db.table('projects').put(record);
  db.close();
}

describe('one window', () => {
  test('keeps, lists newest first, gives back checked', async () => {
    const w = browser().open();
    w.begin(room('a', 'First'));
    await w.keeper.flush();
    w.begin(room('b', 'Second'));
    await w.keeper.flush();
    expect((await w.shelf.list()).map((p) => p.id).sort()).toEqual(['a', 'b']);
    expect(await w.open('b')).toEqual({ kind: 'opened', project: room('b', 'Second'), recovered: false });
    expect(await w.open('nobody')).toEqual({ kind: 'missing' });
    expect(w.states.at(-1)!.status).toBe('saved');
  });

  test('a window that dies before its save is through loses nothing: first edits, later ones, undone ones', async () => {
    const b = browser();
    const random = seeded(1111);
    const first = b.open();
    first.begin(room('p'));
    first.run(name('Never saved at all'));
    first.dead = true;
    // The next window finds it.
    let window = b.open();
    expect(await window.open('p')).toMatchObject({
      kind: 'opened',
      recovered: true,
      project: { name: 'Never saved at all' },
    });
    for (let life = 0; life < 30; life++) {
      if (random.whole(0, 2) > 0) await window.keeper.flush();
      for (let i = random.whole(1, 3); i > 0; i--) {
        const next = triedCommand(window.shown!, randomCommand(random, window.shown!));
        if (next) window.edit(next);
      }
      const left = window.shown;
      window.dead = true;
      window = b.open();
      expect((await window.open('p')).kind).toBe('opened');
      expect(changesOf(left, window.shown)).toEqual([]);
    }
    await window.keeper.flush();
    expect(changesOf(await stored(window), window.shown)).toEqual([]);
    expect(b.storage.length).toBe(0);
  });

  test('what is edited while a write is under way is not lost, neither in the first write nor in a later one', async () => {
    let answer = () => {};
    let slow = false;
    const b = browser({
      shelf: (real) => ({
        ...real,
        // The write is through before the page hears of it.
        async save(saving, now) {
          const saved = await real.save(saving, now);
          if (slow) await new Promise<void>((done) => (answer = done));
          return saved;
        },
      }),
    });
    const desk = { type: 'put', list: 'furniture', thing: wardrobe({ id: 'f', x: 2 }) } as const;
    const first = b.open();
    slow = true;
    first.begin(room('p'));
    void first.keeper.flush();
    await written(first, 1);
    first.run(desk);
    first.dead = true;
    let next = b.open();
    slow = false;
    expect(await next.open('p')).toMatchObject({ recovered: true, project: { room: { furniture: [{ id: 'f' }] } } });
    await next.keeper.flush();
    // Moved, written; taken away while that is under way; the page hears of the write, then dies.
    next.run({ ...desk, thing: wardrobe({ id: 'f', x: 1 }) });
    slow = true;
    const flushed = next.keeper.flush();
    await written(next, 3);
    next.run({ type: 'take-away', list: 'furniture', id: 'f' });
    answer();
    await flushed;
    next.dead = true;
    slow = false;
    next = b.open();
    expect(await next.open('p')).toMatchObject({ recovered: true, project: { room: { furniture: [] } } });
    await next.keeper.flush();
    expect((await stored(next)).room.furniture).toEqual([]);
  });

  test('a line of the journal that is in the database already is not done again', async () => {
    const b = browser();
    const w = b.open();
    w.begin(room('p'));
    await w.keeper.flush();
    w.run(ears(1.1));
    const line = b.storage.getItem(b.storage.key(0)!)!;
    const key = b.storage.key(0)!;
    await w.keeper.flush();
    // It died between the save and the taking away of the line; then another window changed the same.
    const next = b.open();
    await next.open('p');
    next.run(ears(1.5));
    await next.keeper.flush();
    b.storage.setItem(key, line);
    const last = b.open();
    expect(await last.open('p')).toMatchObject({
      recovered: false,
      project: { listening: { head: { earHeight: 1.5 } } },
    });
    expect(b.storage.length).toBe(0);
  });

  test('a damaged line of the journal is passed over', async () => {
    const b = browser();
    const w = b.open();
    w.begin(room('p'));
    await w.keeper.flush();
    b.storage.setItem('tawny-hall.unsaved.p.dead', '{"window": "dead", "edit": 99, "content": ');
    b.storage.setItem(
      'tawny-hall.unsaved.p.odd',
      '{"window":"odd","edit":9,"content":{"changes":[{"path":["room"],"to":7}]}}',
    );
    const next = b.open();
    expect(await next.open('p')).toEqual({ kind: 'opened', project: room('p'), recovered: false });
  });

  test('where neither database nor journal takes anything, closing is at risk, and only then', async () => {
    let full = true;
    const failing = browser({
      storage: memory(true),
      shelf: (real) => ({
        ...real,
        save: (saving, now) => (full ? Promise.reject(new Error('QuotaExceededError')) : real.save(saving, now)),
      }),
    }).open();
    failing.begin(room('p'));
    await failing.keeper.flush();
    expect(failing.states.at(-1)).toEqual({ status: 'failed', reason: 'QuotaExceededError' });
    expect(failing.keeper.atRisk).toBe(true);
    full = false;
    await failing.keeper.flush();
    expect(failing.states.at(-1)!.status).toBe('saved');
    expect(failing.keeper.atRisk).toBe(false);
    const noted = browser().open();
    noted.begin(room('p'));
    expect(noted.keeper.atRisk).toBe(false);
    await noted.keeper.flush();
    expect(noted.keeper.atRisk).toBe(false);
  });

  test('a project noted whole opens again though the database is still away, and is kept when it comes back', async () => {
    let away = true;
    const b = browser({
      shelf: (real) => ({
        ...real,
        save: (saving, now) => (away ? Promise.reject(new Error('away')) : real.save(saving, now)),
        load: (id) => (away ? Promise.reject(new Error('away')) : real.load(id)),
      }),
    });
    const first = b.open();
    first.begin(room('p'));
    first.run(name('Only noted'));
    await first.keeper.flush();
    first.dead = true;
    const next = b.open();
    expect(await next.open('p')).toMatchObject({ recovered: true, project: { name: 'Only noted' } });
    await expect(next.keeper.open('nobody')).rejects.toThrow('away');
    away = false;
    await next.keeper.flush();
    expect((await stored(next)).name).toBe('Only noted');
    expect(b.storage.length).toBe(0);
  });

  test('storage that never answers is taken for a no', async () => {
    const silent = {
      open: () => ({}) as IDBOpenDBRequest,
      cmp: indexedDB.cmp.bind(indexedDB),
    } as unknown as IDBFactory;
    const shelf = openShelf('silent', { indexedDB: silent, IDBKeyRange }, { patienceMs: 1 });
    await expect(shelf.list()).rejects.toThrow(/does not answer/);
    await expect(shelf.load('p')).rejects.toThrow(/does not answer/);
  });
});

describe('two windows', () => {
  async function pair() {
    const b = browser();
    const one = b.open();
    one.begin(room('p'));
    await one.keeper.flush();
    const two = b.open();
    await two.open('p');
    return { one, two, b };
  }

  test('both edit at once: both edits stand in both windows and in the record', async () => {
    const { one, two } = await pair();
    one.run(name('Loft'));
    two.run(ears(1.1));
    await Promise.all([one.keeper.flush(), two.keeper.flush()]);
    for (const w of [one, two, one, two]) await w.hear();
    const record = await stored(one);
    expect(record).toMatchObject({ name: 'Loft', listening: { head: { earHeight: 1.1 } } });
    expect(one.shown).toEqual(record);
    expect(two.shown).toEqual(record);
    expect([...one.taken, ...two.taken].flatMap((t) => t.met)).toEqual([]);
  });

  test('random edits in both, saved and heard in any order: no edit of either is lost', async () => {
    const random = seeded(1133);
    const { one, two } = await pair();
    const notes: string[] = [];
    const things = new Set<string>();
    for (let i = 0; i < 60; i++) {
      one.run({
        type: 'write-log',
        entry: { id: `n${i}`, at: '2026-11-01T08:00:00Z', kind: 'note', text: `${i}`, readings: {} },
      });
      notes.push(`n${i}`);
      two.run({ type: 'put', list: 'furniture', thing: wardrobe({ id: `f${i % 20}`, x: random.between(1, 3) }) });
      things.add(`f${i % 20}`);
      if (random.whole(0, 3) === 0) {
        const id = random.pick([...things]);
        two.run({ type: 'take-away', list: 'furniture', id });
        things.delete(id);
      }
      for (const w of [one, two]) {
        if (random.whole(0, 2) === 0) await w.keeper.flush();
        if (random.whole(0, 2) === 0) await w.hear();
      }
    }
    for (const w of [one, two, one, two]) {
      await w.keeper.flush();
      await w.hear();
    }
    const record = await stored(one);
    expect(record.log.map((l) => l.id).sort()).toEqual(notes.sort());
    expect(record.room.furniture.map((f) => f.id).sort()).toEqual([...things].sort());
    for (const w of [one, two]) expect(changesOf(w.shown, record)).toEqual([]);
    expect([...one.taken, ...two.taken].flatMap((t) => t.met)).toEqual([]);
  });

  test('the same value changed in both: the later stands, and both are told', async () => {
    const { one, two } = await pair();
    one.run(ears(1.1));
    await one.keeper.flush();
    two.run(ears(1.4));
    await two.keeper.flush();
    expect(two.taken.at(-1)!.met).toEqual([
      { path: ['listening', 'head', 'earHeight'], mine: 1.4, theirs: 1.1, stands: 'mine' },
    ]);
    await one.hear();
    expect(one.shown!.listening.head.earHeight).toBe(1.4);
  });

  test('a drag in hand is not broken off: what another window saved comes in when it ends', async () => {
    const { one, two } = await pair();
    two.dragging = true;
    one.run(name('Loft'));
    await one.keeper.flush();
    await two.hear();
    expect(two.taken).toEqual([]);
    two.dragging = false;
    two.keeper.released();
    await new Promise((done) => setTimeout(done, 20));
    expect(two.shown!.name).toBe('Loft');
  });

  test('what cannot stand together becomes two projects: theirs as saved, mine given back', async () => {
    const { one, two } = await pair();
    // One raises a platform to 1.4 m; the other lowers the ceiling to 2.0 m: nobody can stand there.
    one.run({
      type: 'put',
      list: 'platforms',
      material: 'timber-solid',
      thing: { id: 'm', name: 'Stage', along: 'A', from: 0, width: 1, span: null, level: 1.7 },
    });
    await one.keeper.flush();
    two.run({ type: 'set-height', height: 1.75 });
    await two.keeper.flush();
    expect(two.clashes.map((p) => p.room.height)).toEqual([1.75]);
    expect((await stored(one)).room).toMatchObject({ height: 2.5, platforms: [{ id: 'm' }] });
  });

  test('a project removed in one window does not come back from the other; kept again only when asked', async () => {
    const { one, two } = await pair();
    await one.keeper.remove('p');
    two.run(name('Still here'));
    await two.keeper.flush();
    expect(two.states.at(-1)).toEqual({ status: 'apart', why: 'deleted' });
    expect(await two.shelf.load('p')).toBeNull();
    expect(two.keeper.atRisk).toBe(true);
    await two.hear();
    two.run(name('And still'));
    await two.keeper.flush();
    expect(await two.shelf.load('p')).toBeNull();
    two.keeper.keepAgain();
    await two.keeper.flush();
    expect((await stored(two)).name).toBe('And still');
  });

  test('a record of a newer version, or one that cannot be read, is never written over', async () => {
    const { one, b } = await pair();
    for (const [project, why] of [
      [{ ...room('p'), version: 99, more: 'than we know' }, 'newer'],
      [{ ...room('p'), room: 'gone' }, 'unreadable'],
    ] as const) {
      await put(b.name, { id: 'p', name: 'Room', savedAt: 5, project, revision: 77 });
      one.run(name(`Try ${why}`));
      await one.keeper.flush();
      expect(one.states.at(-1)).toEqual({ status: 'apart', why });
      expect(await one.shelf.raw('p')).toEqual(project);
      one.keeper.begin(one.shown!);
    }
    const fresh = b.open();
    expect(await fresh.open('p')).toMatchObject({ kind: 'refused', name: 'Room' });
  });

  test('a record of the first versions, without a revision, is taken up', async () => {
    const b = browser();
    await put(b.name, { id: 'p', name: 'Old', savedAt: 5, project: room('p', 'Old') });
    const w = b.open();
    await w.open('p');
    w.run(ears(1.3));
    await w.keeper.flush();
    expect(await w.shelf.load('p')).toMatchObject({ revision: 1, name: 'Old' });
  });
});
