/** The report: a cover and the parts somebody chose, in their order. */
import { USE_NAMES } from '../words/signoff/uses';
import { standingSentence } from '../words/signoff/signoff';
import { blocksOf } from './parts';
import { type HandedOver, type Report, REPORT_PARTS, type ReportPartId } from './types';

export const PART_TITLES: Record<ReportPartId, string> = {
  verdict: 'Verdict against the brief',
  room: 'Room and brief',
  seat: 'Seat',
  marks: 'First reflections',
  bass: 'Bass',
  decay: 'Decay',
  plan: 'Plan',
  elevations: 'Elevations',
  shopping: 'Shopping',
  measured: 'Measurements, before and after',
  log: 'Log',
  open: 'Open points',
  cautions: 'Cautions',
};

/** @param chosen the parts wanted, in any order */
export function reportOf(of: HandedOver, chosen: readonly ReportPartId[] = REPORT_PARTS): Report {
  const { project, wishes, today, day } = of;
  const state = project.states.list.find((s) => s.id === project.states.current);
  return {
    title: project.name,
    lines: [
      project.brief.uses.length > 0
        ? `A room for ${project.brief.uses.map((u) => USE_NAMES[u]).join(', ')}`
        : 'A room that was not told yet what it is for',
      ...(state ? [`As “${state.name}”`] : []),
      day(today),
      ...(wishes.length > 0 ? [standingSentence(wishes)] : []),
    ],
    parts: REPORT_PARTS.filter((id) => chosen.includes(id)).map((id) => ({
      ...{ id, title: PART_TITLES[id], blocks: blocksOf(id, of) },
    })),
    language: 'en',
  };
}
