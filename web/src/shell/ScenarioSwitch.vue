<script setup lang="ts">
/** Which alternative of the room is open, once there are some: beside the project's name on every stage. */
import { computed } from 'vue';
import { openedAs } from '@tawny/core/document/scenarios';
import { THE_ROOM } from '@tawny/core/words/scenarios';
import { useDocument } from '../stores/document';

const doc = useDocument();
const scenarios = computed(() => doc.stored?.scenarios ?? null);
const clashes = computed(() => {
  if (!doc.stored || !scenarios.value?.current) return 0;
  const opened = openedAs(doc.stored);
  return opened.clashes.length + opened.leftOut.length;
});
const open = (event: Event) => {
  const id = (event.target as HTMLSelectElement).value;
  doc.run({ type: 'open-scenario', id: id === '' ? null : id });
};
</script>

<template>
  <Teleport v-if="scenarios && scenarios.list.length > 0" defer to="[data-scenario-place]">
    <select
      class="switch"
      :class="{ other: scenarios.current !== null }"
      aria-label="Scenario that is open"
      :title="clashes > 0 ? `${clashes} of its edits meet a room changed since: see Scenarios in Sign-off` : undefined"
      :value="scenarios.current ?? ''"
      data-scenario-switch
      @change="open"
    >
      <option value="">{{ THE_ROOM }}</option>
      <option v-for="s in scenarios.list" :key="s.id" :value="s.id">
        {{ s.name }}{{ s.id === scenarios.current && clashes > 0 ? ` (${clashes} to settle)` : '' }}
      </option>
    </select>
  </Teleport>
</template>

<style scoped>
.switch {
  max-inline-size: 11rem;
  padding: 3px 6px;
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  text-overflow: ellipsis;
}
.switch.other {
  border-color: var(--tawny);
  background: var(--tawny-pale);
  font-weight: 600;
}
@media (max-width: 860px) {
  .switch {
    min-block-size: 40px;
    max-inline-size: 9rem;
  }
}
</style>
