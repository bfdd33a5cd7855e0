import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { changesOf } from '@tawny/core/document/changes';
import { randomCommand, triedCommand } from '@tawny/core/testing/commands';
import { seeded } from '@tawny/core/testing/random';
import { wardrobe } from '@tawny/core/testing/rooms';
import { openShelf } from './database';

import { room, memory, browser, stored, written, name, ears } from './testing';

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
