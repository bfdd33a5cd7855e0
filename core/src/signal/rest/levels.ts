/** Levels of a steady recording: by octave, and the tones that stand out of it. dB re a sine at full scale, whose mean square is a half. */
import { type Band, bandEnergy, bandsBelow, type Fraction } from '../bandFilters';
import { sizeFor, spectrumOf } from '../fourier';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, abs, ceil, cos, floor, log, log10, log2, max, min, round, sqrt } = Math;

/** Mean level in every band, dB re a full-scale sine. */
export function bandLevels(x: ArrayLike<number>, rate: number, fraction: Fraction): { band: Band; levelDb: number }[] {
  const spectrum = spectrumOf(x, sizeFor(x.length));
  return bandsBelow(fraction, rate).map((band) => ({
    band,
    levelDb: 10 * log10(max(1e-24, (2 * bandEnergy(spectrum, band, rate)) / max(1, x.length))),
  }));
}

/** Steps in an octave of {@link narrowLevels}. */
const NARROW = 12;

/** Level between even steps of a twelfth octave from 10 Hz to half the rate, cut straight between bins, dB re a full-scale sine: what weightings are summed of. */
export function narrowLevels(x: ArrayLike<number>, rate: number): { f: number; db: number }[] {
  const n = sizeFor(x.length);
  // Through a window, so that a strong low tone does not spill into where a weighting counts more; its mean square is 3/8.
  const part = new Float64Array(x.length);
  for (let i = 0; i < part.length; i++) part[i] = x[i]! * (0.5 - 0.5 * cos((2 * PI * (i + 0.5)) / part.length));
  const spectrum = spectrumOf(part, n);
  const steps = new Float64Array(ceil(NARROW * log2(rate / 2 / NARROW_FROM)));
  for (let k = ceil((NARROW_FROM * n) / rate); k < n / 2; k++) {
    const at = floor(NARROW * log2((k * rate) / n / NARROW_FROM));
    steps[at]! += spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2;
  }
  return Array.from(steps, (sum, i) => ({
    f: NARROW_FROM * 2 ** ((i + 0.5) / NARROW),
    db: 10 * log10(max(1e-24, (4 * sum) / n / max(1, (3 / 8) * x.length))),
  }));
}
const NARROW_FROM = 10;

export interface Tone {
  f: number;
  /** dB re a full-scale sine. */
  levelDb: number;
  /** Over what lies around it, dB. */
  overDb: number;
  /** Of a hum: which multiple of the mains it is; null: none. */
  harmonic: { of: 50 | 60; order: number } | null;
}

export interface ToneOptions {
  lowest?: number;
  highest?: number;
  /** dB over the median around. */
  least?: number;
}

/** Power density by Welch's method: Hann windows, half overlapping (P. D. Welch, IEEE Trans. AU-15 (1967) 70). */
function density(x: ArrayLike<number>, size: number): { power: Float64Array; windows: number } {
  const hop = size / 2;
  const power = new Float64Array(size / 2 + 1);
  let windows = 0;
  const part = new Float64Array(size);
  const hann = Float64Array.from(part, (_, i) => 0.5 - 0.5 * cos((2 * PI * i) / size));
  for (let from = 0; from + size <= x.length; from += hop, windows++) {
    for (let i = 0; i < size; i++) part[i] = x[from + i]! * hann[i]!;
    const spectrum = spectrumOf(part, size);
    for (let k = 0; k < power.length; k++) power[k]! += spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2;
  }
  return { power: power.map((v) => v / max(1, windows)), windows };
}

/**
 * Tones of a steady recording: peaks of its spectrum over the median of the third octave around. Nothing is told of a recording too short to tell a
 * tone from a chance peak.
 */
export function tonesOf(
  x: ArrayLike<number>,
  rate: number,
  { lowest = 20, highest = 8000, least = 12 }: ToneOptions = {},
): Tone[] {
  // Two hertz a bin where there is time for several windows.
  let size = sizeFor(rate / 2);
  while (size > 1024 && x.length < 2 * size) size /= 2;
  const { power, windows } = density(x, size);
  if (windows < 2) return [];
  const bin = rate / size;
  // A chance peak of few windows stands as high as their number lets it.
  const needed = least + 10 / sqrt(windows);
  const tones: Tone[] = [];
  const [first, last] = [max(3, ceil(lowest / bin)), min(power.length - 3, floor(highest / bin))];
  for (let k = first; k <= last; k++) {
    if (!(power[k]! > power[k - 1]! && power[k]! >= power[k + 1]!)) continue;
    const reach = max(8, round(0.12 * k));
    const [from, to] = [max(1, k - reach), min(power.length - 1, k + reach)];
    if (!standsOut(power, k, { from, to, but: 3, ratio: 10 ** (needed / 10) })) continue;
    const overDb = 10 * log10(power[k]! / max(medianAround(power, k, { from, to, but: 3 }), 1e-300));
    // Of a Hann window the peak's place follows from its neighbours' levels; its power from the three bins of its main lobe.
    const [a, b, c] = [power[k - 1]!, power[k]!, power[k + 1]!].map((v) => log(max(v, 1e-300))) as [
      number,
      number,
      number,
    ];
    const curve = a - 2 * b + c;
    const f = (k + (curve < 0 ? (0.5 * (a - c)) / curve : 0)) * bin;
    const lobe = power[k - 1]! + power[k]! + power[k + 1]!;
    tones.push({
      f,
      levelDb: 10 * log10((4 * lobe) / (0.375 * size * size)),
      overDb,
      harmonic: harmonicOf(f, bin),
    });
  }
  return tones;
}

interface Around {
  from: number;
  /** The last one. */
  to: number;
  /** So many on either side are not looked at. */
  but: number;
}

/** The middle one of the values around a place. */
function medianAround(power: ArrayLike<number>, k: number, { from, to, but }: Around): number {
  const around: number[] = [];
  for (let i = from; i <= to; i++) if (abs(i - k) > but) around.push(power[i]!);
  return around.sort((a, b) => a - b)[around.length >> 1] ?? 0;
}

/** Whether a value is at least `ratio` times the median around it: more than half lie that far below, and nothing is sorted. */
export function standsOut(
  power: ArrayLike<number>,
  k: number,
  { from, to, but, ratio }: Around & { ratio: number },
): boolean {
  const most = power[k]! / ratio;
  let [below, count] = [0, 0];
  for (let i = from; i <= to; i++) {
    if (abs(i - k) <= but) continue;
    count += 1;
    if (power[i]! <= most) below += 1;
  }
  return below > count >> 1;
}

function harmonicOf(f: number, bin: number): Tone['harmonic'] {
  for (const mains of [50, 60] as const) {
    const order = round(f / mains);
    // Mains stray by a few tenths of a hertz; beyond the tenth harmonic every tone would be one.
    if (order >= 1 && order <= 10 && abs(f - order * mains) < 0.3 * order + min(1, bin / 4))
      return { of: mains, order };
  }
  return null;
}
