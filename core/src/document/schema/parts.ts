/** The document piece by piece: what each kind of thing holds. Assembled in project.ts. */
import * as z from 'zod/mini';
import { WAYS } from '../../fixings/ways';
import { GROUPS, HIGHEST_COEFFICIENT } from '../../materials/library';
import { ROLES } from '../../layout/rigs';
import { THRESHOLDS } from '../../physics/reflections/thresholds';
import { OCTAVES } from '../../quantities/bands';
import { id, key, line, lines, LIMITS, within } from './basics';

export const corner = z.strictObject({ wall: id, x: within('coordinate'), y: within('coordinate') });

/** Slopes of a crossover, dB an octave. */
export const SLOPES = [12, 24, 48] as const;

export const loudspeaker = z.strictObject({
  id,
  /** What its tape is marked with. */
  letter: line(1, 3),
  /** Acoustic centre: the middle of its front, survey coordinates, m. */
  x: within('coordinate'),
  y: within('coordinate'),
  axisHeight: within('axisHeight'),
  minimumDistance: within('minimumDistance'),
  box: z.strictObject({ width: within('box'), depth: within('box'), height: within('box') }),
  role: z.enum(ROLES),
  /** Its place in the listening layout (layout/rigs.ts); null for one that stands where it likes. */
  station: z.nullable(line(1, 8)),
  /** "flush": its front lies in the wall behind it, whose image it then has not. */
  mount: z.enum(['free', 'flush']),
  /** Height of the acoustic axis over the box's underside, and of the lowest and highest driver's middle, m. */
  axisInBox: within('reach'),
  drivers: z.strictObject({ low: within('reach'), high: within('reach') }),
  /** Turned from straight down the room, towards the listener's right positive; null: at the triangle's apex. */
  aimDeg: z.nullable(within('aimDeg')),
  /** Upwards positive. */
  tiltDeg: within('speakerTiltDeg'),
  /** Where its response has fallen by 3 dB. */
  lowCornerHz: within('lowCornerHz'),
  /** Its own low shelf, when it has one set. */
  lowShelf: z.nullable(z.strictObject({ hz: within('shelfHz'), gainDb: within('shelfDb') })),
  /** What it is fed with. The crossover is a low pass for a subwoofer, a high pass for the others. */
  feed: z.strictObject({
    gainDb: within('gainDb'),
    delayMs: within('delayMs'),
    inverted: z.boolean(),
    crossover: z.nullable(
      z.strictObject({ hz: within('crossoverHz'), slopeDb: z.union(SLOPES.map((s) => z.literal(s))) }),
    ),
  }),
});

/** About the ears: leaning in, sitting back, swaying to either side, up (standing) and down (slumped), m. */
export const headRange = z.strictObject({
  forward: within('reach'),
  back: within('reach'),
  side: within('reach'),
  up: within('reach'),
  down: within('reach'),
});

export const marking = z.strictObject({
  /** What of a loudspeaker must not be seen in the mirror. */
  front: z.enum(['axis', 'drivers', 'baffle']),
  school: z.enum(THRESHOLDS),
  /** What a loudspeaker sends sideways: by its box and driver, or alike in all directions. */
  directivity: z.enum(['box', 'alike']),
});

export const size = z.strictObject({ width: within('panelSide'), height: within('panelSide') });

/** How far a piece of treatment has come. */
export const PIECE_STATES = ['decided', 'laid-out', 'hung'] as const;
const when = z.nullable(z.iso.datetime());

