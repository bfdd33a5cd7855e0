<script setup lang="ts">
/** What to do about the chosen mark: hang, send elsewhere, spread, or the ways out where nothing can hang. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { coverOf } from '@tawny/core/document/recipes';
import { fillDepth, gapOf } from '@tawny/core/recipes/curve';
import { lengthText } from '@tawny/core/quantities/lengths';
import { surfaceWords } from '@tawny/core/words/tapes';
import type { Redirect } from '@tawny/core/studies/marks/redirect';
import { useWays } from './useWays';

const { cover, redirects, spread, session, twin, hang, hangBoard, standBefore, drawCurtain, setting, selected } =
  useWays();
const emit = defineEmits<{ route: [redirect: Redirect | null] }>();
const length = (m: number) => lengthText(m, session.system);
const proposal = computed(() => cover.value?.proposal ?? null);
const many = computed(() => proposal.value?.panels.length ?? 0);
const made = computed(() => coverOf(setting.value.project));
const sizeWords = computed(() => {
  const s = proposal.value!.size;
  return `${many.value === 1 ? '' : `${many.value} of `}${length(s.width)} × ${length(s.height)}`;
});
const others = computed(() => (proposal.value?.covers.length ?? 1) - 1);
const SENSE: Record<Redirect['about'], [string, string]> = {
  turn: ['turned', 'about an upright axis'],
  tilt: ['tilted', 'about a level axis'],
};
const open = ref(false);
const nextWords = (r: Redirect): string => {
  const next = r.next ? `Goes on to ${surfaceWords(r.next.name)}.` : 'It leaves the room.';
  if (r.arrivals.length === 0)
    return `${next} No loudspeaker’s sound comes off it to the head, straight or over one more surface.`;
  const told = r.arrivals
    .slice(0, 3)
    .map(
      (a) =>
        `${a.letter} ${fixed(a.levelDb, 1)} dB after ${fixed(a.delay * 1000, 1)} ms${a.over ? ` over ${surfaceWords(a.over)}` : ''}`,
    );
  const more = r.arrivals.length - told.length;
  return `${next} But it sends to the head: ${told.join('; ')}${more > 0 ? `; ${more} more` : ''}.`;
};
const curtained = computed(() => cover.value?.conflicts.find((c) => c.kind === 'window' || c.kind === 'door') ?? null);
</script>

<template>
  <section v-if="cover" class="ways" data-ways>
    <p v-if="cover.conflicts.length > 0" class="conflict">
      In the zone: {{ cover.conflicts.map((c) => c.name).join(', ') }}.
    </p>
    <template v-if="proposal">
      <p>
        {{ made.name }}, {{ sizeWords }}: {{ length(fillDepth(made)) }} deep, {{ length(gapOf(made)) }} off the surface,
        covers the zone
        <template v-if="others > 0">and {{ others }} more</template>
        <template v-if="proposal.levelDb !== null">and leaves {{ fixed(proposal.levelDb, 1) }} dB</template>.
        <template v-if="proposal.middleAtEars === true">Its middle is at ear height.</template>
        <template v-else-if="proposal.middleAtEars === false">Its middle cannot be at ear height here.</template>
      </p>
      <div class="actions-row">
        <v-btn size="small" variant="flat" color="primary" data-hang @click="hang('cover')">
          Hang {{ many === 1 ? 'it' : `${many} panels` }}{{ session.mirror && twin ? ', both sides' : '' }}
        </v-btn>
        <v-btn size="small" variant="outlined" :aria-expanded="open" @click="open = !open">Other ways</v-btn>
      </div>
    </template>
    <template v-else>
      <p>
        No panel of the stock finds a place over this zone.
        <template v-if="cover.inTheWay.length > 0"
          >{{ cover.inTheWay.map((p) => p.name).join(', ') }} hangs beside it: move it, or take it down and hang a wider
          one.</template
        >
      </p>
    </template>
    <div v-if="open || !proposal" class="others">
      <v-checkbox v-model="session.mirror" label="Both sides alike" />
      <div class="way">
        <span>A panel on feet before it</span>
        <v-btn v-if="selected?.kind === 'wall'" size="small" variant="outlined" data-stand @click="standBefore"
          >Stand one there</v-btn
        >
      </div>
      <div v-if="curtained" class="way">
        <span>A heavy curtain over {{ curtained.name }}</span>
        <v-btn size="small" variant="outlined" @click="drawCurtain(curtained.id)">Draw one</v-btn>
      </div>
      <div v-if="spread" class="way">
        <span
          >Spread it: a diffuser. Made for {{ fixed(cover.scatter.hz, 0) }} Hz and up it wants
          {{ length(cover.scatter.least) }} to the ears; there are {{ length(cover.scatter.there) }}.
          <strong v-if="!cover.scatter.far">Too near.</strong></span
        >
        <v-btn size="small" variant="outlined" data-scatter @click="hang('spread')">Hang a diffuser</v-btn>
      </div>
      <div
        v-for="r in redirects"
        :key="`${r.about}${r.deg}`"
        class="way"
        data-redirect
        @pointerenter="emit('route', r)"
        @pointerleave="emit('route', null)"
      >
        <span
          >Send it elsewhere: a board {{ SENSE[r.about][0] }} {{ fixed(Math.abs(r.deg), 1) }}° {{ SENSE[r.about][1] }},
          {{ length(r.standoff) }} off. {{ nextWords(r) }}</span
        >
        <v-btn size="small" variant="outlined" @focus="emit('route', r)" @click="hangBoard(r)">{{
          session.mirror && twin ? 'Hang two boards' : 'Hang a board'
        }}</v-btn>
      </div>
      <p v-if="redirects.length === 0" class="soft">No board turned up to 45° keeps the whole head range clear.</p>
      <p v-if="cover.conflicts.length > 0" class="soft">
        Or move the loudspeaker: nearer to the ears the zone slides forward along a side wall, further away back.
      </p>
      <p class="soft caution">
        Overhead and heavy pieces: fix into structure, by the fixing’s rating, with a safety line. Keep clear of
        heaters, lamps, detectors and ways out.
      </p>
    </div>
  </section>
</template>

<style scoped>
.ways p {
  margin: 4px 0;
}
.conflict {
  color: var(--brick);
}
.way {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--rule);
}
.caution {
  font-size: 12px;
}
</style>
