/** Names and reasons of the schools of decay target. */
import type { School } from '../targets/targets';

export const SCHOOL_WORDS: Record<School, { name: string; why: string }> = {
  'by-volume': {
    name: 'By volume, with mask',
    why: 'A mid-band time that grows with the room, and a tolerance for each band. The default: it asks for an even curve.',
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
};
