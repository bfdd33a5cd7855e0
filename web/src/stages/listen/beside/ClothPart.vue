<script setup lang="ts">
/** A cloth test: the loudspeaker heard without and with a cloth before it, what the cloth takes, and the flow resistance that stands for. */
import { computed, ref } from 'vue';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { GATED } from '@tawny/core/studies/listen/read';
import { clothLoss } from '@tawny/core/studies/listen/pair';
import { useAnswers } from '../../../answers/answers';
import { useMeasured } from '../../../measured/measured';
import { useListen } from '../useListen';

const { doc, shown } = useListen();
const answers = useAnswers();
const { curvesOf } = useMeasured();
const pair = computed(() => shown.value.slice(0, 2));
const curves = curvesOf(
  () => pair.value,
  () => ({ window: GATED, fraction: 48 }),
);
const turned = ref(false);
const found = computed(() => {
  const [first, second] = pair.value.map((m) => curves.value.find((c) => c.measurement.id === m.id));
  if (!first || !second || !answers.glance) return null;
  const [without, covered] = turned.value ? [second, first] : [first, second];
  const lowest = Math.max(without.curves.lowest, covered.curves.lowest);
  const { rho, c } = answers.glance.setting;
  return {
    names: [without.measurement.title, covered.measurement.title],
    ...clothLoss(without.curves, covered.curves, lowest, { rho, c }),
  };
});
const recipes = computed(
  () => doc.project?.treatment.recipes.filter((r) => r.layers.some((l) => l.type === 'cloth')) ?? [],
);
const rounded = computed(() => (found.value?.resistance == null ? null : Math.round(found.value.resistance)));
function use(id: string): void {
  const recipe = recipes.value.find((r) => r.id === id);
  const Rs = rounded.value;
  if (!recipe || Rs === null) return;
  doc.run({
    type: 'put-recipe',
    recipe: { ...recipe, layers: recipe.layers.map((l) => (l.type === 'cloth' ? { ...l, Rs } : l)) },
  });
}
</script>

<template>
  <p class="soft">
    Measure one loudspeaker from half a metre, then hang the cloth between, close to it, and measure again without
    moving anything. Only what arrives before the first reflection is read.
  </p>
  <template v-if="found">
    <p>
      Bare: “{{ found.names[0] }}”; covered: “{{ found.names[1] }}”.
      <v-btn size="x-small" variant="text" @click="turned = !turned">The other way round</v-btn>
    </p>
    <p data-cloth>
      <template v-if="found.resistance !== null">
        It stands for a flow resistance of about <strong>{{ fixed(found.resistance, 0) }} Pa·s/m</strong>.{{
          found.resistance < 100 ? ' Sound goes through it as if it were hardly there.' : ''
        }}
        {{
          found.riseDb !== null && found.riseDb > 1.5
            ? `It takes ${fixed(found.riseDb, 1)} dB more at 8 kHz than at 1 kHz: its weight counts too, and the resistance is less than this.`
            : ''
        }}
      </template>
      <template v-else>Between 1 and 6.3 kHz it takes less than two tenths of a decibel: nothing to tell.</template>
    </p>
    <label v-if="rounded !== null && recipes.length > 0" class="row">
      <span class="label">Take it into</span>
      <select aria-label="Recipe with this cloth" @change="use(($event.target as HTMLSelectElement).value)">
        <option value="" selected disabled>choose a recipe</option>
        <option v-for="r in recipes" :key="r.id" :value="r.id">{{ r.name }}</option>
      </select>
    </label>
    <table class="list" aria-label="What the cloth takes">
      <thead>
        <tr>
          <th>Hz</th>
          <th class="figure">dB</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="t in found.thirds" :key="t.label">
          <td>{{ frequencyLabel(t.label) }}</td>
          <td class="figure">{{ fixed(t.lossDb, 1) }}</td>
        </tr>
      </tbody>
    </table>
  </template>
  <p v-else class="soft">Choose the two above.</p>
</template>
