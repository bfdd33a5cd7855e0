<script setup lang="ts">
/** The report: which parts, on which paper, and as which file; below it stands as it will be read. */
import { PART_TITLES } from '@tawny/core/handover/report';
import { REPORT_PARTS } from '@tawny/core/handover/types';
import ReportBlock from './ReportBlock.vue';
import { useReport } from './useReport';

const { paper, chosen, revision, pending, report, making, make } = useReport();
const PAPER_NAMES = [
  { value: 'A4', title: 'A4' },
  { value: 'LETTER', title: 'Letter' },
] as const;
</script>

<template>
  <div class="report">
    <fieldset class="parts">
      <legend>Parts</legend>
      <label v-for="id in REPORT_PARTS" :key="id">
        <input v-model="chosen" type="checkbox" :value="id" :data-report-part="id" /> {{ PART_TITLES[id] }}
      </label>
    </fieldset>
    <div class="files">
      <v-btn-toggle v-model="paper" mandatory density="compact" variant="outlined" aria-label="Paper">
        <v-btn v-for="s in PAPER_NAMES" :key="s.value" :value="s.value" size="small">{{ s.title }}</v-btn>
      </v-btn-toggle>
      <v-btn
        size="small"
        variant="flat"
        color="primary"
        :loading="making === 'pdf'"
        data-report-pdf
        @click="make('pdf')"
        >Report as PDF</v-btn
      >
      <v-btn size="small" variant="outlined" :loading="making === 'html'" data-report-html @click="make('html')"
        >Report as a page</v-btn
      >
      <v-btn size="small" variant="outlined" :loading="making === 'drawings'" data-drawings @click="make('drawings')"
        >Drawing set</v-btn
      >
      <label class="revision">Revision <input v-model.trim="revision" maxlength="12" data-revision /></label>
    </div>
    <p class="soft" role="status" data-report-pending>
      {{
        pending
          ? `Still working out ${pending}; a report taken now says so in its place.`
          : 'Everything is worked out. The page opens without a network; printed from a browser it is a PDF that can be read aloud.'
      }}
    </p>
    <article aria-label="The report" data-report>
      <h2 class="title">{{ report.title }}</h2>
      <p v-for="line in report.lines" :key="line">{{ line }}</p>
      <section v-for="p in report.parts" :key="p.id" :data-part="p.id">
        <h3>{{ p.title }}</h3>
        <ReportBlock v-for="(b, i) in p.blocks" :key="i" :block="b" />
      </section>
    </article>
  </div>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  padding: 6px 12px 8px;
  font-size: 13px;
}
.parts legend {
  padding-inline: 5px;
  color: var(--ink-soft);
}
.files {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
  margin-block: 10px 4px;
}
.revision {
  font-size: 13px;
}
.revision input {
  inline-size: 64px;
  padding: 4px 7px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
article {
  margin-block-start: 8px;
  padding: 18px 22px 30px;
  border: 1px solid var(--rule);
  background: #fff;
  color: #2a211a;
  max-inline-size: 900px;
}
.title {
  font-size: 26px;
  font-weight: 700;
}
h3 {
  font-size: 17px;
  margin-block: 26px 6px;
  border-block-end: 2px solid #9c5a22;
}
</style>
