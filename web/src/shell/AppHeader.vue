<script setup lang="ts">
/** Top line: the project, going anywhere, undo and redo, units, theme, and whether it is saved. */
import { computed, nextTick, ref, shallowRef, watch } from 'vue';
import { mdiCircleHalfFull, mdiFolderOutline, mdiMagnify, mdiRedo, mdiUndo } from '@mdi/js';
import SavedState from './SavedState.vue';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import type { COMMAND_NAMES } from '../words/commands';
import OwlMark from './OwlMark.vue';

const emit = defineEmits<{ projects: []; goto: [] }>();
const doc = useDocument();
const session = useSession();
const UNITS = { metric: 'cm', feet: 'ft in', inches: 'inches' } as const;

const renaming = ref(false);
const name = ref('');
const input = ref<HTMLInputElement | null>(null);
async function startRename(): Promise<void> {
  name.value = doc.project?.name ?? '';
  renaming.value = true;
  await nextTick();
  input.value?.select();
}
function endRename(keep: boolean): void {
  if (!renaming.value) return;
  renaming.value = false;
  const wanted = name.value.trim().slice(0, 200);
  if (keep && wanted !== '' && wanted !== doc.project?.name) doc.run({ type: 'rename', name: wanted });
}
/** Names of edits come with the first one. */
const names = shallowRef<typeof COMMAND_NAMES | null>(null);
watch(
  () => doc.undoable ?? doc.redoable,
  (edit) => {
    if (!edit || names.value) return;
    void import('../words/commands').then(
      (late) => (names.value = late.COMMAND_NAMES),
      () => {},
    );
  },
  { immediate: true },
);
const undoTitle = computed(() =>
  doc.undoable ? `Undo ${names.value?.[doc.undoable] ?? 'the last edit'}` : 'Nothing to undo',
);
const redoTitle = computed(() =>
  doc.redoable ? `Redo ${names.value?.[doc.redoable] ?? 'what was taken back'}` : 'Nothing to redo',
);
</script>

<template>
  <header class="header">
    <OwlMark />
    <input
      v-if="renaming"
      ref="input"
      v-model="name"
      class="name-field"
      aria-label="Name of the project"
      maxlength="200"
      @keydown.enter="endRename(true)"
      @keydown.esc="endRename(false)"
      @blur="endRename(true)"
    />
    <button v-else class="name" :title="`${doc.project?.name ?? ''}: rename`" data-project-name @click="startRename">
      {{ doc.project?.name }}
    </button>
    <span data-scenario-place />
    <v-btn variant="outlined" size="small" :prepend-icon="mdiFolderOutline" @click="emit('projects')">Projects</v-btn>
    <span class="spacer" data-next-place />
    <button class="goto" @click="emit('goto')">
      <v-icon :icon="mdiMagnify" size="16" /> <span>Go to anything</span> <kbd>Ctrl K</kbd>
    </button>
    <v-btn
      variant="text"
      size="small"
      :icon="mdiUndo"
      :disabled="!doc.undoable"
      :aria-label="undoTitle"
      :title="undoTitle"
      @click="doc.undo()"
    />
    <v-btn
      variant="text"
      size="small"
      :icon="mdiRedo"
      :disabled="!doc.redoable"
      :aria-label="redoTitle"
      :title="redoTitle"
      @click="doc.redo()"
    />
    <v-btn
      variant="outlined"
      size="small"
      title="Units of length: next"
      :aria-label="`Units of length: ${UNITS[session.system]}. Next`"
      @click="session.nextSystem()"
      >{{ UNITS[session.system] }}</v-btn
    >
    <v-btn
      variant="text"
      size="small"
      :icon="mdiCircleHalfFull"
      :aria-label="session.dark ? 'Day colours' : 'Night colours'"
      :title="session.dark ? 'Day colours' : 'Night colours'"
      @click="session.dark = !session.dark"
    />
    <v-btn
      variant="text"
      size="small"
      class="help"
      aria-label="Help"
      title="Help, exercises and keys"
      @click="session.help = ''"
      >?</v-btn
    >
    <SavedState v-if="doc.project" :state="doc.saving" />
  </header>
</template>

<style scoped>
.header {
  grid-area: header;
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 0 14px;
  border-bottom: 1px solid var(--rule);
  min-width: 0;
}
.name,
.name-field {
  font-weight: 700;
  font-size: 15px;
  padding: 2px 6px;
  border-radius: 4px;
  color: var(--ink);
  flex: 0 0 auto;
  min-width: 3rem;
  max-width: 15rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.name:hover {
  background: var(--paper-deep);
}
.name-field {
  border: 1px solid var(--tawny);
  background: var(--sheet);
  width: 22rem;
}
.spacer {
  flex: 1;
  min-width: 0;
}
.goto {
  display: flex;
  align-items: center;
  gap: 6px;
  border: 1px solid var(--rule-strong);
  border-radius: 4px;
  background: var(--sheet);
  padding: 3px 10px;
  color: var(--ink-soft);
  min-width: 210px;
}
.goto span {
  flex: 1;
  text-align: left;
}
kbd {
  font-family: var(--figures);
  font-size: 11px;
}
.help {
  min-width: 28px;
  padding: 0;
}
@media (max-width: 860px) {
  .header {
    flex-wrap: wrap;
    padding: 6px 10px;
  }
  .goto {
    min-width: 0;
  }
  .spacer {
    order: 9;
    flex: 1 0 100%;
  }
  .goto span,
  .goto kbd {
    display: none;
  }
  .name {
    max-width: 9rem;
  }
}
</style>
