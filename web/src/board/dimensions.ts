/** Dimension lines from the datum to the chosen thing; the room's own when nothing is chosen. Pure. */
import { formatLength } from '@tawny/core/quantities/lengths';
import type { BoardLayout, RoomExtent } from './layout';
import { stripTape } from './placements';
import type { BoardScene } from './types';

export interface Dimension {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  text: string;
  tx: number;
  ty: number;
  anchor: 'start' | 'middle';
}

export function dimensionsOf(scene: BoardScene, layout: BoardLayout, room: RoomExtent, planOnly: boolean): Dimension[] {
  const { plan, strip } = layout;
  const { setting, selected } = scene;
  const figure = (metres: number) => formatLength(metres, scene.system).value;

  /** From the front wall down to a place, right of the plan. */
  const fromFront = (metres: number): Dimension => {
    const x = plan.x + room.width * plan.scale + 10;
    const y = plan.y + metres * plan.scale;
    const ty = (plan.y + y) / 2 + 4;
    return { x1: x, y1: plan.y, x2: x, y2: y, text: figure(metres), tx: x + 4, ty, anchor: 'start' };
  };
  /** From the left wall across to a place, under the plan. */
  const fromLeft = (metres: number): Dimension => {
    const y = plan.y + room.length * plan.scale + 10;
    const x = plan.x + metres * plan.scale;
    return {
      x1: plan.x,
      y1: y,
      x2: x,
      y2: y,
      text: figure(metres),
      tx: (plan.x + x) / 2,
      ty: y + 13,
      anchor: 'middle',
    };
  };
  /** Up from the floor, on the strip. */
  const fromFloor = (metres: number, x: number): Dimension => {
    const floor = strip.y + room.height * strip.scale;
    const y = floor - metres * strip.scale;
    return {
      x1: x,
      y1: y,
      x2: x,
      y2: floor,
      text: figure(metres),
      tx: x + 4,
      ty: (y + floor) / 2 + 8,
      anchor: 'start',
    };
  };

  const mark = selected?.kind === 'mark' ? scene.marks.find((m) => m.id === selected.id) : undefined;
  if (mark) {
    const { side } = setting.faces.find((f) => f.id === mark.face) ?? { side: 'floor' };
    const list: Dimension[] = [];
    if (side !== 'front' && side !== 'rear') list.push(fromFront(mark.at[1]));
    if (side !== 'left' && side !== 'right') list.push(fromLeft(mark.at[0]));
    const tape = planOnly ? undefined : stripTape(setting, [mark], strip)[0];
    if (tape) list.push(fromFloor(mark.at[2], tape.x + 17));
    return list;
  }
  const speaker = selected?.kind === 'loudspeaker' ? setting.loudspeakers.find((l) => l.id === selected.id) : undefined;
  const at = selected?.kind === 'head' ? setting.head : speaker?.at;
  if (at) return [fromFront(at[1]), fromLeft(at[0])];
  if (scene.field || scene.editPlan) return planOnly || !scene.editPlan ? [] : [fromFloor(room.height, strip.x + 14)];
  return [fromFront(room.length), fromLeft(room.width), ...(planOnly ? [] : [fromFloor(room.height, strip.x + 14)])];
}
