import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { openAlbum } from './album';
import { openShelf } from './database';
import { room } from './testing';

const fake = { indexedDB, IDBKeyRange };
const photo = (id: string, project: string, takenAt: number) => ({
  ...{ id, project, takenAt, about: 'piece-1', type: 'image/jpeg' },
  bytes: new Uint8Array([1, 2, takenAt]).buffer,
});

test('photographs are kept by project, oldest first, and go with it', async () => {
  const [album, shelf] = [openAlbum('album', fake), openShelf('album', fake)];
  await shelf.save({ project: room('a'), base: null, changes: () => [], window: 'w', edit: 1 }, 10);
  for (const p of [photo('late', 'a', 9), photo('early', 'a', 3), photo('other', 'b', 1)]) await album.add(p);
  const found = await album.of('a');
  expect(found.map((p) => [p.id, new Uint8Array(p.bytes)[2]])).toEqual([
    ['early', 3],
    ['late', 9],
  ]);
  await album.remove('early');
  expect((await album.of('a')).map((p) => p.id)).toEqual(['late']);
  await shelf.remove('a');
  expect([(await album.of('a')).length, (await album.of('b')).length]).toEqual([0, 1]);
});
