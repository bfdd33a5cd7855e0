/**
 * Decay: how long the room rings per octave, what is asked for, and the smallest number of panels that brings it there.
 *
 * By Eyring a band's limits become limits on ΣSα, linear in the number of panels on each surface, so that the whole
 * question is an integer programme (decayAnswer.ts), solved to a proven optimum.
 */
import { airGap } from '../../physics/absorbers/fills';
import { octaveAbsorption } from '../../physics/absorbers/layers';
import { DELANY_BAZLEY_RANGE } from '../../physics/absorbers/porous';
import type { IntegerSolver } from '../../dosage/solver';
import { SPREAD } from '../../materials/library';
import { recipeOf } from '../../document/recipes';
import type { PanelRecipe, Project } from '../../document/schema/project';
import { recipeOctaves, recipeSpread } from '../../recipes/curve';
import {
  arauPuchades,
  type DecayFormula,
  eyring,
  fitzroy,
  kuttruff,
  LOGARITHM_CAP,
  millington,
  sabine,
} from '../../physics/reverberation/decay';
import { OCTAVE_MIDBANDS, OCTAVES } from '../../quantities/bands';
import {
  boundedListeningRoomTime,
  listeningRoomTime,
  type School,
  schoolLimits,
  SCHOOLS,
} from '../../criteria/decayTargets';
import { schroederWithDecay } from '../bass/study';
import { answerFor, type Counts, countsOf, hangingOrder } from './answer';
import {
  bandSurfaces,
  coveredAlpha,
  type Curve,
  curveFor,
  type DecayFace,
  type Judged,
  type MixPiece,
  PANEL_SPREAD,
} from './curves';
import type { DecayInputs, DecayResult } from './types';
import { decayWorking } from './working';
import { outlineArea } from '../../geometry/polygon';
import { BOARD_ALPHA, isCloth, localAbsorption, pieceLayers, SCATTER } from '../../room/hung';
import { type MarksResult, studyMarks } from '../marks/study';
import { fitsOn, hiddenBy, placesOf } from '../../room/places';
import { objectAbsorption, stretchesOf } from '../../room/absorption';
import { type Setting, settingOf } from '../../room/setting';
import type { Issue, Study } from '../types';

/** Inputs of the study from the document; cheap, so that the page can compare them with the last ones. */
export function decayInputs(
  project: Project,
  setting: Setting = settingOf(project),
  marks: MarksResult = studyMarks(project, setting).result,
): DecayInputs {
  const { panel, counts, usable, marksFirst, leftRightAlike } = project.treatment;
  const pieces = setting.hung.map((piece) => ({
    piece,
    face: setting.faces.find((f) => f.id === piece.face)!,
    area: Math.abs(outlineArea(piece.outline)),
  }));
  const under = (face: string) => pieces.filter((p) => p.face.id === face).reduce((sum, p) => sum + p.area, 0);
  const bare = stretchesOf(setting).map((s): DecayFace => {
    const shared = {
      id: s.id,
      surface: s.face.surface,
      name: s.name,
      area: s.id === s.face.id ? Math.max(0, s.area - under(s.id)) : s.area,
      axis: s.face.axis,
      alpha: [...s.material.alpha],
      spread: SPREAD[s.material.source],
      isFloor: s.face.kind === 'floor',
      isPart: s.id !== s.face.id,
      piece: null,
    };
    // Panels hang on what shows of the face itself.
    if (shared.isPart) return { ...shared, usable: false, capacity: 0, needed: 0, chosen: 0 };
    const cover = marks.covers.find((c) => c.face === s.id)!;
    const fits = Math.floor((shared.area + 1e-9) / (panel.width * panel.height));
    const capacity = Math.min(cover.capacity, fits);
    return {
      ...shared,
      usable: usable.includes(s.face.surface),
      capacity,
      needed: cover.needed ?? 0,
      chosen: Math.min(counts[s.id] ?? 0, capacity),
    };
  });
  const hung = pieces.map(({ piece, face, area }): DecayFace => ({
    id: piece.id,
    surface: face.surface,
    name: piece.name,
    area,
    axis: face.axis,
    // Of the wall behind: what the piece adds is worked out by the study.
    alpha: [...face.material.alpha],
    spread: PANEL_SPREAD,
    isFloor: face.kind === 'floor',
    isPart: true,
    piece: {
      kind: piece.kind,
      depth: piece.depth,
      gap: piece.gap,
      layers: piece.kind === 'absorber' ? [] : pieceLayers(piece, panel.flowResistivity),
    },
    usable: false,
    capacity: 0,
    needed: 0,
    chosen: 0,
  }));
  const on = (side: string): string[] =>
    setting.faces.filter((f) => f.kind === 'wall' && f.side === side && usable.includes(f.id)).map((f) => f.id);
  const [left, right] = [on('left'), on('right')];
  return {
    bands: OCTAVES,
    volume: setting.solid.volume,
    c: setting.c,
    rho: setting.rho,
    mEnergy: setting.mEnergy,
    faces: [...bare, ...hung],
    hungPanels: pieces.filter((p) => isCloth(p.piece.kind)).length,
    hungArea: pieces.reduce((sum, p) => sum + p.area, 0),
    objects: OCTAVES.map((_, b) => objectAbsorption(setting, b)),
    objectSpread: objectSpread(setting),
    panel: { width: panel.width, height: panel.height },
    recipe: { ...panel },
    school: project.target.school,
    own: project.target.own.map((t) => ({ ...t })),
    mix: chosenMix(project, setting),
    lowestOctave: project.target.lowestOctave,
    marksFirst,
    alike: leftRightAlike && left.length > 0 && right.length > 0 ? [left, right] : null,
  };
}

