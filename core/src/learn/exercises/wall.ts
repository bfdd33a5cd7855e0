/** Hang a wall: equal gaps by hand, laid out, in one line, recorded. */
import type { Project } from '../../document/schema/project';
import type { HungPiece } from '../../studies/hang/study';
import type { Exercise, Watched } from '../types';
import { length, look } from './common';

const ON = 'B';
const COUNT = 4;
const onWall = ({ glance }: Watched): HungPiece[] => glance.hang.result.pieces.filter((p) => p.face === ON);
const wallLength = ({ glance }: Watched): number => glance.setting.faces.find((f) => f.id === ON)?.length ?? 0;
const widthOf = ({ glance: { project } }: Watched): number =>
  project.treatment.recipes.find((r) => r.id === project.treatment.cover)?.width ?? 0.6;
export const WALL: Exercise = {
  ...{ id: 'wall', title: 'Hang a wall', minutes: 8, room: 'bakehouse' },
  aim: 'Work out equal gaps, have the pieces laid out in one line, and record the first one that is up.',
  before: (room: Project) => [
    ...(room.treatment.pieces.length > 0
      ? [{ type: 'take-pieces', ids: room.treatment.pieces.map((p) => p.id) } as const]
      : []),
    {
      ...{ type: 'set-numbers', of: null, at: null },
      numbers: [{ recipe: room.treatment.cover, on: ON, count: COUNT }],
    },
  ],
  steps: [
    {
      ...{ id: 'gap', kind: 'figure', unit: 'm' },
      says: (w) =>
        `${COUNT} panels, each ${length(w, widthOf(w))} wide, are to hang on wall ${ON}, which is ${length(w, wallLength(w))} long: with equal gaps, at both ends as well. How wide is each gap?`,
      hint: `What the panels leave free, shared by ${COUNT + 1} gaps: (length − ${COUNT} × width) / ${COUNT + 1}.`,
      right: (w) => (wallLength(w) - COUNT * widthOf(w)) / (COUNT + 1),
      within: () => 0.011,
    },
    look('go', 'hang', 'Hang'),
    {
      ...{ id: 'lay-out', kind: 'edit' },
      says: 'The four are decided but have no place. Have them laid out.',
      hint: 'The button over the drawing lays out what waits: marks first, clear of doors, windows and sockets.',
      done: ({ glance }) => glance.hang.result.waiting === 0 && glance.hang.result.pieces.length >= COUNT,
      after: 'Doors, windows and the marks come before equal gaps: where the wall is free they are equal.',
    },
    {
      ...{ id: 'line', kind: 'edit' },
      says: 'All four in one line, and nothing in their way.',
      hint: (w) =>
        w.glance.hang.result.conflicts > 0
          ? 'Something is in the way of a piece: it is told on the right. Move it clear.'
          : 'Middles at one height: Line, on the right, says how pieces line up.',
      keys: 'Tab to a piece, arrows; with Alt 1 mm',
      done: (w) => {
        const middles = onWall(w).map((p) => (p.low + p.high) / 2);
        const spread = Math.max(...middles) - Math.min(...middles);
        return middles.length >= 2 && spread < 0.005 && w.glance.hang.result.conflicts === 0;
      },
    },
    {
      ...{ id: 'up', kind: 'edit' },
      says: 'The first one is up: record it as hung.',
      hint: 'Choose a piece; the right side says what it is: decided, laid out, hung.',
      done: ({ glance }) => glance.project.treatment.pieces.some((p) => p.state === 'hung'),
      after: 'From now on it is never moved by a new layout; its fixings and cautions stand beside it.',
    },
  ],
};
