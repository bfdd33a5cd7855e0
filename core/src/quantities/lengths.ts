/**
 * Lengths in the reader's system. Everything inside is metres; what people type is read by typedLengths.ts.
 */

export type LengthSystem = 'metric' | 'feet' | 'inches';

/** m */
export const INCH = 0.0254;
/** m */
export const FOOT = 0.3048;

export interface Formatted {
  value: string;
  unit: string;
}

function fractionOfInch(inches: number): string {
  const sixteenths = Math.round(inches * 16);
  const whole = Math.trunc(sixteenths / 16);
  let num = Math.abs(sixteenths % 16);
  if (num === 0) return `${whole}`;
  let den = 16;
  while (num % 2 === 0) {
    num /= 2;
    den /= 2;
  }
  return whole === 0 ? `${num}/${den}` : `${whole} ${num}/${den}`;
}

/** A length for a label: centimetres to 1 mm, feet and inches to 1/16″, or decimal inches to 0.01″. */
export function formatLength(metres: number, system: LengthSystem): Formatted {
  if (!Number.isFinite(metres)) throw new RangeError(`formatLength: metres must be finite, got ${metres}`);
  if (system === 'metric') return { value: (metres * 100).toFixed(1).replace(/^-(0\.0)$/, '$1'), unit: 'cm' };
  const inches = metres / INCH;
  if (system === 'inches') return { value: inches.toFixed(2).replace(/^-(0\.00)$/, '$1'), unit: '″' };
  const sixteenths = Math.round(Math.abs(inches) * 16);
  const sign = inches < 0 && sixteenths > 0 ? '−' : '';
  const feet = Math.floor(sixteenths / 192);
  const rest = fractionOfInch((sixteenths - feet * 192) / 16);
  return { value: feet > 0 ? `${sign}${feet}′ ${rest}″` : `${sign}${rest}″`, unit: '' };
}

/** A length as text with its unit: "534.0 cm", "17′ 6 1/4″". */
export function lengthText(metres: number, system: LengthSystem): string {
  const { value, unit } = formatLength(metres, system);
  return unit === '' ? value : unit === '″' ? `${value}″` : `${value} ${unit}`;
}

/** To the millimetre, as a tape reads, m. */
export const toMillimetre = (m: number): number => Math.round(m * 1000) / 1000;
