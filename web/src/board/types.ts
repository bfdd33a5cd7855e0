/** Values the board's layers draw. */
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { RecipeKind } from '@tawny/core/recipes/kind';
import type { Mark } from '@tawny/core/studies/marks/study';
import type { Vec2, Vec3 } from '@tawny/core/geometry/vector';
import type { DoorSwing } from '@tawny/core/room/doors';
import type { Setting } from '@tawny/core/room/setting';

export interface BoardPanel {
  /** Of a piece in a definite place; null for one that is only proposed. */
  id: string | null;
  name: string;
  kind: RecipeKind;
  face: string;
  left: number;
  low: number;
  width: number;
  height: number;
  depth: number;
}

export interface PressureField {
  /** Signed, −1…1, rows from the front wall, columns from the left. */
  values: number[];
  columns: number;
  rows: number;
}

/** Pressure over a face, in its own coordinates: rows from its foot (ceilings: from the front wall). */
export interface FaceField extends PressureField {
  face: string;
  left: number;
  low: number;
  width: number;
  height: number;
}

/** A way of sound drawn over the plan beside those of the marks. */
export interface BoardRoute {
  id: string;
  points: readonly Vec3[];
}

/** Costs over the plan, 0 best … 1; null where nothing can be. */
export interface CostMap {
  from: Vec2;
  step: number;
  columns: number;
  rows: number;
  costs: readonly (number | null)[];
}

export interface Chosen {
  kind: string;
  id: string;
}

/** A walk with the tape, as far as it goes, over the plan. */
export interface TapeTrace {
  points: readonly Vec2[];
  end: Vec2;
}

export interface BoardScene {
  setting: Setting;
  /** Place of the front left datum of before the drag in hand, so that the drawing does not move under it, m. */
  origin: Vec2;
  /** Ground that doors sweep. */
  swings: readonly DoorSwing[];
  /** Whether corners and walls of the plan can be moved. */
  editPlan: boolean;
  /** Whether furniture, openings and patches can be moved. */
  editThings: boolean;
  /** What was refused last, with its place in the listener's frame. */
  fault: { at: Vec2 | null; sentence: string } | null;
  /** What a drag has snapped to, in words. */
  said: string;
  trace: TapeTrace | null;
  system: LengthSystem;
  marks: readonly Mark[];
  panels: readonly BoardPanel[];
  field: PressureField | null;
  /** The same over walls and ceiling. */
  faceFields: readonly FaceField[];
  costs: CostMap | null;
  routes: readonly BoardRoute[];
  selected: Chosen | null;
  hovered: string | null;
  /** Whether head and loudspeakers can be moved. */
  movable: boolean;
  showSeat: boolean;
}

export type MoveKind = 'head' | 'loudspeaker' | 'corner' | 'wall' | 'thing' | 'part';

export interface Move {
  kind: MoveKind;
  id: string;
  /** Listener's frame, m; of a part: its lower left corner on its wall (along, up). */
  to: readonly [number, number];
  /** Where it was when the hand took it. */
  from: readonly [number, number];
  /** px a metre where it happens. */
  scale: number;
}
