<script setup lang="ts">
/** The room's modes by the wave solver: where they move, how long they ring, what the ears hear of them. */
import { computed } from 'vue';
import { fixed } from '@tawny/core/quantities/format';
import { slowModes, tooSlow } from '@tawny/core/studies/bass/judge';
import { workingOfWaveMode } from '@tawny/core/studies/bass/working';
import { hz, motionWords, seatWord } from '@tawny/core/words/bass';
import WorkingButton from '../../parts/WorkingButton.vue';
import { useBassStage } from './useBassStage';

const { answer, mode, modeIndex, chooseMode, setting, session } = useBassStage();
const modes = computed(() => answer.value!.modes.filter((m) => m.index > 0 && m.f <= answer.value!.top));
const judged = computed(() => slowModes(modes.value));
const AT_SEAT = {
  null: 'The ears are in its null: this note is weak there, and no equaliser brings it back.',
  between: 'The ears are between null and peak: the gentlest place for this mode.',
  peak: 'The ears are near its peak: this note booms there, but absorption can damp it.',
} as const;
const letter = (id: string) => setting.value.loudspeakers.find((l) => l.id === id)?.letter ?? id;
const percent = (v: number) => `${fixed(Math.abs(v) * 100, 0)} %`;
</script>

<template>
  <p>
    <strong :class="judged.heard.length === 0 ? 'good' : 'bad'">{{
      judged.slow.length === 0
        ? 'Every mode from 63 Hz falls by 20 dB within 150 ms.'
        : `${judged.slow.length} modes from 63 to 200 Hz take longer than 150 ms to fall by 20 dB; ${judged.heard.length} of them are heard at the seat.`
    }}</strong>
    <span class="soft"> That is a decay of 0.45 s. Below the Schroeder frequency decay is each mode’s own.</span>
  </p>
  <section v-if="mode" class="about" data-mode>
    <h2>{{ hz(mode.f) }}, {{ motionWords(mode.motion) }}</h2>
    <p>
      Rings {{ fixed(mode.time, 2) }} s<template v-if="Math.abs(mode.time - mode.timeBare) > 0.005"
        >, {{ fixed(mode.timeBare, 2) }} s with nothing hung</template
      >. At the ears {{ percent(mode.head) }} of its largest pressure; at
      {{
        Object.entries(mode.sources)
          .map(([id, v]) => `${letter(id)} ${percent(v)}`)
          .join(', ')
      }}.
    </p>
    <p>{{ AT_SEAT[seatWord(mode)] }}</p>
    <p class="soft small">
      On the board the two tints swing against each other; dashes are where it vanishes. Pressure absorbers belong where
      the walls are darkest, porous ones where the plan shows velocity.
    </p>
    <WorkingButton :working="workingOfWaveMode(mode)" />
    <v-btn size="small" variant="text" @click="session.bassPart = 'treat'">Treat it</v-btn>
  </section>
  <h2 id="wave-modes">All, to {{ answer!.top }} Hz</h2>
  <div class="head soft" aria-hidden="true"><span>Hz</span><span>moves</span><span>T, s</span><span>seat</span></div>
  <v-virtual-scroll :items="modes" :item-height="27" height="330" role="list" aria-labelledby="wave-modes">
    <template #default="{ item }">
      <div role="listitem">
        <button
          class="mode"
          :class="{ selected: item.index === modeIndex }"
          :data-mode-row="item.index"
          @click="chooseMode(item.index)"
        >
          <span>{{ fixed(item.f, 1) }}</span>
          <span class="soft">{{ motionWords(item.motion) }}</span>
          <span :class="{ bad: tooSlow(item) }">{{ fixed(item.time, 2) }}</span>
          <span>{{ seatWord(item) }} {{ percent(item.head) }}</span>
        </button>
      </div>
    </template>
  </v-virtual-scroll>
</template>

<style scoped>
.head,
.mode {
  display: grid;
  grid-template-columns: 3.2rem 1fr 2.8rem 6rem;
  width: 100%;
  text-align: left;
  height: 27px;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  font-size: 12.5px;
}
.mode span:first-child,
.mode span:nth-child(3) {
  font-family: var(--figures);
}
.mode:hover {
  background: var(--paper-deep);
}
.mode.selected {
  background: var(--tawny-pale);
}
.about {
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  padding: 4px 10px 8px;
}
.about h2 {
  margin-top: 2px;
}
.about p {
  margin: 2px 0 4px;
}
.small {
  font-size: 12px;
}
</style>
