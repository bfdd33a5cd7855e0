/** The room of a setting as the wave solver takes it: its air, what damps it and where, and how far up it is solved. */
import { admittanceOf } from '../../physics/absorbers/admittance';
import { volumeByDivergence } from '../../geometry/solid';
import { faceOutline, faceStretch, localToFace } from '../../geometry/unfold';
import type { Vec2 } from '../../geometry/vector';
import { type Complex, complex } from '../../numerics/complex';
import { type Linalg, roundUp } from '../../numerics/linalg/types';
import { shapeOf } from '../../document/place/shape';
import { OCTAVE_MIDBANDS } from '../../quantities/bands';
import type { Damper } from '../../physics/waves/damped';
import { COARSE_SPACING, expectedModes, type Refusal, type RoomModes, SPACING } from '../../physics/waves/modes';
import { type Block, openAir, type OpenAir } from '../../physics/waves/openAir';
import { addPoints, couplingBytes, couplings, type SurfacePoints } from '../../physics/waves/surfaces';
import { twinOf } from '../../room/hung/corners';
import { numberedIn, spreadOver } from '../../room/places';
import { notForPanels } from '../../room/reflectionLevels';
import { areasOf, recipeBeta } from '../../recipes/curve';
import { isCornered, type Recipe } from '../../recipes/types';
import type { Material } from '../../materials/library';
import type { RoomSetting, Setting, SettingFace } from '../../room/setting';

export type Quality = 'coarse' | 'full';

/** A thing is cut out of the air when it is at least so thick each way, m, and so large, m³. */
const LEAST_SIDE = 0.25;
const LEAST_BLOCK = 0.08;

/** Most modes the damped system is built of. */
export const MOST_MODES = 380;
export const LOWEST_HZ = 15;
const TOP_HZ = { full: 250, coarse: 120 } as const;
/** Modes are kept to so much over the highest frequency answered. */
export const OVER = 1.4;
/** Rooms in which less than this can be answered are refused, Hz. */
export const LEAST_TOP_HZ = 60;
/** Volume of the prisms against that of the faces: more than this part apart, the faces do not close. */
const CLOSED = 0.005;

export interface WaveRoom {
  air: OpenAir;
  /** Highest frequency answered, Hz; modes are solved to {@link OVER} times it. */
  top: number;
  spacing: number;
  c: number;
  surface: number;
  edges: number;
  /** What the modes depend on, as text. */
  key: string;
}

type RoomRefusal =
  | { reason: 'leaks'; volume: number; faces: number }
  | { reason: 'too-large'; volume: number; top: number; limit: number };

/** Why a room's waves are not solved. */
export type WaveRefusal = RoomRefusal | Refusal;

/** Furniture that stands in the way of long waves. Soft things are let through: they absorb instead. */
function blocksOf(setting: RoomSetting): Block[] {
  return setting.objects.flatMap((o): Block[] => {
    if (o.faces.length === 0 || o.kind === 'sofa' || o.kind === 'bed' || o.kind === 'gobo') return [];
    const [a, b, c] = [o.outline[0]!, o.outline[1]!, o.outline[2]!];
    const sides = [Math.hypot(b[0] - a[0], b[1] - a[1]), Math.hypot(c[0] - b[0], c[1] - b[1]), o.high - o.low];
    if (Math.min(...sides) < LEAST_SIDE || sides.reduce((p, s) => p * s, 1) < LEAST_BLOCK) return [];
    return [{ outline: o.outline, low: o.low, high: o.high }];
  });
}

/** Whether a thing is cut out of the air. */
export function isBlock(setting: RoomSetting, id: string): boolean {
  const o = setting.objects.find((t) => t.id === id);
  return !!o && blocksOf({ ...setting, objects: [o] }).length > 0;
}

export function waveRoomOf(setting: Setting, quality: Quality): WaveRoom | { refused: RoomRefusal } {
  const { solid, frame, c } = setting;
  const shape = shapeOf(setting.surveyed, (p) => frame.toListener(p));
  const hollow = openAir(shape);
  const faces = volumeByDivergence(solid.faces);
  if (Math.abs(hollow.volume - faces) > CLOSED * hollow.volume) {
    return { refused: { reason: 'leaks', volume: hollow.volume, faces } };
  }
  const air = openAir(shape, blocksOf(setting));
  const around = solid.plan.reduce((s, p, i) => {
    const q = solid.plan[(i + 1) % solid.plan.length]!.at;
    return s + Math.hypot(q[0] - p.at[0], q[1] - p.at[1]);
  }, 0);
  const edges = 2 * around + solid.plan.length * solid.height;
  let top: number = TOP_HZ[quality];
  while (top > 0 && expectedModes(air.volume, solid.surfaceArea, edges, OVER * top, c) > MOST_MODES) top -= 1;
  if (top < LEAST_TOP_HZ) {
    return { refused: { reason: 'too-large', volume: air.volume, top, limit: LEAST_TOP_HZ } };
  }
  // As many points a wavelength in a hall as in a small room.
  const scale = TOP_HZ.full / Math.min(TOP_HZ.full, top);
  const spacing =
    quality === 'full' ? SPACING * scale : Math.max(COARSE_SPACING, (COARSE_SPACING * TOP_HZ.coarse) / top);
  return {
    air,
    top,
    spacing,
    c,
    surface: solid.surfaceArea,
    edges,
    key: JSON.stringify([air.prisms, spacing, top, c]),
  };
}

