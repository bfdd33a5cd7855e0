/** The open project: commands, history, preview while dragging, saving by itself, other tabs. */
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { type Command, CommandRefused, previewCommand } from '@tawny/core/project/commands';
import type { Project } from '@tawny/core/project/schema';
import { openShelf, type ProjectShelf } from '../persistence/database';
import { createSaveQueue, type SavingState } from '../persistence/saveQueue';
import { createHistory, type History } from './history';

const shelf: ProjectShelf = openShelf();

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

interface TabMessage {
  saved: string;
}

export const useDocument = defineStore('document', () => {
  let history: History | null = null;
  const stored = shallowRef<Project | null>(null);
  const preview = shallowRef<Project | null>(null);
  /** What the last command or the present drag was refused for; gone with the next one that goes through. */
  const refused = shallowRef<Refused | null>(null);
  const undoable = ref<string | null>(null);
  const redoable = ref<string | null>(null);
  const saving = ref<SavingState>({ status: 'saved', at: null });
  /** Counts finished edits: what "since the last edit" is measured against. */
  const edition = ref(0);

  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('tawny-hall');
  const queue = createSaveQueue<Project>({
    keyOf: (project) => project.id,
    write: async (project, now) => {
      await shelf.save(project, now);
      channel?.postMessage({ saved: project.id } satisfies TabMessage);
    },
    onState: (state) => (saving.value = state),
    now: () => Date.now(),
  });
  channel?.addEventListener('message', (event: MessageEvent<TabMessage>) => {
    if (event.data.saved === stored.value?.id && saving.value.status === 'saved') void adopt(event.data.saved);
  });

  /** Takes over what another tab has saved; its edits are not undoable here. */
  async function adopt(id: string): Promise<void> {
    const read = await shelf.load(id);
    if (read?.ok && stored.value?.id === id) show(read.project);
  }

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

  /** Opens a project; one that is not on the shelf yet is saved there. */
  function open(project: Project, options: { save: boolean }): void {
    show(project);
    saving.value = { status: 'saved', at: null };
    if (options.save) queue.put(project);
  }

  function after(changed: boolean): void {
    preview.value = null;
    if (!changed) return;
    reflect();
    queue.put(stored.value!);
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
      return false;
    }
  }

  /**
   * Shows what a command would do without doing it; `run` or `endPreview` ends it. A place where it would break the document
   * keeps the last good view and says so.
   */
  function showPreview(command: Command): void {
    if (!stored.value) return;
    try {
      preview.value = previewCommand(stored.value, command);
      refused.value = null;
    } catch (error) {
      refused.value = refusalOf(error);
    }
  }

  function endPreview(): void {
    preview.value = null;
    refused.value = null;
  }

  return {
    project: computed(() => preview.value ?? stored.value),
    stored,
    previewing: computed(() => preview.value !== null),
    undoable,
    redoable,
    saving,
    edition,
    open,
    run,
    preview: showPreview,
    endPreview,
    refused,
    forgetRefusal: () => (refused.value = null),
    undo: () => {
      refused.value = null;
      if (history) after(history.undo());
    },
    redo: () => {
      refused.value = null;
      if (history) after(history.redo());
    },
    flush: () => queue.flush(),
    list: () => shelf.list(),
    load: (id: string) => shelf.load(id),
    remove: (id: string) => shelf.remove(id),
  };
});
