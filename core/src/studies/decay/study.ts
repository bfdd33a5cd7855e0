/**
 * Decay: how long the room rings per octave, what is asked for, and the smallest number of panels that brings it there.
 *
 * By Eyring a band's limits become limits on ΣSα, linear in the number of panels on each surface, so that the whole
 * question is an integer programme (decayAnswer.ts), solved to a proven optimum.
 */
import { DELANY_BAZLEY_RANGE } from '../../physics/absorbers/porous';
import type { IntegerSolver } from '../../dosage/solver';
import { fillDepth, gapOf } from '../../recipes/curve';
import { fillResistivityOf, isThinPanel } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
import { type DecayFormula, eyring, LOGARITHM_CAP, sabine } from '../../physics/reverberation/decay';
import { arauPuchades, fitzroy, kuttruff, millington } from '../../physics/reverberation/formulas';
import { OCTAVES } from '../../quantities/bands';
import {
  boundedListeningRoomTime,
  listeningRoomTime,
  type School,
  schoolLimits,
  SCHOOLS,
} from '../../criteria/decayTargets';
import { schroederWithDecay } from '../bass/study';
import { answerFor, type Counts, countsChosen, countsOf, hangingOrder } from './answer';
import { bandAir, bandSurfaces, type Curve, curveFor, type Judged, type MixPiece } from './curves';
import type { AskedPiece, DecayInputs, DecayResult, DecayStudied } from './types';
import { decayWorking } from './working';
import { takenOctaves } from './spreads';
import type { Issue, Study } from '../types';

/** Pieces with what they absorb over the wall they hide, by the curve of their recipe. */
export function withAlpha(pieces: readonly AskedPiece[], alphaOf: (recipe: Recipe) => readonly number[]): MixPiece[] {
  const known = new Map<Recipe, readonly number[]>();
  return pieces.map(({ recipe, ...rest }) => {
    const alpha = known.get(recipe) ?? alphaOf(recipe);
    known.set(recipe, alpha);
    const hidden = rest.parts.reduce((sum, t) => sum + t.area, 0);
    return { ...rest, recipe: recipe.id, alpha: alpha.map((a) => Math.min(LOGARITHM_CAP, (a * rest.front) / hidden)) };
  });
}

/** The inputs with the coefficients of all pieces, and of the panel counted by number. */
export function studied(inputs: DecayInputs): { inputs: DecayStudied; panelAlpha: number[] } {
  const alphaOf = (recipe: Recipe) => takenOctaves(inputs.taught, recipe, inputs);
  const { laid, mix } = inputs;
  return {
    inputs: { ...inputs, laid: withAlpha(laid, alphaOf), mix: withAlpha(mix, alphaOf) },
    panelAlpha: alphaOf(inputs.recipe),
  };
}

/** Every formula per octave. */
function byFormula(
  inputs: DecayStudied,
  counts: Counts,
  panelAlpha: readonly number[],
  mix: readonly MixPiece[],
): Record<DecayFormula, (number | null)[]> {
  const rooms = inputs.bands.map((_, b) => ({
    ...bandAir(inputs, b),
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

/** The octave that decides most rooms, Hz. */
const LOW_HZ = 125;

function issuesFor(inputs: DecayStudied, result: DecayResult): Issue[] {
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
  const { recipe } = inputs;
  const [gap, depth, sigma] = [gapOf(recipe), fillDepth(recipe), fillResistivityOf(recipe)];
  const note = { severity: 'note' as const, where: [] };
  if (gap > depth + 1e-9) issues.push({ ...note, code: 'decay.gap-deeper-than-panel', values: { gap, depth } });
  if (isThinPanel(recipe))
    issues.push({ ...note, code: 'decay.thin-panel', values: { depth, alpha: result.panelAlpha[1]! } });
  if (sigma !== null && (inputs.rho * LOW_HZ) / sigma < DELANY_BAZLEY_RANGE[0])
    issues.push({ ...note, code: 'decay.fill-dense-for-bass', values: { sigma } });
  return issues;
}

const limitsOf = (inputs: DecayStudied, school: School): Judged =>
  OCTAVES.map((f) => (f >= inputs.lowestOctave ? schoolLimits(school, inputs.volume, f, inputs.own) : null));

/** What is decided, without asking how many it would take. */
export function chosenDecay(asked: DecayInputs) {
  const { inputs, panelAlpha } = studied(asked);
  const { mix } = inputs;
  const limits = limitsOf(inputs, inputs.school);
  const chosenCounts = countsChosen(inputs);
  const chosen = curveFor(inputs, chosenCounts, panelAlpha, limits, mix);
  return { inputs, panelAlpha, mix, limits, chosenCounts, chosen };
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
  const { inputs, panelAlpha, mix, limits, chosen, chosenCounts } = chosenDecay(asked);
  progress(0.3);
  const curve = (counts: Counts): Curve => curveFor(inputs, counts, panelAlpha, limits);
  const bare = curve({});
  const answer = answerFor(inputs, panelAlpha, limits, solver, curve);
  progress(0.8);
  const order = hangingOrder(inputs);
  const stride = 4 * Math.max(1, Math.ceil(order.length / 4 / MOST_STEPS));
  const steps = Array.from({ length: Math.floor(order.length / stride) + 1 }, (_, i) => {
    const { mid, inside } = curve(countsOf(order.slice(0, stride * i)));
    return { panels: inputs.laid.length + stride * i, mid, inside };
  });
  const judgedBy = (school: School, counts: Counts, others: readonly MixPiece[] = []) =>
    curveFor(inputs, counts, panelAlpha, limitsOf(inputs, school), others).inside;
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
