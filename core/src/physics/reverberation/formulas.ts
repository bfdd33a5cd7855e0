/**
 * Decay times by formulas beside Sabine's and Eyring's: Millington-Sette −ΣSᵢ ln(1−αᵢ); Fitzroy and Arau-Puchades weigh the three pairs of
 * surfaces by axis (arithmetic and geometric); Kuttruff corrects Eyring by the variance γ² of path lengths. Sources: H. Kuttruff, Room
 * Acoustics 6th ed. §5; D. Fitzroy, J. Acoust. Soc. Am. 31 (1959) 893; H. Arau-Puchades, Acustica 65 (1988) 163.
 */
import { type BandRoom, checkRoom, eyringExponent, sabineArea, timeFor, totalArea } from './decay';

/** Kuttruff's variance of free path lengths for rooms of ordinary proportions. */
export const DEFAULT_GAMMA2 = 0.4;

/** Eyring with the objects' area inside the mean coefficient. */
export function eyringObjectsInside(room: BandRoom): number | null {
  checkRoom('eyringObjectsInside', room);
  const S = totalArea(room);
  if (!(S > 0)) return timeFor(room, room.objects);
  return timeFor(room, S * eyringExponent((sabineArea(room.surfaces) + room.objects) / S));
}

/** Millington-Sette decay time in s; 0 as soon as one surface has α = 1 (its known fault). */
export function millington(room: BandRoom): number | null {
  checkRoom('millington', room);
  const area = room.surfaces.reduce((sum, s) => sum + (s.area > 0 ? s.area * eyringExponent(s.alpha) : 0), 0);
  return timeFor(room, area + room.objects);
}

interface Pair {
  area: number;
  alpha: number;
}

function pairs(room: BandRoom): Pair[] | null {
  const result: Pair[] = [];
  for (const axis of ['x', 'y', 'z'] as const) {
    const members = room.surfaces.filter((s) => s.axis === axis);
    const area = members.reduce((sum, s) => sum + s.area, 0);
    if (area > 0) result.push({ area, alpha: sabineArea(members) / area });
  }
  return room.surfaces.some((s) => s.axis === undefined && s.area > 0) || result.length === 0 ? null : result;
}

function timesByAxis(room: BandRoom): { share: number; time: number | null }[] | null {
  const list = pairs(room);
  if (list === null) return null;
  const S = totalArea(room);
  return list.map(({ area, alpha }) => ({ share: area / S, time: timeFor(room, S * eyringExponent(alpha)) }));
}

/** Fitzroy's area-weighted mean of the three axes, s; null when a pair does not decay or a surface has no axis. */
export function fitzroy(room: BandRoom): number | null {
  checkRoom('fitzroy', room);
  const axes = timesByAxis(room);
  if (!axes || axes.some((a) => a.time === null)) return null;
  return axes.reduce((sum, a) => sum + a.share * a.time!, 0);
}

/** Arau-Puchades' geometric mean of the three axes, s; null as for {@link fitzroy}. */
export function arauPuchades(room: BandRoom): number | null {
  checkRoom('arauPuchades', room);
  const axes = timesByAxis(room);
  if (!axes || axes.some((a) => a.time === null)) return null;
  return axes.reduce((product, a) => product * a.time! ** a.share, 1);
}

/** Kuttruff's correction with the path-length variance only; null when absorption is too strong for it. */
export function kuttruff(room: BandRoom, gamma2 = DEFAULT_GAMMA2): number | null {
  checkRoom('kuttruff', room);
  const S = totalArea(room);
  if (!(S > 0)) return null;
  const log = -eyringExponent(sabineArea(room.surfaces) / S);
  const exponent = -log * (1 + (gamma2 / 2) * log);
  if (!(exponent > 0) && log !== 0) return null;
  return timeFor(room, S * exponent);
}
