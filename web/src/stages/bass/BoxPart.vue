<script setup lang="ts">
/** The box's criteria, what moving a wall would change, and the list of its modes. */
import { computed, ref } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { boxVerdict, movedBox } from '@tawny/core/physics/modes/proportions';
import { useIssues } from '../../desk/useIssues';
import FindingList from '../../parts/FindingList.vue';
import NumberField from '../../fields/NumberField.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { SIDES, useBox } from './useBox';

const { answers, session, setting, bass, mode, moved, select } = useBox();
const issues = useIssues('bass');
const kind = ref<'all' | 'axial' | 'tangential' | 'oblique'>('all');
const rows = computed(() => bass.value.modes.filter((m) => kind.value === 'all' || m.kind === kind.value));
const verdicts = computed(() => {
  const { box } = bass.value;
  if (!box) return [];
  const { c } = setting.value;
  const step = moved.value!.by;
  return [
    { name: 'As it is', v: boxVerdict(box, c) },
    ...SIDES.map((name, i) => ({
      name: `${name} ${step >= 0 ? '+' : '−'} ${lengthText(Math.abs(step), session.system)}`,
      v: boxVerdict(movedBox(box, i as 0 | 1 | 2, step), c),
    })),
  ];
});
</script>

<template>
  <template v-if="verdicts.length > 0">
    <h2>What if a wall moved</h2>
    <NumberField
      label="Moved by"
      :model-value="session.wallMoved.by"
      :min="-1"
      :max="1"
      @update:model-value="session.wallMoved = { ...session.wallMoved, by: $event }"
    />
    <table class="list" data-what-if>
      <thead>
        <tr class="soft">
          <th></th>
          <th>lowest</th>
          <th>counts fall</th>
          <th>gaps</th>
          <th>ratios</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(w, i) in verdicts" :key="w.name" :class="{ selected: i - 1 === session.wallMoved.axis }">
          <td v-if="i === 0">{{ w.name }}</td>
          <td v-else>
            <button
              class="side"
              :aria-pressed="i - 1 === session.wallMoved.axis"
              @click="session.wallMoved = { ...session.wallMoved, axis: (i - 1) as 0 | 1 | 2 }"
            >
              {{ w.name }}
            </button>
          </td>
          <td>{{ fixed(w.v.lowest, 1) }} Hz</td>
          <td :class="w.v.spacing.firstDrop === null ? 'good' : 'bad'">
            {{ w.v.spacing.firstDrop === null ? 'never' : `at ${fixed(w.v.spacing.firstDrop, 0)} Hz` }}
          </td>
          <td>{{ fixed(w.v.unevenness, 2) }}</td>
          <td>{{ w.v.inRange ? 'in range' : 'out' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="soft small">
      Pick one to see it under the rule. Gaps: spread of the distances between modes to 120 Hz over their mean, smaller
      is more even. Ratios: the range of EBU Tech 3276.
    </p>
  </template>
  <h2>Doubts</h2>
  <FindingList :issues="issues" empty="Mode spacing is even and the seat is in no length null." />
  <h2>Criteria</h2>
  <div class="row">
    <span class="label">Schroeder frequency, bare room</span
    ><span class="value">{{ fixed(bass.schroeder, 0) }} Hz</span>
    <WorkingButton small :working="answers.glance!.bass.working.find((w) => w.id === 'schroeder')" />
  </div>
  <div class="row">
    <span class="label">Spacing by third octaves</span>
    <span class="value" :class="bass.spacing?.nonDecreasing ? 'good' : 'bad'">{{
      !bass.spacing
        ? '–'
        : bass.spacing.nonDecreasing
          ? 'never falls'
          : `falls at ${fixed(bass.spacing.firstDrop!, 0)} Hz`
    }}</span>
  </div>
  <div class="row">
    <span class="label">Modes to {{ bass.limit }} Hz</span>
    <span class="value"
      >{{ bass.modes.length }} <small class="soft">(expected {{ fixed(bass.expectedCount, 0) }})</small></span
    >
  </div>
  <h2 id="mode-list">List</h2>
  <div class="kinds" role="group" aria-label="Kinds of mode">
    <v-btn
      v-for="k in ['all', 'axial', 'tangential', 'oblique'] as const"
      :key="k"
      size="x-small"
      :variant="kind === k ? 'flat' : 'outlined'"
      color="primary"
      @click="kind = k"
      >{{ k }}</v-btn
    >
  </div>
  <div class="head soft" aria-hidden="true"><span>Hz</span><span>w l h</span><span>kind</span><span>seat</span></div>
  <v-virtual-scroll :items="rows" :item-height="27" height="300" class="modes" role="list" aria-labelledby="mode-list">
    <template #default="{ item }">
      <div role="listitem">
        <button
          class="mode"
          :class="{ selected: mode && item.n.join('-') === mode.n.join('-') }"
          @click="select(item.n.join('-'))"
        >
          <span>{{ fixed(item.f, 1) }}</span><span>{{ item.n.join(' ') }}</span
          ><span class="soft">{{ item.kind }}</span>
          <span :class="{ bad: item.atSeat === 'null' && item.n[0] % 2 === 0 }">{{ item.atSeat }}</span>
        </button>
      </div>
    </template>
  </v-virtual-scroll>
</template>

<style scoped>
.kinds {
  display: flex;
  gap: 4px;
  padding-bottom: 6px;
}
.head,
.mode {
  display: grid;
  grid-template-columns: 3.6rem 4rem 1fr 4.4rem;
  width: 100%;
  text-align: left;
  height: 27px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  font-size: 12.5px;
}
.mode span:first-child,
.mode span:nth-child(2) {
  font-family: var(--figures);
}
.mode:hover {
  background: var(--paper-deep);
}
.mode.selected {
  background: var(--tawny-pale);
}
table.list td {
  padding: 2px 4px;
}
.small {
  font-size: 12px;
}
.side {
  min-height: 24px;
  color: var(--ink);
  text-align: left;
  border-bottom: 1px dotted var(--ink-soft);
}
</style>
