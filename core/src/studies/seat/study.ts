/** Seat: where head and loudspeakers stand, what each boundary does to each loudspeaker, and what is wrong with it. */
import { createKept } from '../../numerics/kept';
import { insideOutline } from '../../geometry/polygon';
import { wallAlong } from '../../geometry/solid';
import { distance } from '../../geometry/vector';
import { fixed } from '../../quantities/format';
import type { Notch } from '../../physics/interference/boundary';
import { deepestOf } from '../../physics/interference/faces';
import { stationOf } from '../../layout/rigs';
import { boxFrequency } from '../../physics/loudspeakers/directivity';
import { SEAT_RULE, TRIANGLE_DEPTH } from '../../layout/seat';
import type { Project } from '../../document/schema/project';
import { apexOf, stereoPair } from '../../document/place/placing';
import {
  boundariesOf,
  type Boundary,
  curveAtEars,
  curvePoints,
  flushGainDb,
  NOTCH_RANGE,
  type SchoolReport,
  wallAround,
  wallSchools,
} from '../../room/boundaries';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../room/setting';
import type { Issue, IssueCode, IssueValues, Severity, Study, Working } from '../types';

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
  /** A tilt this near to the ears' direction makes up for an axis at another height, degrees. */
  tiltDeg: 3,
  /** Arrivals of a layout further apart than this want electronic delay, s. */
  late: 0.0005,
  /** Exact nulls within this part of each other pile up; less than the level together is no matter, dB. */
  coincidence: 0.1,
  mildNotchDb: -3,
  deepNotchDb: -10,
} as const;

export interface LoudspeakerReport {
  id: string;
  letter: string;
  role: PlacedLoudspeaker['role'];
  toHead: number;
  /** Distances from front, left and right wall, m; null when the loudspeaker is outside the room. */
  fromFront: number | null;
  fromLeft: number | null;
  fromRight: number | null;
  boundaries: Boundary[];
  nearest: Boundary | null;
  /** Deepest level 40–300 Hz of all near boundaries together. */
  notch: Notch | null;
  /** Gain far below it, dB: what the loudspeaker's low shelf would have to take back. */
  gainDb: number | null;
  curve: { f: number; levelDb: number }[];
  aim: Aim;
}

export interface Aim {
  /** Turn from straight down the room to point at the apex, towards the listener's right positive. */
  turnDeg: number;
  /** Upward tilt that points it at the ears. */
  tiltDeg: number;
  /** Seen from the ears: from straight ahead, to the right positive; and above the ears. */
  azimuthDeg: number;
  elevationDeg: number;
  /** Its place in the layout, and how far outside the tolerances it stands; 0 inside. */
  station: { key: string; name: string; azimuthOff: number; elevationOff: number } | null;
  /** Delay that lets it arrive with the furthest loudspeaker of the layout, s, and by how much it is nearer, m. */
  delay: { seconds: number; metres: number } | null;
}

export interface SeatResult {
  length: number;
  ruleDistance: number;
  headFromFront: number;
  headPart: number;
  headFromRear: number | null;
  headOffAxis: number;
  loudspeakers: LoudspeakerReport[];
  triangle: {
    angleDeg: number;
    between: number;
    pathDifference: number;
    delayMs: number;
    frontMost: number;
    /** Least side by the loudspeakers' working distance, and how far behind their line one sits then (0.87 of it), m. */
    leastSide: number;
    leastBehind: number;
    /** How far behind the loudspeakers' line the ears are, m. */
    behind: number;
  } | null;
  /** The pair by each school of distance to the front wall; empty without a pair. */
  schools: SchoolReport[];
  /** Largest left-right difference of the pair, m, and what it is. */
  symmetry: { difference: number; what: 'path' | 'side-wall' | 'height' | 'depth' } | null;
  worstNotch: (Notch & { loudspeaker: string }) | null;
}

const CURVE_POINTS = 120;
const DEG = 180 / Math.PI;

/** How far a value lies outside a range, 0 inside. */
const outside = (v: number, [low, high]: readonly [number, number]) => (v < low ? v - low : v > high ? v - high : 0);

function aimFor(setting: Setting, l: PlacedLoudspeaker): Aim {
  const { head, project } = setting;
  const [ax, ay] = apexOf(project, [head[0], head[1]]);
  const [dx, dy, dz] = [l.at[0] - head[0], l.at[1] - head[1], l.at[2] - head[2]];
  const ground = Math.hypot(dx, dy);
  const azimuthDeg = Math.atan2(dx, -dy) * DEG;
  const elevationDeg = Math.atan2(dz, ground) * DEG;
  const station = stationOf(project.listening.layout, l.station);
  const others = setting.loudspeakers.filter((o) => stationOf(project.listening.layout, o.station) !== null);
  const furthest = Math.max(...others.map((o) => distance(o.at, head)));
  const metres = furthest - distance(l.at, head);
  return {
    turnDeg: Math.atan2(ax - l.at[0], ay - l.at[1]) * DEG,
    tiltDeg: -elevationDeg,
    azimuthDeg,
    elevationDeg,
    station: station && {
      key: station.key,
      name: station.name,
      azimuthOff: outside(azimuthDeg, station.azimuthRange),
      elevationOff: outside(elevationDeg, station.elevationRange),
    },
    delay: station && others.length > 1 ? { metres, seconds: metres / setting.c } : null,
  };
}

