/** Parts of a document that may differ between scenarios: everything decided. The others belong to the room itself. */
export const MAY_DIFFER: readonly string[] = [
  'climate',
  'room',
  'materials',
  'states',
  'listening',
  'loudspeakers',
  'tape',
  'marking',
  'treatment',
  'answered',
  'buying',
  'making',
];
