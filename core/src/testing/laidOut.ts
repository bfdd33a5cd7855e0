/** Laid out and taken as the stage does it. Tests only. */
import { applyCommand } from '../document/commands/commands';
import type { Project } from '../document/schema/project';
import { settingOf } from '../room/setting';
import { layOut } from '../studies/hang/layOut';
import { type HangResult, studyHang } from '../studies/hang/study';
import { layOutCommand } from '../studies/hang/take';

export function laidOut(project: Project, afresh = false) {
  const result = layOut(project, afresh);
  const next = applyCommand(project, layOutCommand(project, result, '2026-11-01T08:00:00Z')).project;
  const setting = settingOf(next);
  return { result, next, setting, hung: studyHang(setting).result };
}

/** What hangs on a face, from the left. */
export const piecesOn = (hung: HangResult, face: string) => hung.pieces.filter((p) => p.face === face);
/** Nothing of it is heard: no marks to cover. */
export const silent = (project: Project): Project => ({ ...project, loudspeakers: [] });
