import type { Air } from '@tawny/core/air/air';
import { z } from 'zod';
import { elementImpedance, microPerforatedApproximate, pitchForOpenPart } from '@tawny/core/physics/absorbers/elements';
import {
  diffuseAbsorption,
  type LateralReaction,
  type Layer,
  layeredAbsorption,
  layersHold,
  surfaceImpedance,
} from '@tawny/core/physics/absorbers/layers';
import { porousMedium, porousModelHolds } from '@tawny/core/physics/absorbers/porous';
import { rateAbsorption, RATING_THIRDS } from '@tawny/core/physics/absorbers/rating';
import { cavityResonance, helmholtzBox, membraneRules } from '@tawny/core/physics/absorbers/resonators';
import { CalcError, checked, has, type Topic } from './types';

const depth = z.number().positive().max(10);
const size = z.number().positive().max(10);
const part = z.number().positive().max(1);
const sigma = z.number().positive().max(1e7);
const resistance = z.number().min(0).max(1e7);
const model = z.enum(['miki', 'delany-bazley']);
const frequencies = z.array(z.number().positive().max(100000));
const AIR = { rho0: 1.2041, c0: 343.2, eta: 1.84e-5 };
const airSchema = z
  .object({
    rho0: z.number().min(0.1).max(10),
    c0: z.number().min(100).max(1000),
    eta: z.number().positive().max(1).optional(),
  })
  .default(AIR)
  .transform(({ rho0, c0, eta }): Air => ({ rho: rho0, c: c0, eta }));

const resistive = z.object({ type: z.literal('resistive'), Rs: resistance });
const membrane = z.object({ type: z.literal('membrane'), m: z.number().min(0).max(1e4), Rs: resistance.optional() });
const perforated = z.object({
  type: z.literal('perforated'),
  d: size,
  t: z.number().min(0).max(10),
  // One of the two is needed: the lattice, or the open part of the area.
  pitch: size.optional(),
  eps: part.optional(),
  interaction: z.enum(['none', 'sqrt']).optional(),
  deltaPerSide: z.number().min(0).max(10).optional(),
  viscous: z.enum(['ingard', 'none']).nullable().default(null),
  Rs: resistance.optional(),
});
const slot = z.object({
  type: z.literal('slot'),
  w: size,
  t: z.number().min(0).max(10),
  pitch: size.optional(),
  eps: part.optional(),
  Rs: resistance.optional(),
});
const mpp = z.object({
  type: z.literal('mpp'),
  d: size,
  t: size,
  eps: part,
  endR: z.number().min(0).max(20).optional(),
});

const layersSchema = z.object({
  layers: z
    .array(
      z.discriminatedUnion('type', [
        z.object({ type: z.literal('porous'), model, sigma, d: depth }),
        z.object({ type: z.literal('air'), d: depth }),
        resistive,
        membrane,
        perforated,
        slot,
        mpp,
      ]),
    )
    .min(1)
    .max(50),
  air: airSchema,
  frequencies,
  angles: z.array(z.number().min(0).max(89.99)).default([30, 60]),
});

const mediumSchema = z.object({ model, sigma, air: airSchema, frequencies });
const elementSchema = z.object({
  element: z.discriminatedUnion('type', [perforated, slot, membrane]),
  cavityDepth: depth,
  air: airSchema,
});
const skinSchema = z.object({ m: z.number().positive().max(1e4), cavityDepth: depth, air: airSchema });
const end = z.enum(['flanged', 'unflanged']);
const boxSchema = z.object({
  V: z.number().positive().max(1e4),
  portRadius: size,
  portLength: z.number().min(0).max(10),
  ends: z.tuple([end, end]),
  c: z.number().min(100).max(1000).default(343.2),
});
const sheetSchema = z.object({ d: size, t: size, eps: part, air: airSchema, frequencies });
const ratingSchema = z.object({ frequencies: z.array(z.number()), alpha: z.array(z.number().min(0).max(2)) });

type Given = z.infer<typeof layersSchema>['layers'][number];
/** As the core takes it: null (not given) is undefined, and a lattice that is not given follows from the open area. */
function plain(layer: Given, path: string): Layer {
  if (layer.type !== 'perforated' && layer.type !== 'slot') return layer;
  if (layer.pitch === undefined && layer.eps === undefined)
    throw new CalcError('invalid-input', `${path}: needs "pitch" or "eps", found neither`, path);
  if (layer.type === 'slot') return { ...layer, pitch: layer.pitch ?? layer.w / layer.eps! };
  return { ...layer, viscous: layer.viscous ?? undefined, pitch: layer.pitch ?? pitchForOpenPart(layer.d, layer.eps!) };
}

