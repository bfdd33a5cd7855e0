<script setup lang="ts">
/** Things in a list: one is picked and opens its fields under its line; each can be taken away. */
import { mdiClose } from '@mdi/js';

defineProps<{
  items: readonly { id: string; name: string; detail: string }[];
  picked: string | null;
  /** What taking away is called. */
  what: string;
}>();
defineEmits<{ pick: [id: string | null]; remove: [id: string] }>();
</script>

<template>
  <ul class="picks">
    <li v-for="item in items" :key="item.id" :class="{ picked: picked === item.id }" :data-item="item.id">
      <div class="line">
        <button
          class="name"
          :aria-expanded="picked === item.id"
          @click="$emit('pick', picked === item.id ? null : item.id)"
        >
          {{ item.name }} <span class="soft">{{ item.detail }}</span>
        </button>
        <button
          class="away"
          :title="`Remove ${what} ${item.name}`"
          :aria-label="`Remove ${what} ${item.name}`"
          @click="$emit('remove', item.id)"
        >
          <v-icon :icon="mdiClose" size="15" />
        </button>
      </div>
      <div v-if="picked === item.id" class="fields"><slot :id="item.id" /></div>
    </li>
  </ul>
</template>

<style scoped>
.picks {
  list-style: none;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
}
li.picked {
  border-left: 3px solid var(--tawny);
  padding-left: 8px;
}
.line {
  display: flex;
  align-items: center;
  min-height: 30px;
}
.name {
  flex: 1;
  text-align: left;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding: 5px 0;
}
.picked .name {
  font-weight: 600;
}
.name .soft {
  font-weight: 400;
  font-size: 12px;
}
.away {
  width: 24px;
  height: 24px;
  color: var(--ink-soft);
}
.fields {
  padding-bottom: 8px;
}
</style>
