/** What is set for the simulated microphone, kept while the page is open: one goes back and forth between taking and looking. */
import { ref } from 'vue';
import { createGlobalState } from '@vueuse/core';

export const useSimulated = createGlobalState(() => ({
  /** A loudspeaker's letter, all of them or none; empty: the first. */
  played: ref(''),
  seconds: ref(5),
  /** dB re full scale. */
  noise: ref(-85),
  extra: ref<'nothing' | 'hum' | 'fan' | 'rattle' | 'clip'>('nothing'),
  extraHz: ref(50),
}));
