/**
 * The project file `*.tawny.json`: text in, project or a list of problems out; and back. Never throws on bad input.
 */
import type * as z from 'zod/mini';
import { migrate } from '../document/migrate';
import { FORMAT, type Project, projectSchema, VERSION } from '../document/schema/project';

export interface FileProblem {
  /** Where: dotted path in the file, or "line 3, column 9"; empty for the file as a whole. */
  path: string;
  /** What was expected and what was found, one sentence without a final stop. */
  message: string;
}

export type ReadProject = { ok: true; project: Project } | { ok: false; problems: FileProblem[] };

/** More of them help nobody; a list of a million wrong entries would fill the memory with sentences. */
const MOST_PROBLEMS = 100;

/** Larger files are refused unread: a project of this version stays under a megabyte. */
export const LARGEST_FILE = 8 * 1024 * 1024;

/** Path of the problem that a text is no JSON. */
export const NOT_JSON = 'text';

function refuse(path: string, message: string): ReadProject {
  return { ok: false, problems: [{ path, message }] };
}

/** A path as people read it: room.corners[2].x. */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) => (typeof key === 'number' ? `${text}[${key}]` : text === '' ? String(key) : `${text}.${String(key)}`),
    '',
  );
}

function found(value: unknown): string {
  const text = value === undefined ? 'nothing' : (JSON.stringify(value) ?? typeof value);
  return text.length > 60 ? `${text.slice(0, 57)}…` : text;
}

function valueAt(root: unknown, path: readonly PropertyKey[]): unknown {
  return path.reduce<unknown>(
    (value, key) =>
      typeof value === 'object' && value !== null ? (value as Record<PropertyKey, unknown>)[key] : undefined,
    root,
  );
}

/** Kinds of values with their articles. */
const KINDS: Record<string, string> = {
  array: 'a list',
  tuple: 'a list',
  record: 'an object',
  object: 'an object',
  int: 'a whole number',
  number: 'a number',
  string: 'a text',
  boolean: 'true or false',
};

/** A Zod issue as a sentence: what was expected, what was found. */
export function issueSentence(issue: z.core.$ZodIssue, root: unknown): string {
  const got = found(valueAt(root, issue.path));
  switch (issue.code) {
    case 'invalid_type':
      return `expected ${KINDS[issue.expected] ?? issue.expected}, found ${got}`;
    case 'too_small':
      return issue.origin === 'number' || issue.origin === 'int'
        ? `expected at least ${issue.minimum}, found ${got}`
        : `expected at least ${issue.minimum} entries or characters`;
    case 'too_big':
      return issue.origin === 'number' || issue.origin === 'int'
        ? `expected at most ${issue.maximum}, found ${got}`
        : `expected at most ${issue.maximum} entries or characters`;
    case 'invalid_value':
      return `expected ${issue.values.map((v) => JSON.stringify(v)).join(' or ')}, found ${got}`;
    case 'unrecognized_keys':
      return `holds ${issue.keys.map((k) => `"${k}"`).join(', ')}, which this version does not know`;
    case 'invalid_union':
      return `expected one of the allowed values, found ${got}`;
    default:
      return issue.message;
  }
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
  const checked = projectSchema.safeParse(migrated.document);
  if (checked.success) return { ok: true, project: checked.data };
  return {
    ok: false,
    problems: checked.error.issues.slice(0, MOST_PROBLEMS).map((issue) => ({
      path: pathText(issue.path),
      message: issueSentence(issue, migrated.document),
    })),
  };
}

/** The file's text: indented JSON with a final newline, the same for the same project. */
export function writeProjectFile(project: Project): string {
  return `${JSON.stringify(project, null, 2)}\n`;
}
