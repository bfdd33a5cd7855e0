/**
 * The saved document, version 1: plain JSON, SI units, survey coordinates. A computed number is never stored here.
 *
 * Changing a field's name or meaning needs a new VERSION, a migration in migrate.ts and a new sample in samples/.
 */
import { z } from 'zod';
import { CEILING, FLOOR } from '../geometry/solid';
import { outlineArea } from '../geometry/polygon';
import { isMaterial } from '../materials/library';
import { SCHOOLS } from '../targets/targets';
import { OCTAVES } from '../quantities/bands';

export const FORMAT = 'tawny-hall-project';
export const VERSION = 1;

/** Limits of what a person can tape, m. The fields use the same figures. */
export const LIMITS = {
  side: [0.5, 60],
  height: [1.2, 20],
  coordinate: [-200, 200],
  earHeight: [0.3, 2.2],
  axisHeight: [0.05, 5],
  minimumDistance: [0.3, 5],
  triangleSide: [0.3, 8],
  apexBehind: [0, 0.5],
  box: [0.05, 1.5],
  temperatureC: [-10, 45],
  humidityPercent: [5, 100],
  pressurePa: [60000, 110000],
  panelSide: [0.2, 3],
  panelDepth: [0.01, 0.6],
  panelGap: [0, 0.6],
  flowResistivity: [1000, 100000],
} as const satisfies Record<string, readonly [number, number]>;

const within = (key: keyof typeof LIMITS) => z.number().min(LIMITS[key][0]).max(LIMITS[key][1]);
const id = z.string().min(1).max(40);

const corner = z.strictObject({ wall: id, x: within('coordinate'), y: within('coordinate') });

const loudspeaker = z.strictObject({
  id,
  /** What its tape is marked with. */
  letter: z.string().min(1).max(3),
  /** Acoustic centre: the middle of its front, survey coordinates, m. */
  x: within('coordinate'),
  y: within('coordinate'),
  axisHeight: within('axisHeight'),
  minimumDistance: within('minimumDistance'),
  box: z.strictObject({ width: within('box'), depth: within('box'), height: within('box') }),
});

const panel = z.strictObject({
  width: within('panelSide'),
  height: within('panelSide'),
  depth: within('panelDepth'),
  gap: within('panelGap'),
  flowResistivity: within('flowResistivity'),
});

const buying = z.strictObject({
  frameThickness: z.number().min(0.006).max(0.06),
  stockLength: z.number().min(0.5).max(8),
  kerf: z.number().min(0).max(0.01),
  clothWidth: z.number().min(0.3).max(5),
  clothTurn: z.number().min(0).max(0.3),
  waste: z.number().min(0).max(1),
  packArea: z.number().min(0.1).max(50),
});

const shape = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  id,
  name: z.string().min(1).max(200),
  climate: z.strictObject({
    temperatureC: within('temperatureC'),
    humidityPercent: within('humidityPercent'),
    pressurePa: within('pressurePa'),
  }),
  room: z.strictObject({
    /** Plan outline in walking order; each corner names the wall that starts there. */
    corners: z.array(corner).min(3).max(200),
    height: within('height'),
    /** Material of each wall, of "floor" and of "ceiling". */
    surfaces: z.record(id, z.strictObject({ material: z.string() })),
  }),
  listening: z.strictObject({
    facing: id,
    head: z.strictObject({ x: within('coordinate'), y: within('coordinate'), earHeight: within('earHeight') }),
    /** "rule": follows the room when it changes; "tape": stays where it was put. */
    placed: z.enum(['rule', 'tape']),
    triangleSide: within('triangleSide'),
    apexBehind: within('apexBehind'),
  }),
  /** At most as many as the covering of marks is exact for. */
  loudspeakers: z.array(loudspeaker).max(12),
  target: z.strictObject({ school: z.enum(SCHOOLS), lowestOctave: z.union(OCTAVES.map((o) => z.literal(o))) }),
  treatment: z.strictObject({
    panel,
    /** Surfaces panels may hang on. */
    usable: z.array(id).max(220),
    /** Panels decided on, by surface. */
    counts: z.record(id, z.number().int().min(0).max(2000)),
    marksFirst: z.boolean(),
    leftRightAlike: z.boolean(),
  }),
  buying,
});

