<script setup lang="ts">
/** What found no place when it was laid out last, why, and what would give it one; marks that stay open. */
import type { LayOutResult, Unplaced, WayOut } from '@tawny/core/studies/hang/types';
import { offLevelSentence, OPEN_WORDS, unmirroredSentence, unplacedSentence, wayText } from '@tawny/core/words/hang';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useRecipeNames } from '../../desk/recipeNames';
import TapeTag from '../../parts/TapeTag.vue';
import { useSession } from '../../stores/session';

defineProps<{ last: LayOutResult | null; waiting: number }>();
const emit = defineEmits<{ wall: [unplaced: Unplaced, way: Extract<WayOut, { way: 'wall' }>] }>();
const session = useSession();
const { nameOf } = useRecipeNames();
</script>

<template>
  <template v-if="last">
    <h2>Without a place, as last laid out</h2>
    <p v-if="last.unplaced.length === 0" class="soft">Everything decided has its place.</p>
    <section v-for="(u, i) in last.unplaced" :key="i" class="left" data-unplaced>
      <p>{{ unplacedSentence(u, nameOf(u.recipe), session.system) }}</p>
      <ul v-if="u.ways.length > 0">
        <li v-for="(w, k) in u.ways" :key="k">
          {{ wayText(w, u.count, session.system) }}
          <v-btn v-if="w.way === 'wall'" size="x-small" variant="text" color="primary" @click="emit('wall', u, w)"
            >Do that</v-btn
          >
        </li>
      </ul>
    </section>
    <p v-for="o in last.offLevel" :key="o.face" data-off-level>
      {{ offLevelSentence(o.name, o.by, session.system) }}
    </p>
    <p v-for="u in last.unmirrored" :key="u.join()" data-unmirrored>{{ unmirroredSentence(u) }}</p>
    <h2>Marks without a piece</h2>
    <p v-if="last.open.length === 0" class="soft">Every mark that wants one has its piece.</p>
    <p v-for="o in last.open" :key="o.mark" class="row">
      <TapeTag :letter="o.letter" />
      <span>{{ surfaceWords(o.faceName) }}: {{ OPEN_WORDS[o.why] }}</span>
    </p>
  </template>
  <p v-else class="soft">
    {{
      waiting > 0
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
