/** Plays versions of one sound in step with one another, one of them heard; goes over to another without a gap. Nothing sounds before somebody asks for it. */
import { type Ref, ref } from 'vue';
import { fadeIn, SWITCH_S } from '@tawny/core/studies/hear/fade';

export interface Heard {
  id: string;
  left: Float32Array<ArrayBuffer>;
  right: Float32Array<ArrayBuffer>;
  rate: number;
}

const CURVE = 64;

export interface AbPlayer {
  playing: Ref<boolean>;
  /** Which is heard. */
  at: Ref<string | null>;
  play: (list: readonly Heard[], id: string, volumeDb: number) => void;
  change: (id: string) => void;
  volume: (db: number) => void;
  stop: () => void;
}

export function createAbPlayer(): AbPlayer {
  const playing = ref(false);
  const at = ref<string | null>(null);
  let context: AudioContext | null = null;
  let master: GainNode | null = null;
  let parts = new Map<string, { source: AudioBufferSourceNode; gain: GainNode }>();
  /** When the change in hand is over: another begins only then, so that no curve is cut. */
  let over = 0;
  let next: ReturnType<typeof setTimeout> | undefined;
  const rising = fadeIn(CURVE);
  const falling = rising.map((v) => 1 - v);

  function stop(): void {
    clearTimeout(next);
    const now = context?.currentTime ?? 0;
    master?.gain.cancelScheduledValues(now);
    master?.gain.setTargetAtTime(0, now, 0.01);
    for (const { source } of parts.values()) source.stop(now + 0.1);
    parts = new Map();
    playing.value = false;
  }
  function play(list: readonly Heard[], id: string, volumeDb: number): void {
    stop();
    const to = (context ??= new AudioContext());
    void to.resume();
    const start = to.currentTime + 0.05;
    master = new GainNode(to, { gain: 0 });
    master.gain.setValueAtTime(0, start);
    master.gain.linearRampToValueAtTime(10 ** (volumeDb / 20), start + SWITCH_S);
    master.connect(to.destination);
    for (const { id: name, left, right, rate } of list) {
      const buffer = to.createBuffer(2, left.length, rate);
      buffer.copyToChannel(left, 0);
      buffer.copyToChannel(right, 1);
      const source = new AudioBufferSourceNode(to, { buffer, loop: true });
      const gain = new GainNode(to, { gain: name === id ? 1 : 0 });
      source.connect(gain).connect(master);
      source.start(start);
      parts.set(name, { source, gain });
    }
    at.value = id;
    playing.value = true;
  }
  function change(id: string): void {
    clearTimeout(next);
    const wait = context ? over - context.currentTime : 0;
    if (wait > 0) return void (next = setTimeout(() => change(id), 1000 * wait + 5));
    const [from, to] = [at.value === null ? undefined : parts.get(at.value), parts.get(id)];
    if (!to || !context || at.value === id) return;
    const now = context.currentTime;
    for (const [node, curve] of [
      [from, falling],
      [to, rising],
    ] as const) {
      if (!node) continue;
      node.gain.gain.cancelScheduledValues(now);
      node.gain.gain.setValueCurveAtTime(curve, now, SWITCH_S);
    }
    over = now + SWITCH_S;
    at.value = id;
  }
  return {
    ...{ playing, at, play, change, stop },
    volume: (db) => master?.gain.setTargetAtTime(10 ** (db / 20), context!.currentTime, 0.02),
  };
}
