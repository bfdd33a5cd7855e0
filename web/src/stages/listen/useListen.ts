/** What Listen shows: the measurements kept, those drawn, what was read of each, and the room each was taken in. */
import { computed, shallowRef, watch } from 'vue';
import { computedAsync, createSharedComposable } from '@vueuse/core';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import type { Measurement } from '@tawny/core/document/schema/project';
import type { Listened } from '@tawny/core/questions/listening';
import { compareMeasurements, placeOf } from '@tawny/core/studies/listen/compare';
import { GATED, WHOLE, type ResponseCurves } from '@tawny/core/studies/listen/read';
import { useRecordings } from '../../files/recordings';
import { clerk } from '../../stores/clerk';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

/** Most that are drawn together. */
export const MOST_SHOWN = 6;

export const useListen = createSharedComposable(() => {
  const doc = useDocument();
  const session = useSession();
  const recordings = useRecordings();
  const { id } = clerk();

  const list = computed(() => [...(doc.project?.measured.list ?? [])].sort((a, b) => (a.at < b.at ? -1 : 1)));
  /** Those drawn: the ones chosen, or the last one taken. */
  const shown = computed((): Measurement[] => {
    const chosen = session.listened.flatMap((one) => list.value.find((m) => m.id === one) ?? []);
    if (chosen.length > 0) return chosen.slice(0, MOST_SHOWN);
    const heardOnes = list.value.filter((m) => m.kind === 'impulse');
    const last = heardOnes.findLast((m) => m.place.at === null) ?? heardOnes.at(-1) ?? list.value.at(-1);
    return last ? [last] : [];
  });
  const main = computed(() => shown.value[0] ?? null);
  // What is drawn is read, one after the other.
  watch(
    shown,
    async (now) => {
      for (const m of now) await recordings.need(m);
    },
    { immediate: true },
  );
  const readOf = (m: Measurement): Listened | null => recordings.readings.get(m.audio) ?? null;
  const missing = (m: Measurement) => recordings.readings.get(m.audio) === null;
  const heard = computed(() => (main.value ? readOf(main.value) : null));
  const reading = computed(() => heard.value?.reading ?? null);
  const roomOf = (m: Measurement) => doc.project!.measured.rooms[m.room]!;

  // --- response ---
  const fraction = shallowRef(12);
  const gated = shallowRef(false);
  /** Length of both windows, s: dragged or typed. */
  const wholeLength = shallowRef(WHOLE.after);
  const gateLength = shallowRef(GATED.after);
  const window = computed(() =>
    gated.value ? { ...GATED, after: gateLength.value } : { ...WHOLE, after: wholeLength.value },
  );
  const impulses = computed(() =>
    shown.value.flatMap((m) => {
      const found = readOf(m);
      return found?.reading ? [{ measurement: m, found }] : [];
    }),
  );
  const curves = computedAsync<{ measurement: Measurement; curves: ResponseCurves }[]>(async () => {
    const asks = { window: window.value, fraction: fraction.value };
    const made: { measurement: Measurement; curves: ResponseCurves }[] = [];
    for (const { measurement, found } of impulses.value) {
      const one = await recordings.curves(found, asks);
      if (one) made.push({ measurement, curves: one });
    }
    return made;
  }, []);

  // --- what the studies say of that room ---
  const predicted = computedAsync(async () => {
    const [m, project] = [main.value, doc.stored];
    if (!m || !project || m.kind === 'noise') return null;
    return recordings.predicted({
      project,
      room: project.measured.rooms[m.room]!,
      place: m.place.at && { ...m.place.at },
      letters: [...m.loudspeakers],
    });
  }, null);

  // --- beside each other ---
  const comparison = computed(() => {
    const [first, second] = shown.value;
    if (!first || !second) return null;
    const [a, b] = first.at <= second.at ? [first, second] : [second, first];
    const of = (m: Measurement) => ({ measurement: m, room: roomOf(m) });
    return { before: a, after: b, ...compareMeasurements(of(a), of(b)) };
  });

  /** Keeps what was heard, with the room as it is, and shows it. */
  async function keep(
    heardNow: Listened,
    values: Pick<Measurement, 'title' | 'by' | 'from' | 'loudspeakers' | 'place'>,
  ) {
    const project = doc.stored;
    if (!project) return;
    try {
      const audio = await recordings.keep(heardNow);
      const room = soundingOf(project);
      const measurement: Measurement = {
        ...values,
        ...{ id: id(), at: new Date().toISOString(), kind: heardNow.kind, audio },
        ...{ sweep: heardNow.sweep, rate: heardNow.rate, clipped: heardNow.clipped },
        ...{ fullScaleDb: null, note: '', room: roomKey(room) },
      };
      if (measurement.sweep) {
        const { from, to, seconds } = measurement.sweep;
        measurement.sweep = { from, to, seconds };
      }
      if (doc.run({ type: 'put-measurement', measurement, room })) {
        session.listened = [measurement.id];
        session.listenPart = 'kept';
      }
    } catch (error) {
      recordings.failed.value = `The recording could not be kept: ${error instanceof Error ? error.message : String(error)}`;
    }
  }
  const change = (m: Measurement, values: Partial<Measurement>) =>
    doc.run({ type: 'put-measurement', measurement: { ...m, ...values }, room: null });
  function toggle(m: Measurement): void {
    const now = shown.value.map((s) => s.id);
    session.listened = now.includes(m.id) ? now.filter((one) => one !== m.id) : [...now, m.id].slice(0, MOST_SHOWN);
  }

  return {
    ...{ doc, session, recordings, list, shown, main, readOf, missing, heard, reading, roomOf, placeOf },
    ...{ fraction, gated, wholeLength, gateLength, window, curves, predicted, comparison },
    ...{ keep, change, toggle },
  };
});
