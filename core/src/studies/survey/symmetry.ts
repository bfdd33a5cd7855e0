/** Symmetry: how the room's left differs from its right about the listening axis, in shape, openings and materials. */
import { createKept } from '../../numerics/kept';
import { clipConvex } from '../../geometry/clip';
import { outlineArea } from '../../geometry/polygon';
import { wallAlong } from '../../geometry/solid';
import { faceOutline, faceStretch, localToFace } from '../../geometry/unfold';
import type { Vec2, Vec3 } from '../../geometry/vector';
import { OCTAVES } from '../../quantities/bands';
import { stretchesOf } from '../../room/absorption';
import type { Setting, SettingFace } from '../../room/setting';
import type { Study, Working } from '../types';

/** Differences below this are what a tape and a plasterer leave, m. */
export const EVEN = 0.02;
/** Openings whose mirrored middles and sizes differ by less are twins, m. */
const TWIN = 0.05;
/** Distance between the lines across the room at which its width is compared, m. */
const STEP = 0.02;

export interface OddOpening {
  id: string;
  name: string;
  face: string;
  /** Mirrored place along its wall is bare, or holds something of another size. */
  twin: { id: string; name: string; off: number } | null;
}

export interface SymmetryResult {
  /** Largest difference of the two half widths, m, with its distance from the front wall and the wider side. */
  width: { difference: number; at: number; wider: 'left' | 'right' };
  /** Share of the length over which the half widths differ by more than {@link EVEN}. */
  unevenPart: number;
  /** Largest difference of the ceiling heights of mirrored points, m. */
  ceiling: { difference: number; at: Vec2 } | null;
  openings: OddOpening[];
  /** Absorption left and right of the axis per octave, m². */
  left: number[];
  right: number[];
  /** The octave and the thing with the largest difference; null when there is none. */
  largest: { octave: number; difference: number; side: 'left' | 'right'; what: string } | null;
}

/** Half widths at a distance from the front wall; null where the axis is outside the room. */
function halvesAt(setting: Setting, y: number): [left: number, right: number] | null {
  const left = wallAlong(setting.solid.plan, [setting.axis, y], [-1, 0]);
  const right = wallAlong(setting.solid.plan, [setting.axis, y], [1, 0]);
  return left && right ? [left.distance, right.distance] : null;
}

function widthOf(setting: Setting): Pick<SymmetryResult, 'width' | 'unevenPart'> {
  let width: SymmetryResult['width'] = { difference: 0, at: 0, wider: 'left' };
  let lines = 0;
  let uneven = 0;
  // Off the round numbers, so that a line does not run along a wall.
  for (let y = STEP / 2; y < setting.length; y += STEP) {
    const halves = halvesAt(setting, y + 1e-6);
    if (!halves) continue;
    lines += 1;
    const difference = Math.abs(halves[0] - halves[1]);
    if (difference > EVEN) uneven += 1;
    if (difference > width.difference + 1e-9) {
      width = { difference, at: y, wider: halves[0] > halves[1] ? 'left' : 'right' };
    }
  }
  return { width, unevenPart: lines > 0 ? uneven / lines : 0 };
}

const CEILING_GRID = 24;

function ceilingOf(setting: Setting): SymmetryResult['ceiling'] {
  if (
    setting.faces.filter((f) => f.kind === 'ceiling').every((f) => f.plane?.slope.every((s) => s === 0)) &&
    setting.faces.filter((f) => f.kind === 'ceiling').length === 1
  )
    return null;
  let worst: SymmetryResult['ceiling'] = null;
  const reach = Math.max(...setting.solid.plan.map((c) => Math.abs(c.at[0] - setting.axis)));
  for (let j = 0; j < CEILING_GRID; j++) {
    for (let i = 0; i < CEILING_GRID; i++) {
      const x = ((i + 0.5) / CEILING_GRID) * reach;
      const y = ((j + 0.5) / CEILING_GRID) * setting.length;
      const a = setting.solid.ceilingAt([setting.axis - x, y]);
      const b = setting.solid.ceilingAt([setting.axis + x, y]);
      if (a === null || b === null) continue;
      const difference = Math.abs(a - b);
      if (difference > EVEN && (!worst || difference > worst.difference))
        worst = { difference, at: [setting.axis + x, y] };
    }
  }
  return worst;
}

interface PlacedOpening {
  id: string;
  name: string;
  kind: string;
  face: SettingFace;
  middle: Vec3;
  size: Vec2;
}

/** Doors and windows by where they are in the room; the small things do not change the sound. */
const HEARD = ['door', 'window', 'vent', 'radiator', 'hot-equipment'];

function openingsOf(setting: Setting): PlacedOpening[] {
  return setting.project.room.openings
    .filter((o) => HEARD.includes(o.kind))
    .flatMap((o) => {
      const face = setting.faces.find((f) => f.id === o.wall);
      if (!face) return [];
      const middle = localToFace(face, [o.u + o.width / 2, o.v + o.height / 2]);
      return [{ id: o.id, name: o.name, kind: o.kind, face, middle, size: [o.width, o.height] as const }];
    });
}

function oddOpenings(setting: Setting): OddOpening[] {
  const all = openingsOf(setting);
  const mirrored = ([x, y, z]: Vec3): Vec3 => [2 * setting.axis - x, y, z];
  return all.flatMap((o): OddOpening[] => {
    const place = mirrored(o.middle);
    const near = all
      .filter((t) => t.kind === o.kind)
      .map((t) => ({
        id: t.id,
        name: t.name,
        off: Math.max(
          Math.hypot(t.middle[0] - place[0], t.middle[1] - place[1], t.middle[2] - place[2]),
          Math.abs(t.size[0] - o.size[0]),
          Math.abs(t.size[1] - o.size[1]),
        ),
      }))
      .sort((p, q) => p.off - q.off)[0];
    if (near && near.off <= TWIN) return [];
    const twin = near && near.id !== o.id && near.off < 0.5 ? near : null;
    return [{ id: o.id, name: o.name, face: o.face.name, twin }];
  });
}

