/** `tawny listen` and `tawny simulate`: recordings read, and made, without the browser. */
import type { Project } from '@tawny/core/document/schema/project';
import { readResponseText } from '@tawny/core/formats/responseText';
import { readWav, writeWav } from '@tawny/core/formats/wav';
import { readFigures } from '@tawny/core/questions/listening';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { fixed } from '@tawny/core/quantities/format';
import { type PlacedLoudspeaker, settingOf } from '@tawny/core/room/setting';
import type { BandDecay } from '@tawny/core/signal/decay';
import type { Points } from '@tawny/core/signal/calibration';
import type { Samples } from '@tawny/core/signal/fourier';
import { speechIndex } from '@tawny/core/signal/speech';
import type { Sweep } from '@tawny/core/signal/played/sweep';
import { type ExplainAsk, explained, measuredImpulse } from '@tawny/core/studies/causes/explained';
import { soundingOf } from '@tawny/core/document/soundingRoom';
import { speakingAlong } from '@tawny/core/studies/causes/beside';
import type { Companion, Explained } from '@tawny/core/studies/causes/types';
import { hear } from '@tawny/core/studies/listen/hear';
import { readHeard, responseCurves, WHOLE } from '@tawny/core/studies/listen/read';
import { hearingSetting } from '@tawny/core/studies/listen/room';
import { SIMULATED_RATE, simulated } from '@tawny/core/studies/listen/simulate';
import { createWaveEngine } from '@tawny/core/studies/waves/waveEngine';
import { tableCurves, tableDecay, tableOctaves } from '@tawny/core/studies/listen/tables';
import { QUIET, type Surroundings } from '@tawny/core/synthesis/microphone';
import { causeTitle, evidenceSentence, likelyText, moveSentence } from '@tawny/core/words/listen/causes';
import { KIND_WORDS, warningSentence } from '@tawny/core/words/listen/listen';

/** What a person gave that cannot be used, as a sentence. */
export class ListenError extends Error {}

const FRACTION = 24;

/** "20,20000,10": first and last frequency in Hz, seconds. */
export function sweepOf(text: string): Sweep {
  const [from, to, seconds, ...more] = text.split(',').map(Number);
  if (!(from! > 0 && to! > from! && seconds! > 0 && seconds! <= 60) || more.length > 0)
    throw new ListenError(`--sweep: expected first and last frequency and seconds as in 20,20000,10, found "${text}"`);
  return { from: from!, to: to!, seconds: seconds! };
}

export interface ListenOptions {
  sweep: Sweep | null;
  calibration: Points | null;
}

export function calibrationOf(file: string, text: string): Points {
  const read = readResponseText(text);
  if (read.ok) return { f: read.points.map((p) => p.f), db: read.points.map((p) => p.db) };
  throw new ListenError(
    read.problems.map((p) => `${file}: line ${p.line}, column ${p.column}: ${p.message}`).join('\n'),
  );
}

const bandRow = (b: BandDecay) => ({
  fm: b.mid,
  edt: b.edt,
  t20: b.t20,
  t30: b.t30,
  c50: b.c50,
  c80: b.c80,
  d50: b.d50,
  ts: b.ts,
  reason: b.reason,
});

/** What is read of one file. Throws ListenError when it is no WAV file. */
export function listenTo(file: string, bytes: Uint8Array, c: number, options: ListenOptions) {
  return readFile(file, bytes, c, options).told;
}

/** A recording to explain: its file, and the loudspeakers that played. */
export interface Given {
  file: string;
  played: readonly PlacedLoudspeaker[];
}

/** "L+W=both.wav": the names before the file; null: there are none. */
export function namedFile(text: string): { names: string | null; file: string } {
  const [, names, file] = /^(?:([^=/\\]{1,80})=)?(.*)$/.exec(text)!;
  return { names: names ?? null, file: file! };
}

/** "L=left.wav", "L+W=both.wav": a file with the loudspeakers that played, by letter or id; without them `played`. Throws ListenError for one that is not there. */
export function givenOf(text: string, all: readonly PlacedLoudspeaker[], played: readonly PlacedLoudspeaker[]): Given {
  const { names, file } = namedFile(text);
  return { file, played: names === null ? played : loudspeakersOf(all, names) };
}

/** The same of files of one room and place, with what stands out of each and what caused that: `causes` of the answer. Those from fewer loudspeakers, or from the one opposite, speak along. */
export async function explainFiles(
  list: readonly (Given & { bytes: Uint8Array })[],
  options: ListenOptions,
  { setting, solution }: Pick<ExplainAsk, 'setting' | 'solution'>,
) {
  const room = soundingOf(setting.project);
  const reads = list.map(({ file, bytes, played }) => {
    const { heard, reading, told } = readFile(file, bytes, setting.c, options);
    return {
      told,
      played,
      letters: played.map((l) => l.letter),
      own: measuredImpulse(heard, reading, options.calibration),
    };
  });
  const companions = reads.map(({ told, letters, own: { levels, gated, arrivals } }): Companion => ({
    ...{ title: told.file, letters, levels, gated, arrivals },
  }));
  const out = [];
  for (const [i, { told, played, letters, own }] of reads.entries()) {
    const others = companions.filter((_, k) => k !== i);
    const beside = { letters, before: null, ...speakingAlong(letters, room, others) };
    const causes = await explained({ setting, solution, played, measured: { ...own, beside }, before: null });
    out.push({ ...told, causes: causes.map(causesRow) });
  }
  return out;
}

