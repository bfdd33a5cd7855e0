/** One random command of every kind there is, most of them possible in the project given. Tests only. */
import { applyCommand, type Command } from '../document/commands/commands';

import { WAYS } from '../fixings/ways';
import { type Project, surfacesOf } from '../document/schema/project';
import { LAYOUTS } from '../layout/rigs';
import { OCTAVES } from '../quantities/bands';
import { RECIPES } from '../recipes/library';
import { JOINTS } from '../recipes/parts/joints';
import { unitsOf } from '../document/units';
import { measuredMakers } from './heard/makers';
import { anyId, fresh, type Makers } from './makers';
import { door, wardrobe } from './rooms';
import type { Random } from './random';

/** A batch makes two edits of other kinds one step. */
const BATCHED = ['rename', 'set-ear-height', 'set-height', 'write-log'] as const;

const mm = (value: number) => Math.round(value * 1000) / 1000;
const at = (r: Random, from: number, to: number) => mm(r.between(from, to));
const wall = (r: Random, p: Project) => r.pick(p.room.corners).wall;
const surface = (r: Random, p: Project) => r.pick(surfacesOf(p.room));
const material = (r: Random) => r.pick(['brick-bare', 'lino', 'glass-double', 'cork-wall', 'timber-solid']);
const some = <T>(r: Random, list: readonly T[]): T[] => list.filter(() => r.whole(0, 2) > 0);

/** An edit of a scenario that has some. */
function anEdit(r: Random, { scenarios: { list } }: Project): { id: string; edits: number[] } {
  const some = list.filter((s) => s.edits.length > 0);
  if (some.length === 0) return { id: 'none', edits: [] };
  const { id, edits } = r.pick(some);
  return { id, edits: [r.whole(0, edits.length - 1)] };
}

