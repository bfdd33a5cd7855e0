<script setup lang="ts">
/** The chosen ware: what it is, how it is sold, what it costs. */
import { computed } from 'vue';
import type { Ware } from '@tawny/core/catalogue/wares';
import NumberField from '../../../fields/NumberField.vue';
import TextRow from '../../../fields/TextRow.vue';
import StuffFields from './StuffFields.vue';
import { useBuild } from '../useBuild';
import { useShop } from './useShop';

const { doc, buying, currency } = useBuild();
const { chosen, problems } = useShop();
const ware = computed(() => buying.value.catalogue.find((w) => w.id === chosen.value) ?? null);
const put = (values: Partial<Ware>) => doc.run({ type: 'put-wares', wares: [{ ...ware.value!, ...values }] });
const MONEY = ['price', 'delivery'] as const;
const words = computed(() => ({
  price: ware.value?.sort === 'roll' ? 'Price of a metre' : ware.value?.pack === 1 ? 'Price' : 'Price of a pack',
  delivery: 'Delivery, once',
}));
</script>

<template>
  <section v-if="problems.length > 0" role="alert" data-table-problems>
    <h2>Not read</h2>
    <ul class="problems">
      <li v-for="p in problems" :key="p">{{ p }}</li>
    </ul>
    <v-btn size="small" variant="text" @click="problems = []">Put away</v-btn>
  </section>
  <p v-if="!ware" class="soft">Choose a ware to change its size, pack or price.</p>
  <template v-else>
    <h2>This ware</h2>
    <TextRow label="Name" :model-value="ware.name" :most="120" required @update:model-value="put({ name: $event })" />
    <StuffFields :stuff="ware" @change="put($event)" />
    <h2>Sold</h2>
    <NumberField
      v-if="ware.sort !== 'roll'"
      label="In a pack"
      kind="number"
      :digits="ware.sort === 'small' ? 1 : 0"
      :whole="ware.sort !== 'small'"
      :step="1"
      :min="ware.sort === 'small' ? 0.01 : 1"
      :max="100000"
      :model-value="ware.pack"
      @update:model-value="put({ pack: $event })"
    />
    <NumberField
      v-for="key in MONEY"
      :key="key"
      :label="words[key]"
      kind="number"
      optional
      :unit="currency"
      :digits="2"
      :step="0.5"
      :min="0"
      :max="100000"
      :model-value="ware[key]"
      @update:model-value="put({ [key]: $event })"
      @clear="put({ [key]: null })"
    />
    <NumberField
      label="Weight of a pack"
      kind="number"
      optional
      unit="kg"
      :digits="1"
      :step="0.5"
      :min="0"
      :max="20000"
      :model-value="ware.mass"
      @update:model-value="put({ mass: $event })"
      @clear="put({ mass: null })"
    />
    <v-btn size="small" variant="text" @click="doc.run({ type: 'take-wares', ids: [ware.id] })">Take it out</v-btn>
  </template>
</template>

<style scoped>
.problems {
  font-size: 12.5px;
  padding-left: 18px;
}
</style>
