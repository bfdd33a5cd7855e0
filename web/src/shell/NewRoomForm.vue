<script setup lang="ts">
/** A room by its three lengths; nothing is made while a field holds what could not be read. */
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { LIMITS } from '@tawny/core/document/schema/project';
import { useBringProject } from '../files/bringProject';
import FieldGroup from '../fields/FieldGroup.vue';
import NumberField from '../fields/NumberField.vue';
import { useDocument } from '../stores/document';

const emit = defineEmits<{ made: [] }>();
const doc = useDocument();
const opener = useBringProject();
const router = useRouter();
const fresh = ref({ name: '', length: 5, width: 4, height: 2.5 });

async function create(): Promise<void> {
  await doc.flush();
  await opener.openNew(fresh.value.name.trim() || 'New room', fresh.value);
  emit('made');
  await router.push('/survey');
}
</script>

<template>
  <FieldGroup v-slot="{ guarded }">
    <form class="fresh" @submit.prevent="guarded(create)">
      <label class="row">
        <span class="label">Name</span>
        <v-text-field
          v-model="fresh.name"
          class="text"
          aria-label="Name of the new room"
          placeholder="New room"
          single-line
          maxlength="200"
          autofocus
        />
      </label>
      <NumberField
        v-model="fresh.length"
        label="Length, wall A to wall C"
        :min="LIMITS.side[0]"
        :max="LIMITS.side[1]"
      />
      <NumberField v-model="fresh.width" label="Width, wall D to wall B" :min="LIMITS.side[0]" :max="LIMITS.side[1]" />
      <NumberField v-model="fresh.height" label="Height" :min="LIMITS.height[0]" :max="LIMITS.height[1]" />
      <div class="actions-row">
        <v-btn color="primary" variant="flat" size="small" type="submit">Make the room</v-btn>
      </div>
    </form>
  </FieldGroup>
</template>

<style scoped>
.text {
  flex: 0 0 16rem;
}
.fresh {
  border-left: 3px solid var(--tawny);
  padding-left: 12px;
}
</style>
