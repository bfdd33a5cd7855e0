/** What one part of a document asks of another: names point to things that are there, and the room can be built. */
import { CEILING, FLOOR, surfaceOfFace } from '../../geometry/solid';
import { MAKES, type Stuff } from '../../catalogue/sorts';
import { hangsSo } from '../../fixings/ways';
import { isMaterial } from '../../materials/library';
import { isLibraryRecipe, RECIPES } from '../../recipes/library';
import { GOES_ON } from '../../recipes/types';
import { planFault } from '../place/outline';
import { solidFault } from '../place/shape';
import { MAY_DIFFER } from './differing';
import type { Project } from './shape';
import { sortOfPlace, surfaceOfPlace, surfacesOf } from './surfaces';

/** A body flatter than this has no sides, m. */
const LEAST_BODY = 0.005;

export type Wrong = (path: (string | number)[], message: string) => void;

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
function checkMeasured({ measured: { list, calibrations, rooms, verdicts } }: Project, wrong: Wrong): void {
  const seen = new Set<string>();
  const known = new Set<string>();
  /** Frequencies rise, and there is a value at each. */
  function mustRise(path: (string | number)[], f: readonly number[], values: Record<string, readonly number[]>): void {
    const at = f.findIndex((v, k) => k > 0 && v <= f[k - 1]!);
    if (at > 0) wrong([...path, 'f', at], `expected more than the frequency before, ${f[at - 1]}, got ${f[at]}`);
    for (const [name, list] of Object.entries(values))
      if (list.length !== f.length)
        wrong([...path, name], `expected as many as there are frequencies, ${f.length}, got ${list.length}`);
  }
  calibrations.forEach(({ id, f, db }, i) => {
    if (known.has(id)) wrong(['measured', 'calibrations', i, 'id'], `expected "${id}" only once`);
    known.add(id);
    mustRise(['measured', 'calibrations', i], f, { db });
  });
  list.forEach((m, i) => {
    if (seen.has(m.id)) wrong(['measured', 'list', i, 'id'], `expected "${m.id}" only once`);
    seen.add(m.id);
    if (!Object.hasOwn(rooms, m.room))
      wrong(['measured', 'list', i, 'room'], `expected the key of a room kept in "rooms", got "${m.room}"`);
    if (m.calibration !== null && !known.has(m.calibration))
      wrong(
        ['measured', 'list', i, 'calibration'],
        `expected the id of one kept in "calibrations", got "${m.calibration}"`,
      );
    if (m.holds.kind === 'response') {
      const { f, db, phaseDeg } = m.holds;
      mustRise(['measured', 'list', i, 'holds'], f, phaseDeg ? { db, phaseDeg } : { db });
    }
  });
  const judged = new Set<string>();
  verdicts.forEach((v, i) => {
    const path = ['measured', 'verdicts', i];
    if (judged.has(v.id)) wrong([...path, 'id'], `expected "${v.id}" only once`);
    judged.add(v.id);
    if (!seen.has(v.measurement))
      wrong([...path, 'measurement'], `expected the id of one kept in "list", got "${v.measurement}"`);
    if ((v.finding.f === null) === (v.finding.delay === null))
      wrong([...path, 'finding'], 'expected either a frequency or a delay');
  });
}

function checkLearned({ learned, measured }: Project, wrong: Wrong): void {
  if (!learned) return;
  if (!Object.hasOwn(measured.rooms, learned.room))
    wrong(['learned', 'room'], `expected the key of a room kept in "measured.rooms", got "${learned.room}"`);
  const ids = learned.materials.map((m) => m.id);
  ids.forEach((id, i) => {
    if (ids.indexOf(id) !== i) wrong(['learned', 'materials', i, 'id'], `expected "${id}" only once`);
  });
  const n = ids.length + 1;
  learned.covariance.forEach((row, b) => {
    if (row.length !== (n * (n + 1)) / 2)
      wrong(
        ['learned', 'covariance', b],
        `expected ${(n * (n + 1)) / 2} figures for ${n} that absorb, got ${row.length}`,
      );
  });
}

/** Each is there once, and edits only what may differ. What it edits need not be there any more: that is told when it is opened. */
function checkScenarios({ scenarios: { list, current } }: Project, wrong: Wrong): void {
  const ids = list.map((s) => s.id);
  list.forEach((s, i) => {
    if (ids.indexOf(s.id) !== i) wrong(['scenarios', 'list', i, 'id'], `expected "${s.id}" only once`);
    s.edits.forEach(({ path }, k) => {
      const [part] = path;
      if (typeof part !== 'string' || !MAY_DIFFER.includes(part))
        wrong(
          ['scenarios', 'list', i, 'edits', k, 'path'],
          `expected a part of the room that may differ, got "${typeof part === 'string' ? part : part!.id}"`,
        );
    });
  });
  if (current !== null && !ids.includes(current))
    wrong(['scenarios', 'current'], `expected the id of a scenario, got "${current}"`);
}

/** Tells everything that is wrong; the solid itself is looked at only when the rest of the room is sound. */
export function checkProject(p: Project, tell: Wrong): void {
  let sound = true;
  const wrong: Wrong = (path, message) => {
    sound = false;
    tell(path, message);
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
  checkLearned(p, wrong);
  checkScenarios(p, wrong);
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
}
