/**
 * Common part and difference of outlines. The fast library computes with plain floats and gives up on some nearly touching
 * edges; then the slow one, which computes with long numbers (about twenty times the time), answers.
 */
import floats from 'polygon-clipping';
import * as long from 'polyclip-ts';

/** Polygons of rings of points; rings are closed by repeating their first point, holes follow their outline. */
export type Polygons = [number, number][][][];

function attempt(fast: () => Polygons, slow: () => Polygons): Polygons {
  try {
    return fast();
  } catch {
    try {
      return slow();
    } catch (error) {
      throw new RangeError(
        `two outlines lie so close to each other that they cannot be cut one by the other (${error instanceof Error ? error.message : String(error)}): move one by a millimetre`,
        { cause: error },
      );
    }
  }
}

export function common(a: Polygons, b: Polygons): Polygons {
  return attempt(
    () => floats.intersection(a, b),
    () => long.intersection(a, b),
  );
}

export function without(a: Polygons, taken: readonly Polygons[]): Polygons {
  if (taken.length === 0) return a;
  return attempt(
    () => floats.difference(a, ...taken),
    () => long.difference(a, ...taken),
  );
}
