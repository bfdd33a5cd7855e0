<script setup lang="ts">
/** The exact answers side by side, or why there is none; the robust one; what four more would buy; the way there. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { volumeIn } from '@tawny/core/quantities/measures';
import { useLengths } from '../../parts/keys';
import { frequencyLabel } from '@tawny/core/quantities/bands';
import type { Curve } from '@tawny/core/studies/decay/curves';
import { withinLimits } from '@tawny/core/criteria/decayTargets';
import type { Pieces, Totals } from '@tawny/core/studies/dose/types';
import { AIM_WORDS, conflictSentence, relaxationSentence } from '@tawny/core/words/plan';
import WorkingButton from '../../parts/WorkingButton.vue';
import { usePlanStage } from './usePlanStage';

const { plan, decided, result, use, listOf, placesOf, nameOf, placeOf, currency, working } = usePlanStage();
const system = useLengths();
defineEmits<{ look: [id: string | null] }>();

const keyOf = (pieces: readonly Pieces[]): string =>
  pieces
    .map((p) => `${p.recipe}|${p.place}|${p.count}`)
    .sort()
    .join();
interface Row {
  id: string;
  name: string;
  pieces: Pieces[];
  totals: Totals;
  curve: Curve;
  note: string;
}
const rows = computed((): Row[] => {
  const r = result.value;
  if (!r) return [];
  const list: Row[] = [];
  if (r.outcome.status === 'reached') {
    for (const a of r.outcome.answers) {
      const note = a.gap > 0 ? `within ${fixed(a.gap * 100, 1)} % of the best there can be` : '';
      const same = list.find((k) => keyOf(k.pieces) === keyOf(a.pieces));
      const name = AIM_WORDS[a.aim].name;
      if (same) same.name += `, ${name.toLowerCase()}`;
      else list.push({ id: a.aim, name, pieces: a.pieces, totals: a.totals, curve: a.curve, note });
    }
  }
  if (r.robust.status === 'reached') {
    const more = r.robust.more;
    list.push({
      id: 'robust',
      name: 'On the safe side',
      pieces: r.robust.pieces,
      totals: r.robust.totals,
      curve: r.robust.curve,
      note: more
        ? `${more.pieces >= 0 ? '+' : ''}${more.pieces} pieces, ${more.cost >= 0 ? '+' : ''}${fixed(more.cost, 0)} ${currency.value}`
        : '',
    });
  }
  return list;
});
/** How many of each recipe, wherever they hang. */
const sumsOf = (pieces: readonly Pieces[]): string => {
  const sums = new Map<string, number>();
  for (const p of pieces) sums.set(p.recipe, (sums.get(p.recipe) ?? 0) + p.count);
  return [...sums]
    .map(([id, n]) => `${id}|${n}`)
    .sort()
    .join();
};
/** Decided are these very pieces; or as many of each spread otherwise, when they reach the target too. */
const isChosen = (pieces: readonly Pieces[]): boolean =>
  keyOf(pieces) === keyOf(decided.value) ||
  (result.value?.chosen.inside === true && sumsOf(pieces) === sumsOf(decided.value));
const worst = (c: Curve): string =>
  c.worst ? `${frequencyLabel(c.worst.octave)} Hz ${c.worst.side}, ${fixed(c.worst.time, 2)} s` : 'all inside';
const judged = computed(() => result.value?.limits.filter((l) => l !== null).length ?? 0);
const change = (c: Curve): string => {
  const now = result.value!.chosen;
  return now.mid !== null && c.mid !== null ? `${fixed(now.mid, 2)} → ${fixed(c.mid, 2)} s` : '–';
};
const insideOf = (c: Curve): number =>
  c.eyring.filter((t, b) => {
    const l = result.value!.limits[b];
    return l && withinLimits(t, l);
  }).length;
</script>

