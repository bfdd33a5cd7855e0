<script setup lang="ts">
/** The hanging sheet: one block a face, to scale, every edge from the middle line and the floor, in hanging order; and a list for the laser. */
import { computed, ref } from 'vue';
import { formatLength } from '@tawny/core/quantities/lengths';
import { hangingBlocks, hangingSvg } from '@tawny/core/report/hangingDrawing';
import { fromMiddleText, hangingRow } from '@tawny/core/words/hang';
import { blockTitle } from '@tawny/core/words/sheet';
import { useRecipeNames } from '../../desk/recipeNames';
import { FACE_MM, HANGING_HEAD, hangingPdf } from '../../print/hangingPdf';
import { type Paper, wideOn } from '../../print/pdf';
import SheetBlock from './SheetBlock.vue';
import SheetFrame from './SheetFrame.vue';
import { CAUTIONS, FONT, picture, useSheet } from './useSheet';

const { doc, answers, session, setting, length } = useSheet();
const { nameOf } = useRecipeNames();
const paper = ref<Paper>(session.system === 'metric' ? 'A4' : 'LETTER');
const title = computed(() => `Hanging sheet: ${doc.project!.name}`);
const hang = computed(() => answers.glance!.hang.result);
const blocks = computed(() => hangingBlocks(setting.value, hang.value));
const figure = (m: number) => formatLength(m, session.system).value;
const unit = computed(() => formatLength(1, session.system).unit);
const lines = computed(() => [
  `${hang.value.pieces.length} pieces have their place. In one line are their ${hang.value.level.by}, ${length(hang.value.level.height)} up from the floor.`,
  `Edges are told from the middle line of each wall, as seen from the room; under the ceiling from the listening axis.${unit.value ? ` Figures in the drawings: ${unit.value}.` : ''}`,
]);
const shown = computed(() =>
  blocks.value.map((b) => ({
    id: b.face.id,
    title: blockTitle({ id: b.face.id, name: b.face.name, kind: b.face.kind }),
    picture: picture(
      hangingSvg(setting.value, b, hang.value.level.height, [wideOn(paper.value), FACE_MM], FONT, figure),
    ),
    rows: b.pieces.map((p) => ({ ...hangingRow(p, session.system), made: nameOf(p.recipe), up: p.state === 'hung' })),
    // Heights and offsets alone, each once.
    heights: [...new Set(b.pieces.flatMap((p) => [p.low, p.high]).map((v) => length(v)))],
    offsets: [
      ...new Set(
        b.pieces.flatMap((p) => [p.fromMiddle.left, p.fromMiddle.right]).map((v) => fromMiddleText(v, session.system)),
      ),
    ],
  })),
);
const pdf = (size: Paper) =>
  hangingPdf(
    title.value,
    {
      setting: setting.value,
      blocks: blocks.value,
      level: hang.value.level.height,
      system: session.system,
      nameOf,
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
    :back="{ to: '/hang', word: 'Back to Hang' }"
    file="hanging"
    :pdf="pdf"
  >
    <p v-if="shown.length === 0">Nothing has a place yet: lay out what is decided, in Hang.</p>
    <SheetBlock
      v-for="b in shown"
      :key="b.id"
      :title="b.title"
      :picture="b.picture"
      shows="pieces"
      :data-hanging="b.id"
    >
      <table>
        <thead>
          <tr>
            <th v-for="h in HANGING_HEAD" :key="h">{{ h }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in b.rows" :key="r.id" :data-hanging-row="r.id">
            <td class="tick"><span class="box" :class="{ done: r.up }" /></td>
            <td>
              <strong>{{ r.label }}</strong><small>{{ r.made }}</small>
            </td>
            <td>
              <strong>{{ r.left }}</strong>
            </td>
            <td>{{ r.right }}</td>
            <td>
              <strong>{{ r.low }}</strong>
            </td>
            <td>{{ r.high }}</td>
            <td>{{ r.gaps }}</td>
          </tr>
        </tbody>
      </table>
      <p data-laser><b>Laser</b>: {{ b.heights.join(', ') }}; from the middle line {{ b.offsets.join(', ') }}.</p>
    </SheetBlock>
  </SheetFrame>
</template>
