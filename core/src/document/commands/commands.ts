/**
 * Every edit is a named command; applying one yields the new document, which shares with the old one all that is alike. Undo keeps the
 * states, saving and other windows the changes between them (changes.ts). A drag is one command, sent when the hand lets go.
 */
import { planFault } from '../place/outline';
import { solidFault } from '../place/shape';
import { type Project, projectSchema } from '../schema/project';
import { equal, sharing } from '../sharing';
import { carryTicks } from '../units';
import { RECORD } from './record';
import { ROOM } from './room';
import { SEAT } from './seat';
import { TREATMENT } from './treatment';
import { type Command, CommandRefused, type Handlers, type SingleCommand } from './types';

export { type Command, CommandRefused, type Put, type SingleCommand, type ThingList } from './types';

export interface Applied {
  project: Project;
  /** False when the command asks for what is so already; the project is the very one given then. */
  changed: boolean;
}

const HANDLERS: Handlers<SingleCommand> = { ...ROOM, ...SEAT, ...TREATMENT, ...RECORD };

function change(draft: Project, command: Command): void {
  const run = (single: SingleCommand) =>
    (HANDLERS[single.type] as (d: Project, c: SingleCommand) => void)(draft, single);
  if (command.type === 'batch') command.commands.forEach(run);
  else run(command);
}

/** The document a command makes; the very one given where it makes no other. The given one is left as it is. */
function changedBy(project: Project, command: Command): Project {
  const draft = structuredClone(project);
  change(draft, command);
  carryTicks(project, draft);
  return sharing(project, draft);
}

/**
 * Applies a command. The result is validated against the schema; a command that would break the document throws
 * {@link CommandRefused} with the first problem and leaves the project given untouched.
 */
export function applyCommand(project: Project, command: Command): Applied {
  const next = changedBy(project, command);
  if (next === project || equal(project, next)) return { project, changed: false };
  const check = projectSchema.safeParse(next);
  if (!check.success) {
    const { path, message } = check.error.issues[0]!;
    throw new CommandRefused(command.type, path.join('.'), message, planFault(next.room.corners)?.at ?? null);
  }
  return { project: next, changed: true };
}

/**
 * What a command would make of the document, for a drag in hand: only what a drag can break (outline and solid) is checked.
 * Never stored; letting go runs {@link applyCommand}.
 */
export function previewCommand(project: Project, command: Command): Project {
  const next = changedBy(project, command);
  if (next.room === project.room) return next;
  const fault = planFault(next.room.corners);
  if (fault) {
    throw new CommandRefused(command.type, `room.corners.${fault.corner}`, fault.sentence, fault.at);
  }
  const unbuildable = solidFault(next.room);
  if (unbuildable !== null) throw new CommandRefused(command.type, 'room.ceiling', unbuildable, null);
  return next;
}
