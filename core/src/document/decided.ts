/** Deciding how many of what by number, as edits: the same from Decay, from the plan and from a move. */
import type { SingleCommand } from './commands/types';
import { type Numbers, numbersOf } from './recipes';
import type { Project } from './schema/project';

/**
 * Everything decided becomes these pieces; or they are added to it.
 * @param at when it is decided (ISO 8601)
 */
export const decided = (
  project: Project,
  pieces: readonly { recipe: string; place: string; count: number }[],
  add: boolean,
  at: string | null,
): SingleCommand => {
  const numbers = pieces.map(({ recipe, place, count }): Numbers => ({ recipe, on: place, count }));
  return { type: 'set-numbers', of: null, numbers: add ? [...numbersOf(project), ...numbers] : numbers, at };
};

/** So many of the covering recipe on each face, by its id. */
export function coversDecided(
  { treatment: { cover } }: Project,
  counts: Readonly<Record<string, number>>,
  at: string | null,
): SingleCommand {
  const numbers = Object.entries(counts).map(([on, count]): Numbers => ({ recipe: cover, on, count }));
  return { type: 'set-numbers', of: cover, numbers, at };
}
