<script setup lang="ts">
/** All walls side by side and the ceiling, small: where something hangs, and which is drawn large. */
import { computed } from 'vue';
import { surfaceWords } from '@tawny/core/words/tapes';
import { elevationOf } from './elevation';
import { useHang } from './useHang';

const { session, result, faces, face } = useHang();
const HEIGHT = 74;
/** px between two faces. */
const GAP = 6;
const small = computed(() => {
  const sized = faces.value.map((f) => {
    const { bounds } = elevationOf(f, { x: 0, y: 0, width: 100, height: 100 });
    return { face: f, width: bounds.right - bounds.left, height: bounds.high - bounds.low };
  });
  const all = sized.reduce((sum, f) => sum + f.width, 0);
  const room = 740 - 2 * GAP * sized.length;
  const scale = Math.min(room / all, HEIGHT / Math.max(...sized.map((f) => f.height)));
  let x = 0;
  return sized.map((f) => {
    const area = { x, y: 0, width: f.width * scale, height: f.height * scale };
    x += area.width + GAP;
    const pieces = result.value.pieces.filter((p) => p.face === f.face.id);
    return { ...f, area, view: elevationOf(f.face, area), pieces };
  });
});
</script>

<template>
  <div class="strip" role="group" aria-label="All surfaces">
    <button
      v-for="s in small"
      :key="s.face.id"
      :class="{ here: s.face.id === face.id }"
      :aria-pressed="s.face.id === face.id"
      :data-hang-face="s.face.id"
      :title="surfaceWords(s.face.name)"
      @click="session.hangFace = s.face.id"
    >
      <svg
        :width="Math.max(24, s.area.width + 2)"
        :height="HEIGHT + 2"
        :viewBox="`${s.area.x - 1} -1 ${s.area.width + 2} ${HEIGHT + 2}`"
      >
        <path :d="s.view.path" class="face" />
        <rect
          v-for="p in s.pieces"
          :key="p.id"
          v-bind="s.view.rect(p)"
          :class="[p.state, { wrong: p.conflicts.length > 0 }]"
        />
      </svg>
      <span>{{ s.face.kind === 'ceiling' ? s.face.name : s.face.id }}</span>
    </button>
  </div>
</template>

<style scoped>
.strip {
  flex: none;
  display: flex;
  gap: 4px;
  align-items: flex-end;
  padding: 6px 14px 8px;
  overflow-x: auto;
  border-top: 1px solid var(--rule);
}
button {
  display: flex;
  flex-direction: column;
  align-items: center;
  font-size: 11px;
  color: var(--ink-soft);
  padding: 2px;
  border: 1.5px solid transparent;
  border-radius: 4px;
}
button.here {
  border-color: var(--tawny);
  color: var(--ink);
}
.face {
  fill: var(--sheet);
  stroke: var(--ink);
}
rect {
  fill: none;
  stroke: var(--teal);
}
rect.hung {
  fill: var(--teal);
  fill-opacity: 0.4;
}
rect.wrong {
  stroke: var(--brick);
  stroke-dasharray: 3 2;
}
</style>
