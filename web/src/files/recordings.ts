/** Recordings of the open project: brought from files, heard by the simulated microphone, kept by content, read in a worker one after the other. */
import { defineStore } from 'pinia';
import { computed, shallowReactive, shallowRef } from 'vue';
import type { Project } from '@tawny/core/document/schema/project';
import type { Listened, ListenOutcome, ListenTask, PredictedRoom } from '@tawny/core/questions/listening';
import type { ResponseCurves } from '@tawny/core/studies/listen/read';
import type { Measurement } from '@tawny/core/document/schema/project';
import type { Recordings } from '../persistence/recordings';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';

export interface Busy {
  what: string;
  part: number;
}

function createRecordings(client = createStudyClient(startWorker)) {
  const busy = shallowRef<Busy | null>(null);
  /** By hash; null: its samples are not in this browser. */
  const readings = shallowReactive(new Map<string, Listened | null>());
  const reading = new Set<string>();
  const failed = shallowRef<string | null>(null);
  let opened: Promise<Recordings> | null = null;
  const kept = () =>
    (opened ??= import('../persistence/recordings').then(
      ({ openRecordings }) => openRecordings(),
      (error: unknown) => {
        opened = null;
        throw error;
      },
    ));
  // The worker takes the newest of a sort: what is asked here waits its turn instead.
  let turn: Promise<unknown> = Promise.resolve();
  let asked = 0;

  async function run(what: string, task: () => Promise<ListenTask> | ListenTask): Promise<ListenOutcome | null> {
    const mine = turn.then(async () => {
      busy.value = { what, part: 0 };
      failed.value = null;
      const outcome = await client.run('listen', await task(), (part) => (busy.value = { what, part }));
      if (outcome.status === 'cancelled') return null;
      return outcome.status === 'result' ? outcome.result : ({ ok: false, message: outcome.message } as const);
    });
    asked += 1;
    turn = mine
      .catch(() => null)
      .finally(() => {
        asked -= 1;
        if (asked === 0) busy.value = null;
      });
    return mine;
  }
  const listened = (outcome: ListenOutcome | null): Listened | null =>
    outcome?.ok && 'samples' in outcome ? outcome : null;

  /** What came of a task, told where it failed. */
  async function take(what: string, task: () => Promise<ListenTask> | ListenTask): Promise<Listened | null> {
    try {
      const outcome = await run(what, task);
      if (outcome && !outcome.ok) failed.value = `${what}: ${outcome.message}`;
      return listened(outcome);
    } catch (error) {
      failed.value = `${what}: ${error instanceof Error ? error.message : String(error)}`;
      return null;
    }
  }

  return {
    busy: computed(() => busy.value),
    failed,
    readings,
    cancel: () => client.cancel(),
    fromFile: (file: File, sweep: Extract<ListenTask, { task: 'file' }>['sweep']) =>
      take(file.name, async () => ({ task: 'file', name: file.name, bytes: await file.arrayBuffer(), sweep })),
    /** Plain values of the project: what is handed to a worker must be no proxy. */
    simulated: (project: Project, asks: Omit<Extract<ListenTask, { task: 'simulate' }>, 'task' | 'project'>) =>
      take('Simulated microphone', () => ({ task: 'simulate', project, ...asks })),
    recorded: (
      samples: Float32Array<ArrayBuffer>,
      asks: Omit<Extract<ListenTask, { task: 'record' }>, 'task' | 'bytes'>,
    ) => take('Recording', () => ({ task: 'record', bytes: samples.buffer, ...asks })),
    /** Keeps what was heard; its name. Throws where the browser keeps nothing. */
    async keep(heard: Listened): Promise<string> {
      const hash = await (await kept()).keep(heard.samples, heard.rate);
      readings.set(hash, heard);
      return hash;
    },
    /** Reads a measurement that is not read yet; what is missing in this browser is so marked. */
    async need({ audio, rate, kind, title }: Pick<Measurement, 'audio' | 'rate' | 'kind' | 'title'>): Promise<void> {
      if (readings.has(audio) || reading.has(audio)) return;
      reading.add(audio);
      try {
        const stored = (await (await kept()).read(audio)) ?? (await shipped(audio, await kept()));
        if (!stored) readings.set(audio, null);
        else {
          const found = await take(title, () => ({ task: 'read', bytes: stored.bytes.slice(0), rate, kind }));
          if (found) readings.set(audio, found);
        }
      } catch (error) {
        failed.value = `${title}: ${error instanceof Error ? error.message : String(error)}`;
      } finally {
        reading.delete(audio);
      }
    },
    async curves(
      { samples, rate }: Listened,
      asks: Pick<Extract<ListenTask, { task: 'curves' }>, 'window' | 'fraction'>,
    ): Promise<ResponseCurves | null> {
      const outcome = await run('Response', () => ({ task: 'curves', bytes: samples.slice().buffer, rate, ...asks }));
      return outcome?.ok && 'curves' in outcome ? outcome.curves : null;
    },
    async predicted(asks: Omit<Extract<ListenTask, { task: 'predict' }>, 'task'>): Promise<PredictedRoom | null> {
      const outcome = await run('Prediction', () => ({ task: 'predict', ...asks }));
      return outcome?.ok && 'predicted' in outcome ? outcome.predicted : null;
    },
    /** Samples of a recording kept here. */
    samplesOf: async (hash: string) => (await (await kept()).read(hash)) ?? shipped(hash, await kept()),
    keepSamples: async (samples: Float32Array<ArrayBuffer>, rate: number) => (await kept()).keep(samples, rate),
  };
}

/** Recordings of the demo rooms come with the program: fetched when one is first looked at, then kept like others. */
async function shipped(hash: string, kept: Recordings) {
  const response = await fetch(`/recordings/${hash}.wav`).catch(() => null);
  if (!response?.ok || response.headers.get('content-type')?.includes('html')) return null;
  const { readWav } = await import('@tawny/core/formats/wav');
  const read = readWav(new Uint8Array(await response.arrayBuffer()));
  if (!read.ok) return null;
  await kept.keep(read.wav.channels[0]!, read.wav.rate);
  return kept.read(hash);
}

const shared = defineStore('recordings', () => {
  const made = createRecordings();
  return { made: () => made };
});
export const useRecordings = () => shared().made();
