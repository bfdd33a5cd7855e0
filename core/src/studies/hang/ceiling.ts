/** Clouds and panels under a ceiling: one group about the listening axis, over the way from the loudspeakers to the head. */
import { type Box, boundsOf, freeStretches, overlapping } from '../../geometry/clip';
import { faceOutline, faceStretch } from '../../geometry/unfold';
import { standoffOf } from '../../recipes/curve';
import { canCover } from '../../recipes/kind';
import { type KeepOut, keepOutsOn } from '../../room/hung/keepOuts';
import type { Setting, SettingFace } from '../../room/setting';
import type { LaidPiece, Wanted, ZoneOn } from './types';

/** Places along the room a group is tried at, m apart. */
const STEP = 0.05;

export interface GroupAnswer {
  pieces: LaidPiece[];
  left: number;
}

/** Middle between the main pair's fronts and the ears along the room, m from the wall faced. */
export function overTheWay(setting: Setting): number {
  const mains = setting.loudspeakers.filter((l) => l.role === 'main');
  const from = mains.length > 0 ? mains.reduce((s, l) => s + l.at[1], 0) / mains.length : setting.head[1];
  return (from + setting.head[1]) / 2;
}

/** The group of so many of one kind that covers most zones, then lies nearest over the way; fewer where all do not fit. */
export function groupOn(
  setting: Setting,
  face: SettingFace,
  wanted: Wanted,
  zones: readonly ZoneOn[],
  gap: number,
): GroupAnswer {
  const outline = faceOutline(face);
  const bounds = boundsOf(outline);
  const keepOuts = keepOutsOn(setting, face, standoffOf(wanted.recipe));
  const stretch = faceStretch(face);
  // On the plan of a slope a piece keeps its own size (room/pieces.ts): more than it takes there, never less.
  const flat = wanted.size;
  const turns = flat.width === flat.height ? [flat] : [flat, { width: flat.height, height: flat.width }];
  const goal = overTheWay(setting);
  // A cloud covers as a panel of the same layers does.
  const covers = canCover({ ...wanted.recipe, form: 'flat' });
  // About the axis; on a slope beside it about the slope's own middle.
  const abouts = [setting.axis, (bounds.left + bounds.right) / 2];
  for (let count = wanted.count; count > 0; count--)
    for (const about of abouts) {
      let best: { boxes: Box[]; covered: number; away: number; rows: number } | null = null;
      for (const size of turns)
        for (let columns = 1; columns <= count; columns++) {
          const rows = Math.ceil(count / columns);
          // A last row less than half full is no group.
          if (rows > 1 && count % columns !== 0 && count % columns < columns / 2) continue;
          const deep = rows * size.height + (rows - 1) * gap;
          for (const middle of middlesAlong(bounds, deep, goal)) {
            const boxes = grid(about, middle, columns, count, size, gap);
            if (!boxes.every((b) => liesFree(outline, keepOuts, b, gap))) continue;
            const covered = covers ? heldBy(boxes, zones).length : 0;
            const away = Math.abs(middle - goal);
            const beats =
              !best ||
              covered > best.covered ||
              (covered === best.covered && (away < best.away - 1e-9 || (away < best.away + 1e-9 && rows < best.rows)));
            if (beats) best = { boxes, covered, away, rows };
          }
        }
      if (!best) continue;
      const pieces = best.boxes.map((b): LaidPiece => ({
        face: face.id,
        recipe: wanted.recipe.id,
        left: b.left,
        low: b.low,
        width: (b.right - b.left) / stretch,
        height: (b.high - b.low) / stretch,
        covers: covers ? heldBy([b], zones).map((z) => z.mark) : [],
        decided: wanted.decided,
      }));
      return { pieces, left: wanted.count - count };
    }
  return { pieces: [], left: wanted.count };
}

/** Nearest to the goal first. */
function middlesAlong(bounds: Box, deep: number, goal: number): number[] {
  const [first, last] = [bounds.low + deep / 2, bounds.high - deep / 2];
  if (last < first) return [];
  const nearest = Math.min(Math.max(goal, first), last);
  const count = Math.floor((last - first) / STEP);
  return [nearest, ...Array.from({ length: count + 1 }, (_, i) => first + i * STEP)].sort(
    (a, b) => Math.abs(a - goal) - Math.abs(b - goal) || a - b,
  );
}

/** Rows of so many columns about the axis; a last row that is short lies in the middle. */
function grid(
  axis: number,
  middle: number,
  columns: number,
  count: number,
  { width, height }: { width: number; height: number },
  gap: number,
): Box[] {
  const rows = Math.ceil(count / columns);
  const top = middle - (rows * height + (rows - 1) * gap) / 2;
  return Array.from({ length: count }, (_, i) => {
    const row = Math.floor(i / columns);
    const inRow = row === rows - 1 ? count - row * columns : columns;
    const left = axis - (inRow * width + (inRow - 1) * gap) / 2 + (i % columns) * (width + gap);
    const low = top + row * (height + gap);
    return { left, low, right: left + width, high: low + height };
  });
}

function liesFree(outline: Parameters<typeof freeStretches>[0], keepOuts: readonly KeepOut[], box: Box, gap: number) {
  const wide = { left: box.left - gap, low: box.low - gap, right: box.right + gap, high: box.high + gap };
  if (keepOuts.some((k) => overlapping(k, wide))) return false;
  return freeStretches(outline, [], box.low, box.high).some(
    ([from, to]) => from <= box.left + 1e-6 && to >= box.right - 1e-6,
  );
}

const heldBy = (boxes: readonly Box[], zones: readonly ZoneOn[]): ZoneOn[] =>
  zones.filter((z) =>
    boxes.some(
      (b) => b.left <= z.from + 1e-9 && b.right >= z.to - 1e-9 && b.low <= z.low + 1e-9 && b.high >= z.high - 1e-9,
    ),
  );
