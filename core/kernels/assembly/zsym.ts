// Complex symmetric (not Hermitian) matrix UᵀDU without pivoting, planar: upper half by rows of n, n a multiple of 4.

/** In place; the diagonal then holds 1/d. Returns 0, or the number (from 1) of a vanishing pivot. */
export function complexFactor(re: usize, im: usize, n: i32): i32 {
  const line = (<usize>n) << 3;
  for (let k = 0; k < n; k += 4) {
    // The panel of four pivot rows: each freed from those above it in the panel.
    for (let r = k; r < k + 4; r++) {
      const rr = re + <usize>r * line;
      const ri = im + <usize>r * line;
      for (let q = k; q < r; q++) {
        const qr = re + <usize>q * line;
        const qi = im + <usize>q * line;
        const ur = load<f64>(qr + ((<usize>r) << 3));
        const ui = load<f64>(qi + ((<usize>r) << 3));
        // Rows are kept times d: what is taken off is u·row, u already over d.
        const dr = load<f64>(qr + ((<usize>q) << 3));
        const di = load<f64>(qi + ((<usize>q) << 3));
        update(qr, qi, rr, ri, f64x2.splat(ur * dr - ui * di), f64x2.splat(ur * di + ui * dr), <usize>(r & ~1), n);
      }
      const pr = load<f64>(rr + ((<usize>r) << 3));
      const pi = load<f64>(ri + ((<usize>r) << 3));
      const size = pr * pr + pi * pi;
      if (!(size > 0)) return r + 1;
      store<f64>(rr + ((<usize>r) << 3), pr / size);
      store<f64>(ri + ((<usize>r) << 3), -pi / size);
    }
    // Everything below, four pivots at a time.
    const r0 = re + <usize>k * line;
    const i0 = im + <usize>k * line;
    const r1 = r0 + line;
    const i1 = i0 + line;
    const r2 = r1 + line;
    const i2 = i1 + line;
    const r3 = r2 + line;
    const i3 = i2 + line;
    for (let i = k + 4; i < n; i++) {
      const at = (<usize>i) << 3;
      const m0r = product(r0, i0, k, at, false);
      const m0i = product(r0, i0, k, at, true);
      const m1r = product(r1, i1, k + 1, at, false);
      const m1i = product(r1, i1, k + 1, at, true);
      const m2r = product(r2, i2, k + 2, at, false);
      const m2i = product(r2, i2, k + 2, at, true);
      const m3r = product(r3, i3, k + 3, at, false);
      const m3i = product(r3, i3, k + 3, at, true);
      const tr = re + <usize>i * line;
      const ti = im + <usize>i * line;
      for (let j: usize = (<usize>(i & ~1)) << 3; j < line; j += 16) {
        let x = v128.load(tr + j);
        let y = v128.load(ti + j);
        let u = v128.load(r0 + j);
        let v = v128.load(i0 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m0r, u), f64x2.mul(m0i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m0r, v), f64x2.mul(m0i, u)));
        u = v128.load(r1 + j);
        v = v128.load(i1 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m1r, u), f64x2.mul(m1i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m1r, v), f64x2.mul(m1i, u)));
        u = v128.load(r2 + j);
        v = v128.load(i2 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m2r, u), f64x2.mul(m2i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m2r, v), f64x2.mul(m2i, u)));
        u = v128.load(r3 + j);
        v = v128.load(i3 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m3r, u), f64x2.mul(m3i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m3r, v), f64x2.mul(m3i, u)));
        v128.store(tr + j, x);
        v128.store(ti + j, y);
      }
    }
  }
  return 0;
}

/** Entry of a pivot row over its pivot, both lanes. */
function product(r: usize, i: usize, pivot: i32, at: usize, imaginary: bool): v128 {
  const dr = load<f64>(r + ((<usize>pivot) << 3));
  const di = load<f64>(i + ((<usize>pivot) << 3));
  const ur = load<f64>(r + at);
  const ui = load<f64>(i + at);
  return f64x2.splat(imaginary ? ur * di + ui * dr : ur * dr - ui * di);
}

/** row −= m · pivot row, from column `from` on. */
function update(qr: usize, qi: usize, rr: usize, ri: usize, mr: v128, mi: v128, from: usize, n: i32): void {
  const end = (<usize>n) << 3;
  for (let j = from << 3; j < end; j += 16) {
    const u = v128.load(qr + j);
    const v = v128.load(qi + j);
    v128.store(rr + j, f64x2.sub(v128.load(rr + j), f64x2.sub(f64x2.mul(mr, u), f64x2.mul(mi, v))));
    v128.store(ri + j, f64x2.sub(v128.load(ri + j), f64x2.add(f64x2.mul(mr, v), f64x2.mul(mi, u))));
  }
}

