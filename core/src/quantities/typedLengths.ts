/**
 * Lengths as people write them on a job, read as metres.
 *
 * In: `5' 6 1/2"`, `5'-6 1/2"`, `66.5"`, `2-1/4"`, `5ft 6in`, `5 feet, 6 inches`, `1.69 m`, `1,69 m`, `169`, `169 cm`, `1690 mm`,
 * `1 690 mm`, and sums and differences of these (`412-27.5`, `10'-6" - 2'-3"`). A bare number takes the unit of the display system
 * (cm, or inches). What can be read in two ways is refused with both readings; it is never guessed.
 */
import { FOOT, INCH, type LengthSystem } from './lengths';

export type ParsedLength =
  | { ok: true; metres: number; bare: boolean }
  | { ok: false; reason: 'empty' | 'unreadable'; at: number; text: string }
  /** Two readings of it, as one would write them without doubt. */
  | { ok: false; reason: 'ambiguous'; at: number; text: string; readings: [string, string] }
  /** It names square or cubic metres. */
  | { ok: false; reason: 'no-length'; at: number; text: string };

const UNITS: Record<string, number> = {
  mm: 0.001,
  cm: 0.01,
  m: 1,
  "'": FOOT,
  ft: FOOT,
  feet: FOOT,
  foot: FOOT,
  '"': INCH,
  in: INCH,
  inch: INCH,
  inches: INCH,
};
const BARE_UNIT: Record<LengthSystem, number> = { metric: 0.01, feet: INCH, inches: INCH };
const NAMES = new Map([
  [0.001, 'mm'],
  [0.01, 'cm'],
  [1, 'm'],
  [INCH, '″'],
  [FOOT, '′'],
]);

/** Metres in the unit rooms are told in where the bare one is too small: a metre or a foot. */
export const largerUnit = (system: LengthSystem): number => (system === 'metric' ? 1 : FOOT);

/** Metres in one unit of a bare number under this system: a centimetre or an inch. */
export function bareUnit(system: LengthSystem): number {
  return BARE_UNIT[system];
}

