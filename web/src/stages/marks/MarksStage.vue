<script setup lang="ts">
/** Marks: where does tape go for every loudspeaker on every surface, and which reflections matter? */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { type Mark, MATTERS } from '@tawny/core/studies/marks';
import { tapeWords } from '@tawny/core/words/tapes';
import SettingOut from '../../board/SettingOut.vue';
import ArrivalPlot from '../../charts/ArrivalPlot.vue';
import { csvText, download } from '../../charts/exports';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import StateCompare from '../../desk/StateCompare.vue';
import FindingList from '../../parts/FindingList.vue';
import QuantityText from '../../parts/QuantityText.vue';
import StageFrame from '../../parts/StageFrame.vue';
import TapeTag from '../../parts/TapeTag.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

const doc = useDocument();
const results = useResults();
const session = useSession();
const router = useRouter();
const { scene, on } = useBoard({ marks: true, panels: true, movable: true, seat: true });
const issues = useIssues('marks');

const study = computed(() => results.quick!.marks);
const marks = computed(() => study.value.result.marks);
const selected = computed(
  () =>
    (session.selection?.kind === 'mark' ? marks.value.find((m) => m.id === session.selection!.id) : undefined) ??
    study.value.result.worstBare ??
    marks.value[0] ??
    null,
);
const working = computed(() => study.value.working.find((w) => w.id === `mark-${selected.value?.id}`));
const place = (m: Mark) =>
  m.kind === 'wall' ? `the ${m.faceName} wall` : m.kind === 'thing' ? m.faceName : `the ${m.faceName}`;

const judgement = computed(() => {
  const m = selected.value;
  if (!m) return '';
  const cover = study.value.result.covers.find((c) => c.face === m.face) ?? null;
  if (m.covered && cover)
    return `Covered: the ${cover.chosen === 1 ? 'panel' : `${cover.chosen} panels`} chosen for ${place(m)} can stand over it.`;
  if (m.levelDb === null) return 'The surface absorbs everything; no tape is needed.';
  const late = m.delay >= MATTERS.withinS;
  if (!m.matters) {
    return late
      ? `Later than ${MATTERS.withinS * 1000} ms: heard as room, not as colour. Leave it for now.`
      : `Weaker than ${fixed(MATTERS.levelDb, 0)} dB: it hardly colours the sound.`;
  }
  const how = `Bare, and it matters: above ${fixed(MATTERS.levelDb, 0)} dB inside ${MATTERS.withinS * 1000} ms.`;
  if (m.on && m.on.kind !== 'patch' && m.on.kind !== 'rug') {
    return `${how} It falls on ${m.on.name}: no fixed panel there. A stand, a curtain or a door panel can take it.`;
  }
  if (m.kind === 'thing') return `${how} Tilt, move or cover that; a panel cannot hang there.`;
  if (!cover || m.kind === 'riser') return how;
  if (m.kind === 'floor') return `${how} A floor takes a rug rather than a panel; most rooms keep this one.`;
  if (cover.needed === null) return `${how} The panel chosen is too large for this surface.`;
  return `${how} ${cover.needed === 1 ? 'One panel covers' : `${cover.needed} panels cover`} all marks of ${place(m)}.`;
});
const canCover = computed(() => {
  const m = selected.value;
  if (!m || m.covered || (m.kind !== 'wall' && m.kind !== 'ceiling')) return null;
  if (m.on && m.on.kind !== 'patch') return null;
  const cover = study.value.result.covers.find((c) => c.face === m.face);
  return cover && cover.needed !== null && cover.needed > cover.chosen ? cover : null;
});
function coverIt(): void {
  const cover = canCover.value;
  if (!cover) return;
  doc.run({ type: 'set-counts', counts: { ...doc.project!.treatment.counts, [cover.face]: cover.needed! } });
}
function takeCsv(): void {
  const rows = marks.value.map((m) => ({
    loudspeaker: m.letter,
    surface: m.faceName,
    [`first tape`]: tapeWords(m.tape[0]),
    'first, m': Number(m.tape[0].metres.toFixed(4)),
    'second tape': tapeWords(m.tape[1]),
    'second, m': Number(m.tape[1].metres.toFixed(4)),
    'extra path, m': Number(m.extraPath.toFixed(4)),
    'delay, ms': Number((m.delay * 1000).toFixed(3)),
    'level re direct, dB': m.levelDb === null ? null : Number(m.levelDb.toFixed(2)),
    covered: m.covered ? 'yes' : 'no',
    on: m.on?.name ?? '',
  }));
  download('marks.csv', csvText(rows), 'text/csv');
}
/** Marks that only one of two compared states has, or whose levels differ. */
const differing = computed(() => {
  const theirs = results.other?.marks.result.marks ?? [];
  const level = (m: Mark | undefined) => (!m ? 'none' : m.levelDb === null ? '–' : fixed(m.levelDb, 1));
  const ids = [...new Set([...marks.value, ...theirs].map((m) => m.id))];
  return ids
    .map((id) => {
      const now = marks.value.find((m) => m.id === id);
      const other = theirs.find((m) => m.id === id);
      const { letter, faceName } = (now ?? other)!;
      return { id, letter, faceName, now: level(now), other: level(other) };
    })
    .filter((d) => d.now !== d.other);
});
function pick(m: Mark): void {
  session.selection = { kind: 'mark', id: m.id };
}
</script>

