import { z } from 'zod';
import {
  airDensity,
  attenuationDbPerMetre,
  energyAttenuation,
  speedHumid,
  speedHumidIsValid,
  speedIso,
  speedSimple,
} from '@tawny/core/air/air';
import { checked, type Topic } from './types';

const schema = z.object({
  T: z.number().min(-50).max(60),
  RH: z.number().min(0).max(100),
  p: z.number().min(20000).max(200000).default(101325),
  frequencies: z.array(z.number().positive().max(1e6)),
});

export const air: Topic = (input) => {
  const { T, RH, p, frequencies } = checked(schema, input);
  const climate = { temperatureC: T, humidityPercent: RH, pressurePa: p };
  const alpha = frequencies.map((f) => attenuationDbPerMetre(climate, f));
  const cHumid = speedHumid(climate);
  return {
    cSimple: speedSimple(T),
    cIso: speedIso(T),
    cHumid,
    cHumidMinusSimple: cHumid - speedSimple(T),
    cHumidInFittedRange: speedHumidIsValid(climate),
    density: airDensity(climate),
    alphaDbPerM: alpha,
    mEnergy: frequencies.map((f) => energyAttenuation(climate, f)),
    alphaDbPerKmTable: alpha.map((a) => 1000 * a),
  };
};
