<script setup lang="ts">
/**
 * Every number goes in here: SI in and out, tape-measure text in between. Shows what it understood while typing; bad text
 * stays in the field with a sentence, and the stored value stays as it was. Arrow keys step.
 */
import { computed, inject, nextTick, onBeforeUnmount, ref, watch } from 'vue';
import { FIELD_FAULTS, useLengths } from '../parts/keys';
import { type FieldKind, fieldText, fieldUnit, understand } from './fieldText';

const props = withDefaults(
  defineProps<{
    modelValue: number | null;
    label: string;
    kind?: 'length' | 'number';
    min: number;
    max: number;
    unit?: string;
    digits?: number;
    scale?: number;
    step?: number;
    whole?: boolean;
    hint?: string;
    /** May be left empty: then `clear` is emitted. */
    optional?: boolean;
  }>(),
  { kind: 'length', unit: '', digits: 0, scale: 1, step: 0.01, whole: false, hint: '' },
);
const emit = defineEmits<{ 'update:modelValue': [value: number]; clear: [] }>();

const system = useLengths();
const kind = computed((): FieldKind => ({
  kind: props.kind,
  min: props.min,
  max: props.max,
  digits: props.digits,
  scale: props.scale,
  unit: props.unit,
  whole: props.whole,
}));
const shown = computed(() => (props.modelValue === null ? '' : fieldText(props.modelValue, kind.value, system.value)));
const text = ref(shown.value);
const editing = ref(false);
watch(shown, (value) => {
  if (!editing.value || text.value === '') text.value = value;
});

const read = computed(() => understand(text.value, kind.value, system.value));
const changed = computed(() => text.value !== shown.value);
const emptied = computed(() => props.optional === true && text.value.trim() === '');
const error = computed(() => (changed.value && !emptied.value && !read.value.ok ? read.value.sentence : ''));
const group = inject(FIELD_FAULTS, null);
const field = Symbol(props.label);
watch(error, (sentence) => group?.(field, sentence ? { label: props.label, sentence } : null));
onBeforeUnmount(() => group?.(field, null));
const echo = computed(() => {
  if (!editing.value || !changed.value || !read.value.ok) return '';
  return /^\s*[\d.,]+\s*$/.test(text.value) && props.kind === 'number' ? '' : `= ${read.value.text}`;
});

function commit(): void {
  if (!changed.value) return;
  if (emptied.value) return emit('clear');
  if (!read.value.ok) return;
  const value = read.value.value;
  text.value = fieldText(value, kind.value, system.value);
  if (props.modelValue !== null && Math.abs(value - props.modelValue) <= 1e-9) return;
  emit('update:modelValue', value);
  // A value the room cannot take is refused: the field then says again what is.
  void nextTick(() => (text.value = shown.value));
}

function onFocus(event: FocusEvent): void {
  editing.value = true;
  (event.target as HTMLInputElement).select();
}

function onBlur(): void {
  editing.value = false;
  commit();
}

function onKey(event: KeyboardEvent): void {
  if (event.key === 'Enter') commit();
  else if (event.key === 'Escape') {
    text.value = shown.value;
    event.stopPropagation();
  } else if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
    event.preventDefault();
    const by = (event.shiftKey ? 10 : 1) * props.step * (event.key === 'ArrowUp' ? 1 : -1);
    const next = Math.min(props.max, Math.max(props.min, (props.modelValue ?? props.min) + by));
    text.value = fieldText(next, kind.value, system.value);
    emit('update:modelValue', next);
  }
}
</script>

<template>
  <label class="row">
    <span class="label"
      >{{ label }}<small v-if="hint">{{ hint }}</small></span
    >
    <v-text-field
      v-model="text"
      class="field"
      :aria-label="label"
      :suffix="fieldUnit(kind, system)"
      :error="error !== ''"
      :error-messages="error"
      :messages="echo"
      :inputmode="kind.kind === 'number' ? 'decimal' : 'text'"
      spellcheck="false"
      autocomplete="off"
      single-line
      @focus="onFocus"
      @blur="onBlur"
      @keydown="onKey"
    />
  </label>
</template>

<style scoped>
.field {
  flex: 0 0 8.6rem;
}
.field :deep(input) {
  text-align: right;
  font-family: var(--figures);
}
.field :deep(.v-messages) {
  text-align: right;
}
small {
  display: block;
  color: var(--ink-soft);
}
</style>
