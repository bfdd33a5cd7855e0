/**
 * The saved document, version 12: plain JSON, SI units, survey coordinates. A computed number is never stored here.
 *
 * Changing a field's name or meaning needs a new VERSION, a migration in migrate.ts and a new sample in samples/.
 */
import * as z from 'zod/mini';
import { CEILING, FLOOR, surfaceOfFace } from '../../geometry/solid';
import { LAYOUTS } from '../../layout/rigs';
import { MAKES, type Stuff } from '../../catalogue/sorts';
import { hangsSo } from '../../fixings/ways';
import { isMaterial } from '../../materials/library';
import { isLibraryRecipe, RECIPES } from '../../recipes/library';
import { GOES_ON, type PlaceSort } from '../../recipes/types';
import { SCHOOLS } from '../../criteria/decayTargets';
import { OCTAVES } from '../../quantities/bands';
import { planFault } from '../place/outline';
import { id, key, line, within } from './basics';
import {
  brief,
  buying,
  ceiling,
  corner,
  fixings,
  framing,
  furniture,
  hanging,
  headRange,
  logEntry,
  loudspeaker,
  making,
  marking,
  measurement,
  opening,
  ownMaterial,
  partition,
  patch,
  piece,
  siteMark,
  size,
  state,
  strip,
  tape,
} from './parts';
import { ownTarget, plan, prices, recipe } from './recipe';
import { solidFault } from '../place/shape';

export { LIMITS } from './basics';
export { DAYS, FURNITURE_KINDS, LINED_UP, LOG_KINDS, OPENING_KINDS, PIECE_STATES, SLOPES, STEPS, USES } from './parts';

export const FORMAT = 'tawny-hall-project';
export const VERSION = 12;

/** Everything that sounds, or decides what does: what a measurement keeps of the room it was taken in. */
const sounding = {
  climate: z.strictObject({
    temperatureC: within('temperatureC'),
    humidityPercent: within('humidityPercent'),
    pressurePa: within('pressurePa'),
  }),
  room: z.strictObject({
    /** Plan outline in walking order; each corner names the wall that starts there. */
    corners: z.array(corner).check(z.minLength(3), z.maxLength(200)),
    /** Of a flat ceiling; of others at the wall they are measured from. */
    height: within('height'),
    ceiling,
    beams: z.array(strip('beamLevel')).check(z.maxLength(60)),
    platforms: z.array(strip('platformLevel')).check(z.maxLength(60)),
    partitions: z.array(partition).check(z.maxLength(20)),
    /** Material of each wall, of "floor", "ceiling", and of each beam, platform and partition. */
    surfaces: z.record(id, z.strictObject({ material: z.string() })),
    openings: z.array(opening).check(z.maxLength(200)),
    patches: z.array(patch).check(z.maxLength(300)),
    furniture: z.array(furniture).check(z.maxLength(200)),
    framing: z.record(id, framing),
  }),
  /** Entries of the owner's own, beside the library. */
  materials: z.array(ownMaterial).check(z.maxLength(300)),
  states: z.strictObject({ list: z.array(state).check(z.maxLength(30)), current: z.nullable(id) }),
  listening: z.strictObject({
    facing: id,
    head: z.strictObject({ x: within('coordinate'), y: within('coordinate'), earHeight: within('earHeight') }),
    /** "rule": follows the room when it changes; "tape": stays where it was put. */
    placed: z.enum(['rule', 'tape']),
    triangleSide: within('triangleSide'),
    apexBehind: within('apexBehind'),
    layout: z.enum(LAYOUTS),
    range: headRange,
  }),
  loudspeakers: z.array(loudspeaker).check(z.maxLength(24)),
};
/** Everything decided, laid out and hung, and recipes of one's own, beside the library. */
const hung = { pieces: z.array(piece).check(z.maxLength(1000)), recipes: z.array(recipe).check(z.maxLength(200)) };