const makers: Makers<Command['type']> = {
  rename: (r) => ({ type: 'rename', name: `Room ${r.whole(1, 99)}` }),
  answer: (r) => ({
    type: 'answer',
    key: r.pick(['told:floor', 'told:walls', 'head:0.2']),
    answer: r.pick([null, { at: '2026-11-05T10:00:00Z', why: r.pick(['', 'The desk stands there.']) }]),
  }),
  'set-climate': (r) => ({ type: 'set-climate', climate: { temperatureC: at(r, 10, 28) } }),
  'set-brief': (r) => ({ type: 'set-brief', brief: { people: r.whole(1, 9) } }),
  'set-box': (r) => ({
    type: 'set-box',
    box: { length: at(r, 3, 8), width: at(r, 3, 6), height: at(r, 2.2, 3.5) },
  }),
  'set-outline': (r, p) => ({
    type: 'set-outline',
    corners: p.room.corners.map((c) => ({ ...c, x: mm(c.x + at(r, -0.2, 0.2)), y: mm(c.y + at(r, -0.2, 0.2)) })),
  }),
  'move-corner': (r, p) => {
    const c = r.pick(p.room.corners);
    return { type: 'move-corner', wall: c.wall, x: mm(c.x + at(r, -0.3, 0.3)), y: mm(c.y + at(r, -0.3, 0.3)) };
  },
  'move-wall': (r, p) => ({ type: 'move-wall', wall: wall(r, p), by: at(r, -0.3, 0.4) }),
  'split-wall': (r, p) => ({ type: 'split-wall', wall: wall(r, p), at: at(r, 0.1, 3) }),
  'remove-corner': (r, p) => ({ type: 'remove-corner', wall: wall(r, p) }),
  'insert-recess': (r, p) => ({
    type: 'insert-recess',
    wall: wall(r, p),
    from: at(r, 0.1, 2),
    width: at(r, 0.3, 1),
    depth: r.pick([-0.3, 0.4]),
  }),
  'set-height': (r) => ({ type: 'set-height', height: at(r, 2.2, 3.4) }),
  'set-ceiling': (r, p) => ({
    type: 'set-ceiling',
    ceiling: r.pick([
      { shape: 'flat' },
      { shape: 'pitch', along: wall(r, p), top: at(r, 2.5, 3.4) },
      { shape: 'step', along: wall(r, p), at: at(r, 0.8, 2), second: at(r, 2.2, 3) },
    ]),
  }),
  put: (r, p) =>
    r.pick([
      { type: 'put', list: 'openings', thing: door({ id: fresh(r, 'o'), wall: wall(r, p), u: at(r, 0, 2) }) },
      { type: 'put', list: 'furniture', thing: wardrobe({ id: fresh(r, 'f'), x: at(r, 0, 4) }) },
      {
        type: 'put',
        list: 'patches',
        thing: {
          id: fresh(r, 't'),
          name: 'Boarding',
          face: wall(r, p),
          u: 0.2,
          v: at(r, 0, 1),
          width: 0.5,
          height: 1,
          material: material(r),
        },
      },
      {
        type: 'put',
        list: 'beams',
        material: material(r),
        thing: { id: fresh(r, 'b'), name: 'Beam', along: wall(r, p), from: 1, width: 0.2, span: null, level: 2.1 },
      },
      {
        type: 'put',
        list: 'platforms',
        material: material(r),
        thing: { id: fresh(r, 'm'), name: 'Stage', along: wall(r, p), from: 0, width: 0.8, span: null, level: 0.2 },
      },
      {
        type: 'put',
        list: 'partitions',
        material: material(r),
        thing: {
          id: fresh(r, 'w'),
          name: 'Screen',
          start: { wall: wall(r, p), at: at(r, 0.5, 2) },
          end: { wall: wall(r, p), at: at(r, 0.5, 2) },
        },
      },
    ]),
  'take-away': (r, p) => {
    const list = r.pick(['openings', 'furniture', 'patches', 'beams', 'platforms', 'partitions'] as const);
    return { type: 'take-away', list, id: anyId(r, p.room[list], 'nothing') };
  },
  'set-framing': (r, p) => ({
    type: 'set-framing',
    surface: surface(r, p),
    framing: r.pick([
      null,
      { kind: 'studs', spacing: at(r, 0.3, 0.6), runs: 'up', first: at(r, 0, 0.4), lining: at(r, 0, 0.03) },
    ]),
  }),
  'set-tape': (r, p) => ({
    type: 'set-tape',
    tape: { legs: p.room.corners.map((c) => ({ wall: c.wall, length: at(r, 1, 5), insideDeg: 90 })) },
  }),
  'put-material': (r) => ({
    type: 'put-material',
    material: {
      id: `own-${r.whole(1, 3)}`,
      name: `Cloth ${r.whole(1, 9)}`,
      group: 'soft',
      source: 'estimate',
      alpha: Array.from({ length: OCTAVES.length }, () => at(r, 0, 1)),
      per: 'area',
    } as never,
  }),
  'take-material': (r, p) => ({ type: 'take-material', id: anyId(r, p.materials, 'own-9'), instead: material(r) }),
  'put-state': (r, p) => ({
    type: 'put-state',
    state: {
      id: fresh(r, 's'),
      name: 'Other',
      away: some(
        r,
        p.room.furniture.map((f) => f.id),
      ),
      materials: { [surface(r, p)]: material(r) },
      closed: [],
    },
  }),
  'put-scenario': (r, p) => ({
    type: 'put-scenario',
    id: fresh(r, 'alt'),
    name: `Other ${r.whole(1, 9)}`,
    why: '',
    like: r.pick([null, anyId(r, p.scenarios.list, 'none')]),
  }),
  'take-scenario': (r, p) => ({ type: 'take-scenario', id: anyId(r, p.scenarios.list, 'none') }),
  'open-scenario': (r, p) => ({ type: 'open-scenario', id: r.pick([null, anyId(r, p.scenarios.list, 'none')]) }),
  'take-over': (r, p) => ({ type: 'take-over', ...anEdit(r, p) }),
  'settle-scenario': (r, p) => ({ type: 'settle-scenario', ...anEdit(r, p), keep: r.pick([true, false]) }),
  'take-state': (r, p) => ({ type: 'take-state', id: anyId(r, p.states.list, 'none') }),
  'switch-state': (r, p) => ({ type: 'switch-state', id: r.pick([null, anyId(r, p.states.list, 'none')]) }),
  'set-material': (r, p) => ({ type: 'set-material', surface: surface(r, p), material: material(r) }),
  'face-wall': (r, p) => ({ type: 'face-wall', wall: wall(r, p) }),
  'place-by-rule': () => ({ type: 'place-by-rule' }),
  'set-triangle': (r) => ({ type: 'set-triangle', triangleSide: at(r, 1, 2) }),
  'move-head': (r) => ({ type: 'move-head', x: at(r, 1, 3), y: at(r, 1, 4) }),
  'set-ear-height': (r) => ({ type: 'set-ear-height', earHeight: at(r, 1, 1.7) }),
  'move-loudspeaker': (r, p) => ({
    type: 'move-loudspeaker',
    id: anyId(r, p.loudspeakers, 'nobody'),
    x: at(r, 0.3, 3.5),
    y: at(r, 0.3, 3),
    mirror: r.whole(0, 1) === 1,
  }),
  'set-loudspeaker': (r, p) => ({
    type: 'set-loudspeaker',
    id: anyId(r, p.loudspeakers, 'nobody'),
    values: r.pick([{ mount: 'flush' }, { axisHeight: at(r, 1, 1.5) }, { aimDeg: null }, { tiltDeg: at(r, -10, 10) }]),
    mirror: r.whole(0, 1) === 1,
  }),
  'place-seat': (r) => ({
    type: 'place-seat',
    head: [at(r, 1.8, 2.2), at(r, 1.8, 2.4)],
    left: [1.2, at(r, 0.5, 1)],
    right: [2.8, at(r, 0.5, 1)],
  }),
  'set-rig': (r) => ({ type: 'set-rig', layout: r.pick(LAYOUTS), second: r.whole(0, 1) === 1, subs: r.whole(0, 2) }),
  'place-subs': (r) => ({
    type: 'place-subs',
    places: Array.from({ length: r.whole(0, 2) }, () => ({ x: at(r, 0.4, 3), y: at(r, 0.4, 3) })),
    gainDb: r.whole(-6, 6),
  }),
  'set-range': (r) => ({ type: 'set-range', range: { forward: at(r, 0, 0.4), side: at(r, 0, 0.3) } }),
  'set-marking': (r) => ({ type: 'set-marking', marking: { directivity: r.pick(['box', 'alike']) } }),
  'set-stock': (r) => ({
    type: 'set-stock',
    stock: some(r, [
      { width: 0.6, height: 1.2 },
      { width: 0.5, height: 1 },
    ]),
  }),
  'put-pieces': (r, p) => ({
    type: 'put-pieces',
    pieces: [
      {
        id: fresh(r, 'h'),
        name: 'Panel',
        recipe: r.pick(['panel-10', 'board-18', 'qrd-7', 'membrane-70', 'perforated', p.treatment.cover]),
        place: {
          kind: 'at',
          face: r.pick([wall(r, p), 'ceiling', 'floor']),
          u: at(r, 0.2, 2),
          v: at(r, 0.5, 1),
          width: 0.6,
          height: 0.6,
          turnDeg: r.whole(-20, 20),
          tiltDeg: r.whole(-20, 20),
        },
        state: 'laid-out',
        dates: { decided: null, laidOut: '2026-11-01T08:00:00Z', hung: null },
        covers: [],
        locked: false,
        meant: null,
        note: '',
      },
    ],
  }),
  'take-pieces': (r, p) => ({ type: 'take-pieces', ids: [anyId(r, p.treatment.pieces, 'none')] }),
  'set-piece-state': (r, p) => ({
    type: 'set-piece-state',
    ids: [anyId(r, p.treatment.pieces, 'none')],
    state: r.pick(['decided', 'laid-out', 'hung']),
    at: '2026-11-02T08:00:00Z',
  }),
  'set-cover': (r, p) => ({
    type: 'set-cover',
    recipe: r.pick(['panel-10', 'panel-15-gap', anyId(r, p.treatment.recipes, 'none')]),
  }),
  ...measuredMakers,
  'write-log': (r) => ({
    type: 'write-log',
    entry: {
      id: fresh(r, 'l'),
      at: '2026-11-01T08:00:00Z',
      kind: 'note',
      text: `Heard ${r.whole(1, 9)}`,
      readings: {},
    },
  }),
  'strike-log': (r, p) => ({ type: 'strike-log', id: anyId(r, p.log, 'none') }),
  'set-site': (r) => ({
    type: 'set-site',
    mark: `left ${r.pick(['A', 'B', 'ceiling'])}`,
    site: r.pick([null, { done: true }, { note: `Moved ${r.whole(1, 9)}` }]),
  }),
  'set-target': (r) => ({ type: 'set-target', target: { bands: r.pick(['octaves', 'thirds']) } }),
  'set-usable': (r, p) => ({ type: 'set-usable', usable: some(r, surfacesOf(p.room)) }),
  'set-treatment-rules': (r) => ({ type: 'set-treatment-rules', marksFirst: r.whole(0, 1) === 1 }),
  'set-numbers': (r, p) => ({
    type: 'set-numbers',
    of: r.pick([null, p.treatment.cover, 'panel-10']),
    numbers: [
      { recipe: p.treatment.cover, on: surface(r, p), count: r.whole(0, 4) },
      { recipe: r.pick(RECIPES).id, on: wall(r, p), count: r.whole(1, 3) },
    ].slice(0, r.whole(0, 2)),
    at: r.pick([null, '2026-11-03T08:00:00Z']),
  }),
  'put-recipe': (r) => ({
    type: 'put-recipe',
    recipe: { ...structuredClone(r.pick(RECIPES)), id: `own-${r.whole(1, 4)}`, name: `Mine ${r.whole(1, 9)}` },
  }),
  'take-recipe': (r, p) => ({ type: 'take-recipe', id: anyId(r, p.treatment.recipes, 'own-9') }),
  'set-locked': (r, p) => ({
    type: 'set-locked',
    ids: p.treatment.pieces.length > 0 ? [r.pick(p.treatment.pieces).id] : ['nobody'],
    locked: r.whole(0, 3) > 0,
  }),
  'set-hanging': (r) => ({
    type: 'set-hanging',
    hanging: {
      by: r.pick(['middles', 'tops'] as const),
      level: r.pick([null, at(r, 1, 2)]),
      leastGap: at(r, 0, 0.2),
      cloudFall: at(r, 0, 0.2),
    },
  }),
  'set-fixings': (r) => ({ type: 'set-fixings', fixings: { wallFactor: r.whole(2, 6), link: at(r, 0.02, 0.05) } }),
  'set-way': (r, p) => ({
    type: 'set-way',
    recipe: r.pick([p.treatment.cover, 'panel-10', 'cloud-10']),
    way: r.pick([null, ...WAYS]),
  }),
  'set-plan': (r) => ({ type: 'set-plan', plan: { money: r.pick([null, r.whole(100, 900)]) } }),
  'set-prices': (r) => ({ type: 'set-prices', prices: { cloth: at(r, 4, 20) } }),
  batch: (r, p) => {
    const commands = [r.pick(BATCHED), r.pick(BATCHED)].map((kind) => makers[kind](r, p));
    return { type: 'batch', as: commands[0]!.type, commands };
  },
  'set-workshop': (r) => ({
    type: 'set-workshop',
    workshop: {
      frameThickness: at(r, 0.012, 0.03),
      joint: r.pick(JOINTS),
      behind: r.pick(['open', 'fleece'] as const),
    },
  }),
  'set-buying': (r) => ({ type: 'set-buying', buying: { waste: at(r, 0, 0.2) } }),
  'put-wares': (r, p) => ({
    type: 'put-wares',
    wares: [{ ...r.pick(p.buying.catalogue), id: fresh(r, 'w'), price: r.pick([null, r.whole(1, 40)]) }],
  }),
  'take-wares': (r, p) => ({ type: 'take-wares', ids: [anyId(r, p.buying.catalogue, 'nothing')] }),
  'put-in-hand': (r, p) => {
    const { sort, make, density, length, width, thickness } = r.pick(p.buying.catalogue);
    const item = { id: fresh(r, 'h'), sort, make, density, length, width, thickness, count: r.whole(1, 4) };
    return { type: 'put-in-hand', items: [item] };
  },
  'take-in-hand': (r, p) => ({ type: 'take-in-hand', ids: [anyId(r, p.buying.inHand, 'nothing')] }),
  'set-ready-made': (r, p) => ({
    type: 'set-ready-made',
    recipe: r.pick([p.treatment.cover, 'panel-10']),
    as: r.pick([null, { price: r.whole(30, 90), bought: r.whole(0, 1) === 1 }]),
  }),
  'set-making': (r) => ({ type: 'set-making', making: { people: r.whole(1, 4), batchOf: r.whole(2, 6) } }),
  'tick-step': (r, p) => ({
    type: 'tick-step',
    units: p.treatment.pieces.length > 0 ? unitsOf(r.pick(p.treatment.pieces)) : [],
    step: r.pick(['buy', 'cut', 'cover'] as const),
    at: r.pick([null, '2026-11-04T08:00:00Z']),
    entry: null,
  }),
  'put-paid': (r) => ({
    type: 'put-paid',
    paid: { id: fresh(r, 'x'), at: '2026-11-04T08:00:00Z', what: 'Timber', amount: r.whole(1, 90) },
  }),
  'take-paid': (r, p) => ({ type: 'take-paid', id: anyId(r, p.making.paid, 'nothing') }),
};

export const COMMAND_KINDS = Object.keys(makers) as Command['type'][];

/** A command of the kind given, or of any; it may be one the document refuses. */
export function randomCommand(random: Random, project: Project, kind = random.pick(COMMAND_KINDS)): Command {
  return makers[kind](random, project);
}

/** What `run` makes of a command; null where the document refuses it. Faults of another kind are thrown. */
function unlessRefused<T>(run: () => T): T | null {
  try {
    return run();
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** The project a command makes; null where it is refused or changes nothing. */
export function triedCommand(project: Project, command: Command): Project | null {
  const applied = unlessRefused(() => applyCommand(project, command));
  return applied?.changed ? applied.project : null;
}

/** Runs random commands of all kinds through a history; calls back after each that counted. */
export function runRandomly(
  random: Random,
  history: { readonly project: Project; run(command: Command): boolean },
  count: number,
  made: (kind: Command['type']) => void,
): void {
  for (let i = 0; i < count; i++) {
    const command = randomCommand(random, history.project);
    if (unlessRefused(() => history.run(command))) made(command.type);
  }
}
