/** The brief against what is predicted and what was measured, for the open project. */
import { computed, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import type { Measurement } from '@tawny/core/document/schema/project';
import { timeOf } from '@tawny/core/signal/decay';
import { speechIndex } from '@tawny/core/signal/speech';
import { placeOf } from '@tawny/core/studies/listen/compare';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { schoolsOf } from '@tawny/core/studies/signoff/schools';
import { timelineOf } from '@tawny/core/studies/signoff/timeline';
import type { Reading } from '@tawny/core/studies/signoff/types';
import { wishesOf } from '@tawny/core/studies/signoff/wishes';
import { useAnswers, useLines } from '../../answers/answers';
import { useResults } from '../../answers/results';
import { useMeasured } from '../../measured/measured';

/** A microphone this near to the ears of its room stood at the seat, m. */
const AT_SEAT = 0.05;

export const useSignoff = createSharedComposable(() => {
  const answers = useAnswers();
  const results = useResults();
  const { bass } = useLines();
  const { doc, recordings, list, readOf, decayOf, noiseOf, curvesOf } = useMeasured();

  const here = computed(() => (doc.project ? roomKey(soundingOf(doc.project)) : ''));
  const atSeat = (m: Measurement) => {
    const room = doc.project!.measured.rooms[m.room]!;
    const [p, { head }] = [placeOf(m, room), room.listening];
    return Math.hypot(p.x - head.x, p.y - head.y, p.z - head.earHeight) < AT_SEAT;
  };
  /** Those that could decide: the newest response at the seat of the room as it is and of any room, the newest of the room at rest. */
  const asked = computed((): Measurement[] => {
    const newest = [...list.value].reverse();
    const heard = newest.filter((m) => ['impulse', 'response', 'decay'].includes(m.holds.kind) && atSeat(m));
    const rest = newest.filter((m) => ['noise', 'levels'].includes(m.holds.kind));
    const of = (all: readonly Measurement[]) => [all.find((m) => m.room === here.value), all[0]];
    const found = [...of(heard), ...of(rest)].filter((m) => m !== undefined);
    return newest.filter((m) => found.includes(m));
  });
  watch(
    asked,
    async (now) => {
      for (const m of now) await recordings.need(m);
    },
    { immediate: true },
  );
  const curves = curvesOf(
    () => asked.value,
    () => ({ window: WHOLE, fraction: 12 }),
  );
  const readings = computed(() =>
    asked.value.map((m): Reading => {
      const [bands, noise] = [decayOf(m, 1), noiseOf(m)];
      const speech = readOf(m)?.impulse?.speech ?? null;
      const rest = m.holds.kind === 'noise' || m.holds.kind === 'levels';
      return {
        ...{ id: m.id, at: m.at, title: m.title, asNow: m.room === here.value },
        decay: bands && bands.map((b) => ({ octave: b.label, seconds: timeOf(b) })),
        swingDb: curves.value.find((c) => c.measurement.id === m.id)?.curves.swings[0]?.swingDb ?? null,
        noiseDb: rest && noise?.re === 'pressure' ? noise.meter('A') : null,
        speech: speech && speechIndex(speech),
      };
    }),
  );

  const wishes = computed(() => {
    const [project, glance] = [doc.project, answers.calm];
    if (!project || !glance) return [];
    const decay = answers.decay?.result ?? null;
    const marks = glance.marks.result;
    const build = answers.build?.result ?? null;
    const swing = (bass.current.value && bass.solved.value?.answer.swings[0]) || null;
    const sides = results.measures.find((m) => m.id === 'symmetry')?.value ?? null;
    const worst = marks.worstBare?.levelDb ?? null;
    return wishesOf({
      ...{ project, volume: glance.setting.solid.volume, swing, readings: readings.value },
      decay: decay && {
        ...{ seconds: decay.chosen.eyring, low: decay.chosen.low, high: decay.chosen.high },
        lowestOctave: decay.inputs.lowestOctave,
      },
      marks: {
        ...{ all: marks.marks.length, bare: marks.bare },
        overDb: worst === null ? null : worst - marks.threshold.levelDb,
      },
      sides: sides === null ? null : sides / 100,
      cost: build && build.panels > 0 ? build.cost : null,
    });
  });
  const schools = computed(() => {
    const [project, glance] = [doc.project, answers.calm];
    if (!project || !glance) return [];
    const decay = answers.decay?.result ?? null;
    return schoolsOf({
      ...{ project, volume: glance.setting.solid.volume },
      decay: decay && { seconds: decay.chosen.eyring, lowestOctave: decay.inputs.lowestOctave },
      ...{ marks: glance.marks.result.marks, distance: glance.seat.result.schools },
      swings: (bass.current.value && bass.solved.value?.answer.swings) || [],
    });
  });
  const timeline = computed(() => (doc.project ? timelineOf(doc.project) : []));
  const waiting = computed(() => asked.value.some((m) => m.holds.kind === 'impulse' && !readOf(m)));
  return { doc, wishes, schools, timeline, waiting };
});