const shape = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  id,
  name: line(1, 200),
  brief,
  ...sounding,
  /** What the tape said, as long as it is kept: the plan itself is in `room.corners`. */
  tape,
  marking,
  target: z.strictObject({
    school: z.enum(SCHOOLS),
    lowestOctave: z.union(OCTAVES.map((o) => z.literal(o))),
    /** "brief": follows the uses of the brief; "own": chosen by hand. */
    chosenBy: z.enum(['brief', 'own']),
    /** Limits of the school "own", kept while another is chosen. */
    own: ownTarget,
    /** Bands the exact problem is judged in. */
    bands: z.enum(['octaves', 'thirds']),
  }),
  treatment: z.strictObject({
    /** Recipe first reflections are covered with, and Decay counts by number. */
    cover: line(1, 60),
    /** Surfaces pieces may hang on. */
    usable: z.array(id).check(z.maxLength(400)),
    marksFirst: z.boolean(),
    leftRightAlike: z.boolean(),
    /** Sizes that can be had beside the recipe's own. */
    stock: z.array(size).check(z.maxLength(20)),
    ...hung,
    hanging,
    fixings,
    plan,
    /** Materials' prices, in the brief's currency. */
    prices,
  }),
  log: z.array(logEntry).check(z.maxLength(2000)),
  /** Marks as met on site, by mark id. */
  site: z.record(key(120), siteMark),
  buying,
  making,
  /** What was measured, and the rooms it was measured in, each once, by what is in them. */
  measured: z.strictObject({
    list: z.array(measurement).check(z.maxLength(500)),
    rooms: z.record(key(40), z.strictObject({ ...sounding, ...hung })),
  }),
});

export type Project = z.infer<typeof shape>;
/** A part of a document by path. */
export type Part =
  Exclude<keyof Project, 'treatment' | 'format' | 'version'> | `treatment.${keyof Project['treatment']}`;
/** All parts there are. */
export const PARTS: readonly Part[] = Object.keys(shape.shape).flatMap((key) =>
  key === 'treatment'
    ? Object.keys(shape.shape.treatment.shape).map((k) => `treatment.${k}` as Part)
    : key === 'format' || key === 'version'
      ? []
      : [key as Part],
);
export type Room = Project['room'];
export type Loudspeaker = Project['loudspeakers'][number];
export type HeadRange = Project['listening']['range'];
export type Piece = Project['treatment']['pieces'][number];
export type PieceState = Piece['state'];
/** One with a definite place, and one by number. */
export type PieceAt = Piece & { place: { kind: 'at' } };
export type PieceByNumber = Piece & { place: { kind: 'number' } };
export type LogEntry = Project['log'][number];
export type SiteMark = Project['site'][string];
export type Buying = Project['buying'];
export type Making = Project['making'];
export type Step = Making['done'][number]['step'];
export type Measured = Project['measured'];
export type Measurement = Measured['list'][number];
export type MeasuredRoom = Measured['rooms'][string];
export type Hanging = Project['treatment']['hanging'];
export type Spread = Hanging['spread'];
export type Fixings = Project['treatment']['fixings'];
export type OwnRecipe = Project['treatment']['recipes'][number];
export type Plan = Project['treatment']['plan'];
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

export const isAt = (piece: Piece): piece is PieceAt => piece.place.kind === 'at';
export const isByNumber = (piece: Piece): piece is PieceByNumber => piece.place.kind === 'number';

/** Surface a place of a recipe belongs to: a face's own, or the wall a corner ("corner A") or edge ("edge A") begins with. */
export function surfaceOfPlace(place: string): string {
  return surfaceOfFace(place.replace(/^(corner|edge) /, ''));
}

/** What sort of place a face, corner or edge is. */
export function sortOfPlace(place: string): PlaceSort {
  if (place.startsWith('corner ')) return 'corner';
  if (place.startsWith('edge ')) return 'edge';
  return surfaceOfFace(place) === CEILING ? 'ceiling' : 'wall';
}

