/** Peaks, dips, rings, early arrivals and tones that stand out of a measurement, each with how sure it is that it is there. */
import { normalBelow } from '../../numerics/normal';
import { smoothed } from '../bass/judge';
import { differences } from './differences';
import type { Finding, Measured } from './types';

/** Peaks and dips are looked for between these, Hz: above, every reflection makes its own. */
const RANGE = [20, 300] as const;
/** Over a twenty-fourth of an octave: finer than any single mode of a small room is wide. */
const FRACTION = 24;
/** Least prominence, dB: what stays under it nobody hears by itself. */
const LEAST = { peak: 4, dip: 6 } as const;
/** Prominence is taken no further away than so many octaves. */
const REACH = 1;
const MOST_OF_A_KIND = 6;
/** Where an octave lies so far under the loudest one the loudspeaker does not play, and what stands out there nobody hears. */
const PLAYED_DB = 18;
/** What two takes of one place differ by, dB. */
const REPEATS_DB = 1;
/** A ring outlasts its octave by so much. */
const OUTLASTS = 1.25;
/** What rings within so much of a peak's frequency is the peak. */
const SAME_RING = 0.02;
const EARLY = { from: 0.0004, to: 0.02, leastDb: -14 } as const;
const LOUDEST_RINGS_DB = -30;
/** A flutter that stands so many deviations out is as likely as not to be one: many intervals were looked at. */
const FLUTTER = 5;

export interface Extreme {
  f: number;
  /** Over the higher of the two cols beside it; negative of a dip, dB. */
  sizeDb: number;
  range: [number, number];
}

/** Peaks (or dips) of a curve by their prominence, the most prominent first. */
export function extremesOf(
  f: readonly number[],
  levels: ArrayLike<number>,
  kind: 'peak' | 'dip',
  least: number,
  upTo: number = RANGE[1],
): Extreme[] {
  const sign = kind === 'peak' ? 1 : -1;
  const curve = smoothed(f, levels, FRACTION).map((v) => sign * v);
  const around = smoothed(f, levels, 1);
  // What lies beside the loudspeaker's lower corner has half an octave that is not played.
  const played = smoothed(f, levels, 2);
  const usual = around.reduce(
    (most, v, i) => (f[i]! >= RANGE[0] && f[i]! <= RANGE[1] ? Math.max(most, v) : most),
    -Infinity,
  );
  const found: Extreme[] = [];
  for (let i = 1; i < f.length - 1; i++) {
    if (!(played[i]! > usual - PLAYED_DB)) continue;
    if (
      f[i]! < RANGE[0] ||
      f[i]! > Math.min(upTo, RANGE[1]) ||
      !(curve[i]! > curve[i - 1]! && curve[i]! >= curve[i + 1]!)
    )
      continue;
    const col = (step: 1 | -1) => {
      let lowest = curve[i]!;
      for (let k = i + step; k >= 0 && k < f.length; k += step) {
        if (curve[k]! > curve[i]! || Math.abs(Math.log2(f[k]! / f[i]!)) > REACH) break;
        lowest = Math.min(lowest, curve[k]!);
      }
      return lowest;
    };
    const size = curve[i]! - Math.max(col(-1), col(1));
    if (!(size >= least)) continue;
    // Where it has fallen by half of it, at most 3 dB.
    const edge = (step: 1 | -1) => {
      let k = i;
      while (k + step >= 0 && k + step < f.length && curve[k]! > curve[i]! - Math.min(3, size / 2)) k += step;
      return f[k]!;
    };
    found.push({ f: f[i]!, sizeDb: sign * size, range: [edge(-1), edge(1)] });
  }
  return found.sort((a, b) => Math.abs(b.sizeDb) - Math.abs(a.sizeDb));
}

/** Octave of a frequency in what was read, with what it says. */
const octaveOf = (measured: Measured, f: number) =>
  measured.octaves.reduce<Measured['octaves'][number] | null>(
    (best, o) => (best && Math.abs(Math.log(best.label / f)) <= Math.abs(Math.log(o.label / f)) ? best : o),
    null,
  );

