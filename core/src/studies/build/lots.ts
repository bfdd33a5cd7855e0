/** Pieces made alike: everything decided, laid out and hung. */
import { recipeOf } from '../../document/recipes';
import { unitsOf } from '../../document/units';
import { isAt, isByNumber, type Piece, type Project } from '../../document/schema/project';
import { recipeAsLaid } from '../../room/pieces';
import type { Recipe } from '../../recipes/types';

/** One piece as it is made: of pieces by number each by itself. */
export interface Unit {
  id: string;
  piece: Piece;
  overhead: boolean;
}

/** One make of piece, and all that are made so. */
export interface Lot {
  recipe: Recipe;
  overhead: boolean;
  units: Unit[];
  count: number;
  /** Of those by number, and how many of them overhead. */
  loose: { count: number; overhead: number };
}

const isOverhead = (place: string, { form }: Recipe): boolean =>
  form === 'cloud' || form === 'edge' || /^(ceiling|edge )/.test(place);

/** The same thing made twice: everything but its name; overhead it has more braces. */
const makeOf = ({ width, height, form, layers, scatterer, ports }: Recipe, overhead: boolean): string =>
  JSON.stringify([
    ...[Math.min(width, height), Math.max(width, height)].map((m) => m.toFixed(6)),
    ...[form, layers, scatterer, ports, overhead],
  ]);

/** Everything decided, pieces made alike together; in another size than its recipe's a piece is a make of its own. */
export function lotsOf(project: Project): Lot[] {
  const lots: Lot[] = [];
  const known = new Map<string, Lot>();
  const byNumberFirst = [...project.treatment.pieces.filter(isByNumber), ...project.treatment.pieces.filter(isAt)];
  for (const piece of byNumberFirst) {
    const { recipe: id, place } = piece;
    const own = recipeOf(project, id);
    const recipe = place.kind === 'at' ? recipeAsLaid(own, place) : own;
    const overhead = isOverhead(place.kind === 'at' ? place.face : place.on, recipe);
    const key = makeOf(recipe, overhead);
    const lot = known.get(key) ?? { recipe, overhead, units: [], count: 0, loose: { count: 0, overhead: 0 } };
    if (!known.has(key)) {
      known.set(key, lot);
      lots.push(lot);
    }
    const units = unitsOf(piece);
    lot.units.push(...units.map((unit) => ({ id: unit, piece, overhead })));
    lot.count += units.length;
    if (place.kind === 'at') continue;
    lot.loose.count += units.length;
    if (overhead) lot.loose.overhead += units.length;
  }
  return lots;
}
