<script setup lang="ts">
/** Listen: measure the room, read it honestly, keep it, compare it. */
import { computed, onBeforeUnmount } from 'vue';
import { onKeyStroke } from '@vueuse/core';
import { isSound } from '@tawny/core/document/schema/project';
import { takeSentence, warningSentence } from '@tawny/core/words/listen/listen';
import PartTabs from '../../parts/PartTabs.vue';
import ProgressBar from '../../parts/ProgressBar.vue';
import StageFrame from '../../parts/StageFrame.vue';
import { HOLDS_WORDS, LISTEN_PARTS, LISTEN_PICTURES, PICTURES_OF } from '../../words/listening';
import ArrivalsPicture from './pictures/ArrivalsPicture.vue';
import BesidePart from './beside/BesidePart.vue';
import CausesPicture from './pictures/CausesPicture.vue';
import CorrectPicture from './pictures/CorrectPicture.vue';
import DatesPicture from './pictures/DatesPicture.vue';
import DecayPicture from './pictures/DecayPicture.vue';
import FadingPicture from './pictures/FadingPicture.vue';
import KeptPart from './KeptPart.vue';
import NoisePicture from './pictures/NoisePicture.vue';
import PlacesPicture from './pictures/PlacesPicture.vue';
import SpokenPicture from './pictures/SpokenPicture.vue';
import ResponsePicture from './pictures/ResponsePicture.vue';
import RingsPicture from './pictures/RingsPicture.vue';
import TaughtPicture from './pictures/TaughtPicture.vue';
import TakePart from './TakePart.vue';
import { useLive } from './useLive';
import { useCauses } from './useCauses';
import { usePlace } from './usePlace';
import { useListen } from './useListen';
import HelpLink from '../../desk/HelpLink.vue';

const { session, recordings, main, heard, missing, list } = useListen();
// The input stays open and the microphone where it is while the stage is, whatever part is shown; Escape silences from anywhere on it.
const live = useLive();
usePlace();
// What stands out stays marked on the other pictures.
useCauses();
// Who goes elsewhere while the watch waits loses nothing of it.
onBeforeUnmount(live.keepWatch);
onKeyStroke('Escape', () => {
  if (live.sounding.value) live.stop();
});
const busy = computed(() => recordings.busy.value);
const picture = computed(() => session.listenPicture);
const take = computed(() =>
  heard.value?.impulse && PICTURES_OF.impulse.includes(picture.value)
    ? takeSentence(heard.value.impulse.octaves.bands)
    : null,
);
const sentences = computed(() => heard.value?.warnings.map(warningSentence) ?? []);
</script>

<template>
  <StageFrame title="Listen" :subtitle="main ? main.title : 'nothing is measured yet'" bench-label="Measurements" pages>
    <template #actions>
      <span v-if="live.sounding.value && session.listenPart !== 'take'" class="state" role="status">
        measuring, {{ Math.ceil(live.left.value) }} s left
        <v-btn size="x-small" color="error" variant="flat" @click="live.stop()">Stop</v-btn>
      </span>
      <span v-if="busy" class="state" role="status" data-listening>
        <span class="what">{{ busy.what }}</span> {{ Math.round(busy.part * 100) }} %
        <ProgressBar :part="busy.part" label="How far it has come" />
        <v-btn size="x-small" variant="text" @click="recordings.cancel()">Stop</v-btn>
      </span>
    </template>
    <p v-if="recordings.failed.value" class="failed" role="alert">
      {{ recordings.failed.value }}
      <v-btn size="x-small" variant="text" @click="recordings.failed.value = null">Close</v-btn>
    </p>
    <template v-if="main">
      <div class="tabs">
        <PartTabs
          label="What is drawn"
          :parts="LISTEN_PICTURES"
          :shown="session.listenPicture"
          :columns="11"
          @show="session.listenPicture = $event"
        />
      </div>
      <DatesPicture v-if="picture === 'dates'" />
      <PlacesPicture v-else-if="picture === 'places'" />
      <TaughtPicture v-else-if="picture === 'taught'" />
      <SpokenPicture v-else-if="main.holds.kind === 'speech'" />
      <p v-else-if="!PICTURES_OF[main.holds.kind].includes(picture)" class="soft waiting" data-not-held>
        “{{ main.title }}” holds {{ HOLDS_WORDS[main.holds.kind] }}: nothing of it is drawn here.
      </p>
      <template v-else-if="heard || !isSound(main.holds)">
        <ResponsePicture v-if="picture === 'response'" />
        <DecayPicture v-else-if="picture === 'decay'" />
        <RingsPicture v-else-if="picture === 'rings'" />
        <FadingPicture v-else-if="picture === 'fading'" />
        <ArrivalsPicture v-else-if="picture === 'arrivals'" />
        <CausesPicture v-else-if="picture === 'causes'" />
        <CorrectPicture v-else-if="picture === 'correct'" />
        <NoisePicture v-else />
      </template>
      <p v-else-if="missing(main)" class="soft waiting">
        The samples of “{{ main.title }}” are not in this browser. They stay where they were taken until they are
        brought here in an archive.
      </p>
      <p v-else class="soft waiting">Reading “{{ main.title }}” …</p>
      <p v-if="take" class="soft take" data-take>{{ take }}</p>
      <ul v-if="sentences.length > 0" class="warnings" aria-label="What is wrong with this recording">
        <li v-for="(s, i) in sentences" :key="i">{{ s }}</li>
      </ul>
    </template>
    <div v-else class="empty page">
      <h2>Nothing in Tawny Hall has heard this room yet</h2>
      <p>
        Measure it before anything is changed, after every step, and at the end. Take a recording on the right: from a
        file, or with the simulated microphone, which hears the room as it is drawn and so shows what a measurement will
        tell.
      </p>
      <p class="soft">
        When you measure with a loudspeaker: begin quietly, keep ears and tweeters out of it, nobody near the box, and
        at an hour that suits the house.
      </p>
      <HelpLink stage="listen" />
    </div>
    <template #bench>
      <PartTabs
        label="Parts of Listen"
        :parts="LISTEN_PARTS"
        :shown="list.length === 0 ? 'take' : session.listenPart"
        :columns="3"
        @show="session.listenPart = $event"
      />
      <TakePart v-if="session.listenPart === 'take' || list.length === 0" />
      <KeptPart v-else-if="session.listenPart === 'kept'" />
      <BesidePart v-else />
    </template>
  </StageFrame>
</template>

<style scoped>
.state {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 12px;
  color: var(--ink-soft);
  min-width: min(340px, 60vw);
  white-space: nowrap;
}
.what {
  max-width: 15rem;
  overflow: hidden;
  text-overflow: ellipsis;
}
.tabs {
  padding: 4px 14px 0;
  flex: none;
}
.failed {
  margin: 0;
  padding: 4px 14px;
  color: var(--brick);
}
.warnings {
  margin: 0;
  padding: 4px 14px 8px 32px;
  flex: none;
  max-height: 92px;
  overflow-y: auto;
  color: var(--brick);
  font-size: 12.5px;
}
.take {
  margin: 0;
  padding: 0 14px 4px;
  flex: none;
  font-size: 12.5px;
}
.waiting,
.empty {
  padding: 32px 16px;
  max-width: 60ch;
}
</style>
