/** What each stage is for, how one begins there, and what is easily got wrong: for an empty stage, and to be searched. */
import type { ExerciseId } from '../../learn/types';
import type { StageId } from '../../report/verdict';

export interface StageHelp {
  stage: StageId;
  title: string;
  says: string;
  begin: string;
  careful: string;
  exercise: ExerciseId | null;
}

export const STAGE_HELP: readonly StageHelp[] = [
  {
    ...{ stage: 'survey', title: 'Survey: what is the room?', exercise: null },
    says: 'The plan as taped, ceiling and beams, doors, windows and sockets, what everything is made of, and what stands in it.',
    begin:
      'Length, width and height make a box. Then draw what is different, put in openings and furniture, and name the surfaces. Every stage follows at once.',
    careful:
      'Tape both diagonals: walls are rarely square. What a wall is made of decides the bass more than its paint. Old boards, tiles and lagging may hold asbestos: let somebody qualified look before drilling.',
  },
  {
    ...{ stage: 'seat', title: 'Seat: where do head and loudspeakers go?', exercise: 'seat' },
    says: 'Head and loudspeakers on the plan, with what distance, angle and walls do to them.',
    begin:
      'Place by the 38 % rule, then move by steps of 10 cm and watch the line at the foot. Search tries every place for you.',
    careful:
      'Half the length is the worst seat. About a metre from a wall is usually the worst place for a loudspeaker.',
  },
  {
    ...{ stage: 'bass', title: 'Bass: which notes ring or vanish at the seat?', exercise: 'missing' },
    says: 'The low response by the waves of the room as drawn, its modes, why there is a peak or a hole, and better places.',
    begin: 'Wait for the full answer, point at a peak or a hole, and open Why. Places tries subwoofers and seats.',
    careful: 'A hole is not filled by an equaliser. More power into a bad room makes it worse.',
  },
  {
    ...{ stage: 'marks', title: 'Marks: where does tape go?', exercise: 'marks' },
    says: 'Every first reflection of every loudspeaker on every surface, as a zone, how loud it is, and what can be done about it.',
    begin: 'Choose the loudest bare mark, and see on the right what covers it. The marking sheet takes it to the wall.',
    careful: 'Do not forget desk and ceiling. Put both of a pair, or none: one alone pulls the image over.',
  },
  {
    ...{ stage: 'decay', title: 'Decay: how many of what bring the room to its target?', exercise: 'number' },
    says: 'Decay time by octave, as it is and with what is decided, against the target for its volume and use.',
    begin: 'Choose the use in the brief, then take the answer over, or decide for numbers by hand and watch the curve.',
    careful: 'Too much thin absorption leaves a room dead and boomy at once: depth before number.',
  },
  {
    ...{ stage: 'recipes', title: 'Recipes: what does a thing built like this really do?', exercise: null },
    says: 'Absorbers, resonators, boards and diffusers from their layers: curve, mass, price and what is uncertain.',
    begin:
      'Take one of the library, change its layers, and compare it with others. Your own are kept with the project.',
    careful: 'Density is not what counts, flow resistivity is. Resonators must be tight and tuned by measuring.',
  },
  {
    ...{ stage: 'hang', title: 'Hang: where exactly does each piece hang?', exercise: 'wall' },
    says: 'Every piece on its wall with its edges from the middle line, its fixings, and what is in its way.',
    begin: 'Decide for pieces in Decay or Marks, then lay them out here. Move, lock and mark them as hung.',
    careful:
      'Overhead and heavy pieces go into structure with rated fixings and a safety line. Look for cables and pipes before drilling.',
  },
  {
    ...{ stage: 'build', title: 'Build: what to buy?', exercise: null },
    says: 'Shopping list, cutting plan, labels, steps and days for everything that is decided.',
    begin: 'Decide for panels in Decay first. Then say in Shop what the shop has, and what is in hand.',
    careful:
      'Gloves, mask and goggles with any fibre; wrap the fill. Packs are rounded up: look what the rest is good for.',
  },
  {
    ...{ stage: 'listen', title: 'Listen: what does the room really do?', exercise: 'compare' },
    says: 'Measurements read, compared with each other and with what was predicted, and what stands out with its causes.',
    begin:
      'Take a recording of a sweep, or bring a table; say where and with which loudspeaker. Then draw two together.',
    careful: 'Begin quietly, keep ears and tweeters safe. One change at a time, same place, same level.',
  },
  {
    ...{ stage: 'signoff', title: 'Sign-off: is the room what was asked for?', exercise: null },
    says: 'Each wish of the brief against what is predicted and measured, scenarios, ear checks, the log, and the report.',
    begin:
      'Fill in the brief in Survey, and write down what is decided and why. Scenarios keep alternatives side by side.',
    careful: 'What nobody measured is only predicted: the report says which is which.',
  },
];
