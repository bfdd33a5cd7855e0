/**
 * The project file `*.tawny.json`: text in, of this version or an older one, project or a list of problems out. Never throws on bad input.
 */
import { migrate } from '../document/migrate/migrate';
import { FORMAT, VERSION } from '../document/schema/project';
import { checkedProject, type ReadProject } from './checked';

/** Larger files are refused unread: a project of this version stays under a megabyte. */
export const LARGEST_FILE = 8 * 1024 * 1024;

/** Path of the problem that a text is no JSON. */
export const NOT_JSON = 'text';

function refuse(path: string, message: string): ReadProject {
  return { ok: false, problems: [{ path, message }] };
}

/** Deeper than any project: a file nested deeper was not written by this program, and would exhaust the stack of what reads it. */
export const DEEPEST = 64;

/** How deep the text's brackets nest, those in strings not counted; stops counting past {@link DEEPEST}. */
function depthOf(text: string): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length && deepest <= DEEPEST; i++) {
    const c = text[i];
    if (inString) {
      if (c === '\\') i += 1;
      else if (c === '"') inString = false;
    } else if (c === '"') inString = true;
    else if (c === '{' || c === '[') deepest = Math.max(deepest, ++depth);
    else if (c === '}' || c === ']') depth -= 1;
  }
  return deepest;
}

/**
 * Reads a project file. `bytes` is its size when known, checked before parsing. Text that is no JSON is told as such; where it stops being
 * it says {@link jsonFault}, which is fetched when it is wanted.
 */
export function readProjectFile(text: string, bytes = text.length): ReadProject {
  if (bytes > LARGEST_FILE) {
    return refuse(
      '',
      `the file holds ${Math.round(bytes / 1048576)} MB; a project file stays under ${LARGEST_FILE / 1048576} MB`,
    );
  }
  if (text.trim() === '') return refuse('', 'the file is empty');
  if (depthOf(text) > DEEPEST) {
    return refuse(
      '',
      `its brackets nest more than ${DEEPEST} deep, which no project does: it is damaged or no project`,
    );
  }
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    return refuse(NOT_JSON, 'is not JSON text');
  }
  return readProject(parsed);
}

/** A document as parsed, of a file or of the browser's database: brought to this version and checked. */
export function readProject(parsed: unknown): ReadProject {
  let migrated: ReturnType<typeof migrate>;
  try {
    migrated = migrate(parsed);
  } catch {
    // A step from an old version met something that version never wrote.
    const version = String((parsed as { version?: unknown }).version);
    return refuse(
      '',
      `it says it is of version ${version}, but something that belongs to that version is missing or damaged`,
    );
  }
  if (!migrated.ok) {
    const { code, path, found: what } = migrated;
    if (code === 'too-new') {
      return refuse(path, `version ${what} was written by a newer Tawny Hall; this one reads up to version ${VERSION}`);
    }
    if (code === 'foreign')
      return refuse(path, `expected "${FORMAT}", found ${what}: this is not a Tawny Hall project`);
    if (code === 'not-an-object') return refuse(path, `expected a project, found ${what}`);
    return refuse(path, `expected a version from 1 to ${VERSION}, found ${what}`);
  }
  return checkedProject(migrated.document);
}
