import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { edited, plainBox } from '../../../core/src/testing/rooms';
import { measured, soundOf } from '../../../core/src/testing/heard/measured';
import { uniform } from '@tawny/core/numerics/random';
import { hashOf } from '../persistence/recordings';
import { archiveOf, readArchive } from './archive';

const samples = Float32Array.from({ length: 400 }, (_, i) => Math.sin(i / 7));
const hash = hashOf(samples);
const project = edited(
  plainBox(),
  measured(plainBox(), 'a', { holds: soundOf({ audio: hash }), title: 'Bare' }),
  measured(plainBox(), 'b', { holds: soundOf({ audio: 'ef'.repeat(32) }) }),
);
const packed = () =>
  archiveOf(project, (h) => Promise.resolve(h === hash ? { rate: 44100, bytes: samples.slice().buffer } : null));

test('the document comes back as it was, its recordings sample by sample; what is missing is said', async () => {
  const { bytes, missing } = await packed();
  expect(missing).toEqual(['ef'.repeat(32)]);
  const { read, recordings } = readArchive(bytes);
  expect(read).toEqual({ ok: true, project });
  expect(recordings).toEqual([{ hash, samples, rate: 44100 }]);
  const contents = strFromU8(unzipSync(bytes)['contents.txt']!);
  expect(contents).toContain(`Bare; L; Seat; recordings/${hash}.wav`);
  expect(contents).toMatch(/b; L; Seat; not here/);
});

test('a changed recording, a missing project and what is no archive are refused with the entry', async () => {
  const problem = (bytes: Uint8Array) => {
    const { read } = readArchive(bytes);
    return read.ok ? 'read' : `${read.problems[0]!.path}: ${read.problems[0]!.message}`;
  };
  const files = unzipSync((await packed()).bytes);
  const wav = `recordings/${hash}.wav`;
  const changed = files[wav]!.slice();
  changed[100]! ^= 1;
  expect(problem(zipSync({ ...files, [wav]: changed }))).toBe(`${wav}: its samples are not those its name stands for`);
  expect(problem(zipSync({ 'notes.txt': strToU8('x') }))).toMatch(/^project\.tawny\.json: expected/);
  expect(problem(zipSync({ ...files, [wav]: strToU8('no') }))).toMatch(/byte 0: expected a WAV file/);
  expect(problem(strToU8('PK and nothing'))).toMatch(/damaged/);
});

test('damaged archives: read or a sentence, never an exception', async () => {
  const next = uniform(3);
  const { bytes } = await packed();
  let refusals = 0;
  for (let i = 0; i < 200; i++) {
    const copy = bytes.slice(0, next() < 0.3 ? Math.floor(next() * bytes.length) : bytes.length);
    for (let k = 0; k < 4; k++) copy[Math.floor(next() * copy.length)] = Math.floor(next() * 256);
    const { read } = readArchive(copy);
    if (!read.ok) {
      refusals += 1;
      expect(read.problems[0]!.message.length).toBeGreaterThan(5);
    }
  }
  expect(refusals).toBeGreaterThan(10);
});
