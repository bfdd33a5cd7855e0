/** A project with its recordings as one archive (zip): the document as it is saved alone, recordings as WAV by their content, and a plain list of contents. */
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { type Holds, isSound, type Project } from '@tawny/core/document/schema/project';
import { type ReadProject, writeProjectFile } from '@tawny/core/formats/checked';
import { LARGEST_FILE, readProjectFile } from '@tawny/core/formats/projectFile';
import { readWav, writeWav } from '@tawny/core/formats/wav';
import { hashOf } from '../persistence/recordings';

/** Largest archive that is opened, bytes. */
export const LARGEST_ARCHIVE = 400e6;
const PROJECT = 'project.tawny.json';
const RECORDING = /^recordings\/([0-9a-f]{64})\.wav$/;

export interface ArchiveRecording {
  hash: string;
  samples: Float32Array<ArrayBuffer>;
  rate: number;
}

const hashesOf = (holds: Holds): string[] =>
  isSound(holds) ? [holds.audio, ...(holds.quiet ? [holds.quiet] : [])] : [];

/** Bytes of the archive, and the hashes of recordings that are not in this browser. */
export async function archiveOf(
  project: Project,
  samplesOf: (hash: string) => Promise<{ rate: number; bytes: ArrayBuffer } | null>,
): Promise<{ bytes: Uint8Array<ArrayBuffer>; missing: string[] }> {
  const files: Zippable = { [PROJECT]: strToU8(writeProjectFile(project)) };
  const missing: string[] = [];
  for (const hash of new Set(project.measured.list.flatMap(({ holds }) => hashesOf(holds)))) {
    const kept = await samplesOf(hash);
    // Samples are as good as noise to a packer: stored as they are.
    if (kept) files[`recordings/${hash}.wav`] = [writeWav([new Float32Array(kept.bytes)], kept.rate), { level: 0 }];
    else missing.push(hash);
  }
  const lines = project.measured.list.map((m) =>
    [
      m.at,
      m.title,
      m.loudspeakers.join(' '),
      m.place.name,
      ...(isSound(m.holds)
        ? [missing.includes(m.holds.audio) ? 'not here' : `recordings/${m.holds.audio}.wav`]
        : ['figures in the project']),
    ].join('; '),
  );
  files['contents.txt'] = strToU8([project.name, '', 'taken; title; played; place; file', ...lines, ''].join('\n'));
  return { bytes: zipSync(files), missing };
}

const refused = (path: string, message: string): ReadProject => ({ ok: false, problems: [{ path, message }] });

/** Reads an archive. Never throws: a wrong one is refused with the entry and the reason, and nothing of it is kept. */
export function readArchive(bytes: Uint8Array): { read: ReadProject; recordings: ArchiveRecording[] } {
  const no = (path: string, message: string) => ({ read: refused(path, message), recordings: [] });
  if (bytes.length > LARGEST_ARCHIVE)
    return no(
      '',
      `the archive holds ${Math.round(bytes.length / 1e6)} MB; one stays under ${LARGEST_ARCHIVE / 1e6} MB`,
    );
  let files: Record<string, Uint8Array>;
  let whole = 0;
  try {
    files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        whole += originalSize;
        return (
          whole < 2 * LARGEST_ARCHIVE &&
          (name === PROJECT || RECORDING.test(name)) &&
          (name !== PROJECT || originalSize <= LARGEST_FILE)
        );
      },
    });
  } catch {
    return no('', 'the archive is damaged: it cannot be unpacked');
  }
  const project = files[PROJECT];
  if (!project) return no(PROJECT, `expected ${PROJECT} in the archive, found none that can be read`);
  const read = readProjectFile(strFromU8(project), project.length);
  if (!read.ok) return { read, recordings: [] };
  const recordings: ArchiveRecording[] = [];
  for (const [name, wav] of Object.entries(files)) {
    const hash = RECORDING.exec(name)?.[1];
    if (!hash) continue;
    const reading = readWav(wav);
    if (!reading.ok) return no(name, reading.message);
    const samples = reading.wav.channels[0]!;
    if (hashOf(samples) !== hash) return no(name, 'its samples are not those its name stands for');
    recordings.push({ hash, samples, rate: reading.wav.rate });
  }
  return { read, recordings };
}
