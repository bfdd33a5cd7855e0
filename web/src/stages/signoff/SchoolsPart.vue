<script setup lang="ts">
/** Where practice differs: what every school says of this room, which one is in force, and changing it here. */
import { QUESTIONS, saysText, schoolName } from '@tawny/core/words/signoff/schools';
import { useLengths } from '../../parts/keys';
import { STAGES } from '../../words/stages';
import { useSignoff } from './useSignoff';

const { doc, schools } = useSignoff();
const system = useLengths();
const nameOf = (stage: string) => STAGES.find((s) => s.id === stage)!.name;
</script>

<template>
  <section v-for="list in schools" :key="list[0]!.about" :aria-label="QUESTIONS[list[0]!.about].title">
    <h2>{{ QUESTIONS[list[0]!.about].title }}</h2>
    <p class="soft">
      {{ QUESTIONS[list[0]!.about].why }}
      <RouterLink :to="`/${QUESTIONS[list[0]!.about].stage}`">{{ nameOf(QUESTIONS[list[0]!.about].stage) }}</RouterLink>
    </p>
    <table :aria-label="QUESTIONS[list[0]!.about].title">
      <tbody>
        <tr v-for="s in list" :key="s.school" :class="{ force: s.inForce }" :data-says="`${s.about} ${s.school}`">
          <th scope="row" :title="schoolName(s).why">{{ schoolName(s).name }}</th>
          <td>{{ saysText(s, system) }}</td>
          <td class="act">
            <span v-if="s.inForce">in force</span>
            <button v-else-if="s.command" type="button" @click="doc.run(s.command)">Use it</button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section + section {
  margin-block-start: 20px;
}
h2 {
  margin: 0 0 2px;
  font-size: 14px;
}
p {
  margin: 0 0 6px;
  font-size: 13px;
}
a {
  color: var(--tawny);
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 5px 10px 5px 6px;
  border-block-end: 1px solid var(--rule);
  text-align: start;
  vertical-align: top;
}
th {
  inline-size: 30%;
  font-weight: 500;
}
.force {
  background: var(--tawny-pale);
}
.force th,
.force .act {
  font-weight: 600;
}
.act {
  inline-size: 84px;
  white-space: nowrap;
}
.act button {
  padding: 1px 9px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
}
</style>
