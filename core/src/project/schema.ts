/**
 * The saved document, version 2: plain JSON, SI units, survey coordinates. A computed number is never stored here.
 *
 * Changing a field's name or meaning needs a new VERSION, a migration in migrate.ts and a new sample in samples/.
 */
import { z } from 'zod';
import { CEILING, FLOOR, solidOf, surfaceOfFace } from '../geometry/solid';
import { GROUPS, HIGHEST_COEFFICIENT, isMaterial } from '../materials/library';
import { SCHOOLS } from '../targets/targets';
import { OCTAVES } from '../quantities/bands';
import { planFault } from './outline';
import { shapeOf } from './shape';

export const FORMAT = 'tawny-hall-project';
export const VERSION = 2;

/** Limits of what a person can tape, m. The fields use the same figures. */
export const LIMITS = {
  side: [0.5, 60],
  height: [1.2, 20],
  coordinate: [-200, 200],
  earHeight: [0.3, 2.2],
  axisHeight: [0.05, 5],
  minimumDistance: [0.3, 5],
  triangleSide: [0.3, 8],
  apexBehind: [0, 0.5],
  box: [0.05, 1.5],
  temperatureC: [-10, 45],
  humidityPercent: [5, 100],
  pressurePa: [60000, 110000],
  panelSide: [0.2, 3],
  panelDepth: [0.01, 0.6],
  panelGap: [0, 0.6],
  flowResistivity: [1000, 100000],
  /** Along or up a wall; a place may lie past its end until the wall is mended. */
  along: [-60, 60],
  ceilingTop: [1.2, 30],
  stripWidth: [0.02, 60],
  beamLevel: [0.3, 30],
  platformLevel: [0.01, 5],
  piece: [0.01, 20],
  lift: [0, 5],
  turnDeg: [-360, 360],
  tiltDeg: [0, 45],
  clearance: [0, 5],
  spacing: [0.1, 2],
  people: [0, 500],
  levelDb: [0, 140],
} as const satisfies Record<string, readonly [number, number]>;

const within = (key: keyof typeof LIMITS) => z.number().min(LIMITS[key][0]).max(LIMITS[key][1]);
const id = z.string().min(1).max(40);

const corner = z.strictObject({ wall: id, x: within('coordinate'), y: within('coordinate') });

const loudspeaker = z.strictObject({
  id,
  /** What its tape is marked with. */
  letter: z.string().min(1).max(3),
  /** Acoustic centre: the middle of its front, survey coordinates, m. */
  x: within('coordinate'),
  y: within('coordinate'),
  axisHeight: within('axisHeight'),
  minimumDistance: within('minimumDistance'),
  box: z.strictObject({ width: within('box'), depth: within('box'), height: within('box') }),
});

const panel = z.strictObject({
  width: within('panelSide'),
  height: within('panelSide'),
  depth: within('panelDepth'),
  gap: within('panelGap'),
  flowResistivity: within('flowResistivity'),
});

const buying = z.strictObject({
  frameThickness: z.number().min(0.006).max(0.06),
  stockLength: z.number().min(0.5).max(8),
  kerf: z.number().min(0).max(0.01),
  clothWidth: z.number().min(0.3).max(5),
  clothTurn: z.number().min(0).max(0.3),
  waste: z.number().min(0).max(1),
  packArea: z.number().min(0.1).max(50),
});

const span = z.strictObject({ start: within('along'), end: within('along') });

const ceiling = z.discriminatedUnion('shape', [
  z.strictObject({ shape: z.literal('flat') }),
  z.strictObject({ shape: z.literal('pitch'), along: id, top: within('ceilingTop') }),
  z.strictObject({
    shape: z.literal('ridge'),
    along: id,
    at: within('side'),
    top: within('ceilingTop'),
    far: within('ceilingTop'),
  }),
  z.strictObject({ shape: z.literal('step'), along: id, at: within('side'), second: within('ceilingTop') }),
]);

const strip = (level: 'beamLevel' | 'platformLevel') =>
  z.strictObject({
    id,
    name: z.string().min(1).max(80),
    /** Wall it runs along; `from` is the distance of its near edge from that wall. */
    along: id,
    from: within('along'),
    width: within('stripWidth'),
    /** Along the wall from its left end; null for the whole room. */
    span: span.nullable(),
    /** Underside of a beam, top of a platform, over the floor. */
    level: within(level),
  });

/** A distance along a wall from its left end, as seen from the room. */
const onWall = z.strictObject({ wall: id, at: within('along') });
const partition = z.strictObject({ id, name: z.string().min(1).max(80), start: onWall, end: onWall });

