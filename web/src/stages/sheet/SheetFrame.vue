<script setup lang="ts">
/** A sheet to print or to take along as PDF: its bar, its heading, its cautions; what it says comes from the page. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import type { Paper } from '../../print/pdf';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';
import { CAUTIONS } from './useSheet';

const props = defineProps<{
  title: string;
  lines: readonly string[];
  /** Where one came from. */
  back: { to: string; word: string };
  /** End of the file's name. */
  file: string;
  pdf: (paper: Paper) => Promise<Blob>;
}>();
const paper = defineModel<Paper>('paper', { required: true });
const doc = useDocument();
const session = useSession();
const router = useRouter();
const SIZES = [
  { value: 'A4', title: 'A4' },
  { value: 'LETTER', title: 'Letter' },
] as const;
const print = () => window.print();
const making = ref(false);
async function takePdf(): Promise<void> {
  making.value = true;
  try {
    download(`${fileNameOf(doc.project!.name)}-${props.file}.pdf`, await props.pdf(paper.value), 'application/pdf');
  } catch (error) {
    session.message = {
      text: `The PDF could not be made: ${error instanceof Error ? error.message : String(error)}. Printing works without it.`,
      tone: 'wrong',
    };
  } finally {
    making.value = false;
  }
}
</script>

<template>
  <div class="sheet">
    <nav class="bar">
      <v-btn size="small" variant="outlined" @click="router.push(back.to)">{{ back.word }}</v-btn>
      <slot name="bar" />
      <span class="spacer" />
      <v-btn-toggle v-model="paper" mandatory density="compact" variant="outlined" aria-label="Paper">
        <v-btn v-for="s in SIZES" :key="s.value" :value="s.value" size="small">{{ s.title }}</v-btn>
      </v-btn-toggle>
      <v-btn size="small" variant="outlined" :loading="making" data-pdf @click="takePdf">Save as PDF</v-btn>
      <v-btn size="small" variant="flat" color="primary" @click="print">Print</v-btn>
    </nav>
    <header>
      <h1>{{ title }}</h1>
      <p v-for="line in lines" :key="line">{{ line }}</p>
    </header>
    <slot />
    <p class="foot">{{ CAUTIONS }}</p>
  </div>
</template>

<style scoped>
.sheet {
  height: 100vh;
  overflow-y: auto;
  background: var(--sheet);
  color: var(--ink);
  padding: 16px 28px 30px;
}
.bar {
  display: flex;
  gap: 8px;
  margin-bottom: 10px;
  align-items: center;
  flex-wrap: wrap;
  max-width: 1000px;
}
.spacer {
  flex: 1;
}
header,
:deep(.block),
.foot {
  max-width: 1000px;
}
h1 {
  font-size: 18px;
  overflow-wrap: anywhere;
}
header p {
  margin: 2px 0;
}
:deep(h2) {
  font-size: 15px;
  margin: 14px 0 2px;
}
:deep(h2 small) {
  color: var(--ink-soft);
  font-weight: 400;
}
:deep(img) {
  display: block;
  max-width: 100%;
  /* The drawing is on paper, in day colours. */
  background: #fff;
}
:deep(table) {
  border-collapse: collapse;
  width: 100%;
}
:deep(th) {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
}
:deep(th),
:deep(td) {
  border-bottom: 1px solid var(--rule-strong);
  padding: 5px 10px 5px 0;
  vertical-align: top;
}
:deep(td strong) {
  font-family: var(--figures);
  white-space: nowrap;
}
:deep(td small) {
  display: block;
  color: var(--ink-soft);
}
:deep(.tick) {
  width: 44px;
}
:deep(.box) {
  display: inline-block;
  width: 15px;
  height: 15px;
  border: 1.4px solid var(--ink);
}
:deep(.box.done) {
  background: var(--ink);
}
:deep(.write) {
  min-width: 150px;
}
.foot {
  font-size: 12px;
  color: var(--ink-soft);
}
@media print {
  .bar {
    display: none;
  }
  .sheet {
    height: auto;
    overflow: visible;
    padding: 0;
  }
  :deep(.block) {
    break-inside: avoid;
  }
}
</style>