/** Pieces of other recipes decided on; places that this state of the room does not have are left out. */
function chosenMix(project: Project, setting: Setting): DecayInputs['mix'] {
  const { mix } = project.treatment;
  if (Object.keys(mix).length === 0) return [];
  const places = placesOf(setting);
  return Object.entries(mix).flatMap(([id, counts]) => {
    const recipe = recipeOf(project, id);
    return Object.entries(counts).flatMap(([placeId, n]) => {
      const place = places.find((p) => p.id === placeId);
      const count = place ? Math.min(n, fitsOn(setting, place, recipe)) : 0;
      if (!place || count === 0) return [];
      const { exposed, parts } = hiddenBy(place, recipe);
      return [{ recipe, place: placeId, count, front: exposed, parts, spread: recipeSpread(recipe) }];
    });
  });
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
    ...airGap(recipe.gap),
  ];
  return OCTAVE_MIDBANDS.map((f) => octaveAbsorption(layers, f, 'bulk', { rho, c }));
}

/** Inputs with the coefficients of what hangs in definite places. */
export function roomWithPieces(inputs: DecayInputs, panelAlpha: readonly number[]): DecayInputs {
  const { recipe } = inputs;
  const known = new Map([[`${recipe.depth}|${recipe.gap}`, panelAlpha]]);
  const absorber = ({ depth, gap }: { depth: number; gap: number }): readonly number[] => {
    const key = `${depth}|${gap}`;
    const found = known.get(key) ?? recipeAbsorption({ ...recipe, depth, gap }, inputs.rho, inputs.c);
    known.set(key, found);
    return found;
  };
  const faces = inputs.faces.map((f): DecayFace => {
    if (!f.piece) return f;
    const { piece } = f;
    // Scatterers and boards send sound on; what they take is typical, and stands for the wall behind them too.
    const alpha =
      piece.kind === 'absorber'
        ? absorber(piece).map((a, b) => coveredAlpha(a, f.alpha[b]!))
        : piece.layers.length > 0
          ? localAbsorption(piece.layers, inputs.rho, inputs.c).map((a, b) => coveredAlpha(a, f.alpha[b]!))
          : f.alpha.map(() => (piece.kind === 'scatter' ? SCATTER.absorbed : BOARD_ALPHA));
    return { ...f, alpha };
  });
  return { ...inputs, faces };
}

/** What pieces of other recipes absorb over the wall they hide. */
export function mixPieces(inputs: DecayInputs): MixPiece[] {
  const known = new Map<string, number[]>();
  return inputs.mix.map(({ recipe, ...rest }) => {
    const alpha = known.get(recipe.id) ?? recipeOctaves(recipe, { rho: inputs.rho, c: inputs.c });
    known.set(recipe.id, alpha);
    const hidden = rest.parts.reduce((sum, t) => sum + t.area, 0);
    return { ...rest, recipe: recipe.id, alpha: alpha.map((a) => Math.min(LOGARITHM_CAP, (a * rest.front) / hidden)) };
  });
}

