/** Checks at the door of public functions: a wrong call throws with function, parameter, value and allowed range. */

/** Throws RangeError unless `value` is a number in [min, max]; also stops NaN. */
export function mustBeBetween(where: string, name: string, value: number, min: number, max: number): void {
  if (!(value >= min && value <= max)) {
    throw new RangeError(`${where}: ${name} must lie between ${min} and ${max}, got ${value}`);
  }
}

/** Throws RangeError unless `value` is a finite number above zero. */
export function mustBePositive(where: string, name: string, value: number): void {
  if (!(value > 0 && Number.isFinite(value))) {
    throw new RangeError(`${where}: ${name} must be a finite number above 0, got ${value}`);
  }
}
