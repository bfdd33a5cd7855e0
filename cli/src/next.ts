/** `tawny next`: what is not told of a room yet, and what could be done next, tried and ordered, as JSON or as text for a terminal. */
import type { Project } from '@tawny/core/document/schema/project';
import { loadIntegerSolver } from '@tawny/core/dosage/solver';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { studyMoves } from '@tawny/core/questions/moves/study';
import type { MovesResult } from '@tawny/core/questions/moves/types';
import { MEASURE_NAMES } from '@tawny/core/words/measures';
import {
  effectText,
  enoughSentence,
  isTold,
  moveTitle,
  questionNote,
  questionText,
  takesText,
  turnOf,
} from '@tawny/core/words/moves';

export const nextOf = (project: Project, thorough: boolean): Promise<MovesResult> =>
  studyMoves({ project, thorough, system: 'metric' }, loadIntegerSolver, loadLinalg);

export function nextText(result: MovesResult, project: Project): string {
  const currency = project.brief.budget?.currency ?? '€';
  return [
    project.name,
    ...result.questions.flatMap((q) => [`  ${questionText(q)}`, `      ${questionNote(q)}`]),
    ...result.moves.flatMap((m, i) => [
      `  ${i + 1}. ${moveTitle(m, 'metric')} (${takesText(m, currency)})`,
      ...m.effects
        .filter(isTold)
        .map(
          (e) =>
            `      ${MEASURE_NAMES[e.measure]} ${effectText(e, 'metric')}${turnOf(e) === 'worse' ? ', worse' : ''}`,
        ),
    ]),
    `  ${enoughSentence(result)}`,
  ].join('\n');
}
