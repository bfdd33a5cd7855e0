<script setup lang="ts">
/** A surface of a sheet: its title, its drawing to scale, and what the page says of it. */
import type { SheetPicture } from './useSheet';

defineProps<{ title: string; picture: SheetPicture; shows: string }>();
</script>

<template>
  <section class="block">
    <h2>
      {{ title }} <small>1 : {{ picture.scale }}</small>
    </h2>
    <img :src="picture.src" :style="picture.style" :alt="`${title} with its ${shows}, 1 to ${picture.scale}`" />
    <slot />
  </section>
</template>
