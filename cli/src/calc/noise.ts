import { z } from 'zod';
import { rateNoise } from '@tawny/core/criteria/noiseCurves';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { checked, type Topic } from './types';

const schema = z.object({ octaveLevels: z.array(z.number().min(-50).max(200)).length(OCTAVES.length) });

/** dB(A), NR and NC of eight octave levels. */
export const noise: Topic = (input) => rateNoise(checked(schema, input).octaveLevels);
