/** Recordings of the open project: brought from files, heard by the simulated microphone, kept by content, read in a worker one after the other. */
import { defineStore } from 'pinia';
import { computed, shallowReactive, shallowRef, toRaw } from 'vue';
import type { Rendered } from '@tawny/core/studies/hear/render';
import type {
  BesidePart,
  BesideParts,
  HearVersion,
  MeetPart,
  Listened,
  ListenOutcome,
  ListenTask,
  TextFigures,
  TextKind,
} from '@tawny/core/questions/listening';
import type { PredictedMode } from '@tawny/core/studies/listen/beside';
import type { Table } from '@tawny/core/studies/listen/tables';
import type { Beside } from '@tawny/core/studies/causes/beside';
import { readingsOf } from '@tawny/core/studies/causes/measured';
import type { Explained } from '@tawny/core/studies/causes/types';
import type { Correcting } from '@tawny/core/studies/correct/places';
import type { Meeting } from '@tawny/core/studies/correct/meet';
import type { MeetGroup } from '@tawny/core/studies/correct/meetPlaces';
import type { FitResult } from '@tawny/core/studies/fit/types';
import type { Points } from '@tawny/core/signal/calibration';
import type { ResponseCurves } from '@tawny/core/studies/listen/read';
import { isSound, type Measurement, type Project, type Sound } from '@tawny/core/document/schema/project';
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

  /** `wanted`: whether the answer is still of use when its turn comes. */
  async function run(
    what: string,
    task: () => Promise<ListenTask> | ListenTask,
    wanted = () => true,
  ): Promise<ListenOutcome | null> {
    const mine = turn.then(async () => {
      if (!wanted()) return null;
      busy.value = { what, part: 0 };
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

  async function samplesOf(hash: string) {
    const store = await kept();
    return (await store.read(hash)) ?? shipped(hash, store);
  }

  /** What was told before stays until somebody asks for something else: reading goes on beside. */
  const asks = (what: string, task: () => Promise<ListenTask> | ListenTask) => {
    failed.value = null;
    return attempt(what, task);
  };
  /** What came of a task, told where it failed. */
  async function attempt(what: string, task: () => Promise<ListenTask> | ListenTask): Promise<ListenOutcome | null> {
    try {
      const outcome = await run(what, task);
      if (outcome && !outcome.ok) failed.value = `${what}: ${outcome.message}`;
      return outcome;
    } catch (error) {
      failed.value = `${what}: ${error instanceof Error ? error.message : String(error)}`;
      return null;
    }
  }
  /** Samples of a measurement as a worker takes them; null: they are not in this browser. */
  async function partOf({ holds }: Measurement, own: Points | null): Promise<MeetPart | null> {
    const stored = isSound(holds) ? await samplesOf(holds.audio) : null;
    return stored && isSound(holds)
      ? { bytes: stored.bytes.slice(0), rate: holds.rate, own: structuredClone(toRaw(own)) }
      : null;
  }
  /** Samples of measurements beside one; those that are not in this browser are left out. */
  async function besideParts(
    { parts, twin, before }: Beside,
    own: (m: Measurement) => Points | null,
  ): Promise<BesideParts> {
    const besideOf = async (m: Measurement): Promise<BesidePart | null> => {
      const part = await partOf(m, own(m));
      return part && { ...part, title: m.title, letters: [...m.loudspeakers] };
    };
    const earlier = before && (await besideOf(before.measurement));
    return {
      parts: (await Promise.all(parts.map(besideOf))).filter((p) => p !== null),
      twin: twin && (await besideOf(twin)),
      before: earlier && {
        ...earlier,
        ...{ room: before.measurement.room, place: plainPlace(before.measurement) },
        changed: structuredClone(toRaw(before.changed)),
      },
    };
  }
  const plainPlace = ({ place }: Measurement) => place.at && { ...place.at };
  const listenedTo = async (outcome: Promise<ListenOutcome | null>) => listened(await outcome);

  return {
    busy: computed(() => busy.value),
    failed,
    readings,
    cancel: () => client.cancel(),
    fromFile: (file: File, values: Pick<Extract<ListenTask, { task: 'file' }>, 'sweep' | 'speech'>) =>
      listenedTo(
        asks(file.name, async () => ({ task: 'file', name: file.name, bytes: await file.arrayBuffer(), ...values })),
      ),
    /** Figures of a text file; null where it was refused: `failed` says why. */
    async fromText(file: File, as: TextKind): Promise<TextFigures | null> {
      const outcome = await asks(file.name, async () => ({ task: 'text', text: await file.text(), as }));
      return outcome?.ok && 'figures' in outcome ? outcome.figures : null;
    },
    /** Plain values of the project: what is handed to a worker must be no proxy. */
    simulated: (project: Project, values: Omit<Extract<ListenTask, { task: 'simulate' }>, 'task' | 'project'>) =>
      listenedTo(asks('Simulated microphone', () => ({ task: 'simulate', project, ...values }))),
    recorded: (
      samples: Float32Array<ArrayBuffer>,
      values: Omit<Extract<ListenTask, { task: 'record' }>, 'task' | 'bytes'>,
    ) => listenedTo(asks('Recording', () => ({ task: 'record', bytes: samples.buffer, ...values }))),
    /** Keeps what was heard, and the room at rest; their names. Throws where the browser keeps nothing. */
    async keep(heard: Listened): Promise<Pick<Sound, 'audio' | 'quiet'>> {
      const store = await kept();
      const audio = await store.keep(heard.samples, heard.rate);
      const quiet = heard.quiet && (await store.keep(heard.quiet, heard.rate));
      readings.set(audio, heard);
      return { audio, quiet };
    },
    /** Reads a measurement that is not read yet; what is missing in this browser is so marked. */
    async need({ holds, title }: Measurement): Promise<void> {
      if (!isSound(holds)) return;
      const { audio, quiet, rate, kind, sweep, took } = holds;
      if (readings.has(audio) || reading.has(audio)) return;
      reading.add(audio);
      try {
        const [stored, rest] = [await samplesOf(audio), quiet === null ? null : await samplesOf(quiet)];
        if (!stored) readings.set(audio, null);
        else {
          const found = await listenedTo(
            attempt(title, () => ({
              ...{ task: 'read', bytes: stored.bytes.slice(0), quiet: rest?.bytes ?? null, rate, kind },
              ...{ sweep: sweep && { ...sweep }, took: { ...took } },
            })),
          );
          if (found) readings.set(audio, found);
        }
      } catch (error) {
        failed.value = `${title}: ${error instanceof Error ? error.message : String(error)}`;
      } finally {
        reading.delete(audio);
      }
    },
    async curves(
      of: Listened | Table<'response'>,
      asks: Pick<Extract<ListenTask, { task: 'curves' }>, 'window' | 'fraction' | 'own'>,
      wanted: () => boolean,
    ): Promise<ResponseCurves | null> {
      // Plain values: what is handed to a worker must be no proxy.
      const plain = (): Extract<ListenTask, { task: 'curves' }>['of'] =>
        'samples' in of ? { bytes: of.samples.slice().buffer, rate: of.rate } : structuredClone(toRaw(of));
      const task = (): ListenTask => ({ task: 'curves', of: plain(), ...asks });
      const outcome = await run('Response', task, wanted);
      return outcome?.ok && 'curves' in outcome ? outcome.curves : null;
    },
    /** Modes predicted for the room a measurement was taken in; null where nobody wants them any more. */
    async modes(project: Project, m: Measurement, wanted: () => boolean): Promise<PredictedMode[] | null> {
      const task = (): ListenTask => ({ task: 'modes', project, room: m.room, place: plainPlace(m) });
      const outcome = await run('Modes of its room', task, wanted);
      return outcome?.ok && 'modes' in outcome ? outcome.modes : null;
    },
    /** What stands out of a measurement that was read, and what caused it; null where nobody wants it any more. */
    async causes(
      project: Project,
      measurement: Measurement,
      heard: Listened,
      { beside, calibrationOf }: { beside: Beside; calibrationOf: (m: Measurement) => Points | null },
      wanted: () => boolean,
    ): Promise<Explained[] | null> {
      const task = async (): Promise<ListenTask> => ({
        ...{ task: 'causes', project, room: measurement.room, place: plainPlace(measurement) },
        loudspeakers: [...measurement.loudspeakers],
        ...{ bytes: heard.impulse ? heard.samples.slice().buffer : new ArrayBuffer(0), rate: heard.rate },
        ...{
          own: structuredClone(toRaw(calibrationOf(measurement))),
          beside: await besideParts(beside, calibrationOf),
        },
        read: structuredClone(readingsOf(toRaw(heard))),
      });
      const outcome = await run('Causes', task, wanted);
      return outcome?.ok && 'causes' in outcome ? outcome.causes : null;
    },
    /** What the room has taught: of measurements with what was read of each; null where nobody wants it any more. */
    async fit(
      project: Project,
      list: readonly { m: Measurement; own: Points | null; heard: Listened | null }[],
      wanted: () => boolean,
    ): Promise<FitResult | null> {
      const task = (): ListenTask => ({
        ...{ task: 'fit', project },
        measurements: list.map(({ m, own, heard }) => ({
          ...{ measurement: structuredClone(toRaw(m)), own },
          read: heard?.impulse
            ? {
                bytes: heard.samples.slice().buffer,
                rate: heard.rate,
                readings: structuredClone(readingsOf(toRaw(heard))),
              }
            : null,
        })),
      });
      const outcome = await run('What the room teaches', task, wanted);
      return outcome?.ok && 'fit' in outcome ? outcome.fit : null;
    },
    /** What an equaliser may still do at places that were measured; null where nobody wants it any more. */
    async correct(
      list: readonly { title: string; own: Points | null; of: Listened | Table<'response'> }[],
      boosts: boolean,
      wanted: () => boolean,
    ): Promise<Correcting | null> {
      const places = () =>
        list.map(({ title, own, of }) => ({
          ...{ title, own },
          of:
            'samples' in of
              ? {
                  ...{ bytes: of.samples.slice().buffer, rate: of.rate },
                  rings: structuredClone(toRaw(of).impulse?.ringing.rings ?? []),
                }
              : structuredClone(toRaw(of)),
        }));
      const outcome = await run('Correction', () => ({ task: 'correct', places: places(), boosts }), wanted);
      return outcome?.ok && 'correction' in outcome ? outcome.correction : null;
    },
    /** How a subwoofer meets the others where all three takes are in this browser; null where nobody wants it any more, or none is. */
    async meet(
      { places }: MeetGroup,
      calibrationOf: (m: Measurement) => Points | null,
      wanted: () => boolean,
    ): Promise<Meeting | null> {
      const task = async (): Promise<ListenTask> => {
        const all = await Promise.all(
          places.map(async ({ title, ...of }) => {
            const takes = [of.mains, of.sub, of.together].map((m) => partOf(m, calibrationOf(m)));
            const [mains, sub, together] = await Promise.all(takes);
            return mains && sub && together ? [{ title, mains, sub, together }] : [];
          }),
        );
        return { task: 'meet', places: all.flat() };
      };
      const outcome = await run('Subwoofer and loudspeakers', task, wanted);
      return outcome?.ok && 'meeting' in outcome ? outcome.meeting : null;
    },
    /** Sounds through rooms and measurements; null: stopped or failed. A measurement that is not in this browser is left out. */
    async hear(
      versions: readonly ({ id: string; project: Project } | { id: string; measurement: Measurement })[],
      [left, right]: readonly [Float32Array, Float32Array],
      rate: number,
    ): Promise<Rendered[] | null> {
      const task = async (): Promise<ListenTask> => {
        const all = versions.map(async (v): Promise<HearVersion | null> => {
          if ('project' in v) return { id: v.id, kind: 'room', project: structuredClone(toRaw(v.project)) };
          const part = await partOf(v.measurement, null);
          return part && { id: v.id, kind: 'measured', samples: part.bytes, rate: part.rate };
        });
        const known = (await Promise.all(all)).filter((v) => v !== null);
        return { task: 'hear', versions: known, left: left.slice().buffer, right: right.slice().buffer, rate };
      };
      const outcome = await asks('Hear it', task);
      return outcome?.ok && 'rendered' in outcome ? outcome.rendered : null;
    },
    /** Samples of a recording kept here. */
    samplesOf,
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
