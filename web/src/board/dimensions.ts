/** Dimension lines from the datum to the chosen thing; the room's own when nothing is chosen. Pure. */
import { formatLength } from '@tawny/core/quantities/lengths';
import { tapeFrom } from '@tawny/core/room/tapes';
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

  /** From the wall in front down to a place `at` m behind the datum, right of the plan. */
  const fromFront = (metres: number, at = metres): Dimension => {
    const x = plan.x + room.width * plan.scale + 10;
    const y1 = plan.y + (at - metres) * plan.scale;
    const y2 = plan.y + at * plan.scale;
    return { x1: x, y1, x2: x, y2, text: figure(metres), tx: x + 4, ty: (y1 + y2) / 2 + 4, anchor: 'start' };
  };
  /** From the wall at the left across to a place `at` m right of the datum, under the plan. */
  const fromLeft = (metres: number, at = metres): Dimension => {
    const y = plan.y + (room.length - room.ahead) * plan.scale + 10;
    const x1 = plan.x + (at - metres) * plan.scale;
    const x = plan.x + at * plan.scale;
    return {
      x1,
      y1: y,
      x2: x,
      y2: y,
      text: figure(metres),
      tx: (x1 + x) / 2,
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
      // A quarter up: about half height lie the ears' line and the tape on it.
      ty: floor - (floor - y) / 4,
      anchor: 'start',
    };
  };

  const mark = selected?.kind === 'mark' ? scene.marks.find((m) => m.id === selected.id) : undefined;
  if (mark) {
    const list = mark.tape.flatMap((t) =>
      t.from === 'front'
        ? [fromFront(t.metres, mark.at[1])]
        : t.from === 'left'
          ? [fromLeft(t.metres, mark.at[0])]
          : [],
    );
    const tape = planOnly ? undefined : stripTape(setting, [mark], strip)[0];
    if (tape) list.push(fromFloor(mark.at[2], tape.x + 17));
    return list;
  }
  const speaker = selected?.kind === 'loudspeaker' ? setting.loudspeakers.find((l) => l.id === selected.id) : undefined;
  const at = selected?.kind === 'head' ? setting.head : speaker?.at;
  if (at) {
    const place = [at[0], at[1]] as const;
    return [
      fromFront(tapeFrom(setting, place, 'front').metres, at[1]),
      fromLeft(tapeFrom(setting, place, 'left').metres, at[0]),
    ];
  }
  if (scene.field || scene.editPlan) return planOnly || !scene.editPlan ? [] : [fromFloor(room.height, strip.x + 14)];
  return [
    fromFront(room.length, room.length - room.ahead),
    fromLeft(room.width),
    ...(planOnly ? [] : [fromFloor(room.height, strip.x + 14)]),
  ];
}
