/** Project files in and out of the browser, and the demo that ships with the program. */
import bakehouse from '../../../demo/bakehouse.tawny.json?url';
import ferryHall from '../../../demo/ferry-hall.tawny.json?url';
import signalCabin from '../../../demo/signal-cabin.tawny.json?url';
import { LARGEST_FILE, readProjectFile, type ReadProject, writeProjectFile } from '@tawny/core/formats/projectFile';
import type { Project } from '@tawny/core/document/schema/project';
import { download } from '../charts/download';

/** Reads a chosen or dropped file. One that is too large is refused without being read. */
export async function readFile(file: File): Promise<ReadProject> {
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

/** Demo rooms that ship with the program, by the name in their address; the first opens by itself. */
export const DEMOS = {
  bakehouse: {
    url: bakehouse,
    name: 'Bakehouse',
    what: 'a mixing room with a chimney breast and a beam',
  },
  'ferry-hall': {
    url: ferryHall,
    name: 'Ferry hall',
    what: 'a hall for small ensembles, with a stage and an alcove',
  },
  'signal-cabin': {
    url: signalCabin,
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
  const { url } = DEMOS[name];
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the demo ${DEMOS[name].name} did not come (${response.status} ${url})`);
  const read = readProjectFile(await response.text());
  if (!read.ok) throw new Error(`the shipped demo is damaged: ${read.problems[0]!.message}`);
  return read.project;
}
