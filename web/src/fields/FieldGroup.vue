<script setup lang="ts">
/** Fields that are used together: what is done with them waits until none holds something it could not read. */
import { computed, provide, reactive, ref, watch } from 'vue';
import { FIELD_FAULTS } from '../parts/keys';

const faults = reactive(new Map<symbol, { label: string; sentence: string }>());
provide(FIELD_FAULTS, (field, fault) => {
  if (fault) faults.set(field, fault);
  else faults.delete(field);
});
const first = computed(() => [...faults.values()][0] ?? null);
const told = ref(false);
watch(first, (f) => f === null && (told.value = false));

/** Does it when every field is readable; else says which is not. */
function guarded(act: () => unknown): void {
  if (first.value) told.value = true;
  else void act();
}
</script>

<template>
  <slot :guarded="guarded" />
  <p v-if="told && first" class="bad" role="alert" data-field-fault>
    Nothing is done yet. {{ first.label }}: {{ first.sentence }}
  </p>
</template>
