/** Pieces one by one, and what is ticked of them when they change their place. */
import type { Piece, Project } from './schema/project';

/** Each piece as it is made: of pieces by number each by itself. */
export const unitsOf = (piece: Piece): string[] =>
  piece.place.kind === 'at' ? [piece.id] : Array.from({ length: piece.place.count }, (_, i) => `${piece.id}#${i + 1}`);

/** What was ticked of pieces that are now somewhere else (laid out, given a place, counted by number again) goes with them, recipe by recipe. */
export function carryTicks(before: Project, draft: Project): void {
  if (draft.making.done.length === 0) return;
  const recipes = (p: Project) =>
    new Map(p.treatment.pieces.flatMap((piece) => unitsOf(piece).map((u) => [u, piece.recipe] as const)));
  const [was, is] = [recipes(before), recipes(draft)];
  const fresh = [...is].filter(([u]) => !was.has(u));
  const now = new Map<string, string | null>();
  for (const { unit } of draft.making.done) {
    if (is.has(unit) || !was.has(unit) || now.has(unit)) continue;
    const i = fresh.findIndex(([, recipe]) => recipe === was.get(unit));
    now.set(unit, i < 0 ? null : fresh.splice(i, 1)[0]![0]);
  }
  if (now.size === 0) return;
  draft.making.done = draft.making.done.flatMap((d) => {
    const unit = now.has(d.unit) ? now.get(d.unit)! : d.unit;
    return unit === null ? [] : [{ ...d, unit }];
  });
}
