/** What is left of a reflection at its surface. */
import type { Material } from '../materials/library';
import { dot, distance, minus, type Vec2, type Vec3 } from '../geometry/vector';
import { directivityOctaves, type Radiator } from '../physics/loudspeakers/directivity';
import { apexOf } from '../document/place/placing';
import { OCTAVE_MIDBANDS } from '../quantities/bands';
import type { FacePart } from './faceParts';
import { aimOf } from './fronts';
import type { PlacedLoudspeaker, Setting } from './setting';

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

/** Alike in all directions. */
export const ALIKE: readonly number[] = OCTAVE_MIDBANDS.map(() => 1);

/** dB re direct per octave; null where everything is taken. `sent`: energy sent that way over that sent to the ears. */
export function octaveLevels(
  spreadDb: number,
  taken: readonly number[],
  sent: readonly number[] = ALIKE,
): (number | null)[] {
  return taken.map((a, o) => (a < 1 ? spreadDb + 10 * Math.log10((1 - a) * sent[o]!) : null));
}
/** dB re direct, mean of 500 Hz–4 kHz; null when everything is taken. */
export function levelOf(spreadDb: number, taken: readonly number[], sent: readonly number[] = ALIKE): number | null {
  const left = meanOf(taken.map((a, o) => Math.max(0, 1 - a) * sent[o]!));
  return left > 0 ? spreadDb + 10 * Math.log10(left) : null;
}

/** Direction a loudspeaker points in, unit. */
export function axisOf(l: Pick<PlacedLoudspeaker, 'at' | 'aimDeg' | 'tiltDeg'>, apex: Vec2): Vec3 {
  const [x, y] = aimOf(l, apex);
  const tilt = (l.tiltDeg * Math.PI) / 180;
  return [x * Math.cos(tilt), y * Math.cos(tilt), Math.sin(tilt)];
}

const angleTo = (axis: Vec3, from: Vec3, to: Vec3): number => {
  const d = distance(from, to);
  return d > 0 ? Math.acos(Math.min(1, Math.max(-1, dot(axis, minus(to, from)) / d))) : 0;
};

const kept = new Map<string, number[]>();
const MOST_KEPT = 4000;
/** To whole degrees: a study asks for the same few over and over. */
function sentAt(radiator: Radiator, angle: number, c: number): number[] {
  const deg = Math.round((angle * 180) / Math.PI);
  const key = `${radiator.width}|${radiator.mount}|${deg}|${c}`;
  const found = kept.get(key);
  if (found) return found;
  const fresh = directivityOctaves(radiator, (deg * Math.PI) / 180, c);
  if (kept.size >= MOST_KEPT) kept.clear();
  kept.set(key, fresh);
  return fresh;
}

/** Energy a loudspeaker sends towards a point over that towards the ears, octaves 63–8000 Hz. */
export function sentTowards(
  setting: Pick<Setting, 'project' | 'head' | 'c'>,
  l: PlacedLoudspeaker,
  from: Vec3,
  at: Vec3,
  ears: Vec3,
): readonly number[] {
  const { project, head, c } = setting;
  if (project.marking.directivity === 'alike') return ALIKE;
  const axis = axisOf(l, apexOf(project, [head[0], head[1]]));
  return sentBetween({ width: l.box.width, mount: l.mount }, axis, from, at, ears, c);
}

/** The same for a box that points along an axis. */
export function sentBetween(
  radiator: Radiator,
  axis: Vec3,
  from: Vec3,
  at: Vec3,
  ears: Vec3,
  c: number,
): readonly number[] {
  const straight = sentAt(radiator, angleTo(axis, from, ears), c);
  return sentAt(radiator, angleTo(axis, from, at), c).map((g, o) => g / straight[o]!);
}

const NOTHING_HANGS: readonly string[] = ['patch', 'rug'];
/** Parts that nothing can be hung on. */
export const notForPanels = (part: Pick<FacePart, 'kind'> | null): boolean =>
  part !== null && !NOTHING_HANGS.includes(part.kind);
