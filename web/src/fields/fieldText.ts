/** What a typed value means: the SI number, how it was understood, or a sentence saying why not. No Vue. */
import { formatLength, type LengthSystem, lengthText } from '@tawny/core/quantities/lengths';
import { bareUnit, largerUnit, parseLength } from '@tawny/core/quantities/typedLengths';
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

function refusal(text: string, read: Exclude<ReturnType<typeof parseLength>, { ok: true }>): string {
  switch (read.reason) {
    case 'empty':
      return 'Type a length.';
    case 'ambiguous':
      return `“${text.trim()}” can be read two ways: ${read.readings[0]} or ${read.readings[1]}. Write one of them.`;
    case 'no-length':
      return `“${text.trim()}” is an area or a volume. Type a length.`;
    case 'unreadable':
      return `“${text.slice(read.at).trim() || text}” is not a length. Try 412, 4.12 m or 13' 6".`;
  }
}

/** Reads a field's text. A bare length out of range in cm (inches) but in range in m (feet) is taken as that, and shown so. */
export function understand(text: string, kind: FieldKind, system: LengthSystem): Understood {
  if (kind.kind === 'length') {
    const read = parseLength(text, system);
    if (!read.ok) return { ok: false, sentence: refusal(text, read) };
    let value = read.metres;
    const usual = bareUnit(system);
    // 5.34 for a room is metres, 14 in feet mode feet: what the bare unit cannot be and the larger one can.
    const larger = largerUnit(system);
    if (read.bare && !inRange(kind, value) && inRange(kind, (value / usual) * larger)) value *= larger / usual;
    if (!inRange(kind, value)) {
      const as = read.bare
        ? `${text.trim()} was read as ${lengthText(value, system)}, which`
        : lengthText(value, system);
      return { ok: false, sentence: `${as} is out of range: ${rangeText(kind, system)}.` };
    }
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