function stackAnswer(input: unknown): unknown {
  const { layers, air, frequencies: tones, angles } = checked(layersSchema, input);
  const last = layers.at(-1)!;
  if (last.type !== 'porous' && last.type !== 'air') {
    const path = `input.layers[${layers.length - 1}].type`;
    throw new CalcError(
      'invalid-input',
      `${path}: the last layer must be "porous" or "air", found "${last.type}"`,
      path,
    );
  }
  const stack = layers.map((l, i) => plain(l, `input.layers[${i}]`));
  // Outside its model's published range a value is not available, never made up.
  const each = (f: (frequency: number) => number): (number | null)[] =>
    tones.map((t) => (layersHold(stack, t, air) ? f(t) : null));
  const radians = (deg: number) => (deg * Math.PI) / 180;
  const oblique = (deg: number, reaction: LateralReaction) =>
    each((f) => layeredAbsorption(stack, f, radians(deg), reaction, air));
  const diffuse = (max: number, reaction: LateralReaction) =>
    each((f) => diffuseAbsorption(stack, f, max, reaction, air));
  return {
    alphaNormal: each((f) => layeredAbsorption(stack, f, 0, 'local', air)),
    zetaRe: each((f) => surfaceImpedance(stack, f, 0, air).re),
    zetaIm: each((f) => surfaceImpedance(stack, f, 0, air).im),
    alphaOblique: angles.map((angle) => ({
      angle,
      bulk: oblique(angle, 'bulk'),
      local: oblique(angle, 'local'),
    })),
    alphaDiffuse78Bulk: diffuse(78, 'bulk'),
    alphaDiffuse90Bulk: diffuse(90, 'bulk'),
    alphaDiffuse78Local: diffuse(78, 'local'),
    alphaDiffuse90Local: diffuse(90, 'local'),
  };
}

function mediumAnswer(input: unknown): unknown {
  const m = checked(mediumSchema, input);
  const values = m.frequencies.map((f) =>
    porousModelHolds(m.model, m.sigma, f, m.air) ? porousMedium(m.model, m.sigma, f, m.air) : null,
  );
  return {
    zcRe: values.map((v) => v?.zc.re ?? null),
    zcIm: values.map((v) => v?.zc.im ?? null),
    kRe: values.map((v) => v?.k.re ?? null),
    kIm: values.map((v) => v?.k.im ?? null),
  };
}

function resonanceAnswer(input: unknown): unknown {
  if (has(input, 'element')) {
    const { element, cavityDepth, air } = checked(elementSchema, input);
    return cavityResonance(
      plain(element, 'input.element') as Exclude<Layer, { type: 'porous' | 'air' | 'resistive' | 'mpp' }>,
      cavityDepth,
      air,
    );
  }
  const { m, cavityDepth, air } = checked(skinSchema, input);
  const { f0, f0Exact } = cavityResonance({ type: 'membrane', m }, cavityDepth, air);
  const rules = membraneRules(m, cavityDepth);
  return { f0, f0Exact, f0RuleOfThumb60: rules.empty, f0RuleOfThumb50: rules.filled };
}

function boxAnswer(input: unknown): unknown {
  const { V, portRadius, portLength, ends, c } = checked(boxSchema, input);
  const box = helmholtzBox(
    { V, port: { shape: 'round', radius: portRadius }, length: portLength, ends },
    { rho: AIR.rho0, c, eta: AIR.eta },
  );
  return { effectiveLength: box.effectiveLength, f0: box.f0, qRadiationFlanged: box.qRadiation };
}

function sheetAnswer(input: unknown): unknown {
  const { d, t, eps, air, frequencies: tones } = checked(sheetSchema, input);
  const exact = (endR: number) => tones.map((f) => elementImpedance({ type: 'mpp', d, t, eps, endR }, f, air));
  const [four, one] = [exact(4), exact(1)];
  const maa = tones.map((f) => microPerforatedApproximate({ type: 'mpp', d, t, eps }, f, air));
  return {
    exactEnd4Re: four.map((z) => z.re),
    exactEnd4Im: four.map((z) => z.im),
    exactEnd1Re: one.map((z) => z.re),
    exactEnd1Im: one.map((z) => z.im),
    maaApproxRe: maa.map((z) => z.re),
    maaApproxIm: maa.map((z) => z.im),
  };
}

function ratingAnswer(input: unknown): unknown {
  const { frequencies: bands, alpha } = checked(ratingSchema, input);
  if (bands.length !== alpha.length) {
    const message = `input.alpha: expected ${bands.length} values, one a frequency, found ${alpha.length}`;
    throw new CalcError('invalid-input', message, 'input.alpha');
  }
  const values = RATING_THIRDS.map((f) => {
    const i = bands.findIndex((b) => Math.abs(b / f - 1) < 0.03);
    if (i >= 0) return alpha[i]!;
    const message = `input.frequencies: a rating needs the third octave ${f} Hz, which is missing`;
    throw new CalcError('invalid-input', message, 'input.frequencies');
  });
  return rateAbsorption(values);
}

export const absorbers: Topic = (input) => {
  if (has(input, 'layers')) return stackAnswer(input);
  if (has(input, 'cavityDepth')) return resonanceAnswer(input);
  if (has(input, 'portRadius')) return boxAnswer(input);
  if (has(input, 'eps')) return sheetAnswer(input);
  if (has(input, 'alpha')) return ratingAnswer(input);
  return mediumAnswer(input);
};
