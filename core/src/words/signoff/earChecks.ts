/** Checks by ear, step by step: what to do, what to listen for, and what each thing heard points to. */
import type { LogEntry } from '../../document/schema/project';
import type { StageId } from '../../report/verdict';

export interface EarCheck {
  kind: Extract<LogEntry['kind'], 'clap' | 'sine-tail' | 'hard-pan' | 'voice-by-wall' | 'known-record'>;
  title: string;
  steps: string[];
  /** What may be heard; where it leads. */
  heard: { says: string; means: string; stage: StageId | null }[];
}

export const EAR_CHECKS: readonly EarCheck[] = [
  {
    kind: 'clap',
    title: 'Clap',
    steps: [
      'Stand where the head will be, hands at ear height, the door shut.',
      'Clap once, short and not loud, and wait until it is gone. Then walk the room, a clap at each wall and in each corner.',
    ],
    heard: [
      { says: 'It is gone at once, evenly', means: 'Nothing rings above the bass.', stage: null },
      {
        says: 'A zing, a fast rattle after it',
        means: 'Flutter between two hard faces across from each other.',
        stage: 'decay',
      },
      { says: 'A pitch that stays', means: 'A thing rings along, or a corner does.', stage: 'listen' },
      { says: 'One wall answers sharper than its twin', means: 'Left and right are not alike.', stage: 'survey' },
    ],
  },
  {
    kind: 'sine-tail',
    title: 'Tail of a sine',
    steps: [
      'At low level, play a slow sine from 30 to 200 Hz, or hold notes of a bass one by one.',
      'Cut each off suddenly and listen to what goes on. Note the pitch.',
    ],
    heard: [
      { says: 'All notes end alike', means: 'The lowest modes are damped evenly.', stage: null },
      { says: 'Some go on', means: 'Modes that ring longer than the rest.', stage: 'bass' },
      { says: 'Some are hardly there', means: 'A null at the head: another place, no equaliser.', stage: 'bass' },
      { says: 'Something buzzes along', means: 'A thing rattles: find it by hand.', stage: 'listen' },
    ],
  },
  {
    kind: 'hard-pan',
    title: 'Panned hard',
    steps: [
      'Play an instrument panned hard to the left at the level you work at, then the same to the right.',
      'Sit, lean forward and back, close your eyes, and point at it.',
    ],
    heard: [
      { says: 'It stays in the loudspeaker', means: 'Near walls are treated alike, or far.', stage: null },
      { says: 'It pulls towards the wall', means: 'A first reflection on that side is bare.', stage: 'marks' },
      { says: 'It is duller on one side', means: 'Unlike walls, or unlike toe-in.', stage: 'seat' },
      { says: 'It jumps as the head moves', means: 'The triangle is too wide, or the desk mirrors.', stage: 'seat' },
    ],
  },
  {
    kind: 'voice-by-wall',
    title: 'A voice by the wall',
    steps: [
      'Somebody reads aloud, first in the middle of the room, then a hand’s breadth from each wall, then in a corner.',
      'Sit at the seat and listen to the voice only.',
    ],
    heard: [
      { says: 'The same voice everywhere', means: 'Walls add little in the range of speech.', stage: null },
      { says: 'Boxy by one wall', means: 'That wall mirrors close and early.', stage: 'marks' },
      { says: 'Booming in the corner', means: 'The bass wants corners treated.', stage: 'decay' },
      {
        says: 'Dry and dull in the middle',
        means: 'Too much thin cloth: treble is gone, bass is not.',
        stage: 'decay',
      },
    ],
  },
  {
    kind: 'known-record',
    title: 'A known record',
    steps: [
      'Play something you know by heart, at the level you know it at. Name it in the note.',
      'Listen once to the bass line, once to the middle of the picture, once to where it ends.',
    ],
    heard: [
      { says: 'As I know it', means: 'The room does not mislead on this.', stage: null },
      { says: 'Some bass notes are louder', means: 'Peaks of the room.', stage: 'bass' },
      {
        says: 'The middle is wide or leans',
        means: 'Left and right differ in level or in what they meet.',
        stage: 'seat',
      },
      { says: 'Space that is not on it', means: 'The room rings longer than the record.', stage: 'decay' },
    ],
  },
];
