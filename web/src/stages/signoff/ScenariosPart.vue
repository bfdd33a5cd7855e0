<script setup lang="ts">
/** Alternatives of the room side by side: what each says in every measure, how each is drawn, what each makes otherwise; parts taken over. */
import { computed, ref } from 'vue';
import { fixed, signed } from '@tawny/core/quantities/format';
import { formatLength } from '@tawny/core/quantities/lengths';
import type { Measure, MeasureId } from '@tawny/core/report/verdict';
import { MEASURE_NAMES } from '@tawny/core/words/measures';
import { DIFFERENCE_NAMES } from '@tawny/core/words/scenarios';
import { svgSource } from '../../parts/svgSource';
import { useScenarios } from './useScenarios';

const s = useScenarios();
const { doc, session, list, current, versions, waves, line, compared, found, differences, sheets, titles, drawn } = s;
const name = ref('');
const why = ref('');
function make(): void {
  if (name.value.trim() === '') return;
  s.make(name.value.trim().slice(0, 80), why.value.trim().slice(0, 400));
  [name.value, why.value] = ['', ''];
}
const openName = computed(() => list.value.find((x) => x.id === current.value)?.name ?? 'the room itself');
const currency = computed(() => doc.project!.brief.budget?.currency ?? '€');

function figure({ value, unit, digits }: Measure): string {
  if (value === null) return '–';
  if (unit !== 'cm') return `${fixed(value, digits)} ${unit}`;
  const l = formatLength(value / 100, session.system);
  return `${l.value} ${l.unit}`;
}
const ids = computed(() => [...new Set(compared.value.flatMap((c) => c.measures.map((m) => m.id)))]);
const measureOf = (id: string | null, m: MeasureId) => found(id)?.measures.find((x) => x.id === m) ?? null;
const turn = (id: string | null, m: MeasureId) => {
  const gain = found(id)?.gains[m] ?? 0;
  return gain > 0.05 ? 'better' : gain < -0.05 ? 'worse' : '';
};
const TAKES = [
  { id: 'bare', name: 'Bare marks', text: (v: number) => fixed(v, 0) },
  { id: 'pieces', name: 'Pieces', text: (v: number) => fixed(v, 0) },
  { id: 'cost', name: 'Costs', text: (v: number) => `${fixed(v, 0)} ${currency.value}` },
  { id: 'hours', name: 'Hours of work', text: (v: number) => `${fixed(v, 0)} h` },
  { id: 'doubts', name: 'Rules not kept', text: (v: number) => fixed(v, 0) },
] as const;
const besides = (id: string | null, key: (typeof TAKES)[number]['id']) => {
  const [is, was] = [found(id)?.[key], found(null)?.[key]];
  if (is === undefined || was === undefined) return '';
  const by = Math.round(is - was);
  return id === null || by === 0 ? '' : signed(by, 0);
};

const editing = ref<{ id: string; name: string; why: string } | null>(null);
function keep(): void {
  const e = editing.value;
  if (e && e.name.trim() !== '') s.rename(e.id, e.name.trim(), e.why.trim());
  editing.value = null;
}
</script>