const causesRow = ({ finding: { kind, f, delay, sizeDb, sure, decay }, explanations, moves }: Explained) => ({
  finding: {
    kind,
    ...(f === null ? { delayMs: delay! * 1000 } : { f }),
    size: sizeDb,
    ...(decay ? { decayS: decay.seconds } : {}),
    sure,
  },
  explanations: explanations.map(({ cause, probability, evidence }) => ({
    ...{ kind: cause.kind, what: causeTitle(cause), probability },
    evidence: evidence.map(evidenceSentence),
  })),
  moves: moves.map((m) => ({ ...m, says: moveSentence(m, 'metric') })),
});

/** A recording of a WAV file, heard. Throws ListenError for what is none, and for a sweep its rate does not reach. */
export function heardIn(file: string, bytes: Uint8Array, sweep: Sweep | null) {
  const opened = readWav(bytes);
  if (!opened.ok) throw new ListenError(`${file}: ${opened.message}`);
  const { rate, fullScale, shortened, channels: all } = opened.wav;
  if (sweep && sweep.to > rate / 2)
    throw new ListenError(
      `--sweep: expected a last frequency of at most ${rate / 2} Hz for ${file}, found ${sweep.to}`,
    );
  const channels = all.length;
  return { channels, heard: hear({ samples: all[0]!, rate, fullScale, shortened, channels }, sweep) };
}

function readFile(file: string, bytes: Uint8Array, c: number, { sweep, calibration }: ListenOptions) {
  const { channels, heard } = heardIn(file, bytes, sweep);
  const { rate } = heard;
  const reading = readHeard(heard);
  const { impulse: read, warnings } = reading;
  const curves = responseCurves(heard, WHOLE, FRACTION, calibration);
  const told = {
    file,
    kind: heard.kind,
    rate,
    channels,
    onsetS: heard.onset === null ? null : heard.onset / rate,
    snrDb: read?.snrDb ?? null,
    clippedSamples: heard.took.clipped,
    response: {
      f: curves?.grid ?? [],
      db: curves ? [...curves.levelsDb] : [],
    },
    decay: { bands: (read?.octaves.bands ?? []).map(bandRow), thirds: (read?.thirds.bands ?? []).map(bandRow) },
    ringing: (read?.ringing.rings ?? []).map((r) => ({ f: r.f, decayS: r.decay, levelDb: r.levelDb })),
    arrivals: (read?.arrivals.list ?? []).map((a) => ({
      delayMs: a.delay * 1000,
      levelDb: a.levelDb,
      extraPath: a.delay * c,
    })),
    speech: read?.speech ? speechIndex(read.speech) : null,
    warnings: warnings.map(warningSentence),
  };
  return { heard, reading, told };
}

const TABLES = ['response', 'decay', 'levels'] as const;
type TableKind = (typeof TABLES)[number];

export function tableKindOf(text: string): TableKind {
  const kind = TABLES.find((k) => k === text);
  if (kind) return kind;
  throw new ListenError(`--holds: expected one of ${TABLES.join(', ')}, found "${text}"`);
}

/** Figures of a text file, told as a recording is. Throws ListenError with line and column where it is none. */
export function tableIn(file: string, text: string, as: TableKind, calibration: Points | null) {
  const read = readFigures(text, as);
  if (!read.ok) throw new ListenError(`${file}: ${read.message}`);
  const { figures } = read;
  const curves = figures.kind === 'response' ? tableCurves(figures, FRACTION, calibration) : null;
  const there = (curves?.grid ?? []).flatMap((_, i) => (Number.isFinite(curves!.levelsDb[i]) ? [i] : []));
  const bands = figures.kind === 'decay' ? tableDecay(figures).map(bandRow) : [];
  const thirds = figures.kind === 'decay' && figures.fraction === 3;
  return {
    ...{ file, kind: as, rate: null, channels: null, onsetS: null, snrDb: null, clippedSamples: 0 },
    response: { f: there.map((i) => curves!.grid[i]!), db: there.map((i) => curves!.levelsDb[i]!) },
    decay: { bands: thirds ? [] : bands, thirds: thirds ? bands : [] },
    noise: figures.kind === 'levels' ? { octaves: tableOctaves(figures) } : null,
    ...{ ringing: [], arrivals: [], speech: null, warnings: [] },
  };
}
export type Listened = (ReturnType<typeof listenTo> | ReturnType<typeof tableIn>) & {
  causes?: ReturnType<typeof causesRow>[];
};

