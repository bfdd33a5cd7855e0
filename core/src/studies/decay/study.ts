/**
 * Decay: how long the room rings per octave, what is asked for, and the smallest number of panels that brings it there.
 *
 * By Eyring a band's limits become limits on ΣSα, linear in the number of panels on each surface, so that the whole
 * question is an integer programme (decayAnswer.ts), solved to a proven optimum.
 */
import { DELANY_BAZLEY_RANGE } from '../../physics/absorbers/porous';
import type { IntegerSolver } from '../../dosage/solver';
import { coverOf } from '../../document/recipes';
import type { Project } from '../../document/schema/project';
import { areasOf, fillDepth, gapOf } from '../../recipes/curve';
import { fillResistivityOf, isThinPanel } from '../../recipes/kind';
import type { Recipe } from '../../recipes/types';
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
import { bandAir, bandSurfaces, type Curve, curveFor, type DecayFace, type Judged, type MixPiece } from './curves';
import type { AskedPiece, DecayInputs, DecayResult, DecayStudied } from './types';
import { decayWorking } from './working';
import { pieceSpread, spreadsOf, takenOctaves, taughtPieces } from './spreads';
import { clipConvex } from '../../geometry/clip';
import { outlineArea } from '../../geometry/polygon';
import type { Vec2 } from '../../geometry/vector';
import { twinOf } from '../../room/hung/corners';
import type { PlacedPiece } from '../../room/pieces';
import { type MarksResult, studyMarks } from '../marks/study';
import { hiddenBy, numberedIn } from '../../room/places';
import { objectAbsorption, stretchesOf } from '../../room/absorption';
import { type Setting, type SettingFace, settingOf } from '../../room/setting';
import type { Issue, Study } from '../types';

/** Inputs of the study from the document; cheap, so that the page can compare them with the last ones. */
export function decayInputs(
  project: Project,
  setting: Setting = settingOf(project),
  marks: MarksResult = studyMarks(project, setting).result,
): DecayInputs {
  const { usable, marksFirst, leftRightAlike, cover } = project.treatment;
  const recipe = coverOf(project);
  const numbered = numberedIn(setting);
  const taught = taughtPieces(setting);
  const laid = setting.placed.map((piece) => laidPiece(setting, taught, piece));
  const spreads = spreadsOf(setting);
  const faces = stretchesOf(setting).map((s): DecayFace => {
    const shared = {
      id: s.id,
      surface: s.face.surface,
      name: s.name,
      area: s.area,
      axis: s.face.axis,
      alpha: [...s.material.alpha],
      spread: spreads.of(s),
      material: s.material.id,
      isFloor: s.face.kind === 'floor',
      isPart: s.id !== s.face.id,
    };
    // Panels hang on what shows of the face itself.
    if (shared.isPart) return { ...shared, usable: false, capacity: 0, needed: 0, chosen: 0 };
    const asked = marks.covers.find((c) => c.face === s.id)!;
    const fits = Math.floor((freeArea(shared, laid) + 1e-9) / (recipe.width * recipe.height));
    const capacity = Math.min(asked.capacity, fits);
    const decided = numbered.find((n) => n.recipe.id === cover && n.place.id === s.id)?.count ?? 0;
    return {
      ...shared,
      usable: usable.includes(s.face.surface),
      capacity,
      needed: asked.needed ?? 0,
      chosen: Math.min(decided, capacity),
    };
  });
  const on = (side: string): string[] =>
    setting.faces.filter((f) => f.kind === 'wall' && f.side === side && usable.includes(f.id)).map((f) => f.id);
  const [left, right] = [on('left'), on('right')];
  return {
    bands: OCTAVES,
    volume: setting.solid.volume,
    c: setting.c,
    rho: setting.rho,
    mEnergy: setting.mEnergy,
    missed: setting.learned?.missed ?? null,
    longer: setting.learned?.formula ?? OCTAVES.map(() => 1),
    faces,
    laid,
    objects: OCTAVES.map((_, b) => objectAbsorption(setting, b)),
    objectSpread: spreads.things,
    panel: { width: recipe.width, height: recipe.height },
    taught,
    recipe,
    school: project.target.school,
    own: project.target.own.map((t) => ({ ...t })),
    mix: numbered
      .filter((n) => n.recipe.id !== cover || n.place.faces.length > 1)
      .map(({ recipe: other, place, count }) => {
        const { exposed, parts } = hiddenBy(place, other);
        return { recipe: other, place: place.id, count, front: exposed, parts, spread: pieceSpread(taught, other) };
      }),
    lowestOctave: project.target.lowestOctave,
    marksFirst,
    alike: leftRightAlike && left.length > 0 && right.length > 0 ? [left, right] : null,
  };
}

/** Area of a face that nothing laid out hides, m². */
export const freeArea = (face: Pick<DecayFace, 'id' | 'area'>, laid: readonly Pick<MixPiece, 'parts'>[]): number =>
  laid.reduce(
    (left, p) => Math.max(0, left - p.parts.reduce((sum, t) => sum + (t.face === face.id ? t.area : 0), 0)),
    face.area,
  );

/** What of a face a piece hides, by what is there: what shows of the face itself, a patch of it, a window. */
function hiddenParts(face: SettingFace, outline: readonly Vec2[]): { face: string; area: number }[] {
  const parts = face.parts
    .filter((t) => t.material !== null)
    .map((t) => ({ face: t.id, area: Math.abs(outlineArea(clipConvex(t.outline, outline))) }))
    .filter((t) => t.area > 1e-9);
  const own = Math.abs(outlineArea(outline)) - parts.reduce((sum, t) => sum + t.area, 0);
  return own > 1e-9 ? [{ face: face.id, area: own }, ...parts] : parts;
}

/** A piece in its definite place: the wall it hides, on both faces of a corner or an edge, and what shows of its front. */
function laidPiece(setting: Setting, taught: DecayInputs['taught'], piece: PlacedPiece): AskedPiece {
  const { recipe, face, outline, box } = piece;
  const on = setting.faces.find((f) => f.id === face)!;
  const twin = twinOf(setting, on, box, recipe);
  const parts = hiddenParts(on, outline);
  if (twin) parts.push({ face: twin.face.id, area: Math.abs(outlineArea(twin.outline)) });
  const { exposed, covered } = areasOf(recipe);
  const hidden = parts.reduce((sum, t) => sum + t.area, 0);
  return {
    recipe,
    place: face,
    count: 1,
    front: (exposed * hidden) / covered,
    parts,
    spread: pieceSpread(taught, recipe),
  };
}

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
