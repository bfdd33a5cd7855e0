<script setup lang="ts">
/** Where the microphone stands for what is taken next: typed from the seat, or moved on the plan. */
import { computed, ref } from 'vue';
import { useAnswers } from '../../answers/answers';
import NumberField from '../../fields/NumberField.vue';
import TextRow from '../../fields/TextRow.vue';
import { smallPlan } from './smallPlan';
import { usePlace } from './usePlace';

const answers = useAnswers();
const { off, name, place } = usePlace();
const setting = computed(() => answers.glance?.setting ?? null);
const LARGEST = { width: 290, height: 230 };
/** The plan in px: its corners, the loudspeakers, the seat and the microphone. */
const plan = computed(() => {
  const s = setting.value;
  if (!s) return null;
  const small = smallPlan(s, LARGEST);
  return {
    ...small,
    microphone: small.px([s.head[0] + off.value.right, s.head[1] - off.value.forward]),
  };
});
const dragging = ref(false);
const whole = (m: number) => Math.round(m * 100) / 100;
function drag(event: PointerEvent): void {
  const at = event.currentTarget as SVGElement;
  if (event.type === 'pointerdown') {
    at.setPointerCapture(event.pointerId);
    dragging.value = true;
  }
  const p = plan.value;
  if (!dragging.value || !p) return;
  const box = at.ownerSVGElement!.getBoundingClientRect();
  const [x, y] = [event.clientX - box.left, event.clientY - box.top];
  off.value = {
    ...off.value,
    right: whole((x - p.seat[0]) / p.scale),
    forward: whole((p.seat[1] - y) / p.scale),
  };
}
function key(event: KeyboardEvent): void {
  const by = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
  if (!by) return;
  event.preventDefault();
  const step = event.shiftKey ? 0.1 : 0.01;
  const { right, forward, up } = off.value;
  off.value = { up, right: whole(right + by[0]! * step), forward: whole(forward + by[1]! * step) };
}
</script>

<template>
  <section aria-label="Where the microphone stands">
    <h2>Where the microphone stands</h2>
    <svg v-if="plan" class="plan" :width="plan.width" :height="plan.height" aria-label="Plan with the microphone">
      <polygon :points="plan.outline" class="walls" />
      <g v-for="s in plan.speakers" :key="s.letter">
        <rect :x="s.at[0] - 5" :y="s.at[1] - 5" width="10" height="10" class="speaker" />
        <text :x="s.at[0] + 8" :y="s.at[1]" dy="0.35em">{{ s.letter }}</text>
      </g>
      <circle :cx="plan.seat[0]" :cy="plan.seat[1]" r="8" class="seat" />
      <g
        class="microphone"
        tabindex="0"
        role="button"
        :aria-label="`Microphone: ${place.name}. Arrow keys move it, with Shift in larger steps.`"
        data-microphone
        @pointerdown="drag"
        @pointermove="drag"
        @pointerup="dragging = false"
        @pointercancel="dragging = false"
        @keydown="key"
      >
        <circle :cx="plan.microphone[0]" :cy="plan.microphone[1]" r="14" class="reach" />
        <circle :cx="plan.microphone[0]" :cy="plan.microphone[1]" r="5" />
      </g>
    </svg>
    <NumberField v-model="off.forward" label="Forward of the seat" :min="-20" :max="20" />
    <NumberField v-model="off.right" label="Right of it" :min="-20" :max="20" />
    <NumberField v-model="off.up" label="Over the ears" :min="-2" :max="4" />
    <TextRow v-model="name" label="Called" :most="80" />
    <p class="soft" data-place>{{ place.name }}; for everything that is taken or brought from now on.</p>
  </section>
</template>

<style scoped>
.plan {
  display: block;
  margin: 4px 0 8px;
  max-width: 100%;
}
.walls {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.speaker {
  fill: var(--ink);
}
text {
  font-size: 11px;
  fill: var(--ink-soft);
}
.seat {
  fill: none;
  stroke: var(--ink-soft);
  stroke-dasharray: 3 2;
}
.microphone {
  cursor: grab;
  touch-action: none;
}
.microphone circle {
  fill: var(--tawny);
}
.microphone .reach {
  fill: var(--tawny);
  fill-opacity: 0.16;
}
</style>
