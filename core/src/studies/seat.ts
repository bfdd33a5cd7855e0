/** Seat: where head and loudspeakers stand, what each boundary does to each loudspeaker, and what is wrong with it. */
import { insideOutline } from '../geometry/polygon';
import { wallAlong } from '../geometry/solid';
import { distance } from '../geometry/vector';
import {
  boundaryCurve,
  deepestNotch,
  type BoundaryScene,
  type Notch,
  type Plane,
  planeNulls,
} from '../interference/boundary';
import { SEAT_RULE, TRIANGLE_DEPTH } from '../layout/seat';
import type { Project } from '../project/schema';
import { type PlacedLoudspeaker, type Setting, settingOf, type SettingFace } from './setting';
import type { Issue, Study, Working } from './types';

/** Limits of judgement. Practice, not standards: each is a place where ears and measurements begin to complain. */
export const SEAT_LIMITS = {
  /** Part of the length around the middle that counts as "in the length null". */
  centreNull: 0.03,
  rearWall: 0.5,
  angleDeg: [50, 70],
  /** Largest difference of the two paths to the head, m: 0.01 m is 0.03 ms. */
  pathDifference: 0.01,
  /** Largest difference of left and right distances to the side walls, m. */
  symmetry: 0.02,
  axisHeight: 0.05,
  /** Distances to boundaries within this part of each other pile their notches up. */
  coincidence: 0.1,
  deepNotchDb: -10,
  notchRange: [40, 300],
} as const;

/** Octave whose coefficient sets the boundary's reflection factor: index of 125 Hz. */
const LOW_OCTAVE = 1;

export interface Boundary {
  face: string;
  name: string;
  plane: Plane;
  distance: number;
  quarterWaveHz: number | null;
  exactNullHz: number | null;
  /** Level at the exact null from this boundary alone, dB re free field. */
  depthDb: number;
  reflection: number;
}

export interface LoudspeakerReport {
  id: string;
  letter: string;
  toHead: number;
  /** Distances from front, left and right wall, m; null when the loudspeaker is outside the room. */
  fromFront: number | null;
  fromLeft: number | null;
  fromRight: number | null;
  boundaries: Boundary[];
  nearest: Boundary | null;
  /** Deepest level 40–300 Hz of the three nearest boundaries together. */
  notch: Notch | null;
  curve: { f: number; levelDb: number }[];
}

export interface SeatResult {
  length: number;
  ruleDistance: number;
  headFromFront: number;
  headPart: number;
  headFromRear: number | null;
  headOffAxis: number;
  loudspeakers: LoudspeakerReport[];
  triangle: { angleDeg: number; between: number; pathDifference: number; delayMs: number; frontMost: number } | null;
  /** Largest left-right difference of the pair, m, and what it is. */
  symmetry: { difference: number; what: 'path' | 'side-wall' | 'height' | 'depth' } | null;
  worstNotch: (Notch & { loudspeaker: string }) | null;
}

function boundariesOf(setting: Setting, l: PlacedLoudspeaker): { scene: BoundaryScene; list: Boundary[] } | null {
  const at = [l.at[0], l.at[1]] as const;
  const front = wallAlong(setting.solid.plan, at, [0, -1]);
  const left = wallAlong(setting.solid.plan, at, [-1, 0]);
  const right = wallAlong(setting.solid.plan, at, [1, 0]);
  if (!front || !left || !right) return null;
  const side = left.distance <= right.distance ? left : right;
  const sign = side === left ? 1 : -1;
  // Coordinates of the corner octant: x from the nearer side wall, y from the front wall, z from the floor.
  const floor = setting.solid.floorAt(at) ?? 0;
  const source = [side.distance, front.distance, l.at[2] - floor] as const;
  const receiver = [
    side.distance + sign * (setting.head[0] - l.at[0]),
    front.distance + setting.head[1] - l.at[1],
    setting.head[2] - floor,
  ] as const;
  const faceOf = (id: string): SettingFace => setting.faces.find((f) => f.id === id)!;
  const faces: Record<Plane, SettingFace> = { x: faceOf(side.wall), y: faceOf(front.wall), z: faceOf('floor') };
  const axisIndex: Record<Plane, number> = { x: 0, y: 1, z: 2 };
  const planes = (['x', 'y', 'z'] as const).filter((p) => receiver[axisIndex[p]]! >= 0);
  const reflection = (p: Plane): number => Math.sqrt(1 - Math.min(1, faces[p].material.alpha[LOW_OCTAVE]!));
  const scene: BoundaryScene = {
    source,
    receiver,
    planes,
    c: setting.c,
    R: Object.fromEntries(planes.map((p) => [p, reflection(p)])),
  };
  const direct = boundaryCurve(scene).direct;
  const list = planeNulls(scene)
    .map((n) => ({
      face: faces[n.plane].id,
      name: faces[n.plane].name,
      plane: n.plane,
      distance: n.distance,
      quarterWaveHz: n.quarterWaveHz,
      exactNullHz: n.exactNullHz,
      reflection: reflection(n.plane),
      depthDb: 20 * Math.log10(Math.max(1e-6, Math.abs(1 - (reflection(n.plane) * direct) / n.imageDistance))),
    }))
    .sort((a, b) => a.distance - b.distance);
  return { scene, list };
}

