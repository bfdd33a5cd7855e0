/** Pieces and what is decided by number, in few words. Tests only. */
import type { SingleCommand } from '../document/commands/types';
import { FIRST_COVER } from '../document/recipes';
import type { PieceAt } from '../document/schema/project';
import { type PlainPanel, withPlainPanel } from '../recipes/kind';

/** So many of a recipe by place; nothing else of it. */
export const numbers = (counts: Record<string, number>, recipe: string = FIRST_COVER.id): SingleCommand => ({
  type: 'set-numbers',
  of: recipe,
  numbers: Object.entries(counts).map(([on, count]) => ({ recipe, on, count })),
  at: null,
});

/** By recipe, then by place; nothing else at all. */
export const decided = (mix: Record<string, Record<string, number>>): SingleCommand => ({
  type: 'set-numbers',
  of: null,
  numbers: Object.entries(mix).flatMap(([recipe, places]) =>
    Object.entries(places).map(([on, count]) => ({ recipe, on, count })),
  ),
  at: null,
});

/** The first-reflection panel made otherwise. */
export const panelOf = (values: Partial<PlainPanel>): SingleCommand => ({
  type: 'put-recipe',
  recipe: structuredClone(withPlainPanel(FIRST_COVER, values)),
});

type PieceValues = Partial<Omit<PieceAt, 'place'>> & Partial<Omit<PieceAt['place'], 'kind'>>;

/** A first-reflection panel on wall B, or what is said. */
export function pieceAt({
  id = 'piece-1',
  name,
  recipe = FIRST_COVER.id,
  state = 'laid-out',
  ...rest
}: PieceValues = {}): PieceAt {
  const { dates = { decided: null, laidOut: null, hung: null }, covers = [], ...place } = rest;
  return {
    id,
    name: name ?? id,
    recipe,
    place: { kind: 'at', face: 'B', u: 1, v: 0.6, width: 0.6, height: 1.2, turnDeg: 0, tiltDeg: 0, ...place },
    state,
    dates,
    covers,
    locked: false,
    meant: null,
    note: '',
  };
}

/** The same elsewhere. */
export const moved = (piece: PieceAt, place: Partial<PieceAt['place']>): PieceAt => ({
  ...piece,
  place: { ...piece.place, ...place },
});
