/** A document of this version, as text and against its schema: a project, or a list of problems as sentences. What may be older is read by `projectFile.ts`. */
import type * as z from 'zod/mini';
import { type Project, projectSchema } from '../document/schema/project';

export interface FileProblem {
  /** Where: dotted path in the file, or "line 3, column 9"; empty for the file as a whole. */
  path: string;
  /** What was expected and what was found, one sentence without a final stop. */
  message: string;
}

export type ReadProject = { ok: true; project: Project } | { ok: false; problems: FileProblem[] };

/** More of them help nobody; a list of a million wrong entries would fill the memory with sentences. */
const MOST_PROBLEMS = 100;

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
    case 'invalid_format':
      return `expected ${issue.format === 'datetime' ? 'a date and time like 2026-11-01T08:00:00Z' : `a text of the form ${issue.pattern ?? issue.format}`}, found ${got}`;
    case 'invalid_key':
    case 'invalid_element':
      return issue.issues[0] ? issueSentence(issue.issues[0], root) : `expected another entry, found ${got}`;
    default:
      return issue.message;
  }
}

/** Checks a document that is of this version already. Never throws. */
export function checkedProject(document: unknown): ReadProject {
  const checked = projectSchema.safeParse(document);
  if (checked.success) return { ok: true, project: checked.data };
  return {
    ok: false,
    problems: checked.error.issues.slice(0, MOST_PROBLEMS).map((issue) => ({
      path: pathText(issue.path),
      message: issueSentence(issue, document),
    })),
  };
}

/** The file's text: indented JSON with a final newline, the same for the same project. */
export function writeProjectFile(project: Project): string {
  return `${JSON.stringify(project, null, 2)}\n`;
}
