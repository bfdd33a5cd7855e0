/** The work: batches of pieces, what is done to them in which order, how long it takes, and on which day. */
import { doneOf } from '../../document/made';
import type { Making, Project } from '../../document/schema/project';
import { countOf } from '../../recipes/parts/types';
import { lotsOf } from './lots';
import { type BuildSheet, smallOf } from './needs';
import type { BuildResult } from './study';

/** What is done to a batch, in this order; buying is done for all of them first. */
export const WORK_STEPS = ['cut', 'frame', 'fill', 'cover', 'hang'] as const;
export type WorkStep = (typeof WORK_STEPS)[number];

/** A piece as it is made and where it goes. */
export interface WorkUnit {
  unit: string;
  piece: string;
  /** Of the sheet it is built by. */
  letter: string;
  recipe: string;
  /** Face, corner or edge it is for. */
  place: string;
  overhead: boolean;
  forMarks: boolean;
}

export interface Task {
  batch: number;
  step: WorkStep;
  /** Units it is still to be done to, and all of the batch. */
  left: string[];
  units: string[];
  /** Of one person, minutes. */
  minutes: number;
  /** Cuts, screws, m² … it was reckoned from. */
  counts: { what: 'cuts' | 'screws' | 'fills' | 'cloth' | 'pieces' | 'overhead'; amount: number }[];
  /** When it begins and ends: day of the work from 0, hours into that day; null: it is done. */
  from: { day: number; hour: number } | null;
  to: { day: number; hour: number } | null;
}

export interface WorkPlan {
  units: WorkUnit[];
  batches: WorkUnit[][];
  tasks: Task[];
  /** Hours of all people together, and days it takes. */
  hours: number;
  days: number;
  /** Dates of the days by number; empty: no start is told. */
  dates: string[];
}

/** Minutes, typical of a patient amateur. Practice; `pace` makes them one's own. */
const TAKES = {
  cut: 4,
  small: 1,
  screw: 1.5,
  frame: 10,
  fill: 6,
  fillEach: 3,
  cloth: 14,
  cover: 15,
  hang: 20,
  overhead: 45,
  begin: 15,
};
/** Parts shorter than this are cut against a stop, m. */
const SMALL = 0.3;
/** Glue is let dry before the next step, h. */
const DRY = 2;

/** Pieces that cover marks first, then as the build sheets come; of one make together. */
function workUnits(project: Project, sheets: readonly BuildSheet[]): WorkUnit[] {
  const lots = lotsOf(project);
  const sheetOf = new Map(sheets.flatMap((s) => s.units.map((u) => [u, s.letter] as const)));
  const units = lots.flatMap(({ units: own, recipe }) =>
    own.flatMap(({ id, piece, overhead }): WorkUnit[] => {
      const letter = sheetOf.get(id);
      if (letter === undefined) return [];
      return [
        {
          ...{ unit: id, piece: piece.id, letter, recipe: recipe.id, overhead },
          place: piece.place.kind === 'at' ? piece.place.face : piece.place.on,
          forMarks: piece.covers.length > 0,
        },
      ];
    }),
  );
  return units
    .map((u, i) => ({ u, i }))
    .sort((a, b) => Number(b.u.forMarks) - Number(a.u.forMarks) || a.i - b.i)
    .map(({ u }) => u);
}

