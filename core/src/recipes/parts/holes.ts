/** Where a front is drilled or cut out: holes of a perforated plate, ports of a box. */
import { portPlaces } from '../../physics/absorbers/resonators';
import type { Recipe } from '../types';

export interface Hole {
  /** Middle, from the lower left corner of the front, m. */
  x: number;
  y: number;
  width: number;
  height: number;
  round: boolean;
}

/** As many in a row as fit with half a pitch to the edges, in the middle of a side. */
function row(side: number, pitch: number): number[] {
  const count = Math.max(1, Math.floor(side / pitch + 1e-9));
  const first = (side - (count - 1) * pitch) / 2;
  return Array.from({ length: count }, (_, i) => first + i * pitch);
}

/** Holes of a recipe's front; none where it has none. */
export function holesOf({ width, height, layers, ports }: Recipe): Hole[] {
  const plate = layers.find((l) => l.type === 'holes');
  if (plate?.type === 'holes') {
    const round = { width: plate.d, height: plate.d, round: true };
    return row(height, plate.pitch).flatMap((y) => row(width, plate.pitch).map((x) => ({ x, y, ...round })));
  }
  if (!ports) return [];
  const [w, h] = [ports.shape === 'slot' ? ports.slotLength : ports.size, ports.size];
  return portPlaces(ports.count, { width, height }).map(([x, y]) => ({
    ...{ x, y, width: w, height: h },
    round: ports.shape === 'round',
  }));
}
