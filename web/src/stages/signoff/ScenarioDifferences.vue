<script setup lang="ts">
/** What each scenario makes otherwise, part by part: taken over, or settled where the room itself was changed since. */
import { ref } from 'vue';
import { DIFFERENCE_NAMES } from '@tawny/core/words/scenarios';
import { useScenarios } from './useScenarios';

const { differences, rename, remove, takeOver, settle } = useScenarios();
const editing = ref<{ id: string; name: string; why: string } | null>(null);
function keep(): void {
  const e = editing.value;
  if (e && e.name.trim() !== '') rename(e.id, e.name.trim(), e.why.trim());
  editing.value = null;
}
</script>

<template>
  <section v-for="{ scenario, parts } in differences" :key="scenario.id" class="one" :data-scenario="scenario.name">
    <form v-if="editing?.id === scenario.id" class="new" @submit.prevent="keep">
      <label>Name <input v-model="editing.name" maxlength="80" /></label>
      <label>What for <input v-model="editing.why" maxlength="400" /></label>
      <v-btn size="small" variant="flat" color="primary" type="submit">Keep</v-btn>
    </form>
    <header v-else>
      <h3>{{ scenario.name }}</h3>
      <span class="soft">{{ scenario.why }}</span>
      <button type="button" class="link" @click="editing = { id: scenario.id, name: scenario.name, why: scenario.why }">
        Rename
      </button>
      <button type="button" class="link" data-scenario-remove @click="remove(scenario.id)">Take away</button>
    </header>
    <p v-if="parts.length === 0" class="soft">
      Nothing yet. Open it and change what is to be tried: every stage edits the scenario that is open.
    </p>
    <div v-for="p in parts" :key="p.part" class="part" :data-difference="p.part">
      <div class="said">
        <b>{{ DIFFERENCE_NAMES[p.part] }}</b>
        <span v-for="(text, i) in p.sentences" :key="i">{{ text }}</span>
      </div>
      <v-btn size="small" variant="outlined" data-take-over @click="takeOver(scenario.id, p.edits)"
        >Take over into the room</v-btn
      >
      <p v-for="c in p.clashes" :key="`${c.edit} ${c.sentence}`" class="clash" data-clash>
        {{ c.sentence }}
        <button
          v-if="c.canStand"
          type="button"
          class="link"
          data-keep-edit
          @click="settle(scenario.id, [c.edit], true)"
        >
          Keep the scenario’s
        </button>
        <button type="button" class="link" data-drop-edit @click="settle(scenario.id, [c.edit], false)">
          Follow the room
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.soft {
  color: var(--ink-soft);
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: end;
  margin-block: 8px;
}
.new label {
  display: grid;
  gap: 2px;
  font-size: 12.5px;
}
input {
  padding: 4px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  min-inline-size: 15rem;
}
h3 {
  font-size: 14px;
}
.one {
  border-block-start: 1px solid var(--rule-strong);
  padding-block: 8px;
}
.one header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 16px;
  align-items: start;
  padding-block: 5px;
}
.said {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
}
.said b {
  flex: 0 0 190px;
}
.clash {
  grid-column: 1 / -1;
  margin: 0;
  color: var(--brick);
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
@media (max-width: 860px) {
  .part {
    grid-template-columns: 1fr;
  }
  .said b {
    flex-basis: 100%;
  }
}
@media (pointer: coarse) {
  .link {
    min-block-size: 40px;
  }
}
</style>