<template>
  <section class="plan page" aria-label="The plan" data-plan>
    <header>
      <strong>How many of what</strong>
      <span v-if="result" class="soft" data-plan-size
        >{{ result.columns }} recipe-places, {{ judged }} bands{{
          plan.current.value ? '' : '; being computed anew'
        }}</span
      >
      <span class="spacer" />
      <WorkingButton :working="working('plan')" />
    </header>
    <div v-if="result && result.outcome.status === 'impossible'" class="impossible" role="status" data-impossible>
      <p class="bad">{{ conflictSentence(result.outcome.conflict, placeOf) }}</p>
      <p v-if="result.outcome.relaxations.length > 0"><strong>Nearest ways out</strong></p>
      <ul>
        <li v-for="(r, i) in result.outcome.relaxations" :key="i">
          {{ relaxationSentence(r, currency, placeOf) }}
          <v-btn size="x-small" variant="text" color="primary" @click="use(r.pieces)">Use these pieces</v-btn>
        </li>
      </ul>
    </div>
    <p v-else-if="result?.outcome.status === 'undecided'" class="bad">Not proved: {{ result.outcome.reason }}.</p>
    <table v-if="rows.length > 0" class="list" aria-label="Answers">
      <thead>
        <tr>
          <th>Answer</th>
          <th class="figure">pieces</th>
          <th class="figure">{{ currency }}</th>
          <th class="figure">cover</th>
          <th class="figure">kg</th>
          <th class="figure">takes up {{ volumeIn(1, system).unit }}</th>
          <th>made of</th>
          <th />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="r in rows"
          :key="r.id"
          :data-answer="r.id"
          :class="{ selected: isChosen(r.pieces) }"
          @pointerenter="$emit('look', r.id)"
          @pointerleave="$emit('look', null)"
          @focusin="$emit('look', r.id)"
          @focusout="$emit('look', null)"
        >
          <td>
            {{ r.name }} <span v-if="r.note" class="soft">{{ r.note }}</span>
          </td>
          <td class="figure strong">{{ r.totals.pieces }}</td>
          <td class="figure">{{ fixed(r.totals.cost, 0) }}</td>
          <td class="figure">{{ fixed(r.curve.coverage * 100, 0) }} %</td>
          <td class="figure">{{ fixed(r.totals.mass, 0) }}</td>
          <td class="figure">{{ fixed(volumeIn(r.totals.room, system).value, 1) }}</td>
          <td class="made" :title="placesOf(r.pieces)">{{ listOf(r.pieces) }}</td>
          <td>
            <span v-if="isChosen(r.pieces)" class="good">chosen</span>
            <v-btn v-else size="x-small" variant="outlined" color="primary" :data-use="r.id" @click="use(r.pieces)"
              >Use</v-btn
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="result && result.robust.status !== 'reached'" class="soft" data-robust>
      {{
        result.robust.status === 'impossible'
          ? 'On the safe side, with every coefficient at its low end, nothing keeps every limit: no quantity here is a safe one. Hang in steps and measure.'
          : 'The answer on the safe side could not be proved the best.'
      }}
    </p>
    <div v-if="result" class="two">
      <table v-if="result.next.length > 0" class="list" aria-label="The next four">
        <thead>
          <tr>
            <th>The next four</th>
            <th class="figure">{{ currency }}</th>
            <th class="figure">mid-band</th>
            <th class="figure">bands inside</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="n in result.next" :key="n.recipe" :data-next="n.recipe">
            <td :title="placesOf(n.pieces)">{{ nameOf(n.recipe) }}</td>
            <td class="figure">{{ fixed(n.totals.cost, 0) }}</td>
            <td class="figure">{{ change(n.curve) }}</td>
            <td class="figure">{{ insideOf(n.curve) }} of {{ judged }}</td>
            <td>
              <v-btn
                size="x-small"
                variant="text"
                color="primary"
                :aria-label="`Add four of ${nameOf(n.recipe)}`"
                @click="use(n.pieces, true)"
                >Add</v-btn
              >
            </td>
          </tr>
        </tbody>
      </table>
      <table v-if="result.leftOut.length > 0" class="list" aria-label="One left out">
        <thead>
          <tr>
            <th>One left out</th>
            <th>then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in result.leftOut" :key="l.recipe">
            <td>{{ nameOf(l.recipe) }}, {{ placeOf(l.place) }}</td>
            <td :class="l.curve.worst ? 'bad' : 'good'">{{ worst(l.curve) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.plan {
  padding: 4px 14px 8px;
}
header {
  display: flex;
  align-items: center;
  gap: 10px;
  padding-bottom: 2px;
}
.spacer {
  flex: 1;
}
.strong {
  font-weight: 600;
}
.made {
  max-width: 240px;
}
.impossible ul {
  padding-left: 16px;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr);
  gap: 18px;
  padding-top: 6px;
}
</style>
