<script setup lang="ts">
/** The marking sheet: one block a surface, to scale, to print or to take along as PDF. */
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { blockSvg, planSvg } from '@tawny/core/report/markingDrawing';
import { blockTitle, sheetRow } from '@tawny/core/words/sheet';
import { DRAWING_MM, type Paper, wideOn } from '../../print/pdf';
import { sheetPdf } from '../../print/sheetPdf';
import TapeTag from '../../parts/TapeTag.vue';
import SheetBlock from './SheetBlock.vue';
import SheetFrame from './SheetFrame.vue';
import { CAUTIONS, FONT, picture, useSheet } from './useSheet';

const { doc, session, setting, blocks, site, length, lines } = useSheet();
const router = useRouter();
const paper = ref<Paper>(session.system === 'metric' ? 'A4' : 'LETTER');
const title = computed(() => `Marking sheet: ${doc.project!.name}`);
const plan = computed(() => picture(planSvg(setting.value, [wideOn(paper.value), 90], FONT)));
const shown = computed(() =>
  blocks.value.map((b) => ({
    id: b.id,
    title: blockTitle(b),
    picture: picture(blockSvg(b, [wideOn(paper.value), DRAWING_MM], FONT)),
    rows: b.marks.map((m) => ({ ...sheetRow(m, session.system), met: site.value[m.id] ?? null })),
  })),
);
const pdf = (size: Paper) =>
  sheetPdf(
    title.value,
    {
      setting: setting.value,
      blocks: blocks.value,
      site: site.value,
      system: session.system,
      lines: lines.value,
      cautions: CAUTIONS,
    },
    size,
  );
</script>

<template>
  <SheetFrame
    v-if="doc.project"
    v-model:paper="paper"
    :title="title"
    :lines="lines"
    :back="{ to: '/marks', word: 'Back to Marks' }"
    file="marks"
    :pdf="pdf"
  >
    <template #bar>
      <v-btn size="small" variant="outlined" @click="router.push('/site')">Site view</v-btn>
    </template>
    <img :src="plan.src" :style="plan.style" :alt="`Plan, 1 to ${plan.scale}`" />
    <p v-if="shown.length === 0">
      No loudspeaker throws a first reflection to the head: there is nothing to mark. Check the seat.
    </p>
    <SheetBlock v-for="b in shown" :key="b.id" :title="b.title" :picture="b.picture" shows="marks" :data-block="b.id">
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
    </SheetBlock>
  </SheetFrame>
</template>
