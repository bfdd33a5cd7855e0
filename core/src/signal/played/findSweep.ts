/**
 * An exponential sweep found in a recording of it: its loudest frequency over time is a straight line in the logarithm. Lengths and frequencies people use are
 * round; what lies near such a one is taken as it, and the one whose response is most compact is the answer.
 */
import { sizeFor, spectrumOf } from '../fourier';
import { peakOf } from '../onset';
import { line } from '../energyDecay';
import { deconvolve, type Sweep, sweepSamples } from './sweep';

// Bound once: looking up the global in these innermost loops is slow where code runs in a separate context.
const { PI, abs, cos, log, log2, max, round } = Math;

const FRAME_SECONDS = 0.085;
/** A sweep rises by so many octaves at least, and its line is so straight. */
const LEAST_OCTAVES = 3;
const STRAIGHT = 0.99;
const LEAST_FRAMES = 12;
/** A frame lies along it within so much of the logarithm; so many of them do. */
const STRAY = 0.2;
const ALONG = 0.6;
const ROUND_FROM = [5, 10, 15, 20, 25, 30, 40, 50, 80, 100];
const ROUND_TO = [8000, 10000, 12000, 16000, 18000, 20000, 21000, 22000, 22050, 24000];
/** Of a response's energy so much lies in its largest sample, or the sweep was another one. */
const COMPACT = 0.005;

const MOST_TRIED = 24;
/** So much of it there, and no other need be tried. */
const CERTAIN = 0.03;

const median = (list: readonly number[]) => [...list].sort((a, b) => a - b)[list.length >> 1] ?? Number.NaN;

/** The sweep in a recording, or null where none is found. */
export function findSweep(x: ArrayLike<number>, rate: number): Sweep | null {
  const size = sizeFor(FRAME_SECONDS * rate) / 2;
  const hop = size / 2;
  const peak = peakOf(x);
  if (!(peak > 0) || x.length < 8 * size) return null;
  const ridge: { t: number; f: number; level: number }[] = [];
  for (let from = 0; from + size <= x.length; from += hop) {
    const part = Float64Array.from({ length: size }, (_, i) => x[from + i]! * (0.5 - 0.5 * cos((2 * PI * i) / size)));
    const spectrum = spectrumOf(part, size);
    let [best, level] = [0, 0];
    for (let k = 2; k < size / 2; k++) {
      const p = spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2;
      if (p > level) [best, level] = [k, p];
    }
    // Between bins by the neighbours' levels.
    const at = (k: number) => log(max(1e-300, spectrum[2 * k]! ** 2 + spectrum[2 * k + 1]! ** 2));
    const curve = best > 0 ? at(best - 1) - 2 * at(best) + at(best + 1) : 0;
    const exact = best + (curve < 0 ? (0.5 * (at(best - 1) - at(best + 1))) / curve : 0);
    ridge.push({ t: (from + size / 2) / rate, f: (exact * rate) / size, level });
  }
  const loud = max(...ridge.map((r) => r.level)) * 1e-4;
  // Low frames cannot tell their frequency finely; a room answers some louder than others, and a few frames with an echo.
  const told = ridge.filter((r) => r.level >= loud && r.f > (20 * rate) / size);
  if (told.length < LEAST_FRAMES) return null;
  const rise = median(
    told.flatMap((p, i) => {
      const q = told[i + (told.length >> 1)];
      return q && q.t > p.t ? [log(q.f / p.f) / (q.t - p.t)] : [];
    }),
  );
  const level = median(told.map((r) => log(r.f) - rise * r.t));
  const along = told.filter((r) => abs(log(r.f) - rise * r.t - level) < STRAY);
  if (!(rise > 0) || along.length < ALONG * told.length || along.length < LEAST_FRAMES) return null;
  const fit = line(
    along.map((r) => r.t),
    along.map((r) => log(r.f)),
  );
  if (fit.r2 < STRAIGHT || log2(along.at(-1)!.f / along[0]!.f) < LEAST_OCTAVES) return null;
  return mostCompact(x, rate, along, fit);
}

/** A round sweep is tried when its rise is so near the one found. */
const NEAR = 0.025;

function mostCompact(
  x: ArrayLike<number>,
  rate: number,
  run: readonly { t: number; f: number }[],
  { a, b }: { a: number; b: number },
): Sweep | null {
  const [first, last] = [run[0]!, run.at(-1)!];
  // A loudspeaker may not give the lowest notes: the sweep began there or earlier, and went on to the top or further.
  const froms = ROUND_FROM.filter((f) => f < 1.5 * first.f && (log(f) - a) / b > -0.05);
  const tops = [...new Set([...ROUND_TO, rate / 2])].filter((f) => f <= rate / 2 && f > 0.8 * last.f);
  const tried = froms.flatMap((from) =>
    tops.flatMap((to) => {
      const seconds = round((2 * log(to / from)) / b) / 2;
      return seconds > 0 && abs((b * seconds) / log(to / from) - 1) < NEAR ? [{ from, to, seconds }] : [];
    }),
  );
  let best: { sweep: Sweep; part: number } | null = null;
  // What most people play comes first: whole seconds, 20 Hz to 20 kHz.
  const odd = (s: Sweep) => (s.seconds % 1 === 0 ? 0 : 2) + (s.from === 20 ? 0 : 1) + (s.to === 20000 ? 0 : 1);
  for (const sweep of tried.sort((p, q) => odd(p) - odd(q)).slice(0, MOST_TRIED)) {
    const part = compactness(x, sweep, rate);
    if (!best || part > best.part) best = { sweep, part };
    if (part > CERTAIN) break;
  }
  return best && best.part > COMPACT ? best.sweep : null;
}

/** Part of the response's energy that lies in its largest sample: a sweep that is a little off smears it. */
function compactness(x: ArrayLike<number>, sweep: Sweep, rate: number): number {
  const h = deconvolve(x, sweepSamples(sweep, rate), rate, sweep.from, sweep.to);
  let [peak, whole] = [0, 0];
  for (let i = 0; i < h.length; i++) {
    const e = h[i]! * h[i]!;
    whole += e;
    if (e > peak) peak = e;
  }
  return peak / whole;
}
