/** Where everything of a scene lies on the board, in px. Pure: scene and layout in, places out. */
import { localToStrip, wallStrip } from '@tawny/core/geometry/unfold';
import type { Mark } from '@tawny/core/studies/marks';
import type { Setting } from '@tawny/core/studies/setting';
import { type BoardLayout, onSheet, type RoomExtent, type Sheet } from './layout';
import type { BoardPanel } from './types';

export interface PlacedTape {
  mark: Mark;
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface PlacedRect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Largest sizes of the room in the listener's frame, m. */
export function roomExtent(setting: Setting): RoomExtent {
  const ys = setting.solid.plan.map((c) => c.at[1]);
  const ahead = Math.max(0, -Math.min(...ys));
  return {
    width: Math.max(...setting.solid.plan.map((c) => c.at[0])),
    length: Math.max(...ys) + ahead,
    ahead,
    height: setting.solid.height,
    around: wallStrip(setting.solid).reduce((sum, w) => sum + w.length, 0),
  };
}

/** Marks on the walls of the strip. Floors, things and upright sides of beams are drawn where the plan shows them. */
const onWall = (m: Mark) => m.kind === 'wall';

/** Place of a point of a wall on the strip. */
function stripPoint(setting: Setting, strip: Sheet, wall: string, local: readonly [number, number]): [number, number] {
  const place = wallStrip(setting.solid).find((w) => w.wall === wall)!;
  return onSheet(strip, localToStrip(place, setting.solid.height, local));
}

export function outlinePoints(setting: Setting, sheet: Sheet): string {
  return setting.solid.plan.map((c) => onSheet(sheet, c.at).join(',')).join(' ');
}

/** Tape on the walls as the plan shows it: edge-on, along the wall. */
export function planTape(setting: Setting, marks: readonly Mark[], plan: Sheet): PlacedTape[] {
  return marks.filter(onWall).map((mark) => {
    const [x, y] = onSheet(plan, [mark.at[0], mark.at[1]]);
    const { side } = setting.faces.find((f) => f.id === mark.face)!;
    const upright = side === 'left' || side === 'right';
    return { mark, x, y, width: upright ? 7 : 24, height: upright ? 24 : 7 };
  });
}

/** Tape on floor or ceiling, seen flat. */
export function flatTape(marks: readonly Mark[], where: 'plan' | 'ceiling', sheet: Sheet): PlacedTape[] {
  const here = where === 'ceiling' ? ['ceiling'] : ['floor', 'thing', 'riser'];
  return marks
    .filter((m) => here.includes(m.kind))
    .map((mark) => {
      const [x, y] = onSheet(sheet, [mark.at[0], mark.at[1]]);
      return { mark, x, y, width: 25, height: 19 };
    });
}

/** Tape on the wall strip. Close neighbours get narrower strips, so that no letter is hidden. */
export function stripTape(setting: Setting, marks: readonly Mark[], strip: Sheet): PlacedTape[] {
  const height = 22;
  const list = marks.filter(onWall).map((mark) => {
    const [x, y] = stripPoint(setting, strip, mark.face, mark.local);
    return { mark, x, y };
  });
  return list.map((t) => {
    const gaps = list
      .filter((o) => o !== t && o.mark.face === t.mark.face && Math.abs(o.y - t.y) < height)
      .map((o) => Math.abs(o.x - t.x));
    return { ...t, width: Math.max(11, Math.min(24, ...gaps)), height };
  });
}

/** The way of each reflection over the plan. */
export function soundPaths(marks: readonly Mark[], plan: Sheet): { mark: Mark; d: string }[] {
  return marks.map((mark) => ({
    mark,
    d: `M${mark.path.map((p) => onSheet(plan, [p[0], p[1]]).join(' ')).join('L')}`,
  }));
}

const isWall = (setting: Setting, face: string) => setting.faces.some((f) => f.id === face && f.kind === 'wall');

/** Panels on the walls of the strip, or on the ceiling. */
export function placedPanels(
  setting: Setting,
  panels: readonly BoardPanel[],
  layout: BoardLayout,
  where: 'walls' | 'ceiling',
): (PlacedRect & { depth: number })[] {
  return panels
    .filter(
      (p) => (where === 'walls') === isWall(setting, p.face) && (where === 'walls' || p.face.startsWith('ceiling')),
    )
    .map((p) => {
      const sheet = where === 'walls' ? layout.strip : layout.ceiling;
      const [x, y] =
        where === 'walls'
          ? stripPoint(setting, sheet, p.face, [p.left, p.low + p.height])
          : onSheet(sheet, [p.left, p.low]);
      return { x, y, width: p.width * sheet.scale, height: p.height * sheet.scale, depth: p.depth };
    });
}
