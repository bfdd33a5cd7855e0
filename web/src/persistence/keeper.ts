/**
 * Keeps the open project in the browser, beside other windows that may have it open: writes it by itself, notes down at once what is
 * not written yet, takes in what other windows have written and does own changes again on it. Nothing is overwritten unread.
 */
import { readProject, type FileProblem } from '@tawny/core/formats/projectFile';
import { changesOf, type Met, withChanges } from '@tawny/core/project/changes';
import type { Project } from '@tawny/core/project/schema';
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

  async function write(project: Project, at: number): Promise<SavingState | void> {
    const k = kept.get(project.id);
    if (!k) return;
    const edit = k.edit;
    const saved = await shelf.save(
      { project, base: k.record.revision, changes: () => changesOf(k.record.project, project), window, edit },
      at,
    );
    switch (saved.kind) {
      case 'saved':
        k.record = { project, revision: saved.revision };
        journal.settled(project.id, edit);
        post({ saved: project.id, revision: saved.revision });
        return;
      case 'joined': {
        const since = changesOf(project, k.mine);
        k.record = { project: saved.project, revision: saved.revision };
        journal.settled(project.id, edit);
        post({ saved: project.id, revision: saved.revision });
        take(k, withChanges(saved.project, since).document, saved.met);
        if (since.length > 0) queue.put(k.mine);
        return;
      }
      case 'clash': {
        const mine = k.mine;
        kept.delete(project.id);
        journal.forget(project.id, window);
        if (open === project.id) onClash(mine, saved.problems);
        return;
      }
      default:
        return { status: 'apart', why: saved.kind };
    }
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
    if (held()) {
      waiting = message;
      return;
    }
    const k = kept.get(message.saved);
    if (!k || message.saved !== open) return;
    // Own writes first: they find what was written meanwhile and do their part on it.
    await queue.flush();
    if (message.revision <= (k.record.revision ?? -1)) return;
    const loaded = await shelf.load(message.saved);
    if (!loaded?.read.ok || kept.get(message.saved) !== k) return;
    if (held()) {
      waiting = message;
      return;
    }
    const mine = changesOf(k.record.project, k.mine);
    const { document, met } = withChanges(loaded.read.project, mine);
    const joined = readProject(document);
    k.record = { project: loaded.read.project, revision: loaded.revision };
    if (!joined.ok) {
      const own = k.mine;
      kept.delete(message.saved);
      return onClash(own, joined.problems);
    }
    take(k, joined.project, met);
    if (mine.length > 0) queue.put(k.mine);
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
      const forgetLines = () => lines.forEach((line) => journal.forget(id, line.window));
      /** A project that never came into the database, noted whole. */
      function noted(): Opened | null {
        for (const line of lines) {
          const whole = 'whole' in line.content ? readProject(line.content.whole) : null;
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
        if (line.edit <= (loaded.through.get(line.window) ?? 0) || !('changes' in line.content)) continue;
        const joined = readProject(withChanges(mine, line.content.changes).document);
        if (joined.ok) mine = shared(mine, joined.project);
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
