/** The brief against what is predicted and what was measured, for the open project. */
import { computed, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { decidingOf, endsOf, readingOf } from '@tawny/core/studies/signoff/readings';
import { schoolsOf } from '@tawny/core/studies/signoff/schools';
import { timelineOf } from '@tawny/core/studies/signoff/timeline';
import { wishesOf } from '@tawny/core/studies/signoff/wishes';
import { useAnswers, useLines } from '../../answers/answers';
import { useResults } from '../../answers/results';
import { useMeasured } from '../../measured/measured';

export const useSignoff = createSharedComposable(() => {
  const answers = useAnswers();
  const results = useResults();
  const { bass } = useLines();
  const { doc, recordings, readOf, decayOf, noiseOf, curvesOf } = useMeasured();

  const here = computed(() => (doc.project ? roomKey(soundingOf(doc.project)) : ''));
  const deciding = computed(() => (doc.project ? decidingOf(doc.project.measured, here.value) : []));
  const both = computed(() => (doc.project ? endsOf(doc.project.measured) : []));
  /** Newest first. */
  const asked = computed(() => [...new Set([...deciding.value, ...both.value])].sort((a, b) => (a.at < b.at ? 1 : -1)));
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
  const read = computed(() =>
    asked.value.map((m) =>
      readingOf(m, here.value, {
        ...{ decay: decayOf(m, 1), noise: noiseOf(m), speech: readOf(m)?.impulse?.speech ?? null },
        swings: curves.value.find((c) => c.measurement.id === m.id)?.curves.swings ?? null,
      }),
    ),
  );
  const readings = computed(() => read.value.filter((r) => deciding.value.some((m) => m.id === r.id)));
  /** Before and after, as figures by octave. */
  const ends = computed(() =>
    both.value.flatMap((m) => {
      const found = read.value.find((r) => r.id === m.id);
      if (!found) return [];
      const { title, at, asNow, swingDb, decay } = found;
      const seconds = OCTAVES.map((octave) => decay?.find((b) => b.octave === octave)?.seconds ?? null);
      return [{ title, at, asNow, swingDb, seconds }];
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
      learnedAt: glance.setting.learned?.at ?? null,
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
  return { doc, wishes, readings, ends, schools, timeline, waiting };
});
