<script setup lang="ts">
/** Go to anything: type a few letters of a stage, mark, surface or action. */
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { namedRecipes } from '@tawny/core/document/recipes';
import { EXERCISES } from '@tawny/core/learn/exercises/all';
import { useExercise } from '../learn/useExercise';
import { useDocument } from '../stores/document';
import { useAnswers } from '../answers/answers';
import { useSession } from '../stores/session';
import { STAGES } from '../words/stages';
import { DECAY_PARTS, SURVEY_PARTS, type SurveyPart } from '../words/parts';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: []; projects: [] }>();
const shown = computed({ get: () => props.open, set: (v) => !v && emit('close') });
const router = useRouter();
const answers = useAnswers();
const session = useSession();
const exercises = useExercise();
const doc = useDocument();

function toPart(part: SurveyPart): void {
  session.surveyPart = part;
  void router.push('/survey');
}
interface Entry {
  title: string;
  kind: string;
  go: () => void;
}
const entries = computed((): Entry[] => {
  const q = answers.glance;
  return [
    ...STAGES.map((s): Entry => ({ title: s.name, kind: s.question, go: () => void router.push(`/${s.id}`) })),
    ...SURVEY_PARTS.map((p): Entry => ({
      title: `Survey: ${p.name.toLowerCase()}`,
      kind: 'part',
      go: () => toPart(p.id),
    })),
    ...DECAY_PARTS.map((p): Entry => ({
      title: `Decay: ${p.name.toLowerCase()}`,
      kind: 'part',
      go: () => {
        session.decayPart = p.id;
        void router.push('/decay');
      },
    })),
    ...(doc.project ? namedRecipes(doc.project, session.system) : []).map((r): Entry => ({
      title: r.name,
      kind: 'recipe',
      go: () => {
        session.recipe = r.id;
        void router.push('/recipes');
      },
    })),
    ...(doc.project?.room.openings ?? []).map((o): Entry => ({
      title: o.name,
      kind: `${o.kind} on ${o.wall}`,
      go: () => {
        session.selection = { kind: 'opening', id: o.id };
        toPart('openings');
      },
    })),
    ...(doc.project?.room.furniture ?? []).map((f): Entry => ({
      title: f.name,
      kind: f.kind,
      go: () => {
        session.selection = { kind: 'thing', id: f.id };
        toPart('things');
      },
    })),
    ...(q?.marks.result.marks ?? []).map((m): Entry => ({
      title: `Mark ${m.letter} ${m.faceName}`,
      kind: 'mark',
      go: () => {
        session.selection = { kind: 'mark', id: m.id };
        void router.push('/marks');
      },
    })),
    ...(q?.setting.loudspeakers ?? []).map((l): Entry => ({
      title: `Loudspeaker ${l.letter}`,
      kind: 'seat',
      go: () => {
        session.selection = { kind: 'loudspeaker', id: l.id };
        void router.push('/seat');
      },
    })),
    ...(q?.setting.faces ?? []).map((f): Entry => ({
      title: `Surface ${f.id} (${f.name})`,
      kind: f.material.name,
      go: () => {
        session.selection = { kind: 'face', id: f.surface };
        toPart('surfaces');
      },
    })),
    ...EXERCISES.map((e): Entry => ({
      title: `Exercise: ${e.title}`,
      kind: `${e.minutes} minutes`,
      go: () => void exercises.begin(e.id),
    })),
    { title: 'Help: the field’s words', kind: 'action', go: () => (session.help = '') },
    { title: 'Projects, open, new, save to a file', kind: 'action', go: () => emit('projects') },
    { title: 'Look around in three dimensions', kind: 'action', go: () => void router.push('/look') },
    { title: 'Hanging sheet to print', kind: 'action', go: () => void router.push('/hanging') },
    { title: 'Hanging on site, piece by piece', kind: 'action', go: () => void router.push('/site-hang') },
    { title: 'Marking sheet to print', kind: 'action', go: () => void router.push('/sheet') },
    { title: 'Place by the 38 % rule', kind: 'action', go: () => doc.run({ type: 'place-by-rule' }) },
    { title: session.dark ? 'Day colours' : 'Night colours', kind: 'action', go: () => (session.dark = !session.dark) },
  ];
});
const text = ref('');
const at = ref(0);
const found = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean);
  // "Sign-off" is found without its hyphen too.
  const sought = ({ title, kind }: Entry) => `${title} ${kind} ${title.replaceAll('-', '')}`.toLowerCase();
  return entries.value.filter((e) => words.every((w) => sought(e).includes(w))).slice(0, 12);
});
watch(
  () => props.open,
  () => {
    text.value = '';
    at.value = 0;
  },
);
watch(text, () => (at.value = 0));

function go(entry: Entry | undefined): void {
  if (!entry) return;
  emit('close');
  entry.go();
}
function onKey(event: KeyboardEvent): void {
  const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (by !== 0) {
    event.preventDefault();
    at.value = (at.value + by + found.value.length) % Math.max(1, found.value.length);
  } else if (event.key === 'Enter') go(found.value[at.value]);
}
</script>

<template>
  <v-dialog v-model="shown" max-width="520" aria-label="Go to anything">
    <v-card class="goto">
      <v-text-field
        v-model="text"
        placeholder="A stage, a mark, a surface, an action"
        aria-label="Go to"
        autofocus
        @keydown="onKey"
      />
      <ul role="listbox" aria-label="Found">
        <li
          v-for="(e, i) in found"
          :key="e.title"
          role="option"
          :aria-selected="i === at"
          @click="go(e)"
          @pointerenter="at = i"
        >
          <span>{{ e.title }}</span><span class="soft">{{ e.kind }}</span>
        </li>
        <li v-if="found.length === 0" class="soft" role="option" aria-selected="false">Nothing by that name.</li>
      </ul>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.goto {
  padding: 10px;
}
ul {
  list-style: none;
  padding: 6px 0 0;
  margin: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 16px;
  padding: 5px 8px;
  border-radius: 4px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--tawny-pale);
}
</style>