/** Every formula per octave. */
function byFormula(
  inputs: DecayInputs,
  counts: Counts,
  panelAlpha: readonly number[],
  mix: readonly MixPiece[],
): Record<DecayFormula, (number | null)[]> {
  const rooms = inputs.bands.map((_, b) => ({
    volume: inputs.volume,
    c: inputs.c,
    mEnergy: inputs.mEnergy[b]!,
    objects: inputs.objects[b]!,
    surfaces: bandSurfaces(inputs, counts, panelAlpha, b, 0, mix),
  }));
  return {
    sabine: rooms.map(sabine),
    eyring: rooms.map(eyring),
    millington: rooms.map(millington),
    fitzroy: rooms.map(fitzroy),
    arauPuchades: rooms.map(arauPuchades),
    kuttruff: rooms.map((r) => kuttruff(r)),
  };
}

function issuesFor(inputs: DecayInputs, result: DecayResult): Issue[] {
  const issues: Issue[] = [];
  const { answer } = result;
  if ('curve' in answer && answer.status !== 'reached') {
    const { worst, panels } = answer.curve;
    const band = worst ? OCTAVES.indexOf(worst.octave as (typeof OCTAVES)[number]) : -1;
    const shared = { severity: 'warning' as const, where: [] };
    if (answer.status === 'wishes-conflict')
      issues.push({ ...shared, code: 'decay.wishes-conflict', values: { panels } });
    else if (worst) {
      const { octave, time, limit } = worst;
      const values = { panels, octave, time, limit, alpha: result.panelAlpha[band]! };
      issues.push({ ...shared, code: `decay.${answer.status}`, values });
    }
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
  asked: DecayInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): Study<DecayResult> {
  const panelAlpha = recipeAbsorption(asked.recipe, asked.rho, asked.c);
  const inputs = roomWithPieces(asked, panelAlpha);
  progress(0.3);
  const mix = mixPieces(inputs);
  const limitsOf = (school: School): Judged =>
    OCTAVES.map((f) => (f >= inputs.lowestOctave ? schoolLimits(school, inputs.volume, f, inputs.own) : null));
  const limits = limitsOf(inputs.school);
  const curve = (counts: Counts): Curve => curveFor(inputs, counts, panelAlpha, limits);
  const bare = curve({});
  const chosenCounts = Object.fromEntries(inputs.faces.filter((f) => f.chosen > 0).map((f) => [f.id, f.chosen]));
  const chosen = curveFor(inputs, chosenCounts, panelAlpha, limits, mix);
  const answer = answerFor(inputs, panelAlpha, limits, solver, curve);
  progress(0.8);
  const order = hangingOrder(inputs);
  const stride = 4 * Math.max(1, Math.ceil(order.length / 4 / MOST_STEPS));
  const steps = Array.from({ length: Math.floor(order.length / stride) + 1 }, (_, i) => {
    const { mid, inside } = curve(countsOf(order.slice(0, stride * i)));
    return { panels: inputs.hungPanels + stride * i, mid, inside };
  });
  const judgedBy = (school: School, counts: Counts, others: readonly MixPiece[] = []) =>
    curveFor(inputs, counts, panelAlpha, limitsOf(school), others).inside;
  const result: DecayResult = {
    inputs,
    octaves: OCTAVES,
    panelAlpha,
    limits: [...limits],
    allLimits: OCTAVES.map((f) => schoolLimits(inputs.school, inputs.volume, f, inputs.own)),
    midTarget: (inputs.school === 'by-volume-unbounded' ? listeningRoomTime : boundedListeningRoomTime)(inputs.volume),
    bare,
    chosen,
    answer,
    forMarks: inputs.faces.filter((f) => f.usable).reduce((sum, f) => sum + f.needed, 0),
    steps,
    mix,
    formulas: { bare: byFormula(inputs, {}, panelAlpha, []), chosen: byFormula(inputs, chosenCounts, panelAlpha, mix) },
    schools: SCHOOLS.filter((s) => s !== 'own' || inputs.own.length > 0).map((school) => ({
      school,
      bare: judgedBy(school, {}),
      chosen: judgedBy(school, chosen.counts, mix),
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
