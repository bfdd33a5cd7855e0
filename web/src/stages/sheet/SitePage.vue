<script setup lang="ts">
/** Site view, for a phone in the room: one mark at a time in large figures, done, found at, next. */
import { computed } from 'vue';
import { blockSvg } from '@tawny/core/report/markingDrawing';
import { LIMITS } from '@tawny/core/document/schema/project';
import { blockTitle, differenceText, sheetRow, siteSentence } from '@tawny/core/words/sheet';
import NumberField from '../../fields/NumberField.vue';
import SiteFrame from './SiteFrame.vue';
import { SITE_VIEWS, useOneByOne } from './site';
import SiteMeasure from './SiteMeasure.vue';
import { useSheet } from './useSheet';

const { doc, session, blocks, site, verdict } = useSheet();
const list = computed(() =>
  blocks.value.flatMap((b) => b.marks.map((mark) => ({ mark, block: b, surface: blockTitle(b) }))),
);
const isDone = ({ mark }: { mark: { id: string } }) => site.value[mark.id]?.done === true;
const { here, frame, finding, said } = useOneByOne(list, isDone, (entry) =>
  doc.run({ type: 'set-site', mark: entry.mark.id, site: { done: !isDone(entry) } }),
);
/** The surface with this one mark, largest size in mm; on the screen it takes the width there is. */
const picture = computed(() => {
  const entry = here.value;
  if (!entry) return '';
  const { svg } = blockSvg({ ...entry.block, marks: [entry.mark] }, [130, 60], 'sans-serif');
  return `data:image/svg+xml,${encodeURIComponent(svg)}`;
});
const row = computed(() => (here.value ? sheetRow(here.value.mark, session.system) : null));
const met = computed(() => (here.value ? (site.value[here.value.mark.id] ?? null) : null));
function found(change: { first?: number; second?: number }): void {
  const { mark } = here.value!;
  const before = met.value?.found ?? { first: mark.tape[0].metres, second: mark.tape[1].metres };
  doc.run({ type: 'set-site', mark: mark.id, site: { found: { ...before, ...change } } });
}
const forget = () => doc.run({ type: 'set-site', mark: here.value!.mark.id, site: { found: null } });
const differences = computed(() => {
  const f = met.value?.found;
  if (!f || !here.value) return null;
  const [a, b] = here.value.mark.tape;
  return [differenceText(f.first - a.metres, session.system), differenceText(f.second - b.metres, session.system)];
});
const sentence = computed(() => siteSentence(verdict.value, session.system));
</script>

<template>
  <SiteFrame
    v-bind="frame"
    do-it="Mark done"
    thing="mark"
    other="Found it at …"
    :views="SITE_VIEWS('/site')"
    :back="{ to: '/marks', word: 'To Marks' }"
    v-on="said"
  >
    <div v-if="here && row" :data-site-mark="here.mark.id">
      <h1>
        <span class="letter">{{ row.letter }}</span> {{ here.surface }}
      </h1>
      <SiteMeasure :text="row.first" :of="row.firstFrom" :note="`zone ${row.firstZone}`" />
      <SiteMeasure :text="row.second" :of="row.secondFrom" :note="`zone ${row.secondZone}`" />
      <img v-if="!finding" :src="picture" :alt="`${here.surface} with the mark`" />
      <p class="soft note">
        {{ row.later }}, {{ row.level }}<template v-if="row.note">; {{ row.note }}</template>
      </p>
      <p v-if="differences" class="difference" data-difference>
        Found {{ differences[0] }} {{ row.firstFrom }}, {{ differences[1] }} {{ row.secondFrom }}.
      </p>
      <section v-if="finding" class="found">
        <NumberField
          :label="`Found, ${row.firstFrom}`"
          :model-value="met?.found?.first ?? null"
          :min="LIMITS.coordinate[0]"
          :max="LIMITS.coordinate[1]"
          optional
          @update:model-value="found({ first: $event })"
          @clear="forget"
        />
        <NumberField
          :label="`Found, ${row.secondFrom}`"
          :model-value="met?.found?.second ?? null"
          :min="LIMITS.coordinate[0]"
          :max="LIMITS.coordinate[1]"
          optional
          @update:model-value="found({ second: $event })"
          @clear="forget"
        />
      </section>
      <p v-if="sentence" class="says" data-site-says>{{ sentence }}</p>
    </div>
    <template #none>
      No loudspeaker throws a first reflection to the head: there is nothing to mark. Check the seat.
    </template>
  </SiteFrame>
</template>

<style scoped src="./site.css"></style>
