/** The faces near a loudspeaker, what each does at the ears, and the three schools of distance to the front wall. */
import { insideOutline } from '../geometry/polygon';
import { wallAlong } from '../geometry/solid';
import { type Vec3, distance } from '../geometry/vector';
import type { Notch } from '../physics/interference/boundary';
import { deepestOf, faceCurve, type FaceCurve, type NearPlane, planeNull } from '../physics/interference/faces';
import { boundsOf } from '../geometry/clip';
import { directivity } from '../physics/loudspeakers/directivity';
import { heightOver, mirrorPoint } from '../physics/reflections/zones';
import type { PlacedLoudspeaker, Setting } from './setting';
import { type Target, targetsFor } from './mirrors';

/** Faces further from the loudspeaker than this are the room's business, not the loudspeaker's place, m. */
export const NEAR = 2.5;

/** A front set flush counts as in a wall this near, m. */
export const FLUSH_WITHIN = 0.05;

/** Octave whose coefficient sets a boundary's reflection factor: index of 125 Hz. */
const LOW_OCTAVE = 1;

export interface Boundary {
  face: string;
  name: string;
  kind: Target['kind'];
  distance: number;
  quarterWaveHz: number | null;
  exactNullHz: number | null;
  /** Level at the exact null from this boundary alone, dB re free field. */
  depthDb: number;
  reflection: number;
}

const factorOf = (t: Target): number =>
  Math.sqrt(1 - Math.min(1, t.material?.per === 'piece' ? 0.5 : t.alpha[LOW_OCTAVE]!));

/** Length and width of a face as a path of this incidence sees them, m. */
function seenSize(t: Target, from: Vec3, at: Vec3): [number, number] {
  const box = boundsOf(t.outline);
  const d = distance(from, at);
  const cos = d > 0 ? Math.max(0.05, Math.abs(heightOver(t.plane, from)) / d) : 1;
  return [box.right - box.left, (box.high - box.low) * cos];
}

/**
 * Planes near a loudspeaker: faces of the room on which its foot lies, at most {@link NEAR} away, and tops of furniture that
 * mirror it to the ears. Set flush, the wall it is in has no image.
 */
export function nearPlanes(setting: Setting, l: PlacedLoudspeaker): { plane: NearPlane; target: Target }[] {
  const { head } = setting;
  return targetsFor(setting.room, l.at, head).flatMap((t): { plane: NearPlane; target: Target }[] => {
    const d = heightOver(t.plane, l.at);
    const plane: NearPlane = { id: t.id, normal: t.plane.normal, offset: t.plane.offset, R: factorOf(t) };
    if (t.kind === 'thing' || t.kind === 'board') {
      const at = mirrorPoint(t.plane, l.at, head);
      if (!at || !insideOutline(t.toLocal(at), t.outline)) return [];
      return [{ plane: { ...plane, seen: seenSize(t, l.at, at) }, target: t }];
    }
    if (t.kind === 'riser' || d < 0 || d > NEAR || heightOver(t.plane, head) < 0) return [];
    if (l.mount === 'flush' && t.kind === 'wall' && d < FLUSH_WITHIN) return [];
    const foot: Vec3 = [
      l.at[0] - d * t.plane.normal[0],
      l.at[1] - d * t.plane.normal[1],
      l.at[2] - d * t.plane.normal[2],
    ];
    return insideOutline(t.toLocal(foot), t.outline) ? [{ plane, target: t }] : [];
  });
}

/** The wall a loudspeaker is set into; null when its front is off every wall. */
export function wallAround(setting: Setting, l: PlacedLoudspeaker): Target | null {
  const inside = (t: Target) => {
    const d = heightOver(t.plane, l.at);
    const foot: Vec3 = [
      l.at[0] - d * t.plane.normal[0],
      l.at[1] - d * t.plane.normal[1],
      l.at[2] - d * t.plane.normal[2],
    ];
    return Math.abs(d) < FLUSH_WITHIN && insideOutline(t.toLocal(foot), t.outline);
  };
  return targetsFor(setting.room, l.at, setting.head).find((t) => t.kind === 'wall' && inside(t)) ?? null;
}

/** What the wall around a loudspeaker gives back of its sound: all that the same box, standing free, would have sent behind itself. */
function turnedForward(setting: Setting, l: PlacedLoudspeaker): ((f: number) => number) | undefined {
  const wall = l.mount === 'flush' ? wallAround(setting, l) : null;
  if (!wall) return undefined;
  const free = { width: l.box.width, mount: 'free' as const };
  return (f) => factorOf(wall) * directivity(free, f, Math.PI, setting.c);
}

/** How much louder a loudspeaker is for being set into its wall, dB, at a frequency; 0 Hz: as far down as it goes. */
export const flushGainDb = (setting: Setting, l: PlacedLoudspeaker, f: number): number =>
  20 * Math.log10(1 + (turnedForward(setting, l)?.(Math.max(f, 1e-3)) ?? 0));

