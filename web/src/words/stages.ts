/** Stages in the order of the work. */
import type { StageId } from '@tawny/core/report/verdict';

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
  { id: 'signoff', name: 'Sign-off', question: 'is the room what was asked for?' },
];

/** Parts of the Marks bench. */
export const MARKS_PARTS = [
  { id: 'mark', name: 'Mark' },
  { id: 'matters', name: 'Limits' },
  { id: 'range', name: 'Range' },
  { id: 'pieces', name: 'Pieces' },
  { id: 'second', name: 'Second' },
] as const;
export type MarksPart = (typeof MARKS_PARTS)[number]['id'];
