<script setup lang="ts">
/** A line or some lines of text, kept when the field is left. Escape puts back what was there. */
import { ref, watch } from 'vue';

const props = defineProps<{
  modelValue: string;
  label: string;
  most: number;
  lines?: number;
  /** An empty text is put back instead of kept. */
  required?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();
const text = ref(props.modelValue);
watch(
  () => props.modelValue,
  (value) => (text.value = value),
);
function keep(): void {
  const value = props.lines ? text.value : text.value.trim();
  if (props.required && value === '') text.value = props.modelValue;
  else if (value !== props.modelValue) emit('update:modelValue', value.slice(0, props.most));
}
function back(event: KeyboardEvent): void {
  text.value = props.modelValue;
  event.stopPropagation();
}
</script>

<template>
  <label class="row" :class="{ tall: lines }">
    <span class="label">{{ label }}</span>
    <v-textarea
      v-if="lines"
      v-model="text"
      class="field"
      :aria-label="label"
      :rows="lines"
      :maxlength="most"
      single-line
      auto-grow
      @blur="keep"
      @keydown.esc="back"
    />
    <v-text-field
      v-else
      v-model="text"
      class="field"
      :aria-label="label"
      :maxlength="most"
      autocomplete="off"
      single-line
      @blur="keep"
      @keydown.enter="keep"
      @keydown.esc="back"
    />
  </label>
</template>

<style scoped>
.field {
  flex: 0 0 13.2rem;
}
.row.tall {
  align-items: flex-start;
  padding-top: 6px;
}
</style>