const CURVE_POINTS = 120;

function reportOf(setting: Setting, l: PlacedLoudspeaker): LoudspeakerReport {
  const at = [l.at[0], l.at[1]] as const;
  const away = (direction: readonly [number, number]) => wallAlong(setting.solid.plan, at, direction)?.distance ?? null;
  const toHead = distance(l.at, setting.head);
  const base = {
    id: l.id,
    letter: l.letter,
    toHead,
    fromFront: away([0, -1]),
    fromLeft: away([-1, 0]),
    fromRight: away([1, 0]),
  };
  const bounds = toHead > 0.01 ? boundariesOf(setting, l) : null;
  if (!bounds) return { ...base, boundaries: [], nearest: null, notch: null, curve: [] };
  const [from, to] = SEAT_LIMITS.notchRange;
  const curve = boundaryCurve(bounds.scene);
  return {
    ...base,
    boundaries: bounds.list,
    nearest: bounds.list[0] ?? null,
    notch: deepestNotch(bounds.scene, from, to),
    curve: Array.from({ length: CURVE_POINTS + 1 }, (_, i) => {
      const f = 20 * (500 / 20) ** (i / CURVE_POINTS);
      return { f, levelDb: curve.levelDb(f) };
    }),
  };
}

function angleAt(setting: Setting, a: PlacedLoudspeaker, b: PlacedLoudspeaker): number {
  const [hx, hy] = setting.head;
  const angle = Math.atan2(a.at[0] - hx, hy - a.at[1]) - Math.atan2(b.at[0] - hx, hy - b.at[1]);
  return (Math.abs(angle) * 180) / Math.PI;
}

