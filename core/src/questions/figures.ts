/** The verdict's measures of a document, out of its answers. One route for the page, the command line and whatever is tried. */
import { type Measure, verdict, type VerdictParts } from '../report/verdict';
import type { Glance } from './glance';

export const measuresAt = (
  { survey, seat, bass, marks, project }: Glance,
  { decay, swing }: Pick<VerdictParts, 'decay' | 'swing'>,
): Measure[] =>
  verdict({
    ...{ symmetry: survey.result.symmetry, seat: seat.result, bass: bass.result, marks: marks.result },
    ...{ decay, swing, learned: project.learned },
  });
