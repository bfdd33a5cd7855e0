/** Survey: what does not fit together in what was taped. Nothing here is refused; it is said, with its place. */
import { boundsOf, clipConvex, overlapping } from '../geometry/clip';
import { insideOutline, outlineArea } from '../geometry/polygon';
import { faceOutline } from '../geometry/unfold';
import type { Vec2 } from '../geometry/vector';
import type { Opening, Project } from '../project/schema';
import { checkDiagonals, walkTape } from '../project/taping';
import { partInside, type RoomObject } from './objects';
import type { RoomSetting, Setting, SettingFace } from './setting';
import { studySymmetry, type SymmetryResult } from './symmetry';
import type { Issue, Study } from './types';

/** A walk that closes within this part of its length is as good as a tape gets. */
export const CLOSING_PART = 1 / 500;
/** Diagonals that differ by less agree, m. */
export const DIAGONAL_AGREES = 0.01;
/** People bump their heads below, m. */
const HEAD_HEIGHT = 1.95;

export interface DoorSwing {
  id: string;
  /** Ground the leaf sweeps, listener's frame, positively walked. */
  outline: Vec2[];
}

export interface SurveyResult {
  symmetry: SymmetryResult;
  swings: DoorSwing[];
}

const ARC_STEPS = 12;

/** Ground swept by a leaf that opens into the room: a quarter circle about its hinge. Null for others. */
export function doorSwing(face: SettingFace, door: Opening): DoorSwing | null {
  if (door.leaf?.swing !== 'in' || !face.foot) return null;
  const [right, left] = face.foot;
  const along: Vec2 = [(right[0] - left[0]) / face.length, (right[1] - left[1]) / face.length];
  const inwards: Vec2 = [-along[1], along[0]];
  const atLeft = door.leaf.hinge === 'left';
  const hinge = atLeft ? door.u : door.u + door.width;
  const at = (u: number, s: number): Vec2 => [
    left[0] + u * along[0] + s * inwards[0],
    left[1] + u * along[1] + s * inwards[1],
  ];
  const arc = Array.from({ length: ARC_STEPS + 1 }, (_, i): Vec2 => {
    const angle = ((i / ARC_STEPS) * Math.PI) / 2;
    const [u, s] = [Math.cos(angle) * door.width, Math.sin(angle) * door.width];
    return at(hinge + (atLeft ? u : -u), s);
  });
  const outline = [at(hinge, 0), ...arc];
  return { id: door.id, outline: outlineArea(outline) < 0 ? outline.reverse() : outline };
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

const keptSwings = new WeakMap<RoomSetting, DoorSwing[]>();

/** Ground that the doors of a room sweep. */
export function doorSwings(room: RoomSetting): DoorSwing[] {
  const known = keptSwings.get(room);
  if (known) return known;
  const swings = room.surveyed.openings.flatMap((o) => {
    const face = room.faces.find((f) => f.id === o.wall);
    return (face && doorSwing(face, o)) ?? [];
  });
  keptSwings.set(room, swings);
  return swings;
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
    ],
    working: symmetry.working,
  };
}