const FAR = 1000;

/** Area of a local outline left of the axis, of all of it, true m². */
function leftArea(setting: Setting, face: SettingFace, outline: readonly Vec2[]): [left: number, whole: number] {
  const whole = Math.abs(outlineArea(outline)) * faceStretch(face);
  const half = (from: number, to: number): Vec2[] => [
    [from, -FAR],
    [to, -FAR],
    [to, FAR],
    [from, FAR],
  ];
  let part: Vec2[];
  if (face.foot) {
    const [right, left] = face.foot;
    const run = right[0] - left[0];
    if (Math.abs(run) < 1e-9) return [left[0] < setting.axis ? whole : 0, whole];
    const u = ((setting.axis - left[0]) / run) * face.length;
    part = run > 0 ? half(-FAR, u) : half(u, FAR);
  } else {
    part = half(-FAR, setting.axis);
  }
  return [Math.abs(outlineArea(clipConvex(outline, part))) * faceStretch(face), whole];
}

/** Absorption left and right of the axis per octave by thing. */
function sidesOf(setting: Setting): { what: string; left: number[]; right: number[] }[] {
  const surfaces = stretchesOf(setting).map((s) => {
    const part = s.face.parts.find((t) => t.id === s.id);
    const [left, whole] = part
      ? leftArea(setting, s.face, part.outline)
      : s.face.parts.reduce<[number, number]>(
          ([l, w], t) => {
            const [pl, pw] = leftArea(setting, s.face, t.outline);
            return [l - pl, w - pw];
          },
          leftArea(setting, s.face, faceOutline(s.face)),
        );
    const share = whole > 1e-9 ? Math.min(1, Math.max(0, left / whole)) : 0;
    const wall = s.face.kind === 'wall' ? ' wall' : '';
    return {
      what: part ? `${s.name} (${s.material.name})` : `${s.name}${wall} (${s.material.name})`,
      left: s.material.alpha.map((a) => a * s.area * share),
      right: s.material.alpha.map((a) => a * s.area * (1 - share)),
    };
  });
  const things = setting.objects.map((o) => {
    const whole = Math.abs(outlineArea(o.outline));
    const left = clipConvex(o.outline, [
      [-FAR, -FAR],
      [setting.axis, -FAR],
      [setting.axis, FAR],
      [-FAR, FAR],
    ]);
    const share = Math.abs(outlineArea(left)) / whole;
    return {
      what: o.name,
      left: o.absorption.map((a) => a * share),
      right: o.absorption.map((a) => a * (1 - share)),
    };
  });
  return [...surfaces, ...things];
}

function largestOf(
  things: readonly { what: string; left: number[]; right: number[] }[],
  left: readonly number[],
  right: readonly number[],
): SymmetryResult['largest'] {
  const band = OCTAVES.reduce<number>(
    (best, _, b) => (Math.abs(left[b]! - right[b]!) > Math.abs(left[best]! - right[best]!) ? b : best),
    0,
  );
  const difference = left[band]! - right[band]!;
  if (Math.abs(difference) < 1e-6) return null;
  const sign = Math.sign(difference);
  const excess = (t: { left: number[]; right: number[] }) => sign * (t.left[band]! - t.right[band]!);
  const cause = things.reduce((best, t) => (excess(t) > excess(best) ? t : best));
  return {
    octave: OCTAVES[band]!,
    difference: Math.abs(difference),
    side: difference > 0 ? 'left' : 'right',
    what: cause.what,
  };
}

/** It is about the room alone: head and loudspeakers may move. */
const kept = createKept<Study<SymmetryResult>>();

/** The report. Cheap: runs on the page. */
export const studySymmetry = (setting: Setting): Study<SymmetryResult> =>
  kept(setting.room, null, () => compareSides(setting));

function compareSides(setting: Setting): Study<SymmetryResult> {
  const things = sidesOf(setting);
  const sum = (side: 'left' | 'right') => OCTAVES.map((_, b) => things.reduce((total, t) => total + t[side][b]!, 0));
  const [left, right] = [sum('left'), sum('right')];
  const result: SymmetryResult = {
    ...widthOf(setting),
    ceiling: ceilingOf(setting),
    openings: oddOpenings(setting),
    left,
    right,
    largest: largestOf(things, left, right),
  };
  const working: Working[] = [
    {
      id: 'symmetry-width',
      title: 'Half widths left and right of the listening axis',
      formula: 'd(y) = |x₀ − left(y)| − |right(y) − x₀|, largest over y',
      symbols: [
        {
          symbol: 'x₀',
          meaning: 'listening axis from the left, middle of the faced wall',
          value: setting.axis,
          unit: 'm',
        },
        { symbol: 'y', meaning: 'where it is largest, from the front wall', value: result.width.at, unit: 'm' },
        { symbol: 'Δy', meaning: 'distance between the lines compared', value: STEP, unit: 'm' },
      ],
      result: { symbol: 'd', meaning: `wider on the ${result.width.wider}`, value: result.width.difference, unit: 'm' },
      source: 'Geometry of the plan; every 2 cm along the axis.',
      validity: 'Shape only, at the plan; furniture is not counted as wall.',
    },
  ];
  return { result, issues: [], working };
}
