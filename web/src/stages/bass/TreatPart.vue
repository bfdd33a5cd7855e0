<script setup lang="ts">
/** What a piece of treatment does to one mode, where it helps most, and how many it takes. */
import { computed, reactive, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { PLAIN_TUNED } from '@tawny/core/document/create';
import { LIMITS } from '@tawny/core/document/schema/project';
import { tunedTo, worstMode } from '@tawny/core/studies/bass/helps';
import { DROP_TIME } from '@tawny/core/studies/bass/judge';
import type { HelpPlace, Recipe } from '@tawny/core/studies/bass/types';
import { workingOfHelps } from '@tawny/core/studies/bass/working';
import { hz, motionWords } from '@tawny/core/words/bass';
import { surfaceWords } from '@tawny/core/words/tapes';
import { taskOf } from '../../answers/bass';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import TunedFields from '../../fields/TunedFields.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useBassStage } from './useBassStage';

const { bass, doc, session, setting, answer, mode, modeIndex, chooseMode } = useBassStage();
type Kind = 'absorber' | 'corner' | 'membrane' | 'port';
const panel = setting.value.project.treatment.panel;
const recipe = reactive<Recipe & { kind: Kind }>({
  kind: 'absorber',
  width: panel.width,
  height: panel.height,
  depth: panel.depth,
  gap: panel.gap,
  tuned: { ...PLAIN_TUNED },
});
const KINDS: { value: Kind; title: string }[] = [
  { value: 'absorber', title: 'Porous panel' },
  { value: 'corner', title: 'Corner fill' },
  { value: 'membrane', title: 'Membrane box' },
  { value: 'port', title: 'Port box' },
];
function choose(kind: Kind): void {
  recipe.kind = kind;
  if (kind === 'corner') Object.assign(recipe, { width: 0.4, depth: 0.3, gap: 0, height: 1.2 });
  else if (kind === 'absorber')
    Object.assign(recipe, { width: panel.width, height: panel.height, depth: panel.depth, gap: panel.gap });
  else Object.assign(recipe, { width: 0.6, height: 1.2, depth: 0.2, gap: 0 });
}
function tune(): void {
  if (mode.value) recipe.tuned = tunedTo(recipe, mode.value.f, setting.value);
}
const target = ref(DROP_TIME);
if (modeIndex.value === null) {
  const worst = worstMode(answer.value!.modes);
  if (worst) chooseMode(worst.index);
}
const question = bass.question();
question.follow(() => {
  const index = modeIndex.value;
  if (!bass.current.value || index === null || index === 0) return undefined;
  const { quality } = bass.solved.value!;
  const made = { ...recipe, tuned: { ...recipe.tuned } };
  return { task: 'helps', quality, mode: index, recipe: made, target: target.value };
});
const found = computed(() => taskOf('helps', question.last.value));
const state = question.state;
const busy = computed(() => state.value.status === 'running');
const length = (m: number) => lengthText(m, session.system);
const useless = computed(
  () => found.value !== null && (found.value.places[0]?.perArea ?? 0) * recipe.width * recipe.height < 0.15,
);
function hang(places: readonly HelpPlace[]): void {
  const taken = new Set(setting.value.project.treatment.hung.map((h) => h.id));
  const name = KINDS.find((k) => k.value === recipe.kind)!.title;
  const pieces = places.map((p) => {
    let n = 1;
    while (taken.has(`${recipe.kind}-${n}`)) n += 1;
    taken.add(`${recipe.kind}-${n}`);
    // Ceilings are taped from the survey's corner, walls from their left end.
    const face = setting.value.faces.find((f) => f.id === p.face)!;
    const [u, v] = face.kind === 'wall' ? [p.u, p.v] : corner(p);
    const round = (m: number) => Math.round(m * 1000) / 1000;
    return {
      ...recipe,
      tuned: { ...recipe.tuned },
      id: `${recipe.kind}-${n}`,
      name: `${name} ${n}`,
      face: p.face,
      u: round(u),
      v: round(v),
      turnDeg: 0,
      tiltDeg: 0,
      scatterHz: 500,
    };
  });
  doc.run({ type: 'hang', pieces });
}
function corner(p: HelpPlace): [number, number] {
  const { frame } = setting.value;
  const corners = [frame.toSurvey([p.u, p.v]), frame.toSurvey([p.u + recipe.width, p.v + recipe.height])];
  return [Math.min(corners[0]![0], corners[1]![0]), Math.min(corners[0]![1], corners[1]![1])];
}
</script>

<template>
  <p v-if="mode">
    For the mode at <strong>{{ hz(mode.f) }}</strong>, {{ motionWords(mode.motion) }}, ringing
    {{ fixed(mode.time, 2) }} s. Choose another in the chart or under Modes.
  </p>
  <p v-else class="soft">Choose a mode in the chart or under Modes.</p>
  <ChoiceField label="Made as" :model-value="recipe.kind" :items="KINDS" @update:model-value="choose($event)" />
  <NumberField
    :label="recipe.kind === 'corner' ? 'Along either wall' : 'Width'"
    :model-value="recipe.width"
    :min="LIMITS.panelSide[0]"
    :max="LIMITS.panelSide[1]"
    @update:model-value="recipe.width = $event"
  />
  <NumberField
    label="Height"
    :model-value="recipe.height"
    :min="LIMITS.panelSide[0]"
    :max="LIMITS.panelSide[1]"
    @update:model-value="recipe.height = $event"
  />
  <NumberField
    label="Depth"
    :model-value="recipe.depth"
    :min="LIMITS.panelDepth[0]"
    :max="LIMITS.panelDepth[1]"
    @update:model-value="recipe.depth = $event"
  />
  <NumberField
    v-if="recipe.kind === 'absorber'"
    label="Gap behind"
    :model-value="recipe.gap"
    :min="LIMITS.panelGap[0]"
    :max="LIMITS.panelGap[1]"
    @update:model-value="recipe.gap = $event"
  />
  <TunedFields :kind="recipe.kind" :model-value="recipe.tuned" @update:model-value="recipe.tuned = $event" />
  <div v-if="mode && (recipe.kind === 'membrane' || recipe.kind === 'port')" class="actions-row">
    <v-btn size="small" variant="outlined" @click="tune">Tune it to {{ hz(mode.f) }}</v-btn>
  </div>
  <NumberField
    label="Decay wanted"
    kind="number"
    unit="s"
    :digits="2"
    :step="0.05"
    :model-value="target"
    :min="0.1"
    :max="3"
    @update:model-value="target = $event"
  />
  <section v-if="found && mode" :class="{ stale: busy }" data-helps>
    <p>
      It takes <strong>{{ fixed(found.alpha * 100, 0) }} %</strong> of a wave at {{ hz(found.mode.f) }}.
      <template v-if="found.needed === 0">The mode already decays in {{ fixed(target, 2) }} s.</template>
      <template v-else-if="found.needed !== null">
        <strong>{{ found.needed }}</strong> {{ found.needed === 1 ? 'piece' : 'pieces' }} in the best places bring it to
        {{ fixed(target, 2) }} s.
      </template>
      <template v-else>Not even all that fits brings it to {{ fixed(target, 2) }} s.</template>
    </p>
    <p v-if="useless" class="bad">Even in its best place it does next to nothing here: it is made for other notes.</p>
    <WorkingButton :working="workingOfHelps(found)" />
    <h2>Best places, one after the other</h2>
    <div v-for="(p, i) in found.places" :key="i" class="row" data-place>
      <span class="label"
        >{{ surfaceWords(p.name) }}, {{ length(p.u) }}
        <template v-if="setting.faces.find((f) => f.id === p.face)?.kind === 'wall'"
          >along, {{ length(p.v) }} up</template
        ><template v-else>from the left, {{ length(p.v) }} from the front</template></span
      >
      <span class="value">{{ fixed(p.time, 2) }} s</span>
      <v-btn size="x-small" variant="outlined" @click="hang([p])">Hang</v-btn>
    </div>
    <div v-if="found.needed !== null && found.needed > 1 && found.needed <= found.places.length" class="actions-row">
      <v-btn size="small" variant="flat" color="primary" @click="hang(found.places.slice(0, found.needed))"
        >Hang the {{ found.needed }}</v-btn
      >
    </div>
    <p v-if="found.worst" class="soft small">
      On the {{ surfaceWords(found.worst.name) }}, {{ length(found.worst.u) }} along, it would do nothing: this mode has
      no pressure there ({{ fixed(found.worst.time, 2) }} s).
    </p>
    <p class="soft small">
      Seconds: this mode with that one piece. Tuned boxes must be airtight; home-made ones miss by up to a third of an
      octave, so build one, measure, then the rest. Heavy boxes want fixings into the structure, and a safety line
      overhead; wear gloves and a mask with fibres.
    </p>
  </section>
</template>

<style scoped>
.stale {
  opacity: 0.6;
}
.small {
  font-size: 12px;
}
</style>
