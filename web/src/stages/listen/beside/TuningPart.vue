<script setup lang="ts">
/** A tuned box on site: where it is tuned now, and which ports to open, stop or cut. */
import { computed, ref } from 'vue';
import { allRecipes } from '@tawny/core/document/recipes';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { portBox } from '@tawny/core/recipes/curve';
import { boxTuning } from '@tawny/core/studies/listen/pair';
import { WHOLE } from '@tawny/core/studies/listen/read';
import { useAnswers } from '../../../answers/answers';
import { useMeasured } from '../../../measured/measured';
import NumberField from '../../../fields/NumberField.vue';
import { useLengths } from '../../../parts/keys';
import { useListen } from '../useListen';

const { doc, shown } = useListen();
const answers = useAnswers();
const system = useLengths();
const { curvesOf } = useMeasured();
const curves = curvesOf(
  () => shown.value.slice(0, 2),
  () => ({ window: WHOLE, fraction: 48 }),
);
const boxes = computed(() => (doc.project ? allRecipes(doc.project) : []).filter((r) => r.ports !== null));
const chosen = ref('');
const recipe = computed(() => boxes.value.find((r) => r.id === chosen.value) ?? boxes.value[0] ?? null);
const count = computed(() => recipe.value?.ports?.count ?? 1);
const openNow = ref<number | null>(null);
const now = computed(() => Math.min(count.value, openNow.value ?? count.value));
const wanted = ref<number | null>(null);
const found = computed(() => {
  const [open, shut] = shown.value.slice(0, 2).map((m) => curves.value.find((c) => c.measurement.id === m.id));
  const box = recipe.value && portBox(recipe.value);
  if (!open || !shut || !box || !answers.glance) return null;
  const { rho, c } = answers.glance.setting;
  return boxTuning(open.curves, shut.curves, box, now.value, wanted.value, { rho, c });
});
</script>

<template>
  <p class="soft">
    Microphone at the mouth of the box, low notes played in the room. First with its ports open, then with all of them
    stopped; the first of the two above is the open one.
  </p>
  <p v-if="boxes.length === 0" class="soft">No box with ports is in the recipes.</p>
  <template v-else>
    <label class="row">
      <span class="label">Box</span>
      <select v-model="chosen" aria-label="Box">
        <option v-for="r in boxes" :key="r.id" :value="r.id">{{ r.name }}</option>
      </select>
    </label>
    <NumberField
      label="Ports open"
      kind="number"
      :model-value="now"
      :min="1"
      :max="count"
      whole
      @update:model-value="openNow = $event"
    />
    <NumberField
      label="Wanted"
      kind="number"
      unit="Hz"
      :digits="1"
      :model-value="wanted"
      :min="15"
      :max="400"
      optional
      hint="empty: as drawn"
      @update:model-value="wanted = $event"
      @clear="wanted = null"
    />
    <template v-if="found">
      <p data-tuning>
        It is tuned to <strong>{{ fixed(found.f, 1) }} Hz</strong> ({{ fixed(Math.abs(found.byDb), 1) }} dB
        {{ found.byDb < 0 ? 'less' : 'more' }} there than with its ports stopped); the drawing says
        {{ fixed(found.drawn, 1) }} Hz with {{ now }} open.
        {{
          Math.abs(found.byDb) < 3
            ? 'That hardly stands out: bring the microphone nearer, or the box is not tight.'
            : found.nearest.open === now
              ? 'No other number of open ports comes nearer to what is wanted.'
              : `Open ${found.nearest.open} of ${count}: ${fixed(found.nearest.f, 1)} Hz.`
        }}
        {{
          found.length === null
            ? 'No length of the ports brings all of them there.'
            : `With all of them open, ports ${lengthText(found.length, system)} long bring it to ${fixed(found.wanted, 1)} Hz. Cut long, listen, and cut again.`
        }}
      </p>
      <table class="list" aria-label="Ports open">
        <thead>
          <tr>
            <th>open</th>
            <th class="figure">Hz</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in found.ports" :key="p.open" :class="{ selected: p.open === found.nearest.open }">
            <td>{{ p.open }}</td>
            <td class="figure">{{ fixed(p.f, 1) }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </template>
</template>
