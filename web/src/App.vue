<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { computed, onErrorCaptured, onMounted, provide, reactive, ref, type Ref, shallowRef, toRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTheme } from 'vuetify';
import { useOpenProject } from './files/openProject';
import { demoOf } from './files/demos';
import { newVersion, prepareOffline, whenIdle } from './offline';
import { prepareStages } from './router';
import { LENGTHS, NEXT_STEP, SHOW_WORKING, type StepShown } from './parts/keys';
import AppHeader from './shell/AppHeader.vue';
import { hasCome, late, type LateName, prepareDialogs } from './shell/late';
import StageRule from './shell/StageRule.vue';
import VerdictLine from './shell/VerdictLine.vue';
import { useDocument } from './stores/document';
import { useSession } from './stores/session';

const document_ = useDocument();
const session = useSession();
const route = useRoute();
const router = useRouter();
const theme = useTheme();
const open = useOpenProject();

provide(LENGTHS, toRef(session, 'system'));
/** The next step comes once the first figures are on the page. One that does not come leaves its line empty. */
const step = shallowRef<{ shown: Readonly<Ref<StepShown | null>> } | null>(null);
provide(
  NEXT_STEP,
  computed(() => step.value?.shown.value ?? null),
);
provide(SHOW_WORKING, (working) => (session.working = working));
watch(
  () => session.dark,
  (dark) => theme.change(dark ? 'night' : 'day'),
  { immediate: true },
);

const dialog = ref<'projects' | 'goto' | null>(null);
const wanted = reactive(new Set<LateName>());
// A dialog that did not come leaves nothing half open: it is told of, and asked for again the next time.
onErrorCaptured(() => {
  for (const name of wanted) if (!hasCome(name)) wanted.delete(name);
  if (dialog.value && !hasCome(dialog.value)) dialog.value = null;
});
watch(
  () =>
    [
      dialog.value,
      session.help !== null && 'help',
      session.refusal && 'refusal',
      session.working && 'working',
      session.message && 'message',
      (document_.trouble ?? document_.notice ?? newVersion.value) && 'kept',
    ] as const,
  (now) => {
    for (const name of now) if (name) wanted.add(name);
  },
  { immediate: true },
);
const plain = computed(() => route.meta.plain === true);
const dropping = ref(false);
/** The shelf has been looked at: without a project now, the ways in are shown. */
const looked = ref(false);

onMounted(async () => {
  const demo = demoOf(location.pathname);
  await Promise.all([router.isReady(), demo ? open.openDemo(demo) : open.openLast()]);
  looked.value = true;
  void import('./desk/useNextStep').then(
    ({ useNextStep }) => (step.value = { shown: useNextStep(route, router) }),
    () => {},
  );
  // After the first drawing: nothing of it waits for what keeps the program here.
  if (import.meta.env.PROD) prepareOffline();
  whenIdle(
    () =>
      void prepareDialogs()
        .then(prepareStages, () => {})
        .then(() => wanted.add('shell')),
  );
});

function onKey(event: KeyboardEvent): void {
  const typing = (event.target as HTMLElement).matches?.('input:not([type="checkbox"]), textarea, [contenteditable]');
  const command = event.ctrlKey || event.metaKey;
  if (command && event.key.toLowerCase() === 'k') {
    event.preventDefault();
    dialog.value = 'goto';
  } else if (command && event.key.toLowerCase() === 's') {
    event.preventDefault();
    const project = document_.stored;
    if (project)
      void import('./files/projectFiles').then(
        ({ exportProject }) => exportProject(project),
        (error: unknown) => (session.message = { text: `No file was written: ${String(error)}`, tone: 'wrong' }),
      );
  } else if (!typing && command && event.key.toLowerCase() === 'z') {
    event.preventDefault();
    if (event.shiftKey) document_.redo();
    else document_.undo();
  } else if (!typing && command && event.key.toLowerCase() === 'y') {
    event.preventDefault();
    document_.redo();
  } else if (!typing && event.key === '?') {
    session.help = '';
  }
}

async function bring(file: File): Promise<void> {
  try {
    await (await import('./files/bringProject')).useBringProject().openFile(file);
  } catch (error) {
    session.message = { text: `${file.name} was not opened: ${String(error)}`, tone: 'wrong' };
  }
}
async function onDrop(event: DragEvent): Promise<void> {
  dropping.value = false;
  const file = event.dataTransfer?.files[0];
  if (file) await bring(file);
}
function onDragOver(event: DragEvent): void {
  if (event.dataTransfer?.types.includes('Files')) dropping.value = true;
}
function onHide(): void {
  if (document.visibilityState === 'hidden') void document_.flush();
}
const onPageHide = () => void document_.flush();
/** The browser asks whether to leave, only where leaving would lose something. */
function onLeave(event: BeforeUnloadEvent): void {
  if (document_.atRisk()) event.preventDefault();
}

useEventListener('keydown', onKey);
useEventListener(document, 'visibilitychange', onHide);
useEventListener('pagehide', onPageHide);
useEventListener('beforeunload', onLeave);

watch(
  () => document_.takenIn,
  () => (session.message = { text: 'Changes made in another window were taken in.', tone: 'plain' }),
);
</script>

<template>
  <v-app @dragover.prevent="onDragOver" @drop.prevent="onDrop" @dragleave.self="dropping = false">
    <RouterView v-if="plain && document_.project" />
    <div v-else class="shell">
      <AppHeader @projects="dialog = 'projects'" @goto="dialog = 'goto'" />
      <component :is="late.kept" v-if="wanted.has('kept')" />
      <StageRule v-if="document_.project" />
      <main id="main" class="main">
        <RouterView v-if="document_.project" />
        <component :is="late.start" v-else-if="looked" />
        <p v-else class="opening soft">Opening the project …</p>
      </main>
      <VerdictLine v-if="document_.project" />
      <component :is="late.shell" v-if="wanted.has('shell')" />
    </div>
    <div v-if="dropping" class="drop" @dragleave="dropping = false">Let go to open the project file</div>

    <component :is="late.projects" v-if="wanted.has('projects')" :open="dialog === 'projects'" @close="dialog = null" />
    <component
      :is="late.goto"
      v-if="wanted.has('goto')"
      :open="dialog === 'goto'"
      @close="dialog = null"
      @projects="dialog = 'projects'"
    />
    <component :is="late.help" v-if="wanted.has('help')" />
    <component :is="late.refusal" v-if="wanted.has('refusal')" />
    <component
      :is="late.working"
      v-if="wanted.has('working')"
      :working="session.working"
      @close="session.working = null"
    />
    <component :is="late.message" v-if="wanted.has('message')" />
  </v-app>
</template>

<style scoped>
.shell {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr);
  grid-template-rows: 44px auto minmax(0, 1fr) 58px;
  grid-template-areas: 'header header' 'kept kept' 'rule main' 'verdict verdict';
  height: 100vh;
}
.main {
  grid-area: main;
  min-width: 0;
  min-height: 0;
}
.opening {
  padding: 40px;
}
.drop {
  position: fixed;
  inset: 12px;
  border: 2px dashed var(--tawny);
  background: color-mix(in srgb, var(--paper) 88%, transparent);
  display: grid;
  place-items: center;
  font-size: 18px;
  font-weight: 600;
  z-index: 3000;
}
@media (max-width: 860px) {
  .shell {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto auto auto minmax(0, 1fr) auto;
    grid-template-areas: 'header' 'kept' 'rule' 'main' 'verdict';
  }
}
</style>