function issuesOf(project: Project, setting: Setting, result: SeatResult): Issue[] {
  const issues: Issue[] = [];
  const add = (code: string, severity: Issue['severity'], where: string[], values: Issue['values']) =>
    issues.push({ code, severity, where, values });
  const outline = setting.solid.plan.map((c) => c.at);
  const headInside = insideOutline([setting.head[0], setting.head[1]], outline);
  if (!headInside) add('seat.head-outside', 'wrong', ['head'], {});
  if (setting.head[2] >= (setting.solid.ceilingAt([setting.head[0], setting.head[1]]) ?? setting.solid.height))
    add('seat.head-above-ceiling', 'wrong', ['head'], { height: setting.head[2] });
  if (Math.abs(result.headPart - 0.5) <= SEAT_LIMITS.centreNull) {
    add('seat.centre-null', 'warning', ['head'], { part: result.headPart, f: setting.c / (2 * result.length) });
  }
  const pushedBack = result.headFromFront - result.ruleDistance;
  if (project.listening.placed === 'rule' && pushedBack > 0.001) {
    const { triangleSide } = project.listening;
    add('seat.pushed-back', 'warning', ['head'], { by: pushedBack, side: triangleSide });
  }
  if (headInside && result.headFromRear !== null && result.headFromRear < SEAT_LIMITS.rearWall) {
    add('seat.rear-wall-close', 'warning', ['head'], { distance: result.headFromRear });
  }
  for (const l of setting.loudspeakers) {
    const report = result.loudspeakers.find((r) => r.id === l.id)!;
    const inside = (setting.solid.ceilingAt([l.at[0], l.at[1]]) ?? -1) > l.at[2];
    if (!inside) {
      add('seat.loudspeaker-outside', 'wrong', [l.id], { letter: l.letter });
      continue;
    }
    if (report.toHead < l.minimumDistance - 1e-6) {
      add('seat.too-near', 'warning', [l.id, 'head'], {
        letter: l.letter,
        distance: report.toHead,
        minimum: l.minimumDistance,
      });
    }
    if (Math.abs(l.at[2] - setting.head[2]) > SEAT_LIMITS.axisHeight) {
      add('seat.axis-height', 'warning', [l.id, 'head'], { letter: l.letter, axis: l.at[2], ear: setting.head[2] });
    }
    if (report.fromFront !== null && report.fromFront < l.box.depth - 1e-6) {
      add('seat.loudspeaker-in-wall', 'warning', [l.id], {
        letter: l.letter,
        distance: report.fromFront,
        depth: l.box.depth,
      });
    }
    const close = report.boundaries.filter((b) => b.distance > 0.05);
    const pair = close.flatMap((a, i) => close.slice(i + 1).map((b) => [a, b] as const));
    const same = pair.find(([a, b]) => Math.abs(a.distance - b.distance) < SEAT_LIMITS.coincidence * b.distance);
    if (same) {
      add('seat.notches-coincide', 'warning', [l.id], {
        letter: l.letter,
        first: same[0].name,
        second: same[1].name,
        distance: same[0].distance,
        f: setting.c / (4 * same[0].distance),
      });
    }
    if (report.notch && report.notch.levelDb < SEAT_LIMITS.deepNotchDb) {
      add('seat.deep-notch', 'warning', [l.id], { letter: l.letter, f: report.notch.f, levelDb: report.notch.levelDb });
    }
  }
  const { triangle, symmetry } = result;
  if (triangle) {
    const pair = setting.loudspeakers.slice(0, 2).map((l) => l.id);
    if (triangle.angleDeg > SEAT_LIMITS.angleDeg[1])
      add('seat.triangle-wide', 'warning', pair, { angleDeg: triangle.angleDeg });
    if (triangle.angleDeg < SEAT_LIMITS.angleDeg[0])
      add('seat.triangle-narrow', 'warning', pair, { angleDeg: triangle.angleDeg });
    if (triangle.pathDifference > SEAT_LIMITS.pathDifference) {
      add('seat.unequal-sides', 'warning', pair, { difference: triangle.pathDifference, delayMs: triangle.delayMs });
    }
    if (symmetry && symmetry.what !== 'path' && symmetry.difference > SEAT_LIMITS.symmetry) {
      add('seat.not-symmetric', 'warning', pair, { difference: symmetry.difference, what: symmetry.what });
    }
  }
  return issues;
}

