<script setup lang="ts">
/** Surfaces: a material for each, patches of another on them, own entries. */
import { computed } from 'vue';
import { SPREAD } from '@tawny/core/materials/library';
import { surfacesOf } from '@tawny/core/document/schema/project';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { areaIn } from '@tawny/core/quantities/measures';
import { SOURCE_WORDS } from '@tawny/core/words/materials';
import MaterialField from '../../fields/MaterialField.vue';
import OwnMaterials from './OwnMaterials.vue';
import PatchesPart from './PatchesPart.vue';
import { useSurvey } from './useSurvey';

const { doc, project, setting, session, materials } = useSurvey();
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

    <PatchesPart />
    <OwnMaterials />
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
