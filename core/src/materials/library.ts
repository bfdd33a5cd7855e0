/**
 * Absorption of ordinary surfaces, random incidence, octaves 63–8000 Hz.
 *
 * Rounded typical values as they recur in room-acoustics textbooks; 63 Hz and 8 kHz are seldom measured and are
 * extrapolated (stated per entry by the class). `spread` is the relative uncertainty that enters every predicted decay.
 */
import type { PerOctave } from '../quantities/bands';

/** Where values come from: repeated textbook values, textbook values of surfaces that differ widely, or an estimate. */
export type SourceClass = 'textbook' | 'textbook-varied' | 'estimate';

export const SPREAD: Record<SourceClass, number> = { textbook: 0.15, 'textbook-varied': 0.3, estimate: 0.4 };

export interface Material {
  id: string;
  name: string;
  group: 'masonry' | 'boards' | 'floor' | 'glass and doors' | 'soft';
  alpha: PerOctave;
  source: SourceClass;
}

function material(id: string, name: string, group: Material['group'], source: SourceClass, alpha: number[]): Material {
  return { id, name, group, alpha, source };
}

export const MATERIALS: readonly Material[] = [
  material(
    'plaster-on-brick',
    'Plaster on brick',
    'masonry',
    'textbook',
    [0.01, 0.01, 0.02, 0.02, 0.03, 0.04, 0.05, 0.05],
  ),
  material('brick-bare', 'Brick, unpainted', 'masonry', 'textbook', [0.02, 0.03, 0.03, 0.03, 0.04, 0.05, 0.07, 0.07]),
  material('brick-painted', 'Brick, painted', 'masonry', 'textbook', [0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.03, 0.03]),
  material(
    'concrete-smooth',
    'Concrete, smooth',
    'masonry',
    'textbook',
    [0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.03, 0.03],
  ),
  material(
    'block-bare',
    'Coarse block, unpainted',
    'masonry',
    'textbook-varied',
    [0.2, 0.3, 0.4, 0.35, 0.3, 0.35, 0.28, 0.25],
  ),
  material(
    'block-painted',
    'Coarse block, painted',
    'masonry',
    'textbook',
    [0.08, 0.1, 0.05, 0.06, 0.07, 0.09, 0.08, 0.08],
  ),
  material(
    'lath-and-plaster',
    'Lath and plaster',
    'boards',
    'textbook',
    [0.12, 0.14, 0.1, 0.06, 0.05, 0.04, 0.03, 0.03],
  ),
  material(
    'plasterboard-studs',
    'Plasterboard on studs, cavity empty',
    'boards',
    'textbook-varied',
    [0.2, 0.29, 0.1, 0.05, 0.04, 0.07, 0.09, 0.09],
  ),
  material(
    'plasterboard-wool',
    'Plasterboard on studs, cavity filled',
    'boards',
    'textbook-varied',
    [0.25, 0.22, 0.12, 0.08, 0.06, 0.05, 0.05, 0.05],
  ),
  material(
    'plasterboard-joists',
    'Plasterboard ceiling on joists',
    'boards',
    'textbook-varied',
    [0.18, 0.2, 0.12, 0.08, 0.06, 0.05, 0.05, 0.05],
  ),
  material(
    'boarding-cavity',
    'Thin boarding over a cavity',
    'boards',
    'textbook-varied',
    [0.3, 0.28, 0.2, 0.15, 0.1, 0.09, 0.08, 0.07],
  ),
  material('timber-solid', 'Solid timber lining', 'boards', 'textbook', [0.12, 0.12, 0.11, 0.1, 0.08, 0.08, 0.09, 0.1]),
  material(
    'boards-on-joists',
    'Floorboards on joists',
    'floor',
    'textbook',
    [0.12, 0.15, 0.11, 0.1, 0.07, 0.06, 0.07, 0.07],
  ),
  material('parquet', 'Parquet on concrete', 'floor', 'textbook', [0.03, 0.04, 0.04, 0.07, 0.06, 0.06, 0.07, 0.07]),
  material(
    'lino',
    'Linoleum or vinyl on concrete',
    'floor',
    'textbook',
    [0.02, 0.02, 0.03, 0.03, 0.03, 0.03, 0.02, 0.02],
  ),
  material('tiles', 'Ceramic tiles', 'floor', 'textbook', [0.01, 0.01, 0.01, 0.01, 0.01, 0.02, 0.02, 0.02]),
  material(
    'carpet-thin',
    'Carpet, thin, glued down',
    'floor',
    'textbook',
    [0.02, 0.03, 0.05, 0.1, 0.25, 0.35, 0.45, 0.5],
  ),
  material(
    'carpet-underlay',
    'Carpet, heavy, on underlay',
    'floor',
    'textbook',
    [0.05, 0.08, 0.24, 0.57, 0.69, 0.71, 0.73, 0.73],
  ),
  material(
    'glass-single',
    'Window, single pane',
    'glass and doors',
    'textbook-varied',
    [0.3, 0.35, 0.25, 0.18, 0.12, 0.07, 0.04, 0.03],
  ),
  material(
    'glass-double',
    'Window, double pane',
    'glass and doors',
    'textbook-varied',
    [0.15, 0.15, 0.05, 0.03, 0.03, 0.02, 0.02, 0.02],
  ),
  material('door-solid', 'Door, solid', 'glass and doors', 'textbook', [0.12, 0.14, 0.1, 0.06, 0.08, 0.1, 0.1, 0.1]),
  material(
    'door-hollow',
    'Door, hollow',
    'glass and doors',
    'textbook-varied',
    [0.25, 0.3, 0.2, 0.15, 0.1, 0.08, 0.07, 0.07],
  ),
  material(
    'curtain-heavy',
    'Heavy curtain, half its width in folds',
    'soft',
    'textbook-varied',
    [0.07, 0.14, 0.35, 0.55, 0.72, 0.7, 0.65, 0.6],
  ),
  material(
    'ceiling-tiles',
    'Mineral tiles, hung ceiling',
    'soft',
    'textbook-varied',
    [0.3, 0.4, 0.45, 0.6, 0.75, 0.8, 0.8, 0.75],
  ),
  material('bookshelf', 'Bookshelves, full', 'soft', 'estimate', [0.15, 0.25, 0.35, 0.35, 0.35, 0.35, 0.4, 0.4]),
];

const BY_ID = new Map(MATERIALS.map((m) => [m.id, m]));

export function isMaterial(id: string): boolean {
  return BY_ID.has(id);
}

/** The library's entry. Throws RangeError for an id it does not hold. */
export function materialById(id: string): Material {
  const found = BY_ID.get(id);
  if (!found) throw new RangeError(`materialById: id must be one of the library's materials, got ${id}`);
  return found;
}
