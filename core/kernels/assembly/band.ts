// Band Cholesky and its substitutions. Row i keeps column j at (pad + j − i + half); zeros left of the band.

/** Zeros in front of each row. */
const PAD: usize = 6;

function hsum(v: v128): f64 {
  return f64x2.extract_lane(v, 0) + f64x2.extract_lane(v, 1);
}

/** n a multiple of 4. Returns 0, or the number (from 1) of the row whose pivot was not above 0. */
export function bandFactor(a: usize, n: i32, w: i32, half: i32): i32 {
  const stride = (<usize>w) << 3;
  for (let i0 = 0; i0 < n; i0 += 4) {
    // Row r of the tile: element k lies at base_r + 8 k (base may lie before the row's own memory).
    const r0 = a + <usize>i0 * stride + ((PAD + <usize>half - <usize>i0) << 3);
    const r1 = r0 + stride - 8;
    const r2 = r1 + stride - 8;
    const r3 = r2 + stride - 8;
    let first = i0 - half;
    if (first < 0) first = 0;
    first &= ~1;
    for (let j = first; j < i0; j += 2) {
      const c0 = a + <usize>j * stride + ((PAD + <usize>half - <usize>j) << 3);
      const c1 = c0 + stride - 8;
      let s00 = f64x2.splat(0);
      let s01 = s00;
      let s10 = s00;
      let s11 = s00;
      let s20 = s00;
      let s21 = s00;
      let s30 = s00;
      let s31 = s00;
      let k: usize = (<usize>first) << 3;
      const end: usize = (<usize>j) << 3;
      while (k < end) {
        const x0 = v128.load(c0 + k);
        const x1 = v128.load(c1 + k);
        const y0 = v128.load(r0 + k);
        s00 = f64x2.add(s00, f64x2.mul(y0, x0));
        s01 = f64x2.add(s01, f64x2.mul(y0, x1));
        const y1 = v128.load(r1 + k);
        s10 = f64x2.add(s10, f64x2.mul(y1, x0));
        s11 = f64x2.add(s11, f64x2.mul(y1, x1));
        const y2 = v128.load(r2 + k);
        s20 = f64x2.add(s20, f64x2.mul(y2, x0));
        s21 = f64x2.add(s21, f64x2.mul(y2, x1));
        const y3 = v128.load(r3 + k);
        s30 = f64x2.add(s30, f64x2.mul(y3, x0));
        s31 = f64x2.add(s31, f64x2.mul(y3, x1));
        k += 16;
      }
      const d0 = load<f64>(c0 + end);
      const d1 = load<f64>(c1 + end + 8);
      const l10 = load<f64>(c1 + end);
      const a0 = (load<f64>(r0 + end) - hsum(s00)) * d0;
      store<f64>(r0 + end, a0);
      store<f64>(r0 + end + 8, (load<f64>(r0 + end + 8) - hsum(s01) - a0 * l10) * d1);
      const a1 = (load<f64>(r1 + end) - hsum(s10)) * d0;
      store<f64>(r1 + end, a1);
      store<f64>(r1 + end + 8, (load<f64>(r1 + end + 8) - hsum(s11) - a1 * l10) * d1);
      const a2 = (load<f64>(r2 + end) - hsum(s20)) * d0;
      store<f64>(r2 + end, a2);
      store<f64>(r2 + end + 8, (load<f64>(r2 + end + 8) - hsum(s21) - a2 * l10) * d1);
      const a3 = (load<f64>(r3 + end) - hsum(s30)) * d0;
      store<f64>(r3 + end, a3);
      store<f64>(r3 + end + 8, (load<f64>(r3 + end + 8) - hsum(s31) - a3 * l10) * d1);
    }
    // The 4 × 4 triangle on the diagonal.
    for (let i = i0; i < i0 + 4; i++) {
      const ri = a + <usize>i * stride + ((PAD + <usize>half - <usize>i) << 3);
      for (let j = i0; j <= i; j++) {
        const rj = a + <usize>j * stride + ((PAD + <usize>half - <usize>j) << 3);
        let sum = f64x2.splat(0);
        let k: usize = (<usize>first) << 3;
        const end: usize = (<usize>i0) << 3;
        while (k < end) {
          sum = f64x2.add(sum, f64x2.mul(v128.load(ri + k), v128.load(rj + k)));
          k += 16;
        }
        let s = load<f64>(ri + ((<usize>j) << 3)) - hsum(sum);
        for (let q = i0; q < j; q++) s -= load<f64>(ri + ((<usize>q) << 3)) * load<f64>(rj + ((<usize>q) << 3));
        if (j < i) {
          store<f64>(ri + ((<usize>j) << 3), s * load<f64>(rj + ((<usize>j) << 3)));
        } else {
          if (!(s > 0)) return i + 1;
          store<f64>(ri + ((<usize>i) << 3), 1 / Math.sqrt(s));
        }
      }
    }
  }
  return 0;
}

