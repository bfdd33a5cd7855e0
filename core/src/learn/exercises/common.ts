/** What several exercises say. */
import { lengthText } from '../../quantities/lengths';
import type { Step, Watched } from '../types';

/** A length as the reader writes it. */
export const length = ({ system }: Watched, m: number): string => lengthText(m, system);
export const look = (id: string, stage: Extract<Step, { kind: 'look' }>['stage'], name: string): Step => ({
  ...{ id, kind: 'look', stage },
  says: `Go to ${name}.`,
  hint: `${name} stands in the row of stages at the left; “Go to anything” finds it by a few letters.`,
  keys: `Ctrl K, ${name.toLowerCase()}, Enter`,
});
export const seatOf = (w: Watched) => w.glance.seat.result;
