/** Complex systems, small or rare: plain elimination with row pivoting. */

/** Solves A x = b in place: re, im (n × n by rows) are used up, xr, xi hold b and then x. */
export function pivotedSolve(re: Float64Array, im: Float64Array, n: number, xr: Float64Array, xi: Float64Array): void {
  for (let k = 0; k < n; k++) {
    let p = k;
    let most = -1;
    for (let i = k; i < n; i++) {
      const size = re[i * n + k]! ** 2 + im[i * n + k]! ** 2;
      if (size > most) [most, p] = [size, i];
    }
    if (p !== k) {
      for (const a of [re, im]) {
        for (let j = 0; j < n; j++) [a[k * n + j], a[p * n + j]] = [a[p * n + j]!, a[k * n + j]!];
      }
      for (const x of [xr, xi]) [x[k], x[p]] = [x[p]!, x[k]!];
    }
    const [dr, di] = [re[k * n + k]! / most, -im[k * n + k]! / most];
    for (let i = k + 1; i < n; i++) {
      const mr = re[i * n + k]! * dr - im[i * n + k]! * di;
      const mi = re[i * n + k]! * di + im[i * n + k]! * dr;
      if (mr === 0 && mi === 0) continue;
      for (let j = k + 1; j < n; j++) {
        re[i * n + j]! -= mr * re[k * n + j]! - mi * im[k * n + j]!;
        im[i * n + j]! -= mr * im[k * n + j]! + mi * re[k * n + j]!;
      }
      xr[i]! -= mr * xr[k]! - mi * xi[k]!;
      xi[i]! -= mr * xi[k]! + mi * xr[k]!;
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    let [sr, si] = [xr[k]!, xi[k]!];
    for (let j = k + 1; j < n; j++) {
      sr -= re[k * n + j]! * xr[j]! - im[k * n + j]! * xi[j]!;
      si -= re[k * n + j]! * xi[j]! + im[k * n + j]! * xr[j]!;
    }
    const size = re[k * n + k]! ** 2 + im[k * n + k]! ** 2;
    xr[k] = (sr * re[k * n + k]! + si * im[k * n + k]!) / size;
    xi[k] = (si * re[k * n + k]! - sr * im[k * n + k]!) / size;
  }
}
