/** What a report is made of, for a project as it is: predicted only, or with what is given. Tests only. */
import type { Project } from '../document/schema/project';
import { namedRecipes } from '../document/recipes';
import type { IntegerSolver } from '../dosage/solver';
import type { HandedOver } from '../handover/types';
import { buildAt } from '../questions/build';
import { glanceAt } from '../questions/glance';
import { hangingBlocks } from '../report/hangingDrawing';
import { buyList } from '../studies/build/buy';
import { studyDecay } from '../studies/decay/study';
import { studyHolds } from '../studies/hang/held/holds';
import { timelineOf } from '../studies/signoff/timeline';
import { wishesOf } from '../studies/signoff/wishes';
import { buyLine } from '../words/build/build';

export function handedOver(
  project: Project,
  solver: IntegerSolver | null,
  given: Partial<HandedOver> = {},
): HandedOver {
  const glance = glanceAt(project);
  const decay = solver ? studyDecay(glance.decay, solver).result : null;
  const build = buildAt(project).result;
  const list = buyList(project, build, null);
  const marks = glance.marks.result;
  const names = new Map(namedRecipes(project, 'metric').map((r) => [r.id, r.name]));
  return {
    ...{ project, glance, decay, bass: null, moves: null, build },
    toBuy: build.panels > 0 ? list.items.map((i) => buyLine(i, 'metric')) : [],
    toPay: list.money,
    blocks: hangingBlocks(glance.setting, glance.hang.result, studyHolds(glance.setting, glance.hang.result)),
    level: glance.hang.result.level.height,
    wishes: wishesOf({
      ...{ project, volume: glance.setting.solid.volume, swing: null, readings: [], learnedAt: null },
      decay: decay && {
        ...{ seconds: decay.chosen.eyring, low: decay.chosen.low, high: decay.chosen.high },
        lowestOctave: decay.inputs.lowestOctave,
      },
      marks: { all: marks.marks.length, bare: marks.bare, overDb: null },
      sides: null,
      cost: build.panels > 0 ? build.cost : null,
    }),
    ...{ measured: [], noise: null, timeline: timelineOf(project), doubts: [] },
    recipeName: (id) => names.get(id) ?? id,
    ...{ system: 'metric', day: (at) => at.slice(0, 10), today: '2026-11-29T10:00:00Z', wide: 182 },
    ...given,
  };
}
