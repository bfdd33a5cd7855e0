/**
 * Every edit is a named command; applying one yields the new document, which shares with the old one all that is alike. Undo keeps the
 * states, saving and other windows the changes between them (changes.ts). A drag is one command, sent when the hand lets go.
 */
import { planFault } from '../place/outline';
import { solidFault } from '../place/shape';
import { type Project, projectSchema } from '../schema/project';
import { equal, sharing } from '../sharing';
import { carryTicks } from '../units';
import { openedAs, withOpened } from '../scenarios';
import { RECORD } from './record';
import { ROOM } from './room';
import { SCENARIOS } from './scenarios';
import { SEAT } from './seat';
import { TREATMENT } from './treatment';
import { type Command, CommandRefused, type Handlers, type ScenarioCommand, type SingleCommand } from './types';

export { type Command, CommandRefused, type Put, type SingleCommand, type ThingList } from './types';

export interface Applied {
  project: Project;
  /** False when the command asks for what is so already; the project is the very one given then. */
  changed: boolean;
}

const HANDLERS: Handlers<SingleCommand> = { ...ROOM, ...SEAT, ...TREATMENT, ...RECORD, ...SCENARIOS };

const listed = (command: Command): readonly SingleCommand[] =>
  command.type === 'batch' ? command.commands : [command];
const ofScenarios = (single: SingleCommand): single is ScenarioCommand => Object.hasOwn(SCENARIOS, single.type);

/** The document edits make; the very one given where they make no other. The given one is left as it is. */
function changedBy(project: Project, edits: readonly SingleCommand[]): Project {
  const draft = structuredClone(project);
  for (const single of edits) (HANDLERS[single.type] as (d: Project, c: SingleCommand) => void)(draft, single);
  carryTicks(project, draft);
  return sharing(project, draft);
}

/** The same for the document that is kept: while a scenario is open, what is edited is the room as it has it. */
function keptAfter(project: Project, command: Command, check: (next: Project) => void): Project {
  let kept = project;
  let waiting: SingleCommand[] = [];
  const done = () => {
    if (waiting.length === 0) return;
    if (kept.scenarios.current === null) kept = changedBy(kept, waiting);
    else {
      const next = changedBy(openedAs(kept).project, waiting);
      check(next);
      kept = sharing(kept, withOpened(kept, next));
    }
    waiting = [];
  };
  for (const single of listed(command)) {
    if (ofScenarios(single)) {
      done();
      kept = changedBy(kept, [single]);
    } else waiting.push(single);
  }
  done();
  return kept;
}

/**
 * Applies a command. The result is validated against the schema; a command that would break the document throws
 * {@link CommandRefused} with the first problem and leaves the project given untouched.
 */
export function applyCommand(project: Project, command: Command): Applied {
  const check = (next: Project) => {
    const checked = projectSchema.safeParse(next);
    if (checked.success) return;
    const { path, message } = checked.error.issues[0]!;
    throw new CommandRefused(command.type, path.join('.'), message, planFault(next.room.corners)?.at ?? null);
  };
  const next = keptAfter(project, command, check);
  if (next === project || equal(project, next)) return { project, changed: false };
  check(next);
  return { project: next, changed: true };
}

/**
 * What a command would make of a document with nothing else open in it, for a drag in hand: only what a drag can break (outline and solid) is checked.
 * Never stored; letting go runs {@link applyCommand}.
 */
export function previewCommand(project: Project, command: Command): Project {
  const next = changedBy(project, listed(command));
  if (next.room === project.room) return next;
  const fault = planFault(next.room.corners);
  if (fault) {
    throw new CommandRefused(command.type, `room.corners.${fault.corner}`, fault.sentence, fault.at);
  }
  const unbuildable = solidFault(next.room);
  if (unbuildable !== null) throw new CommandRefused(command.type, 'room.ceiling', unbuildable, null);
  return next;
}
