/**
 * Marks: where tape goes for every loudspeaker on every surface, as zones over the head's range and the loudspeaker's front,
 * what each reflection is worth at the seat, and the fewest panels that cover those that matter.
 */
import { boxOutline } from '../../geometry/clip';
import { insideOutline } from '../../geometry/polygon';
import { distance, type Vec2, type Vec3 } from '../../geometry/vector';
import type { Project } from '../../document/schema/project';
import { freeZone, matters, type Threshold, THRESHOLD } from '../../physics/reflections/thresholds';
import { heightOver } from '../../physics/reflections/zones';
import { FLUSH_WITHIN } from '../../room/boundaries';
import { coverByNumber, coverFace, decidedOn, type FaceAnswer } from './covers';
import type { FacePart } from '../../room/faceParts';
import { clippedZone, COVERED_PART, findMarks, type Found, zoneOf } from './find';
import { takenFromReflection } from '../../recipes/kind';
import { coverOf } from '../../document/recipes';
import { levelOf, notForPanels, octaveLevels, reflectionTaken, sentTowards } from '../../room/reflectionLevels';
import { coverIssues, markIssues } from './issues';
import type { Hidden, Mark, MarksResult } from './types';
import { marksWorking } from './working';
import { type PlacedLoudspeaker, type Setting, settingOf, type SettingFace } from '../../room/setting';
import { tapesFor } from '../../room/tapes';
import type { Target } from '../../room/mirrors';
import type { Issue, Study } from '../types';

export type { FaceCover, Hidden, Mark, MarksResult, Zone } from './types';

/** The part of a face a mark lies on, the topmost; null on the face itself. */
function partUnder(face: SettingFace, local: Vec2): FacePart | null {
  return face.parts.findLast((t) => insideOutline(local, t.outline)) ?? null;
}

/** Angle between an incoming way and the normal, rad. */
function incidence(target: Target, from: Vec3, at: Vec3): number {
  const d = distance(from, at);
  const n = target.plane.normal;
  const cos = Math.abs((from[0] - at[0]) * n[0] + (from[1] - at[1]) * n[1] + (from[2] - at[2]) * n[2]) / d;
  return Math.acos(Math.min(1, cos));
}

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
  const { piece, coveredPart } = f;
  const angle = incidence(target, f.from, at);
  const taken = piece ? takenFromReflection(piece.recipe, angle, setting) : bareTaken;
  const sent = sentTowards(setting, l, f.from, at, f.to);
  const levelDb = levelOf(spreadDb, taken, sent);
  const touches = (face?.parts ?? [])
    .filter((p) => notForPanels(p) && clippedZone(p.outline, boxOutline(zone.box)) !== null)
    .map(({ id, name, kind }) => ({ id, name, kind }));
  const tape = tapesFor(setting, face, target.toRoom(local, 0));
  return {
    id: f.first ? `${l.id}-${target.id}` : `${l.id}-${target.id}-${piece?.id ?? 'bare'}`,
    loudspeaker: l.id,
    letter: l.letter,
    face: target.id,
    faceName: target.name,
    piece: piece && { id: piece.id, name: piece.name },
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
    octavesDb: octaveLevels(spreadDb, taken, sent),
    bareDb: levelOf(spreadDb, bareTaken, sent),
    matters: matters({ levelDb, delay }, threshold),
    coveredPart,
    covered: piece !== null && coveredPart >= COVERED_PART,
  };
}

const kept = new WeakMap<Found, { stamp: string; mark: Mark }>();

/** The mark of what was found, worked out once for all drags that leave it alone. */
function keptMark(setting: Setting, l: PlacedLoudspeaker, f: Found, direct: number, threshold: Threshold): Mark {
  const { directivity } = setting.project.marking;
  const stamp = [l.id, l.letter, threshold.levelDb, threshold.withinS, directivity].join('|');
  const known = kept.get(f);
  if (known?.stamp === stamp) return known.mark;
  const mark = markOf(setting, l, f, direct, threshold);
  kept.set(f, { stamp, mark });
  return mark;
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
      l.mount === 'flush' && t.kind === 'wall' && Math.abs(heightOver(t.plane, l.at)) < FLUSH_WITHIN;
    for (const f of all.found) {
      // A copy: panels decided by number change what a mark is worth.
      if (!flushIn(f.target)) marks.push({ ...keptMark(setting, l, f, all.direct.distance, threshold) });
    }
    for (const h of all.hidden) {
      if (flushIn(h.target)) continue;
      hidden.push({ loudspeaker: l.id, letter: l.letter, face: h.target.id, faceName: h.target.name, by: h.by });
    }
  }
  // Surfaces with panels decided by number come first: they change what their marks are worth.
  const cover = coverOf(project);
  const answers = new Map<string, FaceAnswer>();
  /** Of the covering recipe. */
  const plain = new Map<string, FaceAnswer>();
  for (const face of setting.faces) {
    const by = decidedOn(setting, face);
    if (!by) continue;
    // What its marks want of the covering recipe is asked before another covers them.
    if (by.recipe.id !== cover.id)
      plain.set(face.id, coverFace(setting, face, marks, threshold, { recipe: cover, chosen: 0 }));
    const answer = coverByNumber(setting, face, marks, threshold, by);
    answers.set(face.id, answer);
    if (by.recipe.id === cover.id) plain.set(face.id, answer);
  }
  marks.sort(byLevel);
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
  const allAnswers = (): FaceAnswer[] =>
    setting.faces.map((f) => {
      const answer = plain.get(f.id) ?? coverFace(setting, f, marks, threshold, { recipe: cover, chosen: 0 });
      plain.set(f.id, answer);
      return answer;
    });
  const others = [...answers].filter(([face, answer]) => plain.get(face) !== answer);
  const tooMany = others.map(([, answer]) => ({ ...answer, none: false }));
  const result: MarksResult = {
    marks,
    hidden,
    decided: [...answers.values()].map((a) => a.cover),
    // The others are worked out when asked for: a drag needs none of them.
    get covers() {
      return allAnswers().map((a) => a.cover);
    },
    covered: marks.filter((m) => m.covered).length,
    bare: bare.length,
    worstBare: bare[0] ?? null,
    threshold,
    freeZones,
  };
  let told: Issue[] | null = null;
  return {
    result,
    get issues() {
      return (told ??= [
        ...issues,
        ...coverIssues(setting, [...allAnswers(), ...tooMany]),
        ...markIssues(setting, marks),
      ]);
    },
    get working() {
      return marksWorking(setting, marks);
    },
  };
}
