/**
 * What is asked about recordings: reading a file, reading samples kept, and hearing the room of a project with the simulated microphone. One runner a
 * worker: it keeps the waves it has solved.
 */
import { inMeasuredRoom } from '../document/measured';
import type { Measurement, Project, Sound } from '../document/schema/project';
import { readDecayText, readLevelsText } from '../formats/bandTables';
import type { TextProblem } from '../formats/frequencyTable';
import { readResponseText } from '../formats/responseText';
import { readWav } from '../formats/wav';
import type { Linalg } from '../numerics/linalg/types';
import type { Ring } from '../signal/modes/ringing';
import { arrivalsOf } from '../signal/arrivals';
import { clippedSamples, onsetOf } from '../signal/onset';
import { averageAligned, type Sweep } from '../signal/played/sweep';
import { waveModes } from '../studies/bass/answer';
import type { PredictedMode } from '../studies/listen/beside';
import { type Correcting, correctedAt, type MeasuredPlace } from '../studies/correct/places';
import type { Meeting } from '../studies/correct/meet';
import { meetingOf, type MeetTake, type MeetTakes } from '../studies/correct/meetPlaces';
import { explained, playedOf } from '../studies/causes/explained';
import type { Readings } from '../studies/causes/measured';
import type { Companion, Companions, Explained } from '../studies/causes/types';
import type { Changed } from '../studies/listen/compare';
import { fitOfReading, fitOfTable } from '../studies/fit/measurement';
import { fitted } from '../studies/fit/study';
import type { FitMeasurement, FitResult } from '../studies/fit/types';
import { hear, heardAgain, NOTHING_TOLD, tookWarnings } from '../studies/listen/hear';
import { levelsOfImpulse, readHeard, responseCurves, type ResponseCurves } from '../studies/listen/read';
import { hearingSetting, type Place } from '../studies/listen/room';
import { simulated } from '../studies/listen/simulate';
import { keptResponse, type Table, tableCurves } from '../studies/listen/tables';
import type { Heard, HeardImpulse, Took } from '../studies/listen/types';
import { type Rendered, rendered, type Version } from '../studies/hear/render';
import { createWaveEngine } from '../studies/waves/waveEngine';
import type { Surroundings } from '../synthesis/microphone';
import type { Points } from '../signal/calibration';
import type { ResponseWindow } from '../signal/response';

export type ListenTask =
  /** `speech`: a voice, kept as it is. */
  | { task: 'file'; name: string; bytes: ArrayBuffer; sweep: Sweep | null; speech: boolean }
  | { task: 'text'; text: string; as: TextKind }
  | {
      task: 'record';
      /** So many takes of the same length, one behind the other. */
      bytes: ArrayBuffer;
      takes: number;
      rate: number;
      /** Fades are part of it. */
      sweep: Sweep | null;
      speech: boolean;
    }
  | ({ task: 'read'; bytes: ArrayBuffer; quiet: ArrayBuffer | null } & Pick<Sound, 'rate' | 'kind' | 'sweep' | 'took'>)
  | {
      task: 'curves';
      /** Samples, or a table of levels. */
      of: { bytes: ArrayBuffer; rate: number } | Table<'response'>;
      window: ResponseWindow;
      fraction: number;
      /** What the microphone hears too much of. */
      own: Points | null;
    }
  /** Modes of the room of a measurement, as they are heard where it was taken. */
  | { task: 'modes'; project: Project; room: string; place: Place | null }
  /** What stands out of a measurement, and what caused it. */
  | {
      task: 'causes';
      project: Project;
      room: string;
      place: Place | null;
      /** Letters of those that played. */
      loudspeakers: string[];
      bytes: ArrayBuffer;
      rate: number;
      own: Points | null;
      /** What was read of it. */
      read: Readings;
      beside: BesideParts;
    }
  /** What an equaliser may still do, from places that were measured. */
  | { task: 'correct'; places: CorrectPart[]; boosts: boolean }
  /** How a subwoofer meets the loudspeakers, from takes of each alone and of both together. */
  | { task: 'meet'; places: MeetParts[] }
  /** What the room has taught: samples of each that was read, or a table. */
  | { task: 'fit'; project: Project; measurements: FitPart[] }
  /** Sounds through rooms and measurements, as loud as one another; samples of both channels at the rate. */
  | { task: 'hear'; versions: HearVersion[]; left: ArrayBuffer; right: ArrayBuffer; rate: number }
  | {
      task: 'simulate';
      project: Project;
      loudspeakers: string[];
      place: Place | null;
      sweep: Sweep | null;
      around: Surroundings;
    };

