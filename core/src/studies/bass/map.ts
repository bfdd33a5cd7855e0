/** Pressure of a mode, or of what the loudspeakers drive at one frequency, over plan, walls and ceiling. */
import { boundsOf } from '../../geometry/clip';
import { insideOutline } from '../../geometry/polygon';
import { faceOutline, localToFace } from '../../geometry/unfold';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { stencil, stencilAt } from '../../physics/waves/modes';
import { playing } from './answer';
import { feedOf } from './feed';
import type { MapAnswer, MapWish, PressureMap, SurfaceSpot } from './types';
import type { Setting, SettingFace } from '../../room/setting';
import type { Solution } from '../waves/waveEngine';

/** Spacing of a map, m, at most; and its most columns. */
const STEP = 0.1;
const MOST = 72;
/** Side of the squares surfaces are searched in for their highest pressure, m. */
const SPOT = 0.6;
const SPOTS = 8;

/** Index of the answered frequency nearest to one asked for. */
export function nearestIndex(frequencies: ArrayLike<number>, f: number): number {
  let best = 0;
  for (let i = 1; i < frequencies.length; i++) {
    if (Math.abs(frequencies[i]! - f) < Math.abs(frequencies[best]! - f)) best = i;
  }
  return best;
}

export interface Driven {
  re: Float64Array;
  im: Float64Array;
  f: number;
  /** What the modes left out add at a place, on the scale of amplitude times φ. */
  restAt(p: Vec3): { re: number; im: number };
}

/** Amplitudes of every mode with the given loudspeakers playing at a frequency. */
export async function drivenAmplitudes(
  setting: Setting,
  solution: Solution,
  f: number,
  ids: readonly string[],
): Promise<Driven> {
  const list = setting.loudspeakers.filter((l) => ids.includes(l.id));
  const found = await solution.amplitudes(list.map((l) => l.at));
  const q = nearestIndex(solution.frequencies, f);
  const at = solution.frequencies[q]!;
  const n = solution.modes.count;
  const [re, im] = [new Float64Array(n), new Float64Array(n)];
  list.forEach((l, s) => {
    const h = feedOf(l, at);
    for (let m = 0, k = q * n; m < n; m++, k++) {
      re[m]! += h.re * found.re[s]![k]! - h.im * found.im[s]![k]!;
      im[m]! += h.re * found.im[s]![k]! + h.im * found.re[s]![k]!;
    }
  });
  return {
    re,
    im,
    f: at,
    restAt: (p) =>
      list.reduce(
        (sum, l) => {
          const h = feedOf(l, at);
          const more = solution.rest(l.at, p, at);
          return { re: sum.re + h.re * more, im: sum.im + h.im * more };
        },
        { re: 0, im: 0 },
      ),
  };
}

type Field = (p: Vec3) => [re: number, im: number];

function fieldOf(solution: Solution, re: Float64Array, im: Float64Array | null): { at: Field; largest: number } {
  const [a, b] = [solution.nodal(re), im && solution.nodal(im)];
  const s = stencil();
  let largest = 1e-12;
  for (let i = 0; i < a.length; i++) largest = Math.max(largest, Math.hypot(a[i]!, b ? b[i]! : 0));
  return {
    largest,
    at: (p) => {
      stencilAt(solution.modes.mesh, p, s);
      let [x, y] = [0, 0];
      for (let i = 0; i < s.length; i++) {
        x += s.weights[i]! * a[s.unknowns[i]!]!;
        if (b) y += s.weights[i]! * b[s.unknowns[i]!]!;
      }
      return [x / largest, y / largest];
    },
  };
}

function mapOver(
  columns: number,
  rows: number,
  placeOf: (i: number, j: number) => Vec3 | null,
  field: Field,
): PressureMap {
  const [re, im] = [new Float32Array(columns * rows), new Float32Array(columns * rows)];
  for (let j = 0; j < rows; j++) {
    for (let i = 0; i < columns; i++) {
      const p = placeOf(i, j);
      const [a, b] = p ? field(p) : [NaN, NaN];
      re[j * columns + i] = a;
      im[j * columns + i] = b;
    }
  }
  return { re, im, columns, rows };
}

const cells = (length: number) => Math.max(4, Math.min(MOST, Math.ceil(length / STEP)));

