<script setup lang="ts">
/** Marks drawn on a photograph: an arrow or a ring where one drags, each with a word; they stay with the photograph. */
import { computed, ref } from 'vue';
import type { PhotoMark } from '../../stores/photos';

const props = defineProps<{ url: string; name: string; drawn: readonly PhotoMark[] }>();
const emit = defineEmits<{ draw: [marks: PhotoMark[]] }>();
const frame = ref<HTMLElement | null>(null);
const tool = ref<PhotoMark['kind'] | null>(null);
const going = ref<PhotoMark | null>(null);
/** Less of a drag is a slip. */
const LEAST = 0.015;

const shown = computed(() => [...props.drawn, ...(going.value ? [going.value] : [])]);
function placeOf(event: PointerEvent): [number, number] {
  const box = frame.value!.getBoundingClientRect();
  const part = (v: number) => Math.round(1000 * Math.min(1, Math.max(0, v))) / 1000;
  return [part((event.clientX - box.left) / box.width), part((event.clientY - box.top) / box.height)];
}
function down(event: PointerEvent): void {
  if (!tool.value) return;
  event.preventDefault();
  frame.value!.setPointerCapture(event.pointerId);
  const at = placeOf(event);
  going.value = { kind: tool.value, from: at, to: at, text: '' };
}
function move(event: PointerEvent): void {
  if (going.value) going.value = { ...going.value, to: placeOf(event) };
}
function up(): void {
  const mark = going.value;
  going.value = null;
  if (mark && Math.hypot(mark.to[0] - mark.from[0], mark.to[1] - mark.from[1]) >= LEAST)
    emit('draw', [...props.drawn, mark]);
}
const named = (i: number, text: string) =>
  emit(
    'draw',
    props.drawn.map((m, k) => (k === i ? { ...m, text } : m)),
  );
const without = (i: number) =>
  emit(
    'draw',
    props.drawn.filter((_, k) => k !== i),
  );
const head = ({ from, to }: PhotoMark): string => {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0]);
  const at = (turn: number) =>
    `${100 * to[0] - 4 * Math.cos(angle + turn)},${100 * to[1] - 4 * Math.sin(angle + turn)}`;
  return `${at(0.5)} ${100 * to[0]},${100 * to[1]} ${at(-0.5)}`;
};
</script>

<template>
  <div
    ref="frame"
    class="frame"
    :class="{ drawing: tool }"
    data-photo-frame
    @pointerdown="down"
    @pointermove="move"
    @pointerup="up"
    @pointercancel="going = null"
  >
    <img :src="url" :alt="name" draggable="false" />
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden="true">
      <g v-for="(m, i) in shown" :key="i" class="mark" data-photo-mark>
        <template v-if="m.kind === 'arrow'">
          <line :x1="100 * m.from[0]" :y1="100 * m.from[1]" :x2="100 * m.to[0]" :y2="100 * m.to[1]" />
          <polyline :points="head(m)" />
        </template>
        <ellipse
          v-else
          :cx="50 * (m.from[0] + m.to[0])"
          :cy="50 * (m.from[1] + m.to[1])"
          :rx="50 * Math.abs(m.to[0] - m.from[0])"
          :ry="50 * Math.abs(m.to[1] - m.from[1])"
        />
      </g>
    </svg>
    <span
      v-for="(m, i) in drawn"
      :key="i"
      class="word"
      :style="{ left: `${100 * m.from[0]}%`, top: `${100 * m.from[1]}%` }"
      >{{ i + 1 }}</span
    >
  </div>
  <div class="tools" role="group" aria-label="Draw on it">
    <button
      type="button"
      :aria-pressed="tool === 'arrow'"
      data-draw-arrow
      @click="tool = tool === 'arrow' ? null : 'arrow'"
    >
      Arrow
    </button>
    <button
      type="button"
      :aria-pressed="tool === 'ring'"
      data-draw-ring
      @click="tool = tool === 'ring' ? null : 'ring'"
    >
      Ring
    </button>
    <span v-if="tool" class="soft">Drag on the photograph.</span>
  </div>
  <ol v-if="drawn.length > 0">
    <li v-for="(m, i) in drawn" :key="i">
      <input
        :value="m.text"
        maxlength="80"
        :aria-label="`What mark ${i + 1} shows`"
        placeholder="what it shows"
        data-mark-text
        @change="named(i, ($event.target as HTMLInputElement).value.trim())"
      />
      <button type="button" class="link" :aria-label="`Remove mark ${i + 1}`" @click="without(i)">remove</button>
    </li>
  </ol>
</template>

<style scoped>
.frame {
  position: relative;
  display: inline-block;
  max-inline-size: 100%;
}
.frame.drawing {
  cursor: crosshair;
  touch-action: none;
}
img {
  display: block;
  max-inline-size: 100%;
  border-radius: 4px;
}
svg {
  position: absolute;
  inset: 0;
  inline-size: 100%;
  block-size: 100%;
  pointer-events: none;
}
.mark * {
  fill: none;
  stroke: #ffb347;
  stroke-width: 3px;
  vector-effect: non-scaling-stroke;
  paint-order: stroke;
  filter: drop-shadow(0 0 1.5px #000);
}
.word {
  position: absolute;
  transform: translate(-50%, -50%);
  min-inline-size: 20px;
  padding-inline: 4px;
  border-radius: 10px;
  background: #2a211a;
  color: #ffd79a;
  font-size: 12px;
  font-weight: 700;
  text-align: center;
  pointer-events: none;
}
.tools {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-block: 6px;
}
.tools button {
  min-block-size: 36px;
  padding: 4px 12px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  font-weight: 600;
}
.tools button[aria-pressed='true'] {
  border-color: var(--tawny);
  background: var(--tawny-pale);
}
ol {
  margin: 0;
  padding-inline-start: 22px;
}
li input {
  inline-size: calc(100% - 80px);
  padding: 4px 7px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.link {
  margin-inline-start: 8px;
  color: var(--tawny);
  text-decoration: underline;
}
@media (pointer: coarse) {
  .tools button,
  li input,
  .link {
    min-block-size: 44px;
  }
}
</style>
