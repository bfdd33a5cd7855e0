/** Recipes, plan, prices and own limits of the document. Assembled in schema.ts. */
import { z } from 'zod';
import { FILL_KINDS } from '../../physics/absorbers/fills';
import { AIMS, PLACE_CLASSES } from '../../dosage/aims';
import { HIGHEST_COEFFICIENT } from '../../materials/library';
import { OCTAVES } from '../../quantities/bands';
import { FORMS } from '../../recipes/types';
import { id, line, lines, LIMITS, within } from './parts';

const whole = (from: number, to: number) => z.number().int().min(from).max(to);

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
]);

/** A recipe of one's own; those of the library are not in the document. */
export const recipe = z.strictObject({
  id: line(1, 60).regex(/^own-/),
  name: line(1, 120),
  form: z.enum(FORMS),
  width: within('recipeSide'),
  height: within('recipeSide'),
  /** From the wall outwards. */
  layers: z.array(recipeLayer).max(20),
  reaction: z.enum(['bulk', 'local']),
  maxAngle: z.union([z.literal(78), z.literal(90)]),
  edges: z.boolean(),
  scatterer: scatterer.nullable(),
  /** A closed box with ports; the layers are what is behind its front. */
  ports: z
    .strictObject({
      shape: z.enum(['round', 'square', 'slot']),
      size: within('portSize'),
      slotLength: within('portSize'),
      neck: within('neck'),
      count: whole(1, 60),
      tube: z.boolean(),
      Rs: within('clothResistance'),
    })
    .nullable(),
  /** Octaves 63–8000 Hz from a laboratory's sheet. */
  measured: z.array(z.number().min(0).max(HIGHEST_COEFFICIENT)).length(OCTAVES.length).nullable(),
  price: within('price').nullable(),
  note: lines(400),
});

/** What the exact problem may use, what it aims at and what it must keep to. */
export const plan = z.strictObject({
  recipes: z.array(z.strictObject({ id, where: z.array(z.enum(PLACE_CLASSES)).max(PLACE_CLASSES.length) })).max(30),
  aim: z.enum(AIMS),
  money: within('money').nullable(),
  pieces: z.number().int().min(0).max(LIMITS.most[1]).nullable(),
  /** Of walls and ceiling, 0…1. */
  coverage: within('coverage').nullable(),
  /** kg, of everything and of what hangs overhead. */
  mass: within('kilograms').nullable(),
  ceilingMass: within('kilograms').nullable(),
  /** Part of the corners' length filled before anything else counts, 0…1. */
  cornersFirst: within('coverage'),
});

export const prices = z.strictObject({
  fill: within('price'),
  cloth: within('price'),
  timber: within('price'),
  board: within('price'),
  sundries: within('price'),
});

/** Limits of one's own for the decay time, by octave. */
export const ownTarget = z
  .array(
    z.strictObject({
      hz: z.union(OCTAVES.map((o) => z.literal(o))),
      lower: z.number().min(0).max(LIMITS.targetTime[1]),
      upper: within('targetTime'),
    }),
  )
  .max(OCTAVES.length);
