// Single-precision product of dense matrices, by rows: four rows by eight columns at a time.

/** C (m × r) = A (m × k) B (k × r). m a multiple of 4, r of 8. `pack` holds 8·k numbers. */
export function gemmF32(m: i32, k: i32, r: i32, a: usize, b: usize, c: usize, pack: usize): void {
  const lineA = (<usize>k) << 2;
  const lineB = (<usize>r) << 2;
  for (let j = 0; j < r; j += 8) {
    let q = b + ((<usize>j) << 2);
    let t = pack;
    for (let i = 0; i < k; i++) {
      v128.store(t, v128.load(q));
      v128.store(t, v128.load(q, 16), 16);
      q += lineB;
      t += 32;
    }
    for (let i = 0; i < m; i += 4) {
      let s00 = f32x4.splat(0);
      let s01 = s00;
      let s10 = s00;
      let s11 = s00;
      let s20 = s00;
      let s21 = s00;
      let s30 = s00;
      let s31 = s00;
      let p0 = a + <usize>i * lineA;
      let p1 = p0 + lineA;
      let p2 = p1 + lineA;
      let p3 = p2 + lineA;
      let x = pack;
      const end = pack + ((<usize>k) << 5);
      while (x < end) {
        const b0 = v128.load(x);
        const b1 = v128.load(x, 16);
        let e = v128.load32_splat(p0);
        s00 = f32x4.add(s00, f32x4.mul(e, b0));
        s01 = f32x4.add(s01, f32x4.mul(e, b1));
        e = v128.load32_splat(p1);
        s10 = f32x4.add(s10, f32x4.mul(e, b0));
        s11 = f32x4.add(s11, f32x4.mul(e, b1));
        e = v128.load32_splat(p2);
        s20 = f32x4.add(s20, f32x4.mul(e, b0));
        s21 = f32x4.add(s21, f32x4.mul(e, b1));
        e = v128.load32_splat(p3);
        s30 = f32x4.add(s30, f32x4.mul(e, b0));
        s31 = f32x4.add(s31, f32x4.mul(e, b1));
        x += 32;
        p0 += 4;
        p1 += 4;
        p2 += 4;
        p3 += 4;
      }
      let o = c + <usize>i * lineB + ((<usize>j) << 2);
      v128.store(o, s00);
      v128.store(o, s01, 16);
      o += lineB;
      v128.store(o, s10);
      v128.store(o, s11, 16);
      o += lineB;
      v128.store(o, s20);
      v128.store(o, s21, 16);
      o += lineB;
      v128.store(o, s30);
      v128.store(o, s31, 16);
    }
  }
}
