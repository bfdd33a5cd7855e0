/** Reads a drawing brought from elsewhere, in a worker of its own. */
import type { ReadOutline } from '@tawny/core/formats/outlineFile';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';

export interface DrawingReader {
  /** Null: given up. Whatever goes wrong is a refusal. */
  read: (file: File, onProgress: (part: number) => void) => Promise<ReadOutline | null>;
  cancel: () => void;
}

export function createDrawingReader(client = createStudyClient(startWorker)): DrawingReader {
  return {
    async read(file, onProgress) {
      const outcome = await client.run('outline', { name: file.name, bytes: await file.arrayBuffer() }, onProgress);
      if (outcome.status === 'cancelled') return null;
      return outcome.status === 'result'
        ? outcome.result
        : { ok: false, problems: [{ path: '', message: outcome.message }] };
    },
    cancel: () => client.cancel(),
  };
}
