<script setup lang="ts">
/** Surfaces: a material for each, patches of another on them, own entries and tables from a laboratory. */
import { computed, ref } from 'vue';
import { SPREAD, type SourceClass } from '@tawny/core/materials/library';
import { type OwnMaterial, LIMITS, type Patch, surfacesOf } from '@tawny/core/document/schema/project';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaIn } from '@tawny/core/quantities/measures';
import { SOURCE_WORDS } from '@tawny/core/words/materials';
import ChoiceField from '../../fields/ChoiceField.vue';
import MaterialField from '../../fields/MaterialField.vue';
import FacePlaceFields from '../../desk/FacePlaceFields.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import TextRow from '../../fields/TextRow.vue';
import { useSurvey } from './useSurvey';

const { doc, project, setting, session, materials, pickedId, freshId, put, takeAway, numbered } = useSurvey();
const room = computed(() => project.value.room);

/** Every surface with a material of its own, in the order of the walls. */
const surfaces = computed(() =>
  surfacesOf(room.value).map((id) => {
    const face = setting.value.faces.find((f) => f.surface === id);
    const strip = [...room.value.beams, ...room.value.platforms, ...room.value.partitions].find((s) => s.id === id);
    const name = strip?.name ?? (face?.kind === 'wall' ? `${id}, ${face.name}` : id);
    return { id, name, material: room.value.surfaces[id]!.material };
  }),
);
const chosen = computed(() => {
  const picked = session.selection;
  const patch = room.value.patches.find((t) => t.id === picked?.id);
  const surface = surfaces.value.find((s) => s.id === picked?.id) ?? surfaces.value[0]!;
  return materials.value.find((m) => m.id === (patch?.material ?? surface.material))!;
});

const patches = computed(() => room.value.patches);
const faces = computed(() =>
  setting.value.faces
    .filter((f) => f.kind !== 'riser')
    .map((f) => ({ value: f.id, title: f.kind === 'wall' ? `${f.id}, ${f.name}` : f.name })),
);
const items = computed(() =>
  patches.value.map((t) => ({
    id: t.id,
    name: t.name,
    detail: `${lengthText(t.width, session.system)} × ${lengthText(t.height, session.system)} on ${faces.value.find((f) => f.value === t.face)?.title ?? t.face}`,
  })),
);
const isWall = (face: string) => room.value.corners.some((c) => c.wall === face);
function add(): void {
  const picked = session.selection?.kind === 'face' ? session.selection.id : null;
  const face = faces.value.find((f) => f.value === picked)?.value ?? faces.value[0]!.value;
  const id = freshId('patch');
  const thing: Patch = {
    id,
    name: numbered(
      'Patch',
      patches.value.map((t) => t.name),
    ),
    face,
    u: isWall(face) ? 0.5 : room.value.corners[0]!.x + 0.5,
    v: isWall(face) ? 0.5 : room.value.corners[0]!.y + 0.5,
    width: 1,
    height: 1,
    material: 'timber-solid',
  };
  if (put({ list: 'patches', thing })) session.selection = { kind: 'patch', id };
}
const set = (t: Patch, change: Partial<Patch>) => put({ list: 'patches', thing: { ...t, ...change } });

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
  const input = event.target as HTMLInputElement;
  const table = input.files?.[0];
  input.value = '';
  if (!table) return;
  const { readAbsorptionTable } = await import('@tawny/core/formats/absorptionTable');
  const read = readAbsorptionTable(await table.text(), table.name.replace(/\.\w+$/, ''));
  if (!read.ok) {
    session.refusal = { file: table.name, problems: read.problems };
    return;
  }
  for (const entry of read.entries) {
    const id = freshMaterialId();
    doc.run(
      {
        type: 'put-material',
        material: { id, name: entry.name, group: 'soft', source: 'laboratory', alpha: entry.alpha, per: 'area' },
      },
      `table ${table.name}`,
    );
  }
  const notes = [...new Set(read.entries.flatMap((e) => e.filled))].map((f) => `${f} Hz taken from its neighbour`);
  const above = read.entries.filter((e) => e.aboveOne.length > 0).length;
  if (above > 0) notes.push(`${above} with values above 1, kept and capped where a formula needs it`);
  session.message = {
    text: `Took ${read.entries.length} ${read.entries.length === 1 ? 'material' : 'materials'} from ${table.name}${notes.length > 0 ? `: ${notes.join('; ')}` : ''}.`,
    tone: 'plain',
  };
}
</script>

<template>
  <div>
    <h2>Surfaces</h2>
    <div
      v-for="s in surfaces"
      :key="s.id"
      class="surface"
      :class="{ here: session.selection?.id === s.id }"
      :data-surface="s.id"
      @focusin="session.selection = { kind: 'face', id: s.id }"
    >
      <MaterialField
        :label="s.name"
        :materials="materials"
        :model-value="s.material"
        @update:model-value="$event && doc.run({ type: 'set-material', surface: s.id, material: $event })"
      />
    </div>
    <table class="list alpha">
      <caption>
        {{
          chosen.name
        }}:
        {{
          SOURCE_WORDS[chosen.source]
        }}, worth ±
        {{
          fixed(SPREAD[chosen.source] * 100, 0)
        }}
        %{{
          chosen.per === 'piece' ? `, ${areaIn(0, session.system).unit} a piece` : ''
        }}
      </caption>
      <thead>
        <tr>
          <th v-for="o in OCTAVES" :key="o" class="figure">{{ o >= 1000 ? `${o / 1000}k` : o }}</th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <td v-for="(a, i) in chosen.alpha" :key="i" class="figure">
            {{ fixed(chosen.per === 'piece' ? areaIn(a, session.system).value : a, 2) }}
          </td>
        </tr>
      </tbody>
    </table>

    <h2>Patches of another material</h2>
    <PickList
      :items="items"
      :picked="pickedId"
      what=""
      @pick="session.selection = $event ? { kind: 'patch', id: $event } : null"
      @remove="takeAway('patches', $event)"
    >
      <template #default="{ id }">
        <template v-for="t in patches.filter((p) => p.id === id)" :key="t.id">
          <TextRow
            label="Name"
            required
            :most="80"
            :model-value="t.name"
            @update:model-value="set(t, { name: $event })"
          />
          <ChoiceField
            label="On"
            wide
            :model-value="t.face"
            :items="faces"
            @update:model-value="set(t, { face: $event })"
          />
          <FacePlaceFields
            :setting="setting"
            :piece="t"
            :on-wall="isWall(t.face)"
            :sides="LIMITS.piece"
            @change="set(t, $event)"
          />
          <MaterialField
            label="Material"
            :materials="materials"
            :model-value="t.material"
            @update:model-value="$event && set(t, { material: $event })"
          />
        </template>
      </template>
    </PickList>
    <div class="add"><button data-add="patch" @click="add">+ patch</button></div>

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
    <p class="soft caution">
      Old boards and paint may hold asbestos or lead. Before drilling or stripping anything of unknown age, stop and
      have it tested.
    </p>
  </div>
</template>

<style scoped src="./survey.css"></style>
<style scoped>
.surface.here :deep(.label) {
  color: var(--tawny);
  font-weight: 600;
}
.surface :deep(.label)::first-letter {
  text-transform: uppercase;
}
.alpha {
  margin-top: 10px;
  table-layout: fixed;
}
.alpha caption {
  text-align: left;
  padding-bottom: 2px;
}
.alpha th.figure,
.alpha td.figure {
  padding: 3px 0;
  font-size: 11.5px;
}
</style>
