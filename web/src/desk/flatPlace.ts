/** A rectangle lying on floor or ceiling, told as the tape says it: its middle from the wall in front and from the wall at the left. */
import type { Vec2 } from '@tawny/core/geometry/vector';
import type { Setting } from '@tawny/core/room/setting';
import { tapeFrom } from '@tawny/core/room/tapes';

export const TAPE_WAYS = ['front', 'left'] as const;
export type TapeWay = (typeof TAPE_WAYS)[number];

/** Distance of a place of the plan (survey coordinates) from the wall met in front or at the left, m. */
export function tapedFrom(setting: Setting, place: Vec2, way: TapeWay): number {
  return tapeFrom(setting, setting.frame.toListener(place), way).metres;
}

/** The place moved along that tape until it reads `metres`; survey coordinates in and out. */
export function movedTo(setting: Setting, place: Vec2, way: TapeWay, metres: number): Vec2 {
  const [x, y] = setting.frame.toListener(place);
  const by = metres - tapedFrom(setting, place, way);
  return setting.frame.toSurvey(way === 'left' ? [x + by, y] : [x, y + by]);
}

/** Rectangle kept by its lowest corner in survey coordinates. */
export interface FlatPiece {
  u: number;
  v: number;
  width: number;
  height: number;
}
const middleOf = (p: FlatPiece): Vec2 => [p.u + p.width / 2, p.v + p.height / 2];

export function flatTape(setting: Setting, piece: FlatPiece, way: TapeWay): number {
  return tapedFrom(setting, middleOf(piece), way);
}

export function flatMoved(
  setting: Setting,
  piece: FlatPiece,
  way: TapeWay,
  metres: number,
): Pick<FlatPiece, 'u' | 'v'> {
  const [x, y] = movedTo(setting, middleOf(piece), way, metres);
  return { u: x - piece.width / 2, v: y - piece.height / 2 };
}

/** Which of its sides runs along the room, from front to rear: survey x and y change places with the wall faced. */
export function sideAlong(setting: Setting): 'width' | 'height' {
  const [ax, ay] = setting.frame.toSurvey([0, 0]);
  const [bx, by] = setting.frame.toSurvey([0, 1]);
  return Math.abs(bx - ax) > Math.abs(by - ay) ? 'width' : 'height';
}
