/**
 * Old files forward: one pure step a version. Files from the future are refused. Steps are never edited once released.
 */
import { buyingOfVersion11, makingOfVersion11 } from './buying';
import { piecesOfVersion7 } from './pieces';
import { FORMAT, VERSION } from '../schema/project';

type Json = Record<string, unknown>;

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
/** What is an object under every key of a record; what is none is left for the schema to name. */
const mapped = (record: unknown, by: (value: Json) => Json): unknown =>
  isObject(record)
    ? Object.fromEntries(Object.entries(record).map(([k, value]) => [k, isObject(value) ? by(value) : value]))
    : record;

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
  // Version 2 knew loudspeakers as points with a box, and panels as numbers.
  2: (old) => ({
    ...old,
    version: 3,
    listening: {
      ...(old.listening as Json),
      layout: 'stereo',
      range: { forward: 0.2, back: 0.2, side: 0.15, up: 0.05, down: 0.05 },
    },
    loudspeakers: (old.loudspeakers as Json[]).map(loudspeakerOfVersion3),
    marking: { front: 'drivers', school: 'minus-10-in-15' },
    treatment: {
      ...(old.treatment as Json),
      stock: [
        { width: 0.6, height: 0.6 },
        { width: 0.6, height: 1.2 },
        { width: 1.2, height: 1.2 },
      ],
      hung: [],
    },
    log: [],
    site: {},
  }),
  // Version 3 knew nothing of how a loudspeaker is fed, nor of tuned boxes.
  3: (old) => ({
    ...old,
    version: 4,
    loudspeakers: (old.loudspeakers as Json[]).map((l) => ({
      ...l,
      feed: { gainDb: 0, delayMs: 0, inverted: false, crossover: l.role === 'sub' ? { hz: 80, slopeDb: 24 } : null },
    })),
    treatment: {
      ...(old.treatment as Json),
      hung: ((old.treatment as Json).hung as Json[]).map((piece) => ({
        ...piece,
        tuned: { massPerArea: 5, holes: 12, holeDiameter: 0.05, neck: 0.018 },
      })),
    },
  }),
  // Version 4 knew one panel, and no recipes beside it.
  4: (old) => ({
    ...old,
    version: 5,
    target: { ...(old.target as Json), own: [], bands: 'octaves' },
    treatment: { ...(old.treatment as Json), ...treatmentOfVersion5() },
  }),
  // Version 5 took loudspeakers to radiate alike in all directions: what was decided by it stays as it was.
  5: (old) => ({
    ...old,
    version: 6,
    marking: { ...(old.marking as Json), directivity: 'alike' },
  }),
  // Version 6 kept a panel, numbers of it, numbers of other recipes, and pieces of six kinds each made as it said itself.
  6: (old) => ({ ...old, version: 7, treatment: piecesOfVersion7(old.treatment as Json | undefined) }),
  // Version 7 said nothing of how pieces are laid out, and locked none.
  7: (old) => {
    const treatment = old.treatment as Json | undefined;
    const pieces = treatment?.pieces;
    const unlocked = (p: unknown) => (isObject(p) ? { ...p, locked: false } : p);
    const hanging = { by: 'middles', level: null, leastGap: 0.02 };
    return {
      ...old,
      version: 8,
      treatment: { ...treatment, hanging, pieces: Array.isArray(pieces) ? pieces.map(unlocked) : pieces },
    };
  },
  // Version 8 knew nothing of what holds a piece, and none that hung elsewhere than it was meant to.
  8: (old) => {
    const [treatment, room] = [old.treatment as Json | undefined, old.room as Json | undefined];
    const { hanging, pieces } = treatment ?? {};
    return {
      ...old,
      version: 9,
      room: { ...room, framing: mapped(room?.framing, (f) => ({ ...f, lining: 0.0125 })) },
      treatment: {
        ...treatment,
        hanging: isObject(hanging) ? { ...hanging, cloudFall: 0 } : hanging,
        fixings: { ways: {}, wallFactor: 4, overheadFactor: 8, link: 0.032, fittings: 0.06 },
        pieces: Array.isArray(pieces)
          ? pieces.map((p: unknown) => (isObject(p) ? { ...p, meant: null, note: '' } : p))
          : pieces,
      },
    };
  },
  // Version 9 hung pieces where they were decided, with equal gaps, in one row, and bought timber in one length.
  9: (old) => {
    const treatment = old.treatment as Json | undefined;
    const hanging = treatment?.hanging;
    const more = { spread: 'as-decided', tight: [], secondRow: false };
    const buying = old.buying;
    return {
      ...old,
      version: 10,
      buying: isObject(buying) ? { ...buying, otherLengths: [] } : buying,
      treatment: { ...treatment, hanging: isObject(hanging) ? { ...hanging, ...more } : hanging },
    };
  },
  // Version 10 bought by habits: lengths of timber, an area in a pack, a width of cloth; nobody made anything.
  10: (old) => {
    const treatment = old.treatment as Json | undefined;
    const prices = treatment?.prices;
    return {
      ...old,
      version: 11,
      treatment: { ...treatment, prices: isObject(prices) ? { ...prices, fleece: 1.5 } : prices },
      buying: isObject(old.buying) ? buyingOfVersion11(old.buying) : old.buying,
      making: makingOfVersion11(),
    };
  },
  // Version 11 kept no measurements.
  11: (old) => ({ ...old, version: 12, measured: { list: [], calibrations: [], rooms: {} } }),
  // Version 12 decided nothing about what stands out, and learned nothing.
  12: (old) => ({
    ...old,
    version: 13,
    measured: isObject(old.measured) ? { ...old.measured, verdicts: [] } : old.measured,
    learned: null,
  }),
  // Version 13 knew fewer kinds of what stands out.
  13: (old) => ({ ...old, version: 14 }),
  // Version 14 asked nothing; what nobody was asked about is not settled.
  14: (old) => ({ ...old, version: 15, answered: [] }),
  // From here on scenarios keep edits of the document: a step after this one turns their values too.
  15: (old) => ({ ...old, version: 16, scenarios: { list: [], current: null } }),
};

function treatmentOfVersion5(): Json {
  const walls = ['front', 'left', 'right', 'rear'];
  return {
    recipes: [],
    mix: {},
    plan: {
      recipes: [
        { id: 'panel', where: [...walls, 'ceiling'] },
        { id: 'panel-15-gap', where: [...walls, 'ceiling'] },
        { id: 'straddle-15', where: ['corners'] },
      ],
      aim: 'cost',
      money: null,
      pieces: null,
      coverage: 0.5,
      mass: null,
      ceilingMass: null,
      cornersFirst: 0,
    },
    prices: { fill: 110, cloth: 9, timber: 2.2, board: 24, sundries: 4 },
  };
}

/** The first two were the pair. A wrong box is left for the schema to name. */
function loudspeakerOfVersion3(old: Json, i: number): Json {
  const height = Number((old.box as Json | undefined)?.height ?? 0);
  const part = (share: number) => Math.round(height * share * 1000) / 1000;
  return {
    ...old,
    role: i < 2 ? 'main' : 'second',
    station: i === 0 ? 'L' : i === 1 ? 'R' : null,
    mount: 'free',
    axisInBox: part(0.6),
    drivers: { low: part(0.35), high: part(0.8) },
    aimDeg: null,
    tiltDeg: 0,
    lowCornerHz: 50,
    lowShelf: null,
  };
}

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
