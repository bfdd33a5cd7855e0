/** What is left of a reflection at its surface. */
import type { Material } from '../materials/library';
import type { FacePart } from './faceParts';

/** Octaves whose mean coefficient sets a surface's loss: 500 Hz to 4 kHz. */
const LOSS_OCTAVES = [3, 4, 5, 6] as const;

/** Mean of 500 Hz–4 kHz of values by octave. */
export const meanOf = (alpha: readonly number[]) =>
  LOSS_OCTAVES.reduce<number>((sum, b) => sum + alpha[b]!, 0) / LOSS_OCTAVES.length;

/** Coefficients that set the level of a reflection off a material, octaves 63–8000 Hz, at most 1. */
export function reflectionTaken(material: Material): number[] {
  // What is listed by the piece is soft and small; half of what meets it is taken as lost.
  return material.alpha.map((a) => (material.per === 'piece' ? 0.5 : Math.min(1, a)));
}

/** dB re direct per octave; null where everything is taken. */
export function octaveLevels(spreadDb: number, taken: readonly number[]): (number | null)[] {
  return taken.map((a) => (a < 1 ? spreadDb + 10 * Math.log10(1 - a) : null));
}
/** dB re direct, mean of 500 Hz–4 kHz; null when everything is taken. */
export const levelOf = (spreadDb: number, taken: readonly number[]): number | null => {
  const loss = meanOf(taken);
  return loss < 1 ? spreadDb + 10 * Math.log10(1 - loss) : null;
};

const NOTHING_HANGS: readonly string[] = ['patch', 'rug'];
/** Parts that nothing can be hung on. */
export const notForPanels = (part: Pick<FacePart, 'kind'> | null): boolean =>
  part !== null && !NOTHING_HANGS.includes(part.kind);
