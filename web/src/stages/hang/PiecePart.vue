<script setup lang="ts">
/** The chosen piece by its tapes, what it may become, and every piece of the face drawn large. */
import { computed } from 'vue';
import { isAt, LIMITS } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import { PLUG_CLEARANCE, plugged, windowsOf } from '@tawny/core/room/hung/plugs';
import { middleOf } from '@tawny/core/studies/hang/study';
import { fromMiddleText, lineWords } from '@tawny/core/words/hang';
import { issueSentence } from '@tawny/core/words/issues';
import { surfaceWords } from '@tawny/core/words/tapes';
import PhotoRow from '../../desk/photos/PhotoRow.vue';
import PieceFields from '../../desk/PieceFields.vue';
import { useRecipeNames } from '../../desk/recipeNames';
import { useIssues } from '../../desk/useIssues';
import { useOff } from '../../desk/useOff';
import NumberField from '../../fields/NumberField.vue';
import { usePhotos } from '../../stores/photos';
import { useHang } from './useHang';
import HelpLink from '../../desk/HelpLink.vue';

const { doc, session, setting, face, onFace, chosen, choose, moveTo, toLevel, spread, mirror, plug } = useHang();
const { nameOf, recipes } = useRecipeNames();
const off = useOff();
const photos = usePhotos();
const length = (m: number) => lengthText(m, session.system);
/** In the document, and the face it is on, which may be another than the one drawn. */
const own = computed(() => doc.project!.treatment.pieces.filter(isAt).find((p) => p.id === chosen.value?.id) ?? null);
const its = computed(() => setting.value.faces.find((f) => f.id === chosen.value?.face) ?? null);
const upright = computed(() => its.value?.foot != null);
const form = computed(() => setting.value.placed.find((p) => p.id === chosen.value?.id)?.recipe.form);
const middle = computed(() => (its.value ? middleOf(setting.value, its.value) : 0));
const plugs = computed(() => recipes.value.filter((r) => r.form === 'plug'));
const windows = computed(() =>
  windowsOf(setting.value, face.value).map((window) => ({
    window,
    plug: onFace.value.find(
      (p) =>
        plugs.value.some((r) => r.id === p.recipe) && plugged(setting.value, face.value, { box: p })?.id === window.id,
    ),
  })),
);
const all = useIssues('hang');
const conflicts = computed(() =>
  all.value.filter((i) => i.where[0] === chosen.value?.id).map((i) => issueSentence(i, session.system)),
);
</script>

<template>
  <section v-if="chosen && own" data-chosen-piece>
    <h2>{{ chosen.label }} · {{ nameOf(chosen.recipe) }}</h2>
    <p class="tapes">
      <span
        ><small>left edge from the {{ lineWords(upright) }}</small
        ><b>{{ fromMiddleText(chosen.fromMiddle.left, session.system) }}</b></span
      >
      <span
        ><small>{{ upright ? 'bottom, up from floor' : 'front edge from the wall faced' }}</small
        ><b>{{ length(chosen.low) }}</b></span
      >
      <span
        ><small>gap left</small><b>{{ length(chosen.gapLeft) }}</b></span
      >
      <span
        ><small>gap right</small><b>{{ length(chosen.gapRight) }}</b></span
      >
    </p>
    <p v-if="off(chosen)" class="soft" data-off>{{ off(chosen) }}</p>
    <p v-if="own.note" class="soft">On site: {{ own.note }}</p>
    <p v-for="c in conflicts" :key="c" class="bad" role="alert" data-conflict>{{ c }}</p>
    <template v-if="!chosen.locked">
      <NumberField
        :label="`Left edge, right of the ${lineWords(upright)}`"
        :model-value="chosen.fromMiddle.left"
        :min="-LIMITS.side[1]"
        :max="LIMITS.side[1]"
        @update:model-value="moveTo(chosen!.id, $event + middle, chosen!.low)"
      />
      <NumberField
        :label="upright ? 'Bottom, up from floor' : 'Front edge from the wall faced'"
        :model-value="chosen.low"
        :min="0"
        :max="LIMITS.side[1]"
        @update:model-value="moveTo(chosen!.id, chosen!.left, $event)"
      />
    </template>
    <PieceFields :pieces="[own]">
      <div v-if="!chosen.locked && form !== 'plug'" class="actions-row">
        <v-btn v-if="upright" size="small" variant="outlined" data-to-level @click="toLevel(chosen.id)">{{
          form === 'edge' ? 'Up to the ceiling' : 'To the level line'
        }}</v-btn>
        <v-btn v-if="upright" size="small" variant="outlined" data-spread @click="spread(chosen.id)"
          >Equal gaps here</v-btn
        >
        <v-btn v-if="upright" size="small" variant="outlined" data-tight @click="spread(chosen.id, true)"
          >Edge to edge here</v-btn
        >
        <v-btn size="small" variant="outlined" data-mirror @click="mirror(chosen.id)">Mirror it</v-btn>
      </div>
    </PieceFields>
    <PhotoRow v-if="photos.shown.some((p) => p.about === own!.id)" :about="own.id" :name="chosen.label" />
  </section>
  <p v-else class="soft">Choose a piece in the drawing or in the list.</p>
  <h2>On the {{ surfaceWords(face.name) }}</h2>
  <p v-if="onFace.length === 0" class="soft">Nothing has a place here. <HelpLink stage="hang" /></p>
  <table v-else class="list" data-face-pieces>
    <thead>
      <tr>
        <th>Piece</th>
        <th>left edge</th>
        <th class="figure">{{ face.foot ? 'bottom' : 'front edge' }}</th>
        <th>state</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="p in onFace"
        :key="p.id"
        class="pick"
        tabindex="0"
        :class="{ selected: chosen?.id === p.id }"
        :data-row="p.id"
        @click="choose(p.id)"
        @keydown.enter="choose(p.id)"
      >
        <td>
          <b>{{ p.label }}</b>
        </td>
        <td>{{ fromMiddleText(p.fromMiddle.left, session.system) }}</td>
        <td class="figure">{{ length(p.low) }}</td>
        <td :class="{ bad: p.conflicts.length > 0 }">
          {{ p.conflicts.length > 0 ? 'conflict' : p.state === 'hung' ? 'up' : 'laid out' }}
        </td>
      </tr>
    </tbody>
  </table>
  <template v-if="windows.length > 0">
    <h2>Windows here</h2>
    <p v-for="{ window: w, plug: there } in windows" :key="w.id" class="window" :data-window="w.id">
      <span>{{ w.name }}, {{ length(w.width) }} × {{ length(w.height) }}</span>
      <v-btn v-if="there" size="small" variant="text" color="primary" @click="choose(there.id)">{{
        there.label
      }}</v-btn>
      <v-menu v-else>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" size="small" variant="outlined">Plug it</v-btn>
        </template>
        <v-list density="compact">
          <v-list-item v-for="r in plugs" :key="r.id" :title="nameOf(r.id)" @click="plug(w, r)" />
        </v-list>
      </v-menu>
    </p>
    <p class="soft">
      A plug is made {{ length(PLUG_CLEARANCE) }} smaller than its window on every side, for a strip of foam. It has to
      come out at once where the window is a way out.
    </p>
  </template>
</template>

<style scoped>
.window {
  align-items: center;
  display: flex;
  gap: 8px;
  justify-content: space-between;
}
.tapes {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px 12px;
  margin: 6px 0;
  padding: 8px 10px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
}
.tapes small {
  display: block;
  color: var(--ink-soft);
  font-size: 11.5px;
}
.tapes b {
  font-family: var(--figures);
  font-size: 13.5px;
}
</style>
