/** The rooms one may hear of a project: without what hangs, as planned, in its other states. */
import { applyCommand } from '../../document/commands/commands';
import type { Project } from '../../document/schema/project';

export interface RoomVersion {
  id: string;
  /** Of a state; null: one of the two that every room has. */
  state: string | null;
}

export function roomVersions({ treatment, states }: Project): RoomVersion[] {
  return [
    { id: 'before', state: null },
    ...(treatment.pieces.length > 0 ? [{ id: 'planned', state: null }] : []),
    ...states.list.filter((s) => s.id !== states.current).map((s) => ({ id: `state ${s.id}`, state: s.id })),
  ];
}

/** The document of a version. */
export function roomOf(project: Project, { id, state }: RoomVersion): Project {
  if (state !== null) return applyCommand(project, { type: 'switch-state', id: state }).project;
  const ids = id === 'before' ? project.treatment.pieces.map((p) => p.id) : [];
  return ids.length === 0 ? project : applyCommand(project, { type: 'take-pieces', ids }).project;
}
