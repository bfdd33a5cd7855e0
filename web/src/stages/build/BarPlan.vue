<script setup lang="ts">
/** How the bars of one timber section are cut: bars cut alike together, to scale, each piece with its length, what is left at the end. */
import { computed } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { TimberPlan } from '@tawny/core/studies/build/bars';
import { barSentence, timberName } from '@tawny/core/words/build';
import { useSession } from '../../stores/session';

const props = defineProps<{ timber: TimberPlan; kerf: number; currency: string }>();
const session = useSession();
const WIDE = 560;
const HIGH = 26;
const longest = computed(() => Math.max(...props.timber.stock.map((s) => s.length)));
const x = (m: number) => (WIDE * m) / longest.value;
const bars = computed(() =>
  props.timber.plan.feasible
    ? props.timber.plan.cuts.map((c) => {
        let at = 0;
        // The longest first: what is left over stays in one piece.
        const order = props.timber.pieces
          .map((p, i) => ({ ...p, n: c.pieces[i]! }))
          .sort((a, b) => b.length - a.length);
        const parts = order.flatMap((p) =>
          Array.from({ length: p.n }, () => {
            const from = at;
            at += p.length + props.kerf;
            return { name: p.name, length: p.length, from };
          }),
        );
        return { ...c, length: props.timber.stock[c.stock]!.length, parts };
      })
    : [],
);
const text = (m: number) => lengthText(m, session.system);
</script>

<template>
  <section class="plan" data-bar-plan>
    <h3>{{ timberName(timber, session.system) }}</h3>
    <p data-bar-sentence>{{ barSentence(timber, currency, session.system) }}</p>
    <div v-for="(b, i) in bars" :key="i" class="bar" data-bar>
      <span class="count">{{ b.count }} × {{ text(b.length) }}</span>
      <svg
        :viewBox="`-1 -1 ${WIDE + 2} ${HIGH + 2}`"
        role="img"
        :aria-label="`${b.count} bars of ${text(b.length)}: ${b.parts.map((p) => `${p.name} ${text(p.length)}`).join(', ')}; ${text(b.rest)} left`"
      >
        <rect class="whole" x="0" y="0" :width="x(b.length)" :height="HIGH" />
        <g v-for="(p, k) in b.parts" :key="k">
          <rect class="part" :x="x(p.from)" y="0" :width="x(p.length)" :height="HIGH" />
          <text :x="x(p.from + p.length / 2)" :y="HIGH / 2 + 4">{{ text(p.length) }}</text>
        </g>
      </svg>
      <span class="rest">{{ b.rest > 0.0005 ? `${text(b.rest)} left` : 'nothing left' }}</span>
    </div>
  </section>
</template>

<style scoped>
h3 {
  font-size: 14px;
  margin: 10px 0 2px;
}
.bar {
  align-items: center;
  display: grid;
  gap: 10px;
  grid-template-columns: 104px minmax(0, 1fr) 100px;
  margin: 4px 0;
}
.count,
.rest {
  font: 12px var(--figures);
}
.rest {
  color: var(--ink-soft);
}
svg {
  display: block;
  width: 100%;
}
.whole {
  fill: none;
  stroke: var(--rule-strong);
  stroke-dasharray: 3 2;
}
.part {
  fill: var(--tawny);
  fill-opacity: 0.14;
  stroke: var(--tawny);
}
text {
  fill: var(--ink);
  font: 11px var(--figures);
  text-anchor: middle;
}
@media (max-width: 600px) {
  .bar {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
