/**
 * Lengths as people write them on a job, in and out. Everything inside is metres.
 *
 * In: `5' 6 1/2"`, `66.5"`, `5ft 6in`, `1.69 m`, `1,69 m`, `169`, `169 cm`, `1690 mm`, and sums and differences of these
 * (`412-27.5`, `5' 6" + 2 cm`). A bare number takes the unit of the display system (cm, or inches).
 */

export type LengthSystem = 'metric' | 'feet' | 'inches';

export type ParsedLength =
  { ok: true; metres: number; bare: boolean } | { ok: false; reason: 'empty' | 'unreadable'; at: number; text: string };

const INCH = 0.0254;
const UNITS: Record<string, number> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  "'": 12 * INCH,
  ft: 12 * INCH,
  feet: 12 * INCH,
  foot: 12 * INCH,
  '"': INCH,
  in: INCH,
  inch: INCH,
  inches: INCH,
};
const BARE_UNIT: Record<LengthSystem, number> = { metric: 0.01, feet: INCH, inches: INCH };

/** Metres in one unit of a bare number under this system: a centimetre or an inch. */
export function bareUnit(system: LengthSystem): number {
  return BARE_UNIT[system];
}

const NUMBER = /^\s*(?:(\d+)\s+(\d+)\s*\/\s*(\d+)|(\d+)\s*\/\s*(\d+)|(\d+(?:\.\d*)?|\.\d+))/;
const UNIT = /^\s*(millimet(?:er|re)s?|centimet(?:er|re)s?|met(?:er|re)s?|mm|cm|m|feet|foot|ft|inches|inch|in|'|")\.?/;

function unitValue(word: string): number {
  if (word.startsWith('milli')) return 0.001;
  if (word.startsWith('centi')) return 0.01;
  if (word.startsWith('met')) return 1;
  return UNITS[word] ?? Number.NaN;
}

/** Reads one length or a sum of lengths. `at` in a failure is the place in the text where reading stopped. */
export function parseLength(input: string, system: LengthSystem): ParsedLength {
  const text = input
    .toLowerCase()
    .replace(/[′’‘]/g, "'")
    .replace(/[″”“]/g, '"')
    .replace(/''/g, '"')
    .replace(/[−–]/g, '-')
    .replace(/½/g, ' 1/2')
    .replace(/¼/g, ' 1/4')
    .replace(/¾/g, ' 3/4')
    .replace(/(\d),(\d)/g, '$1.$2');
  if (text.trim() === '') return { ok: false, reason: 'empty', at: 0, text: input };
  let at = 0;
  let total = 0;
  let sign = 1;
  let pending = true; // an operand is expected
  let bare = true;
  let lastUnit = 0;
  while (text.slice(at).trim() !== '') {
    const operator = /^\s*([+-])/.exec(text.slice(at));
    if (operator) {
      const leadingMinus = pending && at === 0 && operator[1] === '-';
      if (pending && !leadingMinus) break;
      sign = operator[1] === '-' ? -1 : 1;
      at += operator[0].length;
      pending = true;
      lastUnit = 0;
      continue;
    }
    const number = NUMBER.exec(text.slice(at));
    if (!number) break;
    const [whole, a, b, c, d, e] = number.slice(1).map((s) => (s === undefined ? Number.NaN : Number(s)));
    const value = !Number.isNaN(whole!) ? whole! + a! / b! : !Number.isNaN(c!) ? c! / d! : e!;
    const rest = text.slice(at + number[0].length);
    const unit = UNIT.exec(rest);
    // Two numbers in a row only make sense as feet then inches ("5' 6", "1 m 20").
    if (!pending && lastUnit === 0) break;
    let scale: number;
    if (unit) {
      scale = unitValue(unit[1]!);
      bare = false;
    } else if (!pending) {
      if (lastUnit !== 12 * INCH && lastUnit !== 1) break; // only "5' 6" and "1 m 20" go on without a unit
      scale = lastUnit === 1 ? 0.01 : INCH;
    } else {
      scale = BARE_UNIT[system];
    }
    if (!pending && scale >= lastUnit) break;
    total += sign * value * scale;
    at += number[0].length + (unit ? unit[0].length : 0);
    lastUnit = unit ? scale : 0;
    pending = false;
  }
  if (pending || text.slice(at).trim() !== '' || !Number.isFinite(total)) {
    return { ok: false, reason: 'unreadable', at, text: input };
  }
  return { ok: true, metres: total, bare };
}

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
  if (system === 'metric') return { value: (metres * 100).toFixed(1), unit: 'cm' };
  const inches = metres / INCH;
  if (system === 'inches') return { value: inches.toFixed(2), unit: '″' };
  const sign = inches < 0 ? '−' : '';
  const sixteenths = Math.round(Math.abs(inches) * 16);
  const feet = Math.floor(sixteenths / 192);
  const rest = fractionOfInch((sixteenths - feet * 192) / 16);
  return { value: feet > 0 ? `${sign}${feet}′ ${rest}″` : `${sign}${rest}″`, unit: '' };
}

/** A length as text with its unit: "534.0 cm", "17′ 6 1/4″". */
export function lengthText(metres: number, system: LengthSystem): string {
  const { value, unit } = formatLength(metres, system);
  return unit === '' ? value : unit === '″' ? `${value}″` : `${value} ${unit}`;
}
