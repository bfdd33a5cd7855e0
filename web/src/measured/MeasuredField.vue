<script setup lang="ts">
/** Which measurement stands beside what is predicted; nothing where none was taken. */
import { computed } from 'vue';
import type { Measurement } from '@tawny/core/document/schema/project';
import ChoiceField from '../fields/ChoiceField.vue';

const props = defineProps<{ choices: readonly Measurement[]; chosen: Measurement | null; missing: boolean }>();
defineEmits<{ choose: [id: string | null] }>();
const NONE = '';
const items = computed(() => [
  { value: NONE, title: 'nothing' },
  ...props.choices.map((m) => ({ value: m.id, title: m.title })),
]);
</script>

<template>
  <template v-if="choices.length > 0">
    <h2>Measured beside it</h2>
    <ChoiceField
      :model-value="chosen?.id ?? NONE"
      label="Measurement"
      :items="items"
      wide
      @update:model-value="$emit('choose', $event || null)"
    />
    <p v-if="missing" class="soft">Its samples are not in this browser.</p>
    <slot v-else-if="chosen" />
  </template>
</template>