<template>
  <StageFrame
    title="Marks"
    subtitle="first order, every loudspeaker on every surface, to the bare surface"
    bench-label="The chosen mark and all marks"
  >
    <template #actions>
      <v-btn size="small" variant="text" @click="takeCsv">Take CSV</v-btn>
      <v-btn size="small" variant="outlined" @click="router.push('/sheet')">Marking sheet</v-btn>
    </template>
    <SettingOut
      v-if="scene"
      :scene="{ ...scene, selected: selected ? { kind: 'mark', id: selected.id } : scene.selected }"
      with-aside
      v-on="on"
    >
      <template #aside="area">
        <ArrivalPlot
          v-bind="area"
          :marks="marks"
          :selected="selected?.id ?? null"
          :hovered="session.hovered"
          :level-db="MATTERS.levelDb"
          :within-ms="MATTERS.withinS * 1000"
          @select="session.selection = { kind: 'mark', id: $event }"
        />
      </template>
    </SettingOut>
    <template #bench>
      <section v-if="selected" class="chosen" data-chosen-mark>
        <h2 class="heading"><TapeTag large :letter="selected.letter" /> on {{ place(selected) }}</h2>
        <p v-if="selected.own !== null" class="soft">{{ selected.own ? 'Own side' : 'Opposite loudspeaker' }}.</p>
        <div class="figures">
          <div v-for="t in selected.tape" :key="t.from">
            <span class="soft">{{ tapeWords(t) }}</span><QuantityText length :value="t.metres" />
          </div>
          <div>
            <span class="soft">later than direct</span
            ><QuantityText :value="selected.delay * 1000" unit="ms" :digits="1" />
          </div>
          <div><span class="soft">re direct</span><QuantityText :value="selected.levelDb" unit="dB" :digits="1" /></div>
        </div>
        <p>{{ judgement }}</p>
        <div class="actions-row">
          <v-btn v-if="canCover" size="small" variant="flat" color="primary" @click="coverIt">
            Set {{ canCover.needed }} {{ canCover.needed === 1 ? 'panel' : 'panels' }} there
          </v-btn>
          <WorkingButton :working="working" />
        </div>
      </section>
      <p v-else class="soft">No loudspeaker throws a first reflection to the head. Check the seat.</p>
      <StateCompare>
        <table class="list" aria-label="Marks that differ">
          <thead>
            <tr>
              <th>Mark</th>
              <th class="figure">now dB</th>
              <th class="figure">{{ results.other?.name }} dB</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in differing" :key="d.id">
              <td><TapeTag :letter="d.letter" /> {{ d.faceName }}</td>
              <td class="figure">{{ d.now }}</td>
              <td class="figure">{{ d.other }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="differing.length === 0" class="soft">Every mark is the same in both.</p>
      </StateCompare>
      <FindingList v-if="issues.length > 0" :issues="issues" empty="" />
      <table class="list" aria-label="All marks">
        <thead>
          <tr>
            <th>Mark</th>
            <th class="figure" title="First tape: from the front wall, or from the left wall on front and rear walls">
              1st
            </th>
            <th class="figure" title="Second tape: up from the floor, or from the left wall on floor and ceiling">
              2nd
            </th>
            <th class="figure" title="Extra path">+ path</th>
            <th class="figure">ms</th>
            <th class="figure">dB</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="m in marks"
            :key="m.id"
            class="pick"
            :class="{ selected: selected?.id === m.id, hovered: session.hovered === m.id }"
            :data-mark="m.id"
            tabindex="0"
            :aria-selected="selected?.id === m.id"
            @click="pick(m)"
            @keydown.enter="pick(m)"
            @pointerenter="session.hovered = m.id"
            @pointerleave="session.hovered = null"
          >
            <td>
              <TapeTag :letter="m.letter" /> {{ m.faceName }}<small v-if="m.on" class="soft on">{{ m.on.name }}</small
              ><span v-if="m.covered" class="good covered" title="covered">✓</span>
            </td>
            <td class="figure" :title="`${lengthText(m.tape[0].metres, session.system)} ${tapeWords(m.tape[0])}`">
              <QuantityText length :value="m.tape[0].metres" />
            </td>
            <td class="figure" :title="`${lengthText(m.tape[1].metres, session.system)} ${tapeWords(m.tape[1])}`">
              <QuantityText length :value="m.tape[1].metres" />
            </td>
            <td class="figure"><QuantityText length :value="m.extraPath" /></td>
            <td class="figure">{{ fixed(m.delay * 1000, 1) }}</td>
            <td class="figure" :class="{ bad: m.matters && !m.covered }">
              {{ m.levelDb === null ? '–' : fixed(m.levelDb, 1) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft note">
        First tape: from the front wall; on front and rear walls from the left wall. Second: up from the floor; on floor
        and ceiling from the left wall. Levels for a loudspeaker that radiates alike in all directions.
      </p>
    </template>
  </StageFrame>
</template>

<style scoped>
.on {
  display: block;
  line-height: 1.1;
}
.heading {
  font-size: 15px !important;
  display: flex;
  gap: 6px;
  align-items: center;
}
.chosen p {
  margin: 4px 0;
}
.figures {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 6px 10px;
  margin: 6px 0;
}
.figures > div {
  display: flex;
  flex-direction: column;
}
.figures .soft {
  font-size: 11.5px;
}
.figures :deep(.quantity) {
  font-size: 19px;
  font-weight: 600;
  line-height: 1.2;
}
table {
  margin-top: 6px;
}
table.list td :deep(.unit) {
  display: none;
}
table.list td,
table.list th {
  padding-right: 6px;
  white-space: nowrap;
}
.covered {
  margin-left: 4px;
}
.note {
  font-size: 12px;
}
</style>
