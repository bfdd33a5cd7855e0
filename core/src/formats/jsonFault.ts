/** Where a text stops being JSON, for people. */
import { parse as parseTolerant, type ParseError } from 'jsonc-parser';
import type { FileProblem, ReadProject } from './checked';
import { NOT_JSON } from './projectFile';

/** Where the text stops being JSON; the engine's own parser does not always say. */
export function jsonFault(text: string): FileProblem {
  const faults: ParseError[] = [];
  parseTolerant(text, faults, { disallowComments: true });
  const offset = faults[0]?.offset ?? 0;
  const before = text.slice(0, offset);
  const line = before.split('\n').length;
  const column = offset - before.lastIndexOf('\n');
  const cut = offset >= text.trimEnd().length || /^"[^"\n]*$/.test(text.slice(offset).trimEnd());
  return {
    path: `line ${line}, column ${column}`,
    message: cut ? 'the file ends too early; it was probably cut off' : 'is not JSON text here',
  };
}

/** A refusal of a text that is no JSON, with the line and column. */
export const located = (read: ReadProject, text: string): ReadProject =>
  !read.ok && read.problems[0]?.path === NOT_JSON ? { ok: false, problems: [jsonFault(text)] } : read;