/** What is decided: so many of a recipe on a surface, or one of it in a definite place. */
export const piece = z.strictObject({
  id,
  /** Empty: it is called as its recipe. */
  name: line(0, 80),
  recipe: line(1, 60),
  place: z.discriminatedUnion('kind', [
    /** `on`: a face, "corner A" where wall A begins, "edge A" above wall A. */
    z.strictObject({
      kind: z.literal('number'),
      on: id,
      count: z.int().check(z.minimum(1), z.maximum(LIMITS.most[1])),
    }),
    z.strictObject({
      kind: z.literal('at'),
      face: id,
      /** Lower left corner; walls: from the left end, up from the floor. Floor and ceiling: survey x and y. */
      u: within('coordinate'),
      v: within('coordinate'),
      /** On its face: what of the stock it is cut from; of a corner piece, along this wall. */
      width: within('recipeSide'),
      height: within('recipeSide'),
      /** Of a board: about an upright axis (on ceilings one along the listening axis) and about a level one across it. */
      turnDeg: within('hungTurnDeg'),
      tiltDeg: within('hungTurnDeg'),
    }),
  ]),
  /** By number it is decided or hung; in a definite place it is laid out or hung. */
  state: z.enum(PIECE_STATES),
  /** When it became so, from the clock of who did it; null: not yet, or not written down. */
  dates: z.strictObject({ decided: when, laidOut: when, hung: when }),
  /** Marks it was put up for. */
  covers: z.array(line(1, 120)).check(z.maxLength(60)),
  /** Laying out leaves it where it is. */
  locked: z.boolean(),
  /** Where it was to go, where it hangs somewhere else: then its place is the true one. */
  meant: z.nullable(z.strictObject({ u: within('coordinate'), v: within('coordinate') })),
  /** What was met on site. */
  note: lines(400),
});

/** How pieces are laid out: what of them lines up all round, at which height, which wall takes what, and what is kept between them. */
export const LINED_UP = ['middles', 'tops'] as const;
export const SPREADS = ['as-decided', 'even', 'soft-in-front', 'deep-rear'] as const;
export const hanging = z.strictObject({
  by: z.enum(LINED_UP),
  /** Over the floor, m; null: middles at ear height, tops where pieces with their middle there end. */
  level: z.nullable(within('levelLine')),
  /** Least gap between pieces, and to what they must keep clear of, m. */
  leastGap: within('leastGap'),
  /** How much lower the front edge of a hung cloud is than its rear one, m; its middle stays. */
  cloudFall: within('cloudFall'),
  /**
   * Which wall pieces no mark needs go to: the one they are decided for; every wall covered in like part; what absorbs in front and
   * what scatters behind; the deepest on the rear wall, the others on every wall in like part.
   */
  spread: z.enum(SPREADS),
  /** Walls and ceilings whose pieces stand edge to edge as one group; the others have equal gaps. */
  tight: z.array(id).check(z.maxLength(400)),
  /** Whether what finds no place in the row may go into one above it, or under it. */
  secondRow: z.boolean(),
});

/** What holds pieces: fixings/ways.ts. */
export const fixings = z.strictObject({
  ways: z.record(key(60), z.enum(WAYS)),
  wallFactor: within('safetyFactor'),
  overheadFactor: within('safetyFactor'),
  link: within('link'),
  fittings: within('fittings'),
});

export const LOG_KINDS = [
  'level-match',
  'hard-pan',
  'sine-tail',
  'clap',
  'voice-by-wall',
  'known-record',
  'built',
  'note',
] as const;
/** What was heard, done or decided, and when. */
export const logEntry = z.strictObject({
  id,
  /** ISO 8601, from the clock of who wrote it. */
  at: z.iso.datetime(),
  kind: z.enum(LOG_KINDS),
  text: lines(2000),
  /** dB re the reference by loudspeaker letter. */
  readings: z.record(key(3), within('differenceDb')),
});

/** A question of the room that is settled as it is, or a move that was put aside. */
export const answer = z.strictObject({
  key: key(160),
  at: z.iso.datetime(),
  /** Why not; empty where the question is settled. */
  why: lines(400),
});

/** One edit of a scenario, as `changes.ts` tells it. */
const edit = z.strictObject({
  path: z.array(z.union([key(160), z.strictObject({ id: key(160) })])).check(z.minLength(1), z.maxLength(12)),
  from: z.optional(z.unknown()),
  to: z.optional(z.unknown()),
  after: z.optional(z.nullable(key(160))),
});
/** An alternative of the room: its edits over the document. */
export const scenario = z.strictObject({
  id,
  name: line(1, 80),
  /** What it is for. */
  why: lines(400),
  edits: z.array(edit).check(z.maxLength(4000)),
});

/** A mark as met on site: done, and where it was found when that is another place. */
export const siteMark = z.strictObject({
  done: z.boolean(),
  found: z.nullable(z.strictObject({ first: within('coordinate'), second: within('coordinate') })),
  note: lines(400),
});

export const span = z.strictObject({ start: within('along'), end: within('along') });

