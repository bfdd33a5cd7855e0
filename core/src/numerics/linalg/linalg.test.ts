import { seeded } from '../../testing/random';
import { loadLinalg } from './load';
import { plainLinalg } from './plain';
import { bandAt, bandStride, type HalfSparse, type Linalg } from './types';

const ROOM = 8 << 20;
/** The same arrays in both makers: filled alike, compared after. */
async function twins() {
  const fast = await loadLinalg(ROOM);
  return { fast, plain: plainLinalg() };
}
type Fill = (i: number) => number;
const filled = (maker: Linalg, length: number, fill: Fill) => {
  const a = maker.f64(length);
  for (let i = 0; i < length; i++) a[i] = fill(i);
  return a;
};
const furthest = (a: ArrayLike<number>, b: ArrayLike<number>) => {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs(a[i]! - b[i]!));
  return most;
};
const values = (seed: number, length: number) => {
  const random = seeded(seed);
  return Array.from({ length }, () => random.between(-1, 1));
};

/** A positive band matrix, as dense rows. */
function band(n: number, half: number, seed: number): number[][] {
  const list = values(seed, n * (half + 1));
  return Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) =>
      i === j ? 2 * half + 3 : Math.abs(i - j) <= half ? list[Math.min(i, j) * (half + 1) + Math.abs(i - j)]! : 0,
    ),
  );
}

test.each([
  [4, 1],
  [8, 3],
  [12, 7],
  [40, 6],
  [64, 21],
  [60, 59],
])('band factor and solve, %i unknowns, half width %i: the equations hold, and both makers agree', async (n, half) => {
  const { fast, plain } = await twins();
  const dense = band(n, half, n + half);
  const rhs = values(5, 4 * n);
  const w = bandStride(half);
  const solved = [fast, plain].map((maker) => {
    const a = maker.f64(n * w + 16);
    for (let i = 0; i < n; i++)
      for (let j = Math.max(0, i - half); j <= i; j++) a[bandAt(i, j, w, half)] = dense[i]![j]!;
    maker.bandFactor(a, n, w, half);
    const x = filled(maker, 4 * n, (i) => rhs[i]!);
    maker.bandSolve4(a, n, w, half, x);
    return x;
  });
  expect(furthest(solved[0]!, solved[1]!)).toBeLessThan(1e-13);
  for (let i = 0; i < n; i++) {
    for (let c = 0; c < 4; c++) {
      const sum = dense[i]!.reduce((s, v, j) => s + v * solved[0]![4 * j + c]!, 0);
      expect(sum).toBeCloseTo(rhs[4 * i + c]!, 10);
    }
  }
});

test('a matrix that is not positive is refused by both, naming the row', async () => {
  const { fast, plain } = await twins();
  for (const maker of [fast, plain]) {
    const a = maker.f64(8 * bandStride(2) + 16);
    for (let i = 0; i < 8; i++) a[bandAt(i, i, bandStride(2), 2)] = i === 5 ? -1 : 1;
    expect(() => maker.bandFactor(a, 8, bandStride(2), 2)).toThrow(/row 5/);
  }
});

test('half-stored sparse product, block products and combination agree with dense sums', async () => {
  const { fast, plain } = await twins();
  const [n, blocks, columns] = [24, 3, 8];
  const list = values(9, n * n);
  const entries: [number, number, number][] = [];
  for (let i = 0; i < n; i++) {
    for (let j = i; j < n; j++) if (i === j || (i * 7 + j * 3) % 4 === 0) entries.push([i, j, list[i * n + j]!]);
  }
  const x = values(10, 4 * n);
  const v = values(11, 4 * n * blocks);
  const z = values(12, 4 * blocks * columns);
  const results = [fast, plain].map((maker) => {
    const a: HalfSparse = {
      n,
      start: maker.i32(n + 1),
      column: maker.i32(entries.length),
      value: maker.f64(entries.length),
    };
    entries.forEach(([i, j, value], k) => {
      a.column[k] = j;
      a.value[k] = value;
      a.start[i + 1] = k + 1;
    });
    const xs = filled(maker, 4 * n, (i) => x[i]!);
    const y = filled(maker, 4 * n, () => 7);
    maker.symmetric4(a, xs, y);
    const vs = filled(maker, v.length, (i) => v[i]!);
    const dots = maker.f64(16 * blocks);
    maker.dots4(vs, blocks, n, xs, dots);
    const zs = filled(maker, z.length, (i) => z[i]!);
    const out = maker.f32(n * columns);
    maker.combine(vs, blocks, n, zs, columns, out);
    const left = filled(maker, 4 * n, (i) => x[i]!);
    maker.take4(vs, blocks, n, dots, left);
    return { y, dots, out, left };
  });
  const [f, p] = results as [(typeof results)[0], (typeof results)[0]];
  for (const key of ['y', 'dots', 'left'] as const) expect(furthest(f[key], p[key])).toBeLessThan(1e-12);
  expect(furthest(f.out, p.out)).toBeLessThan(1e-5);
  const first = entries.reduce((s, [i, j, value]) => s + (i === 0 ? value * x[4 * j]! : 0), 0);
  expect(f.y[0]).toBeCloseTo(first, 12);
});

