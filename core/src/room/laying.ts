/** Pieces for the document from places on faces: with an id and a number that are free. */
import type { Piece, Project } from '../document/schema/project';
import { boundsOf, boxOutline } from '../geometry/clip';
import { faceStretch } from '../geometry/unfold';
import type { Laid } from './pieces';
import type { Setting, SettingFace } from './setting';

/** A rectangle in a face's own coordinates, m. */
export interface OnFace {
  left: number;
  low: number;
  width: number;
  height: number;
}

/** What pieces are made of and for, and when they were laid out (ISO 8601). */
export interface Making {
  recipe: string;
  name: string;
  covers?: readonly string[];
  turnDeg?: number;
  tiltDeg?: number;
  at: string | null;
}

/** Turns panels in a face's own coordinates into pieces of the document, each with an id and a number that are free. */
export function piecesFor(
  setting: Setting,
  face: SettingFace,
  panels: readonly OnFace[],
  { recipe, name, covers = [], turnDeg = 0, tiltDeg = 0, at }: Making,
): Piece[] {
  const stretch = faceStretch(face);
  const pieces = panels.map((p): Piece => {
    const size = { width: p.width * stretch, height: p.height * stretch };
    const laid = face.foot ? { u: p.left, v: p.low, ...size } : flatPlace(setting, p, size);
    return {
      id: '',
      name,
      recipe,
      place: { kind: 'at', face: face.id, ...laid, turnDeg, tiltDeg },
      state: 'laid-out',
      dates: { decided: null, laidOut: at, hung: null },
      covers: [...covers],
      locked: false,
      meant: null,
      note: '',
    };
  });
  return numbered(setting.project, pieces, name);
}

/** Pieces put together from several places, each with an id and a number of its own. */
export function numbered(project: Project, pieces: readonly Piece[], name: string): Piece[] {
  const { pieces: there } = project.treatment;
  const taken = new Set([...there.map((p) => p.id), ...there.map((p) => p.name)]);
  let n = 0;
  return pieces.map((p) => {
    do n += 1;
    while (taken.has(`piece-${n}`) || taken.has(`${name} ${n}`));
    return { ...p, id: `piece-${n}`, name: `${name} ${n}` };
  });
}

/** On floor and ceiling a place is kept in survey coordinates: the lowest corner of the turned rectangle. */
function flatPlace(setting: Setting, p: OnFace, size: { width: number; height: number }): Laid {
  const corners = boxOutline({ left: p.left, low: p.low, right: p.left + p.width, high: p.low + p.height });
  const survey = corners.map((c) => setting.frame.toSurvey(c));
  const b = boundsOf(survey);
  const swapped = Math.abs(b.right - b.left - p.width) > 1e-6;
  return { u: b.left, v: b.low, width: swapped ? size.height : size.width, height: swapped ? size.width : size.height };
}
