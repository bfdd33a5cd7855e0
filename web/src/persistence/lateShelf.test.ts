import type { ProjectShelf } from './database';
import { lateShelf } from './lateShelf';

test('the shelf is opened once, with the first call; one that could not be opened is tried again', async () => {
  const calls: string[] = [];
  const inner = { list: () => Promise.resolve([]), raw: (id: string) => Promise.resolve(`raw ${id}`) };
  let broken = true;
  const shelf = lateShelf(() => {
    calls.push('open');
    return broken ? Promise.reject(new Error('no part')) : Promise.resolve(inner as unknown as ProjectShelf);
  });
  expect(calls).toEqual([]);
  await expect(shelf.list()).rejects.toThrow('no part');
  broken = false;
  expect(await Promise.all([shelf.list(), shelf.raw('a')])).toEqual([[], 'raw a']);
  expect(calls).toEqual(['open', 'open']);
});
