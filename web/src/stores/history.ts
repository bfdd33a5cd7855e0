/**
 * Undo and redo as a stack of states: what an edit made of what. Where nothing else happened since, undo gives the very state of
 * before; where another window has changed the project meanwhile, only the edit's own changes are taken back. Steps of one kind that
 * follow quickly (arrow-key nudges) become one; a drag is one step by itself.
 */
import { checkedProject } from '@tawny/core/formats/checked';
import { changePath, changesOf, withChanges } from '@tawny/core/document/changes';
import { applyCommand, type Command, type SingleCommand } from '@tawny/core/document/commands/commands';
import type { Project } from '@tawny/core/document/schema/project';

interface Edit {
  name: SingleCommand['type'];
  before: Project;
  after: Project;
  /** Edits with the same key within COALESCE_MS of each other are joined; null never. */
  key: string | null;
  at: number;
}

const COALESCE_MS = 800;

export interface History {
  readonly project: Project;
  readonly undoable: SingleCommand['type'] | null;
  readonly redoable: SingleCommand['type'] | null;
  run(command: Command, key?: string | null): boolean;
  /** False: there is nothing to undo. Throws RangeError when what it would undo was changed elsewhere since; the step is dropped then. */
  undo(): boolean;
  /** As {@link History.undo}. */
  redo(): boolean;
  /** The project as another window made it; the steps stay. */
  rebase(project: Project): void;
}

/** One state of an edit turned into the other, on the present state. */
function turned(present: Project, from: Project, to: Project): Project {
  if (present === from) return to;
  const { document, met } = withChanges(present, changesOf(from, to));
  if (met.length > 0)
    throw new RangeError(`history: another window has changed ${changePath(met[0]!.path)} since; that stays as it is`);
  const read = checkedProject(document);
  if (!read.ok)
    throw new RangeError(
      `history: with what another window has changed since it cannot be: ${read.problems[0]!.message}`,
    );
  return document;
}

/** History over a project; `now` in ms. `run` returns false when the command changes nothing. */
export function createHistory(start: Project, now: () => number): History {
  let project = start;
  const past: Edit[] = [];
  const future: Edit[] = [];

  return {
    get project() {
      return project;
    },
    get undoable() {
      return past[past.length - 1]?.name ?? null;
    },
    get redoable() {
      return future[future.length - 1]?.name ?? null;
    },
    run(command, key = null) {
      const { project: next, changed } = applyCommand(project, command);
      if (!changed) return false;
      const at = now();
      const last = past[past.length - 1];
      if (last && key !== null && last.key === key && last.after === project && at - last.at < COALESCE_MS) {
        last.after = next;
        last.at = at;
      } else {
        past.push({
          name: command.type === 'batch' ? command.as : command.type,
          before: project,
          after: next,
          key,
          at,
        });
      }
      future.length = 0;
      project = next;
      return true;
    },
    undo() {
      const edit = past.pop();
      if (!edit) return false;
      project = turned(project, edit.after, edit.before);
      future.push({ ...edit, key: null });
      return true;
    },
    redo() {
      const edit = future.pop();
      if (!edit) return false;
      project = turned(project, edit.before, edit.after);
      past.push(edit);
      return true;
    },
    rebase(next) {
      project = next;
    },
  };
}