type AtEars = Pick<LoudspeakerReport, 'boundaries' | 'nearest' | 'notch' | 'gainDb' | 'curve'>;

const kept = createKept<AtEars>();

/** What the boundaries do to one loudspeaker; kept per room, so that dragging another does not work it out again. */
function boundariesAtEars(setting: Setting, l: PlacedLoudspeaker): AtEars {
  return kept(setting.room, [l.at, l.mount, l.box.width, setting.head], () => {
    const boundaries = boundariesOf(setting, l);
    const curve = curveAtEars(setting, l);
    return {
      boundaries,
      nearest: boundaries.find((b) => b.kind !== 'thing') ?? boundaries[0] ?? null,
      notch: deepestOf(curve, ...NOTCH_RANGE, setting.c),
      gainDb: curve.lowFrequencyLimitDb,
      curve: curvePoints(curve, CURVE_POINTS),
    };
  });
}

function reportOf(setting: Setting, l: PlacedLoudspeaker): LoudspeakerReport {
  const at = [l.at[0], l.at[1]] as const;
  const away = (direction: readonly [number, number]) => wallAlong(setting.solid.plan, at, direction)?.distance ?? null;
  const toHead = distance(l.at, setting.head);
  const base = {
    id: l.id,
    letter: l.letter,
    role: l.role,
    toHead,
    fromFront: away([0, -1]),
    fromLeft: away([-1, 0]),
    fromRight: away([1, 0]),
    aim: aimFor(setting, l),
  };
  const inside = setting.solid.ceilingAt([l.at[0], l.at[1]]) !== null;
  if (toHead <= 0.01 || !inside)
    return { ...base, boundaries: [], nearest: null, notch: null, gainDb: null, curve: [] };
  return { ...base, ...boundariesAtEars(setting, l) };
}

function angleAt(setting: Setting, a: PlacedLoudspeaker, b: PlacedLoudspeaker): number {
  const [hx, hy] = setting.head;
  const angle = Math.atan2(a.at[0] - hx, hy - a.at[1]) - Math.atan2(b.at[0] - hx, hy - b.at[1]);
  return (Math.abs(angle) * 180) / Math.PI;
}

