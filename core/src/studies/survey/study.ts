/** Survey: what does not fit together in what was taped. Nothing here is refused; it is said, with its place. */
import { type DoorSwing, doorSwings } from '../../room/doors';
import { boundsOf, clipConvex, overlapping } from '../../geometry/clip';
import { insideOutline, outlineArea } from '../../geometry/polygon';
import { faceOutline } from '../../geometry/unfold';
import type { Vec2 } from '../../geometry/vector';
import type { Opening, Project } from '../../document/schema/project';
import { unlearned } from '../../document/learned';
import { checkDiagonals, walkTape } from '../../document/place/taping';
import { partInside, type RoomObject } from '../../room/objects';
import type { Setting } from '../../room/setting';
import { studySymmetry, type SymmetryResult } from './symmetry';
import type { Issue, Study } from '../types';

/** A walk that closes within this part of its length is as good as a tape gets. */
export const CLOSING_PART = 1 / 500;
/** Diagonals that differ by less agree, m. */
export const DIAGONAL_AGREES = 0.01;
/** People bump their heads below, m. */
const HEAD_HEIGHT = 1.95;

export interface SurveyResult {
  symmetry: SymmetryResult;
  swings: DoorSwing[];
}

function openingIssues(project: Project, setting: Setting): Issue[] {
  const issues: Issue[] = [];
  const { openings } = project.room;
  const boxOf = (o: Opening) => ({ left: o.u, low: o.v, right: o.u + o.width, high: o.v + o.height });
  for (const o of openings) {
    const face = setting.faces.find((f) => f.id === o.wall);
    if (!face) continue;
    const outline = faceOutline(face);
    const rectangle: Vec2[] = [
      [o.u, o.v],
      [o.u + o.width, o.v],
      [o.u + o.width, o.v + o.height],
      [o.u, o.v + o.height],
    ];
    const inside = Math.abs(outlineArea(clipConvex(outline, rectangle))) / (o.width * o.height);
    if (inside < 1 - 1e-6) {
      issues.push({
        code: 'survey.opening-off-wall',
        severity: 'warning',
        where: [o.id, o.wall],
        values: { name: o.name, wall: face.name, end: o.u + o.width, top: o.v + o.height, length: face.length },
      });
    }
  }
  openings.forEach((o, i) => {
    for (const t of openings.slice(i + 1)) {
      if (o.wall !== t.wall || !overlapping(boxOf(o), boxOf(t), 1e-3)) continue;
      issues.push({
        code: 'survey.openings-overlap',
        severity: 'warning',
        where: [o.id, t.id],
        values: { name: o.name, other: t.name },
      });
    }
  });
  return issues;
}

/** Area two convex outlines share, m². */
const shared = (a: readonly Vec2[], b: readonly Vec2[]): number =>
  overlapping(boundsOf(a), boundsOf(b)) ? Math.abs(outlineArea(clipConvex(a, b))) : 0;

function thingIssues(setting: Setting, swings: readonly DoorSwing[]): Issue[] {
  const issues: Issue[] = [];
  const plan = setting.solid.plan.map((c) => c.at);
  const bodies = setting.objects.filter((o) => o.kind !== 'rug');
  const nameOf = (id: string) => setting.project.room.openings.find((o) => o.id === id)?.name ?? id;
  for (const o of setting.objects) {
    const part = partInside(o.outline, plan);
    if (part < 0.99) {
      issues.push({
        code: 'survey.thing-outside',
        severity: 'warning',
        where: [o.id],
        values: { name: o.name, part: 1 - part },
      });
    }
    const ceiling = Math.min(...o.outline.map((p) => setting.solid.ceilingAt(p) ?? Infinity));
    if (o.high > ceiling + 1e-6) {
      issues.push({
        code: 'survey.thing-too-high',
        severity: 'warning',
        where: [o.id],
        values: { name: o.name, height: o.high, ceiling },
      });
    }
  }
  bodies.forEach((o: RoomObject, i) => {
    for (const t of bodies.slice(i + 1)) {
      const level = o.low < t.high - 1e-6 && t.low < o.high - 1e-6;
      if (level && shared(o.outline, t.outline) > 0.01) {
        issues.push({
          code: 'survey.things-overlap',
          severity: 'note',
          where: [o.id, t.id],
          values: { name: o.name, other: t.name },
        });
      }
    }
  });
  for (const o of bodies) {
    if (!o.reach) continue;
    // People and chairs stand in front of things on purpose.
    const other = bodies.find(
      (t) =>
        t !== o && t.kind !== 'person' && t.kind !== 'chair' && t.low < o.high && shared(o.reach!, t.outline) > 0.01,
    );
    const by = other?.name ?? (partInside(o.reach, plan) < 0.97 ? 'the wall' : null);
    if (by !== null) {
      issues.push({ code: 'survey.no-room-in-front', severity: 'note', where: [o.id], values: { name: o.name, by } });
    }
  }
  for (const swing of swings) {
    const inTheWay = bodies.find((o) => o.low < 1.9 && shared(swing.outline, o.outline) > 0.005);
    const speaker = setting.loudspeakers.find((l) => insideOutline([l.at[0], l.at[1]], swing.outline));
    const what = inTheWay?.name ?? (speaker ? `loudspeaker ${speaker.letter}` : null);
    if (what === null) continue;
    issues.push({
      code: 'survey.door-blocked',
      severity: 'warning',
      where: [swing.id],
      values: { name: nameOf(swing.id), by: what },
    });
  }
  return issues;
}

