/** What is wrong with a seat. */
import { insideOutline } from '../../geometry/polygon';
import { fixed } from '../../quantities/format';
import { deepestOf } from '../../physics/interference/faces';
import { boxFrequency } from '../../physics/loudspeakers/directivity';
import { TRIANGLE_DEPTH } from '../../layout/seat';
import type { Project } from '../../document/schema/project';
import { stereoPair } from '../../document/place/placing';
import { curveAtEars, flushGainDb, NOTCH_RANGE, wallAround } from '../../room/boundaries';
import { type Setting } from '../../room/setting';
import type { Issue, IssueCode, IssueValues, Severity } from '../types';
import { SEAT_LIMITS, type SeatResult } from './types';

export function issuesOf(project: Project, setting: Setting, result: SeatResult): Issue[] {
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
