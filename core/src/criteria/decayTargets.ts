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

/** Mid-band times EBU Tech 3276 allows whatever the volume, s. */
export const LISTENING_ROOM_RANGE = [0.2, 0.4] as const;

/** The same within {@link LISTENING_ROOM_RANGE}: small rooms are not asked for less than people can work in, nor large ones for more. */
export const boundedListeningRoomTime = (volume: number): number =>
  Math.min(LISTENING_ROOM_RANGE[1], Math.max(LISTENING_ROOM_RANGE[0], listeningRoomTime(volume)));

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

/** Groups of DIN 18041:2016 for rooms heard over medium distances: music, speech and lessons, lessons and talk, talk, sport. */
export const HALL_GROUPS = ['A1', 'A2', 'A3', 'A4', 'A5'] as const;
export type HallGroup = (typeof HALL_GROUPS)[number];
/** T = a lg V + b. */
const HALL_LINES: Record<HallGroup, [a: number, b: number]> = {
  A1: [0.45, 0.07],
  A2: [0.37, -0.14],
  A3: [0.32, -0.17],
  A4: [0.26, -0.14],
  A5: [0.75, -1],
};

/** Mid-band decay time in s that DIN 18041:2016 asks for in a room of V m³. Throws RangeError where the line gives none. */
export function hallTime(group: HallGroup, volume: number): number {
  mustBePositive('hallTime', 'volume', volume);
  const [a, b] = HALL_LINES[group];
  const time = a * Math.log10(volume) + b;
  if (!(time > 0)) throw new RangeError(`hallTime: volume is too small for group ${group}, got ${volume} m³`);
  return time;
}

/** Tolerance of DIN 18041 as a part of the asked time: 0.8–1.2 in the middle, wider at the ends, as the mask is commonly drawn. */
function hallMask(frequency: number): [lower: number, upper: number] | null {
  if (frequency < 60 || frequency > 8100) return null;
  // Linear in the logarithm from 63 Hz over 125 Hz to 250 Hz, and from 2 kHz upwards.
  const between = (f: number, from: number, to: number) =>
    Math.min(1, Math.max(0, Math.log(f / from) / Math.log(to / from)));
  const lower =
    frequency < 250
      ? 0.5 + 0.15 * between(frequency, 63, 125) + 0.15 * between(frequency, 125, 250)
      : 0.8 - 0.15 * between(frequency, 2000, 4000) - 0.15 * between(frequency, 4000, 8000);
  const upper = frequency < 250 ? 1.7 - 0.25 * between(frequency, 63, 125) - 0.25 * between(frequency, 125, 250) : 1.2;
  return [lower, upper];
}

export interface DecayLimits {
  /** s; 0 where only an upper limit exists. */
  lower: number;
  /** s; null where the school sets none. */
  upper: number | null;
}

export const SCHOOLS = [
  'by-volume',
  'by-volume-unbounded',
  'drop-20-in-150',
  'small-control-room',
  'production-room',
  'speech-booth',
  'recording-booth',
  'listening-room',
  'hall-music',
  'hall-speech',
  'own',
] as const;
export type School = (typeof SCHOOLS)[number];

/** Limits of one's own: lower and upper at octaves, s; between them linear in the logarithm of frequency. */
export type OwnLimits = readonly { hz: number; lower: number; upper: number }[];

/** Fixed ranges, s, 250 Hz–4 kHz; `low` is the part more that 125 Hz may have; `below` whether 63 Hz is judged at twice as much more. */
const RANGES: Partial<Record<School, { lower: number; upper: number; low: number }>> = {
  'small-control-room': { lower: 0.2, upper: 0.3, low: 1.5 },
  'production-room': { lower: 0.3, upper: 0.4, low: 1.5 },
  'speech-booth': { lower: 0.1, upper: 0.25, low: 1.5 },
  'recording-booth': { lower: 0.2, upper: 0.35, low: 1.4 },
  'listening-room': { lower: 0.3, upper: 0.5, low: 1.4 },
};

function ownLimits(own: OwnLimits, frequency: number): DecayLimits | null {
  const points = [...own].sort((a, b) => a.hz - b.hz);
  const i = points.findIndex((p) => p.hz >= frequency * 0.97);
  const above = points[i];
  if (!above) return null;
  const under = points[i - 1];
  if (above.hz <= frequency * 1.03) return { lower: above.lower, upper: above.upper };
  if (!under) return null;
  const t = Math.log(frequency / under.hz) / Math.log(above.hz / under.hz);
  const mix = (a: number, b: number) => a + t * (b - a);
  return { lower: mix(under.lower, above.lower), upper: mix(under.upper, above.upper) };
}

/**
 * Limits of a school at a nominal band in Hz for a room of V m³; null where that school does not judge the band.
 * - by-volume: the mask around Tm, held between 0.2 and 0.4 s (EBU Tech 3276 §2.3); by-volume-unbounded: around the bare formula
 * - drop-20-in-150: 20 dB within 150 ms above 63 Hz, i.e. T ≤ 0.45 s
 * - control and production rooms, booths, listening rooms: ranges from 250 Hz to 4 kHz, more at 125 Hz (habits, no standard)
 * - halls: DIN 18041 A1 (music) and A2 (speech), with its mask
 * - own: points of one's own, by octave
 */
export function schoolLimits(
  school: School,
  volume: number,
  frequency: number,
  own: OwnLimits = [],
): DecayLimits | null {
  switch (school) {
    case 'by-volume':
    case 'by-volume-unbounded': {
      const mask = listeningRoomMask(frequency);
      const tm = school === 'by-volume' ? boundedListeningRoomTime(volume) : listeningRoomTime(volume);
      return mask && { lower: Math.max(0, tm + mask.lower), upper: tm + mask.upper };
    }
    case 'drop-20-in-150':
      return frequency > 63.5 ? { lower: 0, upper: timeForDrop(20, 0.15) } : null;
    case 'hall-music':
    case 'hall-speech': {
      const mask = hallMask(frequency);
      const [a, b] = HALL_LINES[school === 'hall-music' ? 'A1' : 'A2'];
      const time = Math.max(0.05, a * Math.log10(volume) + b);
      return mask && { lower: time * mask[0], upper: time * mask[1] };
    }
    case 'own':
      return ownLimits(own, frequency);
    default: {
      const { lower, upper, low } = RANGES[school]!;
      if (frequency > 4100 || frequency < 98) return null;
      if (frequency >= 245) return { lower, upper };
      const t = Math.min(1, Math.log(250 / frequency) / Math.log(2));
      return { lower, upper: upper * (1 + (low - 1) * t) };
    }
  }
}

/** The middle of a school's limits, s: where a curve is flat; null where it judges nothing. */
export function middleOf(limits: DecayLimits | null): number | null {
  if (!limits) return null;
  return limits.upper === null ? null : limits.lower > 0 ? (limits.lower + limits.upper) / 2 : limits.upper * 0.8;
}

/** Whether a time lies inside limits, a rounding crumb (1e-9 s) allowed at the edges; null time never does. */
export function withinLimits(time: number | null, limits: DecayLimits): boolean {
  if (time === null) return false;
  return time >= limits.lower - 1e-9 && (limits.upper === null || time <= limits.upper + 1e-9);
}