/** Solves for one right-hand side, in place. */
export function complexSolve(re: usize, im: usize, n: i32, xr: usize, xi: usize): void {
  const line = (<usize>n) << 3;
  for (let k = 0; k < n; k++) {
    const r = re + <usize>k * line;
    const i = im + <usize>k * line;
    const at = (<usize>k) << 3;
    const dr = load<f64>(r + at);
    const di = load<f64>(i + at);
    const br = load<f64>(xr + at);
    const bi = load<f64>(xi + at);
    const yr = br * dr - bi * di;
    const yi = br * di + bi * dr;
    store<f64>(xr + at, yr);
    store<f64>(xi + at, yi);
    let j = k + 1;
    if (j & 1 && j < n) {
      const a = (<usize>j) << 3;
      const ur = load<f64>(r + a);
      const ui = load<f64>(i + a);
      store<f64>(xr + a, load<f64>(xr + a) - (yr * ur - yi * ui));
      store<f64>(xi + a, load<f64>(xi + a) - (yr * ui + yi * ur));
      j++;
    }
    const mr = f64x2.splat(yr);
    const mi = f64x2.splat(yi);
    for (let a = (<usize>j) << 3; a < line; a += 16) {
      const u = v128.load(r + a);
      const v = v128.load(i + a);
      v128.store(xr + a, f64x2.sub(v128.load(xr + a), f64x2.sub(f64x2.mul(mr, u), f64x2.mul(mi, v))));
      v128.store(xi + a, f64x2.sub(v128.load(xi + a), f64x2.add(f64x2.mul(mr, v), f64x2.mul(mi, u))));
    }
  }
  // What stands in x is D⁻¹U⁻ᵀb; x_k −= (Σ_{j>k} row_kj x_j)/d.
  for (let k = n - 1; k >= 0; k--) {
    const r = re + <usize>k * line;
    const i = im + <usize>k * line;
    let j = k + 1;
    let sr: f64 = 0;
    let si: f64 = 0;
    if (j & 1 && j < n) {
      const a = (<usize>j) << 3;
      const ur = load<f64>(r + a);
      const ui = load<f64>(i + a);
      const vr = load<f64>(xr + a);
      const vi = load<f64>(xi + a);
      sr = ur * vr - ui * vi;
      si = ur * vi + ui * vr;
      j++;
    }
    let tr = f64x2.splat(0);
    let ti = tr;
    for (let a = (<usize>j) << 3; a < line; a += 16) {
      const u = v128.load(r + a);
      const v = v128.load(i + a);
      const p = v128.load(xr + a);
      const q = v128.load(xi + a);
      tr = f64x2.add(tr, f64x2.sub(f64x2.mul(u, p), f64x2.mul(v, q)));
      ti = f64x2.add(ti, f64x2.add(f64x2.mul(u, q), f64x2.mul(v, p)));
    }
    sr += f64x2.extract_lane(tr, 0) + f64x2.extract_lane(tr, 1);
    si += f64x2.extract_lane(ti, 0) + f64x2.extract_lane(ti, 1);
    const at = (<usize>k) << 3;
    const dr = load<f64>(r + at);
    const di = load<f64>(i + at);
    store<f64>(xr + at, load<f64>(xr + at) - (sr * dr - si * di));
    store<f64>(xi + at, load<f64>(xi + at) - (sr * di + si * dr));
  }
}

/** gr += br·b, gi += bi·b over `count` numbers (a multiple of 4), b in single precision. */
export function blend(b: usize, count: i32, br: f64, bi: f64, gr: usize, gi: usize): void {
  const r = f64x2.splat(br);
  const s = f64x2.splat(bi);
  const end = b + ((<usize>count) << 2);
  while (b < end) {
    const x = v128.load(b);
    const low = f64x2.promote_low_f32x4(x);
    const high = f64x2.promote_low_f32x4(v128.shuffle<f32>(x, x, 2, 3, 2, 3));
    v128.store(gr, f64x2.add(v128.load(gr), f64x2.mul(r, low)));
    v128.store(gr, f64x2.add(v128.load(gr, 16), f64x2.mul(r, high)), 16);
    v128.store(gi, f64x2.add(v128.load(gi), f64x2.mul(s, low)));
    v128.store(gi, f64x2.add(v128.load(gi, 16), f64x2.mul(s, high)), 16);
    b += 16;
    gr += 32;
    gi += 32;
  }
}

/**
 * Upper half of A (n × n) −= Σ h hᵀ e over `above` rows h of n numbers, e complex: what modes with a diagonal only answer
 * to the others. `above` a multiple of 2.
 */
export function schur(re: usize, im: usize, n: i32, hr: usize, hi: usize, above: i32, er: usize, ei: usize): void {
  const line = (<usize>n) << 3;
  for (let h = 0; h < above; h += 2) {
    const a0 = hr + <usize>h * line;
    const b0 = hi + <usize>h * line;
    const a1 = a0 + line;
    const b1 = b0 + line;
    const e0r = load<f64>(er + ((<usize>h) << 3));
    const e0i = load<f64>(ei + ((<usize>h) << 3));
    const e1r = load<f64>(er + ((<usize>h) << 3), 8);
    const e1i = load<f64>(ei + ((<usize>h) << 3), 8);
    for (let i = 0; i < n; i++) {
      const at = (<usize>i) << 3;
      const p0 = load<f64>(a0 + at);
      const q0 = load<f64>(b0 + at);
      const p1 = load<f64>(a1 + at);
      const q1 = load<f64>(b1 + at);
      const m0r = f64x2.splat(p0 * e0r - q0 * e0i);
      const m0i = f64x2.splat(p0 * e0i + q0 * e0r);
      const m1r = f64x2.splat(p1 * e1r - q1 * e1i);
      const m1i = f64x2.splat(p1 * e1i + q1 * e1r);
      const tr = re + <usize>i * line;
      const ti = im + <usize>i * line;
      for (let j: usize = (<usize>(i & ~1)) << 3; j < line; j += 16) {
        let x = v128.load(tr + j);
        let y = v128.load(ti + j);
        let u = v128.load(a0 + j);
        let v = v128.load(b0 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m0r, u), f64x2.mul(m0i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m0r, v), f64x2.mul(m0i, u)));
        u = v128.load(a1 + j);
        v = v128.load(b1 + j);
        x = f64x2.sub(x, f64x2.sub(f64x2.mul(m1r, u), f64x2.mul(m1i, v)));
        y = f64x2.sub(y, f64x2.add(f64x2.mul(m1r, v), f64x2.mul(m1i, u)));
        v128.store(tr + j, x);
        v128.store(ti + j, y);
      }
    }
  }
}
