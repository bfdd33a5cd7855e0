// Linear algebra of the wave solver with 128-bit vectors. What each does is written at its twin, src/numerics/linalg/plain.ts.
// Pointers are bytes; callers own the memory. Loops run over raw pointers, eight accumulators at most.
export { bandFactor, bandSolve4 } from './band';
export { symmetric4 } from './csr';
export { combine, dots4, rotate, take4 } from './block';
export { gemmF32 } from './gemm';
export { blend, complexFactor, complexSolve, schur } from './zsym';

export function heapBase(): usize {
  return __heap_base;
}
