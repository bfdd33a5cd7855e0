/** What the keyboard does, as it is listed. */
export const KEYS: readonly [key: string, what: string][] = [
  ['Ctrl K', 'Go to anything: stages, marks, surfaces, exercises, actions'],
  ['Ctrl Z', 'Undo'],
  ['Ctrl Shift Z, Ctrl Y', 'Redo'],
  ['Ctrl S', 'Save the project to a file'],
  ['Tab, then arrows', 'Move head, loudspeaker, corner, wall or furniture by 1 cm'],
  ['Shift + arrows', 'by 10 cm'],
  ['Alt + arrows', 'by 1 mm'],
  ['Ctrl wheel; + − 0 on the board', 'Larger, smaller, fit; arrows push it along'],
  ['Up, down in a field', 'Step the figure; with Shift ten steps'],
  ['Left, right on a chart', 'Read its values'],
  ['Escape', 'Give up a drag, close a box, restore a field'],
  ['E', 'To the exercise that is open'],
  ['?', 'Help, with this list'],
];
