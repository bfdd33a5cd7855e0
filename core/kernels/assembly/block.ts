// Blocks of four vectors (n × 4 by rows), one after another: inner products, subtraction, combination; plane rotations.

/** out (4·blocks × 4 by rows) = Vᵀ W. */
export function dots4(v: usize, blocks: i32, n: i32, w: usize, out: usize): void {
  const size = (<usize>n) << 5;
  for (let b = 0; b < blocks; b++) {
    let s00 = f64x2.splat(0);
    let s01 = s00;
    let s10 = s00;
    let s11 = s00;
    let s20 = s00;
    let s21 = s00;
    let s30 = s00;
    let s31 = s00;
    let p = v + <usize>b * size;
    let q = w;
    const end = w + size;
    while (q < end) {
      const w0 = v128.load(q);
      const w1 = v128.load(q, 16);
      let m = v128.load64_splat(p);
      s00 = f64x2.add(s00, f64x2.mul(m, w0));
      s01 = f64x2.add(s01, f64x2.mul(m, w1));
      m = v128.load64_splat(p, 8);
      s10 = f64x2.add(s10, f64x2.mul(m, w0));
      s11 = f64x2.add(s11, f64x2.mul(m, w1));
      m = v128.load64_splat(p, 16);
      s20 = f64x2.add(s20, f64x2.mul(m, w0));
      s21 = f64x2.add(s21, f64x2.mul(m, w1));
      m = v128.load64_splat(p, 24);
      s30 = f64x2.add(s30, f64x2.mul(m, w0));
      s31 = f64x2.add(s31, f64x2.mul(m, w1));
      p += 32;
      q += 32;
    }
    const o = out + ((<usize>b) << 7);
    v128.store(o, s00);
    v128.store(o, s01, 16);
    v128.store(o, s10, 32);
    v128.store(o, s11, 48);
    v128.store(o, s20, 64);
    v128.store(o, s21, 80);
    v128.store(o, s30, 96);
    v128.store(o, s31, 112);
  }
}

/** W −= V C, C 4·blocks × 4 by rows. */
export function take4(v: usize, blocks: i32, n: i32, c: usize, w: usize): void {
  const size = (<usize>n) << 5;
  for (let b = 0; b < blocks; b++) {
    const o = c + ((<usize>b) << 7);
    const c00 = v128.load(o);
    const c01 = v128.load(o, 16);
    const c10 = v128.load(o, 32);
    const c11 = v128.load(o, 48);
    const c20 = v128.load(o, 64);
    const c21 = v128.load(o, 80);
    const c30 = v128.load(o, 96);
    const c31 = v128.load(o, 112);
    let p = v + <usize>b * size;
    let q = w;
    const end = w + size;
    while (q < end) {
      let w0 = v128.load(q);
      let w1 = v128.load(q, 16);
      let m = v128.load64_splat(p);
      w0 = f64x2.sub(w0, f64x2.mul(m, c00));
      w1 = f64x2.sub(w1, f64x2.mul(m, c01));
      m = v128.load64_splat(p, 8);
      w0 = f64x2.sub(w0, f64x2.mul(m, c10));
      w1 = f64x2.sub(w1, f64x2.mul(m, c11));
      m = v128.load64_splat(p, 16);
      w0 = f64x2.sub(w0, f64x2.mul(m, c20));
      w1 = f64x2.sub(w1, f64x2.mul(m, c21));
      m = v128.load64_splat(p, 24);
      w0 = f64x2.sub(w0, f64x2.mul(m, c30));
      w1 = f64x2.sub(w1, f64x2.mul(m, c31));
      v128.store(q, w0);
      v128.store(q, w1, 16);
      p += 32;
      q += 32;
    }
  }
}

/**
 * out (rows × columns, f32 by rows) = V Z. Z comes in panels of four columns, each 4·blocks × 4 by rows. rows and columns
 * multiples of 4.
 */
export function combine(v: usize, blocks: i32, n: i32, z: usize, columns: i32, out: usize): void {
  const size = (<usize>n) << 5;
  const panel = (<usize>blocks) << 7;
  const line = (<usize>columns) << 2;
  for (let r = 0; r < n; r += 4) {
    const rows = v + ((<usize>r) << 5);
    for (let j = 0; j < columns; j += 4) {
      let s00 = f64x2.splat(0);
      let s01 = s00;
      let s10 = s00;
      let s11 = s00;
      let s20 = s00;
      let s21 = s00;
      let s30 = s00;
      let s31 = s00;
      let p = rows;
      let q = z + <usize>(j >> 2) * panel;
      const end = q + panel;
      while (q < end) {
        for (let c: usize = 0; c < 32; c += 8) {
          const z0 = v128.load(q);
          const z1 = v128.load(q, 16);
          let m = v128.load64_splat(p + c);
          s00 = f64x2.add(s00, f64x2.mul(m, z0));
          s01 = f64x2.add(s01, f64x2.mul(m, z1));
          m = v128.load64_splat(p + c, 32);
          s10 = f64x2.add(s10, f64x2.mul(m, z0));
          s11 = f64x2.add(s11, f64x2.mul(m, z1));
          m = v128.load64_splat(p + c, 64);
          s20 = f64x2.add(s20, f64x2.mul(m, z0));
          s21 = f64x2.add(s21, f64x2.mul(m, z1));
          m = v128.load64_splat(p + c, 96);
          s30 = f64x2.add(s30, f64x2.mul(m, z0));
          s31 = f64x2.add(s31, f64x2.mul(m, z1));
          q += 32;
        }
        p += size;
      }
      let o = out + <usize>r * line + ((<usize>j) << 2);
      put(o, s00, s01);
      o += line;
      put(o, s10, s11);
      o += line;
      put(o, s20, s21);
      o += line;
      put(o, s30, s31);
    }
  }
}

function put(o: usize, a: v128, b: v128): void {
  v128.store(o, v128.shuffle<f32>(f32x4.demote_f64x2_zero(a), f32x4.demote_f64x2_zero(b), 0, 1, 4, 5));
}

/** x, y of length n (even) become c·x + s·y and c·y − s·x. */
export function rotate(x: usize, y: usize, n: i32, c: f64, s: f64): void {
  const cc = f64x2.splat(c);
  const ss = f64x2.splat(s);
  const end = x + ((<usize>n) << 3);
  while (x < end) {
    const a = v128.load(x);
    const b = v128.load(y);
    v128.store(x, f64x2.add(f64x2.mul(cc, a), f64x2.mul(ss, b)));
    v128.store(y, f64x2.sub(f64x2.mul(cc, b), f64x2.mul(ss, a)));
    x += 16;
    y += 16;
  }
}
