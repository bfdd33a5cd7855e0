<script setup lang="ts">
/** What one must know about keeping the project: that it is not kept, or what another window did. Stays until it is over or read. */
import { computed } from 'vue';
import { exportProject } from '../files/projectFiles';
import { newVersion } from '../offline';
import { useDocument } from '../stores/document';
import { troubleSentence } from '../words/keeping';

const doc = useDocument();
async function take(): Promise<void> {
  await doc.flush();
  newVersion.value?.();
}
const trouble = computed(() => (doc.trouble ? troubleSentence(doc.trouble) : null));
const deleted = computed(() => doc.trouble?.status === 'apart' && doc.trouble.why === 'deleted');
</script>

<template>
  <div class="kept">
    <section v-if="trouble" class="line trouble" role="alert" data-not-kept>
      <span>
        <strong>{{ trouble.head }}</strong> {{ trouble.rest }}
      </span>
      <v-btn v-if="deleted" size="x-small" variant="outlined" @click="doc.keepAgain()">Keep it here again</v-btn>
      <v-btn
        v-else-if="doc.trouble?.status === 'failed' && doc.stored"
        size="x-small"
        variant="outlined"
        @click="doc.flush()"
        >Try again</v-btn
      >
      <v-btn v-if="doc.stored" size="x-small" variant="flat" color="primary" @click="exportProject(doc.stored)"
        >Save to a file</v-btn
      >
    </section>
    <section v-if="newVersion" class="line" role="status" data-new-version>
      <span>A new version of Tawny Hall is here. Taking it loads the page anew; the project stays as it is.</span>
      <v-btn size="x-small" variant="outlined" @click="take()">Take it now</v-btn>
    </section>
    <section v-if="doc.notice" class="line" role="status" data-notice>
      <span>
        {{ doc.notice.sentence }}
        <template v-for="(d, i) in doc.notice.details.slice(0, 4)" :key="i"
          ><br /><code>{{ d }}</code></template
        >
        <template v-if="doc.notice.details.length > 4"><br />And {{ doc.notice.details.length - 4 }} more.</template>
      </span>
      <v-btn size="x-small" variant="text" @click="doc.notice = null">Close</v-btn>
    </section>
  </div>
</template>

<style scoped>
.kept {
  grid-area: kept;
  min-width: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 10px;
  padding: 5px 14px;
  border-bottom: 1px solid var(--rule);
  background: var(--paper-deep);
}
.line span {
  flex: 1 1 260px;
  min-width: 0;
  overflow-wrap: anywhere;
}
.trouble strong {
  color: var(--brick);
}
code {
  font-family: var(--figures);
  font-size: 12px;
}
</style>
