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

test('what is drawn on a photograph stays with it, and a photograph of before has nothing', async () => {
  const album = openAlbum('drawn', fake);
  for (const p of [photo('one', 'a', 1), photo('two', 'a', 2)]) await album.add(p);
  const arrow = { kind: 'arrow' as const, from: [0.1, 0.2] as const, to: [0.4, 0.3] as const, text: 'too low' };
  await album.draw('two', [arrow]);
  expect((await album.of('a')).map((p) => p.drawn)).toEqual([undefined, [arrow]]);
  await album.draw('two', []);
  expect((await album.of('a'))[1]!.drawn).toEqual([]);
});
