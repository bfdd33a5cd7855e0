<script setup lang="ts">
/** What has just happened, in passing; what went wrong stays until it is read. */
import { computed } from 'vue';
import { useSession } from '../stores/session';

const session = useSession();
const messageShown = computed({
  get: () => session.message !== null,
  set: (shown) => !shown && (session.message = null),
});
</script>

<template>
  <v-snackbar v-model="messageShown" location="bottom left" :timeout="session.message?.tone === 'wrong' ? -1 : 5000">
    {{ session.message?.text }}
    <template v-if="session.message?.tone === 'wrong'" #actions>
      <v-btn variant="text" @click="session.message = null">Close</v-btn>
    </template>
  </v-snackbar>
</template>
