/** Recipes, plan, prices and own limits of the document. Assembled in schema.ts. */
import * as z from 'zod/mini';
import { FILL_KINDS } from '../../physics/absorbers/fills';
import { AIMS, PLACE_CLASSES } from '../../dosage/aims';
import { HIGHEST_COEFFICIENT } from '../../materials/library';
import { OCTAVES } from '../../quantities/bands';
import { FORMS } from '../../recipes/types';
import { id, line, lines, LIMITS, within } from './basics';

const whole = (from: number, to: number) => z.int().check(z.minimum(from), z.maximum(to));

/** One layer of a recipe (recipes/types.ts). */
export const recipeLayer = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('porous'),
    fill: z.enum(FILL_KINDS),
    density: within('fillDensity'),
    sigma: within('flowResistivity'),
    model: z.enum(['miki', 'delany-bazley']),
    d: within('layerDepth'),
  }),
  z.strictObject({ type: z.literal('air'), d: within('layerDepth') }),
  z.strictObject({ type: z.literal('cloth'), Rs: within('clothResistance') }),
  z.strictObject({ type: z.literal('skin'), m: within('skinMass') }),
  z.strictObject({ type: z.literal('holes'), d: within('opening'), t: within('plate'), pitch: within('pitch') }),
  z.strictObject({ type: z.literal('slots'), w: within('opening'), t: within('plate'), pitch: within('pitch') }),
  z.strictObject({ type: z.literal('micro'), d: within('opening'), t: within('plate'), eps: within('openPart') }),
]);

const rows = { designHz: within('designHz'), wellWidth: within('wellWidth'), periods: whole(1, 12) };
export const scatterer = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('qrd'), N: whole(3, 199), ...rows }),
  z.strictObject({ kind: z.literal('prd'), N: whole(3, 199), root: whole(1, 198), ...rows }),
  z.strictObject({
    kind: z.literal('skyline'),
    N: whole(3, 199),
    root: whole(1, 198),
    rows: whole(1, 60),
    cols: whole(1, 60),
    ...rows,
  }),
  z.strictObject({ kind: z.literal('curved'), rise: within('rise') }),
  z.strictObject({ kind: z.literal('slats'), slat: within('slat') }),
  z.strictObject({ kind: z.literal('bought'), designHz: within('scatterHz'), depth: within('panelDepth') }),
]);

/** A recipe of one's own; those of the library are not in the document. */
export const recipe = z.strictObject({
  id: line(1, 60).check(z.regex(/^own-/)),
  name: line(1, 120),
  form: z.enum(FORMS),
  width: within('recipeSide'),
  height: within('recipeSide'),
  /** From the wall outwards. */
  layers: z.array(recipeLayer).check(z.maxLength(20)),
  reaction: z.enum(['bulk', 'local']),
  maxAngle: z.union([z.literal(78), z.literal(90)]),
  edges: z.boolean(),
  scatterer: z.nullable(scatterer),
  /** A closed box with ports; the layers are what is behind its front. */
  ports: z.nullable(
    z.strictObject({
      shape: z.enum(['round', 'square', 'slot']),
      size: within('portSize'),
      slotLength: within('portSize'),
      neck: within('neck'),
      count: whole(1, 60),
      tube: z.boolean(),
      Rs: within('clothResistance'),
    }),
  ),
  /** Octaves 63–8000 Hz from a laboratory's sheet. */
  measured: z.nullable(
    z.array(z.number().check(z.minimum(0), z.maximum(HIGHEST_COEFFICIENT))).check(z.length(OCTAVES.length)),
  ),
  price: z.nullable(within('price')),
  note: lines(400),
});

/** What the exact problem may use, what it aims at and what it must keep to. */
export const plan = z.strictObject({
  recipes: z
    .array(z.strictObject({ id, where: z.array(z.enum(PLACE_CLASSES)).check(z.maxLength(PLACE_CLASSES.length)) }))
    .check(z.maxLength(30)),
  aim: z.enum(AIMS),
  money: z.nullable(within('money')),
  pieces: z.nullable(z.int().check(z.minimum(0), z.maximum(LIMITS.most[1]))),
  /** Of walls and ceiling, 0…1. */
  coverage: z.nullable(within('coverage')),
  /** kg, of everything and of what hangs overhead. */
  mass: z.nullable(within('kilograms')),
  ceilingMass: z.nullable(within('kilograms')),
  /** Part of the corners' length filled before anything else counts, 0…1. */
  cornersFirst: within('coverage'),
});

export const prices = z.strictObject({
  fill: within('price'),
  cloth: within('price'),
  fleece: within('price'),
  timber: within('price'),
  board: within('price'),
  sundries: within('price'),
});

/** Limits of one's own for the decay time, by octave. */
export const ownTarget = z
  .array(
    z.strictObject({
      hz: z.union(OCTAVES.map((o) => z.literal(o))),
      lower: z.number().check(z.minimum(0), z.maximum(LIMITS.targetTime[1])),
      upper: within('targetTime'),
    }),
  )
  .check(z.maxLength(OCTAVES.length));
