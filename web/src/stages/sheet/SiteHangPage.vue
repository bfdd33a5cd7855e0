<script setup lang="ts">
/** Site view of hanging: one piece at a time in hanging order, its edges and fixings large, up, hung at, next. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { formatLength } from '@tawny/core/quantities/lengths';
import { hangingBlocks, hangingSvg } from '@tawny/core/report/hangingDrawing';
import { hungAt } from '@tawny/core/studies/hang/edit';
import { type HungPiece, middleOf } from '@tawny/core/studies/hang/study';
import { fixingRow, holdSentences, WAY_WORDS } from '@tawny/core/words/fixings';
import { hangingRow, lineWords } from '@tawny/core/words/hang';
import { blockTitle } from '@tawny/core/words/sheet';
import { stamp } from '../../desk/pieces';
import { useRecipeNames } from '../../desk/recipeNames';
import PhotoRow from '../../desk/photos/PhotoRow.vue';
import { useHolds } from '../../desk/useHolds';
import { useOff } from '../../desk/useOff';
import NumberField from '../../fields/NumberField.vue';
import TextRow from '../../fields/TextRow.vue';
import { SITE_VIEWS, useOneByOne } from './site';
import SiteFrame from './SiteFrame.vue';
import SiteMeasure from './SiteMeasure.vue';
import { FONT, useSheet } from './useSheet';

const { doc, answers, session, setting } = useSheet();
const { nameOf } = useRecipeNames();
const holds = useHolds();
const off = useOff();
const hang = computed(() => answers.glance!.hang.result);
const list = computed(() => [...hang.value.pieces].sort((a, b) => a.order - b.order));
const isUp = ({ state }: HungPiece) => state === 'hung';
const { here, frame, finding, said } = useOneByOne(list, isUp, (p) =>
  doc.run({ type: 'set-piece-state', ids: [p.id], state: isUp(p) ? 'laid-out' : 'hung', at: stamp() }),
);
const own = computed(() => doc.project!.treatment.pieces.find((p) => p.id === here.value?.id) ?? null);
const face = computed(() => setting.value.faces.find((f) => f.id === here.value!.face)!);
const upright = computed(() => face.value.foot !== null);
const hold = computed(() => holds.value.pieces.find((h) => h.piece === here.value!.id)!);
const row = computed(() => hangingRow(here.value!, session.system));
const points = computed(() => hold.value.fixings.map((f) => fixingRow(f, hold.value.overhead, session.system)));
const title = computed(() => blockTitle({ id: face.value.id, name: face.value.name, kind: face.value.kind }));
/** Its face with this one piece. */
const picture = computed(() => {
  const { id } = here.value!;
  const block = hangingBlocks(setting.value, hang.value, holds.value).find((b) => b.face === face.value)!;
  const alone = {
    ...block,
    pieces: block.pieces.filter((p) => p.id === id),
    holds: block.holds.filter((h) => h.hold.piece === id),
    legs: block.legs.filter((k) => k.id === id),
  };
  const figure = (m: number) => formatLength(m, session.system).value;
  const { svg } = hangingSvg(setting.value, alone, hang.value.level.height, [130, 60], FONT, figure);
  return `data:image/svg+xml,${encodeURIComponent(svg)}`;
});
function hungThere(change: { left?: number; low?: number }): void {
  const { id, left, low } = { ...here.value!, ...change };
  doc.run({ type: 'put-pieces', pieces: [hungAt(setting.value, id, left, low, stamp())] });
}
const middle = computed(() => middleOf(setting.value, face.value));
const write = (note: string) => doc.run({ type: 'put-pieces', pieces: [{ ...own.value!, note }] });
</script>

<template>
  <SiteFrame
    v-bind="frame"
    do-it="It is up"
    thing="piece"
    other="Hung it at …"
    :views="SITE_VIEWS('/site-hang')"
    :back="{ to: '/hang', word: 'To Hang' }"
    v-on="said"
  >
    <div v-if="here && own" :data-site-piece="here.id">
      <h1>
        <span class="label">{{ here.short }}</span> {{ title }}
      </h1>
      <p class="soft note">{{ nameOf(here.recipe) }}, {{ WAY_WORDS[hold.way] }}</p>
      <SiteMeasure :text="row.left" :of="`left edge, from the ${lineWords(upright)}`" />
      <SiteMeasure
        :text="row.low"
        :of="upright ? 'lower edge, up from the floor' : 'front edge, from the wall faced'"
      />
      <section v-if="finding" class="found">
        <NumberField
          label="Left edge, right of the middle"
          :model-value="here.fromMiddle.left"
          :min="LIMITS.coordinate[0]"
          :max="LIMITS.coordinate[1]"
          @update:model-value="hungThere({ left: $event + middle })"
        />
        <NumberField
          :label="upright ? 'Lower edge, up from floor' : 'Front edge, from wall faced'"
          :model-value="here.low"
          :min="LIMITS.coordinate[0]"
          :max="LIMITS.coordinate[1]"
          @update:model-value="hungThere({ low: $event })"
        />
        <TextRow label="Met on site" :most="400" :lines="2" :model-value="own.note" @update:model-value="write" />
      </section>
      <img v-else :src="picture" :alt="`${title} with this piece`" />
      <p v-if="off(here)" class="difference" role="status" data-off>{{ off(here) }}</p>
      <p v-if="own.note && !finding" class="says">{{ own.note }}</p>
      <PhotoRow :about="here.id" :name="here.label" />
      <section v-for="(p, i) in points" :key="i" class="measure point" data-site-fixing>
        <p class="both">
          <b>{{ p.along }}</b><b>{{ p.up }} {{ upright ? 'up' : 'from the front' }}</b>
        </p>
        <p class="soft">
          {{ p.what }}, {{ p.into }}: {{ p.anchor }}, {{ p.rated }} or more{{ p.chain ? `; chain of ${p.chain}` : '' }}
        </p>
      </section>
      <p v-for="s in holdSentences(hold, session.system)" :key="s" class="soft note">{{ s }}</p>
      <p class="soft note">
        {{
          hold.overhead
            ? 'Two people, a firm ladder; the safety line before the weight is let go.'
            : 'Look for cables and pipes before drilling.'
        }}
      </p>
    </div>
    <template #none>Nothing has a place yet: lay out what is decided, in Hang.</template>
  </SiteFrame>
</template>

<style scoped src="./site.css"></style>
<style scoped>
.label {
  border: 2px solid var(--teal);
  border-radius: 4px;
  color: var(--teal);
  font-size: 26px;
  font-weight: 700;
  min-width: 52px;
  padding: 4px 10px;
  text-align: center;
}
.both {
  display: flex;
  justify-content: space-between;
  font-family: var(--figures);
}
.measure .both {
  font-size: 19px;
}
</style>
