/**
 * Decay: how long the room rings per octave, what is asked for, and the smallest number of panels that brings it there.
 *
 * By Eyring a band's limits become limits on ΣSα, linear in the number of panels on each surface, so that the whole
 * question is an integer programme (decayAnswer.ts), solved to a proven optimum.
 */
import { octaveAbsorption } from '../absorbers/layers';
import { DELANY_BAZLEY_RANGE } from '../absorbers/porous';
import type { IntegerSolver } from '../dosage/solver';
import { SPREAD } from '../materials/library';
import type { PanelRecipe, Project } from '../project/schema';
import { OCTAVE_MIDBANDS, OCTAVES } from '../quantities/bands';
import { listeningRoomTime, type School, schoolLimits, SCHOOLS } from '../targets/targets';
import { schroederWithDecay } from './bass';
import { answerFor, type Counts, countsOf, hangingOrder } from './decayAnswer';
import { type Curve, curveFor, type DecayFace, type Judged } from './decayCurves';
import type { DecayInputs, DecayResult } from './decayTypes';
import { decayWorking } from './decayWorking';
import { type MarksResult, studyMarks } from './marks';
import { objectAbsorption, stretchesOf } from './roomAbsorption';
import { type Setting, settingOf } from './setting';
import type { Issue, Study } from './types';

/** Inputs of the study from the document; cheap, so that the page can compare them with the last ones. */
export function decayInputs(
  project: Project,
  setting: Setting = settingOf(project),
  marks: MarksResult = studyMarks(project, setting).result,
): DecayInputs {
  const { panel, counts, usable, marksFirst, leftRightAlike } = project.treatment;
  const faces = stretchesOf(setting).map((s): DecayFace => {
    const shared = {
      id: s.id,
      surface: s.face.surface,
      name: s.name,
      area: s.area,
      axis: s.face.axis,
      alpha: [...s.material.alpha],
      spread: SPREAD[s.material.source],
      isFloor: s.face.kind === 'floor',
      isPart: s.id !== s.face.id,
    };
    // Panels hang on what shows of the face itself.
    if (shared.isPart) return { ...shared, usable: false, capacity: 0, needed: 0, chosen: 0 };
    const cover = marks.covers.find((c) => c.face === s.id)!;
    const fits = Math.floor((s.area + 1e-9) / (panel.width * panel.height));
    const capacity = Math.min(cover.capacity, fits);
    return {
      ...shared,
      usable: usable.includes(s.face.surface),
      capacity,
      needed: cover.needed ?? 0,
      chosen: Math.min(counts[s.id] ?? 0, capacity),
    };
  });
  const on = (side: string): string[] =>
    setting.faces.filter((f) => f.kind === 'wall' && f.side === side && usable.includes(f.id)).map((f) => f.id);
  const [left, right] = [on('left'), on('right')];
  return {
    volume: setting.solid.volume,
    c: setting.c,
    rho: setting.rho,
    mEnergy: setting.mEnergy,
    faces,
    objects: OCTAVES.map((_, b) => objectAbsorption(setting, b)),
    objectSpread: objectSpread(setting),
    panel: { width: panel.width, height: panel.height },
    recipe: { ...panel },
    school: project.target.school,
    lowestOctave: project.target.lowestOctave,
    marksFirst,
    alike: leftRightAlike && left.length > 0 && right.length > 0 ? [left, right] : null,
  };
}

/** Relative uncertainty of all that furniture and people absorb together, weighed at 1 kHz. */
function objectSpread(setting: Setting): number {
  const total = objectAbsorption(setting, 4);
  if (total === 0) return 0;
  return setting.objects.reduce((sum, o) => sum + o.absorption[4]! * SPREAD[o.material.source], 0) / total;
}

/** Octave absorption of the recipe: porous fill, open gap, rigid wall; field incidence, refracting in every layer. */
export function recipeAbsorption(recipe: PanelRecipe, rho: number, c: number): number[] {
  const layers = [
    { type: 'porous' as const, model: 'miki' as const, sigma: recipe.flowResistivity, d: recipe.depth },
    ...(recipe.gap > 0 ? [{ type: 'air' as const, d: recipe.gap }] : []),
  ];
  return OCTAVE_MIDBANDS.map((f) => octaveAbsorption(layers, f, 'bulk', { rho0: rho, c0: c }));
}

