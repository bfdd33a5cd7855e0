/** What nobody has told of the room yet, in the order of asking. What is still as every new room begins was not told, unless somebody says it is so. */
import type { SingleCommand } from '../../document/commands/types';
import { TOLD } from '../../document/answered';
import { createProject } from '../../document/create';
import { type Project, USES } from '../../document/schema/project';
import { CEILING, FLOOR } from '../../geometry/solid';
import { chosenDecay } from '../../studies/decay/study';
import { glanceAt } from '../glance';
import { WHEN_TAKEN } from './stamp';
import { madeBy } from './trial';
import { type Asked, type OpenQuestion, QUESTIONS_ASKED } from './types';

/** Under which an answer is kept. */
export const toldKey = (id: Asked): string => `${TOLD}${id}`;

/** What such surfaces are mostly made of. */
const MADE_OF = {
  floor: ['boards-on-joists', 'laminate', 'carpet-underlay', 'lino', 'tiles', 'parquet'],
  walls: ['plaster-on-brick', 'plasterboard-studs', 'plasterboard-wool', 'brick-bare', 'concrete-smooth'],
  ceiling: ['plasterboard-joists', 'concrete-smooth', 'tongue-and-groove', 'ceiling-tiles', 'plaster-on-brick'],
} as const;
const NEW = createProject('new', 'New', { length: 5, width: 4, height: 2.5 });
const materialsNew = {
  floor: NEW.room.surfaces[FLOOR]!,
  walls: NEW.room.surfaces.A!,
  ceiling: NEW.room.surfaces[CEILING]!,
};

const surfacesFor = ({ room }: Project, id: keyof typeof MADE_OF): string[] =>
  id === 'floor' ? [FLOOR] : id === 'ceiling' ? [CEILING] : room.corners.map((c) => c.wall);

const settled = (id: Asked): SingleCommand => ({
  type: 'answer',
  key: toldKey(id),
  answer: { at: WHEN_TAKEN, why: '' },
});

function untold(project: Project, id: Asked): boolean {
  const { brief, room, listening, loudspeakers } = project;
  if (project.answered.some((a) => a.key === toldKey(id))) return false;
  switch (id) {
    case 'uses':
      return brief.uses.length === 0;
    case 'openings':
      return room.openings.length === 0;
    case 'furniture':
      return room.furniture.length === 0;
    case 'loudspeakers':
      return loudspeakers.length === 0 || listening.placed === 'rule';
    default:
      return surfacesFor(project, id).every((s) => room.surfaces[s]?.material === materialsNew[id].material);
  }
}

/** Mid decay with each choice. */
function between(project: Project, choices: OpenQuestion['choices']): OpenQuestion['between'] {
  const before = glanceAt(project);
  const mids = choices.flatMap(({ commands }) => {
    const next = madeBy(project, { commands });
    const mid = chosenDecay(glanceAt(next ?? project, before).decay).chosen.mid;
    return mid === null ? [] : [mid];
  });
  return mids.length > 0 ? [Math.min(...mids), Math.max(...mids)] : null;
}

function questionOf(project: Project, id: Asked): OpenQuestion {
  switch (id) {
    case 'uses': {
      const choices = USES.map((use) => ({
        id: use,
        commands: [{ type: 'set-brief' as const, brief: { uses: [use] } }],
      }));
      return { id, stage: 'survey', choices, between: null };
    }
    case 'openings':
    case 'furniture':
      return { id, stage: 'survey', choices: [{ id: 'none', commands: [settled(id)] }], between: null };
    case 'loudspeakers':
      return { id, stage: 'seat', choices: [{ id: 'so', commands: [settled(id)] }], between: null };
    default: {
      const choices = MADE_OF[id].map((material) => ({
        id: material,
        commands: [
          ...surfacesFor(project, id).map((surface) => ({ type: 'set-material' as const, surface, material })),
          settled(id),
        ],
      }));
      return { id, stage: 'survey', choices, between: between(project, choices) };
    }
  }
}

export const openQuestions = (project: Project): OpenQuestion[] =>
  QUESTIONS_ASKED.filter((id) => untold(project, id)).map((id) => questionOf(project, id));
