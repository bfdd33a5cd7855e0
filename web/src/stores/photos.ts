/** Photographs of the open project's pieces: taken small, kept in the browser, shown as addresses of pictures. */
import { computed, ref, shallowRef, watch } from 'vue';
import { defineStore } from 'pinia';
import type { Album } from '../persistence/album';
import type { PhotoMark } from '../persistence/database';
import { newId } from '../persistence/ids';
import { useDocument } from './document';

export interface Photo {
  id: string;
  about: string;
  takenAt: Date;
  url: string;
  drawn: readonly PhotoMark[];
}
export type { PhotoMark };

/** Longest side that is kept, px. */
const MOST_PX = 1600;

/** A picture as JPEG no larger than is kept, upright as it was taken; null for a file that is no picture. */
async function reduced(file: Blob): Promise<Blob | null> {
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file, { imageOrientation: 'from-image' });
  } catch {
    return null;
  }
  const scale = Math.min(1, MOST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((done) => canvas.toBlob(done, 'image/jpeg', 0.85));
}

export const usePhotos = defineStore('photos', () => {
  const doc = useDocument();
  const shown = shallowRef<Photo[]>([]);
  /** Why the last one was not kept, or the album cannot be read. */
  const refused = ref<string | null>(null);
  let opened: Promise<Album> | null = null;
  const album = () => (opened ??= import('../persistence/album').then(({ openAlbum }) => openAlbum()));
  const project = computed(() => doc.project?.id ?? null);

  async function read(): Promise<void> {
    const of = project.value;
    try {
      const found = of === null ? [] : await (await album()).of(of);
      if (of !== project.value) return;
      for (const { url } of shown.value) URL.revokeObjectURL(url);
      shown.value = found.map(({ id, about, takenAt, type, bytes, drawn }) => ({
        ...{ id, about, takenAt: new Date(takenAt), drawn: drawn ?? [] },
        url: URL.createObjectURL(new Blob([bytes], { type })),
      }));
    } catch {
      opened = null;
      refused.value = 'The browser’s storage does not give the photographs; reload the page to try again.';
    }
  }
  watch(project, read, { immediate: true });

  async function add(about: string, file: File): Promise<void> {
    refused.value = null;
    const of = project.value!;
    const picture = await reduced(file);
    if (!picture) return void (refused.value = `“${file.name}” is no picture this browser can read.`);
    try {
      const bytes = await picture.arrayBuffer();
      await (await album()).add({ id: newId(), project: of, about, takenAt: Date.now(), type: picture.type, bytes });
    } catch {
      return void (refused.value = 'The browser’s storage did not take the photograph; it may be full.');
    }
    await read();
  }
  async function remove(id: string): Promise<void> {
    try {
      await (await album()).remove(id);
    } catch {
      return void (refused.value = 'The browser’s storage did not let the photograph go.');
    }
    await read();
  }
  async function draw(id: string, drawn: PhotoMark[]): Promise<void> {
    try {
      await (await album()).draw(id, JSON.parse(JSON.stringify(drawn)) as PhotoMark[]);
    } catch {
      return void (refused.value = 'The browser’s storage did not take what was drawn.');
    }
    shown.value = shown.value.map((p) => (p.id === id ? { ...p, drawn } : p));
  }
  return { shown, refused, add, draw, remove };
});
