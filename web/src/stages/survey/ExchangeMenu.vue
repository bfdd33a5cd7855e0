<script setup lang="ts">
/** Drawings and models out, outlines in. The writers are loaded when they are asked for. */
import { ref } from 'vue';
import { download } from '../../charts/exports';
import { fileNameOf } from '../../files/projectFiles';
import { useSurvey } from './useSurvey';

const { doc, results, session, setting, project } = useSurvey();
const busy = ref(false);
const input = ref<HTMLInputElement | null>(null);

async function take(kind: 'svg' | 'dxf' | 'glb'): Promise<void> {
  busy.value = true;
  try {
    const name = fileNameOf(project.value.name);
    const { roomDrawing, roomFaces } = await import('@tawny/core/studies/drawing');
    if (kind === 'glb') {
      const { gltfBinary } = await import('@tawny/core/formats/gltf');
      const bytes = await gltfBinary(project.value.name, roomFaces(setting.value));
      download(`${name}.glb`, new Blob([bytes.slice().buffer], { type: 'model/gltf-binary' }));
      return;
    }
    const drawing = roomDrawing({
      setting: setting.value,
      swings: results.quick!.survey.result.swings,
      marks: results.quick!.marks.result.marks,
    });
    const { drawingDxf, drawingSvg } = await import('@tawny/core/formats/drawing');
    if (kind === 'svg') download(`${name}.svg`, drawingSvg(drawing), 'image/svg+xml');
    else download(`${name}.dxf`, drawingDxf(drawing), 'image/vnd.dxf');
  } finally {
    busy.value = false;
  }
}
async function bring(event: Event): Promise<void> {
  const chooser = event.target as HTMLInputElement;
  const file = chooser.files?.[0];
  chooser.value = '';
  if (!file) return;
  const { readOutlineFile } = await import('@tawny/core/formats/outlineFile');
  const read = readOutlineFile(file.name, await file.text());
  if (!read.ok) {
    session.refusal = { file: file.name, problems: read.problems };
    return;
  }
  if (doc.run({ type: 'set-outline', corners: read.corners })) {
    session.message = {
      text: `${file.name}: ${read.corners.length} walls. ${read.notes.join(' ')} Undo brings the old plan back.`,
      tone: 'plain',
    };
  }
}
</script>

<template>
  <v-menu>
    <template #activator="{ props }">
      <v-btn size="small" variant="outlined" v-bind="props" :loading="busy" data-exchange>Drawings</v-btn>
    </template>
    <v-list density="compact">
      <v-list-item title="Take plan and walls as DXF, 1:1 in mm" data-take="dxf" @click="take('dxf')" />
      <v-list-item title="Take plan and walls as SVG, 1:1 in mm" data-take="svg" @click="take('svg')" />
      <v-list-item title="Take the room as glTF" data-take="glb" @click="take('glb')" />
      <v-list-item title="Bring a plan outline (DXF, SVG)" data-bring="outline" @click="input?.click()" />
    </v-list>
  </v-menu>
  <input ref="input" type="file" accept=".dxf,.svg" hidden data-outline-file @change="bring" />
</template>
