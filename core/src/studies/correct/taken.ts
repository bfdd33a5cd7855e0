/** An equaliser as plain tables: what is set, and second-order coefficients for a rate. No device's format. */
import { type Bell, sectionOf } from '../../signal/sections';

const csv = (rows: readonly (readonly (string | number)[])[]) => rows.map((r) => r.join(',')).join('\r\n') + '\r\n';

export const bellsCsv = (bells: readonly Bell[]): string =>
  csv([['frequency Hz', 'gain dB', 'Q'], ...bells.map((b) => [b.f, b.gainDb, b.q])]);

/** y = b0 x + b1 x(-1) + b2 x(-2) - a1 y(-1) - a2 y(-2); one section a row. Throws RangeError for bells that are not below half the rate. */
export const sectionsCsv = (bells: readonly Bell[], rate: number): string =>
  csv([
    ['sample rate Hz', 'b0', 'b1', 'b2', 'a1', 'a2'],
    ...bells.map((bell) => {
      const s = sectionOf(bell, rate);
      return [rate, ...[s.b0, s.b1, s.b2, s.a1, s.a2].map((v) => v.toPrecision(12))];
    }),
  ]);
