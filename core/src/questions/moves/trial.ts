/** Tries a move: the document it makes, through the same studies as the open one, and what of the verdict changed. */
import { applyCommand, CommandRefused } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';
import { chosenDecay } from '../../studies/decay/study';
import { outsideOf } from '../../studies/dose/bench';
import { workPlan } from '../../studies/build/work';
import type { SwingVerdict } from '../../studies/bass/types';
import type { Issue } from '../../studies/types';
import { buildAt } from '../build';
import { measuresAt } from '../figures';
import { type Glance, glanceAt } from '../glance';
import { commandOf } from './stamp';
import type { Candidate, Effect, Move } from './types';
import { type Standing, wantings } from './worth';

/** A document with everything a move is weighed by. */
export interface Tried {
  project: Project;
  glance: Glance;
  standing: Standing;
  /** What is decided for the decay, with its limits. */
  decay: Pick<ReturnType<typeof chosenDecay>, 'chosen' | 'limits'>;
  cost: number;
  hours: number;
  /** Warnings and faults of Survey, Seat and Hang, told apart. */
  doubts: ReadonlySet<string>;
}

const nameOf = ({ code, where, values }: Issue): string =>
  [
    code,
    ...where,
    ...(['name', 'letter'] as const).map((key) => (key in values ? String(values[key as never]) : '')),
  ].join(' ');

/** @param swing of the waves; null: not solved, and the verdict counts nulls by closed forms */
export function weighed(glance: Glance, swing: SwingVerdict | null): Tried {
  const { project } = glance;
  const { chosen, limits, mix } = chosenDecay(glance.decay);
  const marks = glance.marks.result;
  const worst = marks.worstBare?.levelDb ?? null;
  const judged = limits.filter((l) => l !== null).length;
  const build = buildAt(project).result;
  return {
    ...{ project, glance, decay: { chosen, limits }, cost: build.cost, hours: workPlan(project, build).hours },
    standing: {
      measures: measuresAt(glance, { decay: { chosen, mix, answer: null }, swing }),
      bare: marks.bare,
      overDb: worst === null ? null : worst - marks.threshold.levelDb,
      outside: judged === 0 ? null : outsideOf(chosen.eyring, limits) / judged,
      swingLimitDb: swing?.limitDb ?? null,
    },
    doubts: new Set(
      [glance.survey, glance.seat, glance.hang].flatMap(({ issues }) =>
        issues.filter((i) => i.severity !== 'note').map(nameOf),
      ),
    ),
  };
}

/** The document a candidate makes; null where it cannot be, or changes nothing. */
export function madeBy(project: Project, { commands }: Pick<Candidate, 'commands'>): Project | null {
  if (commands.length === 0) return null;
  try {
    const { project: next, changed } = applyCommand(project, commandOf(commands));
    return changed ? next : null;
  } catch (error) {
    if (error instanceof CommandRefused || error instanceof RangeError) return null;
    throw error;
  }
}

/** What breaks a rule of the room or of hanging that was kept before, or asks for more than the budget has. */
export function breaksRule(before: Tried, after: Tried): boolean {
  if ([...after.doubts].some((d) => !before.doubts.has(d))) return true;
  const { budget } = after.project.brief;
  return budget !== null && after.cost > budget.amount && after.cost > before.cost;
}

/** What the verdict says before and after. */
export function effectsOf(before: Standing, after: Standing): Effect[] {
  const [was, is] = [wantings(before), wantings(after)];
  return after.measures.map((m): Effect => {
    const then = before.measures.find((b) => b.id === m.id);
    return {
      ...{ measure: m.id, unit: m.unit, digits: m.digits, from: then?.value ?? null, to: m.value },
      gain: (was.get(m.id) ?? 0) - (is.get(m.id) ?? 0),
    };
  });
}

export function moveOf(candidate: Candidate, before: Tried, after: Tried): Move {
  const effects = effectsOf(before.standing, after.standing);
  const { money } = candidate;
  return {
    ...candidate,
    effects,
    bare: [before.standing.bare, after.standing.bare],
    gain: effects.reduce((s, e) => s + e.gain, 0),
    money: money === null ? null : money + after.cost - before.cost,
    hours: candidate.hours + after.hours - before.hours,
  };
}

/** The glance of a document a move makes; what the move leaves alone is taken over. */
export const glanceAfter = (before: Tried, project: Project): Glance => glanceAt(project, before.glance);
