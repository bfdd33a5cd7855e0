/** Areas, volumes and runs of material in the reader's system: square feet, cubic feet and feet where lengths are in feet or inches. */
import { fixed } from './format';
import { FOOT, type LengthSystem, lengthText } from './lengths';

export interface Measured {
  value: number;
  unit: string;
}

const inSystem = (value: number, power: 1 | 2 | 3, system: LengthSystem): Measured => {
  const sign = power === 1 ? '' : power === 2 ? '²' : '³';
  return system === 'metric' ? { value, unit: `m${sign}` } : { value: value / FOOT ** power, unit: `ft${sign}` };
};

/** m² → m² or ft². */
export const areaIn = (m2: number, system: LengthSystem): Measured => inSystem(m2, 2, system);
/** m³ → m³ or ft³. */
export const volumeIn = (m3: number, system: LengthSystem): Measured => inSystem(m3, 3, system);
/** m of cloth, timber or a distance told roughly → m or ft, decimal. */
export const runIn = (m: number, system: LengthSystem): Measured => inSystem(m, 1, system);

/** A figure with its unit in the reader's system: areas and volumes change, every other unit stays. */
export const measuredIn = (value: number, unit: string, system: LengthSystem): Measured =>
  unit === 'm²' ? areaIn(value, system) : unit === 'm³' ? volumeIn(value, system) : { value, unit };

const text = ({ value, unit }: Measured, digits: number) => `${fixed(value, digits)} ${unit}`;
export const areaText = (m2: number, system: LengthSystem, digits = 2): string => text(areaIn(m2, system), digits);
export const volumeText = (m3: number, system: LengthSystem, digits = 2): string => text(volumeIn(m3, system), digits);
export const runText = (m: number, system: LengthSystem, digits = 1): string => text(runIn(m, system), digits);

const METRES = { m: 1, cm: 0.01, mm: 0.001 } as const;

/**
 * A sentence in which lengths, areas and volumes stand in metres (refusals of the core, names of the library), in the reader's
 * system. Metric readers get it as it is; units of other things (kg/m², N·s/m) are let be.
 */
export function spoken(sentence: string, system: LengthSystem): string {
  if (system === 'metric') return sentence;
  return sentence.replace(
    /(?<![\w.])(-?\d+(?:\.\d+)?) (mm|cm|m)([²³]?)(?![\w²³/·])/g,
    (whole: string, digits: string, unit: keyof typeof METRES, power: string) => {
      const value = Number(digits);
      if (power === '') return lengthText(value * METRES[unit], system);
      if (unit !== 'm') return whole;
      return power === '²' ? areaText(value, system) : volumeText(value, system);
    },
  );
}
