/**
 * Marks: where tape goes for every loudspeaker on every surface, as zones over the head's range and the loudspeaker's front,
 * what each reflection is worth at the seat, and the fewest panels that cover those that matter.
 */
import { areaOutside, type Box, boundsOf, boundsOutside, clipConvex } from '../geometry/clip';
import { insideOutline, outlineArea } from '../geometry/polygon';
import { faceOutline, faceStretch } from '../geometry/unfold';
import type { Vec2, Vec3 } from '../geometry/vector';
import { distance } from '../geometry/vector';
import { fewestCovering, type HangingFace, mostThatFit } from '../layout/cover';
import type { Material } from '../materials/library';
import { apexOf } from '../project/placing';
import type { Project } from '../project/schema';
import { freeZone, matters, type Threshold, THRESHOLD } from '../reflections/thresholds';
import { mirrorPoint, movedPlane, reflectionZone } from '../reflections/zones';
import { blockedOn, type FacePart } from './faceParts';
import { frontCorners, headCorners } from './fronts';
import { absorptionAtAngle, type PlacedPiece, scatterDistance, takenByPiece } from './hung';
import { marksWorking } from './marksWorking';
import type { FaceCover, Hidden, Mark, MarksResult, Zone } from './marksTypes';
import { type PlacedLoudspeaker, type Setting, settingOf, type SettingFace } from './setting';
import { tapesFor } from './tapes';
import { blockerBetween, type Target, targetsFor, targetsOf } from './targets';
import type { Issue, Study } from './types';

export type { FaceCover, Hidden, Mark, MarksResult, Zone } from './marksTypes';

/** Least distance from a zone to the edge of the panel over it, m: what hanging by hand may miss. */
export const COVER_MARGIN = 0.02;

/** Octaves whose mean coefficient sets a surface's loss: 500 Hz to 4 kHz. */
const LOSS_OCTAVES = [3, 4, 5, 6] as const;

/** Part of a zone that pieces must cover to count as over it. */
const COVERED_PART = 0.98;

const meanOf = (alpha: readonly number[]) =>
  LOSS_OCTAVES.reduce<number>((sum, b) => sum + alpha[b]!, 0) / LOSS_OCTAVES.length;

/** Coefficients that set the level of a reflection off a material, octaves 63–8000 Hz, at most 1. */
export function reflectionTaken(material: Material): number[] {
  // What is listed by the piece is soft and small; half of what meets it is taken as lost.
  return material.alpha.map((a) => (material.per === 'piece' ? 0.5 : Math.min(1, a)));
}

/** The part of a face a mark lies on, the topmost; null on the face itself. */
function partUnder(face: SettingFace, local: Vec2): FacePart | null {
  return face.parts.findLast((t) => insideOutline(local, t.outline)) ?? null;
}

const NOTHING_HANGS: readonly string[] = ['patch', 'rug'];
/** Parts that nothing can be hung on. */
export const notForPanels = (part: Pick<FacePart, 'kind'> | null): boolean =>
  part !== null && !NOTHING_HANGS.includes(part.kind);

/** How far the plane of the tape stands off a surface: what hangs there, else the recipe where panels are decided. */
export function standoffOn(setting: Setting, target: Target): number {
  if (!target.face || (target.kind !== 'wall' && target.kind !== 'ceiling')) return 0;
  const pieces = setting.hung.filter((p) => p.face === target.id && p.plates.length === 0);
  if (pieces.length > 0) return Math.max(...pieces.map((p) => p.standoff));
  const { panel, counts } = setting.project.treatment;
  return (counts[target.id] ?? 0) > 0 ? panel.depth + panel.gap : 0;
}

/** Everything about a mark that follows from places alone. */
interface Found {
  target: Target;
  standoff: number;
  at: Vec3;
  local: Vec2;
  seenFrom: Mark['seenFrom'];
  outline: Vec2[];
  from: Vec3;
  to: Vec3;
  partlyHiddenBy: string | null;
  bareLocal: Vec2 | null;
}

interface FoundAll {
  found: Found[];
  hidden: { target: Target; by: string }[];
  direct: { distance: number; blocker: string | null };
}

/** A zone smaller than this has no place for tape, m². */
const LEAST_ZONE = 1e-4;

const kept = new WeakMap<object, Map<string, FoundAll>>();
const MOST_KEPT = 400;