function issuesFor(inputs: DecayInputs, result: DecayResult): Issue[] {
  const issues: Issue[] = [];
  const { answer } = result;
  if ('curve' in answer && answer.status !== 'reached') {
    const { worst, panels } = answer.curve;
    const band = worst ? OCTAVES.indexOf(worst.octave as (typeof OCTAVES)[number]) : -1;
    issues.push({
      code: `decay.${answer.status}`,
      severity: 'warning',
      where: [],
      values: {
        panels,
        ...(worst
          ? { octave: worst.octave, time: worst.time, limit: worst.limit, alpha: result.panelAlpha[band]! }
          : {}),
      },
    });
  }
  if (answer.status === 'undecided')
    issues.push({ code: 'decay.undecided', severity: 'warning', where: [], values: { reason: answer.reason } });
  if (result.chosen.coverage > 0.5) {
    issues.push({
      code: 'decay.coverage-past-half',
      severity: 'warning',
      where: [],
      values: { coverage: result.chosen.coverage },
    });
  }
  if (inputs.recipe.gap > inputs.recipe.depth + 1e-9) {
    issues.push({
      code: 'decay.gap-deeper-than-panel',
      severity: 'note',
      where: [],
      values: { gap: inputs.recipe.gap, depth: inputs.recipe.depth },
    });
  }
  if (inputs.recipe.depth < 0.1 - 1e-9) {
    issues.push({
      code: 'decay.thin-panel',
      severity: 'note',
      where: [],
      values: { depth: inputs.recipe.depth, alpha: result.panelAlpha[1]! },
    });
  }
  const low = (inputs.rho * 125) / inputs.recipe.flowResistivity;
  if (low < DELANY_BAZLEY_RANGE[0]) {
    issues.push({
      code: 'decay.fill-dense-for-bass',
      severity: 'note',
      where: [],
      values: { sigma: inputs.recipe.flowResistivity },
    });
  }
  return issues;
}

/** Points of the curve of mid-band decay over panels: every fourth panel, or in a hall a multiple of four. */
const MOST_STEPS = 40;

/**
 * The study proper. Heavy (an integer programme and some thousand impedances): runs in a worker.
 * @param progress called with 0…1 between its parts
 */
export function studyDecay(
  inputs: DecayInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): Study<DecayResult> {
  const panelAlpha = recipeAbsorption(inputs.recipe, inputs.rho, inputs.c);
  progress(0.3);
  const limitsOf = (school: School): Judged =>
    OCTAVES.map((f) => (f >= inputs.lowestOctave ? schoolLimits(school, inputs.volume, f) : null));
  const limits = limitsOf(inputs.school);
  const curve = (counts: Counts): Curve => curveFor(inputs, counts, panelAlpha, limits);
  const bare = curve({});
  const chosen = curve(Object.fromEntries(inputs.faces.filter((f) => f.chosen > 0).map((f) => [f.id, f.chosen])));
  const answer = answerFor(inputs, panelAlpha, limits, solver, curve);
  progress(0.8);
  const order = hangingOrder(inputs);
  const stride = 4 * Math.max(1, Math.ceil(order.length / 4 / MOST_STEPS));
  const steps = Array.from({ length: Math.floor(order.length / stride) + 1 }, (_, i) => {
    const { mid, inside } = curve(countsOf(order.slice(0, stride * i)));
    return { panels: stride * i, mid, inside };
  });
  const judgedBy = (school: School, counts: Counts) => curveFor(inputs, counts, panelAlpha, limitsOf(school)).inside;
  const result: DecayResult = {
    inputs,
    octaves: OCTAVES,
    panelAlpha,
    limits: [...limits],
    allLimits: OCTAVES.map((f) => schoolLimits(inputs.school, inputs.volume, f)),
    midTarget: listeningRoomTime(inputs.volume),
    bare,
    chosen,
    answer,
    forMarks: inputs.faces.filter((f) => f.usable).reduce((sum, f) => sum + f.needed, 0),
    steps,
    schools: SCHOOLS.map((school) => ({
      school,
      bare: judgedBy(school, {}),
      chosen: judgedBy(school, chosen.counts),
      answer: 'curve' in answer ? judgedBy(school, answer.curve.counts) : null,
    })),
    schroeder: schroederWithDecay(
      chosen.eyring.map((t) => t ?? 0.01),
      inputs.volume,
    ).f,
  };
  progress(1);
  return { result, issues: issuesFor(inputs, result), working: decayWorking(inputs, result) };
}
