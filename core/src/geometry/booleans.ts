/**
 * Common part and difference of outlines. The library computes with plain floats; of edges a part of a nanometre from each other it makes
 * nothing, or silently something else (one pair in some thousand). So points are drawn onto a grid first, far finer than anything built,
 * and onto a coarser one where that does not help.
 */
import polygons from 'polygon-clipping';

/** Polygons of rings of points; rings are closed by repeating their first point, holes follow their outline. */
export type Polygons = [number, number][][][];

/** Steps of the grids, finest first, m: the coarsest is a hundredth of a millimetre. */
const GRIDS = [1e-9, 1e-8, 1e-7, 1e-6, 1e-5] as const;

const drawnTo = (shapes: Polygons, step: number): Polygons =>
  shapes.map((rings) =>
    rings.map((ring) =>
      ring.map(([x, y]): [number, number] => [Math.round(x / step) * step, Math.round(y / step) * step]),
    ),
  );

/** Throws RangeError where no grid helps. */
function attempt(cut: (at: (shapes: Polygons) => Polygons) => Polygons): Polygons {
  let reason: unknown = null;
  for (const step of GRIDS) {
    try {
      return cut((shapes) => drawnTo(shapes, step));
    } catch (error) {
      reason ??= error;
    }
  }
  throw new RangeError(
    `two outlines lie so close to each other that they cannot be cut one by the other (${reason instanceof Error ? reason.message : String(reason)}): move one by a millimetre`,
    { cause: reason },
  );
}

export const common = (a: Polygons, b: Polygons): Polygons => attempt((at) => polygons.intersection(at(a), at(b)));

export const without = (a: Polygons, taken: readonly Polygons[]): Polygons =>
  taken.length === 0 ? a : attempt((at) => polygons.difference(at(a), ...taken.map(at)));
