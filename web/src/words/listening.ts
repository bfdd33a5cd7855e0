/** Pictures and parts of Listen. */
/** What of a measurement is drawn. */
export const LISTEN_PICTURES = [
  { id: 'response', name: 'Response' },
  { id: 'decay', name: 'Decay' },
  { id: 'rings', name: 'What rings' },
  { id: 'fading', name: 'Dying away' },
  { id: 'arrivals', name: 'Arrivals' },
  { id: 'noise', name: 'Noise' },
] as const;
export type ListenPicture = (typeof LISTEN_PICTURES)[number]['id'];

/** Parts of the Listen bench. */
export const LISTEN_PARTS = [
  { id: 'take', name: 'Take' },
  { id: 'kept', name: 'Kept' },
  { id: 'beside', name: 'Beside' },
] as const;
export type ListenPart = (typeof LISTEN_PARTS)[number]['id'];
