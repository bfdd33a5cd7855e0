/** Seat: where head and loudspeakers stand, what each boundary does to each loudspeaker, and what is wrong with it. */
import { createKept } from '../../numerics/kept';
import { wallAlong } from '../../geometry/solid';
import { distance } from '../../geometry/vector';
import { deepestOf } from '../../physics/interference/faces';
import { stationOf } from '../../layout/rigs';
import { SEAT_RULE, TRIANGLE_DEPTH } from '../../layout/seat';
import type { Project } from '../../document/schema/project';
import { apexOf, stereoPair } from '../../document/place/placing';
import { boundariesOf, curveAtEars, curvePoints, NOTCH_RANGE, wallSchools } from '../../room/boundaries';
import { type PlacedLoudspeaker, type Setting, settingOf } from '../../room/setting';
import type { Study } from '../types';
import { issuesOf } from './issues';
import type { Aim, LoudspeakerReport, SeatResult } from './types';
import { workingOf } from './working';

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
