<script setup lang="ts">
/** What found no place when it was laid out, why, and what would give it one; marks that stay open. */
import { computed } from 'vue';
import { offLevelSentence, OPEN_WORDS, unmirroredSentence, unplacedSentence, wayText } from '@tawny/core/words/hang';
import { surfaceWords } from '@tawny/core/words/tapes';
import type { Unplaced, WayOut } from '@tawny/core/studies/hang/types';
import { useRecipeNames } from '../../desk/recipeNames';
import TapeTag from '../../parts/TapeTag.vue';
import { useHang } from './useHang';

const { doc, session, leftOver, decided, start } = useHang();
const { nameOf } = useRecipeNames();
const unplaced = computed(() => leftOver.value?.unplaced ?? []);
const open = computed(() => leftOver.value?.open ?? []);
/** Decided for another wall, and laid out there: two edits, each told by its own name. */
function toWall(u: Unplaced, way: Extract<WayOut, { way: 'wall' }>): void {
  const numbers = doc
    .project!.treatment.pieces.flatMap((p) =>
      p.place.kind === 'number' && p.recipe === u.recipe
        ? [{ recipe: p.recipe, on: p.place.on, count: p.place.count }]
        : [],
    )
    .map((n) => (n.on === u.on ? { ...n, count: Math.max(0, n.count - way.count) } : n));
  const moved = [...numbers, { recipe: u.recipe, on: way.face, count: way.count }].filter((n) => n.count > 0);
  if (doc.run({ type: 'set-numbers', of: u.recipe, numbers: moved, at: new Date().toISOString() })) start(true);
}
</script>

<template>
  <template v-if="leftOver">
    <h2>No place yet</h2>
    <p v-if="unplaced.length === 0" class="soft">Everything decided has its place.</p>
    <section v-for="(u, i) in unplaced" :key="i" class="left" data-unplaced>
      <p>{{ unplacedSentence(u, nameOf(u.recipe), session.system) }}</p>
      <ul v-if="u.ways.length > 0">
        <li v-for="(w, k) in u.ways" :key="k">
          {{ wayText(w, u.count, session.system) }}
          <v-btn v-if="w.way === 'wall'" size="x-small" variant="text" color="primary" @click="toWall(u, w)"
            >Do that</v-btn
          >
        </li>
      </ul>
    </section>
    <p v-for="o in leftOver.offLevel" :key="o.face" data-off-level>
      {{ offLevelSentence(o.name, o.by, session.system) }}
    </p>
    <p v-for="u in leftOver.unmirrored" :key="u.join()" data-unmirrored>{{ unmirroredSentence(u) }}</p>
    <h2>Marks without a piece</h2>
    <p v-if="open.length === 0" class="soft">Every mark that wants one has its piece.</p>
    <p v-for="o in open" :key="o.mark" class="row">
      <TapeTag :letter="o.letter" />
      <span>{{ surfaceWords(o.faceName) }}: {{ OPEN_WORDS[o.why] }}</span>
    </p>
  </template>
  <p v-else class="soft">
    {{
      decided > 0
        ? 'Lay out what is decided; what finds no place is told here, with the ways out that were tried.'
        : 'Nothing is decided by number: everything has its place, or nothing is decided at all.'
    }}
  </p>
</template>

<style scoped>
.left {
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
ul {
  margin: 4px 0 0;
  padding-left: 16px;
}
.row {
  gap: 8px;
}
</style>
