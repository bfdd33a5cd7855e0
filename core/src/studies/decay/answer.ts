/**
 * The smallest number of panels: limits on decay become linear limits on ΣSα, the rest is an integer programme.
 *
 * Every judged band between its limits, no more on a surface than fit, and where asked no fewer than its marks need and left
 * as many as right. Among equal numbers the one that fills the surfaces most evenly.
 */
import type { IntegerRow, IntegerSolver } from '../../dosage/solver';
import { OCTAVES } from '../../quantities/bands';
import { LOGARITHM_CAP, meanAlphaForTime } from '../../physics/reverberation/decay';
import { bandAir, bandSurfaces, coveredAlpha, type Curve, type DecayFace, type Judged } from './curves';
import type { Answer, DecayStudied } from './types';

interface Wishes {
  lowerLimits: boolean;
  marks: boolean;
  alike: boolean;
}

/** The integer programme of the inputs; columns are the usable faces. */
function programmeFor(
  inputs: DecayStudied,
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
    // Things absorb outside the logarithm, as air does.
    const outside = inputs.mEnergy[b]! + inputs.objects[b]! / (4 * inputs.volume);
    const areaFor = (time: number) =>
      surface * meanAlphaForTime(time, inputs.volume, surface, bandAir(inputs, b).c, outside) - bare;
    rows.push({
      name: `octave ${OCTAVES[b]}`,
      coefficients: faces.map((f) => {
        const wall = Math.min(LOGARITHM_CAP, f.alpha[b]!);
        return area * (coveredAlpha(panelAlpha[b]!, wall) - wall);
      }),
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
    const coefficients = faces.map((f) => (l.includes(f.id) ? 1 : r.includes(f.id) ? -1 : 0));
    rows.push({ name: 'alike', coefficients, lower: 0, upper: 0 });
  }
  return { cost: faces.map(() => 1), max: faces.map((f) => f.capacity), rows };
}

/** Most even filling is found in steps of this part of a surface's capacity. */
const EVEN_STEPS = 200;

export type Counts = Record<string, number>;

/** Panels of the covering recipe decided by number, by face. */
export const countsChosen = ({ faces }: DecayStudied): Counts =>
  Object.fromEntries(faces.filter((f) => f.chosen > 0).map((f) => [f.id, f.chosen]));

function fewestPanels(
  inputs: DecayStudied,
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
export function hangingOrder(inputs: DecayStudied): string[] {
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

export function countsOf(order: readonly string[]): Counts {
  const counts: Counts = {};
  for (const id of order) counts[id] = (counts[id] ?? 0) + 1;
  return counts;
}

/** Best neighbour with one panel more or less: the one whose worst band is nearest its limits. */
function neighbour(inputs: DecayStudied, counts: Counts, by: 1 | -1, curve: (counts: Counts) => Curve): Curve | null {
  const distance = (c: Curve): number =>
    c.worst ? Math.max(c.worst.time / c.worst.limit, c.worst.limit / Math.max(c.worst.time, 1e-6)) : 1;
  const options = inputs.faces
    .filter((f) => f.usable && (by === 1 ? (counts[f.id] ?? 0) < f.capacity : (counts[f.id] ?? 0) > 0))
    .map((f) => curve({ ...counts, [f.id]: (counts[f.id] ?? 0) + by }));
  return options.length > 0 ? options.reduce((best, c) => (distance(c) < distance(best) ? c : best)) : null;
}

/** The answer with its neighbours, or the nearest to one and why. */
export function answerFor(
  inputs: DecayStudied,
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
