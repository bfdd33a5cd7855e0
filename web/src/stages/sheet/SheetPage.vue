<script setup lang="ts">
/** The marking sheet: what to take into the room. Prints on two pages at most for a stereo pair. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { tapeWords } from '@tawny/core/words/tapes';
import SettingOut from '../../board/SettingOut.vue';
import { useBoard } from '../../desk/useBoard';
import TapeTag from '../../parts/TapeTag.vue';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

const doc = useDocument();
const results = useResults();
const session = useSession();
const router = useRouter();
const { scene } = useBoard({ marks: true, panels: false, movable: false, seat: true });
const setting = computed(() => results.quick!.setting);
const length = (m: number) => lengthText(m, session.system);

/** Surfaces in walking order, loudest mark first on each. */
const groups = computed(() => {
  const { marks } = results.quick!.marks.result;
  const order = setting.value.faces.map((f) => f.id);
  // Furniture has no place among the walls: it comes last.
  const things = [...new Set(marks.filter((m) => m.kind === 'thing').map((m) => m.face))];
  return [...order, ...things]
    .map((id) => ({ id, marks: marks.filter((m) => m.face === id) }))
    .filter((g) => g.marks.length > 0);
});
const print = () => window.print();
</script>

<template>
  <div v-if="doc.project" class="sheet">
    <nav class="bar">
      <v-btn size="small" variant="outlined" @click="router.push('/marks')">Back to Marks</v-btn>
      <v-btn size="small" variant="flat" color="primary" @click="print">Print</v-btn>
    </nav>
    <header>
      <h1>Marking sheet: {{ doc.project.name }}</h1>
      <p>
        Room {{ length(setting.solid.plan.reduce((m, c) => Math.max(m, c.at[0]), 0)) }} wide,
        {{ length(setting.length) }} long, {{ length(setting.solid.height) }} high. Face wall
        {{ doc.project.listening.facing }}. Ears {{ length(setting.head[1]) }} from the front wall,
        {{ length(setting.head[0]) }} from the left wall, {{ length(setting.head[2]) }} up.
      </p>
    </header>
    <div class="drawing"><SettingOut v-if="scene" :scene="{ ...scene, selected: null, hovered: null }" still /></div>
    <table>
      <thead>
        <tr>
          <th class="tick">done</th>
          <th>tape</th>
          <th>surface</th>
          <th>first measure</th>
          <th>second measure</th>
          <th>later</th>
          <th>level</th>
          <th>moved to, why</th>
        </tr>
      </thead>
      <tbody v-for="g in groups" :key="g.id">
        <tr v-for="m in g.marks" :key="m.id">
          <td class="tick"><span class="box" /></td>
          <td><TapeTag large :letter="m.letter" /></td>
          <td>{{ m.faceName }}{{ m.kind === 'wall' ? ` (${g.id})` : '' }}{{ m.on ? `, on ${m.on.name}` : '' }}</td>
          <td>
            <strong>{{ length(m.tape[0].metres) }}</strong> {{ tapeWords(m.tape[0]) }}
          </td>
          <td>
            <strong>{{ length(m.tape[1].metres) }}</strong> {{ tapeWords(m.tape[1]) }}
          </td>
          <td class="figure">{{ fixed(m.delay * 1000, 1) }} ms</td>
          <td class="figure">{{ m.levelDb === null ? '–' : `${fixed(m.levelDb, 1)} dB` }}</td>
          <td class="write" />
        </tr>
      </tbody>
    </table>
    <p class="foot">
      Loudspeaker positions:
      <template v-for="l in setting.loudspeakers" :key="l.id">
        {{ l.letter }} {{ length(l.at[1]) }} from front, {{ length(l.at[0]) }} from left, axis {{ length(l.at[2]) }} up.
      </template>
      Marks are points on the bare surface, good to about a centimetre; check one with a mirror before hanging.
    </p>
  </div>
</template>

<style scoped>
.sheet {
  height: 100vh;
  overflow-y: auto;
  background: var(--sheet);
  color: var(--ink);
  padding: 16px 28px 30px;
}
.bar {
  display: flex;
  gap: 8px;
  margin-bottom: 10px;
}
h1 {
  font-size: 18px;
  overflow-wrap: anywhere;
}
.drawing {
  display: flex;
  width: 960px;
  max-width: 100%;
  height: 560px;
}
table {
  border-collapse: collapse;
  width: 100%;
  max-width: 1100px;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
}
th,
td {
  border-bottom: 1px solid var(--rule-strong);
  padding: 5px 10px 5px 0;
}
td strong,
.figure {
  font-family: var(--figures);
}
td strong {
  font-size: 15px;
}
tbody {
  border-bottom: 2px solid var(--ink);
}
.box {
  display: inline-block;
  width: 15px;
  height: 15px;
  border: 1.5px solid var(--ink);
}
.write {
  min-width: 130px;
}
.foot {
  margin-top: 12px;
  font-size: 12px;
}
@media print {
  .bar {
    display: none;
  }
  .sheet {
    height: auto;
    overflow: visible;
    padding: 0;
  }
  tr {
    break-inside: avoid;
  }
}
</style>
