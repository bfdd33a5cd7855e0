<script setup lang="ts">
/** A look into the room: faces, things and marks in three dimensions. For showing; everything is changed on the board. */
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';
import { createView, type RoomView } from './roomView';

const doc = useDocument();
const answers = useAnswers();
const session = useSession();
const router = useRouter();
const host = ref<HTMLElement | null>(null);
const walking = ref(false);
const failed = ref('');
let view: RoomView | null = null;
const model = computed(() => {
  const q = answers.glance!;
  return { setting: q.setting, marks: q.marks.result.marks };
});

onMounted(() => {
  try {
    view = createView(host.value!, (now) => (walking.value = now));
    show(true);
  } catch (error) {
    failed.value = `This browser cannot draw in three dimensions (${error instanceof Error ? error.message : String(error)}). The board shows everything.`;
  }
});
onBeforeUnmount(() => view?.dispose());
function show(fit: boolean): void {
  const style = getComputedStyle(host.value!);
  view?.show(model.value, (name) => style.getPropertyValue(name).trim(), fit);
}
watch([model, () => session.dark], () => show(false), { flush: 'post' });

async function takePicture(): Promise<void> {
  const blob = await view!.picture();
  download(`${fileNameOf(doc.project!.name)}-look.png`, blob);
}
</script>

<template>
  <div class="look page">
    <header>
      <v-btn size="small" variant="text" @click="router.push('/survey')">Back to the board</v-btn>
      <h1>{{ doc.project!.name }}</h1>
      <span class="soft">
        {{
          walking
            ? 'Arrow keys or W A S D walk, drag looks round, Escape steps out'
            : 'Drag turns, wheel nears, right drag shifts'
        }}
      </span>
      <span class="spacer" />
      <template v-if="!failed">
        <v-btn size="small" variant="text" @click="view?.fit()">Whole room</v-btn>
        <v-btn size="small" :variant="walking ? 'flat' : 'outlined'" @click="walking ? view?.fit() : view?.walk()">
          {{ walking ? 'Step out' : 'Stand at the seat' }}
        </v-btn>
        <v-btn size="small" variant="outlined" @click="takePicture">Save picture (PNG)</v-btn>
      </template>
    </header>
    <div ref="host" class="host" data-look />
    <p v-if="failed" class="failed">{{ failed }}</p>
  </div>
</template>

<style scoped>
.look {
  display: flex;
  flex-direction: column;
  height: 100vh;
  background: var(--paper);
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 6px 14px;
  border-bottom: 1px solid var(--rule);
}
h1 {
  font-size: 14px;
}
.spacer {
  flex: 1;
}
.host {
  flex: 1;
  min-height: 0;
}
.failed {
  padding: 40px;
}
</style>
