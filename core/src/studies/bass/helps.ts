/**
 * Where a recipe helps one mode most, what it does there, where it would do nothing, and how many are needed.
 *
 * Damping a patch adds to a mode: δ = c·Re β(f)·∫φ² dS / 2 (first order). Places are tried on a grid over walls and
 * ceilings, clear of openings and of what hangs.
 */
import type { Air } from '../../air/air';
import { boundsOf, overlapping, type Box } from '../../geometry/clip';
import { insideOutline } from '../../geometry/polygon';
import { faceOutline, faceStretch, localToFace } from '../../geometry/unfold';
import type { Vec2 } from '../../geometry/vector';
import { stencil, stencilAt } from '../../physics/waves/modes';
import { addPoints, type SurfacePoints } from '../../physics/waves/surfaces';
import { toMillimetre } from '../../quantities/lengths';
import { pitchForOpenPart } from '../../physics/absorbers/elements';
import { helmholtzBox } from '../../physics/absorbers/resonators';
import { waveModes } from './answer';
import { LIMITS, type Piece } from '../../document/schema/project';
import type { BassTask, HelpPlace, HelpsAnswer, WaveMode } from './types';
import { numbered, piecesFor } from '../../room/laying';
import { laidSize } from '../../room/pieces';
import { notForPanels } from '../../room/reflectionLevels';
import type { Setting, SettingFace } from '../../room/setting';
import { depthOf, portBox, recipeBeta, straightAbsorption } from '../../recipes/curve';
import { isCornered, type Recipe, type RecipeLayer } from '../../recipes/types';
import { twinOf } from '../../room/hung/corners';
import { pointsOn } from '../waves/waveRoom';
import type { Solution } from '../waves/waveEngine';

const STEP = 0.2;
const LISTED = 8;
/** More pieces than this are no answer. */
const MOST_PIECES = 40;
/** Damping (1/s) a piece must add in its best place to be worth a word: of a mode that decays in 0.5 s one part in ninety. */
const LITTLE = 0.15;

type Ask = Extract<BassTask, { task: 'helps' }>;

export function bassHelps(setting: Setting, solution: Solution, ask: Ask): HelpsAnswer {
  const { modes } = solution;
  const all = waveModes(setting, solution);
  const mode = all[ask.mode];
  if (!mode || ask.mode === 0)
    throw new RangeError(`bassHelps: mode must be from 1 to ${all.length - 1}, got ${ask.mode}`);
  const { recipe } = ask;
  const beta = recipeBeta(recipe, setting)(mode.f);
  // What it takes straight on, at its own front.
  const alpha = straightAbsorption(recipe, mode.f, setting);
  const size = laidSize(recipe);
  const cornered = isCornered(recipe.form);
  const amplitude = new Float64Array(modes.count);
  amplitude[ask.mode] = 1;
  const field = solution.nodal(amplitude);
  const s = stencil();
  const strength = (points: SurfacePoints): number => {
    let sum = 0;
    for (let i = 0; i < points.length; i += 4) {
      stencilAt(modes.mesh, [points[i]!, points[i + 1]!, points[i + 2]!], s);
      let p = 0;
      for (let k = 0; k < s.length; k++) p += s.weights[k]! * field[s.unknowns[k]!]!;
      sum += points[i + 3]! * p * p;
    }
    return sum;
  };
  const delta0 = Number.isFinite(mode.time) ? (3 * Math.log(10)) / mode.time : 0;
  const added = (points: SurfacePoints) => (setting.c * beta.re * strength(points)) / 2;
  const list: (HelpPlace & { box: Box; adds: number })[] = [];
  const area = size.width * size.height;
  const tryOn = (face: SettingFace, u: number, v: number, blocked: readonly Box[]) => {
    const box: Box = { left: u, low: v, right: u + size.width, high: v + size.height };
    if (blocked.some((b) => overlapping(b, box))) return;
    const outline = faceOutline(face);
    const corners: Vec2[] = [
      [box.left + 1e-6, box.low + 1e-6],
      [box.right - 1e-6, box.low + 1e-6],
      [box.right - 1e-6, box.high - 1e-6],
      [box.left + 1e-6, box.high - 1e-6],
    ];
    if (!corners.every((c) => insideOutline(c, outline))) return;
    const points: SurfacePoints = [];
    addPoints(points, corners, (p) => localToFace(face, p), faceStretch(face));
    if (cornered) {
      const twin = twinOf(setting, face, box, recipe);
      if (!twin) return;
      pointsOn(twin.face, twin.outline, points);
    }
    const adds = added(points);
    list.push({
      face: face.id,
      name: face.name,
      u,
      v,
      perArea: adds / area,
      time: (3 * Math.log(10)) / (delta0 + adds),
      box,
      adds,
    });
  };
  for (const face of setting.faces) {
    if (face.kind === 'floor' || face.kind === 'riser' || face.area < area) continue;
    if (cornered && face.kind !== 'wall') continue;
    const b = boundsOf(faceOutline(face));
    const blocked = [
      ...face.parts.filter(notForPanels).map((p) => boundsOf(p.outline)),
      ...setting.placed.filter((h) => h.face === face.id).map((h) => h.box),
    ];
    const stops = (from: number, to: number, size: number): number[] => {
      const n = Math.max(0, Math.floor((to - from - size + 1e-6) / STEP));
      const out = Array.from({ length: n + 1 }, (_, i) => from + i * STEP);
      if (to - size - (out[out.length - 1] ?? from) > 0.02) out.push(to - size);
      return out;
    };
    if (b.right - b.left < size.width - 1e-6 || b.high - b.low < size.height - 1e-6) continue;
    const edge = recipe.form === 'edge';
    const us = cornered && !edge ? [b.left, b.right - size.width] : stops(b.left, b.right, size.width);
    const vs = edge ? [b.high - size.height] : stops(b.low, b.high, size.height);
    for (const u of us) for (const v of vs) tryOn(face, u, v, blocked);
  }
  list.sort((p, q) => q.adds - p.adds || p.face.localeCompare(q.face) || p.u - q.u || p.v - q.v);
  const apart = (p: (typeof list)[number], chosen: typeof list) =>
    chosen.every((o) => o.face !== p.face || !overlapping(o.box, p.box, 0.01));
  const chosen: typeof list = [];
  let delta = delta0;
  let needed: number | null = mode.time <= ask.target ? 0 : null;
  for (const p of list) {
    if (chosen.length >= MOST_PIECES) break;
    if (!apart(p, chosen)) continue;
    chosen.push(p);
    delta += p.adds;
    if (needed === null && (3 * Math.log(10)) / delta <= ask.target) needed = chosen.length;
    if (needed !== null && chosen.length >= LISTED) break;
  }
  const plain = ({ face, name, u, v, perArea, time }: HelpPlace): HelpPlace => ({ face, name, u, v, perArea, time });
  return {
    mode,
    alpha,
    places: chosen.slice(0, LISTED).map(plain),
    worst: list.length > 0 ? plain(list[list.length - 1]!) : null,
    needed,
    target: ask.target,
    useless: (list[0]?.adds ?? 0) < LITTLE,
  };
}

