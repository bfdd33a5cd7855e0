/**
 * Keeps the open project in the browser, beside other windows that may have it open: writes it by itself, notes down at once what is
 * not written yet, takes in what other windows have written and does own changes again on it. Nothing is overwritten unread.
 */
import { checkedProject, type FileProblem } from '@tawny/core/formats/checked';
import { changesOf, type Met, withChanges } from '@tawny/core/document/changes';
import type { Project } from '@tawny/core/document/schema/project';
import type { Loaded, ProjectShelf } from './database';
import type { Journal } from './journal';
import { createSaveQueue, type SavingState } from './saveQueue';

/** What windows tell each other. */
export type WindowMessage = { saved: string; revision: number } | { removed: string };

/** The open project became another one by what happened elsewhere. */
export interface Taken {
  project: Project;
  /** Own changes that met changed things; empty: all went together. */
  met: Met[];
}

export type Opened =
  | { kind: 'opened'; project: Project; /** Unsaved changes of a window that is gone were in it. */ recovered: boolean }
  | { kind: 'missing' }
  | { kind: 'refused'; name: string; problems: FileProblem[] };

export interface KeeperOptions {
  shelf: ProjectShelf;
  journal: Journal;
  /** Name of this window. */
  window: string;
  post: (message: WindowMessage) => void;
  now: () => number;
  onState: (state: SavingState) => void;
  onTaken: (taken: Taken) => void;
  /** What other windows wrote and what was done here cannot both stand: theirs is kept under the project, mine is to become another. */
  onClash: (mine: Project, problems: FileProblem[]) => void;
  /** A drag is in hand: what comes from elsewhere waits until {@link Keeper.released}. */
  held: () => boolean;
}

interface Kept {
  /** The record as last known; revision null: there is none yet. */
  record: { project: Project; revision: number | null };
  mine: Project;
  edit: number;
}

export interface Keeper {
  /** Reads a project of the shelf and keeps it from now on. Rejects when storage does not answer and it is noted nowhere else. */
  open(id: string): Promise<Opened>;
  /** Keeps a project that is not on the shelf. */
  begin(project: Project): void;
  edited(project: Project): void;
  /** What other windows told. */
  told(message: WindowMessage): Promise<void>;
  released(): void;
  /** Writes a project anew whose record is gone. */
  keepAgain(): void;
  remove(id: string): Promise<void>;
  flush(): Promise<void>;
  /** Whether closing now would lose something. */
  readonly atRisk: boolean;
}

/** The next state, sharing with the present one all that is alike, so that nothing is worked out again that need not be. */
const shared = (now: Project, next: Project): Project => withChanges(now, changesOf(now, next)).document;

