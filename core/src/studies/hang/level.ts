/** The line pieces on walls keep. */
import { recipeOf } from '../../document/recipes';
import { isAt } from '../../document/schema/project';
import type { Setting } from '../../room/setting';
import type { Level, Line } from './types';

/** The height pieces on walls line up at, and what of them; tops, where nothing is said, end where the tallest with its middle at the ears does. */
export function levelOf({ project, head }: Setting): Level {
  const { by, level } = project.treatment.hanging;
  const heights = project.treatment.pieces.flatMap((p) => {
    const recipe = recipeOf(project, p.recipe);
    if (recipe.form !== 'flat') return [];
    return [isAt(p) ? p.place.height : recipe.height];
  });
  return { by, height: level ?? head[2] + (by === 'tops' ? Math.max(0, ...heights) / 2 : 0) };
}

/** Lower edge of a piece so high that lies on the line, m. */
export const lowOn = ({ by, height }: Line, high: number): number =>
  height - { tops: 1, middles: 0.5, lows: 0 }[by] * high;
