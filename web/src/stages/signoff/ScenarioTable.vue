<script setup lang="ts">
/** Every measure of the verdict, and what each takes: a column for the room itself and each scenario. */
import { computed } from 'vue';
import { fixed, signed } from '@tawny/core/quantities/format';
import { formatLength } from '@tawny/core/quantities/lengths';
import type { Measure, MeasureId } from '@tawny/core/report/verdict';
import { MEASURE_NAMES } from '@tawny/core/words/measures';
import { useScenarios } from './useScenarios';

const { doc, session, current, versions, line, compared, found, open } = useScenarios();
const currency = computed(() => doc.project!.brief.budget?.currency ?? '€');

function figure({ value, unit, digits }: Measure): string {
  if (value === null) return '–';
  if (unit !== 'cm') return `${fixed(value, digits)} ${unit}`;
  const l = formatLength(value / 100, session.system);
  return `${l.value} ${l.unit}`;
}
const ids = computed(() => [...new Set(compared.value.flatMap((c) => c.measures.map((m) => m.id)))]);
const measureOf = (id: string | null, m: MeasureId) => found(id)?.measures.find((x) => x.id === m) ?? null;
const turn = (id: string | null, m: MeasureId) => {
  const gain = found(id)?.gains[m] ?? 0;
  return gain > 0.05 ? 'better' : gain < -0.05 ? 'worse' : '';
};
const TAKES = [
  { id: 'bare', name: 'Bare marks', text: (v: number) => fixed(v, 0) },
  { id: 'pieces', name: 'Pieces', text: (v: number) => fixed(v, 0) },
  { id: 'cost', name: 'Costs', text: (v: number) => `${fixed(v, 0)} ${currency.value}` },
  { id: 'hours', name: 'Hours of work', text: (v: number) => `${fixed(v, 0)} h` },
  { id: 'doubts', name: 'Rules not kept', text: (v: number) => fixed(v, 0) },
] as const;
const besides = (id: string | null, key: (typeof TAKES)[number]['id']) => {
  const [is, was] = [found(id)?.[key], found(null)?.[key]];
  if (is === undefined || was === undefined) return '';
  const by = Math.round(is - was);
  return id === null || by === 0 ? '' : signed(by, 0);
};
</script>

<template>
  <div class="wide" tabindex="0" role="region" aria-label="Side by side">
    <table aria-label="Scenarios side by side" :class="{ old: !line.current.value }" :data-fresh="line.current.value">
      <thead>
        <tr>
          <th scope="col">Measure</th>
          <th v-for="v in versions" :key="v.id ?? ''" scope="col" :data-version-head="v.id ?? 'room'">
            <button
              type="button"
              class="head"
              :aria-pressed="v.id === current"
              :title="v.id === current ? 'open now' : 'open it'"
              :data-scenario-open="v.name"
              @click="open(v.id)"
            >
              {{ v.name }}
            </button>
            <span class="soft">{{ v.id === current ? 'open' : '' }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in ids" :key="m" :data-row="m">
          <th scope="row">{{ MEASURE_NAMES[m] }}</th>
          <td v-for="v in versions" :key="v.id ?? ''" :class="turn(v.id, m)">
            <template v-if="measureOf(v.id, m)">
              {{ figure(measureOf(v.id, m)!) }} <small v-if="turn(v.id, m)">{{ turn(v.id, m) }}</small>
            </template>
          </td>
        </tr>
        <tr v-for="t in TAKES" :key="t.id" :data-row="t.id">
          <th scope="row">{{ t.name }}</th>
          <td v-for="v in versions" :key="v.id ?? ''">
            <template v-if="found(v.id)">{{ t.text(found(v.id)![t.id]) }}</template>
            <small v-if="besides(v.id, t.id)">{{ besides(v.id, t.id) }}</small>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.soft,
small {
  color: var(--ink-soft);
}
.wide {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 4px 18px 4px 0;
  border-block-end: 1px solid var(--rule);
  text-align: start;
  vertical-align: baseline;
}
tbody th {
  font-weight: 400;
  color: var(--ink-soft);
}
td {
  padding: 4px 18px 4px 0;
  border-block-end: 1px solid var(--rule);
  text-align: start;
  vertical-align: baseline;
}
td small {
  font-family: inherit;
  margin-inline-start: 6px;
}
.better small {
  color: var(--teal);
  font-weight: 600;
}
.worse small {
  color: var(--brick);
  font-weight: 600;
}
.old {
  font-style: italic;
}
.head {
  font-weight: 600;
  text-align: start;
  max-inline-size: 16rem;
  overflow-wrap: anywhere;
  border-block-end: 2px solid transparent;
}
.head[aria-pressed='true'] {
  border-color: var(--tawny);
  color: var(--tawny);
}
.head + .soft {
  margin-inline-start: 6px;
  font-weight: 400;
}
@media (pointer: coarse) {
  .head {
    min-block-size: 40px;
  }
}
</style>
