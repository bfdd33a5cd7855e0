/** Whether a step is done, and what is said of what was answered: by the studies of the room as it is now, never by a figure kept here. */
import { applyCommand } from '../document/commands/commands';
import type { Project } from '../document/schema/project';
import { fixed } from '../quantities/format';
import { type LengthSystem, lengthText } from '../quantities/lengths';
import type { Exercise, FigureUnit, Given, Judged, Step, Watched } from './types';

export const saidOf = (said: Step['says'], w: Watched): string => (typeof said === 'string' ? said : said(w));

/** The room an exercise begins in, out of the demo room as shipped. */
export const roomFor = (exercise: Exercise, demo: Project): Project => {
  const commands = exercise.before(demo);
  return commands.length === 0 ? demo : applyCommand(demo, { type: 'batch', as: commands[0]!.type, commands }).project;
};

const figureText = (value: number, unit: FigureUnit, system: LengthSystem): string =>
  unit === 'm' ? lengthText(value, system) : `${fixed(value, unit === 'ms' ? 1 : 2)} ${unit}`;

export function judged(step: Step, w: Watched, given: Given): Judged {
  switch (step.kind) {
    case 'look': {
      const { stage, parts } = w.seen;
      return { done: stage === step.stage && (step.part === undefined || parts.includes(step.part)), says: null };
    }
    case 'edit':
      return { done: step.done(w), says: null };
    case 'figure': {
      if (typeof given !== 'number') return { done: false, says: null };
      const right = step.right(w);
      const off = given - right;
      if (Math.abs(off) <= step.within(right))
        return { done: true, says: `Right: ${figureText(right, step.unit, w.system)}.` };
      return {
        done: false,
        says: `Too ${off > 0 ? 'much' : 'little'}: not ${figureText(given, step.unit, w.system)}.`,
      };
    }
    case 'choose': {
      if (typeof given !== 'string') return { done: false, says: null };
      const right = step.right(w);
      if (right === null) return { done: false, says: 'That is still being read: answer again in a moment.' };
      return given === right ? { done: true, says: 'Right.' } : { done: false, says: 'No: look again.' };
    }
  }
}
