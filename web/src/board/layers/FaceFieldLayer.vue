<script setup lang="ts">
/** Pressure over the walls of the strip and the ceiling, cut to each face. */
import { computed, useId } from 'vue';
import { faceOutline, localToStrip, wallStrip } from '@tawny/core/geometry/unfold';
import type { RoomSetting } from '@tawny/core/room/setting';
import { onSheet, type Sheet } from '../layout';
import { pointsText } from '../room';
import type { FaceField } from '../types';
import FieldLayer from './FieldLayer.vue';

const props = defineProps<{ fields: readonly FaceField[]; room: RoomSetting; strip: Sheet; ceiling: Sheet }>();
const key = useId();
const placed = computed(() => {
  const places = wallStrip(props.room.solid);
  const height = props.room.solid.height;
  return props.fields.flatMap((f) => {
    const face = props.room.faces.find((t) => t.id === f.face);
    if (!face) return [];
    const place = places.find((w) => w.wall === face.id);
    if (!face.plane && !place) return [];
    const sheet = face.plane ? props.ceiling : props.strip;
    const toPx = (p: readonly [number, number]) =>
      onSheet(sheet, place ? localToStrip(place, height, [p[0], p[1]]) : [p[0], p[1]]);
    // Walls are drawn upwards, the plan of a ceiling downwards.
    const [x, y] = toPx([f.left, place ? f.low + f.height : f.low]);
    const rows = place
      ? Array.from({ length: f.rows }, (_, j) =>
          f.values.slice((f.rows - 1 - j) * f.columns, (f.rows - j) * f.columns),
        ).flat()
      : f.values;
    return [
      {
        id: f.face,
        x,
        y,
        width: f.width * sheet.scale,
        height: f.height * sheet.scale,
        field: { values: rows, columns: f.columns, rows: f.rows },
        outline: pointsText(faceOutline(face).map(toPx)),
      },
    ];
  });
});
</script>

<template>
  <g class="faces">
    <g v-for="(f, i) in placed" :key="f.id">
      <clipPath :id="`${key}-${i}`"><polygon :points="f.outline" /></clipPath>
      <g :clip-path="`url(#${key}-${i})`">
        <FieldLayer :field="f.field" :x="f.x" :y="f.y" :width="f.width" :height="f.height" />
      </g>
    </g>
  </g>
</template>

<style scoped>
.faces {
  pointer-events: none;
}
</style>