export type HearVersion =
  Extract<Version, { kind: 'room' }> | { id: string; kind: 'measured'; samples: ArrayBuffer; rate: number };

/** Another measurement, beside the one in question. */
export interface BesidePart {
  title: string;
  letters: string[];
  bytes: ArrayBuffer;
  rate: number;
  own: Points | null;
}
/** What {@link Companions} are made of; the room of the one before is a key, as its own. */
export interface BesideParts {
  parts: BesidePart[];
  twin: BesidePart | null;
  before: (BesidePart & { room: string; place: Place | null; changed: Changed[] }) | null;
}

function companionOf({ title, letters, bytes, rate, own }: BesidePart): Companion {
  const samples = new Float32Array(bytes);
  const arrivals = arrivalsOf(samples, rate)?.list ?? [];
  return { title, letters, arrivals, ...levelsOfImpulse({ samples, rate, onset: onsetOf(samples) }, own) };
}
const companionsOf = (letters: readonly string[], { parts, twin, before }: BesideParts): Companions => ({
  letters,
  parts: parts.map(companionOf),
  twin: twin && companionOf(twin),
  before: before && { ...companionOf(before), changed: before.changed },
});

/** A measurement with what a fit wants of it. */
export interface FitPart {
  measurement: Measurement;
  own: Points | null;
  /** null: a table. */
  read: { bytes: ArrayBuffer; rate: number; readings: Readings } | null;
}

/** A place an equaliser is to help at: samples with what rings in them, or a table. */
export interface CorrectPart {
  title: string;
  own: Points | null;
  of: { bytes: ArrayBuffer; rate: number; rings: readonly Ring[] } | Table<'response'>;
}
/** Samples of one take of three. */
export interface MeetPart {
  bytes: ArrayBuffer;
  rate: number;
  own: Points | null;
}
export interface MeetParts {
  title: string;
  mains: MeetPart;
  sub: MeetPart;
  together: MeetPart;
}
/** As the study takes it; null: nothing stands out of its noise. */
function meetTake({ bytes, rate, own }: MeetPart): MeetTake | null {
  const samples = new Float32Array(bytes);
  const onset = onsetOf(samples);
  return onset === null ? null : { samples, rate, onset, own };
}
function meetTakes({ title, ...parts }: MeetParts): MeetTakes[] {
  const [mains, sub, together] = [meetTake(parts.mains), meetTake(parts.sub), meetTake(parts.together)];
  return mains && sub && together ? [{ title, mains, sub, together }] : [];
}

/** As the study takes it. */
const heardPlace = ({ title, own, of }: CorrectPart): MeasuredPlace => {
  if (!('bytes' in of)) return { title, own, of };
  const samples = new Float32Array(of.bytes);
  return { title, own, of: { samples, rate: of.rate, onset: onsetOf(samples), rings: of.rings } };
};

/** As the fit takes it; null: it says nothing to one. */
function fitPart({ measurement, own, read }: FitPart): FitMeasurement | null {
  if (!read) return fitOfTable(measurement, own);
  const samples = new Float32Array(read.bytes);
  const { levels } = levelsOfImpulse({ samples, rate: read.rate, onset: onsetOf(samples) }, own);
  return fitOfReading(measurement, { ...read.readings, levels });
}

