/** Rooms and edits as generators that shrink: what fails is told in its smallest form. Tests only. */
import fc from 'fast-check';
import type { Command } from '../document/commands/commands';
import { createProject } from '../document/create';
import type { Project } from '../document/schema/project';
import { canHang, kindOf } from '../recipes/kind';
import { RECIPES } from '../recipes/library';
import { COMMAND_KINDS, randomCommand, triedCommand } from './commands';
import { decided, pieceAt } from './pieces';
import { seeded } from './random';

const metres = (from: number, to: number) =>
  fc.integer({ min: Math.round(from * 100), max: Math.round(to * 100) }).map((cm) => cm / 100);

/** A box of everyday size. */
export const boxes: fc.Arbitrary<Project> = fc
  .record({ length: metres(3, 9), width: metres(2.5, 7), height: metres(2.2, 4) })
  .map((box) => createProject('box', 'Box', box));

/** An edit by its kind and a seed: what it edits depends on the document it meets. */
export interface Step {
  kind: Command['type'];
  seed: number;
}
export const steps = (most: number): fc.Arbitrary<Step[]> =>
  fc.array(fc.record({ kind: fc.constantFrom(...COMMAND_KINDS), seed: fc.nat(1e6) }), { maxLength: most });

/** Every document from the first on; edits that are refused or change nothing are passed over. */
export function documentsOf(start: Project, list: readonly Step[]): Project[] {
  const made = [start];
  for (const { kind, seed } of list) {
    const now = made.at(-1)!;
    const next = triedCommand(now, randomCommand(seeded(seed), now, kind));
    if (next) made.push(next);
  }
  return made;
}

const WALLS = ['A', 'B', 'C', 'D'] as const;
const flat = RECIPES.filter((r) => r.form === 'flat').map((r) => r.id);

/** What is decided by number of recipes of the library on the faces of a box. */
export const numbersOnBox: fc.Arbitrary<Command> = fc
  .dictionary(
    fc.constantFrom(...flat),
    fc.dictionary(fc.constantFrom(...WALLS, 'ceiling'), fc.integer({ min: 0, max: 12 }), { maxKeys: 3 }),
    { maxKeys: 3 },
  )
  .map((mix) => decided(mix));

/** One piece of any recipe that can hang, somewhere on a wall. */
export const pieceOnBox = fc
  .record({
    recipe: fc.constantFrom(...RECIPES.filter((r) => canHang(r) && kindOf(r) !== 'corner').map((r) => r.id)),
    face: fc.constantFrom(...WALLS),
    u: metres(0, 1.8),
    v: metres(0, 1),
    width: metres(0.3, 0.7),
    height: metres(0.3, 1.2),
  })
  .map((values) => pieceAt(values));
