/** Parts of the stages that are not the first to be seen. */

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
