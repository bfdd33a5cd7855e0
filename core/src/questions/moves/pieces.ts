/** Moves over the decay: four more of a recipe where most is free, or as many of one as bring every octave inside. */
import { coversDecided, decided } from '../../document/decided';
import { coverOf, recipeOf } from '../../document/recipes';
import { benchFor } from '../../studies/dose/bench';
import { nextFours } from '../../studies/dose/steps';
import { chosenCounts } from '../../studies/dose/study';
import type { Answer } from '../../studies/decay/types';
import { WHEN_TAKEN } from './stamp';
import type { Tried } from './trial';
import type { Candidate } from './types';

export function fourMoves({ project, glance }: Tried): Candidate[] {
  const bench = benchFor(glance.plan);
  return nextFours(bench, chosenCounts(glance.plan))
    .filter(({ pieces }) => pieces.length > 0)
    .map(({ recipe, pieces }): Candidate => {
      const count = pieces.reduce((s, p) => s + p.count, 0);
      const places = pieces.map((p) => glance.plan.columns.find((c) => c.place === p.place)?.placeName ?? p.place);
      return {
        ...{ id: `four ${recipe}`, kind: 'four', stage: 'decay', hours: 0, money: 0 },
        says: {
          count,
          recipe: recipeOf(project, recipe).name,
          places: [...new Set(places)].join(', '),
        },
        commands: [decided(project, pieces, true, WHEN_TAKEN)],
      };
    });
}

/** The exact answer of one kind of piece, where there is one. */
export function enoughMoves({ project }: Tried, answer: Answer): Candidate[] {
  if (answer.status !== 'reached') return [];
  return [
    {
      ...{ id: 'enough', kind: 'enough', stage: 'decay', hours: 0, money: 0 },
      says: { count: answer.curve.panels, recipe: coverOf(project).name },
      commands: [coversDecided(project, answer.curve.counts, WHEN_TAKEN)],
    },
  ];
}
