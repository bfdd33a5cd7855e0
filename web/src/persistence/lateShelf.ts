/** A shelf that is opened with the first call: the database's library is not needed to see a first drawing. */
import type { ProjectShelf } from './database';

export function lateShelf(open: () => Promise<ProjectShelf>): ProjectShelf {
  let opened: Promise<ProjectShelf> | null = null;
  const shelf = async (): Promise<ProjectShelf> => {
    opened ??= open();
    try {
      return await opened;
    } catch (error) {
      // A part that did not come is asked for again with the next call.
      opened = null;
      throw error;
    }
  };
  return {
    save: async (saving, now) => (await shelf()).save(saving, now),
    load: async (id) => (await shelf()).load(id),
    raw: async (id) => (await shelf()).raw(id),
    list: async () => (await shelf()).list(),
    remove: async (id) => (await shelf()).remove(id),
  };
}
