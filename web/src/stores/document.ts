/** The open project: commands, history, preview while dragging, saving by itself, other tabs. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import {
  type Command,
  CommandRefused,
  previewCommand,
  type SingleCommand,
} from '@tawny/core/document/commands/commands';
import type { Project } from '@tawny/core/document/schema/project';
import { changePath, type Met } from '@tawny/core/document/changes';
import { openedAs } from '@tawny/core/document/scenarios';
import { sharing } from '@tawny/core/document/sharing';
import type { ProjectShelf } from '../persistence/database';
import { lateShelf } from '../persistence/lateShelf';
import { createJournal } from '../persistence/journal';
import { createKeeper, type Opened, type WindowMessage } from '../persistence/keeper';
import { newId } from '../persistence/ids';
import type { SavingState } from '../persistence/saveQueue';
import { createHistory, type History } from './history';

const shelf: ProjectShelf = lateShelf(async () => (await import('../persistence/database')).openShelf());
/** Every load of the page is a window of its own. */
const WINDOW = newId();

/** A command that was not carried out: why, and where in the plan (survey coordinates). */
export interface Refused {
  sentence: string;
  at: readonly [number, number] | null;
}

function refusalOf(error: unknown): Refused {
  // Core speaks of commands and paths; people of what is wrong.
  if (error instanceof CommandRefused) return { sentence: error.sentence, at: error.at };
  if (error instanceof RangeError) return { sentence: error.message.replace(/^\w+: /, ''), at: null };
  throw error;
}

/** Something another window did that one should know of. */
export interface Notice {
  sentence: string;
  details: string[];
}

/** A channel to the other windows, where the browser has one. */
function openChannel(): BroadcastChannel | null {
  try {
    return new BroadcastChannel('tawny-hall');
  } catch {
    return null;
  }
}

/** "listening.head.x: 1.35 in the other window, 1.2 here; what is here stands." */
function conflictText(m: Met): string {
  const text = (v: unknown) => (v === undefined ? 'nothing' : JSON.stringify(v).slice(0, 60));
  return `${changePath(m.path)}: ${text(m.theirs)} in the other window, ${text(m.mine)} here; ${m.stands === 'mine' ? 'what is here' : 'what is there'} stands.`;
}

