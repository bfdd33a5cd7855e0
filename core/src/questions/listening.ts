/**
 * What is asked about recordings: reading a file, reading samples kept, and hearing the room of a project with the simulated microphone. One runner a
 * worker: it keeps the waves it has solved.
 */
import { type DecayLimits, schoolLimits } from '../criteria/decayTargets';
import { inMeasuredRoom } from '../document/measured';
import type { MeasuredRoom, Measurement, Project } from '../document/schema/project';
import { readWav } from '../formats/wav';
import type { Linalg } from '../numerics/linalg/types';
import { OCTAVES } from '../quantities/bands';
import { convolve } from '../signal/fourier';
import { clippedSamples } from '../signal/onset';
import { averageAligned, type Sweep, sweepSamples } from '../signal/sweep';
import { predictedDecay } from '../studies/decay/predicted';
import { hear } from '../studies/listen/hear';
import { noiseOf, readImpulse, responseCurves, type ResponseCurves } from '../studies/listen/read';
import { arrivalsAt, hearingSetting, hearRoom } from '../studies/listen/room';
import type { HeardImpulse, ListenReading, ListenWarning, NoiseReading } from '../studies/listen/types';
import { createWaveEngine } from '../studies/waves/waveEngine';
import { recorded, type Surroundings } from '../synthesis/microphone';
import type { ResponseWindow } from '../signal/response';

export type ListenTask =
  | { task: 'file'; name: string; bytes: ArrayBuffer; sweep: Sweep | null }
  | {
      task: 'record';
      /** So many takes of the same length, one behind the other. */
      bytes: ArrayBuffer;
      takes: number;
      rate: number;
      /** Fades are part of it. */
      sweep: Sweep | null;
    }
  | { task: 'read'; bytes: ArrayBuffer; rate: number; kind: Measurement['kind'] }
  | { task: 'curves'; bytes: ArrayBuffer; rate: number; window: ResponseWindow; fraction: number }
  | { task: 'predict'; project: Project; room: MeasuredRoom; place: Place | null; letters: string[] }
  | {
      task: 'simulate';
      project: Project;
      loudspeakers: string[];
      place: Place | null;
      sweep: Sweep | null;
      around: Surroundings;
    };

/** In survey coordinates, m. */
export interface Place {
  x: number;
  y: number;
  z: number;
}

/** What the studies say of the room a measurement was taken in. */
export interface PredictedRoom {
  /** m/s. */
  c: number;
  /** s, and what is asked for, per octave. */
  decay: (number | null)[];
  limits: (DecayLimits | null)[];
  /** First reflections of the one loudspeaker that played: s and dB after the direct sound. */
  arrivals: { delay: number; levelDb: number; name: string }[];
}

/** What was heard, and everything read of it. Samples are those to keep. */
export interface Listened {
  ok: true;
  kind: Measurement['kind'];
  samples: Float32Array<ArrayBuffer>;
  rate: number;
  sweep: Sweep | null;
  clipped: number;
  channels: number;
  reading: ListenReading | null;
  noise: NoiseReading | null;
  warnings: ListenWarning[];
}
export type ListenOutcome =
  | Listened
  | { ok: true; curves: ResponseCurves | null }
  | { ok: true; predicted: PredictedRoom }
  | { ok: false; message: string };

/** A converter at its limit gives this or more. */
const CLIPPED_LIVE = 0.9998;

/** Where the simulated microphone and its player are set: under full scale, samples a second, silence behind, s. */
const SIMULATED = { level: 0.06, rate: 48000, silence: 1.5 } as const;

function listened(heard: HeardImpulse, channels: number, progress: (part: number) => void): Listened {
  const reading = readImpulse(heard, progress);
  const kind = reading ? 'impulse' : 'noise';
  return {
    ...{ ok: true, kind, rate: heard.rate, sweep: heard.sweep, clipped: heard.clippedSamples, channels, reading },
    samples: Float32Array.from(kind === 'impulse' ? heard.samples : heard.quiet),
    noise: reading ? reading.noise : noiseOf(heard),
    warnings: reading ? reading.warnings : heard.warnings,
  };
}

