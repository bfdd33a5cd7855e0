/** Pieces that take what a mode rings with: corners filled, or a box tuned to it, where that mode meets them most. */
import type { Setting } from '../../../room/setting';
import { RECIPES } from '../../../recipes/library';
import type { Recipe } from '../../../recipes/types';
import { waveModes } from '../../bass/answer';
import { bassHelps, tunedTo } from '../../bass/helps';
import type { Solution } from '../../waves/waveEngine';
import type { Move } from '../types';

/** A mode is brought to this part of its time, with so many pieces at most. */
const PART = 2 / 3;
const MOST = 8;
const LN60 = 3 * Math.log(10);

const named = (id: string): Recipe => RECIPES.find((r) => r.id === id)!;

/** The fewest pieces of those that could. `f`: of the mode as it is drawn, with what absorbs. */
export function pieceMoves(setting: Setting, solution: Solution, f: number): Move[] {
  const modes = waveModes(setting, solution).slice(1);
  const off = (index: number) => Math.abs(solution.decays[index]!.frequency - f);
  const mode = modes.reduce((a, b) => (off(b.index) < off(a.index) ? b : a), modes[0]!);
  if (!Number.isFinite(mode.time)) return [];
  const recipes = [named('corner-solid'), tunedTo(named('membrane-70'), mode.f, { c: setting.c, rho: setting.rho })];
  const moves = recipes.flatMap((recipe): Move[] => {
    const { places, useless } = bassHelps(setting, solution, {
      ...{
        task: 'helps',
        project: setting.project,
        quality: 'full',
        mode: mode.index,
        recipe,
        target: PART * mode.time,
      },
    });
    if (useless) return [];
    const before = LN60 / mode.time;
    let damping = before;
    const used = [];
    for (const place of places.slice(0, MOST)) {
      if (LN60 / damping <= PART * mode.time) break;
      damping += LN60 / place.time - before;
      used.push(place.name);
    }
    const after = LN60 / damping;
    // A peak of one mode falls as its damping rises.
    const changeDb = 20 * Math.log10(before / damping);
    const pieces = { count: used.length, faces: [...new Set(used)], before: mode.time, after };
    return [{ what: 'pieces', of: recipe.name, by: null, changeDb, pieces }];
  });
  return moves.sort((a, b) => a.changeDb! / a.pieces!.count - b.changeDb! / b.pieces!.count).slice(0, 1);
}
