/** A piece in hand: dragged, it catches on lines within reach; by arrow keys it goes where it is sent. */
import { type ComputedRef, ref } from 'vue';
import { toMillimetre } from '@tawny/core/quantities/lengths';
import { membersOf } from '@tawny/core/room/hung/members';
import { onLevel } from '@tawny/core/studies/hang/edit';
import type { HungPiece } from '@tawny/core/studies/hang/study';
import { nudgeOf, startDrag } from '../../board/tools/drag';
import type { Elevation } from './elevation';
import { snapLines, snapPiece, type Snapped } from './snap';
import type { useHang } from './useHang';

/** So near a line it catches, px. */
const REACH = 8;

export function usePieceInHand(
  { doc, setting, face, middle, onFace, group, choose, chooseToo, moveTo, preview }: ReturnType<typeof useHang>,
  view: ComputedRef<Elevation>,
) {
  /** Where it would be let go, while it is dragged. */
  const held = ref<Snapped | null>(null);

  /** What moves with a piece. */
  const moving = (id: string): string[] => (group.value.includes(id) ? group.value : [id]);

  function snapped(p: HungPiece, [left, low]: readonly [number, number]): Snapped {
    const { bounds, upright, scale } = view.value;
    const [width, height] = [p.right - p.left, p.high - p.low];
    const members = membersOf(setting.value, face.value);
    const lines = snapLines(
      { left, right: left + width, low, high: low + height },
      onFace.value.filter((o) => o.id !== p.id && !moving(p.id).includes(o.id)),
      { left: bounds.left, right: bounds.right, middle: middle.value },
      upright ? onLevel(setting.value, p.id) : null,
      members?.runs === 'up' ? members.at : [],
    );
    return snapPiece({ left, low }, { width, height }, lines, REACH / scale);
  }
  // What catches on a line lies on it exactly; else a tape reads whole millimetres.
  const placeOf = ({ left, low, at }: Snapped): [number, number] => [
    at.u === null ? toMillimetre(left) : left,
    at.v === null ? toMillimetre(low) : low,
  ];
  const letGo = () => {
    held.value = null;
    doc.endPreview();
  };
  return {
    held,
    press: (event: PointerEvent, p: HungPiece, host: SVGSVGElement): void => {
      if (event.shiftKey) return chooseToo(p.id);
      if (!group.value.includes(p.id)) choose(p.id);
      if (p.locked) return;
      const { left, top } = host.getBoundingClientRect();
      const { u, v, scale } = view.value;
      startDrag(event, { kind: 'part', id: p.id }, [p.left, p.low], {
        toRoom: (x, y) => [u(x - left), v(y - top)],
        scale,
        onMove: ({ to }) => {
          held.value = snapped(p, to);
          preview(p.id, ...placeOf(held.value));
        },
        onDrop: ({ to }) => {
          const at = snapped(p, to);
          letGo();
          moveTo(p.id, ...placeOf(at));
        },
        onCancel: letGo,
      });
    },
    key: (event: KeyboardEvent, p: HungPiece): void => {
      if (event.key === ' ') {
        event.preventDefault();
        return chooseToo(p.id);
      }
      const by = nudgeOf(event);
      if (!by || p.locked) return;
      event.preventDefault();
      if (!group.value.includes(p.id)) choose(p.id);
      moveTo(
        p.id,
        p.left + by[0],
        p.low + (view.value.upright ? -by[1] : by[1]),
        `nudge pieces ${moving(p.id).join(' ')}`,
      );
    },
  };
}
