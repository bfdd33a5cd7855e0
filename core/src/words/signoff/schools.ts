/** What each school says of this room, in words. */
import { frequencyLabel } from '../../quantities/bands';
import { fixed } from '../../quantities/format';
import { type LengthSystem, lengthText } from '../../quantities/lengths';
import type { StageId } from '../../report/verdict';
import type { About, Says } from '../../studies/signoff/schools';
import { SWING_WORDS } from '../bass';
import { counted } from '../counted';
import { SCHOOL_WORDS, THRESHOLD_WORDS, WALL_SCHOOL_WORDS } from '../schools';

/** The question, why practice differs, and where it is answered. */
export const QUESTIONS: Record<About, { title: string; why: string; stage: StageId }> = {
  decay: {
    title: 'How short a decay',
    why: 'Some let it grow with the room, some hold to one figure, some ask for it by use. What is asked decides how many panels are bought.',
    stage: 'decay',
  },
  reflections: {
    title: 'Which first reflections matter',
    why: 'All agree that early and loud ones colour; not on how early and how loud.',
    stage: 'marks',
  },
  swing: {
    title: 'How even a bass',
    why: 'How far the low end may swing at the ears, and how finely it is looked at. All are told; the first decides in the verdict.',
    stage: 'bass',
  },
  distance: {
    title: 'How far the loudspeakers from the wall behind them',
    why: 'Close brings the notch up to where an absorber works; well out brings it down; set in, there is none. The head stays.',
    stage: 'seat',
  },
};

const NAMES: { [A in About]: (school: Extract<Says, { about: A }>['school']) => { name: string; why: string } } = {
  decay: (s) => SCHOOL_WORDS[s],
  reflections: (s) => THRESHOLD_WORDS[s],
  swing: (s) => SWING_WORDS[s]!,
  distance: (s) => ({ name: WALL_SCHOOL_WORDS[s].replace(/^./, (c) => c.toUpperCase()), why: '' }),
};
export const schoolName = (s: Says): { name: string; why: string } =>
  (NAMES[s.about] as (school: string) => { name: string; why: string })(s.school);

function limitsText(limits: Extract<Says, { about: 'decay' }>['limits']): string {
  if (!limits) return 'Asks for nothing at 500 Hz';
  const [lower, upper] = limits;
  if (upper === null) return `At least ${fixed(lower, 2)} s at 500 Hz`;
  return lower > 0 ? `${fixed(lower, 2)} to ${fixed(upper, 2)} s at 500 Hz` : `At most ${fixed(upper, 2)} s at 500 Hz`;
}

/** What it would say here. */
export function saysText(s: Says, system: LengthSystem): string {
  switch (s.about) {
    case 'decay': {
      const limits = limitsText(s.limits);
      if (s.worst === null) return `${limits}.`;
      const { octave, seconds, inside, over } = s.worst;
      return inside
        ? `${limits}: what is decided lies inside.`
        : `${limits}: what is decided lies ${over ? 'over' : 'under'}, most at ${frequencyLabel(octave)} Hz (${fixed(seconds, 2)} s).`;
    }
    case 'reflections':
      return `${counted(s.matter, 'mark')} of ${s.all} ${s.matter === 1 ? 'matters' : 'matter'}, ${s.bare === 0 ? 'none of them bare' : `${s.bare} of them bare`}.`;
    case 'swing':
      return `± ${fixed(s.swingDb, 1)} dB, allowed ± ${fixed(s.limitDb, 0)}: ${s.met ? 'met' : 'missed'}.`;
    case 'distance': {
      const { fromFront, notch, gainDb, farEnough } = s.report;
      return `Front ${lengthText(fromFront, system)} from the wall: deepest ${fixed(notch.levelDb, 1)} dB at ${fixed(notch.f, 0)} Hz, ${fixed(gainDb, 1)} dB more below${farEnough ? '' : '; too near the ears for its drivers to blend'}.`;
    }
  }
}
