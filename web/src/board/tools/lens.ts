/** Zoom and pan of one board by wheel, keys and pushing its empty ground. */
import { ref, type Ref } from 'vue';
import { FITTED, panned, type View, zoomed } from '../view';

const LARGER = 1.25;
const PUSH = 40; // px an arrow key pushes by
const WHEEL = 400; // px of wheel for a factor e

export function useLens(svg: Ref<SVGSVGElement | null>, size: Ref<{ width: number; height: number }>) {
  const view = ref<View>(FITTED);

  function zoomBy(factor: number): void {
    view.value = zoomed(view.value, factor, [size.value.width / 2, size.value.height / 2]);
  }

  return {
    view,
    larger: () => zoomBy(LARGER),
    smaller: () => zoomBy(1 / LARGER),
    fit: () => (view.value = FITTED),

    /** Only with Ctrl or Command: the plain wheel scrolls. */
    onWheel(event: WheelEvent): void {
      if (!event.ctrlKey && !event.metaKey) return;
      event.preventDefault();
      const box = svg.value!.getBoundingClientRect();
      const at = [event.clientX - box.left, event.clientY - box.top] as const;
      view.value = zoomed(view.value, Math.exp(-event.deltaY / WHEEL), at);
    },

    /** Keys while the board itself has the focus, not a thing on it. */
    onKey(event: KeyboardEvent): void {
      if (event.target !== svg.value || event.ctrlKey || event.metaKey) return;
      const push = { ArrowLeft: [PUSH, 0], ArrowRight: [-PUSH, 0], ArrowUp: [0, PUSH], ArrowDown: [0, -PUSH] }[
        event.key
      ];
      if (event.key === '+' || event.key === '=') zoomBy(LARGER);
      else if (event.key === '-') zoomBy(1 / LARGER);
      else if (event.key === '0') view.value = FITTED;
      else if (push) view.value = panned(view.value, push[0]!, push[1]!);
      else return;
      event.preventDefault();
    },

    /** A press on empty ground pushes the board along until the hand lets go. */
    push(event: PointerEvent): void {
      let last = [event.clientX, event.clientY] as const;
      const move = (e: PointerEvent) => {
        const [dx, dy] = [e.clientX - last[0], e.clientY - last[1]];
        if (view.value === FITTED && Math.hypot(dx, dy) < 3) return;
        last = [e.clientX, e.clientY];
        view.value = panned(view.value, dx, dy);
      };
      const end = () => {
        removeEventListener('pointermove', move);
        removeEventListener('pointerup', end);
        removeEventListener('pointercancel', end);
      };
      addEventListener('pointermove', move);
      addEventListener('pointerup', end);
      addEventListener('pointercancel', end);
    },
  };
}