export const ceiling = z.discriminatedUnion('shape', [
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

export const strip = (level: 'beamLevel' | 'platformLevel') =>
  z.strictObject({
    id,
    name: line(1, 80),
    /** Wall it runs along; `from` is the distance of its near edge from that wall. */
    along: id,
    from: within('along'),
    width: within('stripWidth'),
    /** Along the wall from its left end; null for the whole room. */
    span: z.nullable(span),
    /** Underside of a beam, top of a platform, over the floor. */
    level: within(level),
  });

/** A distance along a wall from its left end, as seen from the room. */
export const onWall = z.strictObject({ wall: id, at: within('along') });
export const partition = z.strictObject({ id, name: line(1, 80), start: onWall, end: onWall });

/** A rectangle on a face. Walls: from the left end, up from the floor. Floor and ceiling: survey x and y of its corner. */
export const place = {
  u: within('coordinate'),
  v: within('coordinate'),
  width: within('piece'),
  height: within('piece'),
};

export const OPENING_KINDS = ['door', 'window', 'vent', 'socket', 'switch', 'radiator', 'hot-equipment'] as const;
export const opening = z.strictObject({
  id,
  kind: z.enum(OPENING_KINDS),
  name: line(1, 80),
  wall: id,
  ...place,
  /** Kept free around it, m. */
  clearance: within('clearance'),
  /** Null: as the wall. */
  material: z.nullable(z.string()),
  /** Of doors: hinge as seen from the room, and whether the leaf comes into the room. */
  leaf: z.nullable(z.strictObject({ hinge: z.enum(['left', 'right']), swing: z.enum(['in', 'out']) })),
});

export const patch = z.strictObject({
  id,
  name: line(1, 80),
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
  'display',
  'person',
  'other',
] as const;
export const furniture = z.strictObject({
  id,
  kind: z.enum(FURNITURE_KINDS),
  name: line(1, 80),
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

export const framing = z.strictObject({
  kind: z.enum(['studs', 'joists', 'solid']),
  spacing: within('spacing'),
  /** Which way the members run: up or across on walls, along or across the faced wall's direction on ceilings. */
  runs: z.enum(['up', 'across']),
  /** First member from the left end or the front. */
  first: within('along'),
  /** Of what covers them, or lies over what is solid: plaster, board; m. */
  lining: within('lining'),
});

export const ownMaterial = z.strictObject({
  id: line(1, 60).check(z.regex(/^own-/)),
  name: line(1, 120),
  group: z.enum(GROUPS),
  source: z.enum(['laboratory', 'textbook', 'textbook-varied', 'computed', 'estimate']),
  /** Octaves 63–8000 Hz; laboratory values above 1 are kept. */
  alpha: z.array(z.number().check(z.minimum(0), z.maximum(HIGHEST_COEFFICIENT))).check(z.length(OCTAVES.length)),
  /** "area": a coefficient; "piece": m² a piece. */
  per: z.enum(['area', 'piece']),
});

export const USES = ['mixing', 'mastering', 'recording', 'ensemble', 'speech', 'filming', 'listening'] as const;
export const brief = z.strictObject({
  /** Most important first. */
  uses: z.array(z.enum(USES)).check(z.maxLength(USES.length)),
  people: within('people'),
  instruments: lines(400),
  loudestDb: z.nullable(within('levelDb')),
  quietestDb: z.nullable(within('levelDb')),
  backgroundDb: z.nullable(within('levelDb')),
  budget: z.nullable(z.strictObject({ amount: z.number().check(z.minimum(0), z.maximum(1e9)), currency: line(1, 8) })),
  mustStay: lines(2000),
  look: lines(2000),
});

export const state = z.strictObject({
  id,
  name: line(1, 80),
  /** Furniture, patches and openings that are away in this state. */
  away: z.array(id).check(z.maxLength(500)),
  /** Material in this state by surface, patch, opening or piece of furniture. */
  materials: z.record(id, z.string()),
  /** Partitions that are closed. */
  closed: z.array(id).check(z.maxLength(20)),
});

/** What the tape said walking round the room: each wall's length and the angle inside the room at its end. */
export const leg = z.strictObject({
  wall: id,
  length: within('leg'),
  insideDeg: z.number().check(z.minimum(1), z.maximum(359)),
});
export const tape = z.strictObject({
  legs: z.array(leg).check(z.maxLength(200)),
  diagonals: z
    .array(z.strictObject({ from: id, to: id, length: z.number().check(z.minimum(0.05), z.maximum(120)) }))
    .check(z.maxLength(200)),
});
