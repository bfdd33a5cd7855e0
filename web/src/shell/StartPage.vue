<script setup lang="ts">
/** The first time: what this is, and three ways in. Seen again whenever no project is open. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useBringProject } from '../files/bringProject';
import { type DemoName, DEMOS } from '../files/demos';
import { DEMO_WORDS } from '../files/demoWords';
import NewRoomForm from './NewRoomForm.vue';

const opener = useBringProject();
const router = useRouter();
const making = ref(false);
const picker = ref<HTMLInputElement | null>(null);

async function look(name: DemoName): Promise<void> {
  await opener.openDemo(name);
  await router.push('/marks');
}
async function pick(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) await opener.openFile(file);
}
</script>

<template>
  <section class="start" aria-label="Start" data-start>
    <h1>What should hang where in this room?</h1>
    <p>
      Tape a room and set out its loudspeakers. Tawny Hall marks every first reflection on its surfaces, finds the notes
      that ring or vanish at your seat, says how much of which panel or diffuser brings the reverberation time to your
      target, and writes the lists to buy and cut. What it does not know it says.
    </p>
    <ol>
      <li>
        <div>
          <strong>My room</strong>
          <span class="soft">Length, width and height are enough to begin; the rest is taped bit by bit.</span>
        </div>
        <v-btn color="primary" variant="flat" :aria-expanded="making" @click="making = !making">New room</v-btn>
        <NewRoomForm v-if="making" class="form" />
      </li>
      <li v-for="(demo, id) in DEMOS" :key="id">
        <div>
          <strong>{{ demo.name }}</strong>
          <span class="soft">Made up to try things in: {{ DEMO_WORDS[id] }}.</span>
        </div>
        <v-btn variant="outlined" :data-demo="id" @click="look(id)">Look at it</v-btn>
      </li>
      <li>
        <div>
          <strong>A file</strong>
          <span class="soft">A project saved earlier, here or on another machine. You may drop it anywhere.</span>
        </div>
        <v-btn variant="outlined" @click="picker?.click()">Open a file</v-btn>
        <input
          ref="picker"
          type="file"
          accept=".json,.zip,application/json,application/zip"
          hidden
          aria-label="Project file"
          data-file
          @change="pick"
        />
      </li>
    </ol>
    <p class="soft">Everything stays in this browser and in the files you save. Nothing is sent anywhere.</p>
  </section>
</template>

<style scoped>
.start {
  max-width: 660px;
  padding: 44px 28px;
  margin: 0 auto;
  height: 100%;
  overflow-y: auto;
}
h1 {
  font-size: 22px;
  margin-bottom: 10px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 22px 0;
  border-top: 1px solid var(--rule);
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 120px;
  gap: 8px 20px;
  align-items: center;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
}
li > div {
  display: flex;
  flex-direction: column;
}
.form {
  grid-column: 1 / -1;
}
</style>
