/** Panels over the zones of a face: how many of the recipe the marks that matter need, and how many fit at all. */
import { capacityOf, hangingFace } from '../../room/places';
import { type Box, boundsOf, boundsOutside } from '../../geometry/clip';
import { faceStretch } from '../../geometry/unfold';
import { distance, type Vec2, type Vec3 } from '../../geometry/vector';
import { fewestCovering } from '../../layout/cover';
import { matters, type Threshold } from '../../physics/reflections/thresholds';
import { heightOver, mirrorPoint, movedPlane } from '../../physics/reflections/zones';
import { zoneBefore, zoneOf } from './find';
import { numbersOf, recipeOf } from '../../document/recipes';
import { fillDepth, standoffOf } from '../../recipes/curve';
import { canCover, takenFromReflection } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { levelOf, notForPanels, octaveLevels, sentTowards } from '../../room/reflectionLevels';
import type { FaceCover, Mark } from './types';
import type { Setting, SettingFace } from '../../room/setting';
import { tapesFor } from '../../room/tapes';
import { type Target, targetsOf } from '../../room/mirrors';

/** Least distance from a zone to the edge of the panel over it, m: what hanging by hand may miss. */
export const COVER_MARGIN = 0.02;

/** Box around what of a zone no piece covers yet. */
export function openBox(setting: Setting, mark: Pick<Mark, 'face' | 'zone'>, outline: readonly Vec2[]): Box {
  const pieces = setting.placed.filter((p) => p.face === mark.face && p.plates.length === 0);
  const rest = boundsOutside(
    outline,
    pieces.map((p) => p.outline),
  );
  return rest ?? boundsOf(outline);
}

/** Marks of a face that want a panel: loud when bare, not yet covered, where something can hang. */
export const wantingOn = (face: SettingFace, marks: readonly Mark[], threshold: Threshold): Mark[] =>
  marks.filter(
    (m) =>
      m.face === face.id &&
      !m.covered &&
      !notForPanels(m.on) &&
      matters({ levelDb: m.bareDb, delay: m.delay }, threshold),
  );

export interface FaceAnswer {
  cover: FaceCover;
  /** Nothing of the stock finds a place over all that wants a panel. */
  none: boolean;
}

/** A recipe over the marks of a face, and how many of it are decided there. */
export interface By {
  recipe: Recipe;
  chosen: number;
}

/** What is decided by number for a face that covers marks: the covering recipe, else another that can; null: nothing. */
export function decidedOn(setting: Setting, face: SettingFace): By | null {
  const { project } = setting;
  const here = numbersOf(project).filter((n) => n.on === face.id);
  const made = here.map(({ recipe, count }): By => ({ recipe: recipeOf(project, recipe), chosen: count }));
  return made.find((b) => b.recipe.id === project.treatment.cover) ?? made.find((b) => canCover(b.recipe)) ?? null;
}

/** The fewest panels of a recipe over the marks of a face. Heavy where many loudspeakers meet one face. */
export function coverFace(
  setting: Setting,
  face: SettingFace,
  marks: readonly Mark[],
  threshold: Threshold,
  { recipe, chosen }: By,
): FaceAnswer {
  const { usable, stock } = setting.project.treatment;
  const wanting = wantingOn(face, marks, threshold);
  const hanging = hangingFace(setting, face);
  // On a slope the plan shows a panel foreshortened.
  const stretch = faceStretch(face);
  const standoff = standoffOf(recipe);
  const zones = wanting.map((m) => openBox(setting, m, zoneOfMark(setting, m, standoff) ?? m.zone.outline));
  const covering = (size: { width: number; height: number }) =>
    fewestCovering({
      zones,
      panel: { width: size.width / stretch, height: size.height / stretch },
      margin: COVER_MARGIN,
      face: hanging,
      middle: face.kind === 'wall' ? setting.head[2] : undefined,
    });
  const plan = covering(recipe);
  const capacity = capacityOf(setting, face, recipe);
  const none = plan === null && usable.includes(face.surface) && stock.every((s) => covering(s) === null);
  const depth = fillDepth(recipe);
  const cover = { face: face.id, needed: plan ? plan.length : null, capacity, chosen, depth, panels: plan ?? [] };
  return { cover, none: wanting.length > 0 && none };
}

/** Marks under the panels decided for a face by number: covered, with what the recipe takes at their angle. */
export function coverByNumber(
  setting: Setting,
  face: SettingFace,
  marks: readonly Mark[],
  threshold: Threshold,
  by: By,
): FaceAnswer {
  const answer = coverFace(setting, face, marks, threshold, by);
  const { panels, chosen } = answer.cover;
  if (panels.length === 0 || panels.length > chosen) return answer;
  for (const m of wantingOn(face, marks, threshold)) {
    Object.assign(m, onPlane(setting, m, standoffOf(by.recipe)));
    const taken = takenFromReflection(by.recipe, m.angle, setting);
    const spreadDb = 20 * Math.log10((m.length - m.extraPath) / m.length);
    m.covered = true;
    m.coveredPart = 1;
    const [from, at, to] = m.path as [Vec3, Vec3, Vec3];
    const l = setting.loudspeakers.find((s) => s.id === m.loudspeaker)!;
    const sent = sentTowards(setting, l, from, at, to);
    m.levelDb = levelOf(spreadDb, taken, sent);
    m.octavesDb = octaveLevels(spreadDb, taken, sent);
    m.matters = matters(m, threshold);
  }
  return answer;
}

/** The surface a mark lies on. */
export const targetOfMark = (setting: Setting, mark: Pick<Mark, 'face'>): Target => {
  const found = targetsOf(setting.room).find((t) => t.id === mark.face);
  if (!found) throw new RangeError(`targetOfMark: mark.face must be a surface of the room, got ${mark.face}`);
  return found;
};

/** The zone of a mark's loudspeaker on its surface, `standoff` m before it; null when there is none. */
export function zoneOfMark(
  setting: Setting,
  mark: Pick<Mark, 'face' | 'loudspeaker'>,
  standoff: number,
): Vec2[] | null {
  const l = setting.loudspeakers.find((s) => s.id === mark.loudspeaker)!;
  return zoneBefore(setting, targetOfMark(setting, mark), l, standoff);
}

/** Where a mark of the bare surface comes to lie on panels that stand off it; nothing when that is off the surface. */
function onPlane(setting: Setting, mark: Mark, standoff: number): Partial<Mark> {
  const target = targetOfMark(setting, mark);
  const [from, , to] = mark.path as [Vec3, Vec3, Vec3];
  const at = mirrorPoint(movedPlane(target.plane, standoff), from, to);
  const outline = zoneOfMark(setting, mark, standoff);
  if (!at || !outline || mark.standoff > 0) return {};
  const local = target.toLocal(at);
  const length = distance(from, at) + distance(at, to);
  const straight = mark.length - mark.extraPath;
  return {
    at,
    local,
    standoff,
    zone: zoneOf(setting, { target, outline, standoff }),
    tape: tapesFor(setting, target.face, target.toRoom(local, 0)),
    bare: { local: mark.local, tape: mark.tape, away: Math.hypot(local[0] - mark.local[0], local[1] - mark.local[1]) },
    path: [from, at, to],
    length,
    extraPath: length - straight,
    delay: (length - straight) / setting.c,
    angle: Math.acos(Math.min(1, (heightOver(target.plane, from) - standoff) / distance(from, at))),
  };
}
