import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
import { measured, soundOf } from '../../../core/src/testing/heard/measured';
import { edited, plainBox } from '../../../core/src/testing/rooms';
import { openShelf } from './database';
import { hashOf, openRecordings } from './recordings';

const fake = { indexedDB, IDBKeyRange };
const samples = Float32Array.of(0, 0.5, -0.25);

test('a recording is kept once by what is in it, whoever keeps it, and comes back sample by sample', async () => {
  const kept = openRecordings('recordings', fake);
  const hash = await kept.keep(samples, 48000);
  expect(hash).toMatch(/^[0-9a-f]{64}$/);
  expect(await kept.keep(samples.slice(), 48000)).toBe(hash);
  expect(await kept.keep(samples.subarray(0, 2), 48000)).not.toBe(hash);
  const back = (await openRecordings('recordings', fake).read(hash))!;
  expect([back.rate, ...new Float32Array(back.bytes)]).toEqual([48000, 0, 0.5, -0.25]);
  expect(await kept.read('00')).toBeNull();
  expect(hashOf(new Float32Array(0))).toBe('e3b0c44298fc1c149afbf4c8996fb92427ae41e4649b934ca495991b7852b855');
});

test('with a project removed for good go its recordings, but for those another project speaks of', async () => {
  const [kept, shelf] = [openRecordings('removed', fake), openShelf('removed', fake)];
  const hashes = await Promise.all([1, 2, 3].map((n) => kept.keep(Float32Array.of(n), 48000)));
  const [own, quiet, shared] = hashes as [string, string, string];
  const of = (id: string, ...sounds: ReturnType<typeof soundOf>[]) => ({
    ...edited(plainBox(), ...sounds.map((holds, i) => measured(plainBox(), `${id}-${i}`, { holds }))),
    id,
  });
  const save = (project: ReturnType<typeof of>) =>
    shelf.save({ project, base: null, changes: () => [], window: 'w', edit: 1 }, 1);
  await save(of('going', soundOf({ audio: own, quiet }), soundOf({ audio: shared })));
  await save(of('staying', soundOf({ audio: shared })));
  await shelf.remove('going');
  const there = await Promise.all(hashes.map(async (hash) => (await kept.read(hash)) !== null));
  expect(there).toEqual([false, false, true]);
  await shelf.remove('nobody');
  expect(await kept.read(shared)).not.toBeNull();
});
