/**
 * npm run bench: how fast a recording of a 10 s sweep at 48 kHz is read, all of it, and how that compares to the same done with SciPy in one thread, as a
 * ratio measured in one run: one and the other take turns, so that a machine that slows down slows both. Without Python and SciPy only the first is told.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { uniform } from '../core/src/numerics/random';
import { convolve } from '../core/src/signal/fourier';
import { eased, sweepSamples } from '../core/src/signal/played/sweep';
import { hear } from '../core/src/studies/listen/hear';
import { readHeard, responseCurves, WHOLE } from '../core/src/studies/listen/read';

const [RATE, TURNS, ROUNDS] = [48000, 3, 3];
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
function readOnce(): number {
  const began = performance.now();
  const found = hear({ samples: take, rate: RATE, fullScale: 1 }, sweep);
  const { impulse } = readHeard(found);
  const curves = responseCurves(found, WHOLE, 12);
  if (!impulse || !curves) throw new Error('the sweep was not read');
  return (performance.now() - began) / 1000;
}

const folder = mkdtempSync(join(tmpdir(), 'tawny-bench-'));
const files = [take, played].map((samples, i) => {
  const path = join(folder, `${i}.f64`);
  writeFileSync(path, new Uint8Array(samples.buffer));
  return path;
});
const one = { OMP_NUM_THREADS: '1', OPENBLAS_NUM_THREADS: '1', MKL_NUM_THREADS: '1' };
function scipy(): number[] {
  const args = [join(process.cwd(), 'bench', 'listening.py'), ...files, String(ROUNDS + 1)];
  const python = spawnSync('python3', args, { env: { ...process.env, ...one }, encoding: 'utf8' });
  return python.status === 0 ? python.stdout.trim().split('\n').map(Number) : [];
}

// The first rounds warm each of them up.
const first = readOnce();
readOnce();
const [ours, theirs]: [number[], number[]] = [[], []];
for (let turn = 0; turn < TURNS; turn++) {
  for (let i = 0; i < ROUNDS; i++) ours.push(readOnce());
  theirs.push(...scipy().slice(1));
}
rmSync(folder, { recursive: true });
const own = median(ours);
console.log(`Listening: a 10 s sweep at 48 kHz read in ${own.toFixed(2)} s (the first time in ${first.toFixed(2)} s)`);
if (theirs.length === TURNS * ROUNDS) {
  const other = median(theirs);
  console.log(
    `Listening: SciPy in one thread ${other.toFixed(2)} s; ratio ${(other / own).toFixed(2)} (above 1: we are faster)`,
  );
} else console.log('Listening: Python with SciPy is not here: no ratio.');