/** A body flatter than this has no sides, m. */
const LEAST_BODY = 0.005;

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
  room.furniture.forEach((f, i) => {
    material(['room', 'furniture', i, 'material'], f.material);
    if (f.lift > f.height - LEAST_BODY) {
      wrong(
        ['room', 'furniture', i, 'lift'],
        `the underside of ${f.name} must lie below its top, ${f.height} m, got ${f.lift} m`,
      );
    }
  });
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

const madeAs = (p: Project, id: string) =>
  p.treatment.recipes.find((r) => r.id === id) ?? RECIPES.find((r) => r.id === id);

/** Pieces of recipes there are, on surfaces there are, in states that go with their places. */
function checkPieces(p: Project, mustBeKnown: (path: (string | number)[], name: string) => void, wrong: Wrong): void {
  const surfaces = surfacesOf(p.room);
  const seen = new Set<string>();
  p.treatment.pieces.forEach((piece, i) => {
    const path = ['treatment', 'pieces', i];
    const { place } = piece;
    mustBeKnown([...path, 'recipe'], piece.recipe);
    const [key, where] = place.kind === 'at' ? ['face', place.face] : ['on', place.on];
    const surface = place.kind === 'at' ? surfaceOfFace(where) : surfaceOfPlace(where);
    if (!surfaces.includes(surface)) wrong([...path, 'place', key], `expected a surface of this room, got "${where}"`);
    if (piece.state === (place.kind === 'at' ? 'decided' : 'laid-out'))
      wrong(
        [...path, 'state'],
        place.kind === 'at'
          ? 'a piece in a definite place is laid-out or hung, got "decided"'
          : 'pieces by number are decided or hung, got "laid-out"',
      );
    const made = madeAs(p, piece.recipe);
    if (made && place.kind === 'number' && !GOES_ON[made.form].includes(sortOfPlace(place.on)))
      wrong([...path, 'place', 'on'], `expected a place for "${made.name}" (form "${made.form}"), got "${place.on}"`);
    if (piece.meant !== null && place.kind === 'number')
      wrong([...path, 'meant'], 'only a piece in a definite place was meant for another, got a place');
    const same = place.kind === 'number' ? `${piece.recipe} on ${place.on}` : null;
    for (const name of same === null ? [piece.id] : [piece.id, same]) {
      if (seen.has(name)) wrong([...path, name === same ? 'place' : 'id'], `expected "${name}" only once`);
      seen.add(name);
    }
  });
}

/** Wares are of something their sort can be of, and everything in a list is there once. */
function checkBuying(p: Project, mustBeKnown: (path: (string | number)[], name: string) => void, wrong: Wrong): void {
  const { catalogue, inHand, readyMade } = p.buying;
  const lists: [string, string, readonly ({ id: string } & Partial<Stuff>)[]][] = [
    ['buying', 'catalogue', catalogue],
    ['buying', 'inHand', inHand],
    ['making', 'paid', p.making.paid],
  ];
  for (const [part, name, list] of lists) {
    const seen = new Set<string>();
    list.forEach(({ id, sort, make }, i) => {
      if (seen.has(id)) wrong([part, name, i, 'id'], `expected "${id}" only once`);
      seen.add(id);
      if (sort && !MAKES[sort].includes(make!))
        wrong([part, name, i, 'make'], `expected one of "${MAKES[sort].join('", "')}", got "${make}"`);
    });
  }
  for (const name of Object.keys(readyMade)) mustBeKnown(['buying', 'readyMade', name], name);
}

/** Every measurement's room is kept, and none is twice in the list. */
function checkMeasured({ measured: { list, rooms } }: Project, wrong: Wrong): void {
  const seen = new Set<string>();
  list.forEach((m, i) => {
    if (seen.has(m.id)) wrong(['measured', 'list', i, 'id'], `expected "${m.id}" only once`);
    seen.add(m.id);
    if (!Object.hasOwn(rooms, m.room))
      wrong(['measured', 'list', i, 'room'], `expected the key of a room kept in "rooms", got "${m.room}"`);
  });
}