export function createKeeper(options: KeeperOptions): Keeper {
  const { shelf, journal, window, post, now, onState, onTaken, onClash, held } = options;
  const kept = new Map<string, Kept>();
  let open: string | null = null;
  let noted = true;
  let apart = false;
  let waiting: WindowMessage | null = null;

  const queue = createSaveQueue<Project>({
    keyOf: (project) => project.id,
    write,
    now,
    onState: (state) => {
      apart = state.status === 'apart';
      onState(state);
    },
  });

  function note(k: Kept): void {
    const { project, revision } = k.record;
    noted = journal.write(
      k.mine.id,
      k.edit,
      revision === null ? { whole: k.mine } : { changes: changesOf(project, k.mine) },
    );
  }

  /** Writes what the window has of a project now, which may be newer than what was put in line. */
  async function write({ id }: Project, at: number): Promise<SavingState | void> {
    const k = kept.get(id);
    if (!k) return;
    const { mine, edit, record } = k;
    const saved = await shelf.save(
      { project: mine, base: record.revision, changes: () => changesOf(record.project, mine), window, edit },
      at,
    );
    switch (saved.kind) {
      case 'saved':
        settle(k, { project: mine, revision: saved.revision }, edit);
        return;
      case 'joined': {
        const since = changesOf(mine, k.mine);
        settle(k, { project: saved.project, revision: saved.revision }, edit);
        take(k, withChanges(saved.project, since).document, saved.met);
        if (since.length > 0) queue.put(k.mine);
        return;
      }
      case 'clash': {
        kept.delete(id);
        journal.forget(id, window);
        if (open === id) onClash(k.mine, saved.problems);
        return;
      }
      default:
        return { status: 'apart', why: saved.kind };
    }
  }

  /** The database holds the edits up to this one: what came since is noted against it anew. */
  function settle(k: Kept, record: Kept['record'], edit: number): void {
    k.record = record;
    if (k.edit > edit) note(k);
    else journal.forget(k.mine.id, window);
    post({ saved: k.mine.id, revision: record.revision! });
  }

  function take(k: Kept, next: Project, met: Met[]): void {
    const before = k.mine;
    k.mine = shared(k.mine, next);
    if (open === k.mine.id && (k.mine !== before || met.length > 0)) onTaken({ project: k.mine, met });
  }

  async function told(message: WindowMessage): Promise<void> {
    if ('removed' in message) {
      if (message.removed !== open) return;
      queue.drop(message.removed);
      apart = true;
      return onState({ status: 'apart', why: 'deleted' });
    }
    if (message.saved !== open) return;
    if (held()) {
      waiting = message;
      return;
    }
    // A write in hand may have found it already; else the next one does, with own changes or none.
    await queue.flush();
    const k = kept.get(message.saved);
    if (!k || message.saved !== open || message.revision <= (k.record.revision ?? -1)) return;
    queue.put(k.mine);
    await queue.flush();
  }

  function start(record: Kept['record'], mine: Project): void {
    const k = { record, mine, edit: (kept.get(mine.id)?.edit ?? 0) + 1 };
    kept.set(mine.id, k);
    open = mine.id;
    apart = false;
    waiting = null;
    if (mine === record.project && record.revision !== null) return onState({ status: 'saved', at: null });
    note(k);
    queue.put(mine);
  }

  return {
    async open(id) {
      const lines = journal.others(id);
      // What was noted whole may be of an older version; what may not is far more common.
      const wholes = lines.some((line) => 'whole' in line.content) && (await import('@tawny/core/formats/projectFile'));
      const forgetLines = () => lines.forEach((line) => journal.forget(id, line.window));
      /** A project that never came into the database, noted whole. */
      function noted(): Opened | null {
        for (const line of lines) {
          const whole = 'whole' in line.content && wholes ? wholes.readProject(line.content.whole) : null;
          if (!whole?.ok) continue;
          start({ project: whole.project, revision: null }, whole.project);
          forgetLines();
          return { kind: 'opened', project: whole.project, recovered: true };
        }
        return null;
      }
      let loaded: Loaded | null;
      try {
        loaded = await shelf.load(id);
      } catch (error) {
        const found = noted();
        if (found) return found;
        throw error;
      }
      if (!loaded) return noted() ?? { kind: 'missing' };
      if (!loaded.read.ok) return { kind: 'refused', name: loaded.name, problems: loaded.read.problems };
      const record = loaded.read.project;
      let mine = record;
      for (const line of lines) {
        if (line.edit <= (loaded.through.get(line.window) ?? 0)) continue;
        const { content } = line;
        // Noted whole while its first write was under way: it stands where nobody has written since.
        if ('whole' in content && loaded.revision > 1) continue;
        const joined =
          'whole' in content
            ? wholes && wholes.readProject(content.whole)
            : checkedProject(withChanges(mine, content.changes).document);
        if (joined && joined.ok) mine = shared(mine, joined.project);
      }
      start({ project: record, revision: loaded.revision }, mine);
      forgetLines();
      return { kind: 'opened', project: mine, recovered: mine !== record };
    },
    begin(project) {
      start({ project, revision: null }, project);
    },
    edited(project) {
      const k = kept.get(project.id);
      if (!k) return;
      k.mine = project;
      k.edit += 1;
      note(k);
      if (!apart) queue.put(project);
    },
    told,
    released() {
      const message = waiting;
      waiting = null;
      if (message) void told(message);
    },
    keepAgain() {
      const k = open === null ? undefined : kept.get(open);
      if (k) start({ project: k.mine, revision: null }, k.mine);
    },
    async remove(id) {
      queue.drop(id);
      await shelf.remove(id);
      journal.forget(id);
      kept.delete(id);
      post({ removed: id });
    },
    flush: () => queue.flush(),
    get atRisk() {
      const k = open === null ? undefined : kept.get(open);
      if (!k || (k.mine === k.record.project && k.record.revision !== null)) return false;
      return apart || !noted;
    },
  };
}