export type Project = z.infer<typeof shape>;
export type Loudspeaker = Project['loudspeakers'][number];
export type PanelRecipe = Project['treatment']['panel'];

type Corner = Project['room']['corners'][number];

function segmentsCross(a: Corner, b: Corner, c: Corner, d: Corner): boolean {
  const side = (p: Corner, q: Corner, r: Corner) => (q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x);
  const s1 = side(a, b, c) * side(a, b, d);
  const s2 = side(c, d, a) * side(c, d, b);
  return s1 < 0 && s2 < 0;
}

/** What is wrong with a plan outline, as [index of the corner, sentence]; null when it is a simple outline. */
export function planFault(corners: readonly Corner[]): [number, string] | null {
  for (let i = 0; i < corners.length; i++) {
    const a = corners[i]!;
    const b = corners[(i + 1) % corners.length]!;
    if (Math.hypot(a.x - b.x, a.y - b.y) < 0.01) return [i, `wall ${a.wall} is shorter than 1 cm`];
    for (let j = i + 2; j < corners.length; j++) {
      if (i === 0 && j === corners.length - 1) continue;
      const c = corners[j]!;
      if (segmentsCross(a, b, c, corners[(j + 1) % corners.length]!))
        return [j, `wall ${c.wall} crosses wall ${a.wall}`];
    }
  }
  const area = outlineArea(corners.map((c) => [c.x, c.y]));
  if (area <= 0) return [0, 'the walls must be listed clockwise as drawn and enclose an area'];
  return null;
}

export const projectSchema = shape.superRefine((p, ctx) => {
  const wrong = (path: (string | number)[], message: string) => ctx.addIssue({ code: 'custom', path, message });
  const { corners, surfaces } = p.room;
  const walls = corners.map((c) => c.wall);
  walls.forEach((w, i) => {
    if (walls.indexOf(w) !== i || w === FLOOR || w === CEILING) {
      wrong(['room', 'corners', i, 'wall'], `expected a wall name used once, got "${w}" again`);
    }
  });
  const fault = planFault(corners);
  if (fault) wrong(['room', 'corners', fault[0]], fault[1]);
  const faces = new Set([...walls, FLOOR, CEILING]);
  for (const face of faces) {
    if (!surfaces[face]) wrong(['room', 'surfaces', face], 'expected a material for this surface, got nothing');
  }
  for (const [face, { material }] of Object.entries(surfaces)) {
    if (!faces.has(face)) wrong(['room', 'surfaces', face], 'expected the name of a surface of this room');
    if (!isMaterial(material)) {
      wrong(['room', 'surfaces', face, 'material'], `expected a material of the library, got "${material}"`);
    }
  }
  if (!walls.includes(p.listening.facing)) {
    wrong(['listening', 'facing'], `expected one of the walls ${walls.join(', ')}, got "${p.listening.facing}"`);
  }
  p.treatment.usable.forEach((face, i) => {
    if (!faces.has(face)) wrong(['treatment', 'usable', i], `expected a surface of this room, got "${face}"`);
  });
  for (const face of Object.keys(p.treatment.counts)) {
    if (!faces.has(face)) wrong(['treatment', 'counts', face], `expected a surface of this room, got "${face}"`);
  }
  for (const key of ['id', 'letter'] as const) {
    const seen = p.loudspeakers.map((l) => l[key]);
    seen.forEach((value, i) => {
      if (seen.indexOf(value) !== i) wrong(['loudspeakers', i, key], `expected "${value}" only once`);
    });
  }
});
