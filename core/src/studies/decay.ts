/**
 * Decay: how long the room rings per octave, what is asked for, and the smallest number of panels that brings it there.
 *
 * By Eyring a band's limits become limits on ΣSα, linear in the number of panels on each surface, so that the whole
 * question is an integer programme: fewest panels, every judged band between its limits, no more on a surface than fit, and
 * where asked no fewer than its marks need and left as many as right. Solved to a proven optimum; among equal numbers the
 * one that fills the surfaces most evenly.
 */
import { octaveAbsorption } from '../absorbers/layers';
import { DELANY_BAZLEY_RANGE } from '../absorbers/porous';
import type { IntegerRow, IntegerSolver } from '../dosage/solver';
import { SPREAD } from '../materials/library';
import type { PanelRecipe, Project } from '../project/schema';
import { OCTAVE_MIDBANDS, OCTAVES } from '../quantities/bands';
import { LOGARITHM_CAP, meanAlphaForTime } from '../reverberation/decay';
import { listeningRoomTime, type School, schoolLimits, SCHOOLS } from '../targets/targets';
import { schroederWithDecay } from './bass';
import { bandSurfaces, type Curve, curveFor, type DecayFace, type DecayRoom, type Judged } from './decayCurves';
import { decayWorking } from './decayWorking';
import { type MarksResult, studyMarks } from './marks';
import { type Setting, settingOf } from './setting';
import type { Issue, Study } from './types';

/** Plain values a worker can be sent. */
export interface DecayInputs extends DecayRoom {
  rho: number;
  recipe: PanelRecipe;
  school: School;
  lowestOctave: number;
  marksFirst: boolean;
  /** Left and right wall, when they must carry as many. */
  alike: [string, string] | null;
}

export type Answer =
  | { status: 'reached'; curve: Curve; fewer: Curve | null; more: Curve | null }
  /** Enough panels for the upper limits make other bands too dead. */
  | { status: 'too-dead'; curve: Curve }
  /** Even everything full does not absorb enough. */
  | { status: 'not-enough'; curve: Curve }
  /** What the marks need already goes too far, or the wish for both sides alike cannot be kept. */
  | { status: 'wishes-conflict'; curve: Curve }
  | { status: 'undecided'; reason: string };

export interface DecayResult {
  inputs: DecayInputs;
  octaves: readonly number[];
  panelAlpha: number[];
  limits: ({ lower: number; upper: number | null } | null)[];
  /** Limits before the lowest judged octave was applied, for drawing. */
  allLimits: ({ lower: number; upper: number | null } | null)[];
  midTarget: number;
  bare: Curve;
  chosen: Curve;
  answer: Answer;
  /** Panels that first reflections need on usable surfaces. */
  forMarks: number;
  /** Mid-band decay after each further four panels, in the order they would be hung. */
  steps: { panels: number; mid: number | null; inside: boolean }[];
  schools: { school: School; bare: boolean; chosen: boolean; answer: boolean | null }[];
  /** Of the room with the panels chosen, Hz. */
  schroeder: number;
}

/** Inputs of the study from the document; cheap, so that the page can compare them with the last ones. */
export function decayInputs(
  project: Project,
  setting: Setting = settingOf(project),
  marks: MarksResult = studyMarks(project, setting).result,
): DecayInputs {
  const { panel, counts, usable, marksFirst, leftRightAlike } = project.treatment;
  const faces = setting.faces.map((f): DecayFace => {
    const cover = marks.covers.find((c) => c.face === f.id)!;
    return {
      id: f.id,
      name: f.name,
      area: f.area,
      axis: f.axis,
      alpha: [...f.material.alpha],
      spread: SPREAD[f.material.source],
      usable: usable.includes(f.id),
      capacity: cover.capacity,
      needed: cover.needed ?? 0,
      chosen: Math.min(counts[f.id] ?? 0, cover.capacity),
      isFloor: f.kind === 'floor',
    };
  });
  const only = (name: string): DecayFace | null => {
    const found = setting.faces.filter((f) => f.side === name);
    return found.length === 1 ? faces.find((f) => f.id === found[0]!.id)! : null;
  };
  const [left, right] = [only('left'), only('right')];
  return {
    volume: setting.solid.volume,
    c: setting.c,
    rho: setting.rho,
    mEnergy: setting.mEnergy,
    faces,
    panel: { width: panel.width, height: panel.height },
    recipe: { ...panel },
    school: project.target.school,
    lowestOctave: project.target.lowestOctave,
    marksFirst,
    alike: leftRightAlike && left?.usable && right?.usable ? [left.id, right.id] : null,
  };
}

