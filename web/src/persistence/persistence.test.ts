import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { jest } from '@jest/globals';
import { createProject } from '@tawny/core/project/create';
import { openShelf } from './database';
import { createSaveQueue, type SavingState } from './saveQueue';

const project = (id: string, name = 'Room') => createProject(id, name, { length: 5, width: 4, height: 2.5 });

const fake = { indexedDB, IDBKeyRange };

describe('the shelf', () => {
  test('keeps projects, newest first, and gives them back checked', async () => {
    const shelf = openShelf('shelf-1', fake);
    await shelf.save(project('a', 'First'), 1000);
    await shelf.save(project('b', 'Second'), 2000);
    await shelf.save(project('a', 'First again'), 3000);
    expect((await shelf.list()).map((p) => [p.id, p.name])).toEqual([
      ['a', 'First again'],
      ['b', 'Second'],
    ]);
    expect(await shelf.load('b')).toEqual({ ok: true, project: project('b', 'Second') });
    expect(await shelf.load('nobody')).toBeNull();
    await shelf.remove('a');
    expect((await shelf.list()).map((p) => p.id)).toEqual(['b']);
  });

  test('a record another version has spoiled is refused, not repaired', async () => {
    const shelf = openShelf('shelf-2', fake);
    await shelf.save({ ...project('x'), version: 12 as 6 }, 1);
    expect(await shelf.load('x')).toMatchObject({ ok: false, problems: [{ path: 'version' }] });
  });
});

describe('saving by itself', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  function rig(write: (value: string) => Promise<void>) {
    const states: SavingState['status'][] = [];
    let time = 0;
    const queue = createSaveQueue<string>({
      keyOf: (v) => (v.includes(':') ? v.split(':')[0]! : 'one'),
      write,
      onState: (s) => states.push(s.status),
      now: () => (time += 1),
    });
    return { queue, states };
  }

  test('many quick edits are one write of the newest', async () => {
    const written: string[] = [];
    const { queue, states } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('a');
    queue.put('b');
    queue.put('c');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['c']);
    expect(states.at(-1)).toBe('saved');
  });

  test('a failed write is told and tried again with the newest', async () => {
    let broken = true;
    const written: string[] = [];
    const { queue, states } = rig((v) =>
      broken ? Promise.reject(new Error('full')) : Promise.resolve(void written.push(v)),
    );
    queue.put('a');
    await jest.advanceTimersByTimeAsync(400);
    expect(states.at(-1)).toBe('failed');
    broken = false;
    await jest.advanceTimersByTimeAsync(6000);
    expect(written).toEqual(['a']);
    expect(states.at(-1)).toBe('saved');
  });

  test('what comes in during a write is written after it, never lost', async () => {
    const written: string[] = [];
    let release = () => {};
    const { queue } = rig((v) => new Promise((done) => ((release = done), written.push(v))));
    queue.put('a');
    await jest.advanceTimersByTimeAsync(400);
    queue.put('b');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['a']);
    release();
    await jest.advanceTimersByTimeAsync(10);
    expect(written).toEqual(['a', 'b']);
  });

  test('opening another project does not drop the last edit of the first', async () => {
    const written: string[] = [];
    const { queue } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('first:1');
    queue.put('first:2');
    queue.put('second:1');
    await jest.advanceTimersByTimeAsync(400);
    expect(written).toEqual(['first:2', 'second:1']);
  });

  test('flush writes at once', async () => {
    const written: string[] = [];
    const { queue } = rig((v) => Promise.resolve(void written.push(v)));
    queue.put('a');
    await queue.flush();
    expect(written).toEqual(['a']);
    await queue.flush();
    expect(written).toEqual(['a']);
  });
});
