/** What `answered` holds, told by the beginning of its keys: questions of the room, points of the checklist, moves put aside. */
import type { Answered, Project } from './schema/project';

export const TOLD = 'told:';
export const CHECKED = 'check:';

/** Moves somebody put aside: every key of no other sort. */
export const putAside = ({ answered }: Pick<Project, 'answered'>): Answered[] =>
  answered.filter((a) => !a.key.startsWith(TOLD) && !a.key.startsWith(CHECKED));

/** What was decided about a point of the checklist; null: it is open. */
export const checkedOf = ({ answered }: Pick<Project, 'answered'>, id: string): Answered | null =>
  answered.find((a) => a.key === `${CHECKED}${id}`) ?? null;