/** Octaves that matter below the solver's highest frequency: 63 to 500 Hz. */
const ROOM_OCTAVES = 4;

/** Weight of an octave's value at a frequency: straight over the logarithm between octaves, held at the ends; they sum to 1. */
export function octaveShare(octave: number, frequency: number): number {
  const x = Math.min(ROOM_OCTAVES - 1, Math.max(0, Math.log2(frequency / OCTAVE_MIDBANDS[0]!)));
  return Math.max(0, 1 - Math.abs(x - octave));
}

export interface NamedDamper extends Damper {
  /** Of hung pieces what they are made of; null for the room itself. */
  piece: string | null;
}

/** A patch of a definite kind somewhere on a face: what it adds to the wall. */
export interface PatchPlan {
  /** Alike for pieces that are made alike. */
  make: string;
  points: SurfacePoints;
  beta: (f: number) => Complex;
}

/** Points over an outline on a face. */
export function pointsOn(
  face: SettingFace,
  outline: readonly Vec2[],
  into: SurfacePoints = [],
  sign: 1 | -1 = 1,
): SurfacePoints {
  addPoints(into, outline, (p) => localToFace(face, p), faceStretch(face), sign);
  return into;
}

/** What pieces add: those laid out each by itself, those by number spread evenly over their surface. */
export function piecePatches(setting: Setting): PatchPlan[] {
  const laid = setting.placed.map((piece): PatchPlan => {
    const face = setting.faces.find((f) => f.id === piece.face)!;
    const points = pointsOn(face, piece.outline);
    const twin = twinOf(setting, face, piece.box, piece.recipe);
    if (twin) pointsOn(twin.face, twin.outline, points);
    return { make: makeOf(piece.recipe), points, beta: recipeBeta(piece.recipe, setting) };
  });
  const spread = numberedIn(setting).map(({ recipe, place, count }): PatchPlan => {
    const points: SurfacePoints = [];
    for (const { face, outline } of spreadOver(setting, place, recipe)) {
      pointsOn(face, outline, points);
      // Of a whole face its doors and windows carry none.
      if (place.faces.length === 1)
        for (const part of face.parts.filter(notForPanels)) pointsOn(face, part.outline, points, -1);
    }
    let area = 0;
    for (let i = 3; i < points.length; i += 4) area += points[i]!;
    const share = Math.min(1, (count * areasOf(recipe).covered) / area);
    for (let i = 3; i < points.length; i += 4) points[i]! *= share;
    return { make: makeOf(recipe), points, beta: recipeBeta(recipe, setting) };
  });
  return [...laid, ...spread];
}

/** What decides how a piece damps: pieces alike in it are one matrix. */
const makeOf = (recipe: Recipe): string => {
  const { form, width, height, layers, reaction, measured, ports, scatterer } = recipe;
  // Only corners and boxes with ports depend on their size.
  const size = isCornered(form) || ports ? [width, height] : null;
  return JSON.stringify([form, size, layers, reaction, measured, ports, scatterer !== null && layers.length === 0]);
};

/** Points of one place that stand for things that absorb, alike ones together: β S by octave. */
function thingPatches(setting: Setting): { points: SurfacePoints; beta: number[] }[] {
  const groups = new Map<string, { points: SurfacePoints; beta: number[] }>();
  for (const o of setting.objects) {
    if (o.absorption.every((a) => a === 0)) continue;
    const n = o.outline.length;
    const [x, y] = [0, 1].map((i) => o.outline.reduce((s, p) => s + p[i]! / n, 0));
    // Of what is listed by the piece the surface is not known: its area is taken as weakly absorbing, α = 8β.
    const beta = o.absorption.map((area, i) =>
      o.material.per === 'piece' ? area / 8 : o.exposed * admittanceOf(o.material.alpha[i]!),
    );
    const key = JSON.stringify(beta);
    if (!groups.has(key)) groups.set(key, { points: [], beta });
    groups.get(key)!.points.push(x!, y!, isBlock(setting, o.id) ? o.high : (o.low + o.high) / 2, 1);
  }
  return [...groups.values()];
}