/** A rectangle on a face. Walls: from the left end, up from the floor. Floor and ceiling: survey x and y of its corner. */
const place = { u: within('coordinate'), v: within('coordinate'), width: within('piece'), height: within('piece') };

export const OPENING_KINDS = ['door', 'window', 'vent', 'socket', 'switch', 'radiator', 'hot-equipment'] as const;
const opening = z.strictObject({
  id,
  kind: z.enum(OPENING_KINDS),
  name: z.string().min(1).max(80),
  wall: id,
  ...place,
  /** Kept free around it, m. */
  clearance: within('clearance'),
  /** Null: as the wall. */
  material: z.string().nullable(),
  /** Of doors: hinge as seen from the room, and whether the leaf comes into the room. */
  leaf: z.strictObject({ hinge: z.enum(['left', 'right']), swing: z.enum(['in', 'out']) }).nullable(),
});

const patch = z.strictObject({
  id,
  name: z.string().min(1).max(80),
  face: id,
  ...place,
  material: z.string(),
});

export const FURNITURE_KINDS = [
  'desk',
  'sofa',
  'chair',
  'bed',
  'shelves',
  'wardrobe',
  'rug',
  'gobo',
  'person',
  'other',
] as const;
const furniture = z.strictObject({
  id,
  kind: z.enum(FURNITURE_KINDS),
  name: z.string().min(1).max(80),
  /** Middle on the plan, survey coordinates. */
  x: within('coordinate'),
  y: within('coordinate'),
  turnDeg: within('turnDeg'),
  width: within('piece'),
  depth: within('piece'),
  /** Top, and underside, over the floor it stands on. */
  height: within('piece'),
  lift: within('lift'),
  /** Of a desk: its back edge raised by so much. */
  tiltDeg: within('tiltDeg'),
  material: z.string(),
  /** Ground kept free in front of it: doors, drawers, knees. */
  clearance: within('clearance'),
});

const framing = z.strictObject({
  kind: z.enum(['studs', 'joists', 'solid']),
  spacing: within('spacing'),
  /** Which way the members run: up or across on walls, along or across the faced wall's direction on ceilings. */
  runs: z.enum(['up', 'across']),
  /** First member from the left end or the front. */
  first: within('along'),
});

const ownMaterial = z.strictObject({
  id: z.string().regex(/^own-/).max(60),
  name: z.string().min(1).max(120),
  group: z.enum(GROUPS),
  source: z.enum(['laboratory', 'textbook', 'textbook-varied', 'computed', 'estimate']),
  /** Octaves 63–8000 Hz; laboratory values above 1 are kept. */
  alpha: z.array(z.number().min(0).max(HIGHEST_COEFFICIENT)).length(OCTAVES.length),
  /** "area": a coefficient; "piece": m² a piece. */
  per: z.enum(['area', 'piece']),
});

export const USES = ['mixing', 'mastering', 'recording', 'ensemble', 'speech', 'filming', 'listening'] as const;
const brief = z.strictObject({
  /** Most important first. */
  uses: z.array(z.enum(USES)).max(USES.length),
  people: within('people'),
  instruments: z.string().max(400),
  loudestDb: within('levelDb').nullable(),
  quietestDb: within('levelDb').nullable(),
  backgroundDb: within('levelDb').nullable(),
  budget: z.strictObject({ amount: z.number().min(0).max(1e9), currency: z.string().min(1).max(8) }).nullable(),
  mustStay: z.string().max(2000),
  look: z.string().max(2000),
});

const state = z.strictObject({
  id,
  name: z.string().min(1).max(80),
  /** Furniture, patches and openings that are away in this state. */
  away: z.array(id).max(500),
  /** Material in this state by surface, patch, opening or piece of furniture. */
  materials: z.record(id, z.string()),
  /** Partitions that are closed. */
  closed: z.array(id).max(20),
});

/** What the tape said walking round the room: each wall's length and the angle inside the room at its end. */
const leg = z.strictObject({ wall: id, length: within('side'), insideDeg: z.number().min(1).max(359) });
const tape = z.strictObject({
  legs: z.array(leg).max(200),
  diagonals: z.array(z.strictObject({ from: id, to: id, length: z.number().min(0.05).max(120) })).max(200),
});

