/** Names of the verdict's measures. */
import type { MeasureId } from '../report/verdict';

export const MEASURE_NAMES: Record<MeasureId, string> = {
  symmetry: 'Left against right',
  seat: 'Seat',
  notch: 'Boundary notch',
  bass: 'Length modes',
  swing: 'Bass swing',
  mark: 'Worst bare mark',
  decay: 'Decay',
  cover: 'Wall cover',
  panels: 'Panels chosen',
  record: 'Promises kept',
};
