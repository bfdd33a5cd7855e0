<script setup lang="ts">
/** What a ware or a thing in hand is: its sort, what it is made of, its sizes. */
import { computed } from 'vue';
import { MAKES, type Stuff, WARE_SORTS, type WareSort } from '@tawny/core/catalogue/sorts';
import { FILLS } from '@tawny/core/physics/absorbers/fills';
import { SMALL_WORDS } from '@tawny/core/words/build/build';
import ChoiceField from '../../../fields/ChoiceField.vue';
import NumberField from '../../../fields/NumberField.vue';

const props = defineProps<{ stuff: Stuff; sorts?: readonly WareSort[] }>();
const emit = defineEmits<{ change: [values: Partial<Stuff>] }>();
const SORT_WORDS: Record<WareSort, string> = {
  bar: 'Bars',
  board: 'Boards',
  slab: 'Slabs of fill',
  roll: 'Rolls',
  pipe: 'Pipe',
  small: 'Small things',
};
const word = (make: string): string =>
  make === ''
    ? 'Any'
    : make in FILLS
      ? FILLS[make as keyof typeof FILLS].name
      : make in SMALL_WORDS
        ? SMALL_WORDS[make as keyof typeof SMALL_WORDS]
        : { wood: 'Wood', micro: 'Micro-perforated', cloth: 'Cloth', fleece: 'Fleece', foil: 'Film' }[make]!;
const makes = computed(() => MAKES[props.stuff.sort]);
const sizes = computed((): { key: 'length' | 'width' | 'thickness'; label: string; min: number; max: number }[] => {
  const length = { key: 'length' as const, label: 'Length', min: 0.02, max: 100 };
  const width = { key: 'width' as const, label: 'Width', min: 0.002, max: 6 };
  const thickness = { key: 'thickness' as const, label: 'Thickness', min: 0.0001, max: 1 };
  switch (props.stuff.sort) {
    case 'bar':
      return [length, { ...width, label: 'Section, wide' }, { ...thickness, label: 'Section, thick' }];
    case 'board':
    case 'slab':
      return [length, width, thickness];
    case 'roll':
      return [width, { ...length, label: 'As long as' }];
    case 'pipe':
      return [length, { ...width, label: 'Inner width' }];
    default:
      return [];
  }
});
const setSort = (sort: WareSort) =>
  emit('change', { sort, make: MAKES[sort][0]!, density: null, length: null, width: null, thickness: null });
</script>

<template>
  <ChoiceField
    label="Sort"
    :model-value="stuff.sort"
    :items="(sorts ?? WARE_SORTS).map((value) => ({ value, title: SORT_WORDS[value] }))"
    @update:model-value="setSort"
  />
  <ChoiceField
    v-if="makes.length > 1"
    label="Of"
    :model-value="stuff.make"
    :items="makes.map((value) => ({ value, title: word(value) }))"
    @update:model-value="emit('change', { make: $event })"
  />
  <NumberField
    v-for="s in sizes"
    :key="s.key"
    :label="s.label"
    optional
    hint="empty: any"
    :min="s.min"
    :max="s.max"
    :step="0.01"
    :model-value="stuff[s.key]"
    @update:model-value="emit('change', { [s.key]: $event })"
    @clear="emit('change', { [s.key]: null })"
  />
  <NumberField
    v-if="stuff.sort === 'slab'"
    label="Density"
    kind="number"
    unit="kg/m³"
    optional
    :digits="0"
    :step="1"
    :min="5"
    :max="400"
    :model-value="stuff.density"
    @update:model-value="emit('change', { density: $event })"
    @clear="emit('change', { density: null })"
  />
</template>
