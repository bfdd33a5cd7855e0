/** Moves over first reflections: a piece over the mark, the desk tilted, a panel on feet, a curtain, the missing half of a pair. */
import { isAt } from '../../document/schema/project';
import { coverMark, twinMark } from '../../studies/marks/coverMark';
import { curtained, piecesOver, standBefore } from '../../studies/marks/ways';
import { mirroredPiece, mirrorPlace } from '../../studies/hang/edit';
import { numbered } from '../../room/laying';
import type { Mark } from '../../studies/marks/types';
import { WHEN_TAKEN } from './stamp';
import type { Tried } from './trial';
import type { Candidate } from './types';

/** Bare marks tried, loudest first. */
const MOST_MARKS = 5;
/** Pieces nearer than this hang at the same place, m. */
const SAME_PLACE = 0.05;
/** A desk is tilted by so much towards the ears, °. */
const TILTS = [5, 10];
const named = (m: Mark) => ({ letter: m.letter, face: m.faceName, level: m.levelDb ?? 0 });

export function coverMoves({ glance }: Tried): Candidate[] {
  const { setting } = glance;
  const { marks } = glance.marks.result;
  const bare = marks.filter((m) => m.matters && !m.covered);
  const seen = new Set<string>();
  const moves: Candidate[] = [];
  for (const mark of bare) {
    if (seen.has(mark.id) || moves.length >= MOST_MARKS) continue;
    const twin = twinMark(setting, mark, marks);
    const both = twin && twin.matters && !twin.covered ? [mark, twin] : [mark];
    for (const m of both) seen.add(m.id);
    const shared = { stage: 'marks' as const, hours: 0, money: 0 };
    const pieces = coverMark(setting, mark, marks)?.proposal
      ? piecesOver(setting, both, marks, 'cover', WHEN_TAKEN)
      : [];
    if (pieces.length > 0) {
      moves.push({
        ...{ ...shared, id: `cover ${mark.id}`, kind: 'cover' },
        says: { ...named(mark), pieces: pieces.length, both: both.length },
        commands: [{ type: 'put-pieces', pieces }],
      });
    } else if (setting.faces.some((f) => f.id === mark.face && f.kind === 'wall')) {
      moves.push({
        ...{ ...shared, id: `stand ${mark.id}`, kind: 'stand', hours: 0.5, money: null },
        says: named(mark),
        commands: [{ type: 'put', list: 'furniture', thing: standBefore(setting, mark) }],
      });
    }
  }
  return moves;
}

/** Desks whose top mirrors a loudspeaker into the ears, tilted. */
export function tiltMoves({ project, glance }: Tried): Candidate[] {
  const mirrors = new Set(
    glance.marks.result.marks.filter((m) => m.kind === 'thing' && m.matters && !m.covered).map((m) => m.face),
  );
  return project.room.furniture
    .filter((f) => f.kind === 'desk' && mirrors.has(f.id))
    .flatMap((thing) =>
      TILTS.filter((deg) => thing.tiltDeg < deg).map((deg): Candidate => ({
        ...{ id: `tilt ${thing.id} ${deg}`, kind: 'tilt', stage: 'survey', hours: 1, money: 0 },
        says: { name: thing.name, deg },
        commands: [{ type: 'put', list: 'furniture', thing: { ...thing, tiltDeg: deg } }],
      })),
    );
}

export function curtainMoves({ project }: Tried): Candidate[] {
  return project.room.openings
    .filter((o) => o.kind === 'window' && o.material?.startsWith('glass'))
    .map((o): Candidate => ({
      ...{ id: `curtain ${o.id}`, kind: 'curtain', stage: 'survey', hours: 2, money: null },
      says: { name: o.name },
      commands: [{ type: 'put', list: 'openings', thing: curtained(o) }],
    }));
}

/** What hangs on one side only, on the other too. */
export function mirrorMoves({ project, glance: { setting } }: Tried): Candidate[] {
  // What lies on the axis is its own image.
  const alone = project.treatment.pieces.filter(isAt).filter((p) => {
    const place = mirrorPlace(setting, p.id);
    return (
      place !== null &&
      !setting.placed.some(
        (q) => q.face === place.face && Math.hypot(q.box.left - place.left, q.box.low - place.low) < SAME_PLACE,
      )
    );
  });
  const images = alone.flatMap((p) => mirroredPiece(setting, p.id, WHEN_TAKEN) ?? []);
  // The one that hangs nearest moves there; new ones are named together.
  const moved = setting.placed.flatMap(({ id, face }) => images.filter((p) => p.id === id && p.place.face === face));
  const fresh = images.filter((p) => !moved.includes(p));
  const pieces = [...moved.filter((p) => !p.locked), ...numbered(project, fresh, 'Piece')];
  if (pieces.length === 0) return [];
  return [
    {
      ...{ id: 'mirror', kind: 'mirror', stage: 'hang', hours: 0, money: 0 },
      says: { count: alone.length },
      commands: [{ type: 'put-pieces', pieces }],
    },
  ];
}
