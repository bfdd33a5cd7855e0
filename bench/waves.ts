/**
 * npm run bench: how fast the wave solver is, as ratios measured in one run. Prints medians and spread; the table in
 * docs/waves.md was made with it.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { loadLinalg } from '../core/src/numerics/linalg/load';
import { plainLinalg } from '../core/src/numerics/linalg/plain';
import { bandAt, bandStride, type Linalg } from '../core/src/numerics/linalg/types';
import { assemble, lowestModes, planEigen } from '../core/src/physics/waves/eigen';
import { meshOf } from '../core/src/physics/waves/mesh';
import { expectedModes } from '../core/src/physics/waves/modes';
import { openAir } from '../core/src/physics/waves/openAir';

const C = 343.2;
const ROUNDS = 5;
const plan: [number, number][] = [
  [0, 0],
  [4.1, 0],
  [4.1, 5.2],
  [0, 5.2],
];
const walls = ['front', 'right', 'rear', 'left'];

/** 5.2 × 4.1 m, 2.3 m high at the front wall and 2.9 m at the rear. */
const pitched = () =>
  openAir({
    plan: plan.map((at, i) => ({ wall: walls[i]!, at })),
    height: 2.3,
    ceiling: { shape: 'pitch', along: 'front', top: 2.9 },
    beams: [],
    platforms: [],
  });

function prepared(spacing: number, to: number) {
  const air = pitched();
  const mesh = meshOf(air, spacing);
  const expected = expectedModes(air.volume, 2 * 21.3 + 2.6 * 18.6, 4 * (4.1 + 5.2 + 2.6), to, C);
  return { mesh, expected, plan: planEigen(mesh.size, mesh.half, expected), cut: ((2 * Math.PI * to) / C) ** 2 };
}
async function solve(spacing: number, to: number, load: (bytes: number) => Promise<Linalg>) {
  const p = prepared(spacing, to);
  const la = await load(p.plan.bytes);
  const pairs = lowestModes(la, assemble(la, p.mesh, p.plan, p.cut), p.plan, p.mesh.size, p.expected, p.cut);
  if (!pairs) throw new Error('not all modes were found');
  return pairs;
}

const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
const text = (list: readonly number[]) =>
  `${median(list).toFixed(1)} ms (${Math.min(...list).toFixed(1)}–${Math.max(...list).toFixed(1)})`;
async function timed(act: () => unknown): Promise<number> {
  const start = performance.now();
  await act();
  return performance.now() - start;
}
const say = (line: string) => process.stdout.write(`${line}\n`);

say(`Wave solver, medians of ${ROUNDS} rounds (lowest–highest); Node ${process.versions.node}`);

// The whole solve, as the worker does it.
for (const [name, spacing, to] of [
  ['all modes to 250 Hz, h = 0.25 m', 0.25, 250],
  ['coarse answer, to 120 Hz, h = 0.40 m', 0.4, 120],
] as const) {
  await solve(spacing, to, loadLinalg);
  const list: number[] = [];
  let found = 0;
  for (let i = 0; i < ROUNDS; i++)
    list.push(await timed(async () => (found = (await solve(spacing, to, loadLinalg)).values.length)));
  say(`  ${name}, assembly included: ${text(list)}, ${found} modes`);
}

// Against the plain twin: factor, substitution, and the whole eigenproblem, round by round.
{
  const { plan: p, mesh, cut } = prepared(0.25, 250);
  const { n, half } = p;
  const w = bandStride(half);
  const twins = [await loadLinalg(p.bytes * 2), plainLinalg()].map((la) => {
    const { band } = assemble(la, mesh, p, cut);
    const fresh = Float64Array.from(band);
    return { la, band, fresh, x: la.f64(4 * n) };
  });
  const rows = { factor: [[], []] as number[][], solve: [[], []] as number[][] };
  for (let i = 0; i < ROUNDS + 2; i++) {
    for (const [k, t] of twins.entries()) {
      t.band.set(t.fresh);
      const a = await timed(() => t.la.bandFactor(t.band, n, w, half));
      t.x.fill(1);
      const b = await timed(() => t.la.bandSolve4(t.band, n, w, half, t.x));
      if (i < 2) continue;
      rows.factor[k]!.push(a);
      rows.solve[k]!.push(b);
    }
  }
  for (const [name, [fast, plain]] of Object.entries(rows)) {
    const ratio = fast!.map((v, i) => plain![i]! / v);
    say(
      `  ${name} of n = ${n}, half band ${half}: ${text(fast!)}; plain TypeScript ${text(plain!)}: ${median(ratio).toFixed(1)} ×`,
    );
  }
  const [fast, plain] = [[] as number[], [] as number[]];
  for (let i = 0; i < 3; i++) {
    fast.push(await timed(() => solve(0.25, 250, loadLinalg)));
    plain.push(await timed(() => solve(0.25, 250, () => Promise.resolve(plainLinalg()))));
  }
  say(
    `  whole solve: ${text(fast)}; plain TypeScript ${text(plain)}: ${median(fast.map((v, i) => plain[i]! / v)).toFixed(1)} ×`,
  );
}

