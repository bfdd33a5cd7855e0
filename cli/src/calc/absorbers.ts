import { z } from 'zod';
import {
  diffuseAbsorption,
  type LateralReaction,
  type Layer,
  layeredAbsorption,
  layersHold,
  surfaceImpedance,
} from '@tawny/core/absorbers/layers';
import { porousMedium, porousModelHolds } from '@tawny/core/absorbers/porous';
import { checked, has, notBuilt, type Topic } from './types';

const depth = z.number().positive().max(10);
const sigma = z.number().positive().max(1e7);
const model = z.enum(['miki', 'delany-bazley']);
const frequencies = z.array(z.number().positive().max(100000));
const airSchema = z
  .object({ rho0: z.number().min(0.1).max(10), c0: z.number().min(100).max(1000) })
  .default({ rho0: 1.2041, c0: 343.2 });

const layersSchema = z.object({
  layers: z
    .array(
      z.discriminatedUnion('type', [
        z.object({ type: z.literal('porous'), model, sigma, d: depth }),
        z.object({ type: z.literal('air'), d: depth }),
      ]),
    )
    .min(1)
    .max(50),
  air: airSchema,
  frequencies,
  angles: z.array(z.number().min(0).max(89.99)).default([30, 60]),
});

const mediumSchema = z.object({ model, sigma, air: airSchema, frequencies });

const LATER_LAYERS = ['resistive', 'membrane', 'perforated', 'slot', 'mpp'];
/** Input keys of parts of this topic that come later, with their names. */
const LATER_PARTS: [key: string, part: string][] = [
  ['element', 'the resonance of perforated and slotted elements'],
  ['cavityDepth', 'the resonance of a membrane'],
  ['portRadius', 'the resonator box with a port'],
  ['eps', 'the transfer impedance of a micro-perforated sheet'],
  ['alpha', 'the single-number rating of absorption'],
];

function refuseLaterParts(input: unknown): void {
  if (has(input, 'layers')) {
    const { layers } = input as { layers: unknown };
    if (!Array.isArray(layers)) return;
    layers.forEach((layer: unknown, i) => {
      const type = has(layer, 'type') ? (layer as { type: unknown }).type : null;
      if (typeof type === 'string' && LATER_LAYERS.includes(type)) {
        throw notBuilt(`input.layers[${i}].type`, `a layer of type "${type}"`);
      }
    });
    return;
  }
  const later = LATER_PARTS.find(([key]) => has(input, key));
  if (later) throw notBuilt(`input.${later[0]}`, later[1]);
}

export const absorbers: Topic = (input) => {
  refuseLaterParts(input);
  if (!has(input, 'layers')) {
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
  const { layers, air, frequencies: tones, angles } = checked(layersSchema, input);
  const stack: Layer[] = layers;
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
};
