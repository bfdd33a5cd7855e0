/** The rooms one may hear of a project: without what hangs, as planned, in its other states, as its other scenarios have it. */
import { applyCommand } from '../../document/commands/commands';
import { openedAs } from '../../document/scenarios';
import type { Project } from '../../document/schema/project';

export interface RoomVersion {
  id: string;
  /** Of a state or a scenario; null: it has the words of its id. */
  name: string | null;
  /** The document of it. */
  room: () => Project;
}

/** @param document with its scenarios; one of them may be open */
export function roomVersions(document: Project): RoomVersion[] {
  const { project } = openedAs(document);
  const { treatment, states } = project;
  const ids = treatment.pieces.map((p) => p.id);
  const { list, current } = document.scenarios;
  const others =
    current === null ? list.map((s) => s.id) : [null, ...list.map((s) => s.id).filter((id) => id !== current)];
  return [
    {
      ...{ id: 'before', name: null },
      room: () => (ids.length === 0 ? project : applyCommand(project, { type: 'take-pieces', ids }).project),
    },
    ...(ids.length > 0 ? [{ id: 'planned', name: null, room: () => project }] : []),
    ...states.list
      .filter((s) => s.id !== states.current)
      .map(({ id, name }) => ({
        ...{ id: `state ${id}`, name },
        room: () => applyCommand(project, { type: 'switch-state', id }).project,
      })),
    ...others.map((id) => ({
      id: id === null ? 'room' : `scenario ${id}`,
      name: list.find((s) => s.id === id)?.name ?? null,
      room: () => openedAs(document, id).project,
    })),
  ];
}