function taskOf(
  batch: number,
  step: WorkStep,
  units: readonly WorkUnit[],
  left: readonly WorkUnit[],
  sheets: ReadonlyMap<string, BuildSheet>,
): Task {
  const of = (each: (s: BuildSheet) => number) => left.reduce((sum, u) => sum + each(sheets.get(u.letter)!), 0);
  const parts = (s: BuildSheet, ...sorts: string[]) =>
    s.parts.reduce((n, p) => n + (sorts.includes(p.of.sort) ? countOf(p) : 0), 0);
  const counts: Task['counts'] = [];
  const put = (what: Task['counts'][number]['what'], amount: number) => {
    if (amount > 0) counts.push({ what, amount });
    return amount;
  };
  let minutes: number;
  if (step === 'cut') {
    const short = of((sheet) => sheet.parts.reduce((n, p) => n + (p.length < SMALL ? countOf(p) : 0), 0));
    const all = put(
      'cuts',
      of((sheet) => parts(sheet, 'bar', 'board', 'pipe', 'slab', 'roll')),
    );
    minutes = TAKES.cut * (all - short) + TAKES.small * short;
  } else if (step === 'frame')
    minutes =
      TAKES.screw *
        put(
          'screws',
          of((s) => smallOf(s.recipe, s.parts, s.overhead).screw ?? 0),
        ) +
      TAKES.frame * left.length;
  else if (step === 'fill')
    minutes =
      (TAKES.fill + TAKES.fillEach) *
      put(
        'fills',
        of((s) => parts(s, 'slab')),
      );
  else if (step === 'cover') {
    const area = of((s) =>
      s.parts.reduce((sum, p) => sum + (p.of.sort === 'roll' ? countOf(p) * p.length * p.width : 0), 0),
    );
    minutes = area > 0 ? TAKES.cloth * put('cloth', area) + TAKES.cover * left.length : 0;
  } else {
    const overhead = put('overhead', left.filter((u) => u.overhead).length);
    minutes = TAKES.overhead * overhead + TAKES.hang * put('pieces', left.length - overhead);
  }
  return {
    ...{ batch, step, counts, from: null, to: null },
    units: units.map((u) => u.unit),
    left: left.map((u) => u.unit),
    minutes: minutes > 0 ? minutes + TAKES.begin : 0,
  };
}

/** Puts tasks one after the other into the hours of the days; while glue dries the next batch goes on. */
function laidOver(tasks: Task[], { people, hoursPerDay, pace }: Making): Task[] {
  const open = tasks.filter((t) => t.minutes > 0);
  const laid = new Map<Task, Task>();
  const ready = new Map<number, number>();
  let now = 0;
  // Hours worked; a night lets glue dry.
  const at = (hour: number, end: boolean) => {
    const day = Math.floor(hour / hoursPerDay - (end ? 1e-9 : -1e-9));
    return { day, hour: Math.max(0, hour - day * hoursPerDay) };
  };
  while (open.length > 0) {
    const can = open.filter((t) => open.find((o) => o.batch === t.batch) === t);
    const next =
      can.find((t) => (ready.get(t.batch) ?? 0) <= now + 1e-9) ??
      can.reduce((a, b) => ((ready.get(a.batch) ?? 0) <= (ready.get(b.batch) ?? 0) ? a : b));
    const from = Math.max(now, ready.get(next.batch) ?? 0);
    const to = from + (next.minutes * pace) / 60 / people;
    now = to;
    const dayEnd = (Math.floor(to / hoursPerDay - 1e-9) + 1) * hoursPerDay;
    ready.set(next.batch, next.step === 'frame' ? Math.min(to + DRY, dayEnd) : to);
    laid.set(next, { ...next, from: at(from, false), to: at(to, true) });
    open.splice(open.indexOf(next), 1);
  }
  return tasks.map((t) => laid.get(t) ?? t);
}

/** Dates of the days worked on from a start; plain calendar dates, no clock. */
export function workDates(start: string, days: Making['days'], count: number): string[] {
  const list: string[] = [];
  const day = new Date(`${start}T00:00:00Z`);
  while (list.length < count) {
    const weekend = day.getUTCDay() === 0 || day.getUTCDay() === 6;
    if (days === 'every-day' || (days === 'weekends') === weekend) list.push(day.toISOString().slice(0, 10));
    day.setUTCDate(day.getUTCDate() + 1);
  }
  return list;
}

export function workPlan(project: Project, { sheets }: BuildResult): WorkPlan {
  const { making } = project;
  const done = doneOf(project);
  const units = workUnits(project, sheets);
  const bySheet = new Map(sheets.map((s) => [s.letter, s]));
  const batches: WorkUnit[][] = [];
  for (let i = 0; i < units.length; i += making.batchOf) batches.push(units.slice(i, i + making.batchOf));
  const tasks = laidOver(
    batches.flatMap((batch, b) =>
      WORK_STEPS.map((step) =>
        taskOf(
          b,
          step,
          batch,
          batch.filter((u) => !done[step].has(u.unit)),
          bySheet,
        ),
      ),
    ),
    making,
  );
  const days = 1 + Math.max(-1, ...tasks.map((t) => t.to?.day ?? -1));
  return {
    ...{ units, batches, tasks, days },
    hours: tasks.reduce((sum, t) => sum + (t.minutes * making.pace) / 60, 0),
    dates: making.start === null ? [] : workDates(making.start, making.days, days),
  };
}
