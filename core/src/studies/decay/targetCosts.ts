/** What every school of target costs here: the fewest of the panel used at marks that reach it, and their price. Long: for a worker. */
import type { IntegerSolver } from '../../dosage/solver';
import { OCTAVES } from '../../quantities/bands';
import { billOf } from '../../recipes/bill';
import { type School, schoolLimits, SCHOOLS } from '../../criteria/decayTargets';
import { studied } from './study';
import { answerFor } from './answer';
import { curveFor, type Judged } from './curves';
import type { TargetCostInputs } from './targetCostInputs';
import type { Answer } from './types';

export interface TargetCost {
  school: School;
  status: Answer['status'];
  /** Fewest panels; null where none reach it. */
  panels: number | null;
  cost: number | null;
}

export function studyTargetCosts(
  { decay, cover, prices, workshop, c }: TargetCostInputs,
  solver: IntegerSolver,
  progress: (part: number) => void = () => {},
): TargetCost[] {
  const { inputs: room, panelAlpha } = studied(decay);
  const panelCost = billOf(cover, prices, { c, workshop }).cost;
  const schools = SCHOOLS.filter((s) => s !== 'own' || decay.own.length > 0);
  return schools.map((school, i) => {
    const inputs = { ...room, school };
    const limits: Judged = OCTAVES.map((f) =>
      f >= inputs.lowestOctave ? schoolLimits(school, inputs.volume, f, inputs.own) : null,
    );
    const answer = answerFor(inputs, panelAlpha, limits, solver, (counts) =>
      curveFor(inputs, counts, panelAlpha, limits),
    );
    progress((i + 1) / schools.length);
    const panels = answer.status === 'reached' ? answer.curve.panels - inputs.laid.length : null;
    return { school, status: answer.status, panels, cost: panels === null ? null : panels * panelCost };
  });
}