function workingOf(project: Project, setting: Setting, result: SeatResult): Working[] {
  const working: Working[] = [
    {
      id: 'seat-rule',
      title: 'The 38 % seat',
      formula: 'y = 0.38 · L',
      symbols: [{ symbol: 'L', meaning: 'room length along the listening axis', value: result.length, unit: 'm' }],
      result: { symbol: 'y', meaning: 'ears from the front wall', value: result.ruleDistance, unit: 'm' },
      source: 'Rule of practice: near neither null nor peak of the first three length modes.',
      validity: 'A start, not an answer. Box rooms; check places 10 to 30 cm either side by what Bass and Marks say.',
    },
    {
      id: 'triangle',
      title: 'Equilateral triangle',
      formula: 'd = (√3 / 2) · s',
      symbols: [
        { symbol: 's', meaning: 'side: loudspeaker to loudspeaker', value: project.listening.triangleSide, unit: 'm' },
      ],
      result: {
        symbol: 'd',
        meaning: 'apex behind the line of the loudspeakers',
        value: TRIANGLE_DEPTH * project.listening.triangleSide,
        unit: 'm',
      },
      source: 'Geometry; 60° listening angle as in ITU-R BS.775.',
      validity: `Apex ${(project.listening.apexBehind * 100).toFixed(0)} cm behind the ears; side never below the loudspeakers' minimum distance.`,
    },
  ];
  for (const l of result.loudspeakers) {
    if (!l.nearest || l.nearest.exactNullHz === null) continue;
    working.push({
      id: `notch-${l.id}`,
      title: `Nearest boundary of ${l.letter}: ${l.nearest.name}`,
      formula: 'f = c / (2 (r₁ − d)),  rule of thumb c / (4a)',
      symbols: [
        { symbol: 'c', meaning: 'speed of sound', value: setting.c, unit: 'm/s' },
        { symbol: 'a', meaning: 'loudspeaker to that boundary', value: l.nearest.distance, unit: 'm' },
        { symbol: 'd', meaning: 'loudspeaker to ears', value: l.toHead, unit: 'm' },
        { symbol: 'c/4a', meaning: 'rule of thumb', value: l.nearest.quarterWaveHz ?? 0, unit: 'Hz' },
        {
          symbol: 'R',
          meaning: 'pressure reflection factor, √(1 − α at 125 Hz)',
          value: l.nearest.reflection,
          unit: '',
        },
      ],
      result: {
        symbol: 'f',
        meaning: 'first cancellation from this boundary',
        value: l.nearest.exactNullHz,
        unit: 'Hz',
      },
      source: 'Image source at one plane; R. Allison, J. Audio Eng. Soc. 22 (1974) 314.',
      validity: 'One boundary by itself, large and flat. The verdict uses the three nearest together.',
    });
  }
  return working;
}

/** Positions, boundaries and warnings of a project's seat. */
export function studySeat(document: Project, setting: Setting = settingOf(document)): Study<SeatResult> {
  const { project } = setting;
  const { head, length, axis } = setting;
  const rear = wallAlong(setting.solid.plan, [head[0], head[1]], [0, 1]);
  const front = wallAlong(setting.solid.plan, [head[0], head[1]], [0, -1]);
  const headFromFront = front?.distance ?? head[1];
  const loudspeakers = setting.loudspeakers.map((l) => reportOf(setting, l));
  const [a, b] = setting.loudspeakers;
  const [ra, rb] = loudspeakers;
  let triangle: SeatResult['triangle'] = null;
  let symmetry: SeatResult['symmetry'] = null;
  if (a && b && ra && rb) {
    const pathDifference = Math.abs(ra.toHead - rb.toHead);
    triangle = {
      angleDeg: angleAt(setting, a, b),
      between: distance(a.at, b.at),
      pathDifference,
      delayMs: (pathDifference / setting.c) * 1000,
      frontMost: Math.min(a.at[1], b.at[1]),
    };
    const [l, r] = a.at[0] <= b.at[0] ? [ra, rb] : [rb, ra];
    const parts = [
      { what: 'path' as const, difference: pathDifference },
      { what: 'side-wall' as const, difference: Math.abs((l.fromLeft ?? 0) - (r.fromRight ?? 0)) },
      { what: 'depth' as const, difference: Math.abs(a.at[1] - b.at[1]) },
      { what: 'height' as const, difference: Math.abs(a.at[2] - b.at[2]) },
    ];
    symmetry = parts.reduce((worst, p) => (p.difference > worst.difference ? p : worst));
  }
  const notches = loudspeakers.filter((l) => l.notch).map((l) => ({ ...l.notch!, loudspeaker: l.letter }));
  const result: SeatResult = {
    length,
    ruleDistance: SEAT_RULE * length,
    headFromFront,
    headPart: length > 0 ? headFromFront / length : 0,
    headFromRear: rear?.distance ?? null,
    headOffAxis: head[0] - axis,
    loudspeakers,
    triangle,
    symmetry,
    worstNotch: notches.length > 0 ? notches.reduce((w, n) => (n.levelDb < w.levelDb ? n : w)) : null,
  };
  return { result, issues: issuesOf(project, setting, result), working: workingOf(project, setting, result) };
}
