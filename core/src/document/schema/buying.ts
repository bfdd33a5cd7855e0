/** Of the document: what is bought and in hand, who makes it, and how far it is. */
import * as z from 'zod/mini';
import { WARE_SORTS } from '../../catalogue/sorts';
import { JOINTS } from '../../recipes/parts/joints';
import { id, key, line, LIMITS, within } from './basics';

/** What is done to a piece, in this order. A piece with a place hangs by its own state; of pieces by number each is ticked by itself. */
export const STEPS = ['buy', 'cut', 'frame', 'fill', 'cover', 'hang'] as const;
/** Days that are worked on. */
export const DAYS = ['every-day', 'workdays', 'weekends'] as const;

const nullable = (key: keyof typeof LIMITS) => z.nullable(within(key));
/** What something is cut from: catalogue/wares.ts. */
const stuff = {
  sort: z.enum(WARE_SORTS),
  make: line(0, 40),
  density: nullable('fillDensity'),
  length: nullable('wareLength'),
  width: nullable('wareWidth'),
  thickness: nullable('wareThickness'),
};
export const ware = z.strictObject({
  id,
  name: line(1, 120),
  ...stuff,
  pack: within('pack'),
  price: nullable('price'),
  delivery: nullable('price'),
  mass: nullable('kilograms'),
  used: z.boolean(),
});
export const inHand = z.strictObject({ id, ...stuff, count: z.int().check(z.minimum(1), z.maximum(10000)) });

/** How pieces are made here, and what is bought and in hand for it. */
export const buying = z.strictObject({
  workshop: z.strictObject({
    frameThickness: z.number().check(z.minimum(0.006), z.maximum(0.06)),
    joint: z.enum(JOINTS),
    behind: z.enum(['open', 'fleece']),
    clothTurn: z.number().check(z.minimum(0), z.maximum(0.3)),
  }),
  /** Saw cut in timber and board, and what is taken off the ends of bars and the edges of boards. */
  kerf: z.number().check(z.minimum(0), z.maximum(0.01)),
  trim: z.number().check(z.minimum(0), z.maximum(0.1)),
  /** Whether cloth keeps its direction, and what a seam takes of it. */
  pattern: z.boolean(),
  overlap: z.number().check(z.minimum(0), z.maximum(0.2)),
  /** Bought beyond what is cut, of fill and cloth. */
  waste: z.number().check(z.minimum(0), z.maximum(1)),
  catalogue: z.array(ware).check(z.maxLength(500)),
  inHand: z.array(inHand).check(z.maxLength(500)),
  /** By recipe: what one costs ready made, and whether it is bought so. */
  readyMade: z.record(key(60), z.strictObject({ price: nullable('price'), bought: z.boolean() })),
});

/** Who makes the pieces and when, what is done, and what was paid. */
export const making = z.strictObject({
  batchOf: z.int().check(z.minimum(1), z.maximum(50)),
  people: z.int().check(z.minimum(1), z.maximum(20)),
  hoursPerDay: z.number().check(z.minimum(0.5), z.maximum(16)),
  days: z.enum(DAYS),
  start: z.nullable(z.iso.date()),
  /** Of the times a step takes; 2: twice as long. */
  pace: z.number().check(z.minimum(0.2), z.maximum(5)),
  /** Steps done, by piece ("id", of pieces by number "id#1"). */
  done: z
    .array(z.strictObject({ unit: line(1, 60), step: z.enum(STEPS), at: z.iso.datetime() }))
    .check(z.maxLength(20000)),
  paid: z
    .array(z.strictObject({ id, at: z.iso.datetime(), what: line(1, 120), amount: within('money') }))
    .check(z.maxLength(2000)),
});
