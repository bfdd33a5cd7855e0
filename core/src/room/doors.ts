/** The ground that doors sweep. */
import { outlineArea } from '../geometry/polygon';
import type { Vec2 } from '../geometry/vector';
import { createKept } from '../numerics/kept';
import type { Opening } from '../document/schema/project';
import type { RoomSetting, SettingFace } from './setting';

export interface DoorSwing {
  id: string;
  /** Ground the leaf sweeps, listener's frame, positively walked. */
  outline: Vec2[];
}

const ARC_STEPS = 12;

/** Ground swept by a leaf that opens into the room: a quarter circle about its hinge. Null for others. */
export function doorSwing(face: SettingFace, door: Opening): DoorSwing | null {
  if (door.leaf?.swing !== 'in' || !face.foot) return null;
  const [right, left] = face.foot;
  const along: Vec2 = [(right[0] - left[0]) / face.length, (right[1] - left[1]) / face.length];
  const inwards: Vec2 = [-along[1], along[0]];
  const atLeft = door.leaf.hinge === 'left';
  const hinge = atLeft ? door.u : door.u + door.width;
  const at = (u: number, s: number): Vec2 => [
    left[0] + u * along[0] + s * inwards[0],
    left[1] + u * along[1] + s * inwards[1],
  ];
  const arc = Array.from({ length: ARC_STEPS + 1 }, (_, i): Vec2 => {
    const angle = ((i / ARC_STEPS) * Math.PI) / 2;
    const [u, s] = [Math.cos(angle) * door.width, Math.sin(angle) * door.width];
    return at(hinge + (atLeft ? u : -u), s);
  });
  const outline = [at(hinge, 0), ...arc];
  return { id: door.id, outline: outlineArea(outline) < 0 ? outline.reverse() : outline };
}

const kept = createKept<DoorSwing[]>();

/** Ground that the doors of a room sweep. */
export const doorSwings = ({ shell: room }: RoomSetting): DoorSwing[] =>
  kept(room, null, () =>
    room.surveyed.openings.flatMap((o) => {
      const face = room.faces.find((f) => f.id === o.wall);
      return (face && doorSwing(face, o)) ?? [];
    }),
  );
