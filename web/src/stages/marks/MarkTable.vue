<script setup lang="ts">
/** All marks, loudest first. */
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import type { Mark } from '@tawny/core/studies/marks/study';
import { tapeWords } from '@tawny/core/words/tapes';
import QuantityText from '../../parts/QuantityText.vue';
import TapeTag from '../../parts/TapeTag.vue';
import HelpLink from '../../desk/HelpLink.vue';
import { useMarks } from './useMarks';

const { marks, selected, session, study } = useMarks();
const pick = (m: Mark) => (session.selection = { kind: 'mark', id: m.id });
</script>

<template>
  <HelpLink v-if="marks.length === 0" stage="marks" />
  <table class="list" aria-label="All marks">
    <thead>
      <tr>
        <th>Mark</th>
        <th class="figure" title="First tape: from the front wall, or from the left wall on front and rear walls">
          1st
        </th>
        <th class="figure" title="Second tape: up from the floor, or from the left wall on floor and ceiling">2nd</th>
        <th v-if="session.system === 'metric'" class="figure" title="Extra path">+ path</th>
        <th class="figure">ms</th>
        <th class="figure">dB</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="m in marks"
        :key="m.id"
        v-memo="[
          m.levelDb,
          m.delay,
          m.tape[0].metres,
          m.tape[1].metres,
          m.tape[0].wall,
          m.extraPath,
          m.matters,
          m.covered,
          m.on?.name,
          m.faceName,
          m.letter,
          session.system,
          selected?.id === m.id,
          session.hovered === m.id,
        ]"
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
          <TapeTag :letter="m.letter" /> {{ m.faceName
          }}<small v-if="m.piece || m.on" class="soft on">{{ (m.piece ?? m.on)!.name }}</small
          ><span v-if="m.covered" class="good covered" title="covered">✓</span>
        </td>
        <td class="figure" :title="`${lengthText(m.tape[0].metres, session.system)} ${tapeWords(m.tape[0])}`">
          <QuantityText length :value="m.tape[0].metres" />
        </td>
        <td class="figure" :title="`${lengthText(m.tape[1].metres, session.system)} ${tapeWords(m.tape[1])}`">
          <QuantityText length :value="m.tape[1].metres" />
        </td>
        <td v-if="session.system === 'metric'" class="figure"><QuantityText length :value="m.extraPath" /></td>
        <td class="figure">{{ fixed(m.delay * 1000, 1) }}</td>
        <td class="figure" :class="{ bad: m.matters && !m.covered }">
          {{ m.levelDb === null ? '–' : fixed(m.levelDb, 1) }}
        </td>
      </tr>
    </tbody>
  </table>
  <template v-if="study.result.hidden.length > 0">
    <h2>Hidden</h2>
    <p v-for="h in study.result.hidden" :key="`${h.loudspeaker}-${h.face}`" class="soft hidden" data-hidden>
      <TapeTag :letter="h.letter" /> {{ h.faceName }}: {{ h.by }} is in the way.
    </p>
  </template>
  <p class="soft note">
    First tape: from the front wall; on front and rear walls from the left wall. Second: up from the floor; on floor and
    ceiling from the left wall. Levels for a loudspeaker that radiates alike in all directions.
  </p>
</template>

<style scoped>
.on {
  display: block;
  line-height: 1.1;
}
table {
  margin-top: 6px;
}
table.list td :deep(.unit) {
  display: none;
}
table.list td,
table.list th {
  padding-right: 4px;
  white-space: nowrap;
}
table.list td:first-child {
  white-space: normal;
  overflow-wrap: anywhere;
}
table.list td:last-child,
table.list th:last-child {
  padding-right: 0;
}
.covered {
  margin-left: 4px;
}
.hidden {
  margin: 2px 0;
}
.note {
  font-size: 12px;
}
</style>
