/** Project files in and out of the browser, and the demo that ships with the program. */
import demoText from '../../../demo/bakehouse.tawny.json?raw';
import { LARGEST_FILE, readProjectFile, type ReadProject, writeProjectFile } from '@tawny/core/formats/projectFile';
import type { Project } from '@tawny/core/project/schema';
import { download } from '../charts/exports';

/** Reads a chosen or dropped file. One that is too large is refused without being read. */
export async function readFile(file: File): Promise<ReadProject> {
  if (file.size > LARGEST_FILE) return readProjectFile('', file.size);
  return readProjectFile(await file.text(), file.size);
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

/** The demo project as shipped. */
export function demoProject(): Project {
  const read = readProjectFile(demoText);
  if (!read.ok) throw new Error(`the shipped demo is damaged: ${read.problems[0]!.message}`);
  return read.project;
}
