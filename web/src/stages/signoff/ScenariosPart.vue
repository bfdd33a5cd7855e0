<script setup lang="ts">
/** Alternatives of the room side by side: what each says in every measure, how each is drawn, what each makes otherwise; parts taken over. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { svgSource } from '../../parts/svgSource';
import ScenarioDifferences from './ScenarioDifferences.vue';
import ScenarioTable from './ScenarioTable.vue';
import { useScenarios } from './useScenarios';

const s = useScenarios();
const { doc, list, current, waves, line, sheets, titles, drawn } = s;
const name = ref('');
const why = ref('');
const nameless = ref(false);
function make(): void {
  nameless.value = name.value.trim() === '';
  if (nameless.value) return;
  s.make(name.value.trim().slice(0, 80), why.value.trim().slice(0, 400));
  [name.value, why.value] = ['', ''];
}
const openName = computed(() => list.value.find((x) => x.id === current.value)?.name ?? 'the room itself');
</script>

<template>
  <p class="soft">
    A scenario is this room with something else tried: another wall, deeper panels, the wardrobe open. It keeps its own
    edits only; what is changed in the room itself carries through to all. Notes, measurements and wishes are shared.
  </p>
  <form class="new" @submit.prevent="make">
    <label>New scenario, beginning as {{ openName }} <input v-model="name" maxlength="80" data-scenario-name /></label>
    <label>What for <input v-model="why" maxlength="400" data-scenario-why /></label>
    <v-btn size="small" variant="flat" color="primary" type="submit" data-scenario-make>Make and open it</v-btn>
    <span v-if="nameless" class="bad" role="alert">Give it a name first.</span>
  </form>
  <template v-if="list.length > 0">
    <p v-if="line.state.value.status === 'running'" role="status" data-compared-busy>
      Working out every scenario, {{ fixed(100 * line.state.value.part, 0) }} % …
    </p>
    <p v-else-if="line.state.value.status === 'failed'" class="bad" role="alert">
      {{ line.state.value.message }} <button type="button" class="link" @click="line.again()">Try again</button>
    </p>
    <ScenarioTable />
    <label class="waves"
      ><input v-model="waves" type="checkbox" data-compared-waves /> Also the bass by the waves of each room: some
      seconds for every one</label
    >

    <h2>Drawn</h2>
    <label class="which"
      >Drawing
      <select v-model="drawn" data-drawing-choice>
        <option v-for="t in titles" :key="t" :value="t">{{ t }}</option>
      </select></label
    >
    <div class="drawings">
      <figure v-for="v in sheets" :key="v.id ?? ''" :data-drawn="v.name">
        <figcaption>{{ v.name }}</figcaption>
        <template v-for="sheet in v.sheets.filter((x) => x.title === drawn)" :key="sheet.title">
          <img v-for="(d, i) in sheet.drawings" :key="i" :src="svgSource(d.svg)" :alt="`${v.name}: ${sheet.told}`" />
          <span class="soft">1 : {{ sheet.scale }}</span>
        </template>
        <p v-if="!v.sheets.some((x) => x.title === drawn)" class="soft">There is no such surface here.</p>
      </figure>
    </div>

    <h2>What each makes otherwise</h2>
    <ScenarioDifferences />
  </template>
  <p v-if="doc.refused" class="bad" role="alert">{{ doc.refused.sentence }}</p>
</template>

<style scoped>
.soft {
  color: var(--ink-soft);
}
.bad {
  color: var(--brick);
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
input:not([type='checkbox']),
select {
  padding: 4px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  min-inline-size: 15rem;
}
.waves {
  display: block;
  margin-block: 8px 4px;
}
h2 {
  font-size: 15px;
  margin-block: 16px 4px;
}
.drawings {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  margin-block-start: 8px;
}
figure {
  margin: 0;
}
figcaption {
  font-weight: 600;
}
figure img {
  display: block;
  max-inline-size: min(340px, 86vw);
  background: #fff;
  border: 1px solid var(--rule);
}
.link {
  color: var(--tawny);
  text-decoration: underline;
}
</style>
