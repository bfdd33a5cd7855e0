/**
 * Undo and redo as the two stacks of patches that commands produce. Steps of one kind that follow quickly (arrow-key nudges)
 * become one; a drag is one step by itself.
 */
import { applyCommand, type Command, patchProject } from '@tawny/core/project/commands';
import type { Project } from '@tawny/core/project/schema';

type Patches = ReturnType<typeof applyCommand>['forward'];

interface Step {
  name: Command['type'];
  forward: Patches[];
  backward: Patches[];
  /** Steps with the same key within COALESCE_MS of each other are joined; null never. */
  key: string | null;
  at: number;
}

const COALESCE_MS = 800;

export interface History {
  readonly project: Project;
  readonly undoable: string | null;
  readonly redoable: string | null;
  run(command: Command, key?: string | null): boolean;
  undo(): boolean;
  redo(): boolean;
}

/** History over a project; `now` in ms. `run` returns false when the command changes nothing. */
export function createHistory(start: Project, now: () => number): History {
  let project = start;
  const past: Step[] = [];
  const future: Step[] = [];

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
      const { project: next, forward, backward } = applyCommand(project, command);
      if (forward.length === 0) return false;
      const at = now();
      const last = past[past.length - 1];
      if (last && key !== null && last.key === key && at - last.at < COALESCE_MS) {
        last.forward.push(forward);
        last.backward.unshift(backward);
        last.at = at;
      } else {
        past.push({ name: command.type, forward: [forward], backward: [backward], key, at });
      }
      future.length = 0;
      project = next;
      return true;
    },
    undo() {
      const step = past.pop();
      if (!step) return false;
      project = step.backward.reduce(patchProject, project);
      future.push({ ...step, key: null });
      return true;
    },
    redo() {
      const step = future.pop();
      if (!step) return false;
      project = step.forward.reduce(patchProject, project);
      past.push(step);
      return true;
    },
  };
}
