<script setup lang="ts">
/** What holds the chosen piece, every fixing by tape with what it carries; what to mind; and how fixings are reckoned. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import type { Way } from '@tawny/core/fixings/ways';
import { fixingRow, holdSentences, massText, noteSentence, WAY_WORDS } from '@tawny/core/words/fixings';
import { useRecipeNames } from '../../desk/recipeNames';
import { useHolds } from '../../desk/useHolds';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useHang } from './useHang';

const { doc, session, chosen } = useHang();
const { nameOf } = useRecipeNames();
const holds = useHolds();
const hold = computed(() => holds.value.pieces.find((h) => h.piece === chosen.value?.id) ?? null);
const ways = computed(() => hold.value!.ways.map((value) => ({ value, title: WAY_WORDS[value] })));
const rows = computed(() => hold.value!.fixings.map((f) => fixingRow(f, hold.value!.overhead, session.system)));
const hang = (way: Way) =>
  doc.run({ type: 'set-way', recipe: hold.value!.recipe, way: way === hold.value!.ways[0] ? null : way });

const fixings = computed(() => doc.project!.treatment.fixings);
const set = (values: Partial<Omit<typeof fixings.value, 'ways'>>) => doc.run({ type: 'set-fixings', fixings: values });
const chained = computed(() => holds.value.pieces.some((h) => h.way === 'chain'));
const setFall = (cloudFall: number) => doc.run({ type: 'set-hanging', hanging: { cloudFall } });
</script>

<template>
  <section v-if="hold" data-hold>
    <h2>{{ hold.label.replace(/^./, (c) => c.toUpperCase()) }} hangs {{ WAY_WORDS[hold.way] }}</h2>
    <ChoiceField
      wide
      label="Every one of these"
      :model-value="hold.way"
      :items="ways"
      @update:model-value="hang($event)"
    />
    <p class="soft">{{ nameOf(hold.recipe) }}, {{ massText(hold.mass, session.system) }}.</p>
    <p v-for="s in holdSentences(hold, session.system)" :key="s">{{ s }}</p>
    <ol v-if="rows.length > 0" class="points">
      <li v-for="(r, i) in rows" :key="i" data-fixing>
        <p class="where">
          <b>{{ r.along }}</b><b>{{ r.up }} {{ hold.overhead ? 'from the front' : 'up' }}</b>
        </p>
        <p class="soft">
          {{ r.what }}, {{ r.onPiece }}; {{ r.into }}{{ r.chain ? `; chain of ${r.chain}` : '' }}. Carries {{ r.load }}:
          look for {{ r.rated }} or more, {{ r.anchor }}.
        </p>
      </li>
    </ol>
  </section>
  <p v-else class="soft">Choose a piece in the drawing: here stands what holds it.</p>
  <template v-if="holds.notes.length > 0">
    <h2>To mind</h2>
    <p v-for="n in holds.notes" :key="noteSentence(n, session.system)" class="doubt" data-hold-note>
      {{ noteSentence(n, session.system) }}
    </p>
  </template>
  <h2>How it is reckoned</h2>
  <NumberField
    label="Rated over carried, on walls"
    kind="number"
    :digits="1"
    :step="0.5"
    :model-value="fixings.wallFactor"
    :min="LIMITS.safetyFactor[0]"
    :max="LIMITS.safetyFactor[1]"
    @update:model-value="set({ wallFactor: $event })"
  />
  <NumberField
    label="Rated over carried, overhead"
    kind="number"
    :digits="1"
    :step="0.5"
    :model-value="fixings.overheadFactor"
    :min="LIMITS.safetyFactor[0]"
    :max="LIMITS.safetyFactor[1]"
    @update:model-value="set({ overheadFactor: $event })"
  />
  <template v-if="chained">
    <NumberField
      label="Front edge of clouds lower by"
      :model-value="doc.project!.treatment.hanging.cloudFall"
      :min="LIMITS.cloudFall[0]"
      :max="LIMITS.cloudFall[1]"
      @update:model-value="setFall"
    />
    <NumberField
      label="A link of chain, inside"
      :model-value="fixings.link"
      :min="LIMITS.link[0]"
      :max="LIMITS.link[1]"
      @update:model-value="set({ link: $event })"
    />
    <NumberField
      label="Eye and hook together"
      :model-value="fixings.fittings"
      :min="LIMITS.fittings[0]"
      :max="LIMITS.fittings[1]"
      @update:model-value="set({ fittings: $event })"
    />
  </template>
  <p v-if="holds.overheadMass > 0" class="soft" data-overhead>
    {{ massText(holds.overheadMass, session.system) }} hang from the ceiling in all. Whether it may carry that, a
    builder can say. Of four chains two that lie across from each other may come to carry everything: they are reckoned
    so.
  </p>
</template>

<style scoped>
.points {
  margin: 6px 0 10px;
  padding: 0;
  list-style: none;
}
.points li {
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}
.points p {
  margin: 0;
}
.where {
  display: flex;
  justify-content: space-between;
  font-family: var(--figures);
  font-size: 13.5px;
}
.doubt {
  padding-left: 8px;
  border-left: 3px solid var(--tape-edge);
}
</style>
