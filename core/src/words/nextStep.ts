/** The next thing to do, said in one line. */
import { fixed } from '../quantities/format';
import type { NextStep } from '../report/nextStep';
import { counted } from './counted';
import { surfaceWords } from './tapes';

const GO: Record<string, string> = {
  seat: 'The room is told. Go on to Seat: where head and loudspeakers stand.',
  bass: 'Nothing speaks against this seat. Go on to Bass: what the lowest notes do here.',
  marks: 'The bass is even enough. Go on to Marks: where first reflections meet the walls.',
  decay: 'Go on to Decay: how many panels bring the room to its target.',
  hang: 'The target is met. Go on to Hang: where each piece goes.',
  build: 'Everything has its place. Go on to Build: what to buy and cut.',
};

/** One sentence for a step. */
export function nextStepSentence(step: NextStep): string {
  switch (step.kind) {
    case 'tape':
      return 'So far this is a bare box. Tape what is really there: breasts and slopes, doors and windows, furniture.';
    case 'state':
      return 'A state is shown. Switch back to “As surveyed” to draw.';
    case 'openings':
      return 'Put in doors and windows: nothing fixed can hang there.';
    case 'furniture':
      return 'Put in the furniture that stays: it absorbs, hides and mirrors.';
    case 'doubts':
      return step.count === 1
        ? 'One doubt is told on the right: mend it, or decide to live with it.'
        : `${counted(step.count, 'doubt')} are told on the right: mend the first, or decide to live with it.`;
    case 'rig':
      return 'Add loudspeakers: without one there is nothing to hear.';
    case 'solve':
      return 'The room’s lowest notes are being solved; then what they do at the ears is said here.';
    case 'bass-places':
      return 'The bass is uneven: see Why for its cause, then Places for better ones.';
    case 'cover':
      return `The loudest bare mark is ${step.letter} on ${surfaceWords(step.face)}, ${fixed(step.levelDb, 1)} dB: see what can be done about it.`;
    case 'answer':
      return `Use the answer on the right: ${counted(step.panels, 'panel')} bring the room to its target.`;
    case 'lay-out':
      return step.count === 1
        ? 'One piece is decided and has no place yet: lay it out.'
        : `${counted(step.count, 'piece')} are decided and have no place yet: lay them out.`;
    case 'decay-plan':
      return 'One kind of panel does not do it: open Plan and let it choose among recipes.';
    case 'decay-wait':
      return 'The decay is being computed.';
    case 'decide':
      return 'Nothing is decided yet. Decide in Decay how many panels of which kind.';
    case 'lists':
      return 'Check what is ticked under Shop, take the list away, and tick off under Work what is done.';
    case 'baseline':
      return 'Measure before anything is changed: without a baseline nothing can be proved later.';
    case 'measure-again':
      return 'Measure again after the next change, one change at a time, the microphone on the same spot.';
    case 'baseline-first':
      return 'All of this is predicted. Measure the room in Listen: what was heard decides before what is reckoned.';
    case 'write-down':
      return 'Mend the first wish that is missed, and write down what was decided and why.';
    case 'beside':
      return 'Lay two measurements over each other under Beside: it says first what else changed.';
    case 'go':
      return GO[step.to]!;
  }
}
