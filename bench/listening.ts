/**
 * npm run bench: how fast a recording of a 10 s sweep at 48 kHz is read, all of it, and how that compares to the same done with SciPy in one thread, as a
 * ratio measured in one run. Without Python and SciPy only the first is told.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { uniform } from '../core/src/numerics/random';
import { convolve } from '../core/src/signal/fourier';
import { eased, sweepSamples } from '../core/src/signal/played/sweep';
import { hear } from '../core/src/studies/listen/hear';
import { readHeard, responseCurves, WHOLE } from '../core/src/studies/listen/read';

const [RATE, ROUNDS] = [48000, 5];
const sweep = eased({ from: 20, to: 20000, seconds: 10 });
const next = uniform(7);
const room = Float64Array.from({ length: RATE }, (_, i) =>
  i < 240 ? 0 : 0.1 * (2 * next() - 1) * Math.exp((-6.9 * (i - 240)) / RATE / 0.5),
);
room[240] = 1;
const played = sweepSamples(sweep, RATE);
const heard = convolve(played, room);
const take = Float64Array.from({ length: 12 * RATE }, (_, i) => 0.06 * (heard[i] ?? 0) + 1e-5 * (2 * next() - 1));

const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!;
const ours: number[] = [];
// The first rounds warm it up, as they do for SciPy.
for (let i = 0; i < ROUNDS + 2; i++) {
  const began = performance.now();
  const found = hear({ samples: take, rate: RATE, fullScale: 1 }, sweep);
  const { impulse } = readHeard(found);
  const curves = responseCurves(found, WHOLE, 12);
  if (!impulse || !curves) throw new Error('the sweep was not read');
  ours.push((performance.now() - began) / 1000);
}
const own = median(ours.slice(2));
console.log(
  `Listening: a 10 s sweep at 48 kHz read in ${own.toFixed(2)} s (the first time in ${ours[0]!.toFixed(2)} s)`,
);

const folder = mkdtempSync(join(tmpdir(), 'tawny-bench-'));
const files = [take, played].map((samples, i) => {
  const path = join(folder, `${i}.f64`);
  writeFileSync(path, new Uint8Array(samples.buffer));
  return path;
});
const script = fileURLToPath(new URL('listening.py', import.meta.url));
const one = { OMP_NUM_THREADS: '1', OPENBLAS_NUM_THREADS: '1', MKL_NUM_THREADS: '1' };
const python = spawnSync('python3', [script, ...files, String(ROUNDS + 1)], {
  env: { ...process.env, ...one },
  encoding: 'utf8',
});
rmSync(folder, { recursive: true });
const theirs = python.status === 0 ? python.stdout.trim().split('\n').slice(1).map(Number) : [];
if (theirs.length === ROUNDS) {
  const other = median(theirs);
  console.log(
    `Listening: SciPy in one thread ${other.toFixed(2)} s; ratio ${(other / own).toFixed(2)} (above 1: we are faster)`,
  );
} else console.log('Listening: Python with SciPy is not here: no ratio.');
