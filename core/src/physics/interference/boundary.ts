/**
 * Loudspeaker-boundary interference: what the walls next to a loudspeaker do to its response at the listener.
 *
 * Rigid or lossy planes x=0, y=0, z=0 with source and receiver in the positive octant; images by reflection in every
 * subset of the planes: p/p_free = 1 + Σ R^n (d/rᵢ) e^{−jk(rᵢ−d)}. Source: image method, e.g. Kuttruff §4.1; Allison,
 * J. Audio Eng. Soc. 22 (1974) 314 for the audible notch. R is real and independent of frequency: a limit, stated.
 */
import { mustBeBetween, mustBePositive } from '../../quantities/guard';
import { goldenMinimum } from '../../numerics/minimise';

export type Plane = 'x' | 'y' | 'z';
type Point = readonly [number, number, number];

const AXIS: Record<Plane, 0 | 1 | 2> = { x: 0, y: 1, z: 2 };

export interface BoundaryScene {
  source: Point;
  receiver: Point;
  planes: readonly Plane[];
  /** Speed of sound, m/s. */
  c: number;
  /** Pressure reflection factor per bounce: one for all planes, or one for each. */
  R: number | Partial<Record<Plane, number>>;
}

interface Image {
  distance: number;
  factor: number;
  bounces: number;
}

export interface BoundaryCurve {
  /** Direct distance, m. */
  direct: number;
  levelDb: (frequency: number) => number;
  levelFirstOrderOnlyDb: (frequency: number) => number;
  lowFrequencyLimitDb: number;
}

function images(scene: BoundaryScene): Image[] {
  const { source, receiver, planes, R } = scene;
  const result: Image[] = [];
  for (let subset = 1; subset < 1 << planes.length; subset++) {
    const image: [number, number, number] = [...source];
    let factor = 1;
    let bounces = 0;
    planes.forEach((plane, i) => {
      if (!(subset & (1 << i))) return;
      image[AXIS[plane]] = -image[AXIS[plane]];
      factor *= typeof R === 'number' ? R : (R[plane] ?? 1);
      bounces += 1;
    });
    const distance = Math.hypot(image[0] - receiver[0], image[1] - receiver[1], image[2] - receiver[2]);
    result.push({ distance, factor, bounces });
  }
  return result;
}

function distanceBetween(a: Point, b: Point): number {
  return Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);
}

/** Response re free field at the receiver, as functions of frequency (Hz). */
export function boundaryCurve(scene: BoundaryScene): BoundaryCurve {
  mustBePositive('boundaryCurve', 'c', scene.c);
  const direct = distanceBetween(scene.source, scene.receiver);
  mustBePositive('boundaryCurve', 'distance from source to receiver', direct);
  for (const plane of scene.planes) {
    mustBeBetween('boundaryCurve', `source ${plane}`, scene.source[AXIS[plane]], 0, 1e4);
    mustBeBetween('boundaryCurve', `receiver ${plane}`, scene.receiver[AXIS[plane]], 0, 1e4);
  }
  const all = images(scene);
  const first = all.filter((i) => i.bounces === 1);
  const level = (list: readonly Image[], f: number): number => {
    const k = (2 * Math.PI * f) / scene.c;
    let re = 1;
    let im = 0;
    for (const { distance, factor } of list) {
      const a = (factor * direct) / distance;
      re += a * Math.cos(k * (distance - direct));
      im -= a * Math.sin(k * (distance - direct));
    }
    return 10 * Math.log10(Math.max(re * re + im * im, 1e-30)); // floor at −300 dB: a perfect null is still a number
  };
  return {
    direct,
    levelDb: (f) => level(all, f),
    levelFirstOrderOnlyDb: (f) => level(first, f),
    lowFrequencyLimitDb: 20 * Math.log10(1 + all.reduce((sum, i) => sum + (i.factor * direct) / i.distance, 0)),
  };
}

export interface Notch {
  f: number;
  levelDb: number;
}

function scanStep(scene: BoundaryScene): number {
  const direct = distanceBetween(scene.source, scene.receiver);
  const longest = Math.max(...images(scene).map((i) => i.distance - direct), 1e-3);
  return Math.min(1, scene.c / longest / 64);
}

/** Local minima of a level over frequency, scanned in steps and closed in on. */
export function localMinima(
  curve: { levelDb: (frequency: number) => number },
  from: number,
  to: number,
  step: number,
): Notch[] {
  const found: Notch[] = [];
  const n = Math.ceil((to - from) / step);
  let before = curve.levelDb(from);
  let here = curve.levelDb(from + step);
  for (let i = 2; i <= n; i++) {
    const next = curve.levelDb(from + i * step);
    if (here < before && here <= next) {
      const { x, value } = goldenMinimum(curve.levelDb, from + (i - 2) * step, from + i * step, 1e-7);
      found.push({ f: x, levelDb: value });
    }
    before = here;
    here = next;
  }
  return found;
}

/** First local minimum of the full response between 1 Hz and `upTo` (2 kHz); null where there is none. */
export function firstMinimum(scene: BoundaryScene, upTo = 2000): Notch | null {
  return localMinima(boundaryCurve(scene), 1, upTo, scanStep(scene))[0] ?? null;
}

/** Deepest level between two frequencies, ends included. */
export function deepestNotch(scene: BoundaryScene, from: number, to: number): Notch {
  if (!(to > from && from > 0)) throw new RangeError(`deepestNotch: needs 0 < from < to, got ${from}, ${to}`);
  const curve = boundaryCurve(scene);
  const ends = [from, to].map((f) => ({ f, levelDb: curve.levelDb(f) }));
  return [...localMinima(curve, from, to, scanStep(scene)), ...ends].reduce((a, b) => (b.levelDb < a.levelDb ? b : a));
}

export interface PlaneNull {
  plane: Plane;
  /** Distance of the loudspeaker from the plane, m. */
  distance: number;
  imageDistance: number;
  /** c/(4a): the rule for a listener far away on the plane's normal. Null when the source lies in the plane. */
  quarterWaveHz: number | null;
  /** c/(2(r₁−d)): the exact first null at this listener. */
  exactNullHz: number | null;
}

/** Quarter-wave rule and exact first null for each plane by itself. */
export function planeNulls(scene: BoundaryScene): PlaneNull[] {
  const direct = distanceBetween(scene.source, scene.receiver);
  return scene.planes.map((plane) => {
    const image = images({ ...scene, planes: [plane] })[0]!;
    const distance = scene.source[AXIS[plane]];
    const extra = image.distance - direct;
    return {
      plane,
      distance,
      imageDistance: image.distance,
      quarterWaveHz: distance > 0 ? scene.c / (4 * distance) : null,
      exactNullHz: extra > 1e-12 ? scene.c / (2 * extra) : null,
    };
  });
}

/** Gain in dB of n coherent rigid planes at the loudspeaker itself: 6.02 dB each. */
export function idealGainDb(planes: number): number {
  return 20 * Math.log10(2 ** planes);
}
