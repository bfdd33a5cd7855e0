<script setup lang="ts">
/** A figure with its lighter unit: a length, area or volume in the reader's system, or a number with fixed decimals. */
import { computed } from 'vue';
import { formatLength } from '@tawny/core/quantities/lengths';
import { fixed } from '@tawny/core/quantities/format';
import { measuredIn } from '@tawny/core/quantities/measures';
import { useLengths } from './keys';

const props = defineProps<{
  /** m for a length; null shows a dash. */
  value: number | null;
  unit?: string;
  digits?: number;
  length?: boolean;
}>();
const system = useLengths();
const shown = computed(() => {
  if (props.value === null || !Number.isFinite(props.value)) return { value: '–', unit: '' };
  if (props.length) return formatLength(props.value, system.value);
  const { value, unit } = measuredIn(props.value, props.unit ?? '', system.value);
  return { value: fixed(value, props.digits ?? 0), unit };
});
</script>

<template>
  <span class="quantity"
    >{{ shown.value }}<span v-if="shown.unit" class="unit">{{ shown.unit }}</span></span
  >
</template>

<style scoped>
.quantity {
  font-family: var(--figures);
  white-space: nowrap;
}
.unit {
  color: var(--ink-soft);
  font-weight: 400;
  font-size: 0.8em;
  margin-left: 0.3em;
}
</style>
