/** How many and which: the octave that decides, depth before number. */
import { applyCommand } from '../../document/commands/commands';
import { isAt } from '../../document/schema/project';
import { numbersOf } from '../../document/recipes';
import { OCTAVES } from '../../quantities/bands';
import { glanceAt } from '../../questions/glance';
import { chosenDecay } from '../../studies/decay/study';
import { outsideOf } from '../../studies/dose/bench';
import { fixed } from '../../quantities/format';
import type { Exercise, Watched } from '../types';
import { length, look } from './common';

const decayAt = ({ glance }: Watched) => chosenDecay(glance.decay);
const outside = (w: Watched): number => {
  const { chosen, limits } = decayAt(w);
  return outsideOf(chosen.eyring, limits);
};
/** How far outside its limits the room lies with eight of a recipe on its walls and nothing else. */
function withEight(w: Watched, recipe: string): number {
  const { project } = w.glance;
  const walls = project.room.corners.map((c) => c.wall).slice(0, 4);
  const { chosen, limits } = chosenDecay(
    glanceAt(
      applyCommand(project, {
        ...{ type: 'set-numbers', of: null, at: null },
        numbers: walls.map((on) => ({ recipe, on, count: 2 })),
      }).project,
    ).decay,
  );
  return outsideOf(chosen.eyring, limits);
}
export const NUMBER: Exercise = {
  ...{ id: 'number', title: 'How many, and which?', minutes: 8, room: 'signal-cabin' },
  aim: 'Find the octave that decides, choose depth for it, and bring the room to its target.',
  before: () => [],
  steps: [
    {
      ...{ id: 'volume', kind: 'figure', unit: 'm³' },
      says: (w) => {
        const [x, y, z] = w.glance.bass.result.box ?? [0, 0, 0];
        return `The target hangs on the volume. This room is ${length(w, x)} wide, ${length(w, y)} long and ${length(w, z)} high: how many cubic metres?`;
      },
      hint: 'Width × length × height, in metres.',
      right: ({ glance }) => glance.setting.solid.volume,
      within: (right) => 0.03 * right,
    },
    look('go', 'decay', 'Decay'),
    {
      ...{ id: 'worst', kind: 'choose' },
      says: 'Which octave is furthest from its target now?',
      hint: 'The drawing shows decay over frequency, and the band it should lie in. The verdict at the foot names the octave too.',
      options: OCTAVES.filter((o) => o >= 125 && o <= 4000).map((o) => ({ id: String(o), text: `${o} Hz` })),
      right: (w) => {
        const octave = decayAt(w).chosen.worst?.octave;
        return octave === undefined ? null : String(octave);
      },
    },
    {
      ...{ id: 'depth', kind: 'choose' },
      says: 'Eight panels are to be hung. Which bring this room nearer to its target: 5 cm of fill flat on the wall, or 15 cm with a gap behind?',
      hint: 'A quarter of a wavelength of depth takes full effect: at 125 Hz that is 69 cm, at 1000 Hz 9 cm. Thin panels take the highs and leave the lows.',
      options: [
        { id: 'panel-5', text: '5 cm, flat on the wall' },
        { id: 'panel-15-gap', text: '15 cm with a gap' },
      ],
      right: (w) => (withEight(w, 'panel-5') < withEight(w, 'panel-15-gap') ? 'panel-5' : 'panel-15-gap'),
      after: (w) =>
        `Tried here: outside the target by ${fixed(100 * withEight(w, 'panel-5'), 0)} hundredths with the thin ones, ${fixed(100 * withEight(w, 'panel-15-gap'), 0)} with the deep ones, all octaves together.`,
    },
    {
      ...{ id: 'decide', kind: 'edit' },
      says: 'Now decide for panels until every octave lies within its limits.',
      hint: (w) => {
        const { chosen } = decayAt(w);
        return chosen.worst
          ? `Now the ${chosen.worst.octave} Hz octave is furthest off. The right side says how many of which are enough, and takes the answer over.`
          : 'The right side says how many of which are enough, and takes the answer over.';
      },
      keys: 'Tab to a number, then Up and Down',
      done: (w) => outside(w) === 0,
      after: ({ glance }) =>
        `${numbersOf(glance.project).reduce((n, r) => n + r.count, 0) + glance.project.treatment.pieces.filter(isAt).length} pieces. Four more or less is what one can hear.`,
    },
  ],
};
