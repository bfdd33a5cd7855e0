/** Recordings in the browser's database, once by content. No list of projects and no undo ever reads one. */
import type { DexieOptions } from 'dexie';
import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import { Database, type StoredRecording } from './database';

/** What a recording is called: SHA-256 of its samples as 32-bit floating point. */
export const hashOf = (samples: Float32Array<ArrayBuffer>): string =>
  bytesToHex(sha256(new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength)));

export interface Recordings {
  /** Keeps samples; their name. */
  keep(samples: Float32Array<ArrayBuffer>, rate: number): Promise<string>;
  read(hash: string): Promise<StoredRecording | null>;
}

/** Opens the recordings; name and database are parameters for tests. */
export function openRecordings(name = 'tawny-hall', options?: DexieOptions): Recordings {
  const { recordings } = new Database(name, options);
  return {
    async keep(samples, rate) {
      const hash = hashOf(samples);
      if ((await recordings.where('hash').equals(hash).count()) === 0)
        await recordings.put({ hash, rate, bytes: samples.slice().buffer });
      return hash;
    },
    read: async (hash) => (await recordings.get(hash)) ?? null,
  };
}
