/** The factor the modes of a room were found with, kept for what they leave out (rest.ts). */
import type { HalfSparse, Linalg } from '../../numerics/linalg/types';

/** Right-hand sides solved at once. */
export const SIDES = 4;

/** The factored K + sM and M, with loops of their own. */
export interface RestSystem {
  la: Linalg;
  band: Float64Array;
  mass: HalfSparse;
  n: number;
  half: number;
  stride: number;
  shift: number;
  /** Room for right-hand sides, solutions and products, n × 4 each. */
  work: [Float64Array, Float64Array, Float64Array];
}

export const restBytes = (n: number, stride: number, entries: number): number =>
  8 * (n * stride + 64) + 12 * entries + 4 * (n + 1) + 8 * SIDES * n * 4 + 65536;

/** Copies factor and mass into loops that stay, so that the solver's own memory can go. */
export async function keepSystem(
  from: { band: Float64Array; mass: HalfSparse; n: number; half: number; stride: number; shift: number },
  load: (bytes: number) => Promise<Linalg>,
): Promise<RestSystem> {
  const { n, half, stride, shift } = from;
  const entries = from.mass.start[n]!;
  const la = await load(restBytes(n, stride, entries));
  const band = la.f64(n * stride + 64);
  band.set(from.band.subarray(0, band.length));
  const mass: HalfSparse = { n, start: la.i32(n + 1), column: la.i32(entries), value: la.f64(entries) };
  mass.start.set(from.mass.start.subarray(0, n + 1));
  mass.column.set(from.mass.column.subarray(0, entries));
  mass.value.set(from.mass.value.subarray(0, entries));
  const work: RestSystem['work'] = [la.f64(SIDES * n), la.f64(SIDES * n), la.f64(SIDES * n)];
  return { la, band, mass, n, half, stride, shift, work };
}