/** Looks for the marks of one loudspeaker; kept per room, so that dragging one looks again for that one alone. */
function findMarks(setting: Setting, l: PlacedLoudspeaker): FoundAll {
  const { project, head } = setting;
  const { range } = project.listening;
  const targets = targetsFor(setting.room, l.at, head);
  const standoffs = targets.map((t) => standoffOn(setting, t));
  const apex = apexOf(project, [head[0], head[1]]);
  const key = JSON.stringify([
    l.at,
    l.box,
    l.axisInBox,
    l.drivers,
    l.aimDeg,
    l.tiltDeg,
    l.mount,
    head,
    range,
    apex,
    project.marking.front,
    standoffs,
  ]);
  const ofRoom = kept.get(setting.room) ?? new Map<string, FoundAll>();
  kept.set(setting.room, ofRoom);
  const known = ofRoom.get(key);
  if (known) return known;
  const answer = lookForMarks(setting, l, targets, standoffs, apex);
  if (ofRoom.size >= MOST_KEPT) ofRoom.clear();
  ofRoom.set(key, answer);
  return answer;
}

function lookForMarks(
  setting: Setting,
  l: PlacedLoudspeaker,
  targets: readonly Target[],
  standoffs: readonly number[],
  apex: Vec2,
): FoundAll {
  const { project, head } = setting;
  const heads = headCorners(head, project.listening.range);
  const fronts = frontCorners(l, apex, project.marking.front);
  const answer: FoundAll = {
    found: [],
    hidden: [],
    direct: { distance: distance(l.at, head), blocker: blockerBetween(targets, l.at, head, null)?.name ?? null },
  };
  targets.forEach((target, i) => {
    const standoff = standoffs[i]!;
    const plane = standoff > 0 ? movedPlane(target.plane, standoff) : target.plane;
    const outline = clippedZone(target.outline, reflectionZone(plane, heads, fronts, target.toLocal));
    if (outline === null) return;
    /** What hides the way over a point, or null. */
    const blocked = (from: Vec3, at: Vec3, to: Vec3): Target | null =>
      blockerBetween(targets, from, at, target) ?? blockerBetween(targets, at, to, target);
    const tryPath = (from: Vec3, to: Vec3) => {
      const at = mirrorPoint(plane, from, to);
      if (!at) return null;
      const local = target.toLocal(at);
      return insideOutline(local, target.outline) ? { from, to, at, local, by: blocked(from, at, to) } : null;
    };
    const centre = tryPath(l.at, head);
    const others = heads.map((h) => tryPath(l.at, h)).concat(fronts.map((s) => tryPath(s, head)));
    let tried = [centre, ...others].filter((t) => t !== null);
    if (!tried.some((t) => t.by === null)) {
      tried = [...tried, ...fronts.flatMap((s) => heads.map((h) => tryPath(s, h))).filter((t) => t !== null)];
    }
    const seen = tried.filter((t) => t.by === null);
    const best = centre?.by === null ? centre : seen[0];
    if (!best) {
      const by = (centre ?? tried[0])?.by;
      if (by) answer.hidden.push({ target, by: by.name });
      return;
    }
    const bare = standoff > 0 ? mirrorPoint(target.plane, best.from, best.to) : null;
    answer.found.push({
      target,
      standoff,
      at: best.at,
      local: best.local,
      seenFrom: best === centre ? 'ears' : 'range',
      outline,
      from: best.from,
      to: best.to,
      partlyHiddenBy: tried.find((t) => t.by !== null)?.by?.name ?? null,
      bareLocal: bare && target.toLocal(bare),
    });
  });
  return answer;
}

/** The part of a zone on its surface; null when it is too small for tape. */
export function clippedZone(surface: readonly Vec2[], zone: readonly Vec2[]): Vec2[] | null {
  if (zone.length < 3) return null;
  const a = boundsOf(surface);
  const b = boundsOf(zone);
  if (a.left >= b.right || b.left >= a.right || a.low >= b.high || b.low >= a.high) return null;
  if (b.left >= a.left && b.right <= a.right && b.low >= a.low && b.high <= a.high && surface.length === 4) {
    const plain = surface.every((p) => (p[0] === a.left || p[0] === a.right) && (p[1] === a.low || p[1] === a.high));
    if (plain) return Math.abs(outlineArea(zone)) >= LEAST_ZONE ? [...zone] : null;
  }
  const part = clipConvex(surface, zone);
  return part.length > 2 && Math.abs(outlineArea(part)) >= LEAST_ZONE ? part : null;
}