/** x (n × 4, by rows) becomes the solution. */
export function bandSolve4(a: usize, n: i32, w: i32, half: i32, x: usize): void {
  const stride = (<usize>w) << 3;
  for (let i0 = 0; i0 < n; i0 += 4) {
    const r0 = a + <usize>i0 * stride + ((PAD + <usize>half - <usize>i0) << 3);
    const r1 = r0 + stride - 8;
    const r2 = r1 + stride - 8;
    const r3 = r2 + stride - 8;
    let first = i0 - half;
    if (first < 0) first = 0;
    let p = x + ((<usize>i0) << 5);
    let a0 = v128.load(p);
    let b0 = v128.load(p, 16);
    let a1 = v128.load(p, 32);
    let b1 = v128.load(p, 48);
    let a2 = v128.load(p, 64);
    let b2 = v128.load(p, 80);
    let a3 = v128.load(p, 96);
    let b3 = v128.load(p, 112);
    let xk = x + ((<usize>first) << 5);
    const end: usize = (<usize>i0) << 3;
    for (let k: usize = (<usize>first) << 3; k < end; k += 8) {
      const u = v128.load(xk);
      const v = v128.load(xk, 16);
      let l = v128.load64_splat(r0 + k);
      a0 = f64x2.sub(a0, f64x2.mul(l, u));
      b0 = f64x2.sub(b0, f64x2.mul(l, v));
      l = v128.load64_splat(r1 + k);
      a1 = f64x2.sub(a1, f64x2.mul(l, u));
      b1 = f64x2.sub(b1, f64x2.mul(l, v));
      l = v128.load64_splat(r2 + k);
      a2 = f64x2.sub(a2, f64x2.mul(l, u));
      b2 = f64x2.sub(b2, f64x2.mul(l, v));
      l = v128.load64_splat(r3 + k);
      a3 = f64x2.sub(a3, f64x2.mul(l, u));
      b3 = f64x2.sub(b3, f64x2.mul(l, v));
      xk += 32;
    }
    let l = v128.load64_splat(r0 + end);
    a0 = f64x2.mul(a0, l);
    b0 = f64x2.mul(b0, l);
    l = v128.load64_splat(r1 + end);
    a1 = f64x2.sub(a1, f64x2.mul(l, a0));
    b1 = f64x2.sub(b1, f64x2.mul(l, b0));
    l = v128.load64_splat(r1 + end, 8);
    a1 = f64x2.mul(a1, l);
    b1 = f64x2.mul(b1, l);
    l = v128.load64_splat(r2 + end);
    a2 = f64x2.sub(a2, f64x2.mul(l, a0));
    b2 = f64x2.sub(b2, f64x2.mul(l, b0));
    l = v128.load64_splat(r2 + end, 8);
    a2 = f64x2.sub(a2, f64x2.mul(l, a1));
    b2 = f64x2.sub(b2, f64x2.mul(l, b1));
    l = v128.load64_splat(r2 + end, 16);
    a2 = f64x2.mul(a2, l);
    b2 = f64x2.mul(b2, l);
    l = v128.load64_splat(r3 + end);
    a3 = f64x2.sub(a3, f64x2.mul(l, a0));
    b3 = f64x2.sub(b3, f64x2.mul(l, b0));
    l = v128.load64_splat(r3 + end, 8);
    a3 = f64x2.sub(a3, f64x2.mul(l, a1));
    b3 = f64x2.sub(b3, f64x2.mul(l, b1));
    l = v128.load64_splat(r3 + end, 16);
    a3 = f64x2.sub(a3, f64x2.mul(l, a2));
    b3 = f64x2.sub(b3, f64x2.mul(l, b2));
    l = v128.load64_splat(r3 + end, 24);
    a3 = f64x2.mul(a3, l);
    b3 = f64x2.mul(b3, l);
    v128.store(p, a0);
    v128.store(p, b0, 16);
    v128.store(p, a1, 32);
    v128.store(p, b1, 48);
    v128.store(p, a2, 64);
    v128.store(p, b2, 80);
    v128.store(p, a3, 96);
    v128.store(p, b3, 112);
  }
  for (let i0 = n - 4; i0 >= 0; i0 -= 4) {
    const r0 = a + <usize>i0 * stride + ((PAD + <usize>half - <usize>i0) << 3);
    const r1 = r0 + stride - 8;
    const r2 = r1 + stride - 8;
    const r3 = r2 + stride - 8;
    let first = i0 - half;
    if (first < 0) first = 0;
    const p = x + ((<usize>i0) << 5);
    const end: usize = (<usize>i0) << 3;
    // The triangle, from its last row up.
    let l = v128.load64_splat(r3 + end, 24);
    const a3 = f64x2.mul(v128.load(p, 96), l);
    const b3 = f64x2.mul(v128.load(p, 112), l);
    l = v128.load64_splat(r3 + end, 16);
    let a2 = f64x2.sub(v128.load(p, 64), f64x2.mul(l, a3));
    let b2 = f64x2.sub(v128.load(p, 80), f64x2.mul(l, b3));
    l = v128.load64_splat(r2 + end, 16);
    a2 = f64x2.mul(a2, l);
    b2 = f64x2.mul(b2, l);
    l = v128.load64_splat(r3 + end, 8);
    let a1 = f64x2.sub(v128.load(p, 32), f64x2.mul(l, a3));
    let b1 = f64x2.sub(v128.load(p, 48), f64x2.mul(l, b3));
    l = v128.load64_splat(r2 + end, 8);
    a1 = f64x2.sub(a1, f64x2.mul(l, a2));
    b1 = f64x2.sub(b1, f64x2.mul(l, b2));
    l = v128.load64_splat(r1 + end, 8);
    a1 = f64x2.mul(a1, l);
    b1 = f64x2.mul(b1, l);
    l = v128.load64_splat(r3 + end);
    let a0 = f64x2.sub(v128.load(p), f64x2.mul(l, a3));
    let b0 = f64x2.sub(v128.load(p, 16), f64x2.mul(l, b3));
    l = v128.load64_splat(r2 + end);
    a0 = f64x2.sub(a0, f64x2.mul(l, a2));
    b0 = f64x2.sub(b0, f64x2.mul(l, b2));
    l = v128.load64_splat(r1 + end);
    a0 = f64x2.sub(a0, f64x2.mul(l, a1));
    b0 = f64x2.sub(b0, f64x2.mul(l, b1));
    l = v128.load64_splat(r0 + end);
    a0 = f64x2.mul(a0, l);
    b0 = f64x2.mul(b0, l);
    v128.store(p, a0);
    v128.store(p, b0, 16);
    v128.store(p, a1, 32);
    v128.store(p, b1, 48);
    v128.store(p, a2, 64);
    v128.store(p, b2, 80);
    v128.store(p, a3, 96);
    v128.store(p, b3, 112);
    let xk = x + ((<usize>first) << 5);
    for (let k: usize = (<usize>first) << 3; k < end; k += 8) {
      let u = v128.load(xk);
      let v = v128.load(xk, 16);
      let m = v128.load64_splat(r0 + k);
      u = f64x2.sub(u, f64x2.mul(m, a0));
      v = f64x2.sub(v, f64x2.mul(m, b0));
      m = v128.load64_splat(r1 + k);
      u = f64x2.sub(u, f64x2.mul(m, a1));
      v = f64x2.sub(v, f64x2.mul(m, b1));
      m = v128.load64_splat(r2 + k);
      u = f64x2.sub(u, f64x2.mul(m, a2));
      v = f64x2.sub(v, f64x2.mul(m, b2));
      m = v128.load64_splat(r3 + k);
      u = f64x2.sub(u, f64x2.mul(m, a3));
      v = f64x2.sub(v, f64x2.mul(m, b3));
      v128.store(xk, u);
      v128.store(xk, v, 16);
      xk += 32;
    }
  }
}
