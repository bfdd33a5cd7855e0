<script setup lang="ts">
/** A block of the report on the page. */
import type { Block } from '@tawny/core/handover/types';
import { svgSource } from '../../parts/svgSource';

defineProps<{ block: Block }>();
</script>

<template>
  <p v-if="block.kind === 'text'" :class="{ quiet: block.quiet }">{{ block.text }}</p>
  <ul v-else-if="block.kind === 'list'">
    <li v-for="(item, i) in block.items" :key="i">{{ item }}</li>
  </ul>
  <div v-else-if="block.kind === 'table'" class="wide" tabindex="0" role="region" :aria-label="block.caption">
    <table>
      <caption>
        {{
          block.caption
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="(h, i) in block.head" :key="i" scope="col">{{ h }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in block.rows" :key="i">
          <template v-for="(cell, k) in row" :key="k">
            <th v-if="k === 0" scope="row">{{ cell }}</th>
            <td v-else>{{ cell }}</td>
          </template>
        </tr>
      </tbody>
    </table>
  </div>
  <figure v-else>
    <figcaption>{{ block.title }}</figcaption>
    <img :src="svgSource(block.svg)" :alt="block.told" :style="{ inlineSize: `${block.width}mm` }" />
  </figure>
</template>

<style scoped>
p,
ul {
  margin-block: 6px;
}
ul {
  padding-inline-start: 20px;
}
.quiet {
  color: #6b5e52;
  font-size: 12.5px;
}
.wide {
  overflow-x: auto;
}
table {
  inline-size: 100%;
  border-collapse: collapse;
  font-size: 12.5px;
  margin-block: 8px;
}
caption {
  text-align: start;
  font-weight: 700;
}
th,
td {
  text-align: start;
  vertical-align: top;
  padding: 3px 8px 3px 0;
  border-block-end: 1px solid #e6dac6;
}
thead th {
  color: #6b5e52;
  font-weight: 400;
}
figcaption {
  font-weight: 700;
}
img {
  display: block;
  max-inline-size: 100%;
}
</style>
