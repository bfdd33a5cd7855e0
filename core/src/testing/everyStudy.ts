/** Every study that follows an edit at once, and every file made of a project: what an accepted document must go through. Tests only. */
import { drawingDxf, drawingSvg } from '../formats/drawing';
import { allRecipes } from '../project/recipes';
import type { Project } from '../project/schema';
import { studyBass } from '../studies/bass';
import { studyBuild } from '../studies/build';
import { decayInputs } from '../studies/decay';
import { roomDrawing } from '../studies/drawing';
import { studyMarks } from '../studies/marks';
import { planInputs } from '../studies/planInputs';
import { studySeat } from '../studies/seat';
import { settingOf } from '../studies/setting';
import { studySurvey } from '../studies/survey';
import { targetsOf } from '../studies/targets';

/** Where in a result a figure is not a number; empty: nowhere. */
function notNumbers(value: unknown, path: string, into: string[]): void {
  if (typeof value === 'number') {
    if (Number.isNaN(value)) into.push(path);
  } else if (typeof value === 'object' && value !== null && into.length < 5) {
    if (ArrayBuffer.isView(value)) return;
    for (const [key, v] of value instanceof Map ? value : Object.entries(value))
      notNumbers(v, `${path}.${String(key)}`, into);
  }
}

/** Runs them all; returns the paths of figures that are not numbers. What throws is thrown. */
export function throughEveryStudy(project: Project): string[] {
  const setting = settingOf(project);
  const survey = studySurvey(project, setting);
  const marks = studyMarks(project, setting);
  const results = {
    survey,
    marks,
    seat: studySeat(project, setting),
    bass: studyBass(project, setting),
    build: studyBuild(project),
    decay: decayInputs(project, setting),
    plan: planInputs(setting.project, setting),
    recipes: allRecipes(project),
    targets: targetsOf(setting),
  };
  const drawing = roomDrawing({ setting, swings: survey.result.swings, marks: marks.result.marks });
  const files = drawingSvg(drawing) + drawingDxf(drawing);
  const faults: string[] = [];
  notNumbers(results, '', faults);
  if (/NaN|undefined|\[object/.test(files)) faults.push('drawing');
  return faults;
}
