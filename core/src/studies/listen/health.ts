/** What else is in a recording: a thing that rattles along, a clock that drifts. */
import type { DecayReading } from '../../signal/decay';
import { envelopeOf, signalOf, sizeFor, spectrumOf } from '../../signal/fourier';
import { standsOut } from '../../signal/rest/levels';
import { peakOf } from '../../signal/onset';
import { type Sweep, sweepScale } from '../../signal/played/sweep';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, abs, ceil, cos, exp, hypot, log, log10, max, min, round, sin } = Math;

/** Above the room's modes, Hz. */
const RATTLES = [150, 6000] as const;
/** Late part that is looked at, s, from the moment the room has fallen by `FALLEN_DB`. */
const LATE_SECONDS = 0.35;
const FALLEN_DB = -35;
/** Stands over its surroundings by so much, dB, and lasts so many times the room's decay, at least so long, s. */
const STANDS_OUT_DB = 20;
const LASTS = 2;
const [LEAST_SECONDS, LONGEST] = [0.5, 6];
/** Between the two windows its fall is read of, s. */
const APART = 0.15;
/** Above this a room's own modes lie so close that no single one stands out like that: there it need not last so much longer than its octave, Hz. */
const CROWDED_HZ = 500;
const LASTS_CROWDED = 1.5;

function powerOf(x: ArrayLike<number>, rate: number, from: number) {
  const length = round(LATE_SECONDS * rate);
  const n = sizeFor(length);
  const part = Float64Array.from({ length }, (_, i) => (x[from + i] ?? 0) * (0.5 - 0.5 * cos((2 * PI * i) / length)));
  const spectrum = spectrumOf(part, n);
  return {
    power: Float64Array.from({ length: n / 2 }, (_, k) => spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2),
    bin: rate / n,
  };
}

type Powers = ReturnType<typeof powerOf>;

/** Lines that stand out of a spectrum by so much between two frequencies. */
function linesOf({ power, bin }: Powers, from: number, to: number, overDb: number): number[] {
  const found: number[] = [];
  for (let k = ceil(from / bin); k * bin < to; k++) {
    if (!(power[k]! > power[k - 1]! && power[k]! >= power[k + 1]!)) continue;
    const reach = max(20, round(0.1 * k));
    const around = { from: max(1, k - reach), to: min(power.length, k + reach) - 1, but: 5 };
    if (standsOut(power, k, { ...around, ratio: 10 ** (overDb / 10) })) found.push(k * bin);
  }
  return found;
}

/** Time for 60 dB of a line, from two windows so many seconds apart; Infinity: it does not fall. */
function fallOf(f: number, [first, second]: readonly [Powers, Powers], apart: number): number {
  const at = ({ power, bin }: Powers) => {
    const k = round(f / bin);
    return power[k - 1]! + power[k]! + power[k + 1]!;
  };
  const fall = (10 * log10(at(first) / at(second))) / apart;
  return fall > 0 ? 60 / fall : Infinity;
}

/** Long narrow rings above the modes: when the room has died away, they stand alone. */
export function rattlesOf(
  x: ArrayLike<number>,
  rate: number,
  onset: number,
  octaves: DecayReading,
): { f: number; seconds: number }[] {
  const times = octaves.bands.flatMap((b) => (b.mid > RATTLES[0] && b.t20 !== null ? [b.t20] : []));
  if (times.length === 0) return [];
  const typical = times.sort((a, b) => a - b)[times.length >> 1]!;
  const leastOf = (f: number) => {
    const own = octaves.bands.find((b) => b.mid / Math.SQRT2 <= f && f < b.mid * Math.SQRT2)?.t20 ?? typical;
    return f > CROWDED_HZ ? LASTS_CROWDED * max(own, typical) : LASTS * typical;
  };
  const start = onset + round((-FALLEN_DB / 60) * typical * rate);
  const later = start + round(APART * rate);
  if (later + LATE_SECONDS * rate > x.length) return [];
  const [first, second] = [powerOf(x, rate, start), powerOf(x, rate, later)];
  return linesOf(second, RATTLES[0], min(RATTLES[1], 0.45 * rate), STANDS_OUT_DB).flatMap((f) => {
    const seconds = fallOf(f, [first, second], APART);
    // What does not fall is a tone of the noise.
    return seconds > max(LEAST_SECONDS, leastOf(f)) && seconds < LONGEST ? [{ f, seconds }] : [];
  });
}

/** A tone of the room at rest that falls by so much from the first half of it to the second goes out: it was made to ring, dB. */
const GOES_OUT_DB = 5;

/** Tones of what was recorded behind a sweep that are no tones of the room: they fall while they are listened to. */
export function goingOut(
  quiet: ArrayLike<number>,
  rate: number,
  tones: readonly { f: number }[],
): { f: number; seconds: number }[] {
  const half = quiet.length >> 1;
  const level = (f: number, from: number) => {
    let [re, im] = [0, 0];
    for (let i = 0; i < half; i++) {
      const w = quiet[from + i]! * (0.5 - 0.5 * cos((2 * PI * i) / half));
      re += w * cos((2 * PI * f * i) / rate);
      im += w * sin((2 * PI * f * i) / rate);
    }
    return 20 * log10(hypot(re, im) + 1e-30);
  };
  return tones.flatMap(({ f }) => {
    const fall = level(f, 0) - level(f, half);
    return f > RATTLES[0] && fall > GOES_OUT_DB ? [{ f, seconds: (60 / fall) * (half / rate) }] : [];
  });
}

/** A clock is told of when the direct sound comes so much later at the top than in the middle, s: an early reflection may do less. */
const TOLD_SECONDS = 0.0005;
const DRIFT_BANDS = [2000, 12000] as const;

/** When the direct sound comes in a band, s from the onset: the first maximum of its envelope near its largest. */
function arrivalIn(x: ArrayLike<number>, rate: number, onset: number, f: number): number {
  const lead = round(0.02 * rate);
  const length = 2 * lead + round(0.03 * rate);
  const n = sizeFor(length);
  const spectrum = spectrumOf(
    Float64Array.from({ length }, (_, i) => x[onset - lead + i] ?? 0),
    n,
  );
  const bin = rate / n;
  for (let k = 0; k <= n / 2; k++) {
    const g = exp(-0.5 * ((k * bin - f) / (0.3 * f)) ** 2);
    spectrum[2 * k]! *= g;
    spectrum[2 * k + 1]! *= g;
  }
  const envelope = envelopeOf(signalOf(spectrum));
  const most = peakOf(envelope) * 0.5;
  let at = 0;
  while (at < envelope.length - 1 && !(envelope[at]! >= most && envelope[at]! >= envelope[at + 1]!)) at++;
  return (at - lead) / rate;
}

/** How fast the recorder's clock runs against the player's, parts in a million, from how much later high notes of the direct sound come; null: not told. */
export function driftOf(x: ArrayLike<number>, rate: number, onset: number, sweep: Sweep): number | null {
  const [low, high] = DRIFT_BANDS;
  if (high * 1.4 > min(sweep.to, rate / 2)) return null;
  const late = arrivalIn(x, rate, onset, high) - arrivalIn(x, rate, onset, low);
  return abs(late) > TOLD_SECONDS ? (late / (sweepScale(sweep) * log(high / low))) * 1e6 : null;
}