test('rotation keeps lengths; product of matrices agrees with the sum', async () => {
  const { fast, plain } = await twins();
  const list = values(3, 16);
  const turned = [fast, plain].map((maker) => {
    const a = filled(maker, 16, (i) => list[i]!);
    maker.rotate(a, 0, 8, 8, Math.cos(0.4), Math.sin(0.4));
    return a;
  });
  expect(furthest(turned[0]!, turned[1]!)).toBeLessThan(1e-15);
  const size = (a: ArrayLike<number>) => Array.from(a).reduce((s, q) => s + q * q, 0);
  expect(size(turned[0]!)).toBeCloseTo(size(list), 12);

  const [m, k, r] = [12, 7, 16];
  const [a, b] = [values(1, m * k), values(2, k * r)];
  const products = [fast, plain].map((maker) => {
    const [x, y, c, pack] = [maker.f32(m * k), maker.f32(k * r), maker.f32(m * r), maker.f32(8 * k)];
    x.set(a);
    y.set(b);
    maker.gemmF32(m, k, r, x, y, c, pack);
    return c;
  });
  expect(furthest(products[0]!, products[1]!)).toBeLessThan(1e-5);
  const sum = a.slice(2 * k, 3 * k).reduce((s, e, q) => s + e * b[q * r + 11]!, 0);
  expect(products[0]![2 * r + 11]).toBeCloseTo(sum, 5);
});

test.each([4, 8, 20, 44])('complex symmetric system of %i: the equations hold, and both makers agree', async (n) => {
  const { fast, plain } = await twins();
  const [re, im] = [values(n, n * n), values(n + 1, n * n)];
  const entry = (list: number[], i: number, j: number) =>
    list[Math.min(i, j) * n + Math.max(i, j)]! + (i === j && list === re ? 6 : 0);
  const rhs = values(77, 2 * n);
  const solved = [fast, plain].map((maker) => {
    const a = filled(maker, n * n, (q) => entry(re, Math.floor(q / n), q % n));
    const b = filled(maker, n * n, (q) => entry(im, Math.floor(q / n), q % n));
    maker.complexFactor(a, b, n);
    const x = filled(maker, n, (i) => rhs[i]!);
    const y = filled(maker, n, (i) => rhs[n + i]!);
    maker.complexSolve(a, b, n, x, y);
    return { x, y };
  });
  expect(furthest(solved[0]!.x, solved[1]!.x)).toBeLessThan(1e-12);
  const { x, y } = solved[0]!;
  for (let i = 0; i < n; i++) {
    let [sr, si] = [0, 0];
    for (let j = 0; j < n; j++) {
      sr += entry(re, i, j) * x[j]! - entry(im, i, j) * y[j]!;
      si += entry(re, i, j) * y[j]! + entry(im, i, j) * x[j]!;
    }
    expect(sr).toBeCloseTo(rhs[i]!, 9);
    expect(si).toBeCloseTo(rhs[n + i]!, 9);
  }
});

test('room that was not reserved, arrays of another maker, and too much room are refused', async () => {
  const { fast, plain } = await twins();
  expect(() => fast.f64(ROOM)).toThrow(/reserved/);
  expect(() => fast.rotate(plain.f64(8), 0, 4, 4, 1, 0)).toThrow(/another maker/);
  await expect(loadLinalg(2 ** 31)).rejects.toThrow(/bytes must be between/);
});

test('blend and the answer of diagonal modes agree with plain sums', async () => {
  const { fast, plain } = await twins();
  const [n, above] = [8, 6];
  const [b, h, a] = [values(4, n * n), values(6, 2 * above * n), values(8, 2 * n * n)];
  const results = [fast, plain].map((maker) => {
    const single = maker.f32(n * n);
    single.set(b);
    const [gr, gi] = [filled(maker, n * n, (i) => a[i]!), filled(maker, n * n, (i) => a[n * n + i]!)];
    maker.blend(single, n * n, 0.3, -0.7, gr, gi);
    const [re, im] = [filled(maker, n * n, (i) => a[i]!), filled(maker, n * n, (i) => a[n * n + i]!)];
    const rows = [filled(maker, above * n, (i) => h[i]!), filled(maker, above * n, (i) => h[above * n + i]!)] as const;
    const [er, ei] = [filled(maker, above, (i) => h[i]!), filled(maker, above, (i) => h[above + i]!)];
    maker.schur(re, im, n, ...rows, above, er, ei);
    return { gr, gi, re, im };
  });
  const [f, p] = results as [(typeof results)[0], (typeof results)[0]];
  expect(furthest(f.gr, p.gr)).toBeLessThan(1e-12);
  expect(furthest(f.gi, p.gi)).toBeLessThan(1e-12);
  expect(f.gi[3]).toBeCloseTo(a[n * n + 3]! - 0.7 * Math.fround(b[3]!), 12);
  for (let i = 0; i < n; i++) {
    for (let j = i; j < n; j++) {
      expect(f.re[i * n + j]).toBeCloseTo(p.re[i * n + j]!, 12);
      expect(f.im[i * n + j]).toBeCloseTo(p.im[i * n + j]!, 12);
    }
  }
});
