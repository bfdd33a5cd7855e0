/** Labels to stick on pieces and parts: number, where it goes, which way up. */
import { unitsOf } from '../../document/units';
import type { Project } from '../../document/schema/project';
import { cutText } from '../../quantities/cutLengths';
import type { LengthSystem } from '../../quantities/lengths';
import { countOf } from '../../recipes/parts/types';
import type { BuildSheet } from '../../studies/build/needs';
import type { HungPiece } from '../../studies/hang/study';
import { materialName } from './build';
import { surfaceWords } from '../tapes';

export interface Label {
  head: string;
  lines: string[];
  /** Whether it says which way up it goes. */
  up: boolean;
}

/** A label a piece with its number and wall, then one a part that could be mistaken for another. */
export function labelsOf(
  { treatment }: Pick<Project, 'treatment'>,
  sheets: readonly BuildSheet[],
  hung: readonly HungPiece[],
  faces: readonly { id: string; name: string }[],
  nameOf: (recipe: string) => string,
  system: LengthSystem,
): Label[] {
  const sheetOf = new Map(sheets.flatMap((s) => s.units.map((u) => [u, s] as const)));
  const pieces = treatment.pieces.flatMap((p) =>
    unitsOf(p).flatMap((unit): Label[] => {
      const sheet = sheetOf.get(unit);
      if (!sheet) return [];
      const on = p.place.kind === 'at' ? p.place.face : p.place.on;
      const face = faces.find((f) => f.id === on);
      const label = hung.find((h) => h.id === p.id)?.label;
      return [
        {
          head: label ? `${sheet.letter}  ${label}` : sheet.letter,
          lines: [nameOf(p.recipe), face ? surfaceWords(face.name) : on, ...(p.covers.length > 0 ? ['on a mark'] : [])],
          up: !sheet.overhead,
        },
      ];
    }),
  );
  const parts = sheets.flatMap((s) =>
    s.parts
      .filter((p) => !p.paired && p.of.sort !== 'roll')
      .flatMap((p) => {
        const size = cutText(p.length, system);
        const label: Label = {
          head: `${s.letter}${p.number} ${p.name}`,
          lines: [
            materialName(p.of, system),
            p.of.sort === 'bar' || p.of.sort === 'pipe' ? size : `${size} × ${cutText(p.width, system)}`,
          ],
          up: false,
        };
        return Array.from({ length: countOf(p) * s.count }, () => label);
      }),
  );
  return [...pieces, ...parts];
}
