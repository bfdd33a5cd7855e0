/** When a move is taken is not known while it is worked out: its edits carry a mark where the time goes. */
import type { Command, SingleCommand } from '../../document/commands/types';

export const WHEN_TAKEN = '1970-01-01T00:00:00Z';

/** The edits with the time they are taken at. */
export const takenAt = (commands: readonly SingleCommand[], at: string): SingleCommand[] =>
  JSON.parse(JSON.stringify(commands).replaceAll(JSON.stringify(WHEN_TAKEN), JSON.stringify(at))) as SingleCommand[];

/** A move as one edit: undone as one. */
export const commandOf = (commands: readonly SingleCommand[]): Command =>
  commands.length === 1 ? commands[0]! : { type: 'batch', as: commands[0]!.type, commands: [...commands] };
