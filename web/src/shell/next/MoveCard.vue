<script setup lang="ts">
/** One move: what to do, what every measure says then, what it takes; taken, tried, looked at or put aside. */
import { computed, ref } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Move } from '@tawny/core/questions/moves/types';
import type { MeasureId } from '@tawny/core/report/verdict';
import { effectText, isTold, moveNote, moveTitle, takesText, turnOf } from '@tawny/core/words/moves';

const props = defineProps<{
  move: Move;
  /** Of the room as it is: only then may it be taken. */
  fresh: boolean;
  currency: string;
  system: LengthSystem;
  nameOf: (id: MeasureId) => string;
}>();
const emit = defineEmits<{ take: []; attempt: []; aside: [why: string]; look: [] }>();
const refusing = ref(false);
const why = ref('');
const effects = computed(() => props.move.effects.filter(isTold));
const bare = computed(() => {
  const [from, to] = props.move.bare;
  return from === to ? '' : `${from} → ${to}`;
});
</script>

<template>
  <li class="card" :data-move="move.kind">
    <h3>{{ moveTitle(move, system) }}</h3>
    <p class="takes">{{ takesText(move, currency) }}</p>
    <p v-if="moveNote(move)" class="soft">{{ moveNote(move) }}</p>
    <dl v-if="effects.length > 0 || bare">
      <div v-for="e in effects" :key="e.measure" :class="turnOf(e)" :data-effect="e.measure">
        <dt>{{ nameOf(e.measure) }}</dt>
        <dd>{{ effectText(e, system) }}</dd>
        <dd class="turn">{{ turnOf(e) === 'neither' ? '' : turnOf(e) }}</dd>
      </div>
      <div v-if="bare" :class="move.bare[1] < move.bare[0] ? 'better' : 'worse'">
        <dt>Bare marks</dt>
        <dd>{{ bare }}</dd>
        <dd class="turn">{{ move.bare[1] < move.bare[0] ? 'better' : 'worse' }}</dd>
      </div>
    </dl>
    <form v-if="refusing" class="why" @submit.prevent="emit('aside', why.trim())">
      <label>Why not here? <input v-model="why" maxlength="400" data-why-not /></label>
      <v-btn size="small" variant="outlined" type="submit">Put aside</v-btn>
      <v-btn size="small" variant="text" @click="refusing = false">Keep</v-btn>
    </form>
    <div v-else class="acts">
      <template v-if="fresh && move.commands.length > 0">
        <v-btn size="small" variant="flat" color="primary" data-take @click="emit('take')">Take</v-btn>
        <v-btn size="small" variant="outlined" data-try @click="emit('attempt')">Try</v-btn>
      </template>
      <v-btn size="small" variant="text" @click="emit('look')">Look there</v-btn>
      <v-btn size="small" variant="text" @click="refusing = true">Not here</v-btn>
    </div>
  </li>
</template>

<style scoped>
.card {
  padding: 9px 0 8px;
  border-block-start: 1px solid var(--rule);
}
h3 {
  font-size: 13.5px;
  font-weight: 600;
}
p {
  margin: 2px 0;
}
.takes,
.soft {
  color: var(--ink-soft);
  font-size: 12.5px;
}
dl {
  margin: 4px 0;
}
dl div {
  display: grid;
  grid-template-columns: 132px 1fr 52px;
  gap: 8px;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  font-family: var(--figures);
  font-size: 12.5px;
}
.turn {
  font-family: inherit;
  font-weight: 600;
}
.better .turn {
  color: var(--teal);
}
.worse .turn {
  color: var(--brick);
}
.acts,
.why {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.why label {
  flex: 1 0 100%;
}
.why input {
  inline-size: 100%;
  padding: 5px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
@media (pointer: coarse) {
  .acts :deep(.v-btn),
  .why :deep(.v-btn) {
    min-block-size: 44px;
  }
}
</style>
