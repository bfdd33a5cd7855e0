/** Command lines run and files written for them. Tests only. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { run } from './main';

export const folder = mkdtempSync(join(tmpdir(), 'tawny-cli-'));

/** One command line, with what it wrote. */
export async function tawny(...args: string[]) {
  const out: string[] = [];
  const err: string[] = [];
  const status = await run(args, { out: (t) => out.push(t), err: (t) => err.push(t) });
  return { status, out: out.join('\n'), err: err.join('\n') };
}
/** A file of a text, or of JSON; its path. */
export function file(name: string, content: unknown): string {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}
