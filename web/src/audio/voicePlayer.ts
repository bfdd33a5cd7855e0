/** Plays recordings one after the other, each at its gain, with soft ends. Nothing sounds before somebody asks for it. */
import { type Ref, ref } from 'vue';

export interface Voice {
  id: string;
  samples: Float32Array<ArrayBuffer>;
  rate: number;
  gainDb: number;
}
const FADE_S = 0.03;
const PAUSE_S = 0.4;

export function createVoicePlayer(): {
  playing: Ref<string | null>;
  play: (list: readonly Voice[]) => void;
  stop: () => void;
} {
  const playing = ref<string | null>(null);
  let context: AudioContext | null = null;
  let stopNow = () => {};

  function stop(): void {
    stopNow();
    stopNow = () => {};
    playing.value = null;
  }
  function play(list: readonly Voice[]): void {
    stop();
    const [first, ...rest] = list;
    if (!first) return;
    const at = (context ??= new AudioContext());
    void at.resume();
    const buffer = at.createBuffer(1, first.samples.length, first.rate);
    buffer.copyToChannel(first.samples, 0);
    const source = new AudioBufferSourceNode(at, { buffer });
    const gain = new GainNode(at, { gain: 0 });
    const level = 10 ** (first.gainDb / 20);
    const [from, end] = [at.currentTime + 0.02, at.currentTime + 0.02 + buffer.duration];
    gain.gain.setValueAtTime(0, from);
    gain.gain.linearRampToValueAtTime(level, from + FADE_S);
    gain.gain.setValueAtTime(level, Math.max(from + FADE_S, end - FADE_S));
    gain.gain.linearRampToValueAtTime(0, end);
    source.connect(gain).connect(at.destination);
    source.start(from);
    playing.value = first.id;
    let next: ReturnType<typeof setTimeout> | undefined;
    source.onended = () => {
      if (rest.length > 0) next = setTimeout(() => play(rest), 1000 * PAUSE_S);
      else playing.value = null;
    };
    stopNow = () => {
      clearTimeout(next);
      source.onended = null;
      gain.gain.cancelScheduledValues(at.currentTime);
      gain.gain.setTargetAtTime(0, at.currentTime, 0.01);
      source.stop(at.currentTime + 0.1);
    };
  }
  return { playing, play, stop };
}
