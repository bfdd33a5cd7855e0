<script setup lang="ts">
/** The marking sheet: one block a surface, to scale, to print or to take along as PDF. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { blockSvg, planSvg, type SheetSvg } from '@tawny/core/report/markingDrawing';
import { blockTitle, sheetRow } from '@tawny/core/words/sheet';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { type Paper, PAPERS, sheetPdf } from '../../print/sheetPdf';
import TapeTag from '../../parts/TapeTag.vue';
import { CAUTIONS, useSheet } from './useSheet';

const { doc, session, setting, blocks, site, length, lines } = useSheet();
const router = useRouter();
const paper = ref<Paper>(session.system === 'metric' ? 'A4' : 'LETTER');
const SIZES = [
  { value: 'A4', title: 'A4' },
  { value: 'LETTER', title: 'Letter' },
] as const;
const title = computed(() => `Marking sheet: ${doc.project!.name}`);
/** Drawings may be so wide on paper, mm. */
const wide = computed(() => PAPERS[paper.value][0] - 28);
/** In a picture the page's own fonts are not there. */
const FONT = 'sans-serif';
const picture = ({ svg, width, height, scale }: SheetSvg) => ({
  src: `data:image/svg+xml,${encodeURIComponent(svg)}`,
  style: { width: `${width}mm`, height: `${height}mm` },
  scale,
});
const plan = computed(() => picture(planSvg(setting.value, [wide.value, 90], FONT)));
const shown = computed(() =>
  blocks.value.map((b) => ({
    id: b.id,
    title: blockTitle(b),
    picture: picture(blockSvg(b, [wide.value, 62], FONT)),
    rows: b.marks.map((m) => ({ ...sheetRow(m, session.system), met: site.value[m.id] ?? null })),
  })),
);
const print = () => window.print();
const making = ref(false);
async function takePdf(): Promise<void> {
  making.value = true;
  try {
    const content = {
      setting: setting.value,
      blocks: blocks.value,
      site: site.value,
      system: session.system,
      lines: lines.value,
      cautions: CAUTIONS,
    };
    const blob = await sheetPdf(title.value, content, paper.value);
    download(`${fileNameOf(doc.project!.name)}-marks.pdf`, blob, 'application/pdf');
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
  <div v-if="doc.project" class="sheet">
    <nav class="bar">
      <v-btn size="small" variant="outlined" @click="router.push('/marks')">Back to Marks</v-btn>
      <v-btn size="small" variant="outlined" @click="router.push('/site')">Site view</v-btn>
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
    <img :src="plan.src" :style="plan.style" :alt="`Plan, 1 to ${plan.scale}`" />
    <p v-if="shown.length === 0">
      No loudspeaker throws a first reflection to the head: there is nothing to mark. Check the seat.
    </p>
    <section v-for="b in shown" :key="b.id" class="block" :data-block="b.id">
      <h2>
        {{ b.title }} <small>1 : {{ b.picture.scale }}</small>
      </h2>
      <img :src="b.picture.src" :style="b.picture.style" :alt="`${b.title} with its marks, 1 to ${b.picture.scale}`" />
      <table>
        <thead>
          <tr>
            <th class="tick">done</th>
            <th>tape</th>
            <th>first measure</th>
            <th>second measure</th>
            <th>later, level</th>
            <th>found at, why</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in b.rows" :key="r.id" :data-row="r.id">
            <td class="tick"><span class="box" :class="{ done: r.met?.done }" /></td>
            <td><TapeTag large :letter="r.letter" /></td>
            <td>
              <strong>{{ r.first }}</strong> {{ r.firstFrom }}<small>zone {{ r.firstZone }}</small>
            </td>
            <td>
              <strong>{{ r.second }}</strong> {{ r.secondFrom }}<small>zone {{ r.secondZone }}</small>
            </td>
            <td>
              {{ r.later }}, {{ r.level }}<small>{{ r.note }}</small>
            </td>
            <td class="write">
              <template v-if="r.met?.found">{{ length(r.met.found.first) }}, {{ length(r.met.found.second) }}</template>
              {{ r.met?.note }}
            </td>
          </tr>
        </tbody>
      </table>
    </section>
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
.block,
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
h2 {
  font-size: 15px;
  margin: 14px 0 2px;
}
h2 small {
  color: var(--ink-soft);
  font-weight: 400;
}
img {
  display: block;
  max-width: 100%;
  /* The drawing is on paper, in day colours. */
  background: #fff;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
}
th,
td {
  border-bottom: 1px solid var(--rule-strong);
  padding: 5px 10px 5px 0;
  vertical-align: top;
}
td strong {
  font-family: var(--figures);
  white-space: nowrap;
}
td small {
  display: block;
  color: var(--ink-soft);
}
.tick {
  width: 44px;
}
.box {
  display: inline-block;
  width: 15px;
  height: 15px;
  border: 1.4px solid var(--ink);
}
.box.done {
  background: var(--ink);
}
.write {
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
  .block {
    break-inside: avoid;
  }
}
</style>
