/**
 * What the database does not hold yet, written down at once with every edit: a page may be closed before its save is through. Local
 * storage is written before the call returns; each window has a line of its own for each project, gone when its save is through.
 */
import type { Change } from '@tawny/core/document/changes';
import type { Project } from '@tawny/core/document/schema/project';

export interface JournalLine {
  window: string;
  /** Number of the window's last edit in it. */
  edit: number;
  /** Changes since the record; or, of a project that has no record yet, the whole of it. */
  content: { changes: Change[] } | { whole: Project };
}

export interface Journal {
  /** False when it could not be written down. */
  write(project: string, edit: number, content: JournalLine['content']): boolean;
  /** Lines of other windows, which may be gone. */
  others(project: string): JournalLine[];
  /** Takes lines away: they are in the database, or the project is removed. */
  forget(project: string, window?: string): void;
}

const PREFIX = 'tawny-hall.unsaved.';

/** `storage` as a function: in some windows even asking for it throws. */
export function createJournal(window: string, storage: () => Storage): Journal {
  const keyOf = (project: string, of: string) => `${PREFIX}${project}.${of}`;
  function quietly<T>(action: (s: Storage) => T, otherwise: T): T {
    try {
      return action(storage());
    } catch {
      return otherwise;
    }
  }
  function linesOf(s: Storage, project: string): { key: string; window: string }[] {
    const start = keyOf(project, '');
    return Array.from({ length: s.length }, (_, i) => s.key(i)!)
      .filter((key) => key.startsWith(start) && !key.slice(start.length).includes('.'))
      .map((key) => ({ key, window: key.slice(start.length) }));
  }
  return {
    write(project, edit, content) {
      return quietly((s) => {
        s.setItem(keyOf(project, window), JSON.stringify({ window, edit, content } satisfies JournalLine));
        return true;
      }, false);
    },
    others: (project) =>
      quietly(
        (s) =>
          linesOf(s, project)
            .filter((line) => line.window !== window)
            .flatMap(({ key }) => {
              try {
                const line = JSON.parse(s.getItem(key) ?? '') as JournalLine;
                return typeof line.edit === 'number' && typeof line.content === 'object' ? [line] : [];
              } catch {
                s.removeItem(key);
                return [];
              }
            }),
        [],
      ),
    forget(project, of) {
      quietly((s) => {
        for (const line of linesOf(s, project)) if (of === undefined || line.window === of) s.removeItem(line.key);
      }, undefined);
    },
  };
}
