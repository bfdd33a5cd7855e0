/** The demo rooms that ship with the program. */
import bakehouse from '../../../demo/bakehouse.tawny.json?url';
import ferryHall from '../../../demo/ferry-hall.tawny.json?url';
import signalCabin from '../../../demo/signal-cabin.tawny.json?url';
import { checkedProject } from '@tawny/core/formats/checked';
import type { Project } from '@tawny/core/document/schema/project';

/** Demo rooms that ship with the program, by the name in their address; the first opens by itself. */
export const DEMOS = {
  bakehouse: {
    url: bakehouse,
    name: 'Bakehouse',
  },
  'ferry-hall': {
    url: ferryHall,
    name: 'Ferry hall',
  },
  'signal-cabin': {
    url: signalCabin,
    name: 'Signal cabin',
  },
} as const;
export type DemoName = keyof typeof DEMOS;

export function isDemo(name: string): name is DemoName {
  return Object.hasOwn(DEMOS, name);
}

/** Demos on their way. */
const coming = new Map<DemoName, Promise<string>>();
async function textOf(name: DemoName): Promise<string> {
  const { url } = DEMOS[name];
  const response = await fetch(url);
  if (!response.ok) throw new Error(`the demo ${DEMOS[name].name} did not come (${response.status} ${url})`);
  return response.text();
}
/** Begins to fetch the demo of an address, before anything asks for it. */
export function fetchDemo(path: string): void {
  const name = demoOf(path);
  if (!name) return;
  const text = textOf(name);
  // Told where it is asked for.
  text.catch(() => {});
  coming.set(name, text);
}
/** The demo an address names, the first for a name of none; null: it names none. */
export function demoOf(path: string): DemoName | null {
  const name = /^\/demo\/([\w-]+)/.exec(path)?.[1];
  return name === undefined ? null : isDemo(name) ? name : 'bakehouse';
}

/** A demo project as shipped. */
export async function demoProject(name: DemoName = 'bakehouse'): Promise<Project> {
  const text = coming.get(name) ?? textOf(name);
  coming.delete(name);
  const read = checkedProject(JSON.parse(await text));
  if (!read.ok) throw new Error(`the shipped demo is damaged: ${read.problems[0]!.message}`);
  return read.project;
}
