<script setup lang="ts">
/** How pieces are made here: frames, backs, cloth, saw, and what is bought beyond the plan. */
import type { Buying } from '@tawny/core/document/schema/project';
import { JOINTS } from '@tawny/core/recipes/parts/joints';
import { type Workshop } from '@tawny/core/recipes/parts/types';
import { JOINT_WORDS } from '@tawny/core/words/build/build';
import ChoiceField from '../../../fields/ChoiceField.vue';
import NumberField from '../../../fields/NumberField.vue';
import { useBuild } from '../useBuild';

const { doc, buying } = useBuild();
const make = (workshop: Partial<Workshop>) => doc.run({ type: 'set-workshop', workshop });
const set = (change: Partial<Pick<Buying, 'kerf' | 'trim' | 'pattern' | 'overlap' | 'waste'>>) =>
  doc.run({ type: 'set-buying', buying: change });
const upper = (t: string) => t.replace(/^./, (c) => c.toUpperCase());
const joints = JOINTS.map((value) => {
  const [title, subtitle] = JOINT_WORDS[value].split(', ') as [string, string?];
  return { value, title: upper(title), ...(subtitle ? { subtitle } : {}) };
});
</script>

<template>
  <h2>Frames</h2>
  <NumberField
    label="Timber thickness"
    :model-value="buying.workshop.frameThickness"
    :min="0.006"
    :max="0.06"
    :step="0.001"
    @update:model-value="make({ frameThickness: $event })"
  />
  <ChoiceField
    label="Corners"
    :model-value="buying.workshop.joint"
    :items="joints"
    @update:model-value="make({ joint: $event })"
  />
  <ChoiceField
    label="Behind the fill"
    :model-value="buying.workshop.behind"
    :items="[
      { value: 'open', title: 'Open', subtitle: 'the fill shows at the back' },
      { value: 'fleece', title: 'Fleece', subtitle: 'keeps fibres in, lets air through' },
    ]"
    @update:model-value="make({ behind: $event })"
  />
  <h2>Saw</h2>
  <NumberField
    label="Saw cut"
    :model-value="buying.kerf"
    :min="0"
    :max="0.01"
    :step="0.001"
    @update:model-value="set({ kerf: $event })"
  />
  <NumberField
    label="Taken off ends and edges"
    :model-value="buying.trim"
    :min="0"
    :max="0.1"
    :step="0.005"
    @update:model-value="set({ trim: $event })"
  />
  <h2>Cloth</h2>
  <NumberField
    label="Turned onto the back"
    :model-value="buying.workshop.clothTurn"
    :min="0"
    :max="0.3"
    @update:model-value="make({ clothTurn: $event })"
  />
  <ChoiceField
    label="Direction"
    :model-value="buying.pattern ? 'kept' : 'free'"
    :items="[
      { value: 'free', title: 'Free', subtitle: 'plain cloth, turned where it saves' },
      { value: 'kept', title: 'Kept', subtitle: 'stripes and pile run upright' },
    ]"
    @update:model-value="set({ pattern: $event === 'kept' })"
  />
  <NumberField
    label="A seam takes"
    :model-value="buying.overlap"
    :min="0"
    :max="0.2"
    @update:model-value="set({ overlap: $event })"
  />
  <h2>Allowance</h2>
  <NumberField
    label="More fill and cloth than planned"
    kind="number"
    unit="%"
    :scale="100"
    :step="0.01"
    :model-value="buying.waste"
    :min="0"
    :max="1"
    @update:model-value="set({ waste: $event })"
  />
</template>
