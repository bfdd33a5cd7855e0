/** Which wall takes what no mark needs, by a school: the same pieces on other walls, as many as these hold. */
import { isUsableFace } from '../../room/places';
import { shareOut, type Sharer } from '../../layout/share';
import type { Spread } from '../../document/schema/project';
import { standoffOf } from '../../recipes/curve';
import type { Recipe } from '../../recipes/types';
import type { Setting, SettingFace } from '../../room/setting';
import { alike, drawnBy, piecesOf, plain, type Row, sameSize } from './row';
import type { Wanted } from './types';

/** Whose turn a wall is: 0 first. */
function turnOf(spread: Spread, { side }: SettingFace, recipe: Recipe, deepest: number): number {
  if (spread === 'soft-in-front') return side === (drawnBy(spread, recipe) > 0 ? 'rear' : 'front') ? 1 : 0;
  return spread === 'deep-rear' && side !== 'rear' && standoffOf(recipe) > deepest - 1e-9 ? 1 : 0;
}

/**
 * What is wanted on walls, by another wall where a school says so. Pieces over marks stay on theirs; so does what hangs on walls that are not
 * to be used. What no wall holds stays where it was decided.
 * @param rowOf the row of a list of what is wanted on a wall, its marks with it
 */
export function spreadOut(
  setting: Setting,
  faces: readonly SettingFace[],
  wanted: readonly Wanted[],
  rowOf: (face: SettingFace, list: readonly Wanted[]) => Row,
): Wanted[] {
  const { hanging, leftRightAlike } = setting.project.treatment;
  const { spread } = hanging;
  const walls = faces.filter((f) => isUsableFace(setting, f));
  const movable = wanted.filter((w) => walls.some((f) => f.id === w.on));
  if (spread === 'as-decided' || movable.length === 0) return [...wanted];
  const least = hanging.leastGap;
  const counts = (row: Row) => row.wanted.map((w) => w.count);
  const kinds = movable
    .filter((w, i) => movable.findIndex((o) => alike(o, w)) === i)
    .sort((a, b) => standoffOf(b.recipe) - standoffOf(a.recipe) || b.size.width - a.size.width);
  const deepest = Math.max(...kinds.map((k) => standoffOf(k.recipe)));
  /** By kind, what every wall has so far: first what stands over its marks. */
  const shares = kinds.map(() => walls.map(() => 0));
  walls.forEach((face, f) => {
    const row = rowOf(
      face,
      movable.filter((w) => w.on === face.id),
    );
    for (const p of piecesOf(row, plain(row, counts(row), least).stood).filter((o) => o.covers.length > 0))
      shares[kinds.findIndex((k) => k.recipe.id === p.recipe && sameSize(k.size, p))]![f]! += 1;
  });
  const listOn = (f: number): Wanted[] =>
    kinds.map((k, i) => ({ ...k, on: walls[f]!.id, count: shares[i]![f]! })).filter((w) => w.count > 0);
  const sides = [walls.filter((f) => f.side === 'left'), walls.filter((f) => f.side === 'right')];
  const paired = leftRightAlike && sides.every((s) => s.length === 1) ? sides.flat() : [];
  const answer: Wanted[] = wanted.filter((w) => !movable.includes(w));
  kinds.forEach((kind, i) => {
    const total = movable.filter((w) => alike(w, kind)).reduce((sum, w) => sum + w.count, 0);
    const each = kind.size.width * kind.size.height;
    const own = shares[i]!;
    const sharers = walls.map((face, f): Sharer => {
      const others = listOn(f).filter((w) => !alike(w, kind));
      const holds = (count: number) => {
        const row = rowOf(face, [...others, { ...kind, on: face.id, count }]);
        const all = counts(row).reduce((a, b) => a + b, 0);
        return (
          row.wanted.length > others.length && plain(row, counts(row), least).placed.reduce((a, b) => a + b) === all
        );
      };
      let most = own[f]!;
      while (most < total && holds(most + 1)) most += 1;
      const hung = setting.placed.filter((p) => p.face === face.id).reduce((s, p) => s + p.width * p.height, 0);
      const covered = hung + others.reduce((s, w) => s + w.count * w.size.width * w.size.height, 0);
      const turn = turnOf(spread, face, kind.recipe, deepest);
      return { least: own[f]!, most, area: face.area, covered, turn, side: paired.includes(face) };
    });
    const { counts: shared, left } = shareOut(sharers, total, each);
    shares[i] = shared;
    let rest = left;
    const was = new Map(movable.filter((w) => alike(w, kind)).map((w) => [w.on, w.count]));
    walls.forEach((face, f) => {
      // What fits nowhere is told of the walls it was decided for.
      const back = Math.min(rest, Math.max(0, (was.get(face.id) ?? 0) - shared[f]!));
      rest -= back;
      if (shared[f]! + back > 0) answer.push({ ...kind, on: face.id, count: shared[f]! + back });
    });
  });
  return answer;
}
