<script setup lang="ts">
/** A figure opened: formula, what was put in, result, source and how far to trust it. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { lengthText } from '@tawny/core/quantities/lengths';
import { measuredIn, spoken } from '@tawny/core/quantities/measures';
import { useLengths } from './keys';
import type { Working, WorkingSymbol } from '@tawny/core/studies/types';

const system = useLengths();
const props = defineProps<{ working: Working | null }>();
const emit = defineEmits<{ close: [] }>();
const open = computed({ get: () => props.working !== null, set: (v) => !v && emit('close') });

/** Four significant digits, never an exponent for ordinary sizes. */
function figure({ value }: WorkingSymbol): string {
  if (typeof value === 'string') return value;
  if (value === 0) return '0';
  const text =
    Math.abs(value) >= 1e-4 && Math.abs(value) < 1e6 ? String(Number(value.toPrecision(4))) : value.toExponential(2);
  return text.replace('-', '−');
}

/** Formulas are worked in SI; beside it what the reader's own tape says. Empty where that is the same. */
function inReaders({ value, unit }: WorkingSymbol): string {
  if (system.value === 'metric' || typeof value === 'string') return '';
  const metres = { mm: 0.001, cm: 0.01, m: 1 }[unit];
  if (metres !== undefined) return lengthText(value * metres, system.value);
  const there = measuredIn(value, unit, system.value);
  return there.unit === unit ? '' : `${fixed(there.value, 2)} ${there.unit}`;
}
</script>

<template>
  <v-dialog v-model="open" max-width="620" aria-labelledby="working-title">
    <v-card v-if="working" class="working">
      <h2 id="working-title">{{ spoken(working.title, system) }}</h2>
      <p class="formula">{{ working.formula }}</p>
      <table>
        <tbody>
          <tr v-for="s in working.symbols" :key="s.symbol + s.meaning">
            <th scope="row">{{ s.symbol }}</th>
            <td class="meaning">{{ s.meaning }}</td>
            <td class="figure">
              {{ figure(s) }} <span class="unit">{{ s.unit }}</span>
              <span v-if="inReaders(s)" class="readers">{{ inReaders(s) }}</span>
            </td>
          </tr>
          <tr class="result">
            <th scope="row">{{ working.result.symbol }}</th>
            <td class="meaning">{{ working.result.meaning }}</td>
            <td class="figure">
              {{ figure(working.result) }} <span class="unit">{{ working.result.unit }}</span>
              <span v-if="inReaders(working.result)" class="readers">{{ inReaders(working.result) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <dl>
        <dt>Source</dt>
        <dd>{{ working.source }}</dd>
        <dt>Worth</dt>
        <dd>{{ working.validity }}</dd>
      </dl>
      <div class="actions"><v-btn variant="flat" color="primary" autofocus @click="emit('close')">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.working {
  padding: 18px 20px;
}
h2 {
  font-size: 16px;
  margin: 0 0 8px;
}
.formula {
  font-family: var(--figures);
  background: var(--paper-deep);
  border-left: 3px solid var(--tawny);
  padding: 8px 10px;
  margin: 0 0 10px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 4px 6px 4px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
th {
  font-family: var(--figures);
  font-weight: 600;
  white-space: nowrap;
  width: 5.5rem;
}
.figure {
  font-family: var(--figures);
  text-align: right;
  white-space: nowrap;
}
.readers {
  display: block;
  color: var(--ink-soft);
  font-size: 0.85em;
}
.unit {
  color: var(--ink-soft);
  font-size: 0.85em;
}
.result th,
.result td {
  font-weight: 700;
  border-bottom: 2px solid var(--ink);
}
dl {
  margin: 12px 0;
  display: grid;
  grid-template-columns: 4.5rem 1fr;
  gap: 4px 8px;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
.actions {
  text-align: right;
}
</style>
