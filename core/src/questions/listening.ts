/**
 * What is asked about recordings: reading a file, reading samples kept, and hearing the room of a project with the simulated microphone. One runner a
 * worker: it keeps the waves it has solved.
 */
import type { Measurement, Project } from '../document/schema/project';
import { readWav } from '../formats/wav';
import type { Linalg } from '../numerics/linalg/types';
import { clippedSamples, onsetOf } from '../signal/onset';
import { averageAligned, type Sweep } from '../signal/sweep';
import { hear, heardAgain } from '../studies/listen/hear';
import { readHeard, responseCurves, type ResponseCurves } from '../studies/listen/read';
import { hearingSetting, type Place } from '../studies/listen/room';
import { simulated } from '../studies/listen/simulate';
import type { Heard, HeardImpulse, Took } from '../studies/listen/types';
import { createWaveEngine } from '../studies/waves/waveEngine';
import type { Surroundings } from '../synthesis/microphone';
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
  | ({ task: 'read'; bytes: ArrayBuffer; quiet: ArrayBuffer | null } & Pick<
      Measurement,
      'rate' | 'kind' | 'sweep' | 'took'
    >)
  | { task: 'curves'; bytes: ArrayBuffer; rate: number; window: ResponseWindow; fraction: number }
  | {
      task: 'simulate';
      project: Project;
      loudspeakers: string[];
      place: Place | null;
      sweep: Sweep | null;
      around: Surroundings;
    };

/** What was heard, and everything read of it. Samples are those to keep. */
export interface Listened extends Heard {
  ok: true;
  kind: Measurement['kind'];
  samples: Float32Array<ArrayBuffer>;
  /** The room at rest; null: nothing of it beside the samples. */
  quiet: Float32Array<ArrayBuffer> | null;
  rate: number;
  sweep: Sweep | null;
  took: Took;
}
export type ListenOutcome = Listened | { ok: true; curves: ResponseCurves | null } | { ok: false; message: string };

/** A converter at its limit gives this or more. */
const CLIPPED_LIVE = 0.9998;

/** So much of the room at rest is kept, s. */
const MOST_QUIET = 4;

function listened(heard: HeardImpulse, progress: (part: number) => void): Listened {
  const { rate, sweep, took, quiet } = heard;
  const read = readHeard(heard, progress);
  const kept = Float32Array.from(quiet.subarray(Math.max(0, quiet.length - Math.round(MOST_QUIET * rate))));
  return {
    ...{ ok: true, rate, sweep, took },
    ...read,
    kind: read.impulse ? 'impulse' : 'noise',
    samples: read.impulse ? Float32Array.from(heard.samples) : kept,
    quiet: read.impulse && kept.length > 0 ? kept : null,
  };
}

export type ListenRunner = (task: ListenTask, progress: (part: number) => void) => Promise<ListenOutcome>;

export function createListenRunner(load: (bytes: number) => Promise<Linalg>): ListenRunner {
  const engine = createWaveEngine(load);
  async function simulate(
    { project, loudspeakers: letters, place, sweep, around }: Extract<ListenTask, { task: 'simulate' }>,
    progress: (part: number) => void,
  ): Promise<ListenOutcome> {
    const setting = hearingSetting(project, place);
    const loudspeakers = setting.loudspeakers.filter((l) => letters.includes(l.letter));
    const solution = loudspeakers.length > 0 ? await engine.solve(setting, 'full', (p) => progress(0.5 * p)) : null;
    const solved = solution && !('refused' in solution) ? solution : null;
    const take = await simulated(setting, solved, { loudspeakers, sweep, around }, (p) => progress(0.5 + 0.3 * p));
    return listened(hear({ ...take, fullScale: 1 }, take.sweep), (p) => progress(0.8 + 0.2 * p));
  }
  return async (task, progress) => {
    switch (task.task) {
      case 'file': {
        const read = readWav(new Uint8Array(task.bytes));
        if (!read.ok) return { ok: false, message: read.message };
        const { channels, rate, fullScale, shortened } = read.wav;
        if (task.sweep && task.sweep.to > rate / 2)
          return { ok: false, message: `expected a sweep up to ${rate / 2} Hz at most, found ${task.sweep.to} Hz` };
        const recording = { samples: channels[0]!, rate, fullScale, shortened, channels: channels.length };
        return listened(hear(recording, task.sweep), progress);
      }
      case 'record': {
        const all = new Float32Array(task.bytes);
        const length = Math.floor(all.length / task.takes);
        const takes = Array.from({ length: task.takes }, (_, i) => all.subarray(i * length, (i + 1) * length));
        const clipped = clippedSamples(all, CLIPPED_LIVE);
        const samples = takes.length > 1 ? averageAligned(takes).mean : takes[0]!;
        const heard = hear({ samples, rate: task.rate, fullScale: Infinity }, task.sweep);
        return listened({ ...heard, took: { ...heard.took, clipped } }, progress);
      }
      case 'read': {
        const { rate, kind, sweep, took } = task;
        const [samples, quiet] = [new Float32Array(task.bytes), task.quiet && new Float32Array(task.quiet)];
        return listened(heardAgain({ samples, quiet, rate, kind, sweep, took }), progress);
      }
      case 'curves': {
        const { rate, window, fraction } = task;
        const samples = new Float32Array(task.bytes);
        return { ok: true, curves: responseCurves({ samples, rate, onset: onsetOf(samples) }, window, fraction) };
      }
      case 'simulate':
        return simulate(task, progress);
    }
  };
}