function zoneOf(setting: Setting, { target, outline, standoff }: Pick<Found, 'target' | 'outline' | 'standoff'>): Zone {
  const room = outline.map((p) => target.toRoom(p, standoff));
  const box = boundsOf(outline);
  const tapes = (p: Vec2) => tapesFor(setting, target.face, target.toRoom(p, 0));
  return { outline, room, box, edges: [tapes([box.left, box.low]), tapes([box.right, box.high])] };
}

/** Angle between an incoming way and the normal, rad. */
function incidence(target: Target, from: Vec3, at: Vec3): number {
  const d = distance(from, at);
  const n = target.plane.normal;
  const cos = Math.abs((from[0] - at[0]) * n[0] + (from[1] - at[1]) * n[1] + (from[2] - at[2]) * n[2]) / d;
  return Math.acos(Math.min(1, cos));
}

/** Part of an outline under pieces, 0…1. */
function partUnderPieces(outline: readonly Vec2[], pieces: readonly PlacedPiece[]): number {
  if (pieces.length === 0) return 0;
  const whole = Math.abs(outlineArea(outline));
  const open = areaOutside(
    outline,
    pieces.map((p) => p.outline),
  );
  return Math.min(1, Math.max(0, 1 - open / whole));
}

function octaveLevels(spreadDb: number, taken: readonly number[]): (number | null)[] {
  return taken.map((a) => (a < 1 ? spreadDb + 10 * Math.log10(1 - a) : null));
}
const levelOf = (spreadDb: number, taken: readonly number[]): number | null => {
  const loss = meanOf(taken);
  return loss < 1 ? spreadDb + 10 * Math.log10(1 - loss) : null;
};

function markOf(setting: Setting, l: PlacedLoudspeaker, f: Found, direct: number, threshold: Threshold): Mark {
  const { target, at, local, standoff } = f;
  const { face } = target;
  const side = face?.side ?? null;
  const own = side === 'left' ? l.at[0] <= setting.axis : side === 'right' ? l.at[0] >= setting.axis : null;
  const on = face ? partUnder(face, local) : null;
  const zone = zoneOf(setting, f);
  const length = distance(f.from, at) + distance(at, f.to);
  // A mark that only other places of the head see is measured against the direct sound there.
  const straight = f.seenFrom === 'ears' ? direct : distance(f.from, f.to);
  const delay = (length - straight) / setting.c;
  const spreadDb = 20 * Math.log10(straight / length);
  const material = on?.material ?? target.material;
  const bareTaken = material ? reflectionTaken(material) : [...target.alpha];
  const pieces = setting.hung.filter((p) => p.face === target.id && p.plates.length === 0);
  const coveredPart = partUnderPieces(zone.outline, pieces);
  const piece = coveredPart >= COVERED_PART ? pieces.find((p) => insideOutline(local, p.outline)) : undefined;
  const angle = incidence(target, f.from, at);
  const flow = setting.project.treatment.panel.flowResistivity;
  const taken = piece ? takenByPiece(piece, flow, angle, setting) : bareTaken;
  const levelDb = levelOf(spreadDb, taken);
  const touches = (face?.parts ?? [])
    .filter(
      (p) => notForPanels(p) && clippedZone(p.outline, zone.outline.length > 2 ? hullOf(zone.outline) : []) !== null,
    )
    .map(({ id, name, kind }) => ({ id, name, kind }));
  const tape = tapesFor(setting, face, target.toRoom(local, 0));
  return {
    id: `${l.id}-${target.id}`,
    loudspeaker: l.id,
    letter: l.letter,
    face: target.id,
    faceName: target.name,
    kind: target.kind,
    on: on && { id: on.id, name: on.name, kind: on.kind },
    touches,
    own,
    at,
    seenFrom: f.seenFrom,
    local,
    tape,
    zone,
    standoff,
    bare: f.bareLocal && {
      local: f.bareLocal,
      tape: tapesFor(setting, face, target.toRoom(f.bareLocal, 0)),
      away: Math.hypot(f.bareLocal[0] - local[0], f.bareLocal[1] - local[1]),
    },
    partlyHiddenBy: f.partlyHiddenBy,
    path: [f.from, at, f.to],
    length,
    extraPath: length - straight,
    delay,
    angle,
    levelDb,
    octavesDb: octaveLevels(spreadDb, taken),
    bareDb: levelOf(spreadDb, bareTaken),
    matters: matters({ levelDb, delay }, threshold),
    coveredPart,
    covered: piece !== undefined,
  };
}

