<script setup lang="ts">
/** Response: levels of all that are drawn, smoothed, and what the smoothing hides; phase, group delay and step of the first. */
import { computed, ref } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { outlineOf } from '@tawny/core/signal/arrivals';
import { foldedPhase, furthestApart, meanLevels } from '@tawny/core/signal/response';
import { SWING_WORDS } from '@tawny/core/words/bass';
import { fixed } from '@tawny/core/quantities/format';
import ChoiceRow from '../../../parts/ChoiceRow.vue';
import ChartFrame from '../../../charts/ChartFrame.vue';
import CurvesChart from '../../../charts/measured/CurvesChart.vue';
import TimesChart from '../../../charts/measured/TimesChart.vue';
import { useListen } from '../useListen';

const { curves, fraction, gated, wholeLength, gateLength, reading, heard, main } = useListen();
const FRACTIONS = [1, 2, 3, 6, 12, 24, 48];
const kind = ref<'level' | 'difference' | 'phase' | 'delay' | 'impulse'>('level');
const KINDS = [
  { id: 'level', name: 'Level' },
  { id: 'difference', name: 'Difference' },
  { id: 'phase', name: 'Phase' },
  { id: 'delay', name: 'Group delay' },
  { id: 'impulse', name: 'Impulse' },
] as const;
const top = computed(() =>
  Math.max(...curves.value.flatMap((c) => [...c.curves.levelsDb].filter(Number.isFinite)), -200),
);
const grid = computed(() => curves.value[0]?.curves.grid ?? [20, 20000]);
const mean = computed(() => (curves.value.length > 1 ? meanLevels(curves.value.map((c) => c.curves.levelsDb)) : null));
const drawn = computed(() => {
  if (kind.value === 'phase')
    return curves.value.map((c, i) => ({ name: c.measurement.title, look: i, values: foldedPhase(c.curves.phaseDeg) }));
  if (kind.value === 'delay')
    return curves.value.map((c, i) => ({
      name: c.measurement.title,
      look: i,
      values: [...c.curves.groupDelay].map((v) => v * 1000),
    }));
  if (kind.value === 'difference')
    return curves.value.slice(1).map((c, i) => ({
      name: c.measurement.title,
      look: i + 1,
      values: [...c.curves.levelsDb].map((v, k) => v - (curves.value[0]!.curves.levelsDb[k] ?? Number.NaN)),
    }));
  return [
    ...curves.value.map((c, i) => ({ name: c.measurement.title, look: i, values: [...c.curves.levelsDb] })),
    ...(mean.value && curves.value.length > 2 ? [{ name: 'mean', look: 5, values: [...mean.value.mean] }] : []),
  ];
});
/** Of three and more the spread about their mean, a standard deviation either way. */
const band = computed(() =>
  kind.value === 'level' && mean.value && curves.value.length > 2
    ? Array.from(mean.value.mean, (v, i) =>
        Number.isFinite(v) ? { low: v - mean.value!.spread[i]!, high: v + mean.value!.spread[i]! } : null,
      )
    : null,
);
const shape = computed(() =>
  kind.value === 'phase'
    ? { low: -180, high: 180, unit: '°', digits: 0, depth: Infinity }
    : kind.value === 'delay'
      ? { low: 0, high: 10, unit: 'ms', digits: 1, depth: 200 }
      : kind.value === 'difference'
        ? { low: -12, high: 12, unit: 'dB', digits: 1, depth: 60 }
        : { low: top.value - 36, high: top.value + 1, unit: 'dB', digits: 1, depth: 60 },
);
const subtitle = computed(() =>
  kind.value === 'level'
    ? 'dB re a full-scale response; compare shapes'
    : kind.value === 'difference'
      ? `less ${main.value?.title ?? ''}`
      : `of ${main.value?.title ?? ''}`,
);
const hidden = computed(() => {
  const all = curves.value[0]?.curves.hidden ?? [];
  const [worst] = [...all].sort((a, b) => Math.abs(b.byDb) - Math.abs(a.byDb));
  return worst ? { count: all.length, ...worst } : null;
});
const swings = computed(() => curves.value[0]?.curves.swings ?? []);
const STRETCHES = [
  [20, 200],
  [200, 2000],
  [2000, 20000],
] as const;
const apart = computed(() => {
  const [a, b] = curves.value;
  if (!a || !b || curves.value.length !== 2) return null;
  return furthestApart(a.curves.levelsDb, b.curves.levelsDb, a.curves.grid, STRETCHES).map(
    ({ from, to, f, byDb }) =>
      `from ${frequencyLabel(from)} to ${frequencyLabel(to)} Hz by ${fixed(byDb, 1)} dB, at ${fixed(f, 0)} Hz`,
  );
});
const table = computed(() =>
  grid.value.map((f, i) => ({
    Hz: Number(f.toFixed(2)),
    ...Object.fromEntries(
      drawn.value.map((c) => [c.name, Number.isFinite(c.values[i]) ? Number(c.values[i]!.toFixed(2)) : null]),
    ),
  })),
);
/** Before reflections the first milliseconds, sample by sample; else all of it. */
const impulse = computed(() => {
  const [r, h] = [reading.value, heard.value];
  if (!r || !h) return null;
  if (gated.value) {
    const { start, direct, envelopeDb } = r.arrivals;
    const curve = { name: 'envelope', step: 1 / h.rate, start: (start - direct) / h.rate, levels: envelopeDb, look: 0 };
    return { curve, from: -0.002, to: 0.03 };
  }
  const { step, levelsDb } = outlineOf(h.samples, h.rate, r.onset);
  const to = Math.min(1.6, Math.max(0.2, levelsDb.length * step));
  return { curve: { name: 'envelope', step, start: 0, levels: levelsDb, look: 0 }, from: -0.02, to };
});
const grip = computed(() => ({
  name: 'end of the window',
  ...(gated.value
    ? { at: gateLength.value, least: 0.002, most: 0.02, step: 0.0005 }
    : { at: wholeLength.value, least: 0.1, most: 1.5, step: 0.05 }),
}));
const moved = (at: number) => (gated.value ? (gateLength.value = at) : (wholeLength.value = at));
const hasPhase = computed(() => curves.value.some((c) => c.curves.phaseDeg.some(Number.isFinite)));
const step = computed(() => {
  const [r, h] = [reading.value, heard.value];
  if (!r || !h) return null;
  return { name: 'step', step: 1 / h.rate, start: 0, levels: Array.from(r.step, (v) => v * 100), look: 1 };
});
</script>