/** Coefficients under long waves, by octave. */
const longWaves = ({ alpha, learned }: Material): readonly number[] =>
  learned ? [...learned.low, ...alpha.slice(learned.low.length)] : alpha;

/** Points of everything of the room that absorbs, alike ones together, with what each is called: a material's id, or null of things; β by octave. */
export function roomPatches(setting: Setting): { id: string | null; points: SurfacePoints; beta: number[] }[] {
  const materials = new Map<string, { id: string; points: SurfacePoints; beta: number[] }>();
  const of = (material: Material) => {
    // A material learned of and the same as stated are two.
    const alpha = longWaves(material);
    const key = `${material.id} ${alpha.join(' ')}`;
    // Each octave by itself: coefficients do not mix as admittances do.
    if (!materials.has(key)) materials.set(key, { id: material.id, points: [], beta: alpha.map(admittanceOf) });
    return materials.get(key)!.points;
  };
  for (const face of setting.faces) {
    const own = of(face.material);
    pointsOn(face, faceOutline(face), own);
    for (const part of face.parts) {
      if (!part.material || part.outline.length < 3) continue;
      pointsOn(face, part.outline, own, -1);
      pointsOn(face, part.outline, of(part.material));
    }
  }
  return [...materials.values(), ...thingPatches(setting).map((t) => ({ id: null, ...t }))].filter(
    (p) => p.points.length > 0,
  );
}

/** What the room's own damping depends on beside the modes, as text. */
export const roomDamperKey = (setting: Setting): string =>
  JSON.stringify([
    setting.faces.map((f) => [
      longWaves(f.material),
      f.parts.map((p) => [p.material && longWaves(p.material), p.outline]),
    ]),
    setting.objects.map((o) => [o.outline, o.absorption]),
  ]);

/** What the damping of pieces depends on. */
export const pieceDamperKey = (setting: Setting): string =>
  JSON.stringify([
    setting.placed.map((p) => [makeOf(p.recipe), p.face, p.outline]),
    numberedIn(setting).map((n) => [makeOf(n.recipe), n.place.id, n.count]),
    setting.rho,
  ]);

async function couplingOf(
  modes: RoomModes,
  points: SurfacePoints,
  load: (bytes: number) => Promise<Linalg>,
): Promise<Float32Array> {
  const la = await load(couplingBytes(points.length / 4, modes.count));
  return couplings(la, modes, points);
}

/**
 * What damps the room by itself: its materials and its things.
 */
export async function roomDampers(
  setting: Setting,
  modes: RoomModes,
  load: (bytes: number) => Promise<Linalg>,
): Promise<NamedDamper[]> {
  // Octave values run straight between octaves: all that is the room's own is one matrix an octave, faded over.
  const octaves = OCTAVE_MIDBANDS.slice(0, ROOM_OCTAVES).map((): Float32Array | null => null);
  for (const { points, beta } of roomPatches(setting)) {
    const coupling = await couplingOf(modes, points, load);
    octaves.forEach((_, o) => {
      const sum = (octaves[o] ??= new Float32Array(coupling.length));
      for (let i = 0; i < sum.length; i++) sum[i]! += beta[o]! * coupling[i]!;
    });
  }
  const list = octaves.flatMap((coupling, o): NamedDamper[] =>
    coupling ? [{ piece: null, coupling, beta: (f) => complex(octaveShare(o, f)) }] : [],
  );
  return list;
}

export interface RoomLoss {
  /** Material's id; null: things. */
  id: string | null;
  /** By octave. */
  beta: number[];
  /** ∫φ² over it, by mode. */
  own: Float64Array;
}

/** What each material, and things alike, take of every mode by themselves. */
export async function roomLosses(
  setting: Setting,
  modes: RoomModes,
  load: (bytes: number) => Promise<Linalg>,
): Promise<RoomLoss[]> {
  const list: RoomLoss[] = [];
  const wide = roundUp(modes.count, 8);
  for (const { id, points, beta } of roomPatches(setting)) {
    const coupling = await couplingOf(modes, points, load);
    list.push({ id, beta, own: Float64Array.from({ length: modes.count }, (_, m) => coupling[m * wide + m]!) });
  }
  return list;
}

/** What is decided. Pieces of one make damp alike: together they are one matrix. */
export async function pieceDampers(
  setting: Setting,
  modes: RoomModes,
  load: (bytes: number) => Promise<Linalg>,
): Promise<NamedDamper[]> {
  const list: NamedDamper[] = [];
  const makes = new Map<string, PatchPlan>();
  for (const patch of piecePatches(setting)) {
    const known = makes.get(patch.make);
    if (known) known.points.push(...patch.points);
    else makes.set(patch.make, { ...patch, points: [...patch.points] });
  }
  for (const { make, points, beta } of makes.values()) {
    if (points.length > 0) list.push({ piece: make, coupling: await couplingOf(modes, points, load), beta });
  }
  return list;
}