/** Octave absorption of the recipe: porous fill, open gap, rigid wall; field incidence, refracting in every layer. */
export function recipeAbsorption(recipe: PanelRecipe, rho: number, c: number): number[] {
  const layers = [
    { type: 'porous' as const, model: 'miki' as const, sigma: recipe.flowResistivity, d: recipe.depth },
    ...(recipe.gap > 0 ? [{ type: 'air' as const, d: recipe.gap }] : []),
  ];
  return OCTAVE_MIDBANDS.map((f) => octaveAbsorption(layers, f, 'bulk', { rho0: rho, c0: c }));
}

interface Wishes {
  lowerLimits: boolean;
  marks: boolean;
  alike: boolean;
}

/** The integer programme of the inputs; columns are the usable faces. */
function programmeFor(
  inputs: DecayInputs,
  faces: readonly DecayFace[],
  panelAlpha: readonly number[],
  limits: Judged,
  w: Wishes,
) {
  const surface = inputs.faces.reduce((sum, f) => sum + f.area, 0);
  const area = inputs.panel.width * inputs.panel.height;
  const rows: IntegerRow[] = [];
  limits.forEach((limit, b) => {
    if (!limit) return;
    const bare = bandSurfaces(inputs, {}, panelAlpha, b).reduce((sum, s) => sum + s.area * s.alpha, 0);
    const areaFor = (time: number) =>
      surface * meanAlphaForTime(time, inputs.volume, surface, inputs.c, inputs.mEnergy[b]!) - bare;
    rows.push({
      name: `octave ${OCTAVES[b]}`,
      coefficients: faces.map(
        (f) => area * (Math.min(LOGARITHM_CAP, panelAlpha[b]!) - Math.min(LOGARITHM_CAP, f.alpha[b]!)),
      ),
      lower: limit.upper === null ? null : areaFor(limit.upper),
      upper: w.lowerLimits && limit.lower > 0 ? areaFor(limit.lower) : null,
    });
  });
  if (w.marks && inputs.marksFirst) {
    faces.forEach((f, i) => {
      if (f.needed === 0 || f.needed > f.capacity) return;
      rows.push({
        name: `marks ${f.id}`,
        coefficients: faces.map((_, j) => (i === j ? 1 : 0)),
        lower: f.needed,
        upper: null,
      });
    });
  }
  if (w.alike && inputs.alike) {
    const [l, r] = inputs.alike;
    const coefficients = faces.map((f) => (f.id === l ? 1 : f.id === r ? -1 : 0));
    rows.push({ name: 'alike', coefficients, lower: 0, upper: 0 });
  }
  return { cost: faces.map(() => 1), max: faces.map((f) => f.capacity), rows };
}

/** Most even filling is found in steps of this part of a surface's capacity. */
const EVEN_STEPS = 200;

type Counts = Record<string, number>;

function fewestPanels(
  inputs: DecayInputs,
  panelAlpha: readonly number[],
  limits: Judged,
  solver: IntegerSolver,
  wishes: Wishes,
): { status: 'optimal'; counts: Counts } | { status: 'infeasible' } | { status: 'undecided'; reason: string } {
  const faces = inputs.faces.filter((f) => f.usable && f.capacity > 0);
  const programme = programmeFor(inputs, faces, panelAlpha, limits, wishes);
  const first = solver.solve(programme);
  if (first.status !== 'optimal') return first;
  const total = first.x.reduce((sum, n) => sum + n, 0);
  // Same number, spread around: a further column is the fullest surface's filling, to be made as small as possible.
  const rows = programme.rows.map((r) => ({ ...r, coefficients: [...r.coefficients, 0] }));
  rows.push({ name: 'total', coefficients: [...faces.map(() => 1), 0], lower: total, upper: total });
  faces.forEach((f, i) => {
    const coefficients = [...faces.map((_, j) => (i === j ? EVEN_STEPS / f.capacity : 0)), -1];
    rows.push({ name: `even ${f.id}`, coefficients, lower: null, upper: 0 });
  });
  const even = solver.solve({ cost: [...faces.map(() => 0), 1], max: [...programme.max, EVEN_STEPS], rows });
  const x = even.status === 'optimal' ? even.x.slice(0, faces.length) : first.x;
  return { status: 'optimal', counts: Object.fromEntries(faces.map((f, i) => [f.id, x[i]!])) };
}

