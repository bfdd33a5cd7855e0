/** Clouds that hang edge to edge: frames of one field, joined to each other. */
import type { HungPiece } from '../study';

/** Nearer than this they stand edge to edge, and along less than this no plate holds, m. */
const TOUCHING = 0.005;
const LEAST_SIDE = 0.1;

/** Pairs of pieces on ceilings that stand edge to edge, as they are labelled. */
export function joinsOf(pieces: readonly HungPiece[], overhead: (id: string) => boolean): [string, string][] {
  const held = pieces.filter((p) => overhead(p.id));
  const shared = (a0: number, a1: number, b0: number, b1: number) => Math.min(a1, b1) - Math.max(a0, b0);
  return held.flatMap((a, i) =>
    held.slice(i + 1).flatMap((b): [string, string][] => {
      if (a.face !== b.face) return [];
      const [along, up] = [shared(a.left, a.right, b.left, b.right), shared(a.low, a.high, b.low, b.high)];
      const beside = Math.abs(along) <= TOUCHING && up >= LEAST_SIDE;
      const behind = Math.abs(up) <= TOUCHING && along >= LEAST_SIDE;
      return beside || behind ? [[a.label, b.label]] : [];
    }),
  );
}