export const projectSchema = shape.check((ctx) => {
  const p = ctx.value;
  let sound = true;
  const wrong: Wrong = (path, message) => {
    sound = false;
    ctx.issues.push({ code: 'custom', path, message, input: p });
  };
  checkRoom(p, wrong);
  const walls = p.room.corners.map((c) => c.wall);
  const fault = planFault(p.room.corners);
  if (fault) wrong(['room', 'corners', fault.corner], fault.sentence);
  // The solid itself is looked at only when the plan is sound.
  const unbuildable = sound ? solidFault(p.room) : null;
  if (unbuildable !== null) wrong(['room', 'ceiling'], unbuildable);
  if (!walls.includes(p.listening.facing)) {
    wrong(['listening', 'facing'], `expected one of the walls ${walls.join(', ')}, got "${p.listening.facing}"`);
  }
  const surfaces = surfacesOf(p.room);
  const lists = [
    [['treatment', 'usable'], p.treatment.usable],
    [['treatment', 'hanging', 'tight'], p.treatment.hanging.tight],
  ] as const;
  for (const [path, list] of lists)
    list.forEach((face, i) => {
      if (!surfaces.includes(surfaceOfFace(face)))
        wrong([...path, i], `expected a surface of this room, got "${face}"`);
    });
  const recipes = p.treatment.recipes.map((r) => r.id);
  const mustBeKnown = (path: (string | number)[], name: string) => {
    if (!isLibraryRecipe(name) && !recipes.includes(name))
      wrong(path, `expected a recipe of the library or of this project, got "${name}"`);
  };
  recipes.forEach((name, i) => {
    if (recipes.indexOf(name) !== i) wrong(['treatment', 'recipes', i, 'id'], `expected "${name}" only once`);
  });
  mustBeKnown(['treatment', 'cover'], p.treatment.cover);
  p.treatment.plan.recipes.forEach((r, i) => mustBeKnown(['treatment', 'plan', 'recipes', i, 'id'], r.id));
  checkPieces(p, mustBeKnown, wrong);
  checkBuying(p, mustBeKnown, wrong);
  checkMeasured(p, wrong);
  for (const [id, way] of Object.entries(p.treatment.fixings.ways)) {
    const path = ['treatment', 'fixings', 'ways', id];
    mustBeKnown(path, id);
    const made = madeAs(p, id);
    if (made && !hangsSo(made.form, way))
      wrong(path, `expected a way "${made.name}" (form "${made.form}") can be hung, got "${way}"`);
  }
  p.target.own.forEach((t, i) => {
    if (t.lower > t.upper)
      wrong(
        ['target', 'own', i, 'lower'],
        `the lower limit at ${t.hz} Hz must not lie above the upper, ${t.upper} s, got ${t.lower} s`,
      );
  });
  p.loudspeakers.forEach((l, i) => {
    if (l.axisInBox > l.box.height + 1e-9) {
      wrong(
        ['loudspeakers', i, 'axisInBox'],
        `the axis of ${l.letter} must lie inside its box, up to ${l.box.height} m over its underside, got ${l.axisInBox} m`,
      );
    }
    const { low, high } = l.drivers;
    if (low > high + 1e-9 || high > l.box.height + 1e-9) {
      wrong(
        ['loudspeakers', i, 'drivers'],
        `the drivers of ${l.letter} must lie in its box, lowest first, got ${low} m and ${high} m in ${l.box.height} m`,
      );
    }
  });
  for (const key of ['id', 'letter'] as const) {
    const seen = p.loudspeakers.map((l) => l[key]);
    seen.forEach((value, i) => {
      if (seen.indexOf(value) !== i) wrong(['loudspeakers', i, key], `expected "${value}" only once`);
    });
  }
});
