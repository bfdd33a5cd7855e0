<script setup lang="ts">
/** What a piece of treatment does to one mode, where it helps most, and how many it takes. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { freeRecipeId, ownInUse } from '@tawny/core/document/recipes';
import { standoffOf } from '@tawny/core/recipes/curve';
import { canHang } from '@tawny/core/recipes/kind';
import { isTunable, piecesAt, tunedTo, worstMode } from '@tawny/core/studies/bass/helps';
import { DROP_TIME } from '@tawny/core/studies/bass/judge';
import type { HelpPlace } from '@tawny/core/studies/bass/types';
import { workingOfHelps } from '@tawny/core/studies/bass/working';
import { hz, motionWords } from '@tawny/core/words/bass';
import { surfaceWords } from '@tawny/core/words/tapes';
import { taskOf } from '../../answers/bass';
import { stamp } from '../../desk/pieces';
import { useRecipeNames } from '../../desk/recipeNames';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useBassStage } from './useBassStage';

const { bass, doc, session, setting, answer, mode, modeIndex, chooseMode } = useBassStage();
const { recipes, choices, openRecipe } = useRecipeNames();
const items = computed(() => choices((r) => canHang(r) && r.form !== 'board'));
const recipe = computed(() => {
  const id = items.value.some((i) => i.value === session.helper) ? session.helper : doc.project!.treatment.cover;
  return recipes.value.find((r) => r.id === id)!;
});
const tunable = computed(() => isTunable(recipe.value));
/** Tuned to the mode: an own recipe nothing is made of yet is changed, else a copy is. */
function tune(): void {
  if (!mode.value) return;
  const { project } = setting.value;
  const free =
    project.treatment.recipes.some((r) => r.id === recipe.value.id) && !ownInUse(project).includes(recipe.value);
  const id = free ? recipe.value.id : freeRecipeId(project);
  const name = `${recipe.value.name.replace(/ near .*$/, '')} near ${fixed(mode.value.f, 0)} Hz`;
  const tuned = {
    ...structuredClone(tunedTo(recipe.value, mode.value.f, setting.value)),
    id,
    name,
    price: null,
    note: '',
  };
  if (doc.run({ type: 'put-recipe', recipe: tuned })) session.helper = id;
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
  return { task: 'helps', quality, mode: index, recipe: recipe.value, target: target.value };
});
const found = computed(() => taskOf('helps', question.last.value));
const state = question.state;
const busy = computed(() => state.value.status === 'running');
const length = (m: number) => lengthText(m, session.system);
const hang = (places: readonly HelpPlace[]) =>
  void doc.run({ type: 'put-pieces', pieces: piecesAt(setting.value, recipe.value, places, stamp()) });
const size = computed(() => `${length(recipe.value.width)} × ${length(recipe.value.height)}`);
</script>

<template>
  <p v-if="mode">
    For the mode at <strong>{{ hz(mode.f) }}</strong>, {{ motionWords(mode.motion) }}, ringing
    {{ fixed(mode.time, 2) }} s. Choose another in the chart or under Modes.
  </p>
  <p v-else class="soft">Choose a mode in the chart or under Modes.</p>
  <ChoiceField
    wide
    label="Made as"
    :model-value="recipe.id"
    :items="items"
    @update:model-value="session.helper = $event"
  />
  <p class="soft small" data-helper>
    {{ size }}, {{ length(standoffOf(recipe)) }} off the wall.
    <v-btn size="x-small" variant="text" color="primary" @click="openRecipe(recipe.id)">Its recipe</v-btn>
    <v-btn v-if="mode && tunable" size="x-small" variant="outlined" data-tune @click="tune"
      >Tune it to {{ hz(mode.f) }}</v-btn
    >
  </p>
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
    <p v-if="found.useless" class="bad">
      Even in its best place it does next to nothing here: it is made for other notes.
    </p>
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
