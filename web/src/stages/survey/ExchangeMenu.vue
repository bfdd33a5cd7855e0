<script setup lang="ts">
/** Drawings and models out, outlines in. The writers are loaded when they are asked for. */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue';
import type { FoundOutline } from '@tawny/core/formats/outlineFile';
import { MOST_MEGABYTES, tooLarge } from '@tawny/core/formats/outlines';
import { lengthText } from '@tawny/core/quantities/lengths';
import { download } from '../../charts/download';
import { fileNameOf } from '../../files/projectFiles';
import { createDrawingReader } from '../../files/drawingReader';
import { useSurvey } from './useSurvey';

const { doc, answers, session, setting, project } = useSurvey();
const busy = ref(false);
const input = ref<HTMLInputElement | null>(null);

async function take(kind: 'svg' | 'dxf' | 'glb'): Promise<void> {
  busy.value = true;
  try {
    const name = fileNameOf(project.value.name);
    const { roomDrawing, roomFaces } = await import('@tawny/core/report/roomDrawing');
    if (kind === 'glb') {
      const { gltfBinary } = await import('@tawny/core/formats/gltf');
      const bytes = await gltfBinary(project.value.name, roomFaces(setting.value));
      download(`${name}.glb`, new Blob([bytes.slice().buffer], { type: 'model/gltf-binary' }));
      return;
    }
    const drawing = roomDrawing({
      setting: setting.value,
      swings: answers.glance!.survey.result.swings,
      marks: answers.glance!.marks.result.marks,
    });
    const { drawingDxf, drawingSvg } = await import('@tawny/core/formats/drawing');
    if (kind === 'svg') download(`${name}.svg`, drawingSvg(drawing), 'image/svg+xml');
    else download(`${name}.dxf`, drawingDxf(drawing), 'image/vnd.dxf');
  } finally {
    busy.value = false;
  }
}
/** The name of the drawing being read. */
const reading = ref<string | null>(null);
const reader = createDrawingReader();
const readPart = ref(0);
onBeforeUnmount(() => reader.cancel());
async function bring(event: Event): Promise<void> {
  const chooser = event.target as HTMLInputElement;
  const file = chooser.files?.[0];
  chooser.value = '';
  if (!file) return;
  const large = tooLarge(file.size);
  if (large !== null) {
    session.refusal = { file: file.name, problems: [{ path: '', message: large }] };
    return;
  }
  reading.value = file.name;
  readPart.value = 0;
  const read = await reader.read(file, (part) => (readPart.value = part));
  reading.value = null;
  if (!read) return;
  if (!read.ok) {
    session.refusal = { file: file.name, problems: read.problems };
    return;
  }
  if (read.outlines.length === 1) return bringOutline(file.name, read.outlines[0], read.notes);
  found.value = { file: file.name, outlines: read.outlines, notes: read.notes };
}
const found = shallowRef<{ file: string; outlines: FoundOutline[]; notes: string[] } | null>(null);
const picking = computed({ get: () => found.value !== null, set: (open) => !open && (found.value = null) });
function bringOutline(file: string, outline: FoundOutline, notes: readonly string[]): void {
  found.value = null;
  if (!doc.run({ type: 'set-outline', corners: outline.corners.map((c) => ({ ...c })) })) return;
  session.message = {
    text: `${file}: ${outline.corners.length} walls. ${notes.join(' ')} Undo brings the old plan back.`,
    tone: 'plain',
  };
}
/** An outline in a box of 120 by 80. */
function thumb(o: FoundOutline): string {
  const scale = Math.min(112 / o.width, 72 / o.height);
  return o.corners.map((c) => `${(4 + c.x * scale).toFixed(1)},${(4 + c.y * scale).toFixed(1)}`).join(' ');
}
</script>

<template>
  <v-menu>
    <template #activator="{ props }">
      <v-btn size="small" variant="outlined" v-bind="props" :loading="busy" data-exchange>Drawings</v-btn>
    </template>
    <v-list density="compact">
      <v-list-item title="Save plan and walls as DXF, 1:1 in mm" data-take="dxf" @click="take('dxf')" />
      <v-list-item title="Save plan and walls as SVG, 1:1 in mm" data-take="svg" @click="take('svg')" />
      <v-list-item title="Save the room as glTF" data-take="glb" @click="take('glb')" />
      <v-list-item
        title="Bring a plan outline (DXF, SVG)"
        :subtitle="`up to ${MOST_MEGABYTES} MB`"
        data-bring="outline"
        @click="input?.click()"
      />
    </v-list>
  </v-menu>
  <span v-if="reading" class="reading" role="status">
    Reading {{ reading }}, {{ Math.round(100 * readPart) }} % …
    <v-btn size="x-small" variant="outlined" @click="reader.cancel()">Cancel</v-btn>
  </span>
  <v-dialog v-model="picking" max-width="560" aria-labelledby="outline-title">
    <v-card v-if="found" class="outlines">
      <h2 id="outline-title">Which of these is the plan?</h2>
      <p class="soft">{{ found.file }} holds {{ found.outlines.length }} closed outlines that could be a room.</p>
      <ul>
        <li v-for="(o, i) in found.outlines" :key="i">
          <button class="outline" :data-outline="i" @click="bringOutline(found.file, o, found.notes)">
            <svg width="120" height="80" aria-hidden="true"><polygon :points="thumb(o)" /></svg>
            <span
              ><strong>{{ lengthText(o.width, session.system) }} × {{ lengthText(o.height, session.system) }}</strong
              ><br /><span class="soft">{{ o.corners.length }} walls, {{ o.where }}</span></span
            >
          </button>
        </li>
      </ul>
      <div class="actions-row"><v-btn size="small" variant="text" @click="picking = false">None of them</v-btn></div>
    </v-card>
  </v-dialog>
  <input ref="input" type="file" accept=".dxf,.svg" hidden data-outline-file @change="bring" />
</template>

<style scoped>
.outlines {
  padding: 16px 20px;
}
.outlines h2 {
  font-size: 16px;
}
ul {
  list-style: none;
  padding: 0;
  max-height: 60vh;
  overflow-y: auto;
}
.outline {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  padding: 6px 4px;
  text-align: left;
  color: var(--ink);
  border-bottom: 1px solid var(--rule);
}
.outline:hover {
  background: var(--paper-deep);
}
polygon {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
</style>
