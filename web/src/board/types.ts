/** Values the board's layers draw. */
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Mark } from '@tawny/core/studies/marks';
import type { Setting } from '@tawny/core/studies/setting';

export interface BoardPanel {
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

export interface Chosen {
  kind: string;
  id: string;
}

export interface BoardScene {
  setting: Setting;
  system: LengthSystem;
  marks: readonly Mark[];
  panels: readonly BoardPanel[];
  field: PressureField | null;
  selected: Chosen | null;
  hovered: string | null;
  /** Whether head and loudspeakers can be moved. */
  movable: boolean;
  showSeat: boolean;
}

export interface Move {
  kind: 'head' | 'loudspeaker';
  id: string;
  /** Listener's frame, m. */
  to: readonly [number, number];
}
