<script setup lang="ts">
/** Everything of Build to take away: list, tables, sheets, labels, calendar. */
import { ref } from 'vue';
import { PAPERS } from '../../print/pdf';
import { useBuildFiles } from './useBuildFiles';

const { takeCsv, takeSpreadsheet, takeCalendar, takePdf, takeLabels } = useBuildFiles();
const busy = ref('');
async function run(name: string, what: () => Promise<void> | void): Promise<void> {
  busy.value = name;
  try {
    await what();
  } finally {
    busy.value = '';
  }
}
const papers = Object.keys(PAPERS) as (keyof typeof PAPERS)[];
const paperName = (p: string) => (p === 'LETTER' ? 'Letter' : p);
</script>

<template>
  <span v-if="busy" class="soft" role="status">{{ busy }} …</span>
  <v-menu>
    <template #activator="{ props: opener }">
      <v-btn size="small" color="primary" variant="flat" data-build-files v-bind="opener">Take away</v-btn>
    </template>
    <v-list density="compact" class="menu">
      <v-list-item data-take="csv" @click="run('Tables', takeCsv)">Shopping list, CSV</v-list-item>
      <v-list-item data-take="xlsx" @click="run('Spreadsheet', takeSpreadsheet)"
        >List, parts, cuts and work, spreadsheet</v-list-item
      >
      <v-list-item v-for="p in papers" :key="p" :data-take="`pdf-${p}`" @click="run('Sheets', () => takePdf(p))"
        >List, cutting plans and build sheets, PDF {{ paperName(p) }}</v-list-item
      >
      <v-list-item
        v-for="p in papers"
        :key="`l${p}`"
        :data-take="`labels-${p}`"
        @click="run('Labels', () => takeLabels(p))"
        >Labels of pieces and parts, PDF {{ paperName(p) }}</v-list-item
      >
      <v-list-item data-take="ics" @click="run('Calendar', takeCalendar)">Calendar of the work</v-list-item>
    </v-list>
  </v-menu>
</template>