const shape = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  id,
  name: z.string().min(1).max(200),
  brief,
  climate: z.strictObject({
    temperatureC: within('temperatureC'),
    humidityPercent: within('humidityPercent'),
    pressurePa: within('pressurePa'),
  }),
  room: z.strictObject({
    /** Plan outline in walking order; each corner names the wall that starts there. */
    corners: z.array(corner).min(3).max(200),
    /** Of a flat ceiling; of others at the wall they are measured from. */
    height: within('height'),
    ceiling,
    beams: z.array(strip('beamLevel')).max(60),
    platforms: z.array(strip('platformLevel')).max(60),
    partitions: z.array(partition).max(20),
    /** Material of each wall, of "floor", "ceiling", and of each beam, platform and partition. */
    surfaces: z.record(id, z.strictObject({ material: z.string() })),
    openings: z.array(opening).max(200),
    patches: z.array(patch).max(300),
    furniture: z.array(furniture).max(200),
    framing: z.record(id, framing),
  }),
  /** What the tape said, as long as it is kept: the plan itself is in `room.corners`. */
  tape,
  /** Entries of the owner's own, beside the library. */
  materials: z.array(ownMaterial).max(300),
  states: z.strictObject({ list: z.array(state).max(30), current: id.nullable() }),
  listening: z.strictObject({
    facing: id,
    head: z.strictObject({ x: within('coordinate'), y: within('coordinate'), earHeight: within('earHeight') }),
    /** "rule": follows the room when it changes; "tape": stays where it was put. */
    placed: z.enum(['rule', 'tape']),
    triangleSide: within('triangleSide'),
    apexBehind: within('apexBehind'),
  }),
  /** At most as many as the covering of marks is exact for. */
  loudspeakers: z.array(loudspeaker).max(12),
  target: z.strictObject({
    school: z.enum(SCHOOLS),
    lowestOctave: z.union(OCTAVES.map((o) => z.literal(o))),
    /** "brief": follows the uses of the brief; "own": chosen by hand. */
    chosenBy: z.enum(['brief', 'own']),
  }),
  treatment: z.strictObject({
    panel,
    /** Surfaces panels may hang on. */
    usable: z.array(id).max(400),
    /** Panels decided on, by surface. */
    counts: z.record(id, z.number().int().min(0).max(2000)),
    marksFirst: z.boolean(),
    leftRightAlike: z.boolean(),
  }),
  buying,
});

export type Project = z.infer<typeof shape>;
export type Room = Project['room'];
export type Loudspeaker = Project['loudspeakers'][number];
export type PanelRecipe = Project['treatment']['panel'];
export type Opening = Room['openings'][number];
export type OpeningKind = Opening['kind'];
export type Patch = Room['patches'][number];
export type Furniture = Room['furniture'][number];
export type FurnitureKind = Furniture['kind'];
export type Beam = Room['beams'][number];
export type Platform = Room['platforms'][number];
export type Partition = Room['partitions'][number];
export type Framing = Room['framing'][string];
export type Ceiling = Room['ceiling'];
export type OwnMaterial = Project['materials'][number];
export type RoomState = Project['states']['list'][number];
export type Brief = Project['brief'];
export type Use = Brief['uses'][number];
export type Leg = Project['tape']['legs'][number];

type Wrong = (path: (string | number)[], message: string) => void;

/** Names of every surface of the room that has a material of its own. */
export function surfacesOf(room: Room): string[] {
  return [
    ...room.corners.map((c) => c.wall),
    FLOOR,
    CEILING,
    ...[...room.beams, ...room.platforms, ...room.partitions].map((t) => t.id),
  ];
}

