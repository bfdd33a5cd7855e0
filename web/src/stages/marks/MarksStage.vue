<script setup lang="ts">
/** Marks: where does tape go for every loudspeaker on every surface, and which reflections matter? */
import AfterPaint from '../../parts/AfterPaint.vue';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import type { Mark } from '@tawny/core/studies/marks/study';
import SettingOut from '../../board/SettingOut.vue';
import type { BoardRoute } from '../../board/types';
import { useBoard } from '../../desk/useBoard';
import { useIssues } from '../../desk/useIssues';
import PartTabs from '../../parts/PartTabs.vue';
import StageFrame from '../../parts/StageFrame.vue';
import TapeTag from '../../parts/TapeTag.vue';
import { MARKS_PARTS } from '../../words/stages';
import {
  ArrivalPlot,
  ChosenMark,
  CoverPart,
  FindingList,
  MarkTable,
  MatterPart,
  PiecesPart,
  RangePart,
  SecondOrderPart,
  StateCompare,
} from './late';
import { useMarks } from './useMarks';

const { answers, session, study, marks, selected } = useMarks();
const router = useRouter();
const issues = useIssues('marks');
const routes = ref<BoardRoute[]>([]);
const { scene, on } = useBoard({ marks: true, panels: true, movable: true, seat: true, routes: () => routes.value });
const limit = computed(() => study.value.result.threshold);

const takeCsv = () => void import('./marksCsv').then(({ takeMarks }) => takeMarks(marks.value));
/** Marks that only one of two compared states has, or whose levels differ. */
const differing = computed(() => {
  const theirs = answers.other?.marks.result.marks ?? [];
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
const shown = computed(() => session.marksPart);
/** Levels of one octave, when one is asked for. */
const arrivals = computed(() => {
  const i = session.arrivalOctave;
  return i === null ? marks.value : marks.value.map((m) => ({ ...m, levelDb: m.octavesDb[i]! }));
});
const arrivalTitle = computed(() =>
  session.arrivalOctave === null ? 'Arrivals at the seat' : `Arrivals, ${OCTAVES[session.arrivalOctave]} Hz octave`,
);
const chosenOnBoard = computed(() => {
  if (!scene.value) return null;
  const mark =
    selected.value && scene.value.selected?.kind !== 'piece' ? { kind: 'mark', id: selected.value.id } : null;
  return mark ?? scene.value.selected;
});
</script>

<template>
  <StageFrame
    title="Marks"
    subtitle="every loudspeaker, over the head’s whole range"
    bench-label="The chosen mark and all marks"
  >
    <template #actions>
      <v-btn size="small" variant="text" @click="takeCsv">Save as CSV</v-btn>
      <v-btn size="small" variant="text" @click="router.push('/site')">Site view</v-btn>
      <v-btn size="small" variant="outlined" @click="router.push('/sheet')">Marking sheet</v-btn>
    </template>
    <SettingOut v-if="scene" :scene="{ ...scene, selected: chosenOnBoard }" with-aside v-on="on">
      <template #aside="area">
        <AfterPaint>
          <ArrivalPlot
            v-bind="area"
            :marks="arrivals"
            :title="arrivalTitle"
            :selected="selected?.id ?? null"
            :hovered="session.hovered"
            :level-db="limit.levelDb"
            :within-ms="limit.withinS * 1000"
            @select="session.selection = { kind: 'mark', id: $event }"
          />
        </AfterPaint>
      </template>
    </SettingOut>
    <template #bench>
      <PartTabs
        label="Parts of the marks"
        :parts="MARKS_PARTS"
        :shown="shown"
        :columns="5"
        @show="session.marksPart = $event"
      />
      <template v-if="shown === 'mark'">
        <ChosenMark v-if="selected" />
        <p v-else class="soft">No loudspeaker throws a first reflection to the head. Check the seat.</p>
        <CoverPart v-if="selected" @route="routes = $event ? [{ id: 'redirect', points: $event.path }] : []" />
        <MarkTable />
        <StateCompare>
          <table class="list" aria-label="Marks that differ">
            <thead>
              <tr>
                <th>Mark</th>
                <th class="figure">now dB</th>
                <th class="figure">{{ answers.otherName }} dB</th>
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
      </template>
      <MatterPart v-else-if="shown === 'matters'" />
      <RangePart v-else-if="shown === 'range'" />
      <PiecesPart v-else-if="shown === 'pieces'" />
      <SecondOrderPart v-else @route="routes = $event ? [{ id: $event.id, points: $event.path }] : []" />
    </template>
  </StageFrame>
</template>