const clamped = ([low, high]: readonly [number, number], v: number) => Math.min(high, Math.max(low, v));

/** Whether a box can be tuned by its skin, its holes or the number of its ports. */
export const isTunable = (recipe: Recipe): boolean => {
  const front = recipe.layers.at(-1)?.type;
  return recipe.form === 'flat' && (recipe.ports !== null || front === 'skin' || front === 'holes');
};

/**
 * A closed box with its front changed to answer at a frequency: the mass an area its air balances, m' = ρ/(k tan kD), as a skin or as
 * the air in holes, ρ(t + 0.85 d)/ε; of ports their number. Within what can be built; a start, which its fill lowers a little.
 * Throws RangeError for what is not {@link isTunable}.
 */
export function tunedTo(recipe: Recipe, frequency: number, air: Air): Recipe {
  const front = recipe.layers.at(-1);
  if (recipe.ports) {
    const one = helmholtzBox({ ...portBox(recipe)!, count: 1, places: undefined }, air);
    const count = clamped([1, MOST_PORTS], Math.round((frequency / one.f0) ** 2));
    return { ...recipe, ports: { ...recipe.ports, count } };
  }
  if (!isTunable(recipe) || !front) throw new RangeError(`tunedTo: recipe must be a tuned box, got ${recipe.id}`);
  const k = (2 * Math.PI * frequency) / air.c;
  const behind = depthOf({ layers: recipe.layers.slice(0, -1) });
  const mass = air.rho / (k * Math.tan(k * behind));
  const tuned = (): RecipeLayer => {
    if (front.type !== 'holes') return { type: 'skin', m: clamped(LIMITS.skinMass, mass) };
    const open = (air.rho * (front.t + 0.85 * front.d)) / mass;
    return { ...front, pitch: clamped([front.d, LIMITS.pitch[1]], pitchForOpenPart(front.d, Math.min(0.6, open))) };
  };
  return { ...recipe, layers: [...recipe.layers.slice(0, -1), tuned()] };
}
const MOST_PORTS = 60;

/** Pieces of a recipe at places found, for the document; `at`: when, ISO 8601. */
export function piecesAt(setting: Setting, recipe: Recipe, places: readonly HelpPlace[], at: string | null): Piece[] {
  const size = laidSize(recipe);
  const name = recipe.name.slice(0, 70);
  const pieces = places.flatMap((p) => {
    const face = setting.faces.find((f) => f.id === p.face)!;
    const stretch = faceStretch(face);
    const panel = {
      left: toMillimetre(p.u),
      low: toMillimetre(p.v),
      width: size.width / stretch,
      height: size.height / stretch,
    };
    return piecesFor(setting, face, [panel], { recipe: recipe.id, name, at });
  });
  return numbered(setting.project, pieces, name);
}

/** The mode most worth treating: slow, heard at the ears, and low enough to stand alone. */
export function worstMode(modes: readonly WaveMode[]): WaveMode | null {
  const heard = modes.filter((m) => m.index > 0 && m.f > 25 && m.f < 160 && Math.abs(m.head) > 0.3);
  return heard.sort((a, b) => b.time * Math.abs(b.head) - a.time * Math.abs(a.head))[0] ?? null;
}
