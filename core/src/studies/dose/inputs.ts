/** Inputs of the plan study from the document. */
import { energyAttenuation } from '../../air/air';
import { allRecipes } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { recipeFault } from '../../recipes/curve';
import { canCover } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { RATING_MIDBANDS } from '../../physics/absorbers/rating';
import { decayInputs, freeArea } from '../decay/inputs';
import type { DecayInputs } from '../decay/types';
import { classesOf, fitsOn, hiddenBy, isUsable, placesOf, type PlanPlace } from '../../room/places';
import type { PlanColumn, PlanInputs } from './types';
import type { Setting } from '../../room/setting';

function columnFor(
  setting: Setting,
  place: PlanPlace,
  recipe: Recipe,
  faces: ReadonlyMap<string, number>,
  allowed: boolean,
): PlanColumn | null {
  const { exposed, parts } = hiddenBy(place, recipe);
  // What shows of a face may be less than what fits on it: rugs, patches, what is cut off.
  const room = place.faces.length === 1 ? (faces.get(place.id) ?? 0) / parts[0]!.area : Infinity;
  const max = Math.min(fitsOn(setting, place, recipe), Math.floor(room + 1e-9));
  if (max <= 0) return null;
  // A corner piece takes a strip of both walls beside it.
  const strips =
    place.faces.length > 1
      ? parts.flatMap((t) => {
          const area = faces.get(t.face);
          return area ? [{ place: t.face, part: t.area / area }] : [];
        })
      : [];
  return {
    recipe: recipe.id,
    place: place.id,
    placeName: place.name,
    class: place.class,
    side: place.side,
    max,
    front: exposed,
    parts,
    shares: [{ place: place.id, part: Math.max(1 / max, 1 / room) }, ...strips],
    overhead: place.class === 'ceiling' || place.class === 'edges',
    corner: place.class === 'corners' ? recipe.height : 0,
    covers: canCover(recipe),
    allowed,
  };
}

/** What the plan may use and what is chosen, with every place of the room in its present state. */
export function planInputs(
  project: Project,
  setting: Setting,
  decay: DecayInputs = decayInputs(project, setting),
): PlanInputs {
  const { plan, prices, leftRightAlike, cover } = project.treatment;
  const places = placesOf(setting);
  const bare = new Map(decay.faces.filter((f) => !f.isPart).map((f) => [f.id, freeArea(f, decay.laid)]));
  const chosen = [
    ...decay.faces.filter((f) => f.chosen > 0).map((f) => ({ recipe: cover, place: f.id, count: f.chosen })),
    ...decay.mix.map((m) => ({ recipe: m.recipe.id, place: m.place, count: m.count })),
  ];
  const used = new Set([...plan.recipes.map((r) => r.id), cover, ...chosen.map((c) => c.recipe)]);
  const recipes = allRecipes(project).filter((r) => used.has(r.id) && recipeFault(r) === null);
  const columns = recipes.flatMap((recipe) => {
    const where = plan.recipes.find((r) => r.id === recipe.id)?.where ?? [];
    return places
      .filter((p) => classesOf(recipe).includes(p.class))
      .flatMap((p): PlanColumn[] => {
        const allowed = where.includes(p.class) && isUsable(setting, p);
        const here = chosen.some((c) => c.recipe === recipe.id && c.place === p.id);
        if (!allowed && !here) return [];
        const column = columnFor(setting, p, recipe, bare, allowed);
        return column ? [column] : [];
      });
  });
  const panelArea = decay.panel.width * decay.panel.height;
  const marks = decay.marksFirst
    ? decay.faces
        .filter((f) => f.usable && f.needed > 0 && f.needed <= f.capacity)
        .map((f) => ({ place: f.id, front: f.needed * panelArea }))
        // Where no recipe of the plan covers a mark it is not asked of the plan.
        .filter((m) => columns.some((c) => c.allowed && c.covers && c.place === m.place))
    : [];
  return {
    decay,
    bands: project.target.bands,
    mThirds: RATING_MIDBANDS.map((f) => energyAttenuation(project.climate, f)),
    recipes,
    columns,
    chosen,
    marks,
    alike: leftRightAlike,
    cornerLength: places
      .filter((p) => p.class === 'corners')
      .reduce((sum, p) => sum + p.spans.reduce((s, [from, to]) => s + to - from, 0), 0),
    plan: structuredClone(plan),
    prices: { ...prices },
    workshop: project.buying.workshop,
    currency: project.brief.budget?.currency ?? '€',
  };
}
