/**
 * The short studies of a document, each worked out when it is first looked at. What a glance before it has worked out already is taken
 * over where all parts of the document it was read from are the same.
 */
import type { Part, Project } from '../document/schema/project';
import { type Setting, settingOf } from '../room/setting';
import { type BassResult, studyBass } from '../studies/bass/study';
import { decayInputs } from '../studies/decay/inputs';
import type { DecayInputs } from '../studies/decay/types';
import { planInputs } from '../studies/dose/inputs';
import type { PlanInputs } from '../studies/dose/types';
import { type MarksResult, studyMarks } from '../studies/marks/study';
import { studySeat } from '../studies/seat/study';
import { type HangResult, studyHang } from '../studies/hang/study';
import type { SeatResult } from '../studies/seat/types';
import { studySurvey, type SurveyResult } from '../studies/survey/study';
import type { Study } from '../studies/types';
import { BOUGHT, HEARD, HUNG, MARKED, partsOf, SEATED, TAPED } from './parts';

export interface Glance {
  project: Project;
  /** The state it is of; null: as surveyed. */
  state: string | null;
  setting: Setting;
  survey: Study<SurveyResult>;
  seat: Study<SeatResult>;
  /** By closed forms; the waves are a long question. */
  bass: Study<BassResult>;
  marks: Study<MarksResult>;
  hang: Study<HangResult>;
  /** What the decay study and the plan are given. */
  decay: DecayInputs;
  plan: PlanInputs;
}

type Short = 'survey' | 'seat' | 'bass' | 'marks' | 'hang' | 'decay' | 'plan';

/** What each short study reads of the document. */
export const READS: Readonly<Record<Short, readonly Part[]>> = {
  survey: TAPED,
  seat: SEATED,
  bass: SEATED,
  marks: MARKED,
  hang: HUNG,
  decay: HEARD,
  plan: BOUGHT,
};

const RUNS: { readonly [K in Short]: (glance: Glance) => Glance[K] } = {
  survey: ({ project, setting }) => studySurvey(project, setting),
  seat: ({ project, setting }) => studySeat(project, setting),
  bass: ({ project, setting }) => studyBass(project, setting),
  marks: ({ project, setting }) => studyMarks(project, setting),
  hang: ({ setting }) => studyHang(setting),
  decay: ({ setting, marks }) => decayInputs(setting.project, setting, marks.result),
  plan: ({ setting, decay }) => planInputs(setting.project, setting, decay),
};

const made = new WeakMap<Glance, Partial<Glance>>();

/**
 * @param before a glance at the document as it was, to take over from
 * @param state another state's id, or null for the room as surveyed
 */
export function glanceAt(
  project: Project,
  before: Glance | null = null,
  state: string | null = project.states.current,
): Glance {
  const found: Partial<Glance> = { project, state, setting: settingOf(project, state) };
  const earlier = before && before.state === state ? made.get(before) : undefined;
  if (earlier) {
    for (const key of Object.keys(READS) as Short[]) {
      const [was, is] = [partsOf(before!.project, READS[key]), partsOf(project, READS[key])];
      if (earlier[key] && was.every((part, i) => part === is[i])) found[key] = earlier[key] as never;
    }
  }
  const glance = {} as Glance;
  const look = <K extends Short>(key: K) => {
    found[key] ??= RUNS[key](glance);
    return found[key];
  };
  for (const key of ['project', 'state', 'setting'] as const)
    Object.defineProperty(glance, key, { enumerable: true, value: found[key] });
  for (const key of Object.keys(READS) as Short[])
    Object.defineProperty(glance, key, { enumerable: true, get: () => look(key) });
  made.set(glance, found);
  return glance;
}
