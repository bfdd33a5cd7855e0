/** Archives in and out of the browser: what of them needs the database and the packer, fetched when one is opened or saved. */
import type { Project } from '@tawny/core/document/schema/project';
import type { ReadProject } from '@tawny/core/formats/checked';
import { download } from '../charts/download';
import { openRecordings } from '../persistence/recordings';
import { archiveOf, LARGEST_ARCHIVE, readArchive } from './archive';
import { fileNameOf } from './projectFiles';
import { useRecordings } from '../measured/recordings';

/** A project with its recordings: they are kept in this browser once the project is found sound. */
export async function openArchive(file: File): Promise<ReadProject> {
  const bytes =
    file.size > LARGEST_ARCHIVE ? new Uint8Array(LARGEST_ARCHIVE + 1) : new Uint8Array(await file.arrayBuffer());
  const { read, recordings } = readArchive(bytes);
  if (!read.ok) return read;
  const kept = openRecordings();
  for (const { samples, rate } of recordings) await kept.keep(samples, rate);
  return read;
}

/** Saves a project with its recordings in one archive; how many of them are not in this browser. */
export async function exportArchive(project: Project): Promise<number> {
  const { bytes, missing } = await archiveOf(project, useRecordings().samplesOf);
  download(`${fileNameOf(project.name)}.tawny.zip`, new Blob([bytes]), 'application/zip');
  return missing.length;
}
