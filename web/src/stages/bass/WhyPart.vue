<script setup lang="ts">
/** Why is there a peak or a dip at a frequency, pointed at or typed from a measurement? */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText, toMillimetre } from '@tawny/core/quantities/lengths';
import type { WhyAnswer } from '@tawny/core/studies/bass/types';
import { causeSentence, hz } from '@tawny/core/words/bass';
import { surfaceWords } from '@tawny/core/words/tapes';
import { taskOf } from '../../answers/bass';
import NumberField from '../../fields/NumberField.vue';
import { useBassStage } from './useBassStage';

const { bass, doc, session, setting, answer, mode, chooseMode, chooseFrequency } = useBassStage();
const asked = computed(() => session.bassHz ?? (mode.value ? Math.max(15, mode.value.f) : 60));
const question = bass.question();
question.follow(() =>
  bass.current.value && asked.value >= 15 && asked.value <= answer.value!.top
    ? { task: 'why', quality: bass.solved.value!.quality, f: asked.value }
    : undefined,
);
const found = computed(() => taskOf('why', question.last.value));
const state = question.state;
const busy = computed(() => state.value.status === 'running');
const letter = (id: string) => setting.value.loudspeakers.find((l) => l.id === id)?.letter ?? id;
const SHAPE = { peak: 'a peak', dip: 'a dip', even: 'no peak and no dip' } as const;
const length = (m: number) => lengthText(m, session.system);
function wayText(w: WhyAnswer['ways'][number]): string {
  const [x, y] = w.by;
  const parts = [
    Math.abs(y) > 0.005 ? `${length(Math.abs(y))} ${y > 0 ? 'back' : 'forward'}` : '',
    Math.abs(x) > 0.005 ? `${length(Math.abs(x))} to the ${x > 0 ? 'right' : 'left'}` : '',
  ].filter((t) => t !== '');
  return `${w.what === 'head' ? 'Head' : letter(w.id)} ${parts.join(', ')}: ${fixed(w.levelDb - found.value!.levelDb, 0)} dB more`;
}
function tryWay(w: WhyAnswer['ways'][number]): void {
  const [x, y] = setting.value.frame.toSurvey([w.to[0], w.to[1]]);
  const at = { x: toMillimetre(x), y: toMillimetre(y) };
  if (w.what === 'head') doc.run({ type: 'move-head', ...at });
  else doc.run({ type: 'move-loudspeaker', id: w.id, ...at, mirror: session.mirror });
}
</script>

<template>
  <NumberField
    label="At"
    kind="number"
    unit="Hz"
    :digits="1"
    :step="1"
    :model-value="asked"
    :min="15"
    :max="answer!.top"
    @update:model-value="chooseFrequency($event)"
  />
  <p v-if="state.status === 'failed'" class="bad">{{ state.message }}</p>
  <p v-if="!found" class="soft">{{ busy ? 'Looking …' : 'Point at the curve, or type a frequency.' }}</p>
  <section v-else :class="{ stale: busy }" data-why>
    <p class="verdict">
      <strong>{{ hz(found.f) }}</strong> {{ fixed(found.levelDb, 1) }} dB, {{ SHAPE[found.shape] }}:
      {{ fixed(Math.abs(found.aboveDb), 1) }} dB {{ found.aboveDb >= 0 ? 'over' : 'under' }} the mean of the octave
      about it.
    </p>
    <p v-for="(c, i) in found.causes" :key="i" class="cause" :data-cause="c.kind">{{ causeSentence(c, letter) }}</p>
    <template v-if="found.ways.length > 0">
      <h2>Nearest places out of it</h2>
      <div v-for="(w, i) in found.ways" :key="i" class="row" data-way>
        <span class="label">{{ wayText(w) }}</span>
        <v-btn size="x-small" variant="outlined" @click="tryWay(w)">Try it</v-btn>
      </div>
    </template>
    <p v-else-if="found.shape === 'dip'" class="soft">
      No place of head or loudspeaker within {{ length(0.8) }} takes 6 dB of it away.
    </p>
    <h2>Modes that make it</h2>
    <table class="list">
      <thead>
        <tr>
          <th>Hz</th>
          <th>ears</th>
          <th>source</th>
          <th>share</th>
          <th>angle</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="m in found.modes"
          :key="m.index"
          class="pick"
          tabindex="0"
          @click="chooseMode(m.index)"
          @keydown.enter="chooseMode(m.index)"
        >
          <td>{{ m.index === 0 ? 'even' : fixed(m.f, 1) }}</td>
          <td>{{ fixed(Math.abs(m.head) * 100, 0) }} %</td>
          <td>{{ fixed(m.source * 100, 0) }} %</td>
          <td>{{ fixed(m.share * 100, 0) }} %</td>
          <td>{{ fixed(m.angleDeg, 0) }}°</td>
        </tr>
      </tbody>
    </table>
    <h2>Boundary notches near it</h2>
    <table class="list">
      <tbody>
        <tr v-for="(b, i) in found.boundaries" :key="i" :class="{ near: b.near }">
          <td>{{ b.letter }}, {{ surfaceWords(b.face) }}</td>
          <td>{{ fixed(b.nullHz, 0) }} Hz</td>
          <td>{{ fixed(b.depthDb, 0) }} dB</td>
        </tr>
      </tbody>
    </table>
    <p class="soft small">
      Share: size of a mode’s part over the whole; parts out of step can be larger than the whole. A dip cannot be
      filled by equalisation: it only costs headroom.
    </p>
  </section>
</template>

<style scoped>
.verdict {
  margin: 6px 0;
}
.cause {
  border-left: 3px solid var(--tawny);
  padding-left: 8px;
  margin: 6px 0;
}
.stale {
  opacity: 0.6;
}
.near {
  font-weight: 600;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
}
.small {
  font-size: 12px;
}
</style>
