<script setup lang="ts">
/** A chart's title, its place, the reading under the pointer, and its data to take away. */
import { computed, ref } from 'vue';
import { useResizeObserver } from '@vueuse/core';
import { mdiTrayArrowDown } from '@mdi/js';
import { download } from './download';
import { downloadCsv, pngBlob, svgText, type Table } from './exports';

const props = defineProps<{
  title: string;
  subtitle?: string;
  /** File name without ending. */
  file: string;
  table: Table;
  minHeight?: number;
}>();
const host = ref<HTMLElement | null>(null);
const size = ref({ width: 600, height: props.minHeight ?? 220 });
useResizeObserver(host, ([entry]) => {
  const { width, height } = entry!.contentRect;
  if (width > 0) size.value = { width, height: Math.max(height, 60) };
});

const background = () => getComputedStyle(host.value!).getPropertyValue('--paper').trim();
const drawing = () => host.value!.querySelector('svg')!;
const kinds = computed(() => [
  { title: 'Numbers (CSV)', take: () => void downloadCsv(props.file, props.table) },
  {
    title: 'Drawing (SVG)',
    take: () => download(`${props.file}.svg`, svgText(drawing(), background()), 'image/svg+xml'),
  },
  {
    title: 'Picture (PNG)',
    take: () => void pngBlob(drawing(), background()).then((png) => download(`${props.file}.png`, png)),
  },
]);
</script>

<template>
  <figure class="chart" :style="{ minHeight: `${(minHeight ?? 160) + 24}px` }">
    <figcaption>
      <strong>{{ title }}</strong> <span class="soft">{{ subtitle }}</span>
      <span class="spacer" />
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn
            v-bind="menu"
            size="x-small"
            variant="text"
            :icon="mdiTrayArrowDown"
            :aria-label="`Save the data of “${title}”`"
          />
        </template>
        <v-list>
          <v-list-item v-for="k in kinds" :key="k.title" :title="k.title" @click="k.take()" />
        </v-list>
      </v-menu>
    </figcaption>
    <div ref="host" class="plot"><slot :width="size.width" :height="size.height" /></div>
  </figure>
</template>

<style scoped>
.chart {
  margin: 0;
  display: flex;
  flex-direction: column;
  min-width: 0;
}
figcaption {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 14px;
}
.spacer {
  flex: 1;
}
.plot {
  flex: 1;
  min-height: 0;
  position: relative;
}
.plot :deep(svg) {
  position: absolute;
  inset: 0;
  display: block;
}
</style>
