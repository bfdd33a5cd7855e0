import { IDBKeyRange, indexedDB } from 'fake-indexeddb';
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