function tapeIssues(project: Project): Issue[] {
  const issues: Issue[] = [];
  const { legs, diagonals } = project.tape;
  if (legs.length >= 3) {
    const walk = walkTape(legs);
    if (walk.error > CLOSING_PART * walk.around) {
      issues.push({
        code: 'survey.tape-open',
        severity: 'warning',
        where: [],
        values: { error: walk.error, around: walk.around },
      });
    }
  }
  for (const d of checkDiagonals(project.room.corners, diagonals)) {
    if (Math.abs(d.difference) <= DIAGONAL_AGREES) continue;
    issues.push({
      code: 'survey.diagonal',
      severity: 'warning',
      where: [d.from, d.to],
      values: { from: d.from, to: d.to, taped: d.taped, planned: d.planned },
    });
  }
  return issues;
}

/** Partitions the present state closes, but that cut off no room with the head in it. */
function partitionIssues(document: Project, setting: Setting): Issue[] {
  const state = document.states.list.find((s) => s.id === document.states.current);
  return document.room.partitions
    .filter((t) => state?.closed.includes(t.id) && !setting.faces.some((f) => f.id === t.id))
    .map((t) => ({ code: 'survey.partition-open', severity: 'warning', where: [t.id], values: { name: t.name } }));
}

/** What was learned of the room, where it does not hold any more. */
function learnedIssues(document: Project, setting: Setting): Issue[] {
  const fault = document.learned?.inUse ? unlearned(document) : null;
  if (!fault) return [];
  if (fault.why === 'shape') return [{ code: 'survey.learned-shape', severity: 'warning', where: [], values: {} }];
  const nameOf = (id: string) => setting.faces.find((f) => f.surface === id)?.name ?? id;
  return fault.surfaces.map((id) => ({
    ...{ code: 'survey.learned-surface' as const, severity: 'note' as const, where: [id] },
    values: { name: nameOf(id) },
  }));
}

function surfaceIssues(setting: Setting): Issue[] {
  const issues: Issue[] = [];
  const { patches, beams } = setting.project.room;
  for (const t of patches) {
    if (setting.faces.some((f) => f.parts.some((p) => p.id === t.id))) continue;
    issues.push({ code: 'survey.patch-outside', severity: 'warning', where: [t.id], values: { name: t.name } });
  }
  for (const b of beams) {
    const under = setting.faces.find((f) => f.surface === b.id && f.kind === 'ceiling');
    if (!under) {
      issues.push({ code: 'survey.strip-outside', severity: 'warning', where: [b.id], values: { name: b.name } });
    } else if (b.level < HEAD_HEIGHT) {
      issues.push({
        code: 'survey.low-beam',
        severity: 'note',
        where: [b.id],
        values: { name: b.name, height: b.level },
      });
    }
  }
  for (const s of setting.project.room.platforms) {
    if (!setting.faces.some((f) => f.surface === s.id)) {
      issues.push({ code: 'survey.strip-outside', severity: 'warning', where: [s.id], values: { name: s.name } });
    }
  }
  return issues;
}

/** Everything the survey has to say. The tape is that of the document, the rest of the state studied. */
export function studySurvey(document: Project, setting: Setting): Study<SurveyResult> {
  const { project } = setting;
  const swings = doorSwings(setting.room);
  const symmetry = studySymmetry(setting);
  return {
    result: { symmetry: symmetry.result, swings },
    issues: [
      ...openingIssues(project, setting),
      ...surfaceIssues(setting),
      ...thingIssues(setting, swings),
      ...tapeIssues(document),
      ...partitionIssues(document, setting),
      ...learnedIssues(document, setting),
    ],
    working: symmetry.working,
  };
}
