/**
 * Hearing a room: a dry sound through its impulse responses at both ears, every version as loud as the others and under a ceiling.
 *
 * Limits, told on the page: below the seam the waves of the room, above it marks and a diffuse tail; two points where the ears are, without the
 * head's own shadow; a measurement has one microphone, so both ears hear the same.
 */
import { stereoPair } from '../../document/place/placing';
import type { Project } from '../../document/schema/project';
import { settingOf } from '../../room/setting';
import { convolve } from '../../signal/fourier';
import { loudness } from '../../signal/loudness';
import type { Stereo } from '../../synthesis/drySounds';
import { heardAt, hearRoom } from '../listen/room';
import type { Quality } from '../waves/waveRoom';
import type { WaveEngine } from '../waves/waveEngine';

/** Ears lie so far from the middle of the head, m. */
const EAR = 0.085;
/** No sample is above, dB re full scale. */
export const CEILING_DB = -1;
/** Loudness that is aimed at where the ceiling leaves it, LUFS. */
const AIM_LUFS = -23;

export type Version =
  | { id: string; kind: 'room'; project: Project }
  /** A measured impulse at the seat; samples at the rate of the sound. */
  | { id: string; kind: 'measured'; samples: Float32Array; rate: number };

export interface Rendered {
  id: string;
  left: Float32Array<ArrayBuffer>;
  right: Float32Array<ArrayBuffer>;
  rate: number;
  /** Before it was made as loud as the others, LUFS. */
  lufs: number;
  gainDb: number;
}

type Pair = [Float64Array, Float64Array];

function added(into: Float64Array, x: ArrayLike<number>): void {
  for (let i = 0; i < Math.min(into.length, x.length); i++) into[i]! += x[i]!;
}

/** What both ears hear in the room of a document; null without a pair of loudspeakers. */
async function inRoom(
  project: Project,
  [left, right]: Stereo,
  rate: number,
  engine: WaveEngine,
  quality: Quality,
  progress: (part: number) => void,
): Promise<Pair | null> {
  const pair = stereoPair(project);
  if (!pair) return null;
  const setting = settingOf(project);
  const solution = await engine.solve(setting, quality, (p) => progress(0.5 * p));
  const waves = 'refused' in solution ? null : solution;
  const list = setting.loudspeakers.filter((l) => l.role === 'sub' || l.id === pair[0].id || l.id === pair[1].id);
  const together = left.map((v, i) => v + right[i]!);
  const ears: Float64Array[] = [];
  for (const [e, side] of [-EAR, EAR].entries()) {
    const [x, y, z] = setting.head;
    const heard = await hearRoom(heardAt(setting, [x + side, y, z]), waves, list, { rate, seed: 1 + e }, (p) =>
      progress(0.5 + 0.25 * (e + p)),
    );
    const out = new Float64Array(left.length + Math.max(...heard.map((h) => h.samples.length)));
    heard.forEach((h, i) => {
      const fed = list[i]!.role === 'sub' ? together : list[i]!.id === pair[0].id ? left : right;
      added(out, convolve(fed, h.samples));
    });
    ears.push(out);
  }
  return ears as Pair;
}

/** Versions of a sound, as loud as one another, none above the ceiling. */
export function matched(list: readonly { id: string; ears: Pair; rate: number }[]): Rendered[] {
  const told = list.map(({ ears, rate }) => {
    const peak = ears.reduce((m, e) => e.reduce((n, v) => Math.max(n, Math.abs(v)), m), 0);
    return { lufs: loudness(ears, rate), peakDb: 20 * Math.log10(Math.max(peak, 1e-9)) };
  });
  const sounding = told.filter((t) => Number.isFinite(t.lufs));
  const aim = sounding.reduce((m, t) => Math.min(m, t.lufs + CEILING_DB - t.peakDb), AIM_LUFS);
  return list.map(({ id, ears, rate }, i) => {
    const { lufs } = told[i]!;
    const gainDb = Number.isFinite(lufs) ? aim - lufs : 0;
    const [left, right] = ears.map((e) => Float32Array.from(e, (v) => v * 10 ** (gainDb / 20))) as [
      Float32Array<ArrayBuffer>,
      Float32Array<ArrayBuffer>,
    ];
    return { id, left, right, rate, lufs, gainDb };
  });
}

export async function rendered(
  versions: readonly Version[],
  sound: Stereo,
  rate: number,
  engine: WaveEngine,
  { quality = 'full', progress = () => {} }: { quality?: Quality; progress?: (part: number) => void } = {},
): Promise<Rendered[]> {
  const list: { id: string; ears: Pair; rate: number }[] = [];
  for (const [i, v] of versions.entries()) {
    const tell = (p: number) => progress((i + p) / versions.length);
    if (v.kind === 'room') {
      const ears = await inRoom(v.project, sound, rate, engine, quality, tell);
      if (ears) list.push({ id: v.id, ears, rate });
    } else if (v.rate === rate) {
      const mono = sound[0].map((x, k) => (x + sound[1][k]!) / 2);
      const out = Float64Array.from(convolve(mono, v.samples));
      list.push({ id: v.id, ears: [out, out], rate });
    }
    tell(1);
  }
  // Loops begin and end together.
  const length = Math.max(0, ...list.map((l) => l.ears[0].length));
  for (const l of list)
    l.ears = l.ears.map((e) => {
      const whole = new Float64Array(length);
      whole.set(e);
      return whole;
    }) as Pair;
  return matched(list);
}
