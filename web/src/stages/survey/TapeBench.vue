<script setup lang="ts">
/** The room walked round: wall lengths and angles as taped, the closing error, diagonals as checks. */
import { computed, onBeforeUnmount, watch } from 'vue';
import { mdiClose } from '@mdi/js';
import { LIMITS } from '@tawny/core/document/schema/project';
import { checkDiagonals, legsOf, nextLeg, planFromTape, walkTape } from '@tawny/core/document/place/taping';
import { CLOSING_PART, DIAGONAL_AGREES } from '@tawny/core/studies/survey/study';
import { signed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { TapeTrace } from '../../board/types';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import { useSurvey } from './useSurvey';

const emit = defineEmits<{ trace: [trace: TapeTrace | null] }>();
const { doc, project, setting, session } = useSurvey();
const legs = computed(() => project.value.tape.legs);
const walk = computed(() => walkTape(legs.value));
const closes = computed(() => walk.value.error <= CLOSING_PART * walk.value.around);

type Legs = typeof legs.value;
const keep = (next: Legs) => doc.run({ type: 'set-tape', tape: { legs: next } });
function setLeg(i: number, change: Partial<Legs[number]>): void {
  keep(legs.value.map((l, k) => (k === i ? { ...l, ...change } : l)));
}
function use(): void {
  // What is left of the error is spread; a tape that does not close is spread only when asked.
  const first = project.value.room.corners[0]!;
  const corners = planFromTape(legs.value).map((c) => ({ ...c, x: c.x + first.x, y: c.y + first.y }));
  doc.run({ type: 'set-outline', corners });
}
watch(
  [walk, () => setting.value.frame],
  () => {
    if (legs.value.length < 2) return emit('trace', null);
    const first = project.value.room.corners[0]!;
    const place = (p: { x: number; y: number }) => setting.value.frame.toListener([p.x + first.x, p.y + first.y]);
    emit('trace', { points: walk.value.corners.map(place), end: place(walk.value.end) });
  },
  { immediate: true },
);
onBeforeUnmount(() => emit('trace', null));

const diagonals = computed(() => project.value.tape.diagonals);
const checks = computed(() => checkDiagonals(project.value.room.corners, diagonals.value));
const starts = computed(() => project.value.room.corners.map((c) => ({ value: c.wall, title: `start of ${c.wall}` })));
function setDiagonals(list: typeof diagonals.value): void {
  doc.run({ type: 'set-tape', tape: { diagonals: list } });
}
function addDiagonal(): void {
  const walls = project.value.room.corners.map((c) => c.wall);
  setDiagonals([...diagonals.value, { from: walls[0]!, to: walls[2]!, length: 1 }]);
}
</script>

<template>
  <section class="tape" aria-label="Tape">
    <h2>Tape</h2>
    <p class="soft">
      Clockwise, wall after wall: its length, then the angle inside the room at its end (90° plain, 270° a corner that
      juts in).
    </p>
    <div v-for="(l, i) in legs" :key="i" class="leg">
      <strong>{{ l.wall }}</strong>
      <NumberField
        :label="`Taped length of ${l.wall}`"
        :model-value="l.length"
        :min="LIMITS.leg[0]"
        :max="LIMITS.leg[1]"
        @update:model-value="setLeg(i, { length: $event })"
      />
      <NumberField
        :label="`Angle after ${l.wall}`"
        kind="number"
        unit="°"
        :digits="1"
        :step="1"
        :model-value="l.insideDeg"
        :min="1"
        :max="359"
        @update:model-value="setLeg(i, { insideDeg: $event })"
      />
      <button :aria-label="`Remove wall ${l.wall}`" @click="keep(legs.filter((_, k) => k !== i))">
        <v-icon :icon="mdiClose" size="15" />
      </button>
    </div>
    <div class="actions-row">
      <v-btn size="small" variant="outlined" @click="keep([...legs, nextLeg(legs)])">Next wall</v-btn>
      <v-btn v-if="legs.length === 0" size="small" variant="text" @click="keep(legsOf(project.room))">
        Begin with the plan as it is
      </v-btn>
      <v-btn v-else size="small" variant="text" @click="keep([])">Clear the tape</v-btn>
    </div>
    <template v-if="legs.length >= 3">
      <p class="closing" :class="closes ? 'good' : 'bad'" data-closing>
        {{ closes ? 'Closes' : 'Does not close' }}: {{ lengthText(walk.error, session.system) }} after
        {{ lengthText(walk.around, session.system) }}; angles
        {{ Math.abs(walk.angleErrorDeg) < 0.05 ? 'agree' : `are ${signed(walk.angleErrorDeg, 1)}° off` }}.
      </p>
      <div class="actions-row">
        <v-btn size="small" variant="flat" color="primary" @click="use">
          {{ closes ? 'Make this the plan' : 'Spread the error and make this the plan' }}
        </v-btn>
      </div>
      <p v-if="!closes" class="soft">
        Left as it is, the tape waits here to be measured again; the plan does not change.
      </p>
    </template>

    <h2>Diagonals</h2>
    <div v-for="(d, i) in diagonals" :key="i" class="diagonal">
      <ChoiceField
        label="From"
        :model-value="d.from"
        :items="starts"
        @update:model-value="setDiagonals(diagonals.map((o, k) => (k === i ? { ...o, from: $event } : o)))"
      />
      <ChoiceField
        label="To"
        :model-value="d.to"
        :items="starts"
        @update:model-value="setDiagonals(diagonals.map((o, k) => (k === i ? { ...o, to: $event } : o)))"
      />
      <NumberField
        label="Taped"
        :model-value="d.length"
        :min="0.05"
        :max="120"
        @update:model-value="setDiagonals(diagonals.map((o, k) => (k === i ? { ...o, length: $event } : o)))"
      />
      <p v-if="checks[i]" class="soft" :class="{ bad: Math.abs(checks[i]!.difference) > DIAGONAL_AGREES }">
        In the plan {{ lengthText(checks[i]!.planned, session.system) }}:
        {{
          Math.abs(checks[i]!.difference) <= DIAGONAL_AGREES
            ? 'agrees'
            : `${lengthText(Math.abs(checks[i]!.difference), session.system)} ${checks[i]!.difference > 0 ? 'shorter than taped' : 'longer than taped'}`
        }}.
        <button class="link" @click="setDiagonals(diagonals.filter((_, k) => k !== i))">Remove</button>
      </p>
    </div>
    <div class="actions-row">
      <v-btn size="small" variant="text" @click="addDiagonal">Add a diagonal</v-btn>
    </div>
  </section>
</template>

<style scoped>
.leg {
  display: grid;
  grid-template-columns: 22px 1fr 1fr 24px;
  align-items: center;
  gap: 4px;
}
.leg :deep(.label) {
  display: none;
}
.leg :deep(.row) {
  border: 0;
}
.leg :deep(.field) {
  flex: 1 1 auto;
}
.closing {
  padding: 4px 0;
}
.diagonal {
  border-left: 3px solid var(--rule-strong);
  padding-left: 8px;
  margin-bottom: 6px;
}
.link {
  text-decoration: underline;
  color: var(--ink);
}
</style>
