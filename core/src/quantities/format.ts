/** Numbers for labels: fixed decimals with a true minus sign, and nothing that reads as "-0.0". */

/** `value` with `digits` decimals; uses the minus sign U+2212 and never prints a negative zero. */
export function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  const bare = text.replace('-', '');
  return text.startsWith('-') && Number(bare) !== 0 ? `−${bare}` : bare;
}

/** A change with its sign always written: "+0.04", "−0.10", "±0.00". */
export function signed(value: number, digits: number): string {
  const text = fixed(value, digits);
  if (Number(text.replace('−', '')) === 0) return `±${text}`;
  return text.startsWith('−') ? text : `+${text}`;
}
