/** How far what absorbs may be from what it is said to: by source, or, of what the room has taught, all of it together. */
import { equal } from '../../document/sharing';
import { SPREAD } from '../../materials/library';
import { OCTAVES } from '../../quantities/bands';
import { objectAbsorption, type Stretch, stretchesOf } from '../../room/absorption';
import type { Air } from '../../air/air';
import { recipeOctaves, recipeSpread } from '../../recipes/curve';
import type { Recipe } from '../../recipes/types';
import type { Taught } from './types';
import type { Setting } from '../../room/setting';

/** What the pieces of each recipe were found to take in this room, where they are still made as they were. */
export function taughtPieces(setting: Setting): Record<string, Taught> {
  const { learned, project } = setting;
  if (!learned) return {};
  const then = project.measured.rooms[learned.room]!.recipes;
  const asThen = (id: string) => {
    const [was, is] = [then, project.treatment.recipes].map((list) => list.find((r) => r.id === id));
    return was === undefined ? is === undefined : is !== undefined && equal(was, is);
  };
  return Object.fromEntries(learned.pieces.filter((p) => asThen(p.id)).map(({ id, ...p }) => [id, p]));
}

/** Relative uncertainty of what a piece takes, per octave. */
export const pieceSpread = (taught: Readonly<Record<string, Taught>>, recipe: Recipe): readonly number[] =>
  taught[recipe.id]?.spreads ?? OCTAVES.map(() => recipeSpread(recipe));

/** What a recipe takes by octave in a room: as computed, or as found there. */
export const takenOctaves = (taught: Readonly<Record<string, Taught>>, recipe: Recipe, air: Air): number[] =>
  recipeOctaves(recipe, air).map((a, b) => a * (taught[recipe.id]?.factors[b] ?? 1));

export interface Spreads {
  /** Relative, per octave. */
  of(stretch: Stretch): number[];
  things: number[];
}

/** Relative uncertainty of all that furniture and people absorb together, weighed at 1 kHz, as stated. */
function thingsStated(setting: Setting): number {
  const total = objectAbsorption(setting, 4);
  if (total === 0) return 0;
  return setting.objects.reduce((sum, o) => sum + o.absorption[4]! * SPREAD[o.material.source], 0) / total;
}

/**
 * What was learned together is known together: of all departures as likely as one standard deviation, the one that changes the room's absorption most,
 * C a/√(aᵀC a) with a the absorption area of each and C their covariance. As stated, all depart by their own, in one direction: nobody knows better.
 */
export function spreadsOf(setting: Setting): Spreads {
  const { learned } = setting;
  const each = (value: number) => OCTAVES.map(() => value);
  const stated = (s: Stretch) => each(SPREAD[s.material.source]);
  const things = thingsStated(setting);
  if (!learned) return { of: stated, things: each(things) };
  const n = learned.materials.length + 1;
  const indexOf = new Map(learned.materials.map((m, i) => [m.id, i]));
  const stretches = stretchesOf(setting);
  const departures = OCTAVES.map((_, b) => {
    const areas = new Float64Array(n);
    areas[n - 1] = objectAbsorption(setting, b);
    for (const { material, area } of stretches)
      if (material.learned) areas[indexOf.get(material.id)!]! += area * material.alpha[b]!;
    const row = learned.covariance[b]!;
    const at = (i: number, j: number) => (i >= j ? row[(i * (i + 1)) / 2 + j]! : row[(j * (j + 1)) / 2 + i]!);
    const moved = areas.map((_, i) => areas.reduce((sum, a, j) => sum + at(i, j) * a, 0));
    const size = Math.sqrt(
      Math.max(
        0,
        areas.reduce((sum, a, i) => sum + a * moved[i]!, 0),
      ),
    );
    return moved.map((v) => (size > 0 ? v / size : 0));
  });
  const departing = (i: number) => departures.map((d) => d[i]!);
  return {
    of: (s) => (s.material.learned ? departing(indexOf.get(s.material.id)!) : stated(s)),
    things: departing(n - 1),
  };
}