/** What noise moves a level by at a frequency, dB: 8.7 times the ratio of the amplitudes, and what repeats differ by. */
export function levelError(measured: Measured, f: number): number {
  const range = octaveOf(measured, f)?.rangeDb ?? null;
  return Math.hypot(REPEATS_DB, range === null ? 0 : 8.7 * 10 ** (-range / 20));
}

/** `upTo`: peaks and dips are told no further than the room's waves are known, Hz. */
export function findingsOf(measured: Measured, upTo: number = RANGE[1]): Finding[] {
  const { levels, rings, rattles, arrivals, tones, flutter, step, beside } = measured;
  const ringNear = (f: number) =>
    rings
      .filter((r) => Math.abs(r.f / f - 1) < SAME_RING)
      .reduce<Measured['rings'][number] | undefined>(
        (a, b) => (a && Math.abs(a.f - f) <= Math.abs(b.f - f) ? a : b),
        undefined,
      );
  const shapes = (['peak', 'dip'] as const).flatMap((kind) =>
    extremesOf(levels.f, levels.db, kind, LEAST[kind], upTo)
      .slice(0, MOST_OF_A_KIND)
      .map(({ f, sizeDb, range }): Finding => {
        const ring = kind === 'peak' ? ringNear(f) : undefined;
        return {
          ...{ kind, f, sizeDb, range, delay: null },
          fError: (range[1] - range[0]) / 12,
          decay: ring ? { seconds: ring.decay, error: ring.decayError } : null,
          sure: normalBelow((Math.abs(sizeDb) - LEAST[kind] / 2) / levelError(measured, f)),
        };
      }),
  );
  const outlasting = rings.flatMap((r): Finding[] => {
    const usual = octaveOf(measured, r.f)?.seconds ?? null;
    if (usual === null || r.decay < OUTLASTS * usual || r.levelDb < LOUDEST_RINGS_DB) return [];
    return [
      {
        ...{ kind: 'ring', f: r.f, fError: r.fError, delay: null, sizeDb: r.levelDb },
        range: [r.f - 2.2 / r.decay / 2, r.f + 2.2 / r.decay / 2],
        decay: { seconds: r.decay, error: r.decayError },
        sure: normalBelow((r.decay - usual) / Math.max(1e-3, r.decayError)),
      },
    ];
  });
  const alone = rattles.map(({ f, seconds }): Finding => ({
    ...{ kind: 'ring', f, fError: 1, delay: null, sizeDb: 0, range: [f - 2, f + 2] },
    // Near the noise its end is not heard.
    decay: { seconds, error: 0.5 * seconds },
    sure: 0.95,
  }));
  const spikes = arrivals
    .filter((a) => a.delay > EARLY.from && a.delay < EARLY.to && a.levelDb > EARLY.leastDb)
    .sort((a, b) => b.levelDb - a.levelDb)
    .slice(0, MOST_OF_A_KIND)
    .map((a): Finding => ({
      ...{ kind: 'arrival', f: null, fError: 0, delay: a.delay, sizeDb: a.levelDb, range: null, decay: null },
      sure: 0.98,
    }));
  const rests = tones
    .slice()
    .sort((a, b) => b.overDb - a.overDb)
    .slice(0, MOST_OF_A_KIND)
    .map((t): Finding => ({
      ...{ kind: 'tone', f: t.f, fError: 0.3, delay: null, sizeDb: t.overDb, range: null, decay: null },
      sure: normalBelow((t.overDb - 10) / 2),
    }));
  const plain = { f: null, fError: 0, range: null, decay: null };
  const again: Finding[] = flutter
    ? [
        {
          ...plain,
          kind: 'flutter',
          delay: flutter.period,
          sizeDb: flutter.byDb,
          sure: normalBelow(flutter.score - FLUTTER),
        },
      ]
    : [];
  const steps: Finding[] = step ? [{ ...plain, kind: 'step', delay: step.at, sizeDb: step.byDb, sure: 0.98 }] : [];
  const error = (f: number) => levelError(measured, f);
  const sides = beside?.twin ? differences('sides', levels, beside.twin.levels, error) : [];
  const changes = beside?.before ? differences('change', levels, beside.before.levels, error) : [];
  return [...shapes, ...outlasting, ...alone, ...spikes, ...again, ...sides, ...changes, ...rests, ...steps];
}