// Responses over a grid of receivers: frequencies × modes × receivers in single precision.
const [F, M, R] = [236, 300, 1000] as const;
const products: number[] = [];
{
  const la = await loadLinalg(4 * (F * M + M * R + F * R + 8 * M) + 65536);
  const [a, b, c, pack] = [la.f32(F * M), la.f32(M * R), la.f32(F * R), la.f32(8 * M)];
  a.forEach((_, i) => (a[i] = Math.sin(i)));
  b.forEach((_, i) => (b[i] = Math.cos(i)));
  for (let i = 0; i < ROUNDS * 4 + 4; i++) {
    const t = await timed(() => la.gemmF32(F, M, R, a, b, c, pack));
    if (i >= 4) products.push(t);
  }
  say(`  ${F} × ${M} × ${R} in single precision: ${text(products)}`);
}

// SciPy and NumPy on the same matrices, one thread, where Python 3 has them.
const SCRIPT = `
import json, os, sys, time
for k in ('OMP_NUM_THREADS', 'OPENBLAS_NUM_THREADS', 'MKL_NUM_THREADS'): os.environ[k] = '1'
import numpy as np
from scipy.sparse import csc_matrix
from scipy.sparse.linalg import eigsh
d = json.load(open(sys.argv[1]))
n = d['n']
K = csc_matrix((d['k'], (d['i'], d['j'])), shape=(n, n))
M = csc_matrix((d['m'], (d['i'], d['j'])), shape=(n, n))
times = []
for _ in range(3):
    t = time.perf_counter(); v = eigsh(K, k=d['count'], M=M, sigma=-2.0, return_eigenvectors=True)[0]; times.append(1e3 * (time.perf_counter() - t))
a = np.random.rand(${F}, ${M}).astype(np.float32); b = np.random.rand(${M}, ${R}).astype(np.float32)
gemm = []
for _ in range(24):
    t = time.perf_counter(); a @ b; gemm.append(1e3 * (time.perf_counter() - t))
print(json.dumps({'eigsh': times, 'gemm': gemm[4:], 'top': float(np.sort(v)[-1])}))
`;
function python(): string | null {
  for (const name of ['/usr/bin/python3', 'python3']) {
    try {
      execFileSync(name, ['-c', 'import scipy.sparse.linalg'], { stdio: 'ignore' });
      return name;
    } catch {
      // Try the next.
    }
  }
  return null;
}
const snake = python();
if (!snake) say('  SciPy: skipped, no Python 3 with SciPy here (Debian: python3-scipy)');
else {
  const p = prepared(0.25, 250);
  const la = plainLinalg();
  const { band, mass, shift } = assemble(la, p.mesh, p.plan, p.cut);
  const w = bandStride(p.plan.half);
  const [i, j, k, m]: number[][] = [[], [], [], []];
  for (let row = 0; row < p.mesh.size; row++) {
    for (let q = mass.start[row]!; q < mass.start[row + 1]!; q++) {
      const column = mass.column[q]!;
      if (column >= p.mesh.size) continue;
      const value = band[bandAt(column, row, w, p.plan.half)]! - shift * mass.value[q]!;
      for (const [a, b] of column === row
        ? [[row, row]]
        : [
            [row, column],
            [column, row],
          ]) {
        i!.push(a!);
        j!.push(b!);
        k!.push(value);
        m!.push(mass.value[q]!);
      }
    }
  }
  const count = (await solve(0.25, 250, loadLinalg)).values.length;
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  const file = join(folder, 'matrices.json');
  writeFileSync(file, JSON.stringify({ n: p.mesh.size, i, j, k, m, count }));
  const answer = JSON.parse(execFileSync(snake, ['-c', SCRIPT, file], { encoding: 'utf8' })) as {
    eigsh: number[];
    gemm: number[];
    top: number;
  };
  rmSync(folder, { recursive: true, force: true });
  // Ours on the same matrices, made ready before the clock starts.
  const own: number[] = [];
  for (let round = 0; round < 3; round++) {
    const fresh = await loadLinalg(p.plan.bytes);
    const matrices = assemble(fresh, p.mesh, p.plan, p.cut);
    own.push(await timed(() => lowestModes(fresh, matrices, p.plan, p.mesh.size, p.expected, p.cut)));
  }
  say(
    `  eigenproblem, ${count} modes: ${text(own)}; SciPy shift-invert, one thread ${text(answer.eigsh)}: ${(median(answer.eigsh) / median(own)).toFixed(1)} ×`,
  );
  say(
    `  product of matrices: ${text(products)}; NumPy, one thread ${text(answer.gemm)}: ${(median(answer.gemm) / median(products)).toFixed(2)} ×`,
  );
}
