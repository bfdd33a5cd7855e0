<script setup lang="ts">
/** What is in hand: whole stock and offcuts; it is cut from first. */
import { computed, ref } from 'vue';
import type { InHand } from '@tawny/core/catalogue/wares';
import { stuffName } from '@tawny/core/words/build/build';
import NumberField from '../../../fields/NumberField.vue';
import StuffFields from './StuffFields.vue';
import { useBuild } from '../useBuild';

const { doc, session, buying, clerk } = useBuild();
const chosen = ref('');
const item = computed(() => buying.value.inHand.find((h) => h.id === chosen.value) ?? null);
const put = (i: InHand, values: Partial<InHand>) => doc.run({ type: 'put-in-hand', items: [{ ...i, ...values }] });
function add(): void {
  const id = `hand-${clerk().id()}`;
  const { frameThickness } = buying.value.workshop;
  const bar = { sort: 'bar' as const, make: '', density: null, length: 1, width: 0.1, thickness: frameThickness };
  doc.run({ type: 'put-in-hand', items: [{ ...bar, id, count: 1 }] });
  chosen.value = id;
}
</script>

<template>
  <h2>In hand</h2>
  <p v-if="buying.inHand.length === 0" class="soft">
    Nothing yet. Stock that is there and offcuts of earlier cuts are used first and cost nothing.
  </p>
  <table v-else class="list" aria-label="In hand">
    <tbody>
      <tr
        v-for="h in buying.inHand"
        :key="h.id"
        class="pick"
        :class="{ hovered: h.id === chosen }"
        data-in-hand
        @click="chosen = h.id === chosen ? '' : h.id"
      >
        <td class="figure strong">{{ h.count }}</td>
        <td>
          <button :aria-pressed="h.id === chosen">{{ stuffName(h, session.system) }}</button>
        </td>
      </tr>
    </tbody>
  </table>
  <v-btn size="small" variant="text" color="primary" data-add-in-hand @click="add">Something in hand</v-btn>
  <template v-if="item">
    <h2>This one</h2>
    <StuffFields :stuff="item" :sorts="['bar', 'board', 'slab', 'roll', 'pipe']" @change="put(item, $event)" />
    <NumberField
      label="How many"
      kind="number"
      whole
      :step="1"
      :min="1"
      :max="10000"
      :model-value="item.count"
      @update:model-value="put(item, { count: $event })"
    />
    <v-btn size="small" variant="text" @click="doc.run({ type: 'take-in-hand', ids: [item.id] })">Take it out</v-btn>
  </template>
</template>

<style scoped>
.strong {
  font-weight: 600;
  width: 34px;
}
td button {
  text-align: left;
}
</style>