<template>
  <div class="controls">
    <ChoiceRow v-model="kind" :choices="KINDS" label="What is drawn over frequency" />
    <label>
      Smoothing
      <select v-model.number="fraction" aria-label="Smoothing">
        <option v-for="n in FRACTIONS" :key="n" :value="n">1/{{ n }} octave</option>
      </select>
    </label>
    <label><input v-model="gated" type="checkbox" /> before reflections only</label>
    <label v-if="gated">
      window
      <input
        v-model.number="gateLength"
        type="range"
        min="0.002"
        max="0.02"
        step="0.0005"
        aria-label="Length of the window before reflections"
      />
      <span class="figure">{{ fixed(gateLength * 1000, 1) }} ms</span>
    </label>
    <label v-else>
      window
      <input
        v-model.number="wholeLength"
        type="range"
        min="0.1"
        max="1.5"
        step="0.05"
        aria-label="Length of the window"
      />
      <span class="figure">{{ fixed(wholeLength * 1000, 0) }} ms</span>
    </label>
  </div>
  <p v-if="hidden && kind === 'level'" class="notice" data-hidden>
    1/{{ fraction }} octave hides {{ hidden.count === 1 ? 'a place' : `${hidden.count} places` }} below 500 Hz: at
    {{ fixed(hidden.f, 0) }} Hz the response {{ hidden.byDb < 0 ? 'dips' : 'rises' }}
    {{ fixed(Math.abs(hidden.byDb), 1) }} dB further.
  </p>
  <p v-if="apart && kind === 'level'" class="notice">The two differ most {{ apart.join('; ') }}.</p>
  <p v-if="kind === 'difference' && drawn.length === 0" class="notice">
    Draw a second measurement, under Kept: the difference of every further one from the first is shown here.
  </p>
  <p v-if="(kind === 'impulse' && !impulse) || ((kind === 'phase' || kind === 'delay') && !hasPhase)" class="notice">
    A table of levels says nothing of it.
  </p>
  <ChartFrame
    v-if="kind !== 'impulse'"
    :title="KINDS.find((k) => k.id === kind)!.name"
    :subtitle="subtitle"
    :file="`response-${kind}`"
    :table="table"
    :min-height="220"
    class="big"
  >
    <template #default="{ width, height }">
      <CurvesChart
        v-if="drawn.length > 0"
        :width="width"
        :height="height"
        :frequencies="grid"
        :curves="drawn"
        v-bind="shape"
        :band="band"
        :blind-below="curves[0]?.curves.lowest ?? null"
        label="Response by frequency"
      />
    </template>
  </ChartFrame>
  <template v-else-if="impulse">
    <ChartFrame
      title="Envelope and window"
      subtitle="what lies behind the line is not read"
      file="impulse"
      :table="[]"
      :min-height="150"
      class="big"
    >
      <template #default="{ width, height }">
        <TimesChart
          :width="width"
          :height="height"
          :curves="[impulse.curve]"
          :grip="grip"
          :from="impulse.from"
          :to="impulse.to"
          :low="-60"
          :high="3"
          label="Envelope of the impulse response"
          @grip="moved"
        />
      </template>
    </ChartFrame>
    <ChartFrame title="Step" subtitle="% of its largest" file="step" :table="[]" :min-height="120" class="big">
      <template #default="{ width, height }">
        <TimesChart
          v-if="step"
          :width="width"
          :height="height"
          :curves="[step]"
          :from="0"
          :to="0.02"
          :low="-100"
          :high="110"
          unit="%"
          label="Step response"
        />
      </template>
    </ChartFrame>
  </template>
  <p v-if="kind === 'level' && swings.length > 0" class="notice" data-swings>
    Swing below 150 Hz:
    <span v-for="(s, i) in swings" :key="s.school">
      {{ i > 0 ? '; ' : '' }}{{ SWING_WORDS[s.school]?.name ?? s.school }}: ± {{ fixed(s.swingDb, 1) }} dB of ±
      {{ fixed(s.limitDb, 0) }}{{ s.met ? ' ✓' : '' }}</span
    >.
  </p>
</template>

<style scoped src="./pictures.css"></style>
