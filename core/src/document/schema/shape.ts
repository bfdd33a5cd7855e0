/** The saved document's shape and the types of its parts; what one part asks of another is in checks.ts. */
import * as z from 'zod/mini';
import { LAYOUTS } from '../../layout/rigs';
import { SCHOOLS } from '../../criteria/decayTargets';
import { OCTAVES } from '../../quantities/bands';
import { id, key, line, within } from './basics';
import {
  answer,
  brief,
  ceiling,
  corner,
  fixings,
  framing,
  furniture,
  hanging,
  headRange,
  logEntry,
  loudspeaker,
  marking,
  opening,
  ownMaterial,
  partition,
  patch,
  piece,
  scenario,
  siteMark,
  size,
  state,
  strip,
  tape,
} from './parts';
import { buying, making } from './buying';
import { learned, verdict } from './learned';
import { calibration, measurement } from './measurement';
import { ownTarget, plan, prices, recipe } from './recipe';

export { LIMITS } from './basics';
export { DAYS, STEPS } from './buying';
export { FURNITURE_KINDS, LINED_UP, LOG_KINDS, OPENING_KINDS, PIECE_STATES, SLOPES, USES } from './parts';

export const FORMAT = 'tawny-hall-project';
export const VERSION = 16;

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

export const shape = z.strictObject({
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
  /** What the program asked or proposed and somebody settled: "told:" and a question of the room, or the name of a move that is not for this room. */
  answered: z.array(answer).check(z.maxLength(300)),
  /** Marks as met on site, by mark id. */
  site: z.record(key(120), siteMark),
  buying,
  making,
  /** What was measured, and the rooms it was measured in, each once, by what is in them. */
  measured: z.strictObject({
    list: z.array(measurement).check(z.maxLength(500)),
    calibrations: z.array(calibration).check(z.maxLength(40)),
    rooms: z.record(key(40), z.strictObject({ ...sounding, ...hung })),
    verdicts: z.array(verdict).check(z.maxLength(500)),
  }),
  /** What the room has taught; null: nothing yet. */
  learned: z.nullable(learned),
  /** Alternatives of this room, and the one that is open; null: the room itself. */
  scenarios: z.strictObject({ list: z.array(scenario).check(z.maxLength(12)), current: z.nullable(id) }),
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
export type Answered = Project['answered'][number];
export type SiteMark = Project['site'][string];
export type Buying = Project['buying'];
export type Making = Project['making'];
export type Step = Making['done'][number]['step'];
export type Measured = Project['measured'];
export type Measurement = Measured['list'][number];
export type Holds = Measurement['holds'];
/** Kept as samples. */
export type Sound = Extract<Holds, { audio: string }>;
export type Calibration = Measured['calibrations'][number];
export type MeasuredRoom = Measured['rooms'][string];
export type Verdict = Measured['verdicts'][number];
export type Learned = NonNullable<Project['learned']>;
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
export type Scenario = Project['scenarios']['list'][number];
export type Brief = Project['brief'];
export type Use = Brief['uses'][number];
export type Leg = Project['tape']['legs'][number];

export const isAt = (piece: Piece): piece is PieceAt => piece.place.kind === 'at';
export const isByNumber = (piece: Piece): piece is PieceByNumber => piece.place.kind === 'number';
export const isSound = (holds: Holds): holds is Sound => 'audio' in holds;
