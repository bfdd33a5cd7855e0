/**
 * Projects in the browser's database. Plain values out; what is read is checked like a file, since another version of the
 * program may have written it. Every record carries a revision, compared in the transaction that writes: who comes second does its
 * changes again on what the first has written.
 */
import Dexie, { type DexieOptions, type Table } from 'dexie';
import type { FileProblem, ReadProject } from '@tawny/core/formats/checked';
import { readProject } from '@tawny/core/formats/projectFile';
import { type Change, type Met, withChanges } from '@tawny/core/document/changes';
import { type Project, VERSION } from '@tawny/core/document/schema/project';

export interface StoredProject {
  id: string;
  name: string;
  /** ms since 1970, for the order of the list. */
  savedAt: number;
  project: unknown;
  /** Counts the writes; absent in records of the first versions, which stand for 0. */
  revision?: number;
  /** The last edit of each window this record holds, newest window last; absent as above. */
  through?: [window: string, edit: number][];
}

export interface ProjectEntry {
  id: string;
  name: string;
  savedAt: number;
}

export interface Loaded {
  read: ReadProject;
  name: string;
  revision: number;
  through: ReadonlyMap<string, number>;
}

/** What a window wants kept. */
export interface Saving {
  project: Project;
  /** The record it started from; null: there was none. */
  base: number | null;
  /** What it has changed since; asked only when the record is no longer that one. */
  changes: () => Change[];
  /** The window and the number of its last edit within. */
  window: string;
  edit: number;
}

export type Saved =
  | { kind: 'saved'; revision: number }
  /** Another window had written: this stands now, own changes done again on it. */
  | { kind: 'joined'; revision: number; project: Project; met: Met[] }
  /** Own changes cannot stand on what the other window wrote; that was left as it is. */
  | { kind: 'clash'; revision: number; theirs: Project; problems: FileProblem[] }
  /** The record is not touched: it is gone, of a newer version, or cannot be read. */
  | { kind: 'deleted' }
  | { kind: 'newer' }
  | { kind: 'unreadable'; problems: FileProblem[] };

/** Windows whose last edit a record remembers. */
const MOST_WINDOWS = 12;

const entryOf = ({ id, name, savedAt }: StoredProject): ProjectEntry => ({ id, name, savedAt });

/** Recordings a record speaks of, by their hashes, in whatever version of the document. */
const namedIn = (record: StoredProject | undefined): Set<string> =>
  new Set(JSON.stringify(record?.project ?? null).match(/\b[0-9a-f]{64}\b/g));

/** A photograph of something of a project; kept beside it, not in it. */
export interface StoredPhoto {
  id: string;
  project: string;
  /** Id of the piece it shows, or "log " and the id of an entry. */
  about: string;
  /** ms since 1970. */
  takenAt: number;
  type: string;
  bytes: ArrayBuffer;
  /** What was drawn on it, if anything. */
  drawn?: PhotoMark[];
}

/** Places are parts of the picture's width and height, 0 … 1. */
export interface PhotoMark {
  kind: 'arrow' | 'ring';
  from: readonly [number, number];
  to: readonly [number, number];
  text: string;
}

/** Samples of a measurement, once by what is in them; several projects may speak of them. */
export interface StoredRecording {
  /** SHA-256 of the bytes. */
  hash: string;
  /** Hz. */
  rate: number;
  /** 32-bit floating point. */
  bytes: ArrayBuffer;
}

export class Database extends Dexie {
  projects!: Table<StoredProject, string>;
  /** What a list shows, so that it reads no projects. Written with them. */
  names!: Table<ProjectEntry, string>;
  photos!: Table<StoredPhoto, string>;
  recordings!: Table<StoredRecording, string>;

  constructor(name: string, options?: DexieOptions) {
    super(name, options);
    // DO NOT CHANGE a version that was released: add the next one with its upgrade.
    this.version(1).stores({ projects: 'id, savedAt' });
    this.version(2)
      .stores({ projects: 'id, savedAt', names: 'id, savedAt' })
      .upgrade(async (old) => {
        await old.table<StoredProject>('projects').each((record) => void old.table('names').put(entryOf(record)));
      });
    this.version(3).stores({ projects: 'id, savedAt', names: 'id, savedAt', photos: 'id, project' });
    this.version(4).stores({
      projects: 'id, savedAt',
      names: 'id, savedAt',
      photos: 'id, project',
      recordings: 'hash',
    });
  }
}

