<script setup lang="ts">
/** Survey: what is the room? */
import { computed } from 'vue';
import { boxOf } from '@tawny/core/geometry/solid';
import { MATERIALS, SPREAD } from '@tawny/core/materials/library';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { LIMITS } from '@tawny/core/project/schema';
import { fixed } from '@tawny/core/quantities/format';
import SettingOut from '../../board/SettingOut.vue';
import { useBoard } from '../../desk/useBoard';
import ChoiceField from '../../parts/ChoiceField.vue';
import NumberField from '../../parts/NumberField.vue';
import QuantityText from '../../parts/QuantityText.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

const doc = useDocument();
const results = useResults();
const session = useSession();
const { scene, on } = useBoard({ marks: false, panels: false, movable: false, seat: true });

const setting = computed(() => results.quick!.setting);
const isBox = computed(() => boxOf(setting.value.solid) !== null && doc.project!.room.corners.length === 4);
const box = computed(() => {
  const { corners, height } = doc.project!.room;
  const span = (pick: (c: (typeof corners)[number]) => number) =>
    Math.max(...corners.map(pick)) - Math.min(...corners.map(pick));
  return { length: span((c) => c.y), width: span((c) => c.x), height };
});
function setBox(change: Partial<{ length: number; width: number; height: number }>): void {
  doc.run({ type: 'set-box', box: { ...box.value, ...change } });
}

const SOURCE = {
  textbook: 'typical textbook',
  'textbook-varied': 'textbook, varies much',
  estimate: 'estimate',
} as const;
const materials = MATERIALS.map((m) => ({ value: m.id, title: m.name, subtitle: `${m.group}, ${SOURCE[m.source]}` }));
const faces = computed(() => setting.value.faces);
const chosen = computed(() => {
  const id = session.selection?.kind === 'face' ? session.selection.id : null;
  return faces.value.find((f) => f.id === id) ?? faces.value[0]!;
});
</script>

<template>
  <StageFrame title="Survey" subtitle="a box room by length, width and height" bench-label="Room, air and surfaces">
    <SettingOut v-if="scene" :scene="scene" v-on="on" />
    <template #bench>
      <h2>Room</h2>
      <template v-if="isBox">
        <NumberField
          label="Length, wall A to wall C"
          :model-value="box.length"
          :min="LIMITS.side[0]"
          :max="LIMITS.side[1]"
          @update:model-value="setBox({ length: $event })"
        />
        <NumberField
          label="Width, wall D to wall B"
          :model-value="box.width"
          :min="LIMITS.side[0]"
          :max="LIMITS.side[1]"
          @update:model-value="setBox({ width: $event })"
        />
      </template>
      <p v-else class="soft">
        The plan has {{ doc.project!.room.corners.length }} walls. Its outline comes from the file.
      </p>
      <NumberField
        v-if="isBox"
        label="Height"
        :model-value="box.height"
        :min="LIMITS.height[0]"
        :max="LIMITS.height[1]"
        @update:model-value="setBox({ height: $event })"
      />
      <div class="facts">
        <span>Volume <QuantityText :value="setting.solid.volume" unit="m³" :digits="1" /></span>
        <span>Floor <QuantityText :value="setting.solid.floorArea" unit="m²" :digits="1" /></span>
        <span>Surfaces <QuantityText :value="setting.solid.surfaceArea" unit="m²" :digits="1" /></span>
      </div>

      <h2>Air</h2>
      <NumberField
        label="Temperature"
        kind="number"
        unit="°C"
        :digits="1"
        :step="0.5"
        :model-value="doc.project!.climate.temperatureC"
        :min="LIMITS.temperatureC[0]"
        :max="LIMITS.temperatureC[1]"
        @update:model-value="doc.run({ type: 'set-climate', climate: { temperatureC: $event } })"
      />
      <NumberField
        label="Humidity"
        kind="number"
        unit="%"
        :step="1"
        :model-value="doc.project!.climate.humidityPercent"
        :min="LIMITS.humidityPercent[0]"
        :max="LIMITS.humidityPercent[1]"
        @update:model-value="doc.run({ type: 'set-climate', climate: { humidityPercent: $event } })"
      />
      <div class="facts">
        <span>Sound travels <QuantityText :value="setting.c" unit="m/s" :digits="1" /></span>
      </div>

      <h2>Surfaces</h2>
      <div
        v-for="f in faces"
        :key="f.id"
        class="surface"
        :class="{ here: chosen.id === f.id }"
        @focusin="session.selection = { kind: 'face', id: f.id }"
      >
        <ChoiceField
          wide
          :label="f.kind === 'wall' ? `${f.id}, ${f.name}` : f.name"
          :model-value="f.material.id"
          :items="materials"
          :data-surface="f.id"
          @update:model-value="doc.run({ type: 'set-material', surface: f.id, material: $event })"
        />
      </div>
      <table class="list alpha">
        <caption>
          {{
            chosen.material.name
          }}:
          {{
            SOURCE[chosen.material.source]
          }}, worth ±
          {{
            fixed(SPREAD[chosen.material.source] * 100, 0)
          }}
          %
        </caption>
        <thead>
          <tr>
            <th v-for="o in OCTAVES" :key="o" class="figure">{{ o >= 1000 ? `${o / 1000}k` : o }}</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td v-for="(a, i) in chosen.material.alpha" :key="i" class="figure">{{ fixed(a, 2) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="soft caution">
        Old boards and paint may hold asbestos or lead. Before drilling or stripping anything of unknown age, stop and
        have it tested.
      </p>
    </template>
  </StageFrame>
</template>

<style scoped>
.facts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding: 7px 0 0;
  color: var(--ink-soft);
}
.facts :deep(.quantity) {
  color: var(--ink);
}
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
.caution {
  margin-top: 14px;
  font-size: 12px;
}
</style>
