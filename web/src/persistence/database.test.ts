import Dexie from 'dexie';
import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { createProject } from '@tawny/core/document/create';
import { openShelf } from './database';

const fake = { indexedDB, IDBKeyRange };
const room = (id: string, name: string) => createProject(id, name, { length: 5, width: 4, height: 2.5 });

test('a database of the first version opens with all its projects, newest first', async () => {
  const old = new Dexie('first-version', fake);
  old.version(1).stores({ projects: 'id, savedAt' });
  await old.table('projects').bulkPut([
    { id: 'a', name: 'First', savedAt: 10, project: room('a', 'First') },
    { id: 'b', name: 'Second', savedAt: 20, project: room('b', 'Second'), revision: 3 },
  ]);
  old.close();
  const shelf = openShelf('first-version', fake);
  expect(await shelf.list()).toEqual([
    { id: 'b', name: 'Second', savedAt: 20 },
    { id: 'a', name: 'First', savedAt: 10 },
  ]);
  expect(await shelf.load('b')).toMatchObject({ name: 'Second', revision: 3, read: { ok: true } });
});

test('the list is of names alone: it is there though the records themselves cannot be read', async () => {
  const shelf = openShelf('names', fake);
  for (const [id, name] of [
    ['a', 'First'],
    ['b', 'Second'],
  ] as const)
    await shelf.save({ project: room(id, name), base: null, changes: () => [], window: 'w', edit: 1 }, 10);
  const raw = new Dexie('names', fake);
  await raw.open();
  await raw.table('projects').clear();
  raw.close();
  expect((await shelf.list()).map((p) => p.name).sort()).toEqual(['First', 'Second']);
  await shelf.remove('a');
  expect((await shelf.list()).map((p) => p.id)).toEqual(['b']);
});
