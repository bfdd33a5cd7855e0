<script setup lang="ts">
/** Who works, how long a day, from when on, and in how large batches. */
import { DAYS, type Making } from '@tawny/core/document/schema/project';
import ChoiceField from '../../../fields/ChoiceField.vue';
import NumberField from '../../../fields/NumberField.vue';
import { useBuild } from '../useBuild';

const { doc, project } = useBuild();
const set = (making: Partial<Omit<Making, 'done' | 'paid'>>) => doc.run({ type: 'set-making', making });
const WORDS = { 'every-day': 'Every day', workdays: 'Mondays to Fridays', weekends: 'Weekends' } as const;
</script>

<template>
  <h2>Who and when</h2>
  <NumberField
    label="People at work"
    kind="number"
    whole
    :step="1"
    :min="1"
    :max="20"
    :model-value="project.making.people"
    @update:model-value="set({ people: $event })"
  />
  <NumberField
    label="Hours a day"
    kind="number"
    unit="h"
    :digits="1"
    :step="0.5"
    :min="0.5"
    :max="16"
    :model-value="project.making.hoursPerDay"
    @update:model-value="set({ hoursPerDay: $event })"
  />
  <ChoiceField
    label="Days"
    :model-value="project.making.days"
    :items="DAYS.map((value) => ({ value, title: WORDS[value] }))"
    @update:model-value="set({ days: $event })"
  />
  <label class="row">
    <span class="label">Begins on</span>
    <input
      class="date"
      type="date"
      data-start
      :value="project.making.start ?? ''"
      @change="set({ start: ($event.target as HTMLInputElement).value || null })"
    />
  </label>
  <h2>How</h2>
  <NumberField
    label="Pieces in a batch"
    kind="number"
    whole
    :step="1"
    :min="1"
    :max="50"
    :model-value="project.making.batchOf"
    @update:model-value="set({ batchOf: $event })"
  />
  <NumberField
    label="Pace: times take"
    kind="number"
    unit="×"
    :digits="1"
    :step="0.1"
    :min="0.2"
    :max="5"
    :model-value="project.making.pace"
    @update:model-value="set({ pace: $event })"
  />
  <p class="soft">Overhead pieces are put up by two people, whoever else is there.</p>
</template>

<style scoped>
.date {
  background: var(--sheet);
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  color: var(--ink);
  font: 12.5px var(--figures);
  min-height: 30px;
  padding: 2px 6px;
}
</style>
