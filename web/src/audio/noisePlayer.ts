/** Plays pink noise in one channel, quietly, with a soft start. Nothing sounds before somebody asks for it. */
import { type Ref, ref } from 'vue';
import { pinkNoise } from '@tawny/core/signal/played/noise';

/** Peak of what is sent out, re full scale: about −32 dB rms. */
const GAIN = 0.1;
const FADE_S = 0.6;
const SECONDS = 8;

export interface NoisePlayer {
  playing: Ref<'L' | 'R' | null>;
  play: (channel: 'L' | 'R') => void;
  stop: () => void;
}

export function createNoisePlayer(): NoisePlayer {
  const playing = ref<'L' | 'R' | null>(null);
  let context: AudioContext | null = null;
  let stopNow: (() => void) | null = null;

  function stop(): void {
    stopNow?.();
    stopNow = null;
    playing.value = null;
  }

  return {
    playing,
    play(channel) {
      stop();
      context ??= new AudioContext();
      void context.resume();
      const buffer = context.createBuffer(1, SECONDS * context.sampleRate, context.sampleRate);
      buffer.copyToChannel(pinkNoise(buffer.length, 7), 0);
      const source = new AudioBufferSourceNode(context, { buffer, loop: true });
      const gain = new GainNode(context, { gain: 0 });
      const pan = new StereoPannerNode(context, { pan: channel === 'L' ? -1 : 1 });
      source.connect(gain).connect(pan).connect(context.destination);
      gain.gain.linearRampToValueAtTime(GAIN, context.currentTime + FADE_S);
      source.start();
      const at = context;
      stopNow = () => {
        gain.gain.cancelScheduledValues(at.currentTime);
        gain.gain.setTargetAtTime(0, at.currentTime, 0.03);
        source.stop(at.currentTime + 0.2);
      };
      playing.value = channel;
    },
    stop,
  };
}
