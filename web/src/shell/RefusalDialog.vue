<script setup lang="ts">
/** A file that could not be opened: which, where in it, and why. The open project stays. */
import { computed } from 'vue';
import { download } from '../charts/download';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';

const session = useSession();
const doc = useDocument();
const open = computed({ get: () => session.refusal !== null, set: (v) => !v && (session.refusal = null) });
const MOST = 8;
async function rescue(id: string): Promise<void> {
  download('kept-as-it-is.json', JSON.stringify(await doc.raw(id), null, 2), 'application/json');
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" role="alertdialog" aria-labelledby="refusal-title">
    <v-card v-if="session.refusal" class="refusal" data-refusal>
      <h2 id="refusal-title">{{ session.refusal.file }} was not opened</h2>
      <ul>
        <li v-for="(p, i) in session.refusal.problems.slice(0, MOST)" :key="i">
          <code v-if="p.path">{{ p.path }}</code> {{ p.path ? ': ' : '' }}{{ p.message }}.
        </li>
      </ul>
      <p v-if="session.refusal.problems.length > MOST" class="soft">
        And {{ session.refusal.problems.length - MOST }} more.
      </p>
      <p v-if="doc.stored" class="soft">“{{ doc.stored.name }}” is as it was.</p>
      <p v-if="session.refusal.id" class="soft">It stays in this browser as it is, and is not written over.</p>
      <div class="actions">
        <v-btn v-if="session.refusal.id" variant="outlined" size="small" @click="rescue(session.refusal.id)"
          >Save what is there to a file</v-btn
        >
        <v-btn color="primary" variant="flat" size="small" autofocus @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.refusal {
  padding: 16px 20px;
}
h2 {
  font-size: 16px;
  overflow-wrap: anywhere;
}
ul {
  padding-left: 18px;
}
code {
  font-family: var(--figures);
  font-size: 12px;
}
.actions {
  text-align: right;
}
</style>
