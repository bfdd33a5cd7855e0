/** Stages in the order of the work, and the words of the verdict line. */
import type { MeasureId, StageId } from '@tawny/core/report/verdict';

export interface StageWords {
  id: StageId;
  name: string;
  question: string;
}

export const STAGES: readonly StageWords[] = [
  { id: 'survey', name: 'Survey', question: 'what is the room?' },
  { id: 'seat', name: 'Seat', question: 'where do head and loudspeakers go?' },
  { id: 'bass', name: 'Bass', question: 'which notes ring or vanish at the seat?' },
  { id: 'marks', name: 'Marks', question: 'where does tape go?' },
  { id: 'decay', name: 'Decay', question: 'how many of what bring the room to its target?' },
  { id: 'recipes', name: 'Recipes', question: 'what does a thing built like this really do?' },
  { id: 'hang', name: 'Hang', question: 'where exactly does each piece hang?' },
  { id: 'build', name: 'Build', question: 'what to buy?' },
  { id: 'listen', name: 'Listen', question: 'what does the room really do?' },
];

/** Parts of the survey's bench. */
export const SURVEY_PARTS = [
  { id: 'plan', name: 'Plan' },
  { id: 'ceiling', name: 'Ceiling' },
  { id: 'openings', name: 'Openings' },
  { id: 'surfaces', name: 'Surfaces' },
  { id: 'things', name: 'Furniture' },
  { id: 'states', name: 'States' },
  { id: 'symmetry', name: 'Left, right' },
  { id: 'brief', name: 'Brief' },
] as const;
export type SurveyPart = (typeof SURVEY_PARTS)[number]['id'];

/** Parts of the Marks bench. */
export const MARKS_PARTS = [
  { id: 'mark', name: 'Mark' },
  { id: 'matters', name: 'Limits' },
  { id: 'range', name: 'Range' },
  { id: 'pieces', name: 'Pieces' },
  { id: 'second', name: 'Second' },
] as const;
export type MarksPart = (typeof MARKS_PARTS)[number]['id'];

/** Parts of the Bass bench. */
export const BASS_PARTS = [
  { id: 'response', name: 'Response' },
  { id: 'modes', name: 'Modes' },
  { id: 'why', name: 'Why' },
  { id: 'places', name: 'Places' },
  { id: 'treat', name: 'Treat' },
  { id: 'box', name: 'Box' },
] as const;
export type BassPart = (typeof BASS_PARTS)[number]['id'];

/** Parts of the Hang bench. */
export const HANG_PARTS = [
  { id: 'piece', name: 'Piece' },
  { id: 'fixings', name: 'Fixings' },
  { id: 'line', name: 'Line' },
  { id: 'left', name: 'Left over' },
] as const;
export type HangPart = (typeof HANG_PARTS)[number]['id'];

/** Parts of Build. */
export const BUILD_PARTS = [
  { id: 'buy', name: 'Buy' },
  { id: 'cut', name: 'Cut' },
  { id: 'pieces', name: 'Pieces' },
  { id: 'work', name: 'Work' },
  { id: 'shop', name: 'Shop' },
] as const;
export type BuildPart = (typeof BUILD_PARTS)[number]['id'];

/** Parts of the Decay bench. */
export const DECAY_PARTS = [
  { id: 'target', name: 'Target' },
  { id: 'panel', name: 'Panel' },
  { id: 'plan', name: 'Plan' },
  { id: 'room', name: 'Room' },
] as const;
export type DecayPart = (typeof DECAY_PARTS)[number]['id'];

/** Parts of the Seat bench. */
export const SEAT_PARTS = [
  { id: 'place', name: 'Place' },
  { id: 'rig', name: 'Rig' },
  { id: 'walls', name: 'Walls' },
  { id: 'search', name: 'Search' },
  { id: 'listen', name: 'Checks' },
] as const;
export type SeatPart = (typeof SEAT_PARTS)[number]['id'];

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