/** A zone cut to a surface of any shape may no longer be convex; its bounding box stands for it where only a box matters. */
function hullOf(outline: readonly Vec2[]): Vec2[] {
  const b = boundsOf(outline);
  return [
    [b.left, b.low],
    [b.right, b.low],
    [b.right, b.high],
    [b.left, b.high],
  ];
}

/** Faces panels hang on, with what is in the way: openings, and pieces that hang there already. */
export function hangingFace(setting: Setting, face: SettingFace): HangingFace {
  const pieces = setting.hung.filter((p) => p.face === face.id).map((p) => p.box);
  return { outline: faceOutline(face), blocked: [...blockedOn(setting.project, face), ...pieces] };
}

const keptCapacity = new WeakMap<object, Map<string, number>>();
function capacityOf(setting: Setting, face: SettingFace, hanging: HangingFace): number {
  const { width, height } = setting.project.treatment.panel;
  const ofRoom = keptCapacity.get(setting.room) ?? new Map<string, number>();
  keptCapacity.set(setting.room, ofRoom);
  const key = `${face.id}|${width}|${height}`;
  const known = ofRoom.get(key) ?? mostThatFit({ width, height }, hanging);
  ofRoom.set(key, known);
  return known;
}

/** Box around what of a zone no piece covers yet. */
export function openBox(setting: Setting, mark: Pick<Mark, 'face' | 'zone'>, outline: readonly Vec2[]): Box {
  const pieces = setting.hung.filter((p) => p.face === mark.face && p.plates.length === 0);
  const rest = boundsOutside(
    outline,
    pieces.map((p) => p.outline),
  );
  return rest ?? boundsOf(outline);
}

function coverFaces(setting: Setting, marks: readonly Mark[], threshold: Threshold, issues: Issue[]): FaceCover[] {
  const { panel, counts, usable, stock } = setting.project.treatment;
  return setting.faces.map((face): FaceCover => {
    const wanting = marks.filter(
      (m) =>
        m.face === face.id &&
        !m.covered &&
        !notForPanels(m.on) &&
        matters({ levelDb: m.bareDb, delay: m.delay }, threshold),
    );
    const hanging = hangingFace(setting, face);
    const chosen = counts[face.id] ?? 0;
    // On a slope the plan shows a panel foreshortened.
    const stretch = faceStretch(face);
    const seen = { width: panel.width / stretch, height: panel.height / stretch };
    const zones = wanting.map((m) => openBox(setting, m, m.zone.outline));
    const covering = (size: { width: number; height: number }) =>
      fewestCovering({
        zones,
        panel: size,
        margin: COVER_MARGIN,
        face: hanging,
        middle: face.kind === 'wall' ? setting.head[2] : undefined,
      });
    const plan = covering(seen);
    const capacity = capacityOf(setting, face, hanging);
    if (plan && plan.length > 0 && plan.length <= chosen) {
      for (const m of wanting) {
        const taken = absorptionAtAngle(panel, panel.flowResistivity, m.angle, setting);
        const spreadDb = 20 * Math.log10((m.length - m.extraPath) / m.length);
        m.covered = true;
        m.coveredPart = 1;
        m.levelDb = levelOf(spreadDb, taken);
        m.octavesDb = octaveLevels(spreadDb, taken);
        m.matters = matters(m, threshold);
      }
    }
    if (chosen > capacity) {
      issues.push({
        code: 'marks.too-many-panels',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name, chosen, capacity },
      });
    }
    const other = (s: { width: number; height: number }) => ({ width: s.width / stretch, height: s.height / stretch });
    const none = plan === null && usable.includes(face.surface) && stock.every((s) => covering(other(s)) === null);
    if (wanting.length > 0 && none) {
      issues.push({
        code: 'marks.panel-too-large',
        severity: 'warning',
        where: [face.id],
        values: { face: face.name },
      });
    }
    return { face: face.id, needed: plan ? plan.length : null, capacity, chosen, panels: plan ?? [] };
  });
}

