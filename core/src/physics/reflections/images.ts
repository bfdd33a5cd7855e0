/**
 * Specular reflection paths by image sources on planar polygons, any order, with visibility.
 *
 * Source: J. Borish, J. Acoust. Soc. Am. 75 (1984) 1827 (image sources in arbitrary polyhedra: validity, visibility).
 * A path counts when the points before and after each reflection are strictly in front of the face, each reflection
 * point lies in its polygon, and no polygon other than the reflecting ones stands in a leg. Surfaces of zero thickness
 * (`twoSided`) reflect on both faces and block.
 */
import { type Vec3, between, distance } from '../../geometry/vector';
import { type PreparedFace, insideFace, prepareFace, segmentCrosses, signedDistance } from '../../geometry/polygon';
import { mustBeBetween, mustBePositive } from '../../quantities/guard';

export interface Surface {
  id: string;
  /** Outline whose Newell normal points into the room, m. */
  vertices: readonly Vec3[];
  /** Energy absorption coefficient, 0…1, the same at every angle. */
  alpha: number;
  twoSided?: boolean | undefined;
}

export interface ReflectionPath {
  /** Surface ids from source to receiver. */
  sequence: string[];
  order: number;
  points: Vec3[];
  /** m */
  length: number;
  /** s after the direct sound. */
  delay: number;
  /** dB re the direct sound at the receiver; null when a surface absorbs everything. */
  level: number | null;
}

export interface DirectPath {
  distance: number;
  visible: boolean;
  /** Id of the first surface found in the way. */
  blocker: string | null;
}

export interface Reflections {
  direct: DirectPath;
  /** Rising in length. */
  paths: ReflectionPath[];
}

/** Points nearer to a face than this (m) are in it, not in front of it. */
const IN_FRONT = 1e-9;

interface Entry {
  surface: Surface;
  face: PreparedFace;
}

function mirror(face: PreparedFace, p: Vec3): Vec3 {
  const d = 2 * signedDistance(face, p);
  return [p[0] - d * face.normal[0], p[1] - d * face.normal[1], p[2] - d * face.normal[2]];
}

function blockerOf(entries: readonly Entry[], a: Vec3, b: Vec3, skip: readonly Entry[]): string | null {
  for (const entry of entries) {
    if (!skip.includes(entry) && segmentCrosses(entry.face, a, b)) return entry.surface.id;
  }
  return null;
}

/** Reflection points of a sequence whose images (one per reflection) are given; null when the path is not valid. */
function trace(
  entries: readonly Entry[],
  sequence: readonly Entry[],
  images: readonly Vec3[],
  source: Vec3,
  receiver: Vec3,
): Vec3[] | null {
  const points: Vec3[] = [];
  let target = receiver;
  for (let i = sequence.length - 1; i >= 0; i--) {
    const { face } = sequence[i]!;
    const image = images[i]!;
    const dImage = signedDistance(face, image);
    const dTarget = signedDistance(face, target);
    // The image lies behind the face exactly when the point before the reflection is in front of it.
    if (sequence[i]!.surface.twoSided ? dTarget * dImage >= 0 : !(dTarget > IN_FRONT && dImage < -IN_FRONT))
      return null;
    if (Math.abs(dTarget) <= IN_FRONT || Math.abs(dImage) <= IN_FRONT) return null;
    const point = between(image, target, dImage / (dImage - dTarget));
    if (!insideFace(face, point)) return null;
    points.unshift(point);
    target = point;
  }
  const stops = [source, ...points, receiver];
  for (let i = 0; i < sequence.length; i++) {
    const { face, surface } = sequence[i]!;
    const before = signedDistance(face, stops[i]!);
    const after = signedDistance(face, stops[i + 2]!);
    const fair = surface.twoSided ? before * after > 0 : before > IN_FRONT && after > IN_FRONT;
    if (!fair) return null;
  }
  for (let i = 0; i + 1 < stops.length; i++) {
    const skip = [sequence[i - 1], sequence[i]].filter((e) => e !== undefined);
    if (blockerOf(entries, stops[i]!, stops[i + 1]!, skip) !== null) return null;
  }
  return points;
}

/**
 * All valid reflection paths from source to receiver up to `order`.
 * @param c speed of sound, m/s
 * @throws RangeError for a surface without area, an order outside 0…6, coincident source and receiver
 */
export function reflectionPaths(
  surfaces: readonly Surface[],
  source: Vec3,
  receiver: Vec3,
  order: number,
  c: number,
): Reflections {
  mustBeBetween('reflectionPaths', 'order', order, 0, 6);
  mustBePositive('reflectionPaths', 'c', c);
  const d = distance(source, receiver);
  mustBePositive('reflectionPaths', 'distance from source to receiver', d);
  const entries = surfaces.map((surface) => ({ surface, face: prepareFace(surface.vertices) }));
  const paths: ReflectionPath[] = [];

  const descend = (sequence: Entry[], images: Vec3[]): void => {
    if (sequence.length > 0) {
      const points = trace(entries, sequence, images, source, receiver);
      if (points) {
        const length = distance(images[images.length - 1]!, receiver);
        const kept = sequence.reduce((product, { surface }) => product * (1 - surface.alpha), 1);
        paths.push({
          sequence: sequence.map((e) => e.surface.id),
          order: sequence.length,
          points,
          length,
          delay: (length - d) / c,
          level: kept > 0 ? 20 * Math.log10(d / length) + 10 * Math.log10(kept) : null,
        });
      }
    }
    if (sequence.length === order) return;
    const last = sequence[sequence.length - 1];
    const from = images[images.length - 1] ?? source;
    for (const entry of entries) {
      if (entry === last) continue;
      const side = signedDistance(entry.face, from);
      // An image behind a one-sided face cannot be reflected by it again.
      if (entry.surface.twoSided ? Math.abs(side) <= IN_FRONT : side <= IN_FRONT) continue;
      descend([...sequence, entry], [...images, mirror(entry.face, from)]);
    }
  };
  descend([], []);
  paths.sort((a, b) => a.length - b.length);
  const blocker = blockerOf(entries, source, receiver, []);
  return { direct: { distance: d, visible: blocker === null, blocker }, paths };
}
