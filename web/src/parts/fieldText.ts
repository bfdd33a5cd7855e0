/** What a typed value means: the SI number, how it was understood, or a sentence saying why not. No Vue. */
import { bareUnit, formatLength, type LengthSystem, lengthText, parseLength } from '@tawny/core/quantities/lengths';
import { fixed } from '@tawny/core/quantities/format';

export interface FieldKind {
  kind: 'length' | 'number';
  min: number;
  max: number;
  /** Decimals of a plain number, after `scale`. */
  digits: number;
  /** Shown value = SI value × scale (100 for percent, 1/1000 for kPa·s/m²). */
  scale: number;
  unit: string;
  /** Whole numbers only. */
  whole: boolean;
}

export type Understood = { ok: true; value: number; text: string } | { ok: false; sentence: string };

function rangeText(kind: FieldKind, system: LengthSystem): string {
  const show = (v: number) =>
    kind.kind === 'length'
      ? lengthText(v, system)
      : `${fixed(v * kind.scale, kind.digits)}${kind.unit ? ` ${kind.unit}` : ''}`;
  return `from ${show(kind.min)} to ${show(kind.max)}`;
}

function inRange(kind: FieldKind, value: number): boolean {
  return value >= kind.min - 1e-9 && value <= kind.max + 1e-9;
}

/** Reads a field's text. A bare length out of range in cm but in range in m is taken as metres, and shown so. */
export function understand(text: string, kind: FieldKind, system: LengthSystem): Understood {
  if (kind.kind === 'length') {
    const read = parseLength(text, system);
    if (!read.ok) {
      return {
        ok: false,
        sentence:
          read.reason === 'empty'
            ? 'Type a length.'
            : `“${text.slice(read.at).trim() || text}” is not a length. Try 412, 4.12 m or 13' 6".`,
      };
    }
    let value = read.metres;
    if (read.bare && system === 'metric' && !inRange(kind, value) && inRange(kind, value / bareUnit(system))) {
      value /= bareUnit(system);
    }
    if (!inRange(kind, value))
      return { ok: false, sentence: `${lengthText(value, system)} is out of range: ${rangeText(kind, system)}.` };
    return { ok: true, value, text: lengthText(value, system) };
  }
  const number = Number(
    text
      .trim()
      .replace(',', '.')
      .replace('−', '-')
      .replace(new RegExp(`\\s*${kind.unit.replace(/[^a-zA-Z%]/g, '\\$&')}$`), ''),
  );
  if (text.trim() === '' || Number.isNaN(number)) return { ok: false, sentence: `“${text}” is not a number.` };
  if (kind.whole && !Number.isInteger(number)) return { ok: false, sentence: `${text} is not a whole number.` };
  const value = number / kind.scale;
  if (!inRange(kind, value)) return { ok: false, sentence: `${text} is out of range: ${rangeText(kind, system)}.` };
  return { ok: true, value, text: `${fixed(number, kind.digits)} ${kind.unit}`.trim() };
}

/** How a stored value is written in its field. */
export function fieldText(value: number, kind: FieldKind, system: LengthSystem): string {
  return kind.kind === 'length'
    ? formatLength(value, system).value
    : fixed(value * kind.scale, kind.digits).replace('−', '-');
}

/** Unit beside the field. */
export function fieldUnit(kind: FieldKind, system: LengthSystem): string {
  return kind.kind === 'length' ? formatLength(0, system).unit : kind.unit;
}
