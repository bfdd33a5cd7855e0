/** Pictures and parts of Listen. */
import type { Holds } from '@tawny/core/document/schema/project';
import type { TextKind } from '@tawny/core/questions/listening';

/** What of a measurement is drawn. */
export const LISTEN_PICTURES = [
  { id: 'response', name: 'Response' },
  { id: 'decay', name: 'Decay' },
  { id: 'rings', name: 'What rings' },
  { id: 'fading', name: 'Dying away' },
  { id: 'arrivals', name: 'Arrivals' },
  { id: 'noise', name: 'Noise' },
  { id: 'causes', name: 'Why' },
  { id: 'taught', name: 'Learn' },
  { id: 'correct', name: 'Correct' },
  { id: 'dates', name: 'Over time' },
  { id: 'places', name: 'Places' },
] as const;
export type ListenPicture = (typeof LISTEN_PICTURES)[number]['id'];

/** Which of them show each of what a measurement may hold. */
export const PICTURES_OF: Readonly<Record<Holds['kind'], readonly ListenPicture[]>> = {
  impulse: ['response', 'decay', 'rings', 'fading', 'arrivals', 'noise', 'causes', 'correct'],
  noise: ['noise', 'causes'],
  speech: [],
  response: ['response', 'correct'],
  decay: ['decay'],
  levels: ['noise'],
  events: ['noise'],
};
export const HOLDS_WORDS: Readonly<Record<Holds['kind'], string>> = {
  impulse: 'an impulse response',
  noise: 'noise',
  speech: 'a voice',
  response: 'levels by frequency',
  decay: 'decay times',
  levels: 'noise levels',
  events: 'loud events',
};

/** What a text file may be said to hold. */
export const TEXT_WORDS: Readonly<Record<TextKind, string>> = {
  response: 'response',
  decay: 'decay times',
  levels: 'noise by band',
  calibration: 'calibration',
};

/** Parts of the Listen bench. */
export const LISTEN_PARTS = [
  { id: 'take', name: 'Take' },
  { id: 'kept', name: 'Kept' },
  { id: 'beside', name: 'Beside' },
] as const;
export type ListenPart = (typeof LISTEN_PARTS)[number]['id'];
