/** One gesture: press, move, let go. Moves are handed on once a frame; Escape or a lost pointer gives up. */
import type { Move } from '../types';

export interface DragHooks {
  /** Client px → metres where the thing moves. */
  toRoom(clientX: number, clientY: number): [number, number];
  /** px a metre there. */
  scale: number;
  onMove(move: Move): void;
  onDrop(move: Move): void;
  onCancel(): void;
}

/** A press that travels less than this (px) is a click, not a drag. */
const SLACK = 3;

export function startDrag(
  event: PointerEvent,
  what: Pick<Move, 'kind' | 'id'>,
  from: readonly [number, number],
  hooks: DragHooks,
): void {
  if (event.button !== 0) return;
  event.preventDefault();
  const grip = hooks.toRoom(event.clientX, event.clientY);
  const offset: [number, number] = [from[0] - grip[0], from[1] - grip[1]];
  let latest: Move | null = null;
  let frame = 0;

  const moveTo = (e: PointerEvent): Move => {
    const [x, y] = hooks.toRoom(e.clientX, e.clientY);
    return { ...what, to: [x + offset[0], y + offset[1]], from, scale: hooks.scale };
  };
  const onPointerMove = (e: PointerEvent): void => {
    if (e.pointerId !== event.pointerId) return;
    if (latest === null && Math.hypot(e.clientX - event.clientX, e.clientY - event.clientY) < SLACK) return;
    latest = moveTo(e);
    frame ||= requestAnimationFrame(() => {
      frame = 0;
      if (latest) hooks.onMove(latest);
    });
  };
  const end = (): void => {
    cancelAnimationFrame(frame);
    removeEventListener('pointermove', onPointerMove);
    removeEventListener('pointerup', onUp);
    removeEventListener('pointercancel', onLost);
    removeEventListener('keydown', onKey);
  };
  const onUp = (e: PointerEvent): void => {
    if (e.pointerId !== event.pointerId) return;
    end();
    if (latest) hooks.onDrop(moveTo(e));
  };
  const onLost = (): void => {
    end();
    hooks.onCancel();
  };
  const onKey = (e: KeyboardEvent): void => {
    if (e.key === 'Escape') onLost();
  };
  addEventListener('pointermove', onPointerMove);
  addEventListener('pointerup', onUp);
  addEventListener('pointercancel', onLost);
  addEventListener('keydown', onKey);
}

/** Metres an arrow key moves by: 1 cm, with Shift 10 cm, with Alt 1 mm; null for other keys. */
export function nudgeOf(event: KeyboardEvent): [number, number] | null {
  const step = event.altKey ? 0.001 : event.shiftKey ? 0.1 : 0.01;
  switch (event.key) {
    case 'ArrowLeft':
      return [-step, 0];
    case 'ArrowRight':
      return [step, 0];
    case 'ArrowUp':
      return [0, -step];
    case 'ArrowDown':
      return [0, step];
    default:
      return null;
  }
}
