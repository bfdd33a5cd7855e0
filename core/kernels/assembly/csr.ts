// Symmetric sparse matrix, one half stored, times four vectors.

/** y = A x; row i holds columns from i on, its diagonal first. x and y n × 4 by rows, y apart from x. */
export function symmetric4(start: usize, column: usize, value: usize, n: i32, x: usize, y: usize): void {
  const zero = f64x2.splat(0);
  let p = y;
  for (let i = 0; i < n; i++) {
    v128.store(p, zero);
    v128.store(p, zero, 16);
    p += 32;
  }
  for (let i = 0; i < n; i++) {
    let k = load<i32>(start + ((<usize>i) << 2));
    const end = load<i32>(start + ((<usize>i) << 2), 4);
    const xi = x + ((<usize>i) << 5);
    const yi = y + ((<usize>i) << 5);
    const x0 = v128.load(xi);
    const x1 = v128.load(xi, 16);
    let m = v128.load64_splat(value + ((<usize>k) << 3));
    let s0 = f64x2.add(v128.load(yi), f64x2.mul(m, x0));
    let s1 = f64x2.add(v128.load(yi, 16), f64x2.mul(m, x1));
    for (k++; k < end; k++) {
      const j = (<usize>load<i32>(column + ((<usize>k) << 2))) << 5;
      m = v128.load64_splat(value + ((<usize>k) << 3));
      const xj = x + j;
      const yj = y + j;
      s0 = f64x2.add(s0, f64x2.mul(m, v128.load(xj)));
      s1 = f64x2.add(s1, f64x2.mul(m, v128.load(xj, 16)));
      v128.store(yj, f64x2.add(v128.load(yj), f64x2.mul(m, x0)));
      v128.store(yj, f64x2.add(v128.load(yj, 16), f64x2.mul(m, x1)), 16);
    }
    v128.store(yi, s0);
    v128.store(yi, s1, 16);
  }
}
