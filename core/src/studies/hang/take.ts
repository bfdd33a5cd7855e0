/** What has been laid out as one edit of the document: pieces get places, what found none stays decided by number. */
import type { SingleCommand } from '../../document/commands/types';
import { type Numbers, recipeOf } from '../../document/recipes';
import { isAt, isByNumber, type Project } from '../../document/schema/project';
import { laidSize } from '../../room/pieces';
import { settingOf } from '../../room/setting';
import { documentPieces, isLoose } from './layOut';
import { sameSize } from './row';
import type { LayOutResult } from './types';

/**
 * @param afresh as it was laid out
 * @param at when it is taken (ISO 8601), from the clock of who does it
 */
export function layOutCommands(
  project: Project,
  result: LayOutResult,
  afresh: boolean,
  at: string | null,
): SingleCommand[] {
  const setting = settingOf(project);
  const { pieces } = project.treatment;
  const lost = result.unplaced.map((u) => ({ ...u }));
  // A piece of a size of its own that found no place stays where it was; others go back to being decided by number.
  const taken = (afresh ? pieces.filter((p) => isLoose(project, p)) : []).filter((p) => {
    if (!isAt(p) || sameSize(p.place, laidSize(recipeOf(project, p.recipe)))) return true;
    const left = lost.find((u) => u.recipe === p.recipe && u.on === p.place.face && u.count > 0);
    if (left) left.count -= 1;
    return !left;
  });
  const up = pieces.filter(isByNumber).filter((p) => p.state === 'hung');
  const numbers: Numbers[] = [
    ...up.map((p) => ({ recipe: p.recipe, on: p.place.on, count: p.place.count })),
    ...lost.filter((u) => u.count > 0).map(({ recipe, on, count }) => ({ recipe, on, count })),
  ];
  const without = settingWithout(project, new Set(taken.map((p) => p.id)));
  const commands: SingleCommand[] = [];
  if (taken.length > 0) commands.push({ type: 'take-pieces', ids: taken.map((p) => p.id) });
  commands.push({ type: 'set-numbers', of: null, numbers, at });
  if (result.pieces.length > 0)
    commands.push({ type: 'put-pieces', pieces: documentPieces({ ...setting, project: without }, result.pieces, at) });
  return commands;
}

const settingWithout = (project: Project, ids: ReadonlySet<string>): Project => ({
  ...project,
  treatment: { ...project.treatment, pieces: project.treatment.pieces.filter((p) => !ids.has(p.id)) },
});