export interface ProjectShelf {
  save(saving: Saving, now: number): Promise<Saved>;
  load(id: string): Promise<Loaded | null>;
  /** The record as it lies there, for who wants to rescue one that cannot be read. */
  raw(id: string): Promise<unknown>;
  list(): Promise<ProjectEntry[]>;
  remove(id: string): Promise<void>;
}

const isNewer = (project: unknown): boolean =>
  typeof project === 'object' && project !== null && Number((project as { version?: unknown }).version) > VERSION;

/** Opens the shelf; name and database are parameters for tests. */
export function openShelf(
  name = 'tawny-hall',
  options?: DexieOptions,
  { patienceMs = 4000 }: { patienceMs?: number } = {},
): ProjectShelf {
  const db = new Database(name, options);
  /** Some browsers never answer when storage is blocked: after a while that is taken for a no, and asked again with the next call. */
  async function opened(): Promise<Database> {
    if (db.isOpen()) return db;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const silent = new Promise<never>((_, no) => {
      timer = setTimeout(() => no(new Error('the browser’s storage does not answer')), patienceMs);
    });
    try {
      await Promise.race([db.open(), silent]);
    } finally {
      clearTimeout(timer);
    }
    return db;
  }
  const throughOf = (record: StoredProject | undefined) => new Map(record?.through ?? []);

  return {
    async save({ project, base, changes, window, edit }, now) {
      const { projects, names } = await opened();
      return db.transaction('rw', projects, names, async (transaction): Promise<Saved> => {
        const there = await projects.get(project.id);
        const put = async (content: Project, revision: number): Promise<void> => {
          const through = throughOf(there);
          through.delete(window);
          through.set(window, edit);
          const entry = { id: content.id, name: content.name, savedAt: now };
          await names.put(entry);
          await projects.put({ ...entry, project: content, revision, through: [...through].slice(-MOST_WINDOWS) });
          // Not left to the end of the task: a page that is closed now may not come to it.
          (transaction as unknown as { idbtrans?: { commit?: () => void } }).idbtrans?.commit?.();
        };
        if (!there) {
          if (base !== null) return { kind: 'deleted' };
          await put(project, 1);
          return { kind: 'saved', revision: 1 };
        }
        const revision = there.revision ?? 0;
        if (isNewer(there.project)) return { kind: 'newer' };
        if (revision === base) {
          await put(project, revision + 1);
          return { kind: 'saved', revision: revision + 1 };
        }
        const theirs = readProject(there.project);
        if (!theirs.ok) return { kind: 'unreadable', problems: theirs.problems };
        const mine = changes();
        const { document, met } = withChanges(theirs.project, mine);
        const joined = readProject(document);
        if (!joined.ok) return { kind: 'clash', revision, theirs: theirs.project, problems: joined.problems };
        if (mine.length > 0) await put(joined.project, revision + 1);
        return { kind: 'joined', revision: mine.length > 0 ? revision + 1 : revision, project: joined.project, met };
      });
    },
    async load(id) {
      const { projects } = await opened();
      const found = await projects.get(id);
      if (!found) return null;
      return {
        read: readProject(found.project),
        name: found.name,
        revision: found.revision ?? 0,
        through: throughOf(found),
      };
    },
    async raw(id) {
      return (await (await opened()).projects.get(id))?.project;
    },
    async list() {
      return (await opened()).names.orderBy('savedAt').reverse().toArray();
    },
    async remove(id) {
      const { projects, names, photos, recordings } = await opened();
      await db.transaction('rw', projects, names, photos, recordings, async () => {
        const spoken = namedIn(await projects.get(id));
        await names.delete(id);
        await projects.delete(id);
        await photos.where('project').equals(id).delete();
        // Its recordings go too, but for those another project speaks of.
        if (spoken.size > 0) await projects.each((other) => namedIn(other).forEach((hash) => spoken.delete(hash)));
        await recordings.bulkDelete([...spoken]);
      });
    },
  };
}
