/** What Listen shows: the measurements kept, those drawn, what was read of each, and the room each was taken in. */
import { computed, shallowRef, watch } from 'vue';
import { computedAsync, createSharedComposable } from '@vueuse/core';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import type { Measurement } from '@tawny/core/document/schema/project';
import type { Listened } from '@tawny/core/questions/listening';
import { compareMeasurements } from '@tawny/core/studies/listen/compare';
import { GATED, WHOLE, type ResponseCurves } from '@tawny/core/studies/listen/read';
import { useMeasuredRoom } from '../../answers/listening';
import { steady } from '../../answers/line';
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
  const reading = computed(() => heard.value?.impulse ?? null);
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
  const impulses = computed(() => shown.value.filter((m) => readOf(m)?.impulse));
  /** What is drawn and how: titles and notes change nothing of it. */
  const asked = steady(() => ({
    of: impulses.value.map((m) => m.audio),
    window: window.value,
    fraction: fraction.value,
  }));
  const made = computedAsync<(ResponseCurves & { audio: string })[]>(async (onCancel) => {
    const { of, ...asks } = asked.value;
    let wanted = true;
    onCancel(() => (wanted = false));
    const list: (ResponseCurves & { audio: string })[] = [];
    for (const audio of of) {
      const heardOne = recordings.readings.get(audio);
      const one = heardOne && (await recordings.curves(heardOne, asks, () => wanted));
      if (one) list.push({ ...one, audio });
    }
    return list;
  }, []);
  const curves = computed(() =>
    made.value.flatMap((one) => {
      const measurement = impulses.value.find((m) => m.audio === one.audio);
      return measurement ? [{ measurement, curves: one }] : [];
    }),
  );

  // --- what the studies say of that room ---
  const room = useMeasuredRoom();
  room.follow(() => {
    const m = main.value;
    return m?.kind === 'impulse' ? { room: m.room, place: m.place.at, letters: m.loudspeakers } : undefined;
  });
  const predicted = computed(() => (room.current.value ? room.last.value : null));

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
    const [project, now] = [doc.stored, clerk()];
    if (!project) return;
    try {
      const names = await recordings.keep(heardNow);
      const { kind, rate, sweep, took } = heardNow;
      const room = soundingOf(project);
      const measurement: Measurement = {
        ...{ ...values, ...names, id: now.id(), at: now.at, kind, rate, took },
        // How it was eased in and out is no part of the document.
        sweep: sweep && { from: sweep.from, to: sweep.to, seconds: sweep.seconds },
        ...{ fullScaleDb: null, note: '', room: roomKey(room) },
      };
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
    ...{ doc, session, recordings, list, shown, main, readOf, missing, heard, reading },
    ...{ fraction, gated, wholeLength, gateLength, window, curves, predicted, comparison },
    ...{ keep, change, toggle },
  };
});