/** The order in which panels go up: marks first, then always the emptiest surface; ends when everything is full. */
export function hangingOrder(inputs: DecayInputs): string[] {
  const faces = inputs.faces.filter((f) => f.usable && f.capacity > 0);
  const counts: Counts = Object.fromEntries(faces.map((f) => [f.id, 0]));
  const order: string[] = [];
  const hang = (f: DecayFace) => {
    counts[f.id]! += 1;
    order.push(f.id);
  };
  if (inputs.marksFirst)
    faces.forEach((f) => Array.from({ length: Math.min(f.needed, f.capacity) }).forEach(() => hang(f)));
  const total = faces.reduce((sum, f) => sum + f.capacity, 0);
  while (order.length < total) {
    hang(
      faces
        .filter((f) => counts[f.id]! < f.capacity)
        .reduce((best, f) => (counts[f.id]! / f.capacity < counts[best.id]! / best.capacity ? f : best)),
    );
  }
  return order;
}

function countsOf(order: readonly string[]): Counts {
  return order.reduce<Counts>((counts, id) => ({ ...counts, [id]: (counts[id] ?? 0) + 1 }), {});
}

/** Best neighbour with one panel more or less: the one whose worst band is nearest its limits. */
function neighbour(inputs: DecayInputs, counts: Counts, by: 1 | -1, curve: (counts: Counts) => Curve): Curve | null {
  const distance = (c: Curve): number =>
    c.worst ? Math.max(c.worst.time / c.worst.limit, c.worst.limit / Math.max(c.worst.time, 1e-6)) : 1;
  const options = inputs.faces
    .filter((f) => f.usable && (by === 1 ? (counts[f.id] ?? 0) < f.capacity : (counts[f.id] ?? 0) > 0))
    .map((f) => curve({ ...counts, [f.id]: (counts[f.id] ?? 0) + by }));
  return options.length > 0 ? options.reduce((best, c) => (distance(c) < distance(best) ? c : best)) : null;
}

function answerFor(
  inputs: DecayInputs,
  panelAlpha: readonly number[],
  limits: Judged,
  solver: IntegerSolver,
  curve: (counts: Counts) => Curve,
): Answer {
  const attempt = (wishes: Wishes) => fewestPanels(inputs, panelAlpha, limits, solver, wishes);
  const full = attempt({ lowerLimits: true, marks: true, alike: true });
  if (full.status === 'undecided') return full;
  if (full.status === 'optimal') {
    return {
      status: 'reached',
      curve: curve(full.counts),
      fewer: neighbour(inputs, full.counts, -1, curve),
      more: neighbour(inputs, full.counts, 1, curve),
    };
  }
  const plain = attempt({ lowerLimits: true, marks: false, alike: false });
  if (plain.status === 'undecided') return plain;
  if (plain.status === 'optimal') return { status: 'wishes-conflict', curve: curve(plain.counts) };
  const enough = attempt({ lowerLimits: false, marks: true, alike: true });
  if (enough.status === 'undecided') return enough;
  if (enough.status === 'optimal') return { status: 'too-dead', curve: curve(enough.counts) };
  return { status: 'not-enough', curve: curve(countsOf(hangingOrder(inputs))) };
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
  const steps = Array.from({ length: Math.floor(order.length / 4) + 1 }, (_, i) => {
    const { mid, inside } = curve(countsOf(order.slice(0, 4 * i)));
    return { panels: 4 * i, mid, inside };
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
