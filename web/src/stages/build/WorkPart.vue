<script setup lang="ts">
/** The work in batches: what is done to which pieces, how long it takes and on which day, ticked off as it is done. */
import { computed, ref, watch } from 'vue';
import { cutEdit, cutInputsFor, hungEdit } from '@tawny/core/studies/build/record';
import { progressOf, statusOf as statusIn, STATUSES } from '@tawny/core/document/made';
import type { Task, WorkUnit } from '@tawny/core/studies/build/work';
import { STEP_CARE, STEP_WORDS, taskCounts, timeText } from '@tawny/core/words/build/work';
import { counted } from '@tawny/core/words/counted';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useAnswers, useLines } from '../../answers/answers';
import { useBuild } from './useBuild';

const { doc, session, project, result, work, done, nameOf, clerk, cuts } = useBuild();
const answers = useAnswers();
const { batchCuts } = useLines();
const labels = computed(() => new Map(answers.glance!.hang.result.pieces.map((p) => [p.id, p.label])));
const batches = computed(() =>
  work.value.batches.map((units, b) => ({ units, tasks: work.value.tasks.filter((t) => t.batch === b) })),
);
/** The piece's own number on the wall, else the wall it is for. */
const place = (u: WorkUnit): string => {
  const face = answers.glance!.setting.faces.find((f) => f.id === u.place);
  return labels.value.get(u.piece) ?? (face ? surfaceWords(face.name) : u.place);
};
const statusOf = (u: WorkUnit) => statusIn(u.unit, done.value);
const made = computed(() => {
  const { by } = progressOf(project.value);
  return STATUSES.filter((s) => by[s] > 0)
    .map((s) => `${by[s]} ${s}`)
    .join(', ');
});
const when = (t: Task): string => {
  if (t.left.length === 0) return 'done';
  if (!t.from) return '';
  const day = (n: number) => work.value.dates[n] ?? `day ${n + 1}`;
  return t.from.day === t.to!.day ? day(t.from.day) : `${day(t.from.day)} to ${day(t.to!.day)}`;
};

/** A batch whose cutting is worked out, so that what it leaves comes into hand. */
const cutting = ref<{ batch: number; units: string[] } | null>(null);
const text = (b: number, t: Task) => `Batch ${b + 1} ${STEP_WORDS[t.step].done}: ${counted(t.left.length, 'piece')}`;
const tick = (t: Task, b: number): void => {
  const clear = t.left.length === 0;
  if (t.step === 'hang') {
    const commands = hungEdit(project.value, clear ? t.units : t.left, clear ? null : clerk().at);
    if (commands.length > 0) doc.run({ type: 'batch', as: commands[0]!.type, commands });
    return;
  }
  if (t.step === 'cut' && !clear) {
    cutting.value = { batch: b, units: [...t.left] };
    batchCuts.ask(cutInputsFor(project.value, result.value, t.left));
    return;
  }
  const { at, id } = clerk();
  const entry = clear ? null : { id: `log-${id()}`, at, kind: 'built' as const, text: text(b, t), readings: {} };
  doc.run({ type: 'tick-step', units: clear ? t.units : t.left, step: t.step, at: clear ? null : at, entry });
};
watch(
  () => [batchCuts.current.value, batchCuts.state.value.status] as const,
  ([current, status]) => {
    const now = cutting.value;
    if (!now || (!current && status !== 'failed')) return;
    cutting.value = null;
    const plans = current ? batchCuts.last.value!.plans : [];
    const words = `Batch ${now.batch + 1} cut: ${counted(now.units.length, 'piece')}`;
    const commands = cutEdit(project.value, plans, now.units, words, clerk());
    doc.run({ type: 'batch', as: 'tick-step', commands });
    const kept = commands.some((c) => c.type === 'put-in-hand');
    session.message = { text: kept ? `${words}; its offcuts are in hand.` : `${words}.`, tone: 'plain' };
  },
);
</script>

<template>
  <section data-work-part>
    <p>
      <b data-work-sum>{{ work.hours > 0 ? `${timeText(work.hours * 60)} for one person` : 'Nothing left to do' }}</b>{{
        work.hours > 0
          ? `, ${counted(work.days, 'day')} with ${project.making.people === 1 ? 'one' : project.making.people} at work`
          : ''
      }}. {{ made }}.
    </p>
    <p class="soft">
      Times are typical of careful amateurs; the pace beside makes them yours. Pieces that cover marks come first. Glue
      rests two hours or a night; meanwhile the next batch goes on.
    </p>
    <p v-if="cutting" class="soft" role="status">
      What batch {{ cutting.batch + 1 }} leaves over is being worked out …
    </p>
    <article v-for="(b, i) in batches" :key="i" class="batch" :data-batch="i + 1">
      <h2>Batch {{ i + 1 }}</h2>
      <ul class="units">
        <li v-for="u in b.units" :key="u.unit" :data-status="statusOf(u)">
          <b>{{ u.letter }}</b> {{ nameOf(u.recipe) }}, {{ place(u) }}{{ u.forMarks ? ', on a mark' : '' }}
          <span class="soft">{{ statusOf(u) }}</span>
        </li>
      </ul>
      <table class="list" :aria-label="`Steps of batch ${i + 1}`">
        <tbody>
          <tr v-for="t in b.tasks" v-show="t.minutes > 0 || t.left.length === 0" :key="t.step" :data-step="t.step">
            <td class="tick">
              <input
                :id="`step-${i}-${t.step}`"
                type="checkbox"
                :checked="t.left.length === 0"
                :disabled="cutting !== null || (t.step === 'cut' && cuts === null)"
                @change="tick(t, i)"
              />
            </td>
            <td>
              <label :for="`step-${i}-${t.step}`">{{ STEP_WORDS[t.step].name }}</label>
            </td>
            <td class="soft">{{ taskCounts(t, session.system) }}</td>
            <td class="figure">{{ t.minutes > 0 ? timeText(t.minutes) : '' }}</td>
            <td class="figure">{{ when(t) }}</td>
          </tr>
        </tbody>
      </table>
    </article>
    <h2 v-if="batches.length > 0">At each step</h2>
    <dl class="care">
      <template v-for="(c, step) in STEP_CARE" :key="step">
        <dt>{{ STEP_WORDS[step].name }}</dt>
        <dd>
          {{ c.tools }}.<br /><span class="soft">{{ c.care }}</span>
        </dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
.batch {
  margin-top: 16px;
}
.units {
  display: flex;
  flex-wrap: wrap;
  font-size: 12.5px;
  gap: 2px 18px;
  list-style: none;
  padding: 0;
}
.tick {
  width: 30px;
}
.tick input {
  height: 18px;
  width: 18px;
}
td.figure {
  width: 1%;
}
.care {
  display: grid;
  font-size: 12.5px;
  gap: 4px 14px;
  grid-template-columns: 130px minmax(0, 1fr);
  margin: 0;
}
.care dt {
  font-weight: 600;
}
.care dd {
  margin: 0;
}
@media (max-width: 600px) {
  .care {
    grid-template-columns: 1fr;
  }
  label {
    display: block;
    padding: 8px 0;
  }
  .tick input {
    height: 24px;
    width: 24px;
  }
}
</style>
