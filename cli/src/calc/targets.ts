import { z } from 'zod';
import {
  HALL_GROUPS,
  hallTime,
  listeningRoomMask,
  listeningRoomTime,
  timeForDrop,
  withinLimits,
} from '@tawny/core/criteria/decayTargets';
import { CalcError, checked, has, type Topic } from './types';

const dropSchema = z.object({ dropDb: z.number().positive(), within: z.number().positive() });
const hallSchema = z.object({ group: z.enum(HALL_GROUPS), V: z.number().positive() });
const maskSchema = z.object({
  V: z.number().positive(),
  frequencies: z.array(z.number().positive()),
  T: z.array(z.number().min(0).nullable()).optional(),
});

export const targets: Topic = (input) => {
  if (has(input, 'group')) {
    const { group, V } = checked(hallSchema, input);
    return { T: hallTime(group, V) };
  }
  if (has(input, 'dropDb')) {
    const { dropDb, within } = checked(dropSchema, input);
    return { T: timeForDrop(dropDb, within) };
  }
  const { V, frequencies, T } = checked(maskSchema, input);
  const tm = listeningRoomTime(V);
  const mask = frequencies.map((f) => ({ f, ...(listeningRoomMask(f) ?? { lower: null, upper: null }) }));
  if (!T) return { tm, mask };
  if (T.length !== frequencies.length) {
    const message = `input.T: expected ${frequencies.length} values, one a frequency, found ${T.length}`;
    throw new CalcError('invalid-input', message, 'input.T');
  }
  const within = frequencies.map((f, i) => {
    const limit = listeningRoomMask(f);
    return limit ? withinLimits(T[i]!, { lower: tm + limit.lower, upper: tm + limit.upper }) : null;
  });
  return { tm, mask, within };
};
