<script setup lang="ts">
/** The owner's own materials: typed, or taken from a laboratory's table. */
import { computed, ref } from 'vue';
import type { SourceClass } from '@tawny/core/materials/library';
import type { OwnMaterial } from '@tawny/core/document/schema/project';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { SOURCE_WORDS } from '@tawny/core/words/materials';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { chosenTable } from '../../files/absorptionTables';
import { useSurvey } from './useSurvey';

const { doc, project, session, numbered } = useSurvey();
const own = computed(() => project.value.materials);
const picking = ref<string | null>(null);
const ownItems = computed(() => own.value.map((m) => ({ id: m.id, name: m.name, detail: SOURCE_WORDS[m.source] })));
function freshMaterialId(): string {
  let n = 1;
  while (own.value.some((m) => m.id === `own-${n}`)) n += 1;
  return `own-${n}`;
}
function addOwn(): void {
  const id = freshMaterialId();
  const material: OwnMaterial = {
    id,
    name: numbered(
      'Own material',
      own.value.map((m) => m.name),
    ),
    group: 'soft',
    source: 'estimate',
    alpha: OCTAVES.map(() => 0.1),
    per: 'area',
  };
  if (doc.run({ type: 'put-material', material })) picking.value = id;
}
const setOwn = (m: OwnMaterial, change: Partial<OwnMaterial>) =>
  doc.run({ type: 'put-material', material: { ...m, ...change } });
const SOURCES = (Object.keys(SOURCE_WORDS) as SourceClass[]).map((value) => ({ value, title: SOURCE_WORDS[value] }));
const file = ref<HTMLInputElement | null>(null);
async function take(event: Event): Promise<void> {
  const table = await chosenTable(event);
  if (!table) return;
  for (const entry of table.entries) {
    const id = freshMaterialId();
    doc.run(
      {
        type: 'put-material',
        material: { id, name: entry.name, group: 'soft', source: 'laboratory', alpha: entry.alpha, per: 'area' },
      },
      `table ${table.file}`,
    );
  }
  const notes = [...new Set(table.entries.flatMap((e) => e.filled))].map((f) => `${f} Hz taken from its neighbour`);
  const above = table.entries.filter((e) => e.aboveOne.length > 0).length;
  if (above > 0) notes.push(`${above} with values above 1, kept and capped where a formula needs it`);
  session.message = {
    text: `Took ${table.entries.length} ${table.entries.length === 1 ? 'material' : 'materials'} from ${table.file}${notes.length > 0 ? `: ${notes.join('; ')}` : ''}.`,
    tone: 'plain',
  };
}
</script>

<template>
  <div>
    <h2>Own materials</h2>
    <PickList
      :items="ownItems"
      :picked="picking"
      what="material"
      @pick="picking = $event"
      @remove="doc.run({ type: 'take-material', id: $event, instead: 'plaster-on-brick' })"
    >
      <template #default="{ id }">
        <template v-for="m in own.filter((o) => o.id === id)" :key="m.id">
          <TextRow
            label="Name"
            required
            :most="120"
            :model-value="m.name"
            @update:model-value="setOwn(m, { name: $event })"
          />
          <ChoiceField
            label="Values from"
            wide
            :model-value="m.source"
            :items="SOURCES"
            @update:model-value="setOwn(m, { source: $event })"
          />
          <NumberField
            v-for="(o, i) in OCTAVES"
            :key="o"
            :label="`${o} Hz`"
            kind="number"
            :digits="2"
            :step="0.01"
            :model-value="m.alpha[i]!"
            :min="0"
            :max="1.2"
            @update:model-value="setOwn(m, { alpha: m.alpha.map((a, k) => (k === i ? $event : a)) })"
          />
        </template>
      </template>
    </PickList>
    <div class="add">
      <button data-add="material" @click="addOwn">+ own material</button>
      <button @click="file?.click()">Import a table (CSV)</button>
      <input ref="file" type="file" accept=".csv,.txt,text/csv" hidden data-table-file @change="take" />
    </div>
  </div>
</template>

<style scoped src="./survey.css"></style>
