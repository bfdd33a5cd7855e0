/** Names and reasons of the schools of decay target. */
import type { ThresholdId } from '../physics/reflections/thresholds';
import type { School } from '../criteria/decayTargets';
import type { WallSchool } from '../room/boundaries';

export const SCHOOL_WORDS: Record<School, { name: string; why: string }> = {
  'by-volume': {
    name: 'By volume, with mask',
    why: 'A mid-band time that grows with the room, between 0.2 and 0.4 s, and a tolerance for each band (EBU Tech 3276). The default: it asks for an even curve.',
  },
  'by-volume-unbounded': {
    name: 'By volume, formula alone',
    why: 'The same formula without its lower and upper bound: in small rooms it asks for very dry, and for many panels.',
  },
  'drop-20-in-150': {
    name: '20 dB within 150 ms',
    why: 'Above 63 Hz the sound must have fallen by 20 dB after 150 ms: at most 0.45 s. Lenient; says nothing about too dry.',
  },
  'small-control-room': {
    name: 'Small control room, 0.2–0.3 s',
    why: 'A habit for mixing rooms under about 80 m³, whatever the volume.',
  },
  'production-room': {
    name: 'Production room, 0.3–0.4 s',
    why: 'A habit for rooms where people also play and talk.',
  },
  'speech-booth': {
    name: 'Speech booth, 0.10–0.25 s',
    why: 'A dry, close voice. A habit; below about 0.1 s the voice sounds as if under a blanket.',
  },
  'recording-booth': {
    name: 'Recording booth, 0.20–0.35 s',
    why: 'Dry enough for voice and close instruments, with a little air left. A habit.',
  },
  'listening-room': {
    name: 'Listening room, 0.3–0.5 s',
    why: 'Rooms for pleasure: livelier than a control room, whatever the volume. A habit.',
  },
  'hall-music': {
    name: 'Small hall, music',
    why: 'DIN 18041:2016 group A1 by volume, with its mask as it is commonly drawn.',
  },
  'hall-speech': {
    name: 'Small hall, speech',
    why: 'DIN 18041:2016 group A2 by volume, with its mask as it is commonly drawn.',
  },
  own: {
    name: 'My own curve',
    why: 'Limits by octave as you set them: drag their edges in the chart or type them.',
  },
};

/** Names and reasons of the schools of which reflections matter. */
export const THRESHOLD_WORDS: Record<ThresholdId, { name: string; why: string }> = {
  'minus-10-in-15': {
    name: '10 dB down for 15 ms',
    why: 'A common control-room habit: until 15 ms after the direct sound nothing louder than 10 dB below it.',
  },
  'minus-15-in-15': {
    name: '15 dB down for 15 ms',
    why: 'Stricter: reflections this weak no longer shift images or colour voices audibly.',
  },
  'minus-20-in-20': {
    name: '20 dB down for 20 ms',
    why: 'The strict reflection-free zone. Few rooms reach it without turned surfaces.',
  },
  'fusion-10': {
    name: 'Fusion, 10 ms',
    why: 'What comes within 10 ms melts with the direct sound and colours it, down to 20 dB; later sound is heard as room.',
  },
};

/** Names of the schools of distance to the wall behind the loudspeakers. */
export const WALL_SCHOOL_WORDS: Record<WallSchool, string> = {
  'as-it-stands': 'as it stands',
  close: 'close to the wall',
  out: 'well out',
  flush: 'set into the wall',
};
