<script setup lang="ts">
/** A tuned recipe: where it rings, how far building may move that, and the table to take along. */
import { fixed } from '@tawny/core/quantities/format';
import type { Tuning } from '@tawny/core/studies/recipes/tuning';
import type { Working } from '@tawny/core/studies/types';
import FigureGrid from '../../parts/FigureGrid.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { downloadCsv } from '../../charts/exports';

const props = defineProps<{ tuning: Tuning; name: string; working: Working | null }>();
const take = () =>
  void downloadCsv(
    `${props.name}-tuning`,
    props.tuning.table.flatMap((t) =>
      t.rows.map((r) => ({ what: t.title, value: r.label, Hz: Number(r.f0.toFixed(1)) })),
    ),
  );
</script>

<template>
  <section data-tuning>
    <strong>Tuned to {{ fixed(tuning.f0, 0) }} Hz</strong>,
    <span class="soft"
      >built by hand somewhere from {{ fixed(tuning.low, 0) }} to {{ fixed(tuning.high, 0) }} Hz (±1 mm, ±10 % of mass,
      0.2 mm of leak)</span
    >
    <WorkingButton small :working="working" />
    <FigureGrid
      :figures="[
        { name: 'Q', value: tuning.q, digits: 1 },
        { name: 'One piece takes at its peak', value: tuning.area, unit: 'm²', digits: 2 },
        ...tuning.rules.map((r) => ({ name: r.name, value: r.f0, unit: 'Hz', digits: 0 })),
      ]"
      :columns="2 + tuning.rules.length"
    />
    <div class="tables">
      <table v-for="t in tuning.table" :key="t.title" class="list" :aria-label="t.title">
        <tbody>
          <tr>
            <th>{{ t.title }}</th>
            <td v-for="r in t.rows" :key="r.label" class="figure">{{ r.label }}</td>
          </tr>
          <tr>
            <th>Hz</th>
            <td v-for="r in t.rows" :key="r.label" class="figure">{{ fixed(r.f0, 0) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="soft note">
      <template v-if="tuning.narrow"
        >It works only where this very note has pressure, and wants four to eight pieces.</template
      >
      <template v-else>It is broad: Q below 1. It takes this whole part of the range, wherever it hangs.</template>
      <v-btn size="x-small" variant="text" color="primary" @click="take">Save the table (CSV)</v-btn>
    </p>
  </section>
</template>

<style scoped>
.tables {
  overflow-x: auto;
}
.note {
  font-size: 12px;
}
</style>
