import { z } from 'zod';
import {
  type BandRoom,
  eyring,
  LOGARITHM_CAP,
  reverberationRoomAbsorption,
  sabine,
} from '@tawny/core/physics/reverberation/decay';
import {
  arauPuchades,
  eyringObjectsInside,
  fitzroy,
  kuttruff,
  millington,
} from '@tawny/core/physics/reverberation/formulas';
import { CalcError, checked, has, type Topic } from './types';

const perBand = z.array(z.number().min(0));
const roomSchema = z.object({
  V: z.number().positive(),
  surfaces: z
    .array(
      z.object({
        name: z.string().optional(),
        area: z.number().min(0),
        axis: z.enum(['x', 'y', 'z']).nullish(),
        alpha: z.array(z.number().min(0).max(2)),
      }),
    )
    .min(1),
  c: z.number().min(100).max(1000).default(343.2),
  octaves: z.array(z.number().positive()).optional(),
  mEnergy: perBand.nullish(),
  objects: perBand.nullish(),
  kuttruffGamma2: z.number().min(0).max(2).default(0.4),
});

const chamberSchema = z.object({
  type: z.literal('iso354'),
  V: z.number().positive(),
  S: z.number().positive(),
  T1: z.number().positive(),
  T2: z.number().positive(),
  c1: z.number().min(100).max(1000),
  c2: z.number().min(100).max(1000),
  m1: z.number().min(0).default(0),
  m2: z.number().min(0).default(0),
});

/** Laboratory values above 1 stay for Sabine and are capped where a logarithm follows; exactly 1 stays 1. */
function capped(room: BandRoom): BandRoom {
  return { ...room, surfaces: room.surfaces.map((s) => (s.alpha > 1 ? { ...s, alpha: LOGARITHM_CAP } : s)) };
}

export const reverb: Topic = (input) => {
  if (has(input, 'type')) return reverberationRoomAbsorption(checked(chamberSchema, input));
  const { V, surfaces, c, octaves, mEnergy, objects, kuttruffGamma2 } = checked(roomSchema, input);
  const bands = octaves?.length ?? surfaces[0]!.alpha.length;
  const sized = (path: string, list: readonly number[] | null | undefined): void => {
    if (list && list.length !== bands) {
      throw new CalcError('invalid-input', `${path}: expected ${bands} values, one a band, found ${list.length}`, path);
    }
  };
  surfaces.forEach((s, i) => sized(`input.surfaces[${i}].alpha`, s.alpha));
  sized('input.mEnergy', mEnergy);
  sized('input.objects', objects);
  const rooms = Array.from({ length: bands }, (_, b): BandRoom => ({
    volume: V,
    c,
    mEnergy: mEnergy?.[b] ?? 0,
    objects: objects?.[b] ?? 0,
    surfaces: surfaces.map((s) => ({ area: s.area, alpha: s.alpha[b]!, axis: s.axis ?? undefined })),
  }));
  const logs = rooms.map(capped);
  const common = { sabine: rooms.map(sabine), eyring: logs.map(eyring), millington: logs.map(millington) };
  if (objects) return { ...common, eyringObjectsInside: logs.map(eyringObjectsInside) };
  return {
    ...common,
    fitzroy: logs.map(fitzroy),
    arauPuchades: logs.map(arauPuchades),
    kuttruff: logs.map((room) => kuttruff(room, kuttruffGamma2)),
  };
};
