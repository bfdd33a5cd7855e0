/** Where everything of a scene lies on the board, in px. Pure: scene and layout in, places out. */
import { localToStrip, wallStrip } from '@tawny/core/geometry/unfold';
import type { Mark } from '@tawny/core/studies/marks/study';
import type { RoomSetting } from '@tawny/core/room/setting';
import { type BoardLayout, onSheet, type RoomExtent, type Sheet } from './layout';
import type { BoardPanel } from './types';

export interface PlacedTape {
  mark: Mark;
  x: number;
  y: number;
  width: number;
  height: number;
  /** The zone to scale, "x,y x,y …"; empty where it is seen edge-on. */
  outline: string;
}

export interface PlacedRect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Largest sizes of the room in the listener's frame, m. */
export function roomExtent(setting: RoomSetting): RoomExtent {
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
function stripPoint(
  setting: RoomSetting,
  strip: Sheet,
  wall: string,
  local: readonly [number, number],
): [number, number] {
  const place = wallStrip(setting.solid).find((w) => w.wall === wall)!;
  return onSheet(strip, localToStrip(place, setting.solid.height, local));
}

export function outlinePoints(setting: RoomSetting, sheet: Sheet): string {
  return setting.solid.plan.map((c) => onSheet(sheet, c.at).join(',')).join(' ');
}

/** Smallest strips of tape that can be seen and hit, px. */
const LEAST = { edge: 14, width: 22, height: 18 } as const;

const spanOf = (values: readonly number[]) => ({ low: Math.min(...values), high: Math.max(...values) });

/** Tape on the walls as the plan shows it: edge-on, as long as the zone. */
export function planTape(setting: RoomSetting, marks: readonly Mark[], plan: Sheet): PlacedTape[] {
  return marks.filter(onWall).map((mark) => {
    const { side } = setting.faces.find((f) => f.id === mark.face)!;
    const upright = side === 'left' || side === 'right';
    const { low, high } = spanOf(mark.zone.room.map((p) => p[upright ? 1 : 0]));
    const middle = upright ? [mark.at[0], (low + high) / 2] : [(low + high) / 2, mark.at[1]];
    const [x, y] = onSheet(plan, [middle[0]!, middle[1]!]);
    const long = Math.max(LEAST.edge, (high - low) * plan.scale);
    return { mark, x, y, width: upright ? 7 : long, height: upright ? long : 7, outline: '' };
  });
}

const pointsOf = (points: readonly (readonly [number, number])[]) => points.map((p) => p.join(',')).join(' ');

/** A strip over a zone drawn in px: as large as the zone, or as large as a letter needs. */
function stripOver(points: readonly (readonly [number, number])[]): Omit<PlacedTape, 'mark'> {
  const [xs, ys] = [spanOf(points.map((p) => p[0])), spanOf(points.map((p) => p[1]))];
  return {
    x: (xs.low + xs.high) / 2,
    y: (ys.low + ys.high) / 2,
    width: Math.max(LEAST.width, xs.high - xs.low),
    height: Math.max(LEAST.height, ys.high - ys.low),
    outline: pointsOf(points),
  };
}

/** Tape on floor or ceiling, seen flat. */
export function flatTape(marks: readonly Mark[], where: 'plan' | 'ceiling', sheet: Sheet): PlacedTape[] {
  const here = where === 'ceiling' ? ['ceiling'] : ['floor', 'thing', 'riser', 'board'];
  return marks
    .filter((m) => here.includes(m.kind))
    .map((mark) => ({ mark, ...stripOver(mark.zone.room.map((p) => onSheet(sheet, [p[0], p[1]]))) }));
}

/** Tape on the wall strip. Close neighbours get narrower strips, so that no letter is hidden. */
export function stripTape(setting: RoomSetting, marks: readonly Mark[], strip: Sheet): PlacedTape[] {
  const list = marks.filter(onWall).map((mark) => ({
    mark,
    ...stripOver(mark.zone.outline.map((p) => stripPoint(setting, strip, mark.face, p))),
  }));
  return list.map((t) => {
    const gaps = list
      .filter((o) => o !== t && o.mark.face === t.mark.face && Math.abs(o.y - t.y) < LEAST.height)
      .map((o) => Math.abs(o.x - t.x));
    return { ...t, width: Math.max(11, Math.min(t.width, ...gaps)) };
  });
}

/** With more ways than this over the plan only chosen ones are drawn. */
const MOST_WAYS = 24;

/** The way of each reflection over the plan. */
export function soundPaths(
  marks: readonly Mark[],
  plan: Sheet,
  wanted: readonly (string | null)[],
): { mark: Mark; d: string }[] {
  const shown = marks.length > MOST_WAYS ? marks.filter((m) => wanted.includes(m.id)) : marks;
  return shown.map((mark) => ({
    mark,
    d: `M${mark.path.map((p) => onSheet(plan, [p[0], p[1]]).join(' ')).join('L')}`,
  }));
}

const isWall = (setting: RoomSetting, face: string) => setting.faces.some((f) => f.id === face && f.kind === 'wall');

export interface PlacedPanelRect extends PlacedRect {
  panel: BoardPanel;
}

/** Panels on the walls of the strip, or on the ceiling. */
export function placedPanels(
  setting: RoomSetting,
  panels: readonly BoardPanel[],
  layout: BoardLayout,
  where: 'walls' | 'ceiling',
): PlacedPanelRect[] {
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
      return { x, y, width: p.width * sheet.scale, height: p.height * sheet.scale, panel: p };
    });
}
