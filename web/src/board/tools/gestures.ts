/** Presses and arrow keys on what the board shows, as moves in the room. */
import type { Ref } from 'vue';
import { stripToLocal, wallStrip } from '@tawny/core/geometry/unfold';
import { offSheet, type Sheet } from '../layout';
import type { BoardScene, Move, MoveKind } from '../types';
import { nudgeOf, startDrag } from './drag';

type At = readonly [number, number];
type What = Pick<Move, 'kind' | 'id'>;

export interface Gestures {
  svg: Ref<SVGSVGElement | null>;
  scene: () => BoardScene;
  plan: () => Sheet;
  strip: () => Sheet;
  /** A drag begins, or has ended. */
  hold: (held: boolean) => void;
  on: {
    moving: (move: Move) => void;
    moved: (move: Move) => void;
    nudged: (move: Move) => void;
    cancelled: () => void;
  };
}

export function useGestures({ svg, scene, plan, strip, hold, on }: Gestures) {
  function drag(event: PointerEvent, what: What, from: At, toRoom: (px: At) => [number, number], scale: number): void {
    hold(true);
    startDrag(event, what, from, {
      toRoom: (x, y) => {
        const box = svg.value!.getBoundingClientRect();
        return toRoom([x - box.left, y - box.top]);
      },
      scale,
      onMove: on.moving,
      onDrop: (move) => {
        hold(false);
        on.moved(move);
      },
      onCancel: () => {
        hold(false);
        on.cancelled();
      },
    });
  }
  /** Something on the plan. */
  const press = (event: PointerEvent, what: What, from: At): void => {
    const sheet = plan();
    drag(event, what, from, (px) => offSheet(sheet, px), sheet.scale);
  };
  /** A door, window, patch or piece along and up its wall. */
  const pressPart = (event: PointerEvent, wall: string, id: string, from: At): void => {
    const { solid } = scene().setting;
    const place = wallStrip(solid).find((w) => w.wall === wall)!;
    const sheet = strip();
    const toWall = (px: At): [number, number] => [...stripToLocal(place, solid.height, offSheet(sheet, px))];
    drag(event, { kind: 'part', id }, from, toWall, sheet.scale);
  };
  /** `up`: on a wall, where the up arrow raises. */
  const key = (event: KeyboardEvent, kind: MoveKind, id: string, from: At, up = false): void => {
    const by = nudgeOf(event);
    if (!by) return;
    event.preventDefault();
    const to = [from[0] + by[0], from[1] + (up ? -by[1] : by[1])] as const;
    on.nudged({ kind, id, from, scale: plan().scale, to });
  };
  return { press, pressPart, key };
}
