/**
 * Projects in the browser's database. Plain values out; what is read is checked like a file, since another version of the
 * program may have written it.
 */
import Dexie, { type DexieOptions, type Table } from 'dexie';
import { readProjectFile, type ReadProject } from '@tawny/core/formats/projectFile';
import type { Project } from '@tawny/core/project/schema';

export interface StoredProject {
  id: string;
  name: string;
  /** ms since 1970, for the order of the list. */
  savedAt: number;
  project: unknown;
}

export interface ProjectEntry {
  id: string;
  name: string;
  savedAt: number;
}

class Database extends Dexie {
  projects!: Table<StoredProject, string>;

  constructor(name: string, options?: DexieOptions) {
    super(name, options);
    // DO NOT CHANGE a version that was released: add the next one with its upgrade.
    this.version(1).stores({ projects: 'id, savedAt' });
  }
}

export interface ProjectShelf {
  save(project: Project, now: number): Promise<void>;
  load(id: string): Promise<ReadProject | null>;
  list(): Promise<ProjectEntry[]>;
  remove(id: string): Promise<void>;
}

/** Opens the shelf; name and database are parameters for tests. */
export function openShelf(name = 'tawny-hall', options?: DexieOptions): ProjectShelf {
  const db = new Database(name, options);
  return {
    async save(project, now) {
      await db.projects.put({ id: project.id, name: project.name, savedAt: now, project });
    },
    async load(id) {
      const found = await db.projects.get(id);
      return found ? readProjectFile(JSON.stringify(found.project)) : null;
    },
    async list() {
      const all = await db.projects.orderBy('savedAt').reverse().toArray();
      return all.map(({ id, name: title, savedAt }) => ({ id, name: title, savedAt }));
    },
    async remove(id) {
      await db.projects.delete(id);
    },
  };
}
