/** The views of a build sheet: taken apart with numbers, from the front with sizes, from behind, in section, and from above where that tells more. */
import type { LengthSystem } from '../quantities/lengths';
import { isCornered } from '../recipes/types';
import type { BuildSheet } from '../studies/build/needs';
import { type Picture, viewPicture } from './picture';
import { explodedView, faceView, planView, sectionView } from './pieceDrawing';

export function sheetPictures(
  { recipe, parts }: Pick<BuildSheet, 'recipe' | 'parts'>,
  system: LengthSystem,
): Picture[] {
  const { width, height } = recipe;
  const view = (v: Parameters<typeof viewPicture>[0], told: string, how: Parameters<typeof viewPicture>[3]) =>
    viewPicture(v, told, system, how);
  const section = sectionView(parts, width);
  return [
    view(explodedView(parts, recipe), 'taken apart, the room to the lower left', {
      wide: 400,
      high: 330,
      numbers: true,
    }),
    view(faceView(parts, 'front'), 'from the front, without cloth', {
      wide: 210,
      high: 290,
      across: width,
      up: height,
    }),
    view(faceView(parts, 'back'), 'from behind', { wide: 190, high: 290 }),
    view(section, 'section, wall to the left', { wide: 150, high: 290, across: section.right - section.left }),
    ...(isCornered(recipe.form) || recipe.scatterer
      ? [view(planView(parts, height), 'from above, wall below', { wide: 300, high: 190 })]
      : []),
  ];
}