function checkRoom(p: Project, wrong: Wrong): void {
  const { room } = p;
  const { corners, surfaces } = room;
  const walls = corners.map((c) => c.wall);
  const faces = surfacesOf(room);
  const wallExists = (path: (string | number)[], wall: string) => {
    if (!walls.includes(wall)) wrong(path, `expected one of the walls ${walls.join(', ')}, got "${wall}"`);
  };
  const material = (path: (string | number)[], name: string) => {
    if (!isMaterial(name) && !p.materials.some((m) => m.id === name)) {
      wrong(path, `expected a material of the library or of this project, got "${name}"`);
    }
  };
  walls.forEach((w, i) => {
    if (walls.indexOf(w) !== i || w === FLOOR || w === CEILING) {
      wrong(['room', 'corners', i, 'wall'], `expected a wall name used once, got "${w}" again`);
    }
  });
  for (const face of faces) {
    if (!surfaces[face]) wrong(['room', 'surfaces', face], 'expected a material for this surface, got nothing');
  }
  for (const [face, entry] of Object.entries(surfaces)) {
    if (!faces.includes(face)) wrong(['room', 'surfaces', face], 'expected the name of a surface of this room');
    material(['room', 'surfaces', face, 'material'], entry.material);
  }
  for (const list of ['beams', 'platforms'] as const) {
    room[list].forEach((b, i) => wallExists(['room', list, i, 'along'], b.along));
  }
  if (room.ceiling.shape !== 'flat') wallExists(['room', 'ceiling', 'along'], room.ceiling.along);
  room.partitions.forEach((t, i) => {
    wallExists(['room', 'partitions', i, 'start', 'wall'], t.start.wall);
    wallExists(['room', 'partitions', i, 'end', 'wall'], t.end.wall);
  });
  room.openings.forEach((o, i) => {
    wallExists(['room', 'openings', i, 'wall'], o.wall);
    if (o.material !== null) material(['room', 'openings', i, 'material'], o.material);
  });
  room.patches.forEach((t, i) => {
    if (!faces.includes(surfaceOfFace(t.face))) {
      wrong(['room', 'patches', i, 'face'], `expected a surface of this room, got "${t.face}"`);
    }
    material(['room', 'patches', i, 'material'], t.material);
  });
  room.furniture.forEach((f, i) => material(['room', 'furniture', i, 'material'], f.material));
  for (const face of Object.keys(room.framing)) {
    if (!faces.includes(face)) wrong(['room', 'framing', face], 'expected the name of a surface of this room');
  }
  const things = [
    ...room.beams,
    ...room.platforms,
    ...room.partitions,
    ...room.openings,
    ...room.patches,
    ...room.furniture,
  ];
  const ids = [...walls, FLOOR, CEILING, ...things.map((t) => t.id)];
  ids.forEach((name, i) => {
    if (i >= walls.length + 2 && ids.indexOf(name) !== i) {
      wrong(['room'], `expected the id "${name}" only once among walls, beams, openings, patches and furniture`);
    }
  });
  p.states.list.forEach((s, i) => {
    for (const [thing, name] of Object.entries(s.materials)) {
      if (!ids.includes(thing)) wrong(['states', 'list', i, 'materials', thing], 'expected something of this room');
      material(['states', 'list', i, 'materials', thing], name);
    }
    for (const [key, list] of [
      ['away', s.away],
      ['closed', s.closed],
    ] as const) {
      const where = list.find((thing) => !ids.includes(thing));
      if (where !== undefined) wrong(['states', 'list', i, key], `expected something of this room, got "${where}"`);
    }
  });
  if (p.states.current !== null && !p.states.list.some((s) => s.id === p.states.current)) {
    wrong(['states', 'current'], `expected the id of a state, got "${p.states.current}"`);
  }
}

/** The solid itself: only looked at when the plan is sound. */
function checkSolid(room: Room, wrong: Wrong): void {
  const plain = room.ceiling.shape === 'flat' && room.beams.length === 0 && room.platforms.length === 0;
  if (plain) return;
  try {
    solidOf(shapeOf(room));
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    wrong(['room', 'ceiling'], error.message);
  }
}

export const projectSchema = shape.superRefine((p, ctx) => {
  let sound = true;
  const wrong: Wrong = (path, message) => {
    sound = false;
    ctx.addIssue({ code: 'custom', path, message });
  };
  checkRoom(p, wrong);
  const walls = p.room.corners.map((c) => c.wall);
  const fault = planFault(p.room.corners);
  if (fault) wrong(['room', 'corners', fault.corner], fault.sentence);
  if (sound) checkSolid(p.room, wrong);
  if (!walls.includes(p.listening.facing)) {
    wrong(['listening', 'facing'], `expected one of the walls ${walls.join(', ')}, got "${p.listening.facing}"`);
  }
  const surfaces = surfacesOf(p.room);
  p.treatment.usable.forEach((face, i) => {
    if (!surfaces.includes(surfaceOfFace(face))) {
      wrong(['treatment', 'usable', i], `expected a surface of this room, got "${face}"`);
    }
  });
  for (const face of Object.keys(p.treatment.counts)) {
    if (!surfaces.includes(surfaceOfFace(face))) {
      wrong(['treatment', 'counts', face], `expected a surface of this room, got "${face}"`);
    }
  }
  for (const key of ['id', 'letter'] as const) {
    const seen = p.loudspeakers.map((l) => l[key]);
    seen.forEach((value, i) => {
      if (seen.indexOf(value) !== i) wrong(['loudspeakers', i, key], `expected "${value}" only once`);
    });
  }
});