export const useDocument = defineStore('document', () => {
  let history: History | null = null;
  /** As it is kept, with its scenarios. */
  const stored = shallowRef<Project | null>(null);
  /** As every stage sees it: the room itself, or the scenario that is open. What an edit leaves alone stays the same object. */
  const settled = computed<Project | null>((was) => {
    const opened = stored.value && openedAs(stored.value).project;
    return opened && was && stored.value!.scenarios.current !== null && was.id === opened.id
      ? sharing(was, opened)
      : opened;
  });
  const preview = shallowRef<Project | null>(null);
  /** What the last command or the present drag was refused for; gone with the next one that goes through. */
  const refused = shallowRef<Refused | null>(null);
  const undoable = ref<SingleCommand['type'] | null>(null);
  const redoable = ref<SingleCommand['type'] | null>(null);
  const saving = ref<SavingState>({ status: 'saved', at: null });
  /** Why the project is not kept; stays while it is tried again. */
  const trouble = ref<SavingState | null>(null);
  /** Stays until it is read. */
  const notice = shallowRef<Notice | null>(null);
  /** Counts what other windows changed here. */
  const takenIn = ref(0);
  /** Counts finished edits: what "since the last edit" is measured against. */
  const edition = ref(0);

  const channel = openChannel();
  const keeper = createKeeper({
    shelf,
    journal: createJournal(WINDOW, () => localStorage),
    window: WINDOW,
    post: (message) => channel?.postMessage(message),
    now: () => Date.now(),
    onState(state) {
      saving.value = state;
      if (state.status === 'failed' || state.status === 'apart') trouble.value = state;
      else if (state.status === 'saved') trouble.value = null;
    },
    onTaken({ project, met }) {
      history?.rebase(project);
      reflect();
      takenIn.value += 1;
      if (met.length > 0)
        notice.value = {
          sentence: 'Another window changed the same things. Of both, this stands now:',
          details: met.map((m) => conflictText(m)),
        };
    },
    onClash(mine, problems) {
      const name = `${mine.name}, from another window`.slice(0, 200);
      const copy = { ...mine, id: newId(), name };
      open(copy);
      notice.value = {
        sentence: `What another window made of this project cannot stand together with what was done here. Theirs is kept as it is; yours is “${name}” now.`,
        details: problems.slice(0, 3).map((p) => p.message),
      };
    },
    held: () => preview.value !== null,
  });
  channel?.addEventListener('message', (event: MessageEvent<WindowMessage>) => void keeper.told(event.data));

  function reflect(): void {
    stored.value = history?.project ?? null;
    undoable.value = history?.undoable ?? null;
    redoable.value = history?.redoable ?? null;
    edition.value += 1;
  }

  function show(project: Project): void {
    history = createHistory(project, () => Date.now());
    preview.value = null;
    refused.value = null;
    reflect();
  }

  /** Opens a project that is not on the shelf yet, and keeps it there. */
  function open(project: Project): void {
    show(project);
    notice.value = null;
    keeper.begin(project);
  }

  /** Opens a project of the shelf. Rejects when the browser's storage does not answer. */
  async function openStored(id: string): Promise<Opened> {
    const opened = await keeper.open(id);
    if (opened.kind !== 'opened') return opened;
    show(opened.project);
    notice.value = opened.recovered
      ? { sentence: 'The last changes made before a window closed were not saved yet; they are in now.', details: [] }
      : null;
    return opened;
  }

  /** Storage that does not even answer: told as every other trouble with it. */
  function storageFailed(error: unknown): void {
    trouble.value = { status: 'failed', reason: error instanceof Error ? error.message : String(error) };
  }

  function after(changed: boolean): void {
    preview.value = null;
    if (changed) {
      reflect();
      keeper.edited(stored.value!);
    }
    keeper.released();
  }

  /**
   * Runs a command as one undoable step. `key`: quick steps with the same key become one. What would break the document is
   * refused: nothing changes and `refused` says why.
   */
  function run(command: Command, key: string | null = null): boolean {
    if (!history) return false;
    try {
      after(history.run(command, key));
      refused.value = null;
      return true;
    } catch (error) {
      preview.value = null;
      refused.value = refusalOf(error);
      keeper.released();
      return false;
    }
  }

  /** Undo or redo; where another window has changed the same meanwhile it is refused, and says so. */
  function step(direction: 'undo' | 'redo'): void {
    refused.value = null;
    if (!history) return;
    try {
      after(history[direction]());
    } catch (error) {
      refused.value = refusalOf(error);
      reflect();
    }
  }

  /**
   * Shows what a command would do without doing it; `run` or `endPreview` ends it. A place where it would break the document
   * keeps the last good view and says so.
   */
  function showPreview(command: Command): void {
    if (!settled.value) return;
    try {
      preview.value = previewCommand(settled.value, command);
      refused.value = null;
    } catch (error) {
      refused.value = refusalOf(error);
    }
  }

  function endPreview(): void {
    preview.value = null;
    refused.value = null;
    keeper.released();
  }

  return {
    project: computed(() => preview.value ?? settled.value),
    settled,
    stored,
    previewing: computed(() => preview.value !== null),
    undoable,
    redoable,
    saving,
    edition,
    open,
    openStored,
    storageFailed,
    run,
    preview: showPreview,
    endPreview,
    refused,
    forgetRefusal: () => (refused.value = null),
    trouble,
    notice,
    takenIn,
    undo: () => step('undo'),
    redo: () => step('redo'),
    /** Whether closing the page now would lose something. */
    atRisk: () => keeper.atRisk,
    keepAgain: () => keeper.keepAgain(),
    flush: () => keeper.flush(),
    list: () => shelf.list(),
    raw: (id: string) => shelf.raw(id),
    remove: (id: string) => keeper.remove(id),
  };
});
