/** What the decay study is given of a document: faces, what hangs before them, what stands in the room. */
import { coverOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { clipConvex } from '../../geometry/clip';
import { outlineArea } from '../../geometry/polygon';
import type { Vec2 } from '../../geometry/vector';
import { OCTAVES } from '../../quantities/bands';
import { areasOf } from '../../recipes/curve';
import { objectAbsorption, stretchesOf } from '../../room/absorption';
import { twinOf } from '../../room/hung/corners';
import type { PlacedPiece } from '../../room/pieces';
import { hiddenBy, numberedIn } from '../../room/places';
import { type Setting, type SettingFace, settingOf } from '../../room/setting';
import { type MarksResult, studyMarks } from '../marks/study';
import type { DecayFace, MixPiece } from './curves';
import { pieceSpread, spreadsOf, taughtPieces } from './spreads';
import type { AskedPiece, DecayInputs } from './types';

/** Inputs of the study from the document; cheap, so that the page can compare them with the last ones. */
export function decayInputs(
  project: Project,
  setting: Setting = settingOf(project),
  marks: MarksResult = studyMarks(project, setting).result,
): DecayInputs {
  const { usable, marksFirst, leftRightAlike, cover } = project.treatment;
  const recipe = coverOf(project);
  const numbered = numberedIn(setting);
  const taught = taughtPieces(setting);
  const laid = setting.placed.map((piece) => laidPiece(setting, taught, piece));
  const spreads = spreadsOf(setting);
  const faces = stretchesOf(setting).map((s): DecayFace => {
    const shared = {
      id: s.id,
      surface: s.face.surface,
      name: s.name,
      area: s.area,
      axis: s.face.axis,
      alpha: [...s.material.alpha],
      spread: spreads.of(s),
      material: s.material.id,
      isFloor: s.face.kind === 'floor',
      isPart: s.id !== s.face.id,
    };
    // Panels hang on what shows of the face itself.
    if (shared.isPart) return { ...shared, usable: false, capacity: 0, needed: 0, chosen: 0 };
    const asked = marks.covers.find((c) => c.face === s.id)!;
    const fits = Math.floor((freeArea(shared, laid) + 1e-9) / (recipe.width * recipe.height));
    const capacity = Math.min(asked.capacity, fits);
    const decided = numbered.find((n) => n.recipe.id === cover && n.place.id === s.id)?.count ?? 0;
    return {
      ...shared,
      usable: usable.includes(s.face.surface),
      capacity,
      needed: asked.needed ?? 0,
      chosen: Math.min(decided, capacity),
    };
  });
  const on = (side: string): string[] =>
    setting.faces.filter((f) => f.kind === 'wall' && f.side === side && usable.includes(f.id)).map((f) => f.id);
  const [left, right] = [on('left'), on('right')];
  return {
    bands: OCTAVES,
    volume: setting.solid.volume,
    c: setting.c,
    rho: setting.rho,
    mEnergy: setting.mEnergy,
    missed: setting.learned?.missed ?? null,
    longer: setting.learned?.formula ?? OCTAVES.map(() => 1),
    faces,
    laid,
    objects: OCTAVES.map((_, b) => objectAbsorption(setting, b)),
    objectSpread: spreads.things,
    panel: { width: recipe.width, height: recipe.height },
    taught,
    recipe,
    school: project.target.school,
    own: project.target.own.map((t) => ({ ...t })),
    mix: numbered
      .filter((n) => n.recipe.id !== cover || n.place.faces.length > 1)
      .map(({ recipe: other, place, count }) => {
        const { exposed, parts } = hiddenBy(place, other);
        return { recipe: other, place: place.id, count, front: exposed, parts, spread: pieceSpread(taught, other) };
      }),
    lowestOctave: project.target.lowestOctave,
    marksFirst,
    alike: leftRightAlike && left.length > 0 && right.length > 0 ? [left, right] : null,
  };
}

/** Area of a face that nothing laid out hides, m². */
export const freeArea = (face: Pick<DecayFace, 'id' | 'area'>, laid: readonly Pick<MixPiece, 'parts'>[]): number =>
  laid.reduce(
    (left, p) => Math.max(0, left - p.parts.reduce((sum, t) => sum + (t.face === face.id ? t.area : 0), 0)),
    face.area,
  );

/** What of a face a piece hides, by what is there: what shows of the face itself, a patch of it, a window. */
function hiddenParts(face: SettingFace, outline: readonly Vec2[]): { face: string; area: number }[] {
  const parts = face.parts
    .filter((t) => t.material !== null)
    .map((t) => ({ face: t.id, area: Math.abs(outlineArea(clipConvex(t.outline, outline))) }))
    .filter((t) => t.area > 1e-9);
  const own = Math.abs(outlineArea(outline)) - parts.reduce((sum, t) => sum + t.area, 0);
  return own > 1e-9 ? [{ face: face.id, area: own }, ...parts] : parts;
}

/** A piece in its definite place: the wall it hides, on both faces of a corner or an edge, and what shows of its front. */
function laidPiece(setting: Setting, taught: DecayInputs['taught'], piece: PlacedPiece): AskedPiece {
  const { recipe, face, outline, box } = piece;
  const on = setting.faces.find((f) => f.id === face)!;
  const twin = twinOf(setting, on, box, recipe);
  const parts = hiddenParts(on, outline);
  if (twin) parts.push({ face: twin.face.id, area: Math.abs(outlineArea(twin.outline)) });
  const { exposed, covered } = areasOf(recipe);
  const hidden = parts.reduce((sum, t) => sum + t.area, 0);
  return {
    recipe,
    place: face,
    count: 1,
    front: (exposed * hidden) / covered,
    parts,
    spread: pieceSpread(taught, recipe),
  };
}
