import { z } from 'zod';
import { prepareFace, signedDistance } from '@tawny/core/geometry/polygon';
import { reflectionPaths } from '@tawny/core/physics/reflections/images';
import { distance } from '@tawny/core/geometry/vector';
import { CalcError, checked, type Topic } from './types';

const point = z.tuple([z.number(), z.number(), z.number()]);
const schema = z.object({
  surfaces: z
    .array(
      z.object({
        id: z.string().min(1),
        vertices: z.array(point).min(3).max(1000),
        alpha: z.number().min(0).max(1),
        twoSided: z.boolean().optional(),
      }),
    )
    .max(2000),
  source: point,
  receiver: point,
  order: z.number().int().min(0).max(6),
  c: z.number().min(100).max(1000),
});

/** Sequences that would have to be tried; past this the answer would take minutes. */
const MOST_SEQUENCES = 5_000_000;
/** How far a vertex may stand out of its face's plane, m. */
const FLATNESS = 1e-4;

function invalid(path: string, message: string): CalcError {
  return new CalcError('invalid-input', `${path}: ${message}`, path);
}

export const images: Topic = (input) => {
  const { surfaces, source, receiver, order, c } = checked(schema, input);
  surfaces.forEach((s, i) => {
    const path = `input.surfaces[${i}]`;
    if (surfaces.findIndex((o) => o.id === s.id) !== i) throw invalid(`${path}.id`, `expected "${s.id}" only once`);
    let face;
    try {
      face = prepareFace(s.vertices);
    } catch {
      throw invalid(`${path}.vertices`, 'expected an outline with an area');
    }
    const j = s.vertices.findIndex((v) => Math.abs(signedDistance(face, v)) > FLATNESS);
    if (j >= 0) throw invalid(`${path}.vertices[${j}]`, 'expected all vertices in one plane');
  });
  if (distance(source, receiver) < 1e-9) throw invalid('input.receiver', 'expected a place other than the source');
  if (surfaces.length * Math.max(1, surfaces.length - 1) ** Math.max(0, order - 1) > MOST_SEQUENCES) {
    throw invalid('input.order', `expected a lower order for ${surfaces.length} surfaces`);
  }
  const { direct, paths } = reflectionPaths(surfaces, source, receiver, order, c);
  const countByOrder: Record<string, number> = {};
  for (let o = 1; o <= order; o++) countByOrder[o] = paths.filter((p) => p.order === o).length;
  return { direct, paths, count: paths.length, countByOrder };
};