function issuesOf(project: Project, setting: Setting, result: SeatResult): Issue[] {
  const issues: Issue[] = [];
  const add = <C extends IssueCode>(code: C, severity: Severity, where: string[], values: IssueValues[C]) =>
    issues.push({ code, severity, where, values } as Issue);
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
    if (l.role === 'sub') continue;
    if (report.toHead < l.minimumDistance - 1e-6) {
      add('seat.too-near', 'warning', [l.id, 'head'], {
        letter: l.letter,
        distance: report.toHead,
        minimum: l.minimumDistance,
      });
    }
    const aimed = Math.abs(l.tiltDeg - report.aim.tiltDeg) <= SEAT_LIMITS.tiltDeg;
    const level = ['main', 'second', 'centre'].includes(l.role);
    if (level && !aimed && Math.abs(l.at[2] - setting.head[2]) > SEAT_LIMITS.axisHeight) {
      add('seat.axis-height', 'warning', [l.id, 'head'], { letter: l.letter, axis: l.at[2], ear: setting.head[2] });
    }
    if (
      l.mount === 'free' &&
      l.role !== 'surround' &&
      report.fromFront !== null &&
      report.fromFront < l.box.depth - 1e-6
    ) {
      add('seat.loudspeaker-in-wall', 'warning', [l.id], {
        letter: l.letter,
        distance: report.fromFront,
        depth: l.box.depth,
      });
    }
    if (l.mount === 'flush') {
      const wall = wallAround(setting, l);
      if (!wall) add('seat.flush-off-wall', 'warning', [l.id], { letter: l.letter, distance: report.fromFront ?? 0 });
      else if (l.lowShelf === null)
        add('seat.flush-bass', 'note', [l.id], {
          letter: l.letter,
          gainDb: flushGainDb(setting, l, 0),
          f: boxFrequency(l.box.width, setting.c),
        });
    }
    const { station } = report.aim;
    if (station && (station.azimuthOff !== 0 || station.elevationOff !== 0) && !['L', 'R'].includes(station.key)) {
      add('seat.station-off', 'warning', [l.id], {
        letter: l.letter,
        name: station.name,
        azimuthDeg: report.aim.azimuthDeg,
        elevationDeg: report.aim.elevationDeg,
        azimuthOff: station.azimuthOff,
        elevationOff: station.elevationOff,
      });
    }
    // Whether two notches pile up is for the exact nulls to say, at the ears; how deep they are together for the exact curve.
    const close = report.boundaries.filter(
      (b) =>
        b.kind !== 'thing' &&
        b.exactNullHz !== null &&
        b.exactNullHz >= NOTCH_RANGE[0] &&
        b.exactNullHz <= NOTCH_RANGE[1],
    );
    const pair = close.flatMap((a, i) => close.slice(i + 1).map((b) => [a, b] as const));
    const apart = ([a, b]: (typeof pair)[number]) => Math.abs(Math.log(a.exactNullHz! / b.exactNullHz!));
    const [same] = pair.filter((t) => apart(t) < SEAT_LIMITS.coincidence).sort((p, q) => apart(p) - apart(q));
    if (same) {
      const f = Math.sqrt(same[0].exactNullHz! * same[1].exactNullHz!);
      const deepest = deepestOf(
        curveAtEars(setting, l),
        f / (1 + SEAT_LIMITS.coincidence),
        f * (1 + SEAT_LIMITS.coincidence),
        setting.c,
      );
      // Other faces may fill what these two take.
      if (deepest.levelDb < SEAT_LIMITS.mildNotchDb)
        add('seat.notches-coincide', 'warning', [l.id], {
          letter: l.letter,
          first: same[0].name,
          second: same[1].name,
          f: deepest.f,
          levelDb: deepest.levelDb,
        });
    }
    if (report.notch && report.notch.levelDb < SEAT_LIMITS.deepNotchDb) {
      add('seat.deep-notch', 'warning', [l.id], { letter: l.letter, f: report.notch.f, levelDb: report.notch.levelDb });
    }
  }
  // One list for the whole rig: who is nearer waits for the furthest.
  const layout = setting.loudspeakers.flatMap((l) => {
    const delay = result.loudspeakers.find((r) => r.id === l.id)!.aim.delay;
    return delay && l.role !== 'sub' ? [{ l, delay, set: l.feed.delayMs / 1000 }] : [];
  });
  const left = layout.map(({ delay, set }) => delay.seconds - set);
  if (layout.length > 1 && Math.max(...left) - Math.min(...left) > SEAT_LIMITS.late) {
    // Alike to the microsecond, they stay in the order of the rig.
    const micro = (s: number) => Math.round(s * 1e6);
    const wanted = [...layout].sort((a, b) => micro(b.delay.seconds) - micro(a.delay.seconds));
    const inWall = wanted.find(({ l, delay }) => l.mount === 'flush' && delay.seconds > SEAT_LIMITS.late);
    add(
      'seat.delays',
      'note',
      wanted.map(({ l }) => l.id),
      {
        list: wanted.map(({ l, delay }) => `${l.letter} ${fixed(delay.seconds * 1000, 2)} ms`).join(', '),
        inWall: inWall ? inWall.l.letter : '',
      },
    );
  }
  const { triangle, symmetry } = result;
  if (triangle) {
    const pair = (stereoPair(project) ?? []).map((l) => l.id);
    if (triangle.angleDeg > SEAT_LIMITS.angleDeg[1])
      add('seat.triangle-wide', 'warning', pair, { angleDeg: triangle.angleDeg });
    if (triangle.angleDeg < SEAT_LIMITS.angleDeg[0])
      add('seat.triangle-narrow', 'warning', pair, {
        angleDeg: triangle.angleDeg,
        side: triangle.behind / TRIANGLE_DEPTH,
      });
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
      validity: 'One boundary by itself, large and flat. The verdict uses all near ones together, furniture included.',
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
  const pair = (stereoPair(project) ?? []).map((l) => setting.loudspeakers.find((p) => p.id === l.id)!);
  const [a, b] = pair;
  const [ra, rb] = pair.map((l) => loudspeakers.find((r) => r.id === l.id)!);
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
      leastSide: Math.max(a.minimumDistance, b.minimumDistance),
      leastBehind: TRIANGLE_DEPTH * Math.max(a.minimumDistance, b.minimumDistance),
      behind: head[1] - (a.at[1] + b.at[1]) / 2,
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
  const notches = loudspeakers
    .filter((l) => l.notch && l.role !== 'sub')
    .map((l) => ({ ...l.notch!, loudspeaker: l.letter }));
  const result: SeatResult = {
    length,
    ruleDistance: SEAT_RULE * length,
    headFromFront,
    headPart: length > 0 ? headFromFront / length : 0,
    headFromRear: rear?.distance ?? null,
    headOffAxis: head[0] - axis,
    loudspeakers,
    triangle,
    // Worked out when asked for: a drag needs none of it.
    get schools() {
      return wallSchools(setting, pair);
    },
    symmetry,
    worstNotch: notches.length > 0 ? notches.reduce((w, n) => (n.levelDb < w.levelDb ? n : w)) : null,
  };
  return { result, issues: issuesOf(project, setting, result), working: workingOf(project, setting, result) };
}
