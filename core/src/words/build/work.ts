/** Words of the work: its steps, what to mind at each, how long they take. */
import type { LengthSystem } from '../../quantities/lengths';
import { areaText } from '../../quantities/measures';
import type { Task, WorkStep } from '../../studies/build/work';
import { counted } from '../counted';

export const STEP_WORDS: Record<WorkStep | 'buy', { name: string; done: string }> = {
  buy: { name: 'Buy', done: 'bought' },
  cut: { name: 'Cut', done: 'cut' },
  frame: { name: 'Join frames', done: 'joined' },
  fill: { name: 'Fill', done: 'filled' },
  cover: { name: 'Cover with cloth', done: 'covered' },
  hang: { name: 'Hang', done: 'hung' },
};

/** Tools of a step, and what to mind; local codes and makers' sheets go before it. */
export const STEP_CARE: Record<WorkStep, { tools: string; care: string }> = {
  cut: {
    tools: 'Saw, square, tape, long knife for fill, shears for cloth',
    care: 'Blades: clamp the work, hands behind the cut, goggles, hearing protection. Dust and fibres: mask and extraction; old boards may hold harmful paint or fibres, have them tested first.',
  },
  frame: {
    tools: 'Drill, bits, clamps, glue, square',
    care: 'Drill with the work clamped. Solvents and glues: air the room, follow the label. Glue rests two hours before the next step.',
  },
  fill: {
    tools: 'Gloves, mask, long sleeves, knife',
    care: 'Fibres: gloves, mask and goggles, cover the skin, wrap the fill. Fire class of fill and foam by local code.',
  },
  cover: {
    tools: 'Stapler, shears, iron',
    care: 'Staples: eyes and fingers. Cloth by the fire class local code asks for.',
  },
  hang: {
    tools: 'Level, tape, detector for cables and pipes, drill, two ladders',
    care: 'Find cables and pipes before drilling. Overhead: two people, into structure, fixings by their maker’s rating, safety line; in doubt a qualified builder.',
  },
};

export function taskCounts({ counts }: Pick<Task, 'counts'>, system: LengthSystem): string {
  return counts
    .map(({ what, amount }) =>
      what === 'cloth'
        ? `${areaText(amount, system, 1)} of cloth`
        : what === 'overhead'
          ? `${counted(amount, 'piece')} overhead`
          : counted(amount, { cuts: 'part', screws: 'screw', fills: 'fill', pieces: 'piece' }[what]),
    )
    .join(', ');
}

/** "2 h 20 min", to five minutes. */
export function timeText(minutes: number): string {
  const m = Math.max(5, Math.round(minutes / 5) * 5);
  const h = Math.floor(m / 60);
  return h === 0 ? `${m} min` : m % 60 === 0 ? `${h} h` : `${h} h ${m % 60} min`;
}
