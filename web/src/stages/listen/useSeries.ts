/** All measurements as figures, read one after the other: what is drawn over dates and from place to place. */
import { computed, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { SHOWS } from '@tawny/core/studies/listen/compare';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { seriesOf, walksOf } from '@tawny/core/studies/listen/series';
import { useMeasured } from '../../measured/measured';

const FRACTION = 12;

export const useSeries = createSharedComposable(() => {
  const { doc, list, recordings, decayOf, curvesOf } = useMeasured();
  const told = computed(() =>
    list.value.filter((m) => SHOWS[m.holds.kind].includes('decay') || SHOWS[m.holds.kind].includes('response')),
  );
  watch(
    told,
    async (now) => {
      for (const m of now) await recordings.need(m);
    },
    { immediate: true },
  );
  const curves = curvesOf(
    () => told.value,
    () => ({ window: WHOLE, fraction: FRACTION }),
  );
  const reads = computed(() =>
    told.value.map((measurement) => ({
      measurement,
      octaves: decayOf(measurement, 1),
      swings: curves.value.find((c) => c.measurement.id === measurement.id)?.curves.swings ?? null,
    })),
  );
  const rooms = computed(() => doc.project?.measured.rooms ?? {});
  const series = computed(() => seriesOf(reads.value, rooms.value));
  const walks = computed(() => walksOf(reads.value, rooms.value));
  return { reads, curves, series, walks };
});
