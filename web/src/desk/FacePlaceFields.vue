<script setup lang="ts">
/** Place and size of a rectangle on a face: from the wall's left end and up; on floor and ceiling its middle from front and left. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import type { Setting } from '@tawny/core/room/setting';
import NumberField from '../fields/NumberField.vue';
import { flatMoved, flatTape, type FlatPiece, sideAlong, TAPE_WAYS } from './flatPlace';

const props = defineProps<{
  setting: Setting;
  piece: FlatPiece;
  onWall: boolean;
  /** Least and most of a side, m. */
  sides: readonly [number, number];
}>();
const emit = defineEmits<{ change: [values: Partial<FlatPiece>] }>();

const AT = [
  ['u', 'From left end'],
  ['v', 'Up from floor'],
] as const;
const lengthways = computed(() => sideAlong(props.setting));
const sizes = computed(() =>
  (['width', 'height'] as const).map((key) => ({
    key,
    label: props.onWall
      ? key === 'width'
        ? 'Width'
        : 'Height'
      : key === lengthways.value
        ? 'Length, front to rear'
        : 'Width, left to right',
  })),
);
</script>

<template>
  <template v-if="onWall">
    <NumberField
      v-for="[key, words] in AT"
      :key="key"
      :label="words"
      :model-value="piece[key]"
      :min="LIMITS.coordinate[0]"
      :max="LIMITS.coordinate[1]"
      @update:model-value="emit('change', { [key]: $event })"
    />
  </template>
  <template v-else>
    <NumberField
      v-for="way in TAPE_WAYS"
      :key="way"
      :label="`Middle from ${way}`"
      :model-value="flatTape(setting, piece, way)"
      :min="LIMITS.coordinate[0]"
      :max="LIMITS.coordinate[1]"
      @update:model-value="emit('change', flatMoved(setting, piece, way, $event))"
    />
  </template>
  <NumberField
    v-for="s in sizes"
    :key="s.key"
    :label="s.label"
    :model-value="piece[s.key]"
    :min="sides[0]"
    :max="sides[1]"
    @update:model-value="emit('change', { [s.key]: $event })"
  />
</template>
