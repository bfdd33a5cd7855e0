/** How far pieces are made: steps done, and what hangs is made, whatever was ticked. */
import type { Project, Step } from './schema/project';
import { unitsOf } from './units';

/** By step, the units it is done to. */
export function doneOf({
  making,
  treatment,
}: Pick<Project, 'making' | 'treatment'>): Record<Step, ReadonlySet<string>> {
  const ticked = (step: Step) => making.done.filter((d) => d.step === step).map((d) => d.unit);
  const up = [...treatment.pieces.filter((p) => p.state === 'hung').flatMap(unitsOf), ...ticked('hang')];
  const of = (step: Step) => new Set([...ticked(step), ...up]);
  return {
    ...{ buy: of('buy'), cut: of('cut'), frame: of('frame'), fill: of('fill'), cover: of('cover') },
    hang: new Set(up),
  };
}

export const STATUSES = ['to buy', 'bought', 'cut', 'built', 'hung'] as const;
export type Status = (typeof STATUSES)[number];

const TELLS = { hung: 'hang', built: 'cover', cut: 'cut', bought: 'buy' } as const;
/** How far one of them is. */
export const statusOf = (unit: string, done: Record<Step, ReadonlySet<string>>): Status =>
  (['hung', 'built', 'cut', 'bought'] as const).find((s) => done[TELLS[s]].has(unit)) ?? 'to buy';

/** How many pieces are how far; `furthest`: the last step any of them has come to. */
export interface Progress {
  all: number;
  by: Record<Status, number>;
  furthest: Status;
}

export function progressOf(project: Pick<Project, 'making' | 'treatment'>): Progress {
  const done = doneOf(project);
  const by: Record<Status, number> = { 'to buy': 0, bought: 0, cut: 0, built: 0, hung: 0 };
  for (const p of project.treatment.pieces) for (const u of unitsOf(p)) by[statusOf(u, done)] += 1;
  const all = STATUSES.reduce((sum, s) => sum + by[s], 0);
  return { all, by, furthest: [...STATUSES].reverse().find((s) => by[s] > 0) ?? 'to buy' };
}
