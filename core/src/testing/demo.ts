/** The demo rooms that ship with the program. Tests only. */
import { readFileSync } from 'node:fs';
import { readProjectFile } from '../formats/projectFile';
import type { Project } from '../document/schema/project';

export const DEMO_ROOMS = ['bakehouse', 'ferry-hall', 'signal-cabin'] as const;

export function demo(name: string): Project {
  const read = readProjectFile(readFileSync(new URL(`../../../demo/${name}.tawny.json`, import.meta.url), 'utf8'));
  if (!read.ok) throw new Error(`${name}: ${JSON.stringify(read.problems)}`);
  return read.project;
}