const FRACTIONS: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
/** One way of writing each sign: marks of feet and inches, minus, fractions, spaces. */
const plainSigns = (input: string): string =>
  input
    .toLowerCase()
    .replace(/[′’‘´`]/g, "'")
    .replace(/[″”“]/g, '"')
    .replace(/''/g, '"')
    .replace(/[−–]/g, '-')
    .replace(/[\u00a0\u2000-\u200a\u202f\u205f]/g, ' ')
    .replace(/(\d)-?([½¼¾⅛⅜⅝⅞])/g, '$1 $2')
    .replace(/[½¼¾⅛⅜⅝⅞]/g, (sign) => FRACTIONS[sign]!)
    .replace(/⁄/g, '/');

/** Thousands set off by spaces (before a metric unit), by commas with a decimal point, by points with a decimal comma. */
const GROUPED =
  /^(\d{1,3}(?: \d{3})+(?:[.,]\d+)?)(?=\s*(?:mm|cm|m|milli|centi|met))|^(\d{1,3}(?:,\d{3})+\.\d+|\d{1,3}(?:,\d{3}){2,})|^(\d{1,3}(?:\.\d{3})+,\d+)/;
const FRACTION = /^(?:(\d+)(\s+|-))?(\d+)\s*\/\s*(\d+)/;
const DECIMAL = /^(?:\d+(?:\.\d*|,\d+)?|[.,]\d+)/;
const UNIT = /^\s*(millimet(?:er|re)s?|centimet(?:er|re)s?|met(?:er|re)s?|mm|cm|m|feet|foot|ft|inches|inch|in|'|")\.?/;

function unitValue(word: string): number {
  if (word.startsWith('milli')) return 0.001;
  if (word.startsWith('centi')) return 0.01;
  if (word.startsWith('met')) return 1;
  return UNITS[word] ?? Number.NaN;
}

interface Quantity {
  value: number;
  /** Metres in its unit; null when none is written. */
  unit: number | null;
  /** Characters it takes. */
  size: number;
  /** Digits as written, for what is doubtful about them. */
  digits: string;
  doubt: { readings: [string, string] } | null;
}

type Read = Quantity | 'unreadable' | 'no-length';

const clear = (value: number): string => String(Math.round(value * 1e6) / 1e6);

/** One number with its unit at the start of a text; null when none begins there. */
function quantityAt(text: string, bare: number, tight: boolean): Read | null {
  const grouped = GROUPED.exec(text);
  const fraction = grouped ? null : FRACTION.exec(text);
  const decimal = grouped || fraction ? null : DECIMAL.exec(text);
  const found = grouped ?? fraction ?? decimal;
  if (!found) return null;
  const digits = found[0];
  const rest = text.slice(digits.length);
  const unitFound = UNIT.exec(rest);
  const unit = unitFound ? unitValue(unitFound[1]!) : null;
  const after = rest.slice(unitFound?.[0].length ?? 0);
  if (unit !== null && unit <= 1 && unit !== INCH && unit !== FOOT && /^(?:\^?[23](?!\d)|[²³])/.test(after))
    return 'no-length';
  const size = digits.length + (unitFound?.[0].length ?? 0);
  const name = NAMES.get(unit ?? bare)!;
  const quantity = (value: number, readings?: [number, number]): Quantity => ({
    value,
    unit,
    size,
    digits,
    doubt: readings ? { readings: [`${clear(readings[0])} ${name}`, `${clear(readings[1])} ${name}`] } : null,
  });
  if (grouped) {
    const [, spaced, commas, points] = grouped;
    if (spaced !== undefined) return quantity(Number(spaced.replace(/ /g, '').replace(',', '.')));
    return quantity(
      commas !== undefined ? Number(commas.replace(/,/g, '')) : Number(points!.replace(/\./g, '').replace(',', '.')),
    );
  }
  if (fraction) {
    const [, whole, join, top, bottom] = fraction;
    const [n, d] = [Number(top), Number(bottom)];
    if (d === 0) return 'unreadable';
    const part = n / d;
    if (n >= d) {
      // 17/16 may be a slip for 1 7/16.
      const slip =
        whole === undefined && top!.length > 1 ? Number(top!.slice(0, -1)) + Number(top!.slice(-1)) / d : null;
      return slip === null ? 'unreadable' : quantity(part, [part, slip]);
    }
    if (whole === undefined) return quantity(part);
    const inches = unit === INCH || (unit === null && (bare === INCH || tight));
    const sum = Number(whole) + part;
    return join === '-' && !inches ? quantity(sum, [sum, Number(whole) - part]) : quantity(sum);
  }
  const value = Number(digits.replace(',', '.'));
  const [head, tail] = digits.split(/[.,]/);
  const thousands = tail?.length === 3 && /^[1-9]\d{0,2}$/.test(head!);
  // Three figures behind a comma may be thousands, but for metres, where they are millimetres; behind a point in millimetres too.
  const doubtful = thousands && (digits.includes(',') ? unit !== 1 : unit === 0.001);
  return doubtful ? quantity(value, [value, Number(`${head}${tail}`)]) : quantity(value);
}

/** What may follow a unit without an operator between them, and what a bare number there is. */
function follows(before: number, next: Quantity): number | null | 'doubt' {
  if (before === FOOT) return next.unit === INCH ? INCH : next.unit === null ? INCH : null;
  if (before === 1) {
    if (next.unit !== null) return next.unit < 1 && next.unit !== INCH && next.unit !== FOOT ? next.unit : null;
    return next.digits.length > 2 ? 'doubt' : 0.01;
  }
  return before === 0.01 && next.unit === 0.001 ? 0.001 : null;
}

/** Reads one length or a sum of lengths. `at` in a failure is the place in the text where reading stopped. */
export function parseLength(input: string, system: LengthSystem): ParsedLength {
  const text = plainSigns(input);
  if (text.trim() === '') return { ok: false, reason: 'empty', at: 0, text: input };
  const bareScale = BARE_UNIT[system];
  let at = 0;
  const skip = () => (at += /^\s*/.exec(text.slice(at))![0].length);
  const failed = (reason: 'unreadable' | 'no-length'): ParsedLength => ({ ok: false, reason, at, text: input });
  const doubtful = (readings: [string, string]): ParsedLength => ({
    ok: false,
    reason: 'ambiguous',
    at,
    text: input,
    readings,
  });
  let [total, sign, bare] = [0, 1, true];
  skip();
  const leading = /^[+-]/.exec(text.slice(at));
  if (leading) {
    sign = leading[0] === '-' ? -1 : 1;
    at += 1;
    // A sign stands at its number; "+ 4" is half a sum.
    if (/^\s*[+-]/.test(text.slice(at)) || (leading[0] === '+' && /^\s/.test(text.slice(at))))
      return failed('unreadable');
  }
  /** Unit of the part before, which a smaller one may follow; 0 at the start of an operand. */
  let last = 0;
  let tight = false;
  for (;;) {
    skip();
    const read = quantityAt(text.slice(at), last === FOOT ? INCH : bareScale, tight);
    if (read === null || read === 'unreadable') return failed('unreadable');
    if (read === 'no-length') return failed('no-length');
    if (read.doubt) return doubtful(read.doubt.readings);
    let scale = read.unit ?? bareScale;
    if (last !== 0) {
      const allowed = follows(last, read);
      if (allowed === null) {
        // 1'690 mm: thousands set off by a mark, or a foot and something.
        if (last === FOOT && read.digits.length === 3)
          return doubtful([
            `${text.slice(0, at).replace(/\D/g, '')}${read.digits} ${NAMES.get(scale)!}`,
            `${text.slice(0, at).trim()} + ${read.digits} ${NAMES.get(scale)!}`,
          ]);
        return failed('unreadable');
      }
      if (allowed === 'doubt') return doubtful([`+ ${read.digits} mm`, `+ ${read.digits} cm`]);
      scale = allowed;
    }
    if (read.unit !== null) bare = false;
    total += sign * read.value * scale;
    const from = at;
    at += read.size;
    last = read.unit ?? 0;
    // What comes next: the end, an operator, or a smaller part of the same length.
    const next = /^(\s*)([+-]|,(?=\s*\d))?(\s*)/.exec(text.slice(at))!;
    const [whole, before, mark, after] = next;
    if (text.slice(at + whole.length) === '') {
      if (mark) {
        at += whole.length;
        return failed('unreadable');
      }
      break;
    }
    tight = false;
    if (mark === '-' && last === FOOT) {
      const then = quantityAt(text.slice(at + whole.length), INCH, true);
      const inches = then !== null && typeof then === 'object' && (then.unit === INCH || then.unit === null);
      if (inches && before === '' && after === '') {
        // Feet and inches joined by a dash, the usual way on a drawing.
        at += whole.length;
        tight = true;
        continue;
      }
      if (inches && (before === '') !== (after === '')) {
        const [feet, rest] = [text.slice(from, at).trim(), text.slice(at + whole.length).trim()];
        return doubtful([`${feet} ${rest}`, `${feet} - ${rest}`]);
      }
    }
    if (mark === '+' || mark === '-') {
      at += whole.length;
      sign = mark === '-' ? -1 : 1;
      last = 0;
      continue;
    }
    // Two numbers in a row only make sense as feet then inches, metres then centimetres.
    if (last === 0) {
      at += before!.length;
      return failed('unreadable');
    }
    at += whole.length;
  }
  if (!Number.isFinite(total)) return failed('unreadable');
  return { ok: true, metres: total, bare };
}
