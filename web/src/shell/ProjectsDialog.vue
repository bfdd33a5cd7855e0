<script setup lang="ts">
/** Projects in this browser and in files: open, new, copy, save to a file, remove. */
import { computed, ref, watch } from 'vue';
import { useBringProject } from '../files/bringProject';
import { type DemoName, DEMOS } from '../files/demos';
import { DEMO_WORDS } from '../files/demoWords';
import { exportProject } from '../files/projectFiles';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import NewRoomForm from './NewRoomForm.vue';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const shown = computed({ get: () => props.open, set: (v) => !v && emit('close') });
const doc = useDocument();
const session = useSession();
const opener = useBringProject();

const list = ref<{ id: string; name: string; savedAt: number }[]>([]);
const removing = ref<string | null>(null);
const making = ref(false);
const picker = ref<HTMLInputElement | null>(null);

async function refresh(): Promise<void> {
  await doc.flush();
  try {
    list.value = await doc.list();
  } catch (error) {
    list.value = [];
    doc.storageFailed(error);
  }
}
watch(
  () => props.open,
  (open) => {
    if (!open) return;
    making.value = false;
    removing.value = null;
    void refresh();
  },
  { immediate: true },
);

const when = (ms: number) => new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short' }).format(ms);

async function take(id: string): Promise<void> {
  await doc.flush();
  if ((await opener.openStored(id)) === 'opened') emit('close');
}
async function pick(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  await doc.flush();
  if (await opener.openFile(file)) emit('close');
}
async function remove(id: string): Promise<void> {
  await doc.remove(id).catch(doc.storageFailed);
  removing.value = null;
  await refresh();
}
async function afresh(name: DemoName): Promise<void> {
  await opener.startDemoAfresh(name);
  emit('close');
}
/** What is not in this browser is said: the archive then holds the rest. */
async function saveArchive(): Promise<void> {
  if (!doc.stored) return;
  const { exportArchive } = await import('../files/archives');
  const missing = await exportArchive(doc.stored);
  if (missing > 0)
    session.message = {
      text: `Saved; ${missing} of its recordings are not in this browser and not in the file.`,
      tone: 'wrong',
    };
}
async function copy(): Promise<void> {
  await doc.flush();
  opener.duplicate();
  emit('close');
}
</script>

<template>
  <v-dialog v-model="shown" max-width="640" aria-labelledby="projects-title">
    <v-card class="projects">
      <h2 id="projects-title">Projects</h2>
      <div class="actions-row">
        <v-btn color="primary" variant="flat" size="small" @click="making = !making">New room</v-btn>
        <v-btn variant="outlined" size="small" @click="picker?.click()">Open a file</v-btn>
        <v-btn variant="outlined" size="small" @click="doc.stored && exportProject(doc.stored)">Save to a file</v-btn>
        <v-btn
          v-if="(doc.project?.measured.list.length ?? 0) > 0"
          variant="outlined"
          size="small"
          data-save-archive
          @click="saveArchive"
          >Save with recordings</v-btn
        >
        <v-btn variant="outlined" size="small" @click="copy">Copy this one</v-btn>
        <v-menu>
          <template #activator="{ props: menu }">
            <v-btn variant="outlined" size="small" v-bind="menu">Demo afresh</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item
              v-for="(demo, id) in DEMOS"
              :key="id"
              :title="demo.name"
              :subtitle="DEMO_WORDS[id]"
              @click="afresh(id)"
            />
          </v-list>
        </v-menu>
        <input
          ref="picker"
          type="file"
          accept=".json,.zip,application/json,application/zip"
          class="hidden"
          aria-label="Project file"
          data-file
          @change="pick"
        />
      </div>
      <NewRoomForm v-if="making" @made="emit('close')" />
      <h3>In this browser</h3>
      <ul>
        <li v-for="p in list" :key="p.id" :class="{ here: p.id === doc.stored?.id }">
          <button class="entry" @click="take(p.id)">
            <strong>{{ p.name }}</strong>
            <span class="soft">{{ p.id === doc.stored?.id ? 'open now' : when(p.savedAt) }}</span>
          </button>
          <template v-if="p.id !== doc.stored?.id">
            <v-btn v-if="removing !== p.id" size="x-small" variant="text" @click="removing = p.id">Remove</v-btn>
            <v-btn v-else size="x-small" variant="flat" color="error" @click="remove(p.id)">Remove for good</v-btn>
          </template>
        </li>
      </ul>
      <p class="soft">
        Projects stay in this browser. Save to a file to keep a copy, or to carry one to another machine.
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.projects {
  padding: 16px 20px;
}
h2 {
  font-size: 16px;
}
h3 {
  font-size: 13px;
  margin-top: 8px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0 10px;
  max-height: 260px;
  overflow-y: auto;
}
li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--rule);
}
.entry {
  flex: 1;
  min-width: 0;
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 6px 4px;
  text-align: left;
  color: var(--ink);
}
.entry strong {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.entry .soft {
  white-space: nowrap;
}
.entry:hover {
  background: var(--paper-deep);
}
.here strong {
  color: var(--tawny);
}
.hidden {
  display: none;
}
</style>
