/** The checklist for who builds, in words: what to ask, the rule of thumb with its source, and who decides. */
import { areaText } from '../../quantities/measures';
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import type { CheckFigures, CheckId } from '../../studies/signoff/checklist';

export interface CheckWords {
  title: string;
  asks: string;
  rule: (f: CheckFigures, system: LengthSystem) => string;
  source: string;
  decides: string;
}

const PRACTICE = 'practice of builders';
const ACOUSTICIAN = 'A consultant in building acoustics, and local code.';

export const CHECK_WORDS: Record<CheckId, CheckWords> = {
  neighbours: {
    title: 'Who lives beside, above and below',
    asks: 'Who hears this room, through which wall, and what may they get at night?',
    rule: (f) =>
      f.differenceDb === null
        ? 'Tell the loudest source in the brief: the difference follows.'
        : `${fixed(f.loudestDb!, 0)} dB at one metre inside and 25 dB(A) next door are ${fixed(f.differenceDb, 0)} dB apart; more in the bass, where walls do least.`,
    source: 'night inside dwellings 30 dB(A), WHO; music is heard below that',
    decides: ACOUSTICIAN,
  },
  hours: {
    title: 'Hours of use',
    asks: 'Loud at which hours? A rule of the house or a contract may end it at ten.',
    rule: () => 'Ten decibels less difference are asked by day than by night in most places.',
    source: 'usual day and night limits of local noise rules',
    decides: 'Local noise rules, lease or house rules.',
  },
  'site-noise': {
    title: 'Noise that comes in',
    asks: 'Road, rail, lifts, pipes, a compressor: measured at the worst hour?',
    rule: (f) =>
      `The goal is ${fixed(f.goalDb, 0)} dB(A) at rest. Measure outside and in the shell before anything is chosen; Listen keeps both.`,
    source: 'goal of the brief',
    decides: ACOUSTICIAN,
  },
  shell: {
    title: 'Room within a room, or one heavy shell',
    asks: 'Does the difference that is wanted need a second shell, and does the floor carry it?',
    rule: () =>
      'Two leaves apart with a soft cavity do more than twice the weight in one leaf; one rigid bridge undoes it. Inside measures shrink on every side: tape the room again then.',
    source: PRACTICE,
    decides: 'A structural engineer for every added load; a consultant for the build-up.',
  },
  flanking: {
    title: 'Ways round',
    asks: 'Floor slab, shared joists, beams, pipes, the attic: what runs through under or over the partition?',
    rule: () => 'A hole of a hundredth of the wall lets through as much as a wall of 20 dB: seal everything airtight.',
    source: 'energy through an opening: 10 lg of its part',
    decides: ACOUSTICIAN,
  },
  floor: {
    title: 'Floor',
    asks: 'Drums, steps, a lift below: does the floor float, and on what?',
    rule: () => 'A floating floor works above about one and a half times its own resonance, and amplifies at it.',
    source: 'single resonator, √2 of its frequency',
    decides: 'A structural engineer and a consultant.',
  },
  doors: {
    title: 'Doors',
    asks: 'One heavy door or two in a lobby; threshold seal, closer, frame filled?',
    rule: () =>
      'The door is the weakest part of most rooms. Two doors with a lined lobby are easier than one very good one; the seals decide.',
    source: PRACTICE,
    decides: 'Local code decides about ways out and fire.',
  },
  'door-width': {
    title: 'Door widths',
    asks: 'Does the largest thing come in: console, piano, rack, sofa, a wheelchair?',
    rule: (_, system) =>
      `${lengthText(0.9, system)} clear takes most gear and a wheelchair; tape the largest thing with its packing, and the corner before the door.`,
    source: 'usual rule of access, 80 to 90 cm clear',
    decides: 'Local code decides about access.',
  },
  windows: {
    title: 'Windows',
    asks: 'Stay, double, plugged? Light, a way out, and who cleans between the panes?',
    rule: (_, system) =>
      `Panes of unlike thickness, ${lengthText(0.1, system)} apart or more; a removable plug keeps the window. Hang lays plugs out.`,
    source: PRACTICE,
    decides: 'Local code, where the window is a way out.',
  },
  air: {
    title: 'Fresh air',
    asks: 'How do people breathe with the door shut?',
    rule: (f) => `${fixed(f.air, 0)} l/s for the people of the brief.`,
    source: 'about 8 l/s a person; EN 16798-1 asks 4 to 10 and the room’s share',
    decides: 'A ventilation engineer; combustion appliances need air of their own.',
  },
  ducts: {
    title: 'Ducts and air speed',
    asks: 'How fast does air leave the grille, and how long is the lined way before it?',
    rule: (f, system) =>
      `At most ${fixed(f.speed, 1)} m/s at the grille for ${fixed(f.goalDb, 0)} dB(A): a free area of ${areaText(f.area, system, 3)} each way. Lining does little below ${fixed(f.longest, 0)} Hz: length and bends do.`,
    source: PRACTICE,
    decides: 'A ventilation engineer.',
  },
  vents: {
    title: 'Vents through double board',
    asks: 'Where air goes through both leaves, do the holes face each other?',
    rule: () => 'Stagger them by a stud bay and line the bay; join the leaves with a soft sleeve, never a rigid pipe.',
    source: PRACTICE,
    decides: 'Local code decides about fire dampers.',
  },
  flush: {
    title: 'Wall for flush loudspeakers',
    asks: 'Is it heavy, apart from the boxes, and can they be reached from behind?',
    rule: () =>
      'A stiff front, the box on soft pads with an even gap around it, air for the amplifier, and the lowest shelf taken down by what the wall adds: Seat says how much.',
    source: 'gain of one set into the wall, 6 dB at most',
    decides: 'Whoever answers for the wall’s statics.',
  },
  nailers: {
    title: 'Wood to screw into',
    asks: 'Where will panels, clouds and rails hang?',
    rule: (f, system) =>
      `Boards behind the lining at the level line and under clouds, before the walls close${f.spacing === null ? '' : `; members lie ${lengthText(f.spacing, system)} apart here`}. Photograph them with a tape in the picture.`,
    source: PRACTICE,
    decides: 'Overhead loads: into structure, by a qualified builder.',
  },
  'cable-ways': {
    title: 'Cable ways',
    asks: 'Tubes wide enough for what comes later, from each loudspeaker to the desk?',
    rule: () =>
      'Two tubes more than needed, with a string in them, closed with putty at both leaves; signal and mains apart, crossing at right angles.',
    source: PRACTICE,
    decides: 'A licensed electrician.',
  },
  'patch-points': {
    title: 'Patch points',
    asks: 'Where do instruments, headphones, a camera plug in?',
    rule: () =>
      'One at each corner and at the desk; boxes in the inner leaf only, backed with putty, never back to back.',
    source: PRACTICE,
    decides: 'A licensed electrician for everything with mains.',
  },
  mains: {
    title: 'Mains',
    asks: 'Enough circuits, one earth, and what else hangs on them?',
    rule: () =>
      'All audio on circuits that meet at one point; never lift a protective earth against hum: Listen tells hum from what it is.',
    source: PRACTICE,
    decides: 'A licensed electrician.',
  },
  lights: {
    title: 'Lights',
    asks: 'Do they hum, and do their dimmers?',
    rule: () =>
      'Drivers and transformers outside the room; dim by a control line; nothing recessed through a leaf that keeps sound in.',
    source: PRACTICE,
    decides: 'A licensed electrician.',
  },
  'warning-light': {
    title: 'Warning light',
    asks: 'Who opens the door in the middle of a take?',
    rule: () => 'A light outside each door, switched at the desk; its cable drawn with the others.',
    source: PRACTICE,
    decides: 'A licensed electrician, where it has mains.',
  },
  fire: {
    title: 'Fire and ways out',
    asks: 'What class must cloth, fill and lining have, and how does one get out?',
    rule: () =>
      'Ask for the class on the sheet of every material before it is bought; detectors, lamps and ways out stay free.',
    source: 'local building code',
    decides: 'Local code and the fire officer.',
  },
};

/** By id, for the log. */
export const CHECK_TITLES: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(CHECK_WORDS).map(([id, w]) => [id, w.title]),
);
