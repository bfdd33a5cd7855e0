<script setup lang="ts">
/** What scatters, and its numbers; what is no prime is told with the near ones. */
import { computed } from 'vue';
import { isPrime, nearPrimes, primitiveRoots, skylineFormats } from '@tawny/core/physics/diffusers/sequences';
import { LIMITS } from '@tawny/core/document/schema/project';
import type { Scatterer } from '@tawny/core/recipes/types';
import { SCATTER_WORDS } from '@tawny/core/words/plan';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';

const props = defineProps<{ scatterer: Scatterer | null }>();
const emit = defineEmits<{ change: [scatterer: Scatterer | null] }>();
const scatterKinds = [
  { value: 'none', title: 'Nothing' },
  ...(Object.keys(SCATTER_WORDS) as Scatterer['kind'][]).map((value) => ({
    value: value,
    title: SCATTER_WORDS[value],
  })),
];
const ROWS = { designHz: 600, wellWidth: 0.05, periods: 2 };
function scatterAs(kind: string): void {
  const fresh: Record<string, Scatterer | null> = {
    none: null,
    qrd: { kind: 'qrd', N: 7, ...ROWS },
    prd: { kind: 'prd', N: 7, root: 3, ...ROWS },
    skyline: { kind: 'skyline', N: 13, root: 2, rows: 3, cols: 4, ...ROWS },
    curved: { kind: 'curved', rise: 0.15 },
    slats: { kind: 'slats', slat: 0.04 },
    bought: { kind: 'bought', designHz: 600, depth: 0.15 },
  };
  emit('change', fresh[kind] ?? null);
}
const s = computed(() => props.scatterer);
const setScatter = (values: Record<string, unknown>) => emit('change', { ...s.value, ...values } as Scatterer);
/** A new prime brings the nearest root and format that go with it. */
function setPrime(N: number): void {
  const now = s.value;
  if (!now || !('N' in now)) return;
  const values: Record<string, unknown> = { N };
  if (isPrime(N) && N > 2 && 'root' in now) {
    const roots = primitiveRoots(N);
    if (!roots.includes(now.root)) values.root = roots[0];
    if (now.kind === 'skyline') {
      const [format] = skylineFormats(N);
      if (format && now.rows * now.cols !== N - 1) [values.rows, values.cols] = format;
    }
  }
  setScatter(values);
}
const primes = computed(() => (s.value && 'N' in s.value && !isPrime(s.value.N) ? nearPrimes(s.value.N) : []));
const roots = computed(() =>
  s.value && 'root' in s.value && isPrime(s.value.N)
    ? primitiveRoots(s.value.N).map((r) => ({ value: r, title: String(r) }))
    : [],
);
</script>

<template>
  <ChoiceField
    wide
    label="What scatters"
    :model-value="s?.kind ?? 'none'"
    :items="scatterKinds"
    @update:model-value="scatterAs($event)"
  />
  <template v-if="s && 'N' in s">
    <NumberField
      label="Prime"
      kind="number"
      whole
      :step="2"
      :model-value="s.N"
      :min="3"
      :max="199"
      @update:model-value="setPrime($event)"
    />
    <p v-if="primes.length > 0" class="bad why" role="alert">
      {{ s.N }} is not prime: its residues repeat and it does not spread evenly. Near:
      <v-btn v-for="p in primes" :key="p" size="x-small" variant="outlined" @click="setPrime(p)">{{ p }}</v-btn>
    </p>
    <ChoiceField
      v-if="'root' in s && roots.length > 0"
      label="Primitive root"
      :model-value="s.root"
      :items="roots"
      @update:model-value="setScatter({ root: $event })"
    />
    <NumberField
      label="Design frequency"
      kind="number"
      unit="Hz"
      :step="50"
      :model-value="s.designHz"
      :min="LIMITS.designHz[0]"
      :max="LIMITS.designHz[1]"
      @update:model-value="setScatter({ designHz: $event })"
    />
    <NumberField
      label="Width of a well"
      :model-value="s.wellWidth"
      :min="LIMITS.wellWidth[0]"
      :max="LIMITS.wellWidth[1]"
      @update:model-value="setScatter({ wellWidth: $event })"
    />
    <NumberField
      label="Periods"
      kind="number"
      whole
      :step="1"
      :model-value="s.periods"
      :min="1"
      :max="12"
      @update:model-value="setScatter({ periods: $event })"
    />
  </template>
  <NumberField
    v-else-if="s?.kind === 'curved'"
    label="Rise of the curve"
    :model-value="s.rise"
    :min="LIMITS.rise[0]"
    :max="LIMITS.rise[1]"
    @update:model-value="setScatter({ rise: $event })"
  />
  <NumberField
    v-else-if="s?.kind === 'slats'"
    label="Width of a slat"
    :model-value="s.slat"
    :min="LIMITS.slat[0]"
    :max="LIMITS.slat[1]"
    @update:model-value="setScatter({ slat: $event })"
  />
  <template v-else-if="s?.kind === 'bought'">
    <NumberField
      label="Made for, and up"
      kind="number"
      unit="Hz"
      :step="50"
      :model-value="s.designHz"
      :min="LIMITS.scatterHz[0]"
      :max="LIMITS.scatterHz[1]"
      @update:model-value="setScatter({ designHz: $event })"
    />
    <NumberField
      label="Depth"
      :model-value="s.depth"
      :min="LIMITS.panelDepth[0]"
      :max="LIMITS.panelDepth[1]"
      @update:model-value="setScatter({ depth: $event })"
    />
  </template>
</template>

<style scoped>
.why {
  font-size: 12.5px;
  margin: 4px 0 6px;
}
</style>
