/**
 * Measuring with what is plugged in: an input opened as raw as the browser allows, a sound played, and what comes back of it, placed by frames. Nothing sounds before
 * it is asked for; stopping silences within one block.
 */
import { pinkNoise } from '@tawny/core/signal/played/noise';
import capture from './capture.worklet.ts?worker&url';

/** Why nothing could be opened, or a take was broken off; as a sentence. */
export class LiveError extends Error {}

export interface Opened {
  label: string;
  /** Hz, as it really runs. */
  rate: number;
  channels: number;
  /** What the browser would not switch off. */
  altered: string[];
}

export interface Take {
  samples: Float32Array<ArrayBuffer>;
  /** Samples that never came. */
  lost: number;
}

export interface Live {
  opened: Opened;
  /** Channel that is listened to, from 0. */
  channel: number;
  /** Called a few times a second with the peak since the last call, re full scale, its mean square, and how long that was, s. */
  onLevel: (peak: number, meanSquare: number, seconds: number) => void;
  /** Called when the input goes, whatever is done with it, with why. */
  onGone: (reason: string) => void;
  /** Which output plays: −1 the left one, 1 the right one, 0 both. */
  pan: -1 | 0 | 1;
  /** Plays `sound` (or nothing) at a gain and records so long, s. Rejects with a LiveError when it is stopped or the input goes. */
  take(sound: Float32Array<ArrayBuffer> | null, gain: number, seconds: number): Promise<Take>;
  /**
   * Raises pink noise from nothing until it stands so far over the noise, dB, or where a level is wanted at the microphone (dB re a full-scale sine)
   * until that is met; never over the ceiling. The gain found, how far it stood over the noise and how loud it was.
   */
  findGain(
    overDb: number,
    ceilingDb: number,
    wantedDb: number | null,
  ): Promise<{ gain: number; overDb: number; levelDb: number }>;
  /** Silence at once, and whatever runs is broken off. */
  stop(reason?: string): void;
  close(): void;
}

const RAW = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const;
const ALTERS: Record<keyof typeof RAW, string> = {
  echoCancellation: 'echo cancelling',
  noiseSuppression: 'noise suppression',
  autoGainControl: 'automatic gain',
};
/** Noise begins so low and rises so fast, dB and dB a second. */
const RISE = { from: -66, perSecond: 8 } as const;
const STEP_SECONDS = 0.25;
/** A converter at its limit gives this or more. */
export const FULL = 0.9998;

function refusal(error: unknown): LiveError {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError')
    return new LiveError(
      'The browser may not use the microphone. Allow it beside the address, then open the input again.',
    );
  if (name === 'NotFoundError' || name === 'OverconstrainedError')
    return new LiveError('There is no such input. Plug one in, then open it again.');
  if (name === 'NotReadableError')
    return new LiveError('The input is in use by another program, or it does not answer.');
  return new LiveError(`The input cannot be opened: ${error instanceof Error ? error.message : String(error)}.`);
}

export async function inputs(): Promise<{ id: string; name: string }[]> {
  const { mediaDevices } = navigator as { mediaDevices?: MediaDevices };
  const all = (await mediaDevices?.enumerateDevices().catch(() => [])) ?? [];
  return all
    .filter((d) => d.kind === 'audioinput')
    .map((d, i) => ({ id: d.deviceId, name: d.label === '' ? `Input ${i + 1}` : d.label }));
}

