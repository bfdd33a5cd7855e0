/** A new project: a plain box with everything at its default, ready for the tape. */
import { PLAIN_FIXINGS } from '../fixings/ways';
import { DEFAULT_CLIMATE } from '../air/air';
import { PLAIN_CATALOGUE } from '../catalogue/plain';
import { PLAIN_WORKSHOP } from '../recipes/parts/types';
import { CEILING, FLOOR } from '../geometry/solid';
import { PLAIN_PRICES } from '../recipes/types';
import {
  type Brief,
  FORMAT,
  type HeadRange,
  type Hanging,
  type Plan,
  type Project,
  type Room,
  VERSION,
} from './schema/project';
import { BOX_WALLS, boxCorners, type BoxRoom, plainLoudspeaker } from './begin';
import { placeByRule } from './place/placing';
import { FIRST_COVER } from './recipes';

const WALLS = ['front', 'left', 'right', 'rear'] as const;

/** What the exact problem begins with: the first-reflection panel, a deeper one, and the corners. */
export const PLAIN_PLAN: Plan = {
  recipes: [
    { id: FIRST_COVER.id, where: [...WALLS, 'ceiling'] },
    { id: 'panel-15-gap', where: [...WALLS, 'ceiling'] },
    { id: 'straddle-15', where: ['corners'] },
  ],
  aim: 'cost',
  money: null,
  pieces: null,
  coverage: 0.5,
  mass: null,
  ceilingMass: null,
  cornersFirst: 0,
};

/** A brief nobody has filled in. */
export const EMPTY_BRIEF: Brief = {
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

/** A head at work: leans in and back a hand's breadth, sways a little. Standing up is set by hand. */
export const DEFAULT_RANGE: HeadRange = { forward: 0.2, back: 0.2, side: 0.15, up: 0.05, down: 0.05 };

/** Sizes most makers and most packs of fill come in, m. */
const DEFAULT_STOCK = [
  { width: 0.6, height: 0.6 },
  { width: 0.6, height: 1.2 },
  { width: 1.2, height: 1.2 },
];

/** What a plain room does not have. */
export function plainRoom(): Omit<Room, 'corners' | 'height' | 'surfaces'> {
  return {
    ceiling: { shape: 'flat' },
    beams: [],
    platforms: [],
    partitions: [],
    openings: [],
    patches: [],
    furniture: [],
    framing: {},
  };
}

const PLAIN_HANGING: Hanging = {
  by: 'middles',
  level: null,
  leastGap: 0.02,
  cloudFall: 0,
  spread: 'as-decided',
  tight: [],
  secondRow: false,
};

/** How pieces are made and what is bought for them, to begin with. */
const PLAIN_BUYING: Project['buying'] = {
  workshop: { ...PLAIN_WORKSHOP },
  kerf: 0.003,
  trim: 0,
  pattern: false,
  overlap: 0.02,
  waste: 0.1,
  catalogue: PLAIN_CATALOGUE.map((w) => ({ ...w })),
  inHand: [],
  readyMade: {},
};
const PLAIN_MAKING: Project['making'] = {
  ...{ batchOf: 4, people: 1, hoursPerDay: 6, days: 'weekends', start: null, pace: 1, done: [], paid: [] },
};

/** A valid project around a box room. `id` comes from the caller: core makes no random numbers. */
export function createProject(id: string, name: string, box: BoxRoom): Project {
  const project: Project = {
    format: FORMAT,
    version: VERSION,
    id,
    name,
    brief: structuredClone(EMPTY_BRIEF),
    climate: { ...DEFAULT_CLIMATE },
    room: {
      corners: boxCorners(box),
      height: box.height,
      ...plainRoom(),
      surfaces: {
        ...Object.fromEntries(BOX_WALLS.map((w) => [w, { material: 'plaster-on-brick' }])),
        [FLOOR]: { material: 'boards-on-joists' },
        [CEILING]: { material: 'plasterboard-joists' },
      },
    },
    tape: { legs: [], diagonals: [] },
    materials: [],
    states: { list: [], current: null },
    listening: {
      facing: 'A',
      head: { x: 0, y: 0, earHeight: 1.2 },
      placed: 'rule',
      triangleSide: 1.4,
      apexBehind: 0,
      layout: 'stereo',
      range: { ...DEFAULT_RANGE },
    },
    loudspeakers: [plainLoudspeaker('left', 'L', { station: 'L' }), plainLoudspeaker('right', 'R', { station: 'R' })],
    marking: { front: 'drivers', school: 'minus-15-in-15', directivity: 'box' },
    target: { school: 'by-volume', lowestOctave: 125, chosenBy: 'brief', own: [], bands: 'octaves' },
    treatment: {
      cover: FIRST_COVER.id,
      usable: [...BOX_WALLS, CEILING],
      marksFirst: true,
      leftRightAlike: true,
      stock: DEFAULT_STOCK.map((size) => ({ ...size })),
      pieces: [],
      hanging: { ...PLAIN_HANGING },
      fixings: { ...PLAIN_FIXINGS, ways: {} },
      recipes: [structuredClone(FIRST_COVER)],
      plan: structuredClone(PLAIN_PLAN),
      prices: { ...PLAIN_PRICES },
    },
    log: [],
    answered: [],
    site: {},
    buying: structuredClone(PLAIN_BUYING),
    making: structuredClone(PLAIN_MAKING),
    measured: { list: [], calibrations: [], rooms: {}, verdicts: [] },
    learned: null,
    scenarios: { list: [], current: null },
  };
  placeByRule(project);
  return project;
}
