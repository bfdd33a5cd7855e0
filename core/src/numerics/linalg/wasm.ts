/** The loops of types.ts in WebAssembly with 128-bit vectors (kernels/assembly), over one memory that never grows. */
import { type Linalg, noPivot, notPositive } from './types';

interface Exports {
  heapBase(): number;
  bandFactor(a: number, n: number, w: number, half: number): number;
  bandSolve4(a: number, n: number, w: number, half: number, x: number): void;
  symmetric4(start: number, column: number, value: number, n: number, x: number, y: number): void;
  dots4(v: number, blocks: number, n: number, w: number, out: number): void;
  take4(v: number, blocks: number, n: number, c: number, w: number): void;
  combine(v: number, blocks: number, n: number, z: number, columns: number, out: number): void;
  rotate(x: number, y: number, n: number, c: number, s: number): void;
  gemmF32(m: number, k: number, r: number, a: number, b: number, c: number, pack: number): void;
  blend(b: number, count: number, br: number, bi: number, gr: number, gi: number): void;
  schur(re: number, im: number, n: number, hr: number, hi: number, above: number, er: number, ei: number): void;
  complexFactor(re: number, im: number, n: number): number;
  complexSolve(re: number, im: number, n: number, xr: number, xi: number): void;
}

const PAGE = 65536;
/** More than this is refused: half of it is what a browser's tab can surely have. */
export const MOST_BYTES = 1 << 30;

/**
 * @param bytes room for all arrays that will be asked for; a little is added for alignment
 * Throws RangeError beyond {@link MOST_BYTES}.
 */
export async function wasmLinalg(module: WebAssembly.Module, bytes: number): Promise<Linalg> {
  if (!(bytes >= 0 && bytes <= MOST_BYTES)) {
    throw new RangeError(`wasmLinalg: bytes must be between 0 and ${MOST_BYTES}, got ${bytes}`);
  }
  const pages = Math.ceil((bytes + 4096) / PAGE) + 1;
  let memory: WebAssembly.Memory;
  try {
    memory = new WebAssembly.Memory({ initial: pages, maximum: pages });
  } catch {
    throw new RangeError(
      `linalg: ${Math.ceil(bytes / 1048576)} MB of memory are needed and this device does not give them; close other programs and try again`,
    );
  }
  const { exports } = await WebAssembly.instantiate(module, {
    env: {
      memory,
      abort: () => {
        throw new Error('linalg: the kernel stopped');
      },
    },
  });
  const k = exports as unknown as Exports;
  // Asked once: it never grows, and asking is slow.
  const { buffer } = memory;
  let top = (k.heapBase() + 15) & ~15;
  function take(size: number): number {
    const at = top;
    if (at + size > pages * PAGE) {
      throw new RangeError(`linalg: ${bytes} bytes were reserved, ${at + size - bytes} more are asked for`);
    }
    top = (at + size + 15) & ~15;
    return at;
  }
  const at = (a: { byteOffset: number; buffer: ArrayBufferLike }): number => {
    if (a.buffer !== buffer) throw new TypeError('linalg: an array of another maker was handed in');
    return a.byteOffset;
  };
  return {
    f64: (length) => new Float64Array(buffer, take(8 * length), length),
    f32: (length) => new Float32Array(buffer, take(4 * length), length),
    i32: (length) => new Int32Array(buffer, take(4 * length), length),
    bandFactor(a, n, w, half) {
      const row = k.bandFactor(at(a), n, w, half);
      if (row > 0) notPositive(row - 1);
    },
    bandSolve4: (a, n, w, half, x) => k.bandSolve4(at(a), n, w, half, at(x)),
    symmetric4: (a, x, y) => k.symmetric4(at(a.start), at(a.column), at(a.value), a.n, at(x), at(y)),
    dots4: (v, blocks, n, w, out) => k.dots4(at(v), blocks, n, at(w), at(out)),
    take4: (v, blocks, n, c, w) => k.take4(at(v), blocks, n, at(c), at(w)),
    combine: (v, blocks, n, z, columns, out) => k.combine(at(v), blocks, n, at(z), columns, at(out)),
    rotate: (a, x, y, length, c, s) => k.rotate(at(a) + 8 * x, at(a) + 8 * y, length, c, s),
    gemmF32: (m, kk, r, a, b, c, pack) => k.gemmF32(m, kk, r, at(a), at(b), at(c), at(pack)),
    blend: (b, count, br, bi, gr, gi) => k.blend(at(b), count, br, bi, at(gr), at(gi)),
    schur: (re, im, n, hr, hi, above, er, ei) => k.schur(at(re), at(im), n, at(hr), at(hi), above, at(er), at(ei)),
    complexFactor(re, im, n) {
      const row = k.complexFactor(at(re), at(im), n);
      if (row > 0) noPivot(row - 1);
    },
    complexSolve: (re, im, n, xr, xi) => k.complexSolve(at(re), at(im), n, at(xr), at(xi)),
  };
}