/** Louder first; equal ones in a fixed order. */
const byLevel = (a: Mark, b: Mark) => (b.levelDb ?? -Infinity) - (a.levelDb ?? -Infinity) || a.id.localeCompare(b.id);

/** Marks and covers of a project, first order. Subwoofers throw no marks: their waves are longer than the surfaces. */
export function studyMarks(document: Project, setting: Setting = settingOf(document)): Study<MarksResult> {
  const { project } = setting;
  const threshold = THRESHOLD[project.marking.school];
  const issues: Issue[] = [];
  const marks: Mark[] = [];
  const hidden: Hidden[] = [];
  for (const l of setting.loudspeakers) {
    if (l.role === 'sub' || distance(l.at, setting.head) < 0.01) continue;
    const all = findMarks(setting, l);
    if (all.direct.blocker !== null) {
      issues.push({
        code: 'marks.direct-blocked',
        severity: 'warning',
        where: [l.id],
        values: { letter: l.letter, by: all.direct.blocker },
      });
    }
    // Set into the wall, a loudspeaker has no image in it.
    const flushIn = (t: Target) =>
      l.mount === 'flush' && t.kind === 'wall' && Math.abs(distanceTo(t, l.at)) < FLUSH_WITHIN;
    for (const f of all.found) {
      if (!flushIn(f.target)) marks.push(markOf(setting, l, f, all.direct.distance, threshold));
    }
    for (const h of all.hidden) {
      if (flushIn(h.target)) continue;
      hidden.push({ loudspeaker: l.id, letter: l.letter, face: h.target.id, faceName: h.target.name, by: h.by });
    }
  }
  const covers = coverFaces(setting, marks, threshold, issues);
  marks.sort(byLevel);
  for (const m of marks) {
    const values = { letter: m.letter, face: m.faceName };
    if (m.matters && notForPanels(m.on)) {
      const where = [m.id, m.on!.id];
      issues.push({ code: 'marks.on-opening', severity: 'warning', where, values: { ...values, name: m.on!.name } });
    }
    if (m.covered && m.matters) {
      const level = { ...values, levelDb: m.levelDb!, bareDb: m.bareDb! };
      issues.push({ code: 'marks.still-loud', severity: 'warning', where: [m.id], values: level });
    }
    if (!m.covered && m.matters && m.coveredPart > 0.02) {
      issues.push({
        code: 'marks.half-covered',
        severity: 'warning',
        where: [m.id],
        values: { ...values, part: m.coveredPart },
      });
    }
  }
  for (const piece of setting.hung) {
    if (piece.kind !== 'scatter') continue;
    const { box } = piece;
    const target = targetsOf(setting.room).find((t) => t.id === piece.face)!;
    const middle = target.toRoom([(box.left + box.right) / 2, (box.low + box.high) / 2], piece.standoff);
    const away = distance(middle, setting.head);
    const least = scatterDistance(piece.scatterHz, setting.c);
    if (away < least - 0.005) {
      const values = { name: piece.name, distance: away, least, hz: piece.scatterHz };
      issues.push({ code: 'marks.scatter-too-near', severity: 'warning', where: [piece.id], values });
    }
  }
  const bare = marks.filter((m) => m.matters && !m.covered);
  const freeZones = setting.loudspeakers
    .filter((l) => l.role !== 'sub')
    .map((l) => ({
      loudspeaker: l.id,
      letter: l.letter,
      zone: freeZone(
        marks.filter((m) => m.loudspeaker === l.id),
        threshold,
      ),
    }));
  const result: MarksResult = {
    marks,
    hidden,
    covers,
    covered: marks.filter((m) => m.covered).length,
    worstBare: bare[0] ?? null,
    threshold,
    freeZones,
  };
  return {
    result,
    issues,
    // Made when asked for: a drag needs none of it.
    get working() {
      return marksWorking(setting, marks);
    },
  };
}

/** A flush front counts as in a wall this near, m. */
const FLUSH_WITHIN = 0.05;
const distanceTo = (t: Target, p: Vec3) =>
  t.plane.normal[0] * p[0] + t.plane.normal[1] * p[1] + t.plane.normal[2] * p[2] - t.plane.offset;
