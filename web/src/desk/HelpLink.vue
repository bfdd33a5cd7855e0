<script setup lang="ts">
/** From what is empty to what it is for. */
import type { StageId } from '@tawny/core/report/verdict';
import { useSession } from '../stores/session';

defineProps<{ stage: StageId }>();
const session = useSession();
</script>

<template>
  <button type="button" class="help-link" :data-help-link="stage" @click="session.help = stage">
    What is this stage for?
  </button>
</template>

<style scoped>
.help-link {
  color: var(--tawny);
  text-decoration: underline;
}
@media (pointer: coarse) {
  .help-link {
    min-block-size: 40px;
  }
}
</style>
