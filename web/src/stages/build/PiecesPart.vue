<script setup lang="ts">
/** What is decided, piece by piece: each make drawn from the front, from behind, in section and taken apart, with every part. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { cutText } from '@tawny/core/quantities/cutLengths';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaIn, volumeIn } from '@tawny/core/quantities/measures';
import { pieceAtSize } from '@tawny/core/report/pieceDrawing';
import { sheetPictures } from '@tawny/core/report/sheetPictures';
import { countOf } from '@tawny/core/recipes/parts/types';
import { uncutSizes } from '@tawny/core/studies/build/compare';
import { CUT_WORDS, JOINT_WORDS, materialName, partName, ROUNDING_WORDS } from '@tawny/core/words/build/build';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { useRecipeNames } from '../../desk/recipeNames';
import PictureView from './PictureView.vue';
import { useBuild } from './useBuild';

const { session, project, result, sheet, currency, money, nameOf, buying } = useBuild();
const { openRecipe } = useRecipeNames();
const system = computed(() => session.system);
const text = (m: number) => lengthText(m, system.value);
const size = (r: { width: number; height: number; depth: number }) =>
  [r.width, r.height, ...(r.depth > 0 ? [r.depth] : [])].map(text).join(' × ');
const volume = (m3: number) => (m3 > 0 ? fixed(volumeIn(m3, system.value).value, 2) : '');
const area = (m2: number) => (m2 > 0 ? fixed(areaIn(m2, system.value).value, 1) : '');
const overhead = (letter: string) => result.value.sheets.find((s) => s.letter === letter)?.overhead === true;

const views = computed(() => (sheet.value ? sheetPictures(sheet.value, system.value) : null));
/** Outer sizes with which a slab of the shop goes in uncut. */
const uncut = computed(() => (sheet.value ? uncutSizes(project.value, sheet.value) : []));
const atSize = computed(() => {
  const s = sheet.value;
  return s && pieceAtSize(s.recipe, s.parts, `${s.letter} ${nameOf(s.recipe.id)}`);
});
async function take(kind: 'svg' | 'dxf'): Promise<void> {
  const { drawingDxf, drawingSvg } = await import('@tawny/core/formats/drawing');
  const name = `${fileNameOf(project.value.name)}-${sheet.value!.letter}`;
  if (kind === 'svg') download(`${name}.svg`, drawingSvg(atSize.value!), 'image/svg+xml');
  else download(`${name}.dxf`, drawingDxf(atSize.value!), 'image/vnd.dxf');
}
</script>

<template>
  <section data-pieces-part>
    <table class="list" aria-label="Pieces decided on">
      <thead>
        <tr>
          <th />
          <th>Piece</th>
          <th class="figure">each</th>
          <th class="figure">pieces</th>
          <th class="figure">fill {{ volumeIn(0, system).unit }}</th>
          <th class="figure">cloth {{ areaIn(0, system).unit }}</th>
          <th class="figure">board {{ areaIn(0, system).unit }}</th>
          <th class="figure">kg</th>
          <th class="figure">{{ currency }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="r in result.recipes"
          :key="r.letter"
          class="pick"
          :class="{ hovered: sheet?.letter === r.letter }"
          :data-piece-row="r.letter"
          @click="session.buildSheet = r.letter"
        >
          <td>
            <button :aria-label="`Show ${r.letter}`" :aria-pressed="sheet?.letter === r.letter">
              <b>{{ r.letter }}</b>
            </button>
          </td>
          <td>{{ nameOf(r.recipe) }}{{ overhead(r.letter) ? ', overhead' : '' }}{{ r.bought ? ', bought' : '' }}</td>
          <td class="figure">{{ size(r) }}</td>
          <td class="figure strong">{{ r.count }}</td>
          <td class="figure">{{ volume(r.fill) }}</td>
          <td class="figure">{{ area(r.cloth + r.fleece) }}</td>
          <td class="figure">{{ area(r.board) }}</td>
          <td class="figure">{{ fixed(r.mass, 0) }}</td>
          <td class="figure">{{ money(r.cost, 0) }}</td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th colspan="7">Together, before waste and whole packs</th>
          <td class="figure strong">{{ fixed(result.mass, 0) }}</td>
          <td class="figure strong">{{ money(result.cost, 0) }}</td>
        </tr>
      </tfoot>
    </table>
    <template v-if="sheet && views">
      <h2>
        {{ sheet.letter }}: {{ nameOf(sheet.recipe.id) }}
        <v-btn size="x-small" variant="text" color="primary" @click="openRecipe(sheet.recipe.id)">Recipe</v-btn>
        <template v-if="atSize">
          <v-btn size="x-small" variant="text" color="primary" data-at-size @click="take('dxf')">1 : 1, DXF</v-btn>
          <v-btn size="x-small" variant="text" color="primary" @click="take('svg')">SVG</v-btn>
        </template>
      </h2>
      <p v-if="sheet.parts.some((p) => p.name === 'rail')" class="soft">
        Frame {{ JOINT_WORDS[buying.workshop.joint] }}.
        <template v-for="u in uncut" :key="u.slab.join()">
          With {{ u.outside.map(text).join(' × ') }} outside a slab of {{ u.slab.map(text).join(' × ') }} goes in uncut.
        </template>
      </p>
      <div class="views">
        <figure v-for="v in views" :key="v.told">
          <figcaption class="soft">{{ v.told }}</figcaption>
          <PictureView :picture="v" />
        </figure>
      </div>
      <table class="list" aria-label="Parts">
        <thead>
          <tr>
            <th>Part</th>
            <th>of</th>
            <th class="figure">length</th>
            <th class="figure">width</th>
            <th class="figure">a piece</th>
            <th class="figure">in all</th>
            <th>cut</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in sheet.parts" :key="p.number" data-part>
            <td>{{ partName(p, `${sheet.letter}${p.number}`) }}</td>
            <td class="soft">{{ materialName(p.of, system, p.paired) }}</td>
            <td class="figure">{{ cutText(p.length, system) }}</td>
            <td class="figure">{{ p.of.sort === 'bar' || p.of.sort === 'pipe' ? '' : cutText(p.width, system) }}</td>
            <td class="figure">{{ p.paired ? 'its height' : countOf(p) }}</td>
            <td class="figure strong">{{ p.paired ? '' : countOf(p) * sheet.count }}</td>
            <td class="soft">
              {{ CUT_WORDS[p.cut] }}{{ p.grain && p.of.sort === 'board' ? 'length along the grain' : '' }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft">{{ ROUNDING_WORDS[system] }}</p>
    </template>
    <p v-else class="soft">Nothing of this is made here.</p>
  </section>
</template>

<style scoped>
.strong {
  font-weight: 600;
}
.views figcaption {
  font-size: 12px;
}
.views {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}
tfoot th {
  position: static !important;
}
</style>
