/** What is put into the document when somebody takes a way out for a mark: pieces laid out, a board, a panel on feet. */
import { recipeOf } from '../../document/recipes';
import type { Furniture, Opening, Piece } from '../../document/schema/project';
import { localToFace } from '../../geometry/unfold';
import { faceAxes } from '../../room/pieces';
import type { Setting, SettingFace } from '../../room/setting';
import { numbered, piecesFor } from '../../room/laying';
import { coverMark, SPREADER } from './coverMark';
import type { Redirect } from './redirect';
import type { Mark } from './types';

/** What is hung to send sound elsewhere. */
export const BOARD = 'board-18';
/** A stand-alone panel stands so far before the wall, m. */
const STAND_OFF = 0.12;

const faceOf = (setting: Setting, mark: Mark): SettingFace => {
  const face = setting.faces.find((f) => f.id === mark.face);
  if (!face) throw new RangeError(`ways: mark.face must be a face of the room, got ${mark.face}`);
  return face;
};

/** What is proposed of a recipe for each of some marks, every piece with a name of its own; nothing for marks without a proposal. */
export function piecesOver(
  setting: Setting,
  wanted: readonly Mark[],
  marks: readonly Mark[],
  way: 'cover' | 'spread',
  at: string | null,
): Piece[] {
  const { project } = setting;
  const recipe = recipeOf(project, way === 'cover' ? project.treatment.cover : SPREADER);
  const name = way === 'cover' ? 'Panel' : 'Diffuser';
  const pieces = wanted.flatMap((mark) => {
    const answer = coverMark(setting, mark, marks, recipe);
    if (!answer?.proposal) return [];
    const { panels, covers } = answer.proposal;
    return piecesFor(setting, answer.face, panels, { recipe: recipe.id, name, covers, at });
  });
  return numbered(project, pieces, name);
}

/** The board of a redirect, and its mirror image over the twin mark when there is to be one. */
export function boardsFor(
  setting: Setting,
  mark: Mark,
  redirect: Redirect,
  twin: Mark | null,
  at: string | null,
): Piece[] {
  const own = boardFor(setting, mark, redirect, at);
  if (!twin) return own;
  const { box } = twin.zone;
  // An upright axis turns the other way in a mirror; a level one tilts alike.
  const image: Redirect = {
    ...redirect,
    deg: redirect.about === 'turn' ? -redirect.deg : redirect.deg,
    middle: [(box.left + box.right) / 2, (box.low + box.high) / 2],
  };
  return numbered(setting.project, [...own, ...boardFor(setting, twin, image, at)], 'Board');
}

function boardFor(setting: Setting, mark: Mark, redirect: Redirect, at: string | null): Piece[] {
  const { width, height } = redirect.size;
  const panels = [{ left: redirect.middle[0] - width / 2, low: redirect.middle[1] - height / 2, width, height }];
  const turned = redirect.about === 'turn' ? { turnDeg: redirect.deg } : { tiltDeg: redirect.deg };
  return piecesFor(setting, faceOf(setting, mark), panels, {
    recipe: BOARD,
    name: 'Board',
    covers: [mark.id],
    ...turned,
    at,
  });
}

/** A window with a heavy curtain drawn before it. */
export const curtained = (opening: Opening): Opening => ({ ...opening, material: 'curtain-heavy' });

/** A panel on feet before the zone of a wall mark, along its wall. */
export function standBefore(setting: Setting, mark: Mark): Furniture {
  const face = faceOf(setting, mark);
  const { n, u } = faceAxes(face);
  const { box } = mark.zone;
  const [x, y, z] = localToFace(face, [(box.left + box.right) / 2, box.low]);
  const place = [x + n[0] * STAND_OFF, y + n[1] * STAND_OFF] as const;
  const at = setting.frame.toSurvey(place);
  const along = setting.frame.toSurvey([place[0] + u[0], place[1] + u[1]]);
  const ids = new Set(setting.project.room.furniture.map((f) => f.id));
  let k = 1;
  while (ids.has(`stand-${k}`)) k += 1;
  return {
    id: `stand-${k}`,
    kind: 'gobo',
    name: `Stand-alone panel ${k}`,
    x: at[0],
    y: at[1],
    turnDeg: (Math.atan2(along[1] - at[1], along[0] - at[0]) * 180) / Math.PI,
    width: Math.max(0.6, box.right - box.left + 0.2),
    depth: 0.1,
    height: Math.max(1.2, z + (box.high - box.low) + 0.2 - (setting.solid.floorAt(place) ?? 0)),
    lift: 0,
    tiltDeg: 0,
    material: 'gobo-100',
    clearance: 0,
  };
}