/** What is said of files without --json. */
export function listenText(list: readonly Listened[]): string {
  const time = (v: number | null) => (v === null ? '–' : fixed(v, 2)).padStart(7);
  return list
    .map((l) => {
      const bands = [...l.decay.bands, ...(l.rate === null ? l.decay.thirds : [])].map(
        (b) => `  ${String(Math.round(b.fm)).padStart(6)} Hz${time(b.edt)}${time(b.t20)}${time(b.t30)}`,
      );
      const rings = l.ringing.map(
        (r) => `  ${fixed(r.f, 1)} Hz for ${fixed(r.decayS, 2)} s, ${fixed(r.levelDb, 0)} dB`,
      );
      return [
        `${l.file}: ${KIND_WORDS[l.kind]}${l.rate === null ? '' : `, ${l.rate} Hz`}${l.snrDb === null ? '' : `, ${fixed(l.snrDb, 0)} dB over the noise`}`,
        ...(bands.length > 0 ? ['  decay, s      EDT    T20    T30', ...bands] : []),
        ...(rings.length > 0 ? ['  what rings below 300 Hz', ...rings] : []),
        ...l.warnings.map((w) => `  ${w}`),
        ...(l.causes ?? []).map(({ finding, explanations: [first] }) => {
          const at = 'f' in finding ? `${fixed(finding.f, 1)} Hz` : `${fixed(finding.delayMs, 1)} ms`;
          return `  ${finding.kind} at ${at}, ${fixed(finding.size, 0)} dB: ${first!.what} (${likelyText(first!.probability)})`;
        }),
      ].join('\n');
    })
    .join('\n\n');
}

/** The loudspeaker of an id or a letter. Throws ListenError when there is none. */
export function loudspeakerOf(all: readonly PlacedLoudspeaker[], name: string): PlacedLoudspeaker {
  const found = all.find((l) => l.id === name || l.letter === name);
  if (found) return found;
  throw new ListenError(`--loudspeaker: expected one of ${all.map((l) => l.id).join(', ')}, found "${name}"`);
}

/** The loudspeakers of ids or letters with a plus between them. Throws ListenError when one is not there. */
export const loudspeakersOf = (all: readonly PlacedLoudspeaker[], names: string): PlacedLoudspeaker[] =>
  names.split('+').map((name) => loudspeakerOf(all, name));

export interface SimulateOptions {
  loudspeaker: string;
  at: string;
  sweep: Sweep | null;
  around: Surroundings;
}

/** What a recording is explained by: the room with the ears at a place, its waves, and who played (none named: all but subwoofers). */
export async function explainingRoom(
  project: Project,
  { loudspeaker, at }: { loudspeaker: string | null; at: string },
): Promise<Pick<ExplainAsk, 'setting' | 'solution' | 'played'>> {
  const setting = hearingSetting(project, placeOf(at));
  const all = setting.loudspeakers;
  const played = loudspeaker === null ? all.filter((l) => l.role !== 'sub') : loudspeakersOf(all, loudspeaker);
  const solution = await createWaveEngine(loadLinalg).solve(setting, 'full', () => {});
  return { setting, played, solution: 'refused' in solution ? null : solution };
}

function placeOf(text: string): { x: number; y: number; z: number } | null {
  if (text === 'seat') return null;
  const parts = text.split(',').map(Number);
  if (parts.length !== 3 || !parts.every(Number.isFinite))
    throw new ListenError(`--at: expected "seat" or x,y,z in metres (survey coordinates), found "${text}"`);
  return { x: parts[0]!, y: parts[1]!, z: parts[2]! };
}

/** What a microphone hears of a project's room: an impulse response, or a sweep played in it. */
export async function simulate(
  project: Project,
  { loudspeaker, at, sweep, around }: SimulateOptions,
): Promise<Samples> {
  const setting = hearingSetting(project, placeOf(at));
  const all = settingOf(project).loudspeakers;
  const playing = loudspeaker === 'all' ? all : loudspeakersOf(all, loudspeaker);
  const solution = await createWaveEngine(loadLinalg).solve(setting, 'full', () => {});
  const take = { loudspeakers: playing, sweep, around };
  return (await simulated(setting, 'refused' in solution ? null : solution, take)).samples;
}

/** Surroundings from the options of the command line. Throws ListenError for what is no number. */
export function surroundingsOf(values: Readonly<Record<string, string | boolean | undefined>>): Surroundings {
  const number = (name: string, low: number, high: number): number | null => {
    const text = values[name];
    if (typeof text !== 'string') return null;
    const value = Number(text);
    if (!(text.trim() !== '' && value >= low && value <= high))
      throw new ListenError(`--${name}: expected a number from ${low} to ${high}, found "${text}"`);
    return value;
  };
  // Noise above full scale is none: 70 is taken as −70.
  const noise = number('noise', -200, 200);
  return {
    ...QUIET,
    seed: Math.round(number('seed', 0, 1e9) ?? 1),
    noiseDb: noise === null ? null : -Math.abs(noise),
    hum: number('hum', 20, 1000),
    rattle: number('rattle', 20, 10000),
    clip: values.clip === true,
  };
}

export const wavBytes = (samples: Samples): Uint8Array => writeWav([Float32Array.from(samples)], SIMULATED_RATE);
