<script setup lang="ts">
/** Shows what it holds once what stands before it has been painted. */
import { useAfterPaint } from './afterPaint';

const props = withDefaults(defineProps<{ paints?: number }>(), { paints: 1 });
const painted = useAfterPaint(props.paints);
</script>

<template>
  <slot v-if="painted" />
</template>
