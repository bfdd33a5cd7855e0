<script setup lang="ts">
/** The hanging sheet: one block a face, to scale, every edge from the middle line and the floor, in hanging order; and a list for the laser. */
import { computed, ref } from 'vue';
import { formatLength } from '@tawny/core/quantities/lengths';
import { facesAtSize, tilesOf } from '@tawny/core/report/hangingAtSize';
import { hangingBlocks, hangingSvg } from '@tawny/core/report/hangingDrawing';
import { fixingWords, laserList, noteSentence, tileWords } from '@tawny/core/words/fixings';
import { hangingHead, hangingRow, lineWords } from '@tawny/core/words/hang';
import { blockTitle } from '@tawny/core/words/sheet';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { useRecipeNames } from '../../desk/recipeNames';
import { useHolds } from '../../desk/useHolds';
import { FACE_MM, hangingPdf } from '../../print/hangingPdf';
import { FONT as PDF_FONT, pagesAtSize, type Paper, pdfOf, tileOn, wideOn } from '../../print/pdf';
import SheetBlock from './SheetBlock.vue';
import SheetFrame from './SheetFrame.vue';
import { CAUTIONS, FONT, picture, useSheet } from './useSheet';

const { doc, answers, session, setting, length } = useSheet();
const { nameOf } = useRecipeNames();
const paper = ref<Paper>(session.system === 'metric' ? 'A4' : 'LETTER');
const title = computed(() => `Hanging sheet: ${doc.project!.name}`);
const hang = computed(() => answers.glance!.hang.result);
const holds = useHolds();
const blocks = computed(() => hangingBlocks(setting.value, hang.value, holds.value));
const figure = (m: number) => formatLength(m, session.system).value;
const unit = computed(() => formatLength(1, session.system).unit);
const lines = computed(() => [
  `${hang.value.pieces.length} pieces have their place. In one line are their ${hang.value.level.by}, ${length(hang.value.level.height)} up from the floor.`,
  `Edges are told from the middle line of each wall, as seen from the room; under the ceiling from the listening axis.${unit.value ? ` Figures in the drawings: ${unit.value}.` : ''}`,
  ...holds.value.notes.map((n) => noteSentence(n, session.system)),
]);
const shown = computed(() =>
  blocks.value.map((b) => ({
    id: b.face.id,
    title: blockTitle({ id: b.face.id, name: b.face.name, kind: b.face.kind }),
    picture: picture(
      hangingSvg(setting.value, b, hang.value.level.height, [wideOn(paper.value), FACE_MM], FONT, figure),
    ),
    rows: b.pieces.map((p) => ({ ...hangingRow(p, session.system), made: nameOf(p.recipe), up: p.state === 'hung' })),
    line: lineWords(b.face.foot !== null),
    head: hangingHead(b.face.foot !== null),
    fixings: fixingWords(b, session.system),
    laser: laserList(
      b.pieces,
      b.holds.flatMap((h) => h.fixings),
      session.system,
    ),
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
/** At 1:1: faces as drawings, fixings as sheets to mark them through. */
async function takeDrawing(kind: 'dxf' | 'svg'): Promise<void> {
  const { drawingDxf, drawingSvg } = await import('@tawny/core/formats/drawing');
  const drawing = facesAtSize(setting.value, blocks.value, hang.value.level.height);
  const name = `${fileNameOf(doc.project!.name)}-hanging`;
  if (kind === 'svg') download(`${name}.svg`, drawingSvg(drawing), 'image/svg+xml');
  else download(`${name}.dxf`, drawingDxf(drawing), 'image/vnd.dxf');
}
async function takeTiles(): Promise<void> {
  const tiles = tilesOf(blocks.value, tileOn(paper.value), PDF_FONT, (t) => tileWords(t, session.system));
  const file = await pdfOf(pagesAtSize(`Fixings at 1:1: ${doc.project!.name}`, tiles, paper.value));
  download(`${fileNameOf(doc.project!.name)}-fixings.pdf`, file, 'application/pdf');
}
const making = ref(false);
async function take(kind: 'dxf' | 'svg' | 'tiles'): Promise<void> {
  making.value = true;
  try {
    await (kind === 'tiles' ? takeTiles() : takeDrawing(kind));
  } catch (error) {
    session.message = {
      text: `The drawing could not be made: ${error instanceof Error ? error.message : String(error)}.`,
      tone: 'wrong',
    };
  } finally {
    making.value = false;
  }
}
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
    <template v-if="shown.length > 0" #bar>
      <v-menu>
        <template #activator="{ props }">
          <v-btn size="small" variant="outlined" v-bind="props" :loading="making" data-at-size>At 1 : 1</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item
            v-if="holds.pieces.some((h) => h.fixings.length > 0)"
            title="Sheets to mark fixings through (PDF)"
            data-take="tiles"
            @click="take('tiles')"
          />
          <v-list-item title="Faces as DXF, in mm" data-take="dxf" @click="take('dxf')" />
          <v-list-item title="Faces as SVG, in mm" data-take="svg" @click="take('svg')" />
        </v-list>
      </v-menu>
    </template>
    <p v-if="shown.length === 0">Nothing has a place yet: lay out what is decided, in Hang.</p>
    <SheetBlock
      v-for="b in shown"
      :key="b.id"
      :title="b.title"
      :picture="b.picture"
      shows="pieces"
      :data-hanging="b.id"
    >
      <table v-if="b.rows.length > 0">
        <thead>
          <tr>
            <th v-for="h in b.head" :key="h">{{ h }}</th>
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
      <table v-if="b.fixings.rows.length > 0" class="fixings">
        <thead>
          <tr>
            <th v-for="h in b.fixings.head" :key="h">{{ h }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(cells, i) in b.fixings.rows" :key="i" data-fixing-row>
            <td v-for="(cell, k) in cells" :key="k">{{ cell }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="s in b.fixings.asks" :key="s">{{ s }}</p>
      <p data-laser>
        <b>Laser</b>: {{ b.laser.heights.join(', ') }}; from the {{ b.line }} {{ b.laser.offsets.join(', ') }}.
      </p>
    </SheetBlock>
  </SheetFrame>
</template>