function predict({ project, room, place, letters }: Extract<ListenTask, { task: 'predict' }>): PredictedRoom {
  const there = inMeasuredRoom(project, room);
  const setting = hearingSetting(there, place);
  const { school, lowestOctave, own } = there.target;
  const l = setting.loudspeakers.find((s) => letters.length === 1 && s.letter === letters[0]);
  const [direct, ...others] = l && l.role !== 'sub' ? arrivalsAt(setting, l) : [];
  /** Octave arrivals are told in: 2 kHz. */
  const level = (octaves: readonly number[]) => octaves[5]!;
  return {
    c: setting.c,
    decay: predictedDecay(there, setting),
    limits: OCTAVES.map((f) => (f >= lowestOctave ? schoolLimits(school, setting.solid.volume, f, own) : null)),
    arrivals: others.map(({ delay, octaves, name = '' }) => ({
      delay: delay - direct!.delay,
      levelDb: 20 * Math.log10(Math.max(1e-6, level(octaves) / level(direct!.octaves))),
      name,
    })),
  };
}

export type ListenRunner = (task: ListenTask, progress: (part: number) => void) => Promise<ListenOutcome>;

export function createListenRunner(load: (bytes: number) => Promise<Linalg>): ListenRunner {
  const engine = createWaveEngine(load);
  async function simulate(
    { project, loudspeakers, place, sweep, around }: Extract<ListenTask, { task: 'simulate' }>,
    progress: (part: number) => void,
  ): Promise<ListenOutcome> {
    const setting = hearingSetting(project, place);
    const playing = setting.loudspeakers.filter((l) => loudspeakers.includes(l.letter));
    const { rate, level, silence } = SIMULATED;
    if (playing.length === 0) {
      const seconds = 4;
      const take = recorded(new Float64Array(seconds * rate), rate, around);
      return listened(hear({ samples: take, rate, fullScale: 1 }), 1, progress);
    }
    const solution = await engine.solve(setting, 'full', (p) => progress(0.5 * p));
    const solved = 'refused' in solution ? null : solution;
    const heard = await hearRoom(setting, solved, playing, { rate, seed: around.seed }, (p) =>
      progress(0.5 + 0.25 * p),
    );
    const sum = new Float64Array(Math.max(...heard.map((h) => h.samples.length)));
    for (const h of heard) h.samples.forEach((v, i) => (sum[i]! += v));
    const played = sweep && sweepSamples({ ...sweep, fadeIn: Math.min(0.1, sweep.seconds / 20), fadeOut: 0.01 }, rate);
    const take = new Float64Array((played?.length ?? 0) + sum.length + silence * rate);
    (played ? convolve(played, sum) : sum).forEach((v, i) => (take[i] = level * v));
    progress(0.8);
    return listened(hear({ samples: recorded(take, rate, around), rate, fullScale: 1 }, sweep), 1, (p) =>
      progress(0.8 + 0.2 * p),
    );
  }
  return async (task, progress) => {
    switch (task.task) {
      case 'file': {
        const read = readWav(new Uint8Array(task.bytes));
        if (!read.ok) return { ok: false, message: read.message };
        const { channels, rate, fullScale, shortened } = read.wav;
        if (task.sweep && task.sweep.to > rate / 2)
          return { ok: false, message: `expected a sweep up to ${rate / 2} Hz at most, found ${task.sweep.to} Hz` };
        return listened(
          hear({ samples: channels[0]!, rate, fullScale, shortened }, task.sweep),
          channels.length,
          progress,
        );
      }
      case 'record': {
        const all = new Float32Array(task.bytes);
        const length = Math.floor(all.length / task.takes);
        const takes = Array.from({ length: task.takes }, (_, i) => all.subarray(i * length, (i + 1) * length));
        const clipped = clippedSamples(all, CLIPPED_LIVE);
        const samples = takes.length > 1 ? averageAligned(takes).mean : takes[0]!;
        const heard = hear({ samples, rate: task.rate, fullScale: Infinity }, task.sweep);
        if (clipped > 0) heard.warnings.unshift({ code: 'clipped', samples: clipped });
        return listened({ ...heard, clippedSamples: clipped }, 1, progress);
      }
      case 'read': {
        const samples = new Float32Array(task.bytes);
        const heard = hear({ samples, rate: task.rate, fullScale: Infinity });
        return listened(
          task.kind === 'noise' ? { ...heard, onset: null, quiet: Float64Array.from(samples) } : heard,
          1,
          progress,
        );
      }
      case 'curves': {
        const { rate, window, fraction } = task;
        const { samples, onset } = hear({ samples: new Float32Array(task.bytes), rate, fullScale: Infinity });
        return { ok: true, curves: responseCurves({ samples, rate, onset }, window, fraction) };
      }
      case 'predict':
        return { ok: true, predicted: predict(task) };
      case 'simulate':
        return simulate(task, progress);
    }
  };
}