export function curveAtEars(setting: Setting, l: PlacedLoudspeaker): FaceCurve {
  const planes = nearPlanes(setting, l).map((p) => p.plane);
  const { c } = setting;
  return faceCurve({ source: l.at, receiver: setting.head, planes, c, turnedForward: turnedForward(setting, l) });
}

/** Every near face by itself, nearest first. */
export function boundariesOf(setting: Setting, l: PlacedLoudspeaker): Boundary[] {
  const scene = { source: l.at, receiver: setting.head, c: setting.c };
  const direct = distance(l.at, setting.head);
  return nearPlanes(setting, l)
    .map(({ plane, target }) => {
      const n = planeNull(scene, plane);
      return {
        face: target.id,
        name: target.name,
        kind: target.kind,
        distance: n.distance,
        quarterWaveHz: n.quarterWaveHz,
        exactNullHz: n.exactNullHz,
        reflection: plane.R,
        depthDb: 20 * Math.log10(Math.max(1e-6, Math.abs(1 - (plane.R * direct) / n.imageDistance))),
      };
    })
    .sort((a, b) => a.distance - b.distance || a.face.localeCompare(b.face));
}

export const NOTCH_RANGE = [40, 300] as const;

export type WallSchool = 'as-it-stands' | 'close' | 'out' | 'flush';

export interface SchoolReport {
  school: WallSchool;
  /** Front of the loudspeakers from the front wall, m. */
  fromFront: number;
  /** Deepest level 40–300 Hz of the two, dB re free field. */
  notch: Notch;
  /** Gain far below the notch, dB: what a low shelf has to take back. */
  gainDb: number;
  curve: { f: number; levelDb: number }[];
  /** Distance to the ears, m, and whether the loudspeaker's drivers blend there. */
  toHead: number;
  farEnough: boolean;
  /** Positions of the pair, listener's frame. */
  at: { id: string; at: Vec3 }[];
}

/** Room left behind a box that stands close, m. */
const CLOSE_BEHIND = 0.05;
const CURVE_POINTS = 90;

export function curvePoints(curve: FaceCurve, count: number): { f: number; levelDb: number }[] {
  return Array.from({ length: count + 1 }, (_, i) => {
    const f = 20 * (500 / 20) ** (i / count);
    return { f, levelDb: curve.levelDb(f) };
  });
}

/**
 * The pair as it stands, close to the front wall, as far out as its working distance lets it, and set into the wall; the head
 * stays. Empty when there is no pair or no wall in front of it.
 */
export function wallSchools(setting: Setting, pair: readonly PlacedLoudspeaker[]): SchoolReport[] {
  if (pair.length !== 2) return [];
  const fronts = pair.map((l) => wallAlong(setting.solid.plan, [l.at[0], l.at[1]], [0, -1]));
  if (fronts.some((f) => f === null)) return [];
  const wallY = pair.map((l, i) => l.at[1] - fronts[i]!.distance);
  const { head } = setting;
  const deep = Math.max(...pair.map((l) => l.box.depth));
  const least = Math.max(...pair.map((l) => l.minimumDistance));
  // Furthest out: as near to the ears as the drivers allow.
  const across = Math.max(...pair.map((l) => Math.hypot(l.at[0] - head[0], l.at[2] - head[2])));
  const out = Math.max(
    deep + CLOSE_BEHIND,
    head[1] - Math.max(...wallY) - Math.sqrt(Math.max(0, least ** 2 - across ** 2)),
  );
  const flush = pair.some((l) => l.mount === 'flush');
  const variants: { school: WallSchool; fromFront: number | null; mount: 'free' | 'flush' }[] = [
    { school: 'as-it-stands', fromFront: null, mount: flush ? 'flush' : 'free' },
    { school: 'close', fromFront: deep + CLOSE_BEHIND, mount: 'free' },
    { school: 'out', fromFront: out, mount: 'free' },
    { school: 'flush', fromFront: 0.001, mount: 'flush' },
  ];
  return variants.map(({ school, fromFront, mount }): SchoolReport => {
    const moved = pair.map((l, i): PlacedLoudspeaker => ({
      ...l,
      mount,
      at: fromFront === null ? l.at : [l.at[0], wallY[i]! + fromFront, l.at[2]],
    }));
    const curves = moved.map((l) => curveAtEars(setting, l));
    const notches = curves.map((c) => deepestOf(c, ...NOTCH_RANGE, setting.c));
    const worst = notches[1]!.levelDb < notches[0]!.levelDb ? 1 : 0;
    const toHead = Math.min(...moved.map((l) => distance(l.at, head)));
    return {
      school,
      fromFront: fromFront ?? fronts[0]!.distance,
      notch: notches[worst]!,
      gainDb: Math.max(...curves.map((c) => c.lowFrequencyLimitDb)),
      curve: curvePoints(curves[worst]!, CURVE_POINTS),
      toHead,
      farEnough: toHead >= least - 0.005,
      at: moved.map((l) => ({ id: l.id, at: l.at })),
    };
  });
}
