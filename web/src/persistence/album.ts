/** Photographs in the browser's database, beside the projects they belong to; they go with them. */
import type { DexieOptions } from 'dexie';
import { Database, type PhotoMark, type StoredPhoto } from './database';

export interface Album {
  add(photo: StoredPhoto): Promise<void>;
  /** Of a project, the oldest first. */
  of(project: string): Promise<StoredPhoto[]>;
  /** What is drawn on one, all of it. */
  draw(id: string, drawn: PhotoMark[]): Promise<void>;
  remove(id: string): Promise<void>;
}

/** Opens the album; name and database are parameters for tests. */
export function openAlbum(name = 'tawny-hall', options?: DexieOptions): Album {
  const { photos } = new Database(name, options);
  return {
    add: async (photo) => void (await photos.put(photo)),
    of: async (project) =>
      (await photos.where('project').equals(project).toArray()).sort((a, b) => a.takenAt - b.takenAt),
    draw: async (id, drawn) => void (await photos.update(id, { drawn })),
    remove: (id) => photos.delete(id),
  };
}
