/** `tawny fit`: what a room teaches, from the measurements its project keeps and from recordings beside it. */
import { existsSync, readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { applyCommand } from '@tawny/core/document/commands/commands';
import { roomKey, soundingOf } from '@tawny/core/document/soundingRoom';
import { isSound, type Measurement, type Project } from '@tawny/core/document/schema/project';
import { readWav } from '@tawny/core/formats/wav';
import { loadLinalg } from '@tawny/core/numerics/linalg/load';
import { fixed } from '@tawny/core/quantities/format';
import { settingOf } from '@tawny/core/room/setting';
import { measuredImpulse } from '@tawny/core/studies/causes/explained';
import { fitOfReading, fitOfTable } from '@tawny/core/studies/fit/measurement';
import { fitted } from '@tawny/core/studies/fit/study';
import type { FitMeasurement, FitResult } from '@tawny/core/studies/fit/types';
import { heardAgain } from '@tawny/core/studies/listen/hear';
import { readHeard } from '@tawny/core/studies/listen/read';
import { createWaveEngine } from '@tawny/core/studies/waves/waveEngine';
import {
  gainSentence,
  impossibleSentence,
  strays,
  straySentence,
  unknownFigures,
  unknownTitle,
} from '@tawny/core/words/listen/fit';
import { heardIn, ListenError, loudspeakersOf, namedFile } from './listen';

/** Where samples a project names may lie, from the file's folder. */
const FOLDERS = ['.', 'recordings', '../web/public/recordings'];

/** Samples by their content; null: not beside the project. */
function samplesOf(project: string, hash: string) {
  const file = FOLDERS.map((f) => join(dirname(project), f, `${hash}.wav`)).find((f) => existsSync(f));
  if (!file) return null;
  const read = readWav(readFileSync(file));
  if (!read.ok) throw new ListenError(`${file}: ${read.message}`);
  return read.wav.channels[0]!;
}

function kept(file: string, project: Project, m: Measurement): FitMeasurement | null | 'missing' {
  const own = project.measured.calibrations.find((c) => c.id === m.calibration) ?? null;
  if (!isSound(m.holds)) return fitOfTable(m, own);
  const { audio, quiet, rate, kind, sweep, took } = m.holds;
  if (kind !== 'impulse') return null;
  const samples = samplesOf(file, audio);
  if (!samples) return 'missing';
  const rest = quiet === null ? null : samplesOf(file, quiet);
  const heard = heardAgain({
    ...{ samples: Float32Array.from(samples), quiet: rest && Float32Array.from(rest) },
    ...{ rate, kind, sweep, took },
  });
  return fitOfReading(m, measuredImpulse(heard, readHeard(heard), own));
}

/** "L=left.wav": a recording of the room as it is, at the seat, from the loudspeakers of those letters or ids. */
function brought(project: Project, given: string, number: number): { project: Project; measurement: FitMeasurement } {
  const { names, file } = namedFile(given);
  const letters = names === null ? [] : loudspeakersOf(settingOf(project).loudspeakers, names).map((l) => l.letter);
  const { heard } = heardIn(file, readFileSync(file), null);
  const room = soundingOf(project);
  const measurement: Measurement = {
    ...{
      id: `brought-${number}`,
      at: new Date().toISOString(),
      title: basename(file),
      by: 'file',
      from: basename(file),
    },
    ...{ loudspeakers: letters, place: { name: 'Seat', at: null }, calibration: null, fullScaleDb: null, note: '' },
    holds: { kind: 'decay', fraction: 1, bands: [{ label: 1000, edt: null, t20: null, t30: null }] },
    room: roomKey(room),
  };
  const { project: next } = applyCommand(project, { type: 'put-measurement', measurement, room });
  return { project: next, measurement: fitOfReading(measurement, measuredImpulse(heard, readHeard(heard), null)) };
}

export async function fitOf(
  file: string,
  given: Project,
  recordings: readonly string[],
): Promise<{ fit: FitResult; missing: string[] }> {
  const missing: string[] = [];
  const measurements = given.measured.list.flatMap((m): FitMeasurement[] => {
    const one = kept(file, given, m);
    if (one === 'missing') missing.push(m.id);
    return one === null || one === 'missing' ? [] : [one];
  });
  let project = given;
  for (const [i, recording] of recordings.entries()) {
    const one = brought(project, recording, i + 1);
    project = one.project;
    measurements.push(one.measurement);
  }
  return { fit: await fitted({ project, measurements }, createWaveEngine(loadLinalg), loadLinalg), missing };
}

/** As it is printed with --json. */
export const fitRow = ({ fit, missing }: Awaited<ReturnType<typeof fitOf>>) => ({
  measurements: fit.measurements,
  unused: fit.unused,
  missing,
  unknowns: fit.unknowns.map((u) => ({ ...u, what: unknownTitle(u) })),
  bands: fit.bands,
  modes: fit.modes,
  leaveOneOut: { error: fit.error, bands: fit.bands.map(({ octave, error }) => ({ octave, ...error })) },
  widened: fit.widened,
  learned: fit.learned,
});

export function fitText({ fit, missing }: Awaited<ReturnType<typeof fitOf>>): string {
  const moved = fit.unknowns.filter((u) => u.told >= 0.3).sort((a, b) => b.told - a.told);
  const untold = fit.unknowns.length - moved.length;
  const part = (v: number | null | undefined) => (v == null ? '–' : `${fixed(100 * v, 0)} %`).padStart(8);
  return [
    gainSentence(fit),
    ...missing.map((id) => `${id}: its samples are not beside the project`),
    '  octave  spread stated, learned; error stated, learned, left out',
    ...fit.bands.map(
      (b) =>
        `  ${String(b.octave).padStart(6)}${part(b.stated)}${part(b.learned)}${part(b.error?.stated)}${part(b.error?.learned)}${part(b.error?.leftOut)}`,
    ),
    ...moved.map((u) => {
      const { stated, found } = unknownFigures(u, 'metric');
      return `  ${unknownTitle(u)}: ${found} (stated ${stated})`;
    }),
    ...(untold > 0 ? [`  ${untold} others stay as stated: the measurements do not tell`] : []),
    ...fit.unknowns.filter((u) => u.impossible).map((u) => `  ${impossibleSentence(u, 'metric')}`),
    ...strays(fit).map((u) => `  ${straySentence(u, 'metric')}`),
  ].join('\n');
}
