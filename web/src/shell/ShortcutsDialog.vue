<script setup lang="ts">
import { computed } from 'vue';

const props = defineProps<{ open: boolean }>();
const emit = defineEmits<{ close: [] }>();
const shown = computed({ get: () => props.open, set: (v) => !v && emit('close') });
const KEYS: [string, string][] = [
  ['Ctrl K', 'Go to anything: stages, marks, surfaces, actions'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z, Ctrl Y', 'Redo'],
  ['Ctrl S', 'Save the project to a file'],
  ['Tab, then arrows', 'Move head, loudspeaker, corner, wall or furniture by 1 cm'],
  ['Shift + arrows', 'by 10 cm'],
  ['Alt + arrows', 'by 1 mm'],
  ['Ctrl wheel; + − 0 on the board', 'Larger, smaller, fit; arrows push it along'],
  ['Up, down in a field', 'Step the figure; with Shift ten steps'],
  ['Left, right on a chart', 'Read its values'],
  ['Escape', 'Give up a drag, close a box, restore a field'],
  ['?', 'This list'],
];
</script>

<template>
  <v-dialog v-model="shown" max-width="480" aria-labelledby="keys-title">
    <v-card class="keys">
      <h2 id="keys-title">Keyboard</h2>
      <dl>
        <template v-for="[key, what] in KEYS" :key="key">
          <dt>{{ key }}</dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
      <div class="actions">
        <v-btn color="primary" variant="flat" size="small" autofocus @click="emit('close')">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.keys {
  padding: 16px 20px;
}
h2 {
  font-size: 16px;
}
dl {
  display: grid;
  grid-template-columns: 11rem 1fr;
  gap: 5px 12px;
}
dt {
  font-family: var(--figures);
  font-size: 12px;
}
dd {
  margin: 0;
}
.actions {
  text-align: right;
}
</style>
