<script setup lang="ts">
/** What the shown recipe is worth: ratings, depth, mass, money, cautions, and what is special about it. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import type { RecipeSheet } from '@tawny/core/studies/recipes/study';
import type { Working } from '@tawny/core/studies/types';
import { CAUTION_WORDS } from '@tawny/core/words/plan';
import { materialName } from '@tawny/core/words/build/build';
import { cutText } from '@tawny/core/quantities/cutLengths';
import { lengthText } from '@tawny/core/quantities/lengths';
import { areaText, runText, volumeText } from '@tawny/core/quantities/measures';
import FigureGrid from '../../parts/FigureGrid.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useLengths } from '../../parts/keys';

const props = defineProps<{ sheet: RecipeSheet; currency: string; working: Working | null }>();
const system = useLengths();
const figures = computed(() => {
  const { rating, depth, bill } = props.sheet;
  return [
    {
      name: 'Weighted',
      value: rating?.alphaW ?? null,
      unit: rating ? `${rating.indicators ? `(${rating.indicators})` : ''} ${rating.absorptionClass ?? ''}` : '',
      digits: 2,
    },
    { name: 'NRC', value: rating?.nrc ?? null, digits: 2 },
    { name: 'SAA', value: rating?.saa ?? null, digits: 2 },
    { name: 'Depth', value: depth, length: true },
    { name: 'One piece weighs', value: bill.mass, unit: 'kg', digits: 1 },
    { name: 'and costs', value: bill.cost, unit: props.currency, digits: 0 },
  ];
});
const kilo = (sigma: number) => fixed(sigma / 1000, 1);
</script>

<template>
  <FigureGrid :figures="figures" :columns="6" />
  <ul class="facts">
    <li v-if="sheet.bestFill">
      At this depth about {{ kilo(sheet.bestFill.sigma) }} kPa·s/m² absorbs most from 100 Hz up; anything from
      {{ kilo(sheet.bestFill.low) }} to {{ kilo(sheet.bestFill.high) }} is within 0.02 of it. Rule of thumb:
      {{ kilo(sheet.bestFill.rule) }}.
    </li>
    <li v-if="sheet.deepest > 0 && sheet.depth - sheet.deepest > 1e-6">
      The deepest well is {{ lengthText(sheet.deepest, system) }}; bottoms and back board come behind it.
    </li>
    <li v-if="sheet.facing !== null && sheet.facing > 0.03">
      Its cloth costs {{ fixed(sheet.facing, 2) }} of absorption from 2 to 10 kHz.
    </li>
    <li v-for="n in sheet.notes" :key="n.kind">
      <template v-if="n.kind === 'gap-deep'"
        >Its gap of {{ lengthText(n.gap, system) }} is deeper than its fill of {{ lengthText(n.fill, system) }}: it dips
        where the gap is half a wave. Up to the fill’s own depth a gap is free absorption.</template
      >
      <template v-else-if="n.kind === 'sealed-back'"
        >Its back is sealed: at 125 Hz it takes {{ fixed(n.sealed, 2) }}, open behind it would take
        {{ fixed(n.open, 2) }}.</template
      >
      <template v-else-if="n.kind === 'foil-front'"
        >Its foil takes the highs from {{ fixed(n.highsWithout, 2) }} to {{ fixed(n.highs, 2) }} (2–10 kHz) and the lows
        from {{ fixed(n.lowsWithout, 2) }} to {{ fixed(n.lows, 2) }} (125 Hz).</template
      >
      <template v-else-if="n.kind === 'skin-touched'"
        >Its fill lies against the skin and brakes it. Leave {{ lengthText(n.free, system) }} free: counted with air
        alone between them it then takes {{ fixed(n.freeAlpha, 2) }} at {{ fixed(n.freeF0, 0) }} Hz (touching, at best
        {{ fixed(n.alpha, 2) }} at {{ fixed(n.f0, 0) }} Hz; how much less a touched skin swings nobody can say
        beforehand).</template
      >
      <template v-else>There is no fill behind its sheet: an undamped box rings on its own.</template>
    </li>
    <li>
      One piece:
      {{
        [
          sheet.bill.fill > 0 ? `${volumeText(sheet.bill.fill, system, 3)} of fill` : '',
          sheet.bill.cloth > 0 ? `${areaText(sheet.bill.cloth, system, 1)} of cloth` : '',
          sheet.bill.timber > 0 ? `${runText(sheet.bill.timber, system)} of timber` : '',
          sheet.bill.board > 0 ? `${areaText(sheet.bill.board, system, 1)} of board or sheet` : '',
          `${fixed(sheet.bill.mass / sheet.exposed, 1)} kg/m²`,
        ]
          .filter((t) => t !== '')
          .join(', ')
      }}.
    </li>
    <li v-if="sheet.corner">
      Flat face to the room, sound sees {{ lengthText(sheet.corner.faceOut, system) }} of fill on average; as much fill
      set with its corner into the room shows {{ lengthText(sheet.corner.cornerOut, system) }}. Depth seen is what
      counts.
    </li>
    <li v-if="sheet.holds.includes(false)">
      Below {{ fixed(sheet.bands[sheet.holds.indexOf(true)] ?? 0, 0) }} Hz the chosen model is outside its published
      range; Miki’s stands there.
    </li>
    <li v-if="sheet.spread >= 0.25">
      Good to about ± {{ fixed(sheet.spread * 100, 0) }} %: corners and blocks are counted by the depth seen, diffusers
      by typical values.
    </li>
    <li v-for="c in sheet.cautions" :key="c" class="soft">{{ CAUTION_WORDS[c] }}</li>
  </ul>
  <details v-if="sheet.parts.length > 0" class="parts" :open="sheet.scattering !== null">
    <summary>Parts of one piece</summary>
    <ul aria-label="Parts of one piece">
      <li v-for="(p, i) in sheet.parts" :key="i">
        {{ p.paired ? '' : `${p.count} × ` }}{{ p.name }} {{ cutText(p.length, system)
        }}{{ p.of.sort === 'bar' || p.of.sort === 'pipe' ? '' : ` × ${cutText(p.width, system)}` }},
        <span class="soft">{{ materialName(p.of, system, p.paired) }}</span>
      </li>
    </ul>
  </details>
  <WorkingButton :working="working" />
</template>

<style scoped>
.parts {
  font-size: 12.5px;
  margin-bottom: 6px;
}
.parts ul {
  columns: 2;
  padding-left: 16px;
}
.parts li {
  break-inside: avoid;
}
.facts {
  margin: 4px 0 6px;
  padding-left: 16px;
  font-size: 12.5px;
}
</style>
