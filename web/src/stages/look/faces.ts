/** Faces turned for the picture's axes: x right, y up, z towards the rear. Pure. */
import type { Vec3 } from '@tawny/core/geometry/vector';

/** Positions and triangle indices; swapping two axes turns every triangle over, so two of its corners change places. */
export function turnedFace(
  vertices: readonly Vec3[],
  triangles: readonly number[],
): { positions: number[]; indices: number[] } {
  const indices: number[] = [];
  for (let i = 0; i < triangles.length; i += 3) indices.push(triangles[i]!, triangles[i + 2]!, triangles[i + 1]!);
  return { positions: vertices.flatMap((v) => [v[0], v[2], v[1]]), indices };
}