/** Opens an input. Throws LiveError with what to do. Call it from a click: sound is allowed only then. */
export async function openInput(device: string | null): Promise<Live> {
  const { mediaDevices } = navigator as { mediaDevices?: MediaDevices };
  if (!mediaDevices || typeof AudioWorkletNode === 'undefined')
    throw new LiveError(
      'Browsers let pages measure only at “localhost” or over https; this page came over plain http.',
    );
  const context = new AudioContext({ latencyHint: 'playback' });
  let stream: MediaStream;
  try {
    stream = await mediaDevices.getUserMedia({
      audio: { ...RAW, channelCount: { ideal: 2 }, ...(device ? { deviceId: { exact: device } } : {}) },
    });
    await context.audioWorklet.addModule(capture);
  } catch (error) {
    void context.close();
    throw refusal(error);
  }
  await context.resume();
  const track = stream.getAudioTracks()[0]!;
  const settings = track.getSettings();
  const source = new MediaStreamAudioSourceNode(context, { mediaStream: stream });
  const node = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
  source.connect(node);
  const out = new GainNode(context, { gain: 1 });
  out.connect(context.destination);
  const side = new StereoPannerNode(context);

  interface Running {
    from: number | null;
    samples: Float32Array<ArrayBuffer>;
    got: number;
    done: (take: Take) => void;
    fail: (error: LiveError) => void;
  }
  let running: Running | null = null;
  let player: AudioBufferSourceNode | null = null;
  let peak = 0;
  let [square, count, blocks] = [0, 0, 0];

  const live: Live = {
    opened: {
      label: track.label === '' ? 'Input' : track.label,
      rate: context.sampleRate,
      channels: settings.channelCount ?? 1,
      altered: (Object.keys(RAW) as (keyof typeof RAW)[]).filter((k) => settings[k] === true).map((k) => ALTERS[k]),
    },
    channel: 0,
    onLevel: () => {},
    onGone: () => {},
    pan: 0,
    take(sound, gain, seconds) {
      live.stop('Another take was begun.');
      return new Promise<Take>((done, fail) => {
        const samples = new Float32Array(Math.ceil(seconds * context.sampleRate));
        running = { from: null, samples, got: 0, done, fail };
        if (!sound) return;
        const buffer = context.createBuffer(1, sound.length, context.sampleRate);
        buffer.copyToChannel(sound, 0);
        out.gain.cancelScheduledValues(context.currentTime);
        // A soft start, so that no step of level clicks.
        out.gain.setValueAtTime(0, context.currentTime);
        out.gain.linearRampToValueAtTime(gain, context.currentTime + 0.02);
        player = new AudioBufferSourceNode(context, { buffer });
        player.connect(side).connect(out);
        side.pan.value = live.pan;
        player.start();
      });
    },
    async findGain(overDb, ceilingDb, wantedDb) {
      const rms = (x: Float32Array) => 10 * Math.log10(Math.max(1e-14, x.reduce((s, v) => s + v * v, 0) / x.length));
      const quiet = rms((await live.take(null, 0, 1)).samples);
      const noise = pinkNoise(Math.round(STEP_SECONDS * 1.5 * context.sampleRate), 3);
      let over: number;
      let levelDb: number;
      let gainDb: number = RISE.from;
      for (; ; gainDb = Math.min(ceilingDb, gainDb + RISE.perSecond * STEP_SECONDS)) {
        const { samples } = await live.take(noise, 10 ** (gainDb / 20), STEP_SECONDS);
        // Latency and the room's own rise take the first half.
        const level = rms(samples.subarray(samples.length >> 1));
        // A sine at full scale has half its mean square.
        [over, levelDb] = [level - quiet, level + 10 * Math.log10(2)];
        // Louder would only clip.
        const full = samples.some((v) => Math.abs(v) >= FULL);
        const met = wantedDb === null ? over >= overDb : levelDb >= wantedDb;
        if (met || full || gainDb >= ceilingDb) break;
      }
      live.stop();
      return { gain: 10 ** (gainDb / 20), overDb: over, levelDb };
    },
    stop(reason = 'The measurement was stopped.') {
      out.gain.cancelScheduledValues(context.currentTime);
      out.gain.setValueAtTime(0, context.currentTime);
      try {
        player?.stop();
      } catch {
        // It had not begun.
      }
      player?.disconnect();
      player = null;
      const broken = running;
      running = null;
      broken?.fail(new LiveError(reason));
    },
    close() {
      live.stop();
      document.removeEventListener('visibilitychange', hidden);
      for (const t of stream.getTracks()) t.stop();
      void context.close();
    },
  };

  node.port.onmessage = ({ data }: MessageEvent<{ frame: number; channels: Float32Array[] }>) => {
    const heard = data.channels[Math.min(live.channel, data.channels.length - 1)]!;
    for (const v of heard) {
      peak = Math.max(peak, Math.abs(v));
      square += v * v;
    }
    count += heard.length;
    blocks += 1;
    if (blocks % 24 === 0) {
      live.onLevel(peak, square / Math.max(1, count), count / context.sampleRate);
      [peak, square, count] = [0, 0, 0];
    }
    if (!running) return;
    running.from ??= data.frame;
    const at = data.frame - running.from;
    const { samples } = running;
    if (at < samples.length) {
      const part = heard.subarray(0, Math.min(heard.length, samples.length - at));
      samples.set(part, at);
      running.got += part.length;
    }
    if (at + heard.length < samples.length) return;
    const { done, fail, got } = running;
    running = null;
    const now = track.getSettings().sampleRate;
    if (settings.sampleRate !== undefined && now !== undefined && now !== settings.sampleRate)
      fail(
        new LiveError(
          `The input went from ${settings.sampleRate} to ${now} Hz while it was recorded: somebody changed the device. Open it again, then measure again.`,
        ),
      );
    else done({ samples, lost: samples.length - got });
  };
  track.addEventListener('ended', () => {
    const reason = 'The input is gone: it was unplugged, or taken by another program. Plug it in and open it again.';
    live.stop(reason);
    live.onGone(reason);
  });
  const hidden = () => {
    if (document.hidden && running)
      live.stop(
        'The page was hidden while it measured, and browsers then slow it down. Keep it in view and measure again.',
      );
  };
  document.addEventListener('visibilitychange', hidden);
  return live;
}
