/** Of the document: what was learned of the room from its measurements, and what was decided about what stands out of them. */
import * as z from 'zod/mini';
import { id, key, line, lines, within } from './basics';

/**
 * What can stand out of a measurement. `ring`: something that outlasts its neighbours; `arrival`: a strong early spike; `flutter`: what comes back again and
 * again; `tone`, `step`: heard while nothing was played; `sides`: what the loudspeaker opposite does not do; `change`: what an earlier measurement did not.
 */
export const FINDING_KINDS = ['peak', 'dip', 'ring', 'arrival', 'flutter', 'sides', 'change', 'tone', 'step'] as const;

/** Coefficients are learned by octave 63 … 8000; those of waves in the two lowest. */
export const LEARNED_OCTAVES = 8;
export const LOW_OCTAVES = 2;
const factors = (count: number) => z.array(within('learnedFactor')).check(z.length(count));

/** An accepted fit: by how much what absorbs differs from what was stated of it, and how sure that is. */
export const learned = z.strictObject({
  /** ISO 8601, when it was accepted. */
  at: z.iso.datetime(),
  inUse: z.boolean(),
  /** Ids of the measurements it was learned from, and the room they stand for: a key of `measured.rooms`. */
  from: z.array(id).check(z.minLength(1), z.maxLength(500)),
  room: key(40),
  materials: z
    .array(
      z.strictObject({
        id: line(1, 60),
        /** On coefficients by octave; on admittances under long waves in the lowest octaves. */
        factors: factors(LEARNED_OCTAVES),
        low: factors(LOW_OCTAVES),
      }),
    )
    .check(z.maxLength(60)),
  /** On what pieces of each recipe take over what is computed of it, and the standard deviation of the logarithm. */
  pieces: z
    .array(
      z.strictObject({
        id: line(1, 60),
        factors: factors(LEARNED_OCTAVES),
        spreads: z.array(within('relative')).check(z.length(LEARNED_OCTAVES)),
      }),
    )
    .check(z.maxLength(60)),
  /** On all that furniture and people absorb. */
  things: factors(LEARNED_OCTAVES),
  /** How many times longer than by formula the room rings, whatever absorbs. */
  formula: factors(LEARNED_OCTAVES),
  /** Standard deviation of the logarithm of that in another state of the room. */
  missed: z.array(within('relative')).check(z.length(LEARNED_OCTAVES)),
  /** By octave: covariance of the logarithms of the factors, lower half by rows; materials in their order, then things. */
  covariance: z
    .array(z.array(z.number().check(z.minimum(-10), z.maximum(10))).check(z.maxLength(2000)))
    .check(z.length(LEARNED_OCTAVES)),
  /** What the program had promised, as stated, and what came out: octaves measured, those within what was promised (95 %), and how far off they were, relative. */
  record: z.strictObject({
    of: z.int().check(z.minimum(0), z.maximum(1e5)),
    within: z.int().check(z.minimum(0), z.maximum(1e5)),
    off: within('relative'),
  }),
  /** Standard deviation of the predicted decay in the bands the measurements tell of, relative: as stated, and as learned. */
  spread: z.strictObject({ stated: within('relative'), learned: within('relative') }),
});

/** What somebody decided about something that stands out of a measurement. */
export const verdict = z.strictObject({
  id,
  at: z.iso.datetime(),
  measurement: id,
  finding: z.strictObject({
    kind: z.enum(FINDING_KINDS),
    /** Hz, or behind the direct sound, s (the interval of a flutter; of a step when it comes); one of them. */
    f: z.nullable(within('pointHz')),
    delay: z.nullable(within('relative')),
    sizeDb: within('bandDb'),
  }),
  /** The cause in question, as it was told. */
  cause: line(1, 200),
  says: z.enum(['agreed', 'refuted', 'open']),
  note: lines(1000),
});
