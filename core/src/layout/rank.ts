/** What counts in turn: the first figure that differs by more than rounding decides. */
const CRUMB = 1e-9;

/** Whether one rank is better: smaller in the first figure in which they differ. */
export function before(a: readonly number[], b: readonly number[]): boolean {
  for (let i = 0; i < a.length; i++) if (Math.abs(a[i]! - b[i]!) > CRUMB) return a[i]! < b[i]!;
  return false;
}
