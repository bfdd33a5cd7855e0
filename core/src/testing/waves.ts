/** The wave studies, asked as the worker asks them. Tests only. */
import { loadLinalg } from '../numerics/linalg/load';
import type { Project } from '../document/schema/project';
import { createBassRunner } from '../studies/bass/run';
import type { BassResultOf, BassTask } from '../studies/bass/types';
import { refusalSentence } from '../words/bass';

type Inputs<T extends BassTask['task']> = Omit<Extract<BassTask, { task: T }>, 'task' | 'quality' | 'project'>;
/** A solver that keeps its rooms between questions; a refusal throws its sentence. */
export function solver(load = loadLinalg) {
  const run = createBassRunner(load);
  return async <T extends BassTask['task']>(task: T, project: Project, inputs: Inputs<T>): Promise<BassResultOf<T>> => {
    const outcome = await run({ task, project, quality: 'coarse', ...inputs } as unknown as BassTask, () => {});
    if ('refused' in outcome) throw new Error(refusalSentence(outcome.refused));
    return outcome.answer as BassResultOf<T>;
  };
}
