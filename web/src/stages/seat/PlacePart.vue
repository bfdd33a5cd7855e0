<script setup lang="ts">
/** Where the head sits, and the triangle. */
import { computed } from 'vue';
import { LIMITS } from '@tawny/core/document/schema/project';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import ChoiceField from '../../fields/ChoiceField.vue';
import FigureGrid from '../../parts/FigureGrid.vue';
import NumberField from '../../fields/NumberField.vue';
import TapeTag from '../../parts/TapeTag.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useSeat } from './useSeat';

const { doc, session, project, setting, seat, working, tape, wallHint, moveHead, speakers } = useSeat();
const length = (m: number) => lengthText(m, session.system);
const walls = computed(() =>
  setting.value.faces
    .filter((f) => f.kind === 'wall')
    .map((f) => ({ value: f.id, title: `Wall ${f.id}`, subtitle: `${length(f.length)} wide` }))
    .sort((a, b) => a.value.localeCompare(b.value)),
);
const head = computed(() => [
  { name: 'from front', value: tape(setting.value.head, 'front').metres, length: true },
  { name: 'of the length', value: seat.value.result.headPart * 100, unit: '%', digits: 1 },
  { name: 'to rear wall', value: seat.value.result.headFromRear, length: true },
]);
const triangle = computed(() => seat.value.result.triangle);
const angles = computed(() => [
  { name: 'angle', value: triangle.value!.angleDeg, unit: '°', digits: 1 },
  { name: 'apart', value: triangle.value!.between, length: true },
  { name: 'behind their line', value: triangle.value!.behind, length: true },
]);
const turn = (deg: number) => `${fixed(Math.abs(deg), 1)}° to the ${deg > 0 ? 'right' : 'left'}`;
const tilt = (deg: number) =>
  Math.abs(deg) < 0.05 ? 'level' : `${fixed(Math.abs(deg), 1)}° ${deg > 0 ? 'up' : 'down'}`;
const full = computed(() => speakers.value.filter((s) => s.role !== 'sub'));
</script>

<template>
  <h2>Head</h2>
  <FigureGrid :figures="head" :columns="3" />
  <div class="actions-row">
    <WorkingButton :working="working('seat-rule')" />
    <WorkingButton :working="working('triangle')" label="Triangle" />
  </div>
  <ChoiceField
    label="Wall to face"
    :model-value="project.listening.facing"
    :items="walls"
    @update:model-value="doc.run({ type: 'face-wall', wall: $event })"
  />
  <NumberField
    label="Ears from front wall"
    :hint="wallHint(setting.head, 'front')"
    :model-value="tape(setting.head, 'front').metres"
    :min="0"
    :max="60"
    @update:model-value="moveHead({ front: $event })"
  />
  <NumberField
    label="Ears from left wall"
    :hint="wallHint(setting.head, 'left')"
    :model-value="tape(setting.head, 'left').metres"
    :min="0"
    :max="60"
    @update:model-value="moveHead({ left: $event })"
  />
  <NumberField
    label="Ear height"
    :model-value="project.listening.head.earHeight"
    :min="LIMITS.earHeight[0]"
    :max="LIMITS.earHeight[1]"
    @update:model-value="doc.run({ type: 'set-ear-height', earHeight: $event })"
  />

  <h2>Triangle</h2>
  <NumberField
    label="Side"
    hint="never below the minimum distance"
    :model-value="project.listening.triangleSide"
    :min="LIMITS.triangleSide[0]"
    :max="LIMITS.triangleSide[1]"
    @update:model-value="doc.run({ type: 'set-triangle', triangleSide: $event })"
  />
  <NumberField
    label="Apex behind the ears"
    :hint="`schools: at the ears, or ${length(0.1)} to ${length(0.3)} behind`"
    :model-value="project.listening.apexBehind"
    :min="LIMITS.apexBehind[0]"
    :max="LIMITS.apexBehind[1]"
    @update:model-value="doc.run({ type: 'set-triangle', apexBehind: $event })"
  />
  <template v-if="triangle">
    <FigureGrid :figures="angles" :columns="3" />
    <p class="soft">
      The drivers need {{ length(triangle.leastSide) }}: with a triangle that small one sits
      {{ length(triangle.leastBehind) }} behind the loudspeakers’ line (0.87 of the side), no nearer.
    </p>
  </template>
  <template v-if="full.length > 0">
    <h2>Aim</h2>
    <table class="list" aria-label="Aim and path of each loudspeaker">
      <thead>
        <tr>
          <th></th>
          <th>turn</th>
          <th>tilt</th>
          <th class="figure">to ears</th>
          <th class="figure">delay ms</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in full" :key="s.id" :data-aim="s.letter">
          <td><TapeTag :letter="s.letter" /></td>
          <td>{{ turn(s.report.aim.turnDeg) }}</td>
          <td>{{ tilt(s.report.aim.tiltDeg) }}</td>
          <td class="figure">{{ length(s.report.toHead) }}</td>
          <td class="figure">{{ s.report.aim.delay ? fixed(s.report.aim.delay.seconds * 1000, 2) : '–' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      Turn from straight down the room. Check: a small mirror flat against the front at its axis must show you your own
      face from the seat. If it shows your chest, tilt up; your left shoulder, turn to the right.
    </p>
  </template>
</template>
