/**
 * What decay is asked for: criteria as data and formulas.
 *
 * By volume with a tolerance mask: EBU Tech 3276 (1998) §2.3 and ITU-R BS.1116-3 §8.2.3, Tm = 0.25 (V/100)^(1/3).
 * x dB within t: T = 60 t/x (exponential decay).
 */
import { mustBePositive } from '../quantities/guard';

/** Mid-band decay time in s for a listening room of volume V m³ (reference volume 100 m³). */
export function listeningRoomTime(volume: number): number {
  mustBePositive('listeningRoomTime', 'volume', volume);
  return 0.25 * Math.cbrt(volume / 100);
}

export interface MaskLimit {
  lower: number;
  upper: number;
}

/** Edges of the mask in Hz as printed: bands below and above are not judged. */
export const MASK_RANGE = [63, 8000] as const;

/**
 * Allowed difference T − Tm in s at a nominal frequency in Hz; null outside 63…8000 Hz. Upper limit +0.30 at 63 Hz
 * falling linearly in log f to +0.05 at 200 Hz, +0.05 to 4 kHz, +0.10 above; lower −0.05 to 4 kHz, −0.10 above. Prints
 * differ between 4 and 8 kHz.
 */
export function listeningRoomMask(frequency: number): MaskLimit | null {
  if (!(frequency >= MASK_RANGE[0] - 0.5 && frequency <= MASK_RANGE[1] * 1.001)) return null;
  if (frequency > 4000.5) return { lower: -0.1, upper: 0.1 };
  if (frequency >= 200) return { lower: -0.05, upper: 0.05 };
  const t = Math.max(0, Math.log(frequency / 63) / Math.log(200 / 63));
  return { lower: -0.05, upper: 0.3 - 0.25 * t };
}

/** Decay time in s of an exponential decay that falls by `dropDb` within `within` seconds. */
export function timeForDrop(dropDb: number, within: number): number {
  mustBePositive('timeForDrop', 'dropDb', dropDb);
  mustBePositive('timeForDrop', 'within', within);
  return (60 * within) / dropDb;
}

export interface DecayLimits {
  /** s; 0 where only an upper limit exists. */
  lower: number;
  /** s; null where the school sets none. */
  upper: number | null;
}

export const SCHOOLS = ['by-volume', 'drop-20-in-150', 'small-control-room', 'production-room'] as const;
export type School = (typeof SCHOOLS)[number];

/**
 * Limits of a school at a nominal octave in Hz for a room of V m³; null where that school does not judge the band.
 * - by-volume: the mask around Tm
 * - drop-20-in-150: 20 dB within 150 ms above 63 Hz, i.e. T ≤ 0.45 s
 * - small-control-room: 0.2–0.3 s from 250 Hz to 4 kHz, up to 0.45 s at 125 Hz (habit, no standard)
 * - production-room: 0.3–0.4 s from 250 Hz to 4 kHz, up to 0.6 s at 125 Hz (habit, no standard)
 */
export function schoolLimits(school: School, volume: number, frequency: number): DecayLimits | null {
  if (school === 'by-volume') {
    const mask = listeningRoomMask(frequency);
    const tm = listeningRoomTime(volume);
    return mask && { lower: Math.max(0, tm + mask.lower), upper: tm + mask.upper };
  }
  if (school === 'drop-20-in-150') return frequency > 63.5 ? { lower: 0, upper: timeForDrop(20, 0.15) } : null;
  const [lower, upper] = school === 'small-control-room' ? [0.2, 0.3] : [0.3, 0.4];
  if (frequency >= 250 && frequency <= 4000) return { lower, upper };
  return frequency >= 125 && frequency < 250 ? { lower, upper: upper * 1.5 } : null;
}

/** Whether a time lies inside limits, a rounding crumb (1e-9 s) allowed at the edges; null time never does. */
export function withinLimits(time: number | null, limits: DecayLimits): boolean {
  if (time === null) return false;
  return time >= limits.lower - 1e-9 && (limits.upper === null || time <= limits.upper + 1e-9);
}
