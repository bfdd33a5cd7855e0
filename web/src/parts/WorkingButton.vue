<script setup lang="ts">
/** "Show the working" for one figure. */
import { inject } from 'vue';
import type { Working } from '@tawny/core/studies/types';
import { SHOW_WORKING } from './keys';

const props = defineProps<{ working: Working | null | undefined; small?: boolean; label?: string }>();
const show = inject(SHOW_WORKING, () => {});
</script>

<template>
  <v-btn
    v-if="working"
    class="working"
    :class="{ large: !small }"
    :size="small ? 'x-small' : 'small'"
    :variant="small ? 'text' : 'outlined'"
    color="primary"
    :aria-label="`Show the working: ${props.working!.title}`"
    @click.stop="show(props.working!)"
    >{{ label ?? (small ? 'Working' : 'Show the working') }}</v-btn
  >
</template>

<style scoped>
/* After a sentence it stands on a line of its own as often as not: it never touches the words above. */
.large {
  margin-top: 6px;
}
</style>
