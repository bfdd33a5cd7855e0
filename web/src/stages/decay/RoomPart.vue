<script setup lang="ts">
/** Where absorption sits: axes, flutter, slope, critical distance; and every formula beside the one used. */
import { computed } from 'vue';
import {
  BARE,
  axisBalance,
  criticalDistance,
  criticalWorking,
  flutters,
  flutterWorking,
  slopeOf,
} from '@tawny/core/studies/decay/balance';
import type { DecayResult } from '@tawny/core/studies/decay/types';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { areaIn } from '@tawny/core/quantities/measures';
import { useLengths } from '../../parts/keys';
import QuantityText from '../../parts/QuantityText.vue';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useAnswers } from '../../answers/answers';

const props = defineProps<{ result: DecayResult }>();
const answers = useAnswers();
const system = useLengths();
const setting = computed(() => answers.glance!.setting);
const axes = computed(() => axisBalance(props.result));
const lively = computed(() => [...axes.value].sort((a, b) => a.mid - b.mid));
const uneven = computed(() => lively.value[0]!.mid < lively.value[2]!.mid / 2);
const pairs = computed(() => flutters(setting.value, props.result).slice(0, 6));
const slope = computed(() => slopeOf(props.result.chosen.eyring));
const critical = computed(() => criticalDistance(setting.value, props.result));
const FORMULAS = [
  ['sabine', 'Sabine'],
  ['eyring', 'Eyring'],
  ['millington', 'Millington-Sette'],
  ['fitzroy', 'Fitzroy'],
  ['arauPuchades', 'Arau-Puchades'],
  ['kuttruff', 'Kuttruff'],
] as const;
const SLOPES = {
  even: 'Highs and lows fall about alike.',
  boomy: 'The lows outlast the middle: more depth, corners or tuned boxes rather than more thin panels.',
  'dead-highs': 'The highs die before the middle: slatted or scattering fronts give them back.',
  both: 'Boomy and dead at once: thin panels have taken the highs and left the lows. Deeper ones, or slats in front of them.',
} as const;
</script>

<template>
  <section class="room page" aria-label="Where absorption sits">
    <div class="columns">
      <div>
        <h2>Axis by axis</h2>
        <table class="list" aria-label="Mean absorption by axis">
          <thead>
            <tr>
              <th>Between</th>
              <th class="figure">{{ areaIn(1, system).unit }}</th>
              <th v-for="o in [125, 500, 2000]" :key="o" class="figure">{{ o }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="a in axes" :key="a.axis">
              <td>{{ a.name }}</td>
              <td class="figure">{{ fixed(areaIn(a.area, system).value, 0) }}</td>
              <td v-for="b in [1, 3, 5]" :key="b" class="figure">{{ fixed(a.alpha[b]!, 2) }}</td>
            </tr>
          </tbody>
        </table>
        <p :class="uneven ? 'bad' : 'soft'">
          {{
            uneven
              ? `Between ${lively[0]!.name} the room absorbs less than half of what it does between ${lively[2]!.name}: it will ring longest that way, longer than Eyring says.`
              : 'No way through the room is left much livelier than the others.'
          }}
        </p>
      </div>
      <div>
        <h2>Flutter</h2>
        <ul v-if="pairs.length > 0" class="plain" aria-label="Pairs that flutter">
          <li v-for="(p, i) in pairs" :key="i" class="bad">
            {{ p.names[0] }} and {{ p.names[1] }}, <QuantityText :value="p.apart" length /> apart:
            {{ fixed(p.perSecond, 0) }} echoes a second
            <WorkingButton small :working="flutterWorking(p, setting.c)" />
          </li>
        </ul>
        <p v-else class="good">
          No two parallel surfaces are both bare (below {{ fixed(BARE, 1) }} from 500 Hz to 4 kHz).
        </p>
        <h2>Slope</h2>
        <p v-if="slope" :class="slope.verdict === 'even' ? 'good' : 'bad'">
          {{ SLOPES[slope.verdict] }}
          <span class="soft"
            >125 Hz is {{ fixed(slope.low, 2) }} times 1 kHz, 4 kHz {{ fixed(slope.high, 2) }} times.</span
          >
        </p>
        <h2>Critical distance <WorkingButton small :working="criticalWorking(setting, result)" /></h2>
        <p v-if="critical">
          Direct and reverberant sound are as loud at <QuantityText :value="critical.plain" length /> from a plain
          source, at about <QuantityText :value="critical.loudspeaker" length /> from a loudspeaker (directivity
          {{ fixed(critical.factor, 1) }}, 1 kHz).
          <span v-if="critical.seat !== null" :class="critical.seat <= critical.loudspeaker ? 'good' : 'bad'"
            >The head sits at <QuantityText :value="critical.seat" length />:
            {{
              critical.seat <= critical.loudspeaker
                ? 'inside it'
                : 'outside it, the room is louder than the loudspeaker'
            }}.</span
          >
        </p>
      </div>
    </div>
    <h2>Every formula, with what is chosen</h2>
    <table class="list" aria-label="Decay by every formula">
      <thead>
        <tr>
          <th>s</th>
          <th v-for="o in OCTAVES" :key="o" class="figure">{{ o }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[id, name] in FORMULAS" :key="id" :class="{ selected: id === 'eyring' }">
          <td>{{ name }}</td>
          <td v-for="(t, b) in result.formulas.chosen[id]" :key="b" class="figure">
            {{ t === null ? '–' : fixed(t, 2) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="soft">
      Below {{ fixed(result.schroeder, 0) }} Hz the room is modal: no formula tells what single modes do. Fitzroy and
      Millington-Sette go to extremes in uneven rooms and stay out of the pale band.
    </p>
  </section>
</template>

<style scoped>
.room {
  padding: 4px 14px 10px;
  font-size: 12.5px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 22px;
}
.plain {
  list-style: none;
  padding: 0;
}
</style>
