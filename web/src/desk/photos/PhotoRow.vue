<script setup lang="ts">
/** Photographs of one piece: small in a row, one of them large, taken, saved and removed. They stay in this browser. */
import { computed, ref } from 'vue';
import { type Photo, usePhotos } from '../../stores/photos';
import { drawnOn } from './drawnOn';
import PhotoMarks from './PhotoMarks.vue';

const props = defineProps<{ about: string; name: string }>();
const photos = usePhotos();
const mine = computed(() => photos.shown.filter((p) => p.about === props.about));
const large = ref<string | null>(null);
const open = computed(() => mine.value.find((p) => p.id === large.value) ?? null);
const day = (at: Date) => at.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });
/** With what was drawn on it. */
async function save(event: Event, photo: Photo): Promise<void> {
  if (photo.drawn.length === 0) return;
  event.preventDefault();
  const url = URL.createObjectURL(await drawnOn(photo));
  Object.assign(document.createElement('a'), { href: url, download: `${props.name}.jpg` }).click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
function taken(event: Event): void {
  const input = event.target as HTMLInputElement;
  for (const file of input.files ?? []) void photos.add(props.about, file);
  input.value = '';
}
</script>

<template>
  <section class="photos" aria-label="Photographs">
    <button
      v-for="p in mine"
      :key="p.id"
      class="small"
      :aria-pressed="large === p.id"
      data-photo
      @click="large = large === p.id ? null : p.id"
    >
      <img :src="p.url" :alt="`${name}, ${day(p.takenAt)}`" />
    </button>
    <label class="take">
      Photograph
      <input type="file" accept="image/*" capture="environment" data-photo-file @change="taken" />
    </label>
    <p v-if="photos.refused" class="bad" role="alert" data-photo-refused>{{ photos.refused }}</p>
    <figure v-if="open">
      <PhotoMarks
        :key="open.id"
        :url="open.url"
        :name="`${name}, ${day(open.takenAt)}`"
        :drawn="open.drawn"
        @draw="photos.draw(open.id, $event)"
      />
      <figcaption>
        <span>{{ day(open.takenAt) }}</span>
        <a :href="open.url" :download="`${name}.jpg`" @click="save($event, open)">Save it</a>
        <button data-photo-remove @click="photos.remove(open.id)">Remove it</button>
      </figcaption>
    </figure>
    <p v-if="mine.length > 0" class="soft">
      Photographs stay in this browser and are in no project file: save those you want to keep.
    </p>
  </section>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 10px 0;
}
.small {
  border: 2px solid transparent;
  border-radius: 4px;
  padding: 0;
}
.small[aria-pressed='true'] {
  border-color: var(--tawny);
}
.small img {
  display: block;
  width: 64px;
  height: 64px;
  object-fit: cover;
  border-radius: 3px;
}
.take {
  align-items: center;
  border: 1.5px dashed var(--rule-strong);
  border-radius: 4px;
  cursor: pointer;
  display: flex;
  min-height: 64px;
  padding: 0 14px;
}
.take:focus-within {
  outline: 2px solid var(--tawny);
}
.take input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
figure,
p {
  flex: 1 0 100%;
  margin: 0;
}
figure img {
  display: block;
  max-width: 100%;
  border-radius: 4px;
}
figcaption {
  align-items: center;
  display: flex;
  gap: 16px;
  min-height: 44px;
}
figcaption span {
  flex: 1;
}
figcaption a,
figcaption button {
  color: var(--tawny);
  min-height: 44px;
  line-height: 44px;
}
</style>
