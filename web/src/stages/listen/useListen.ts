/** What Listen shows: the measurements kept, those drawn, what was read of each, and the room each was taken in. */
import { computed, shallowRef, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import type { Holds, Measurement } from '@tawny/core/document/schema/project';
import type { Listened } from '@tawny/core/questions/listening';
import { compareMeasurements, SHOWS } from '@tawny/core/studies/listen/compare';
import { GATED, WHOLE } from '@tawny/core/studies/listen/read';
import { useMeasuredRoom } from '../../measured/measuredRoom';
import { useMeasured } from '../../measured/measured';
import { clerk } from '../../stores/clerk';
import { useSession } from '../../stores/session';

/** Most that are drawn together. */
export const MOST_SHOWN = 6;

/** What is written of a measurement when it is kept. */
export type Said = Pick<Measurement, 'title' | 'by' | 'from' | 'loudspeakers' | 'place'> &
  Partial<Pick<Measurement, 'fullScaleDb'>>;

export const useListen = createSharedComposable(() => {
  const session = useSession();
  const measured = useMeasured();
  const { doc, recordings, list, readOf, missing, decayOf, noiseOf, calibrations } = measured;

  /** Those drawn: the ones chosen, or the last one taken. */
  const shown = computed((): Measurement[] => {
    const chosen = session.listened.flatMap((one) => list.value.find((m) => m.id === one) ?? []);
    if (chosen.length > 0) return chosen.slice(0, MOST_SHOWN);
    const heardOnes = list.value.filter((m) => m.holds.kind === 'impulse');
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
  const curves = measured.curvesOf(
    () => shown.value,
    () => ({ window: window.value, fraction: fraction.value }),
  );

  // --- what the studies say of that room ---
  const room = useMeasuredRoom();
  room.follow(() => {
    const m = main.value;
    return m && SHOWS[m.holds.kind].includes('decay')
      ? { room: m.room, place: m.place.at, letters: m.loudspeakers }
      : undefined;
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

  /** The calibration new measurements are said to be of: the last one used. */
  const calibration = computed(
    () => session.calibration ?? list.value.findLast((m) => m.by !== 'simulated')?.calibration ?? null,
  );
  /** Keeps a measurement with the room as it is, and shows it. `stay`: more are to come, the part that takes them stays open. */
  function put(holds: Holds, said: Said, stay = false): void {
    const [project, now] = [doc.settled, clerk()];
    if (!project) return;
    const room = soundingOf(project);
    const known = calibrations.value.some((c) => c.id === calibration.value);
    const measurement: Measurement = {
      ...{ fullScaleDb: null, ...said, id: now.id(), at: now.at, holds },
      calibration: known && said.by !== 'simulated' ? calibration.value : null,
      ...{ note: '', room: roomKey(room) },
    };
    if (doc.run({ type: 'put-measurement', measurement, room })) {
      session.listened = [measurement.id];
      if (!stay) session.listenPart = 'kept';
    }
  }
  /** Keeps what was heard. */
  async function keep(heardNow: Listened, said: Said, stay = false): Promise<void> {
    if (!doc.settled) return;
    try {
      const names = await recordings.keep(heardNow);
      const { kind, rate, sweep, took } = heardNow;
      // How it was eased in and out is no part of the document.
      put(
        { kind, rate, took, sweep: sweep && { from: sweep.from, to: sweep.to, seconds: sweep.seconds }, ...names },
        said,
        stay,
      );
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
    ...{ doc, session, recordings, list, shown, main, readOf, missing, heard, reading, decayOf, noiseOf },
    ...{ fraction, gated, wholeLength, gateLength, window, curves, predicted, comparison },
    ...{ keep, put, change, toggle, calibrations, calibration },
  };
});