<template>
  <p class="soft">
    A scenario is this room with something else tried: another wall, deeper panels, the wardrobe open. It keeps its own
    edits only; what is changed in the room itself carries through to all. Notes, measurements and wishes are shared.
  </p>
  <form class="new" @submit.prevent="make">
    <label>New scenario, beginning as {{ openName }} <input v-model="name" maxlength="80" data-scenario-name /></label>
    <label>What for <input v-model="why" maxlength="400" data-scenario-why /></label>
    <v-btn size="small" variant="flat" color="primary" type="submit" :disabled="name.trim() === ''" data-scenario-make
      >Make and open it</v-btn
    >
  </form>
  <template v-if="list.length > 0">
    <p v-if="line.state.value.status === 'running'" role="status" data-compared-busy>
      Working out every scenario, {{ fixed(100 * line.state.value.part, 0) }} % …
    </p>
    <p v-else-if="line.state.value.status === 'failed'" class="bad" role="alert">
      {{ line.state.value.message }} <button type="button" class="link" @click="line.again()">Try again</button>
    </p>
    <div class="wide" tabindex="0" role="region" aria-label="Side by side">
      <table aria-label="Scenarios side by side" :class="{ old: !line.current.value }" :data-fresh="line.current.value">
        <thead>
          <tr>
            <th scope="col">Measure</th>
            <th v-for="v in versions" :key="v.id ?? ''" scope="col" :data-version-head="v.id ?? 'room'">
              <button
                type="button"
                class="head"
                :aria-pressed="v.id === current"
                :title="v.id === current ? 'open now' : 'open it'"
                :data-scenario-open="v.name"
                @click="s.open(v.id)"
              >
                {{ v.name }}
              </button>
              <span class="soft">{{ v.id === current ? 'open' : '' }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in ids" :key="m" :data-row="m">
            <th scope="row">{{ MEASURE_NAMES[m] }}</th>
            <td v-for="v in versions" :key="v.id ?? ''" :class="turn(v.id, m)">
              <template v-if="measureOf(v.id, m)">
                {{ figure(measureOf(v.id, m)!) }} <small v-if="turn(v.id, m)">{{ turn(v.id, m) }}</small>
              </template>
            </td>
          </tr>
          <tr v-for="t in TAKES" :key="t.id" :data-row="t.id">
            <th scope="row">{{ t.name }}</th>
            <td v-for="v in versions" :key="v.id ?? ''">
              <template v-if="found(v.id)">{{ t.text(found(v.id)![t.id]) }}</template>
              <small v-if="besides(v.id, t.id)">{{ besides(v.id, t.id) }}</small>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
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
    <section v-for="{ scenario, parts } in differences" :key="scenario.id" class="one" :data-scenario="scenario.name">
      <form v-if="editing?.id === scenario.id" class="new" @submit.prevent="keep">
        <label>Name <input v-model="editing.name" maxlength="80" /></label>
        <label>What for <input v-model="editing.why" maxlength="400" /></label>
        <v-btn size="small" variant="flat" color="primary" type="submit">Keep</v-btn>
      </form>
      <header v-else>
        <h3>{{ scenario.name }}</h3>
        <span class="soft">{{ scenario.why }}</span>
        <button
          type="button"
          class="link"
          @click="editing = { id: scenario.id, name: scenario.name, why: scenario.why }"
        >
          Rename
        </button>
        <button type="button" class="link" data-scenario-remove @click="s.remove(scenario.id)">Take away</button>
      </header>
      <p v-if="parts.length === 0" class="soft">
        Nothing yet. Open it and change what is to be tried: every stage edits the scenario that is open.
      </p>
      <div v-for="p in parts" :key="p.part" class="part" :data-difference="p.part">
        <div class="said">
          <b>{{ DIFFERENCE_NAMES[p.part] }}</b>
          <span v-for="(text, i) in p.sentences" :key="i">{{ text }}</span>
        </div>
        <v-btn size="small" variant="outlined" data-take-over @click="s.takeOver(scenario.id, p.edits)"
          >Take over into the room</v-btn
        >
        <p v-for="c in p.clashes" :key="`${c.edit} ${c.sentence}`" class="clash" data-clash>
          {{ c.sentence }}
          <button
            v-if="c.stands"
            type="button"
            class="link"
            data-keep-edit
            @click="s.settle(scenario.id, [c.edit], true)"
          >
            Keep the scenario’s
          </button>
          <button type="button" class="link" data-drop-edit @click="s.settle(scenario.id, [c.edit], false)">
            Follow the room
          </button>
        </p>
      </div>
    </section>
  </template>
  <p v-if="doc.refused" class="bad" role="alert">{{ doc.refused.sentence }}</p>
</template>

<style scoped>
.soft,
small {
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
.wide {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 4px 18px 4px 0;
  border-block-end: 1px solid var(--rule);
  text-align: start;
  vertical-align: baseline;
}
tbody th {
  font-weight: 400;
  color: var(--ink-soft);
}
td {
  font-family: var(--figures);
  white-space: nowrap;
}
td small {
  font-family: inherit;
  margin-inline-start: 6px;
}
.better small {
  color: var(--teal);
  font-weight: 600;
}
.worse small {
  color: var(--brick);
  font-weight: 600;
}
.old {
  opacity: 0.6;
}
.head {
  font-weight: 600;
  text-align: start;
  max-inline-size: 16rem;
  overflow-wrap: anywhere;
  border-block-end: 2px solid transparent;
}
.head[aria-pressed='true'] {
  border-color: var(--tawny);
  color: var(--tawny);
}
.head + .soft {
  margin-inline-start: 6px;
  font-weight: 400;
}
.waves {
  display: block;
  margin-block: 8px 4px;
}
h2 {
  font-size: 15px;
  margin-block: 16px 4px;
}
h3 {
  font-size: 14px;
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
  .link,
  .head {
    min-block-size: 40px;
  }
}
</style>