/** What was heard, and everything read of it. Samples are those to keep. */
export interface Listened extends Heard {
  ok: true;
  kind: Sound['kind'];
  samples: Float32Array<ArrayBuffer>;
  /** The room at rest; null: nothing of it beside the samples. */
  quiet: Float32Array<ArrayBuffer> | null;
  rate: number;
  sweep: Sweep | null;
  took: Took;
}
export type ListenOutcome =
  | Listened
  | { ok: true; figures: TextFigures }
  | { ok: true; modes: PredictedMode[] }
  | { ok: true; curves: ResponseCurves | null }
  | { ok: true; causes: Explained[] }
  | { ok: true; fit: FitResult }
  | { ok: true; correction: Correcting }
  | { ok: true; meeting: Meeting | null }
  | { ok: true; rendered: Rendered[] }
  | { ok: false; message: string };

/** What a text file is said to hold. */
export const TEXT_KINDS = ['response', 'decay', 'levels', 'calibration'] as const;
export type TextKind = (typeof TEXT_KINDS)[number];
export type TextFigures = Table | { kind: 'calibration'; f: number[]; db: number[] };

/** Figures of a text file, or the first of what is wrong with it. */
export function readFigures(
  text: string,
  as: TextKind,
): { ok: true; figures: TextFigures } | { ok: false; message: string } {
  const wrong = (problems: readonly TextProblem[]) => {
    const told = problems.slice(0, MOST_TOLD).map((p) => `line ${p.line}, column ${p.column}: ${p.message}`);
    const more = problems.length - told.length;
    return { ok: false as const, message: [...told, ...(more > 0 ? [`and ${more} more`] : [])].join('; ') };
  };
  if (as === 'decay' || as === 'levels') {
    const read = as === 'decay' ? readDecayText(text) : readLevelsText(text);
    if (!read.ok) return wrong(read.problems);
    const { ok: _, ...figures } = read;
    return { ok: true, figures: { kind: as, ...figures } as Table };
  }
  const read = readResponseText(text);
  if (!read.ok) return wrong(read.problems);
  const kept = keptResponse(read.points);
  return { ok: true, figures: as === 'response' ? kept : { kind: as, f: kept.f, db: kept.db } };
}
const MOST_TOLD = 3;
/** A voice is kept for so long, s. */
const MOST_SPEECH = 30;

