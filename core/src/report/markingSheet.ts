/** The marking sheet: what to take into the room, one block a surface, and what was met there against what was computed. */
import { cross, dot, type Vec2, type Vec3 } from '../geometry/vector';
import type { SiteMark } from '../document/schema/project';
import { mirrorPoint, movedPlane } from '../physics/reflections/zones';
import type { Mark, MarksResult } from '../studies/marks/study';
import type { FacePart } from '../room/faceParts';
import type { Setting } from '../room/setting';
import { tapesFor } from '../room/tapes';
import { targetsOf } from '../room/mirrors';

export interface SheetBlock {
  /** Surface the marks are on. */
  id: string;
  name: string;
  kind: Mark['kind'];
  /** The surface in its own coordinates; walls: along and up, others: plan. */
  outline: readonly Vec2[];
  parts: readonly { name: string; kind: FacePart['kind']; outline: readonly Vec2[] }[];
  pieces: readonly { name: string; kind: string; outline: readonly Vec2[] }[];
  marks: Mark[];
}

/** Blocks in walking order from the faced wall, then floor, ceiling, beams; furniture last. Loudest mark first in each. */
export function sheetBlocks(setting: Setting, { marks }: MarksResult): SheetBlock[] {
  return targetsOf(setting.room).flatMap((t): SheetBlock[] => {
    const own = marks.filter((m) => m.face === t.id);
    if (own.length === 0) return [];
    return [
      {
        id: t.id,
        name: t.name,
        kind: t.kind,
        outline: t.outline,
        parts: t.face?.parts ?? [],
        pieces: setting.placed
          .filter((p) => p.face === t.id)
          .map(({ name, kind, outline }) => ({ name, kind, outline })),
        marks: own,
      },
    ];
  });
}

/** Marks in the order of the blocks: the way one walks. */
export function walkingOrder(setting: Setting, result: MarksResult): Mark[] {
  return sheetBlocks(setting, result).flatMap((b) => b.marks);
}

export interface Observed {
  mark: Mark;
  /** Found minus computed, m. */
  difference: [first: number, second: number];
}

/** Observed places that differ by less are what a tape and a mirror leave, m. */
export const AS_COMPUTED = 0.015;

export interface SiteVerdict {
  observed: Observed[];
  /** Root of the mean square difference, m; null when nothing was found. */
  spread: number | null;
  /**
   * What several marks together say. "seat": a seat moved by `shift` (listener's frame, m) explains most of it; "square": no move
   * of the seat does, so a wall or a datum is not where the plan has it; "alike": as computed; "few": too few to say.
   */
  says: 'few' | 'alike' | 'seat' | 'square';
  shift: Vec3 | null;
  /** What is left when the seat is moved so, m. */
  left: number | null;
}

/** Marks needed before they are said to agree. */
const ENOUGH = 3;
/** A step of the head to see how its marks move, m. */
const STEP = 0.01;
/** The part of the mean square a moved seat must explain. */
const EXPLAINED = 0.7;

/** How the two tapes of a mark change with the head, per metre in x, y and z; null when it is lost. */
function tapeSlopes(setting: Setting, mark: Mark): [Vec3, Vec3] | null {
  const target = targetsOf(setting.room).find((t) => t.id === mark.face);
  const l = setting.loudspeakers.find((s) => s.id === mark.loudspeaker);
  if (!target || !l) return null;
  const plane = movedPlane(target.plane, mark.standoff);
  const tapesAt = (head: Vec3): [number, number] | null => {
    const at = mirrorPoint(plane, l.at, head);
    if (!at) return null;
    const [a, b] = tapesFor(setting, target.face, target.toRoom(target.toLocal(at), 0));
    return [a.metres, b.metres];
  };
  const slopes: [number[], number[]] = [[], []];
  for (let axis = 0; axis < 3; axis++) {
    const [less, more] = [-STEP, STEP].map((by) =>
      tapesAt(setting.head.map((v, i) => v + (i === axis ? by : 0)) as unknown as Vec3),
    );
    if (!less || !more) return null;
    slopes[0].push((more[0] - less[0]) / (2 * STEP));
    slopes[1].push((more[1] - less[1]) / (2 * STEP));
  }
  return slopes as unknown as [Vec3, Vec3];
}

/** Solves a symmetric 3 × 3 system by Cramer's rule; null when it is singular. */
function solve3(rows: readonly [Vec3, Vec3, Vec3], right: Vec3): Vec3 | null {
  const [a, b, c] = [0, 1, 2].map((i): Vec3 => [rows[0][i]!, rows[1][i]!, rows[2][i]!]) as [Vec3, Vec3, Vec3];
  const det = dot(a, cross(b, c));
  if (Math.abs(det) < 1e-12) return null;
  return [dot(right, cross(b, c)) / det, dot(a, cross(right, c)) / det, dot(a, cross(b, right)) / det];
}

/**
 * What was found on site against what was computed: least squares of a moved seat over all observed tapes, with a small pull to no
 * move, so that a direction nobody measured stays put.
 */
export function siteVerdict(
  setting: Setting,
  result: MarksResult,
  site: Readonly<Record<string, Pick<SiteMark, 'found'>>>,
): SiteVerdict {
  const observed = walkingOrder(setting, result).flatMap((mark): Observed[] => {
    const found = site[mark.id]?.found;
    if (!found) return [];
    return [{ mark, difference: [found.first - mark.tape[0].metres, found.second - mark.tape[1].metres] }];
  });
  const rms = (values: readonly number[]) => Math.sqrt(values.reduce((s, v) => s + v * v, 0) / values.length);
  const all = observed.flatMap((o) => o.difference);
  if (all.length === 0) return { observed, spread: null, says: 'few', shift: null, left: null };
  const spread = rms(all);
  if (observed.length < ENOUGH) return { observed, spread, says: 'few', shift: null, left: null };
  if (spread < AS_COMPUTED) return { observed, spread, says: 'alike', shift: null, left: null };
  const equations = observed.flatMap((o) => {
    const slopes = tapeSlopes(setting, o.mark);
    return slopes ? slopes.map((row, i) => ({ row, by: o.difference[i]! })) : [];
  });
  const pull = 1e-3;
  const normal = [0, 1, 2].map((i) =>
    [0, 1, 2].map((k) => equations.reduce((s, e) => s + e.row[i]! * e.row[k]!, i === k ? pull : 0)),
  ) as unknown as [Vec3, Vec3, Vec3];
  const right = [0, 1, 2].map((i) => equations.reduce((s, e) => s + e.row[i]! * e.by, 0)) as unknown as Vec3;
  const shift = solve3(normal, right);
  if (!shift) return { observed, spread, says: 'square', shift: null, left: null };
  const left = rms(equations.map((e) => e.by - dot(e.row, shift)));
  const explained = 1 - (left / spread) ** 2;
  return { observed, spread, says: explained >= EXPLAINED ? 'seat' : 'square', shift, left };
}
