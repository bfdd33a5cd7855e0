/** Where the tape goes: from the wall it really meets in front of or left of a place, and up from the floor under it. */
import { newell } from '../geometry/polygon';
import { wallAlong } from '../geometry/solid';
import type { Vec2, Vec3 } from '../geometry/vector';
import type { Setting, SettingFace } from './setting';

export interface Tape {
  /** Which way it is held. */
  from: 'front' | 'left' | 'floor';
  /** Name of the surface it starts at: "front" in a plain room, "rear, forward" before a chimney breast. */
  wall: string;
  metres: number;
}

const WAY: Record<'front' | 'left', Vec2> = { front: [0, -1], left: [-1, 0] };

/** Tape from the wall met going forwards or to the left; outside the room from the datum itself. */
export function tapeFrom(setting: Setting, p: Vec2, way: 'front' | 'left'): Tape {
  const met = wallAlong(setting.solid.plan, p, WAY[way]);
  if (!met) return { from: way, wall: way, metres: way === 'front' ? p[1] : p[0] };
  const wall = setting.faces.find((f) => f.id === met.wall)?.name ?? way;
  return { from: way, wall, metres: met.distance };
}

/** The two tapes of a point on a face (null: on a thing): along and up on walls, front and left on the flat. */
export function tapesFor(setting: Setting, face: SettingFace | null, at: Vec3): [Tape, Tape] {
  // A crumb off the face, so that the wall the point lies on is not met itself.
  const n = face ? newell(face.vertices) : [0, 0, 0];
  const size = Math.hypot(n[0], n[1]) || 1;
  const crumb = 1e-6;
  const p: Vec2 = [at[0] + (n[0] / size) * crumb, at[1] + (n[1] / size) * crumb];
  const side = face?.side ?? 'floor';
  if (side === 'floor' || side === 'ceiling') return [tapeFrom(setting, p, 'front'), tapeFrom(setting, p, 'left')];
  const along = tapeFrom(setting, p, side === 'front' || side === 'rear' ? 'left' : 'front');
  return [along, { from: 'floor', wall: 'floor', metres: at[2] - (setting.solid.floorAt(p) ?? 0) }];
}
