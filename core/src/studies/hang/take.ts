/** What has been laid out as one edit of the document: pieces get places, what found none is decided by number. */
import type { Command, SingleCommand } from '../../document/commands/types';
import { type Numbers, recipeOf } from '../../document/recipes';
import { isAt, isByNumber, type Piece, type PieceAt, type Project } from '../../document/schema/project';
import { numbered } from '../../room/laying';
import { isOwnSize } from '../../room/pieces';
import { settingOf } from '../../room/setting';
import { documentPieces } from './layOut';
import { loosePieces, loosePlace } from './loose';
import { sameSize } from './row';
import type { LayOutResult, Unplaced, WayOut } from './types';

/** Each piece laid out is one lifted that is made alike and was on the same face, as long as there are such; the others are new. */
function named(project: Project, laid: readonly Piece[], lifted: readonly PieceAt[]) {
  const left = [...lifted].sort((a, b) => a.place.u - b.place.u || a.place.v - b.place.v || (a.id < b.id ? -1 : 1));
  const known: Piece[] = [];
  let fresh: Piece[] = [];
  for (const p of laid.filter(isAt)) {
    const i = left.findIndex(
      (o) => o.recipe === p.recipe && o.place.face === p.place.face && sameSize(o.place, p.place),
    );
    if (i < 0) fresh.push(p);
    else known.push({ ...left.splice(i, 1)[0]!, place: p.place, covers: p.covers });
  }
  // Then on another wall, or turned from lying to upright or back.
  const elsewhere = fresh.filter(isAt).filter((p) => {
    const turned = { width: p.place.height, height: p.place.width };
    const same = (o: PieceAt) => sameSize(o.place, p.place) || sameSize(o.place, turned);
    const i = left.findIndex((o) => o.recipe === p.recipe && same(o));
    if (i >= 0) known.push({ ...left.splice(i, 1)[0]!, place: p.place, covers: p.covers });
    return i >= 0;
  });
  fresh = fresh.filter((p) => !elsewhere.some((o) => o === p));
  return { pieces: [...known, ...numbered(project, fresh, 'Piece')], left };
}

/**
 * The edit that puts an answer into the document it was worked out of.
 * @param at when it is taken (ISO 8601), from the clock of who does it
 */
export function layOutCommand(project: Project, result: LayOutResult, at: string | null): Command {
  const setting = settingOf(project);
  const lifted = result.afresh ? loosePieces(setting) : [];
  const { pieces, left } = named(project, documentPieces(setting, result.pieces, at), lifted);
  const missing = result.unplaced.map((u) => ({ ...u }));
  // What found no place and has a size of its own stays where it was: by number it would lose that.
  const taken = left.filter((p) => {
    if (isOwnSize(recipeOf(project, p.recipe), p.place)) return true;
    const on = loosePlace(setting, p);
    const stays = missing.find((u) => u.recipe === p.recipe && u.on === on && sameSize(u.size, p.place) && u.count > 0);
    if (stays) stays.count -= 1;
    return !stays;
  });
  const up = project.treatment.pieces.filter(isByNumber).filter((p) => p.state === 'hung');
  const numbers: Numbers[] = [
    ...up.map((p) => ({ recipe: p.recipe, on: p.place.on, count: p.place.count })),
    ...missing.filter((u) => u.count > 0),
  ].map(({ recipe, on, count }) => ({ recipe, on, count }));
  const commands: SingleCommand[] = [
    { type: 'take-pieces', ids: taken.map((p) => p.id) },
    { type: 'set-numbers', of: null, numbers, at },
    { type: 'put-pieces', pieces },
  ];
  return { type: 'batch', as: 'put-pieces', commands };
}

/** What found no place decided for another wall instead, as many as that holds. */
export function decidedFor(
  project: Project,
  { recipe, on }: Pick<Unplaced, 'recipe' | 'on'>,
  way: Extract<WayOut, { way: 'wall' }>,
  at: string | null,
): Command {
  const numbers = project.treatment.pieces
    .filter(isByNumber)
    .filter((p) => p.recipe === recipe)
    .map(({ place }): Numbers => ({ recipe, on: place.on, count: place.count - (place.on === on ? way.count : 0) }));
  return { type: 'set-numbers', of: recipe, numbers: [...numbers, { recipe, on: way.face, count: way.count }], at };
}
