import { z } from 'zod';
import {
  boundaryCurve,
  type BoundaryScene,
  firstMinimum,
  idealGainDb,
  planeNulls,
} from '@tawny/core/physics/interference/boundary';
import { CalcError, checked, type Topic } from './types';

const coordinate = z.number().min(0).max(1000);
const point = z.tuple([coordinate, coordinate, coordinate]);
const schema = z.object({
  source: point,
  receiver: point,
  planes: z
    .array(z.enum(['x', 'y', 'z']))
    .min(1)
    .max(3),
  c: z.number().min(100).max(1000),
  R: z.number().min(-1).max(1),
  frequencies: z.array(z.number().positive().max(100000)),
});

export const sbir: Topic = (input) => {
  const { frequencies, ...rest } = checked(schema, input);
  const twice = rest.planes.findIndex((p, i) => rest.planes.indexOf(p) !== i);
  if (twice >= 0) {
    const path = `input.planes[${twice}]`;
    throw new CalcError(
      'invalid-input',
      `${path}: expected each plane once, found "${rest.planes[twice]}" again`,
      path,
    );
  }
  const scene: BoundaryScene = rest;
  if (scene.source.every((v, i) => Math.abs(v - scene.receiver[i]!) < 1e-9)) {
    throw new CalcError('invalid-input', 'input.receiver: expected a place other than the source', 'input.receiver');
  }
  const curve = boundaryCurve(scene);
  return {
    levelDb: frequencies.map(curve.levelDb),
    levelFirstOrderOnlyDb: frequencies.map(curve.levelFirstOrderOnlyDb),
    lowFrequencyLimitDb: curve.lowFrequencyLimitDb,
    idealGainDb: idealGainDb(scene.planes.length),
    firstMinimum: firstMinimum(scene),
    perPlane: planeNulls(scene),
  };
};
