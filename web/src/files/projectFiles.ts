/** Project files in and out of the browser, and the demo that ships with the program. */
import { LARGEST_FILE, readProjectFile, type ReadProject, writeProjectFile } from '@tawny/core/formats/projectFile';
import type { Project } from '@tawny/core/document/schema/project';
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

/** Demo rooms that ship with the program, by the name in their address; the first opens by itself. */
export const DEMOS = {
  bakehouse: {
    text: () => import('../../../demo/bakehouse.tawny.json?raw'),
    name: 'Bakehouse',
    what: 'a mixing room with a chimney breast and a beam',
  },
  'ferry-hall': {
    text: () => import('../../../demo/ferry-hall.tawny.json?raw'),
    name: 'Ferry hall',
    what: 'a hall for small ensembles, with a stage and an alcove',
  },
  'signal-cabin': {
    text: () => import('../../../demo/signal-cabin.tawny.json?raw'),
    name: 'Signal cabin',
    what: 'a timber booth for audiobooks under a pitched roof',
  },
} as const;
export type DemoName = keyof typeof DEMOS;

export function isDemo(name: string): name is DemoName {
  return Object.hasOwn(DEMOS, name);
}

/** A demo project as shipped. */
export async function demoProject(name: DemoName = 'bakehouse'): Promise<Project> {
  const read = readProjectFile((await DEMOS[name].text()).default);
  if (!read.ok) throw new Error(`the shipped demo is damaged: ${read.problems[0]!.message}`);
  return read.project;
}
