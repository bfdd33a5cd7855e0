/** What random commands are made with. Tests only. */
import type { Command } from '../document/commands/commands';
import type { Project } from '../document/schema/project';
import type { Random } from './random';

export type Makers<Kind extends Command['type']> = {
  [T in Kind]: (r: Random, p: Project) => Extract<Command, { type: T }>;
};

export const anyId = (r: Random, list: readonly { id: string }[], otherwise: string) =>
  list.length > 0 && r.whole(0, 9) > 0 ? r.pick(list).id : otherwise;
export const fresh = (r: Random, letter: string) => `${letter}${r.whole(1, 30)}`;