/** Squares over a face with their mean pressure. */
function spotsOn(face: SettingFace, field: Field): SurfaceSpot[] {
  const outline = faceOutline(face);
  const box = boundsOf(outline);
  const spots: SurfaceSpot[] = [];
  const [nu, nv] = [box.right - box.left, box.high - box.low].map((l) => Math.max(1, Math.floor(l / SPOT)));
  const [du, dv] = [(box.right - box.left) / nu!, (box.high - box.low) / nv!];
  for (let i = 0; i < nu!; i++) {
    for (let j = 0; j < nv!; j++) {
      const at: Vec2 = [box.left + (i + 0.5) * du, box.low + (j + 0.5) * dv];
      if (!insideOutline(at, outline)) continue;
      let sum = 0;
      for (const [s, t] of [
        [-0.25, -0.25],
        [0.25, -0.25],
        [-0.25, 0.25],
        [0.25, 0.25],
      ] as const) {
        const [a, b] = field(localToFace(face, [at[0] + s * du, at[1] + t * dv]));
        sum += (a * a + b * b) / 4;
      }
      spots.push({ face: face.id, name: face.name, at, pressure: Math.sqrt(sum) });
    }
  }
  return spots;
}

export async function bassMap(setting: Setting, solution: Solution, wish: MapWish, height: number): Promise<MapAnswer> {
  const { modes } = solution;
  let re: Float64Array = new Float64Array(modes.count);
  let im: Float64Array | null = null;
  if (wish.kind === 'mode') {
    if (!(wish.index >= 0 && wish.index < modes.count)) {
      throw new RangeError(`bassMap: index must be one of the ${modes.count} modes, got ${wish.index}`);
    }
    re[wish.index] = 1;
  } else ({ re, im } = await drivenAmplitudes(setting, solution, wish.f, wish.loudspeakers));
  const { at: field } = fieldOf(solution, re, im);
  const plan = setting.solid.plan.map((c) => c.at);
  const box = boundsOf(plan);
  const [columns, rows] = [cells(box.right - box.left), cells(box.high - box.low)];
  const step: Vec2 = [(box.right - box.left) / columns, (box.high - box.low) / rows];
  const onPlan = (i: number, j: number, z: number): Vec3 => [
    box.left + (i + 0.5) * step[0],
    box.low + (j + 0.5) * step[1],
    z,
  ];
  const airAt = (p: Vec3): Vec3 | null => {
    const floor = setting.solid.floorAt([p[0], p[1]]);
    const ceiling = setting.solid.ceilingAt([p[0], p[1]]);
    return floor !== null && ceiling !== null && p[2] >= floor - 1e-9 && p[2] <= ceiling + 1e-9 ? p : null;
  };
  const over = mapOver(columns, rows, (i, j) => airAt(onPlan(i, j, height)), field);
  // Velocity goes with the slope of pressure.
  const velocity = new Float32Array(columns * rows).fill(NaN);
  let fastest = 1e-12;
  const h = 0.05;
  for (let k = 0; k < velocity.length; k++) {
    if (Number.isNaN(over.re[k]!)) continue;
    const p = onPlan(k % columns, Math.floor(k / columns), height);
    let sum = 0;
    for (let axis = 0; axis < 3; axis++) {
      const [a, b] = [p.slice(), p.slice()] as unknown as [number[], number[]];
      a[axis]! -= h;
      b[axis]! += h;
      const [x, y] = [field(a as unknown as Vec3), field(b as unknown as Vec3)];
      sum += (y[0] - x[0]) ** 2 + (y[1] - x[1]) ** 2;
    }
    velocity[k] = Math.sqrt(sum);
    fastest = Math.max(fastest, velocity[k]!);
  }
  for (let k = 0; k < velocity.length; k++) velocity[k]! /= fastest;

  const walls: MapAnswer['walls'] = {};
  const ceilings: MapAnswer['ceilings'] = {};
  const spots: SurfaceSpot[] = [];
  for (const face of setting.faces) {
    if (face.kind === 'floor') continue;
    const outline = faceOutline(face);
    const b = boundsOf(outline);
    const [nu, nv] = [cells(b.right - b.left), cells(b.high - b.low)];
    const s: Vec2 = [(b.right - b.left) / nu, (b.high - b.low) / nv];
    const map = mapOver(
      nu,
      nv,
      (i, j) => {
        const local: Vec2 = [b.left + (i + 0.5) * s[0], b.low + (j + 0.5) * s[1]];
        return insideOutline(local, outline) ? localToFace(face, local) : null;
      },
      field,
    );
    if (face.kind === 'ceiling') ceilings[face.id] = { ...map, from: [b.left, b.low], step: s };
    else walls[face.id] = map;
    if (face.kind === 'wall' || face.kind === 'ceiling') spots.push(...spotsOn(face, field));
  }
  spots.sort((a, b) => b.pressure - a.pressure || a.face.localeCompare(b.face));
  const at = (p: Vec3) => {
    const [x, y] = field(p);
    return { re: x, im: y };
  };
  return {
    plan: { ...over, from: [box.left, box.low], step, height },
    walls,
    ceilings,
    highest: spots.slice(0, SPOTS),
    velocity,
    head: at(setting.head),
    sources: playing(setting).map((l) => ({ id: l.id, ...at(l.at) })),
  };
}
