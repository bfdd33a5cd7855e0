/** Every study and every drawing made of a project: what an accepted document must go through. Tests only. */
import { drawingDxf, drawingSvg } from '../formats/drawing';
import type { IntegerSolver } from '../dosage/solver';
import type { Linalg } from '../numerics/linalg/types';
import { allRecipes, ownInUse } from '../document/recipes';
import type { Project } from '../document/schema/project';
import { studyBass } from '../studies/bass/study';
import { createBassRunner } from '../studies/bass/run';
import { studyBuild } from '../studies/build/study';
import { decayInputs } from '../studies/decay/inputs';
import { studyDecay } from '../studies/decay/study';
import { studyHolds } from '../studies/hang/held/holds';
import { noteSentence } from '../words/fixings';
import { hangingBlocks, hangingSvg } from '../report/hangingDrawing';
import { laidOut } from './laidOut';
import { roomDrawing } from '../report/roomDrawing';
import { studyMarks } from '../studies/marks/study';
import { studyOrientation } from '../studies/seat/orient';
import { studyPlan } from '../studies/dose/study';
import { planInputs } from '../studies/dose/inputs';
import { studyRecipes } from '../studies/recipes/study';
import { studySeat } from '../studies/seat/study';
import { secondOrderInputs, studySecondOrder } from '../studies/marks/secondOrder';
import { settingOf } from '../room/setting';
import { sheetBlocks } from '../report/markingSheet';
import { planSvg } from '../report/markingDrawing';
import { studySurvey } from '../studies/survey/study';
import { studyTargetCosts } from '../studies/decay/targetCosts';
import { targetCostInputs } from '../studies/decay/targetCostInputs';
import { targetsOf } from '../room/mirrors';

/** What no drawing may hold. */
const UNFIT = /NaN|undefined|\[object/;

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

/** Laid out, with the sheet's drawings of it. */
function hungIn(project: Project, afresh: boolean) {
  const { result, hung, setting } = laidOut(project, afresh);
  const holds = studyHolds(setting, hung);
  const said = holds.notes.map((n) => noteSentence(n, 'feet')).join('');
  const drawings = hangingBlocks(setting, hung, holds)
    .map((block) => hangingSvg(setting, block, hung.level.height, [180, 80], 'sans', (m) => m.toFixed(3)).svg)
    .join('');
  return { result, hung, holds, said, drawings };
}

/** Those that follow an edit at once; returns the paths of figures that are not numbers. What throws is thrown. */
export function throughEveryStudy(project: Project): string[] {
  const setting = settingOf(project);
  const survey = studySurvey(project, setting);
  const marks = studyMarks(project, setting);
  const seat = studySeat(project, setting);
  const bass = studyBass(project, setting);
  const results = {
    survey,
    marks,
    seat,
    bass,
    build: studyBuild(project),
    decay: decayInputs(project, setting),
    plan: planInputs(setting.project, setting),
    recipes: allRecipes(project),
    targets: targetsOf(setting),
    sheet: sheetBlocks(setting, marks.result),
  };
  const drawing = roomDrawing({ setting, swings: survey.result.swings, marks: marks.result.marks });
  const laid = [false, true].map((afresh) => hungIn(project, afresh));
  const sheet = planSvg(setting, [0.28, 0.18], 'sans');
  const faults: string[] = [];
  notNumbers({ ...results, laid }, '', faults);
  if (UNFIT.test(drawingSvg(drawing) + drawingDxf(drawing) + sheet.svg + laid.map((l) => l.drawings).join('')))
    faults.push('drawing');
  return faults;
}

/** Those asked for, which take long: returned and thrown as in {@link throughEveryStudy}. */
export async function throughLongStudies(
  project: Project,
  solver: IntegerSolver,
  load: (bytes: number) => Promise<Linalg>,
): Promise<string[]> {
  const setting = settingOf(project);
  const decay = decayInputs(project, setting);
  const recipes = [...ownInUse(project), ...project.treatment.recipes].slice(0, 20);
  const { prices } = project.treatment;
  const results = {
    decay: studyDecay(decay, solver),
    plan: studyPlan(planInputs(setting.project, setting, decay), solver),
    costs: studyTargetCosts(targetCostInputs(setting.project, setting, decay), solver),
    recipes: studyRecipes({ recipes, prices, workshop: project.buying.workshop, rho: setting.rho, c: setting.c }),
    second: studySecondOrder(secondOrderInputs(setting)),
    walls: studyOrientation({ project }),
    bass: await createBassRunner(load)({ task: 'answer', project, quality: 'coarse' }, () => {}),
  };
  const faults: string[] = [];
  notNumbers(results, '', faults);
  return faults;
}
