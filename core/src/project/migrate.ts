/**
 * Old files forward: one pure step a version. Files from the future are refused. Steps are never edited once released.
 */
import { FORMAT, VERSION } from './schema';

type Json = Record<string, unknown>;

/** steps[n] turns version n into version n+1. */
const STEPS: Record<number, (old: Json) => Json> = {
  // Version 1 knew box-like rooms: a plan, one height, one material a surface.
  1: (old) => ({
    ...old,
    version: 2,
    brief: emptyBriefOfVersion2(),
    room: {
      ...(old.room as Json),
      ceiling: { shape: 'flat' },
      beams: [],
      platforms: [],
      partitions: [],
      openings: [],
      patches: [],
      furniture: [],
      framing: {},
    },
    tape: { legs: [], diagonals: [] },
    materials: [],
    states: { list: [], current: null },
    target: { ...(old.target as Json), chosenBy: 'own' },
  }),
};

function emptyBriefOfVersion2(): Json {
  return {
    uses: [],
    people: 1,
    instruments: '',
    loudestDb: null,
    quietestDb: null,
    backgroundDb: null,
    budget: null,
    mustStay: '',
    look: '',
  };
}

export type Migrated =
  | { ok: true; document: Json }
  | {
      ok: false;
      code: 'not-an-object' | 'foreign' | 'no-version' | 'too-new' | 'too-old';
      path: string;
      found: string;
    };

/** Brings a parsed file to the current version, or says why it cannot. Pure; the input is not changed. */
export function migrate(parsed: unknown): Migrated {
  if (typeof parsed !== 'object' || parsed === null || Array.isArray(parsed)) {
    return { ok: false, code: 'not-an-object', path: '', found: Array.isArray(parsed) ? 'a list' : typeof parsed };
  }
  let document = parsed as Json;
  if (document.format !== FORMAT) {
    const found = typeof document.format === 'string' ? `"${document.format.slice(0, 60)}"` : 'nothing';
    return { ok: false, code: 'foreign', path: 'format', found };
  }
  let version = document.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return { ok: false, code: 'no-version', path: 'version', found: JSON.stringify(version) ?? 'nothing' };
  }
  if (version > VERSION) return { ok: false, code: 'too-new', path: 'version', found: String(version) };
  while ((version as number) < VERSION) {
    const step = STEPS[version as number];
    if (!step) return { ok: false, code: 'too-old', path: 'version', found: String(version) };
    document = step(document);
    version = (version as number) + 1;
  }
  return { ok: true, document };
}