/** A voice: kept as it is, and told how its take went. */
function spoken(samples: Float32Array<ArrayBuffer>, rate: number, took: Took): Listened {
  const kept = samples.slice(0, MOST_SPEECH * rate);
  const nothing = { quiet: null, sweep: null, impulse: null, noise: null };
  return {
    ok: true,
    kind: 'speech',
    samples: kept,
    rate,
    took,
    ...nothing,
    warnings: tookWarnings({ kind: 'speech', took }),
  };
}

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
  /** A room of the project as it was measured, with its waves. */
  async function measuredRoom(project: Project, room: string, place: Place | null, progress: (part: number) => void) {
    const kept = project.measured.rooms[room];
    if (!kept) return null;
    const setting = hearingSetting(inMeasuredRoom(project, kept), place);
    const solution = await engine.solve(setting, 'full', progress);
    return { setting, solution: 'refused' in solution ? null : solution };
  }
  async function causes(
    { project, room, place, loudspeakers, bytes, rate, own, read, beside }: Extract<ListenTask, { task: 'causes' }>,
    progress: (part: number) => void,
  ): Promise<ListenOutcome> {
    const earlier = beside.before;
    const before = earlier && (await measuredRoom(project, earlier.room, earlier.place, (p) => progress(0.2 * p)));
    const now = await measuredRoom(project, room, place, (p) => progress(0.2 + 0.3 * p));
    if (!now) return { ok: true, causes: [] };
    const samples = new Float32Array(bytes);
    const levels = levelsOfImpulse({ samples, rate, onset: onsetOf(samples) }, own);
    const measured = { ...levels, ...read, beside: companionsOf(loudspeakers, beside) };
    const played = playedOf(now.setting, loudspeakers);
    return {
      ok: true,
      causes: await explained({ ...now, played, measured, before }, (p) => progress(0.5 + 0.5 * p)),
    };
  }
  return async (task, progress) => {
    switch (task.task) {
      case 'file': {
        const read = readWav(new Uint8Array(task.bytes));
        if (!read.ok) return { ok: false, message: read.message };
        const { channels, rate, fullScale, shortened } = read.wav;
        if (task.sweep && task.sweep.to > rate / 2)
          return { ok: false, message: `expected a sweep up to ${rate / 2} Hz at most, found ${task.sweep.to} Hz` };
        const [samples, count] = [channels[0]!, channels.length];
        if (task.speech) {
          const clipped = clippedSamples(samples, fullScale);
          return spoken(samples, rate, { ...NOTHING_TOLD, clipped, channels: count, shortened });
        }
        return listened(hear({ samples, rate, fullScale, shortened, channels: count }, task.sweep), progress);
      }
      case 'text':
        return readFigures(task.text, task.as);
      case 'record': {
        const all = new Float32Array(task.bytes);
        const length = Math.floor(all.length / task.takes);
        const takes = Array.from({ length: task.takes }, (_, i) => all.subarray(i * length, (i + 1) * length));
        const clipped = clippedSamples(all, CLIPPED_LIVE);
        const samples = takes.length > 1 ? averageAligned(takes).mean : takes[0]!;
        if (task.speech) return spoken(takes[0]!, task.rate, { ...NOTHING_TOLD, clipped });
        const heard = hear({ samples, rate: task.rate, fullScale: Infinity }, task.sweep);
        return listened({ ...heard, took: { ...heard.took, clipped } }, progress);
      }
      case 'read': {
        const { rate, kind, sweep, took } = task;
        if (kind === 'speech') return spoken(new Float32Array(task.bytes), rate, took);
        const [samples, quiet] = [new Float32Array(task.bytes), task.quiet && new Float32Array(task.quiet)];
        return listened(heardAgain({ samples, quiet, rate, kind, sweep, took }), progress);
      }
      case 'curves': {
        const { of, window, fraction, own } = task;
        if (!('bytes' in of)) return { ok: true, curves: tableCurves(of, fraction, own) };
        const samples = new Float32Array(of.bytes);
        const heard = { samples, rate: of.rate, onset: onsetOf(samples) };
        return { ok: true, curves: responseCurves(heard, window, fraction, own) };
      }
      case 'modes': {
        const room = await measuredRoom(task.project, task.room, task.place, progress);
        const modes = room?.solution ? waveModes(room.setting, room.solution) : [];
        // The even pressure is none.
        return { ok: true, modes: modes.slice(1).map(({ f, time, head }) => ({ f, time, head })) };
      }
      case 'causes':
        return causes(task, progress);
      case 'correct':
        try {
          return { ok: true, correction: correctedAt(task.places.map(heardPlace), task.boosts) };
        } catch (error) {
          if (!(error instanceof RangeError)) throw error;
          return { ok: false, message: 'the places share too little of the range from 25 to 300 Hz' };
        }
      case 'meet': {
        const places = task.places.flatMap(meetTakes);
        return { ok: true, meeting: places.length > 0 ? meetingOf(places) : null };
      }
      case 'fit': {
        const measurements = task.measurements.flatMap((part) => fitPart(part) ?? []);
        return { ok: true, fit: await fitted({ project: task.project, measurements }, engine, load, progress) };
      }
      case 'hear': {
        const { versions, rate, left, right } = task;
        const heard = versions.map((v): Version => {
          if (v.kind === 'room') return v;
          return { id: v.id, kind: 'measured', samples: new Float32Array(v.samples), rate: v.rate };
        });
        const sound = [Float64Array.from(new Float32Array(left)), Float64Array.from(new Float32Array(right))] as const;
        return { ok: true, rendered: await rendered(heard, sound, rate, engine, { progress }) };
      }
      case 'simulate':
        return simulate(task, progress);
    }
  };
}
