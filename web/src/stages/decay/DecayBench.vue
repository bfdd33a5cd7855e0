<script setup lang="ts">
/** What first reflections are covered with, where it may hang, wishes, and the numbers chosen by surface. */
import { computed } from 'vue';
import { numbersOf } from '@tawny/core/document/recipes';
import { fixed } from '@tawny/core/quantities/format';
import type { DecayResult } from '@tawny/core/studies/decay/types';
import CoverFields from '../../desk/CoverFields.vue';
import { stamp } from '../../desk/pieces';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';

defineProps<{ result: DecayResult | null }>();
const doc = useDocument();
const answers = useAnswers();
const project = computed(() => doc.project!);
const cover = computed(() => project.value.treatment.cover);
const numbers = computed(() => numbersOf(project.value).filter((n) => n.recipe === cover.value));
const chosenOn = (face: string): number => numbers.value.find((n) => n.on === face)?.count ?? 0;
/** Faces a panel fits on, or that have some set. Leave is given by surface: all pieces of one ceiling together. */
const faces = computed(() =>
  answers.glance!.decay.faces.filter((f) => !f.isFloor && !f.isPart && (f.capacity > 0 || chosenOn(f.id) > 0)),
);
function use(id: string, on: boolean): void {
  const usable = project.value.treatment.usable.filter((f) => f !== id);
  doc.run({ type: 'set-usable', usable: on ? [...usable, id] : usable });
}
function choose(id: string, n: number): void {
  const others = numbers.value.filter((o) => o.on !== id);
  const of = cover.value;
  doc.run({ type: 'set-numbers', of, numbers: [...others, { recipe: of, on: id, count: n }], at: stamp() });
}
</script>

<template>
  <h2>Covers first reflections</h2>
  <CoverFields />
  <div v-if="result" class="row alpha">
    <span class="label">
      Absorbs
      <span class="soft"
        >125: {{ fixed(result.panelAlpha[1]!, 2) }}, 250: {{ fixed(result.panelAlpha[2]!, 2) }}, 500:
        {{ fixed(result.panelAlpha[3]!, 2) }}, 1k: {{ fixed(result.panelAlpha[4]!, 2) }}</span
      >
    </span>
    <WorkingButton small :working="answers.decay?.working.find((w) => w.id === 'panel-absorption')" />
  </div>

  <h2>Where and how many</h2>
  <table class="list where">
    <thead>
      <tr>
        <th>May hang on</th>
        <th class="figure">marks</th>
        <th class="figure">fit</th>
        <th class="figure">chosen</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="f in faces" :key="f.id">
        <td>
          <v-checkbox :model-value="f.usable" :label="f.name" @update:model-value="use(f.surface, $event === true)" />
        </td>
        <td class="figure">{{ f.needed }}</td>
        <td class="figure">{{ f.capacity }}</td>
        <td class="figure">
          <input
            class="count"
            type="number"
            min="0"
            :max="f.capacity"
            :value="chosenOn(f.id)"
            :aria-label="`Panels chosen for ${f.name}`"
            @change="
              choose(
                f.id,
                Math.max(0, Math.min(f.capacity, Math.round(Number(($event.target as HTMLInputElement).value) || 0))),
              )
            "
          />
        </td>
      </tr>
    </tbody>
  </table>
  <v-checkbox
    label="First-reflection marks first"
    :model-value="project.treatment.marksFirst"
    @update:model-value="doc.run({ type: 'set-treatment-rules', marksFirst: $event === true })"
  />
  <v-checkbox
    label="Left and right alike"
    :model-value="project.treatment.leftRightAlike"
    @update:model-value="doc.run({ type: 'set-treatment-rules', leftRightAlike: $event === true })"
  />
  <p class="soft why">
    Leave exits, heaters, lamps, vents and detectors clear. Fire class of fill and cloth: follow the local code.
  </p>
</template>

<style scoped>
.why {
  font-size: 12px;
  margin: 4px 0 6px;
}
.where .figure {
  font-size: 12px;
}
.where td {
  padding: 0 6px 0 0;
}
.where :deep(.v-label)::first-letter {
  text-transform: uppercase;
}
.count {
  width: 52px;
  text-align: right;
  font-family: var(--figures);
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  padding: 2px 4px;
}
.alpha .soft {
  display: block;
  font-family: var(--figures);
  font-size: 11.5px;
}
</style>
