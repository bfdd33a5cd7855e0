/** Project files in and out of the browser. */
import { type ReadProject, writeProjectFile } from '@tawny/core/formats/checked';
import type { Project } from '@tawny/core/document/schema/project';
import { download } from '../charts/download';

/** Reads a chosen or dropped file. One that is too large is refused without being read. */
export async function readFile(file: File): Promise<ReadProject> {
  const { LARGEST_FILE, readProjectFile } = await import('@tawny/core/formats/projectFile');
  if (file.size > LARGEST_FILE) return readProjectFile('', file.size);
  const text = await file.text();
  const read = readProjectFile(text, file.size);
  return read.ok ? read : (await import('@tawny/core/formats/jsonFault')).located(read, text);
}

/** A file name of the project's own name, safe everywhere. */
export function fileNameOf(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\w\s-]/g, '')
    .trim()
    .replace(/\s+/g, '-')
    .toLowerCase()
    .slice(0, 60);
  return plain === '' ? 'room' : plain;
}

export function exportProject(project: Project): void {
  download(`${fileNameOf(project.name)}.tawny.json`, writeProjectFile(project), 'application/json');
}
