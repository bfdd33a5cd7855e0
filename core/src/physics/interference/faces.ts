/**
 * What the faces near a loudspeaker do to its response at the listener: exact sum over image sources, any planes.
 *
 * p/p_free = 1 + Σ R (d/rᵢ) e^{−jk(rᵢ−d)}. Planes that stand square on each other take every subset, as boundary.ts does for a
 * corner (their images commute); planes at other angles enter with their single images. A finite face (a desk) reflects less
 * below the frequency at which it stops covering the Fresnel zone: amplitude √min(1, f/f_w)·√min(1, f/f_l) with
 * f_i = c·b/(2·l²), b = 2d₁d₂/(d₁+d₂), l the face's length as seen (J. H. Rindel, Acta Acustica 1986; a smooth form of
 * his limit). R real and independent of frequency: a limit, stated.
 *
 * Set into a wall, a loudspeaker has no image in it: what its box would have sent round itself comes forward instead, + 6 dB where it sent
 * as much backwards as forwards.
 */
import { dot, type Vec3, distance } from '../../geometry/vector';
import { mustBePositive } from '../../quantities/guard';
import { localMinima, type Notch } from './boundary';

const { cos, min, PI, sin, sqrt } = Math;

export interface NearPlane {
  id: string;
  /** Unit, towards the room. */
  normal: Vec3;
  offset: number;
  /** Pressure reflection factor. */
  R: number;
  /** Of finite faces: length and width as the path sees them, m. */
  seen?: readonly [number, number];
}

export interface FaceScene {
  source: Vec3;
  receiver: Vec3;
  planes: readonly NearPlane[];
  c: number;
  /** Of a loudspeaker set into a wall: what of its sound at f (Hz) would have gone behind and now comes forward too, 0…1. */
  turnedForward?: ((f: number) => number) | undefined;
}

interface Image {
  distance: number;
  factor: number;
  /** Frequencies below which a finite face reflects less, Hz. */
  limits: readonly number[];
  planes: string[];
}

export interface FaceCurve {
  direct: number;
  images: readonly Image[];
  levelDb: (frequency: number) => number;
  /** Level as f → 0 with every face infinite: all in phase. */
  lowFrequencyLimitDb: number;
}

const height = (p: NearPlane, at: Vec3) => dot(p.normal, at) - p.offset;
function mirrored(p: NearPlane, at: Vec3): Vec3 {
  const d = 2 * height(p, at);
  return [at[0] - d * p.normal[0], at[1] - d * p.normal[1], at[2] - d * p.normal[2]];
}

/** Planes nearer to square than this take images together. */
const SQUARE = 1e-3;
/** A source or listener on a plane is in it, m. */
const ON = 1e-9;

function imagesOf({ source, receiver, planes, c }: FaceScene): Image[] {
  const list: Image[] = [];
  const found = planes.filter((p) => height(p, source) >= -ON && height(p, receiver) >= -ON);
  const infinite = found.filter((p) => !p.seen);
  const add = (set: readonly NearPlane[]) => {
    const at = set.reduce((p, plane) => mirrored(plane, p), source);
    const way = distance(at, receiver);
    const [only] = set;
    let limits: number[] = [];
    if (only?.seen) {
      const [hs, hr] = [height(only, source), height(only, receiver)];
      const d1 = hs + hr > 0 ? (way * hs) / (hs + hr) : 0;
      const reach = (2 * d1 * (way - d1)) / way;
      limits = only.seen.map((l) => (c * reach) / (2 * l * l));
    }
    list.push({
      distance: way,
      factor: set.reduce((f, p) => f * p.R, 1),
      limits,
      planes: set.map((p) => p.id),
    });
  };
  const grow = (set: NearPlane[], from: number): void => {
    for (let i = from; i < infinite.length; i++) {
      const plane = infinite[i]!;
      if (set.some((p) => Math.abs(dot(p.normal, plane.normal)) > SQUARE)) continue;
      const next = [...set, plane];
      add(next);
      grow(next, i + 1);
    }
  };
  grow([], 0);
  for (const plane of found) if (plane.seen) add([plane]);
  return list;
}

/** Response re free field at the receiver, as a function of frequency (Hz). */
export function faceCurve(scene: FaceScene): FaceCurve {
  mustBePositive('faceCurve', 'c', scene.c);
  const direct = distance(scene.source, scene.receiver);
  mustBePositive('faceCurve', 'distance from source to receiver', direct);
  const images = imagesOf(scene);
  const forward = (f: number): number => (scene.turnedForward ? 20 * Math.log10(1 + scene.turnedForward(f)) : 0);
  return {
    direct,
    images,
    levelDb: (f) => {
      const k = (2 * PI * f) / scene.c;
      let re = 1;
      let im = 0;
      for (const image of images) {
        let a = (image.factor * direct) / image.distance;
        for (const limit of image.limits) a *= sqrt(min(1, f / limit));
        const phase = k * (image.distance - direct);
        re += a * cos(phase);
        im -= a * sin(phase);
      }
      return 10 * Math.log10(Math.max(re * re + im * im, 1e-30)) + forward(f);
    },
    lowFrequencyLimitDb:
      forward(1e-3) +
      20 *
        Math.log10(
          1 + images.filter((i) => i.limits.length === 0).reduce((s, i) => s + (i.factor * direct) / i.distance, 0),
        ),
  };
}

/** Deepest level between two frequencies, ends included. `step`: Hz between looks, or by the longest detour. */
export function deepestOf(curve: FaceCurve, from: number, to: number, c: number, step?: number): Notch {
  if (!(to > from && from > 0)) throw new RangeError(`deepestOf: needs 0 < from < to, got ${from}, ${to}`);
  const longest = Math.max(...curve.images.map((i) => i.distance - curve.direct), 1e-3);
  const stride = step ?? Math.min(2, c / longest / 24);
  const ends = [from, to].map((f) => ({ f, levelDb: curve.levelDb(f) }));
  return [...localMinima(curve, from, to, stride), ...ends].reduce((a, b) => (b.levelDb < a.levelDb ? b : a));
}

/** First cancellation by one plane alone: c/(2(r₁−d)); null when there is no detour. And the far-field rule c/(4a). */
export function planeNull(
  scene: Omit<FaceScene, 'planes'>,
  plane: NearPlane,
): { distance: number; imageDistance: number; quarterWaveHz: number | null; exactNullHz: number | null } {
  const a = height(plane, scene.source);
  const direct = distance(scene.source, scene.receiver);
  const imageDistance = distance(mirrored(plane, scene.source), scene.receiver);
  const extra = imageDistance - direct;
  return {
    distance: a,
    imageDistance,
    quarterWaveHz: a > 0 ? scene.c / (4 * a) : null,
    exactNullHz: extra > 1e-12 ? scene.c / (2 * extra) : null,
  };
}
