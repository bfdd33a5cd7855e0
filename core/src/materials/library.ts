/**
 * Absorption of ordinary surfaces, random incidence, octaves 63–8000 Hz.
 *
 * Rounded typical values as they recur in room-acoustics textbooks; 63 Hz and 8 kHz are seldom measured and are
 * extrapolated (stated per entry by the class). {@link SPREAD} is the uncertainty that enters every predicted decay.
 * Furniture and people are typical wholes; pieces carry m² of equivalent absorption area instead of a coefficient.
 */
/**
 * Where values come from: repeated textbook values, textbook values of surfaces that differ widely, a laboratory's own
 * sheet, a computation, or an estimate.
 */
export type SourceClass = 'laboratory' | 'textbook' | 'textbook-varied' | 'computed' | 'estimate';

/** Relative uncertainty (about one standard deviation) of a coefficient by where it comes from. */
export const SPREAD: Record<SourceClass, number> = {
  laboratory: 0.1,
  textbook: 0.15,
  'textbook-varied': 0.3,
  computed: 0.2,
  estimate: 0.4,
};

export const GROUPS = [
  'masonry',
  'boards',
  'floor',
  'glass and doors',
  'soft',
  'ceiling',
  'furniture',
  'people',
  'openings',
] as const;
export type MaterialGroup = (typeof GROUPS)[number];

/** Largest coefficient a laboratory sheet may carry: edge effects take small samples above 1, not further. */
export const HIGHEST_COEFFICIENT = 1.2;

export interface Material {
  id: string;
  name: string;
  group: MaterialGroup;
  /** Octaves 63–8000 Hz: a coefficient, or with `per` "piece" the equivalent absorption area of one piece in m². */
  alpha: readonly number[];
  source: SourceClass;
  per: 'area' | 'piece';
  /** Of one the room has taught of: coefficients that stand for its admittance under long waves, octaves 63 and 125. */
  learned?: { low: readonly number[] };
}

function material(
  id: string,
  name: string,
  group: MaterialGroup,
  source: SourceClass,
  alpha: readonly number[],
  per: Material['per'] = 'area',
): Material {
  return { id, name, group, alpha, source, per };
}

// One entry a line, as a table is read.
// prettier-ignore
export const MATERIALS: readonly Material[] = [
  material('plaster-on-brick', 'Plaster on brick', 'masonry', 'textbook', [0.01, 0.01, 0.02, 0.02, 0.03, 0.04, 0.05, 0.05]),
  material('brick-bare', 'Brick, unpainted', 'masonry', 'textbook', [0.02, 0.03, 0.03, 0.03, 0.04, 0.05, 0.07, 0.07]),
  material('brick-painted', 'Brick, painted', 'masonry', 'textbook', [0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.03, 0.03]),
  material('concrete-smooth', 'Concrete, smooth', 'masonry', 'textbook', [0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.03, 0.03]),
  material('block-bare', 'Coarse block, unpainted', 'masonry', 'textbook-varied', [0.2, 0.3, 0.4, 0.35, 0.3, 0.35, 0.28, 0.25]),
  material('block-painted', 'Coarse block, painted', 'masonry', 'textbook', [0.08, 0.1, 0.05, 0.06, 0.07, 0.09, 0.08, 0.08]),
  material('lath-and-plaster', 'Lath and plaster', 'boards', 'textbook', [0.12, 0.14, 0.1, 0.06, 0.05, 0.04, 0.03, 0.03]),
  material('plasterboard-studs', 'Plasterboard on studs, cavity empty', 'boards', 'textbook-varied', [0.2, 0.29, 0.1, 0.05, 0.04, 0.07, 0.09, 0.09]),
  material('plasterboard-wool', 'Plasterboard on studs, cavity filled', 'boards', 'textbook-varied', [0.25, 0.22, 0.12, 0.08, 0.06, 0.05, 0.05, 0.05]),
  material('plasterboard-joists', 'Plasterboard ceiling on joists', 'boards', 'textbook-varied', [0.18, 0.2, 0.12, 0.08, 0.06, 0.05, 0.05, 0.05]),
  material('boarding-cavity', 'Thin boarding over a cavity', 'boards', 'textbook-varied', [0.3, 0.28, 0.2, 0.15, 0.1, 0.09, 0.08, 0.07]),
  material('timber-solid', 'Solid timber lining', 'boards', 'textbook', [0.12, 0.12, 0.11, 0.1, 0.08, 0.08, 0.09, 0.1]),
  material('boards-on-joists', 'Floorboards on joists', 'floor', 'textbook', [0.12, 0.15, 0.11, 0.1, 0.07, 0.06, 0.07, 0.07]),
  material('parquet', 'Parquet on concrete', 'floor', 'textbook', [0.03, 0.04, 0.04, 0.07, 0.06, 0.06, 0.07, 0.07]),
  material('lino', 'Linoleum or vinyl on concrete', 'floor', 'textbook', [0.02, 0.02, 0.03, 0.03, 0.03, 0.03, 0.02, 0.02]),
  material('tiles', 'Ceramic tiles', 'floor', 'textbook', [0.01, 0.01, 0.01, 0.01, 0.01, 0.02, 0.02, 0.02]),
  material('carpet-thin', 'Carpet, thin, glued down', 'floor', 'textbook', [0.02, 0.03, 0.05, 0.1, 0.25, 0.35, 0.45, 0.5]),
  material('carpet-underlay', 'Carpet, heavy, on underlay', 'floor', 'textbook', [0.05, 0.08, 0.24, 0.57, 0.69, 0.71, 0.73, 0.73]),
  material('glass-single', 'Window, single pane', 'glass and doors', 'textbook-varied', [0.3, 0.35, 0.25, 0.18, 0.12, 0.07, 0.04, 0.03]),
  material('glass-double', 'Window, double pane', 'glass and doors', 'textbook-varied', [0.15, 0.15, 0.05, 0.03, 0.03, 0.02, 0.02, 0.02]),
  material('door-solid', 'Door, solid', 'glass and doors', 'textbook', [0.12, 0.14, 0.1, 0.06, 0.08, 0.1, 0.1, 0.1]),
  material('door-hollow', 'Door, hollow', 'glass and doors', 'textbook-varied', [0.25, 0.3, 0.2, 0.15, 0.1, 0.08, 0.07, 0.07]),
  material('curtain-heavy', 'Heavy curtain, half its width in folds', 'soft', 'textbook-varied', [0.07, 0.14, 0.35, 0.55, 0.72, 0.7, 0.65, 0.6]),
  material('ceiling-tiles', 'Mineral tiles, hung ceiling', 'ceiling', 'textbook-varied', [0.3, 0.4, 0.45, 0.6, 0.75, 0.8, 0.8, 0.75]),
  material('bookshelf', 'Bookshelves, full', 'soft', 'estimate', [0.15, 0.25, 0.35, 0.35, 0.35, 0.35, 0.4, 0.4]),
  material('stone-rubble', 'Rubble stone, open joints', 'masonry', 'textbook-varied', [0.02, 0.03, 0.04, 0.05, 0.06, 0.07, 0.08, 0.08]),
  material('stone-smooth', 'Dressed stone or marble', 'masonry', 'textbook', [0.01, 0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.02]),
  material('plaster-lime-rough', 'Lime plaster, rough', 'masonry', 'textbook', [0.02, 0.02, 0.03, 0.04, 0.05, 0.06, 0.07, 0.08]),
  material('clay-plaster', 'Clay plaster on lath', 'masonry', 'textbook-varied', [0.08, 0.1, 0.08, 0.07, 0.06, 0.06, 0.07, 0.08]),
  material('aerated-block', 'Aerated block, bare', 'masonry', 'textbook-varied', [0.1, 0.12, 0.15, 0.18, 0.22, 0.22, 0.22, 0.22]),
  material('concrete-rough', 'Concrete, rough', 'masonry', 'textbook', [0.01, 0.02, 0.03, 0.03, 0.03, 0.04, 0.05, 0.05]),
  material('osb-on-studs', 'Strand board on studs', 'boards', 'textbook-varied', [0.22, 0.2, 0.15, 0.1, 0.09, 0.09, 0.1, 0.1]),
  material('plywood-6-cavity', 'Plywood 6 mm over 5 cm', 'boards', 'textbook-varied', [0.35, 0.42, 0.25, 0.12, 0.1, 0.08, 0.07, 0.06]),
  material('plywood-12-cavity', 'Plywood 12 mm over 5 cm', 'boards', 'textbook-varied', [0.28, 0.25, 0.18, 0.11, 0.09, 0.08, 0.07, 0.07]),
  material('plasterboard-double', 'Plasterboard, two layers, on studs', 'boards', 'textbook-varied', [0.14, 0.12, 0.08, 0.06, 0.05, 0.05, 0.05, 0.05]),
  material('plasterboard-on-wall', 'Plasterboard glued to a wall', 'boards', 'textbook', [0.06, 0.08, 0.06, 0.05, 0.05, 0.05, 0.05, 0.05]),
  material('tongue-and-groove', 'Tongue-and-groove boarding on battens', 'boards', 'textbook-varied', [0.2, 0.24, 0.19, 0.14, 0.08, 0.1, 0.12, 0.12]),
  material('cork-wall', 'Cork sheet 10 mm on wall', 'boards', 'textbook-varied', [0.02, 0.04, 0.08, 0.16, 0.25, 0.25, 0.25, 0.22]),
  material('metal-sheet', 'Sheet metal, damped at its back', 'boards', 'estimate', [0.2, 0.15, 0.1, 0.06, 0.04, 0.04, 0.04, 0.04]),
  material('laminate', 'Laminate on foam underlay', 'floor', 'textbook-varied', [0.06, 0.08, 0.09, 0.1, 0.08, 0.06, 0.06, 0.06]),
  material('screed', 'Cement screed, painted', 'floor', 'textbook', [0.01, 0.01, 0.01, 0.02, 0.02, 0.02, 0.02, 0.02]),
  material('rubber-floor', 'Rubber sheet 5 mm on concrete', 'floor', 'textbook', [0.02, 0.04, 0.04, 0.08, 0.08, 0.1, 0.08, 0.08]),
  material('cork-floor', 'Cork tiles, sealed', 'floor', 'textbook', [0.02, 0.02, 0.03, 0.05, 0.07, 0.07, 0.08, 0.08]),
  material('carpet-tile', 'Carpet tiles, needle felt', 'floor', 'textbook', [0.02, 0.02, 0.05, 0.12, 0.22, 0.33, 0.4, 0.45]),
  material('carpet-on-boards', 'Carpet, medium, on floorboards', 'floor', 'textbook-varied', [0.12, 0.15, 0.15, 0.25, 0.35, 0.45, 0.5, 0.5]),
  material('rug-thick', 'Rug, thick, laid loose', 'floor', 'textbook-varied', [0.04, 0.07, 0.15, 0.35, 0.5, 0.6, 0.65, 0.65]),
  material('rug-thin', 'Rug, flat-woven', 'floor', 'textbook-varied', [0.02, 0.03, 0.06, 0.12, 0.22, 0.3, 0.38, 0.4]),
  material('raised-floor', 'Raised floor on pedestals', 'floor', 'textbook-varied', [0.3, 0.22, 0.14, 0.1, 0.08, 0.07, 0.07, 0.07]),
  material('glass-triple', 'Window, triple pane', 'glass and doors', 'textbook-varied', [0.12, 0.1, 0.05, 0.03, 0.02, 0.02, 0.02, 0.02]),
  material('glass-block', 'Glass blocks', 'glass and doors', 'textbook', [0.03, 0.03, 0.02, 0.02, 0.02, 0.02, 0.02, 0.02]),
  material('glass-studio', 'Studio window, two thick panes', 'glass and doors', 'textbook-varied', [0.1, 0.08, 0.04, 0.03, 0.02, 0.02, 0.02, 0.02]),
  material('door-soundproof', 'Door, heavy, sealed', 'glass and doors', 'textbook-varied', [0.15, 0.12, 0.08, 0.06, 0.06, 0.06, 0.06, 0.06]),
  material('door-metal', 'Door, sheet steel', 'glass and doors', 'estimate', [0.2, 0.15, 0.1, 0.06, 0.04, 0.04, 0.04, 0.04]),
  material('shutter-wood', 'Shutters, wood, closed', 'glass and doors', 'estimate', [0.18, 0.2, 0.15, 0.12, 0.1, 0.1, 0.1, 0.1]),
  material('curtain-light', 'Light curtain, hung flat', 'soft', 'textbook', [0.02, 0.03, 0.04, 0.11, 0.17, 0.24, 0.35, 0.35]),
  material('curtain-medium', 'Medium curtain, half its width in folds', 'soft', 'textbook-varied', [0.05, 0.07, 0.31, 0.49, 0.7, 0.66, 0.6, 0.55]),
  material('curtain-airspace', 'Heavy curtain 15 cm before a wall', 'soft', 'textbook-varied', [0.12, 0.25, 0.5, 0.7, 0.8, 0.8, 0.78, 0.75]),
  material('felt-wall', 'Felt 10 mm on wall', 'soft', 'textbook-varied', [0.02, 0.03, 0.08, 0.22, 0.45, 0.65, 0.72, 0.72]),
  material('foam-50', 'Open-cell foam 5 cm on wall', 'soft', 'textbook-varied', [0.06, 0.14, 0.35, 0.75, 0.95, 0.95, 0.92, 0.9]),
  material('wool-50', 'Mineral wool 5 cm behind cloth', 'soft', 'textbook-varied', [0.08, 0.2, 0.55, 0.9, 0.95, 0.95, 0.92, 0.9]),
  material('wool-100', 'Mineral wool 10 cm behind cloth', 'soft', 'textbook-varied', [0.2, 0.5, 0.9, 0.98, 0.98, 0.98, 0.96, 0.95]),
  material('wood-wool', 'Wood-wool board 25 mm on battens', 'ceiling', 'textbook-varied', [0.1, 0.15, 0.3, 0.6, 0.6, 0.6, 0.7, 0.75]),
  material('plaster-acoustic', 'Porous plaster 25 mm', 'ceiling', 'textbook-varied', [0.08, 0.15, 0.3, 0.5, 0.65, 0.7, 0.7, 0.68]),
  material('perforated-plasterboard', 'Perforated plasterboard, fleece, cavity', 'ceiling', 'textbook-varied', [0.3, 0.45, 0.65, 0.7, 0.65, 0.55, 0.5, 0.45]),
  material('ceiling-metal-pan', 'Perforated metal pans with fleece', 'ceiling', 'textbook-varied', [0.3, 0.4, 0.6, 0.7, 0.75, 0.75, 0.7, 0.65]),
  material('roof-boarding', 'Roof boarding between rafters', 'ceiling', 'textbook-varied', [0.2, 0.2, 0.15, 0.11, 0.09, 0.09, 0.1, 0.1]),
  material('open-to-outside', 'Open window or passage to a large space', 'openings', 'textbook', [1, 1, 1, 1, 1, 1, 1, 1]),
  material('vent-grille', 'Ventilation grille', 'openings', 'textbook-varied', [0.4, 0.4, 0.45, 0.5, 0.5, 0.5, 0.5, 0.5]),
  material('alcove-shelved', 'Alcove or stair opening, small', 'openings', 'estimate', [0.3, 0.3, 0.35, 0.4, 0.45, 0.5, 0.5, 0.5]),
  material('radiator-steel', 'Radiator, steel panel', 'openings', 'estimate', [0.1, 0.08, 0.06, 0.05, 0.04, 0.04, 0.04, 0.04]),
  material('desk-wood', 'Desk or table, wood', 'furniture', 'estimate', [0.08, 0.08, 0.07, 0.06, 0.06, 0.06, 0.06, 0.06]),
  material('cupboard-closed', 'Wardrobe or cupboard, doors closed', 'furniture', 'estimate', [0.25, 0.22, 0.15, 0.1, 0.08, 0.07, 0.07, 0.07]),
  material('wardrobe-open', 'Wardrobe, doors open, full of clothes', 'furniture', 'estimate', [0.25, 0.4, 0.6, 0.75, 0.8, 0.8, 0.78, 0.75]),
  material('upholstery-heavy', 'Upholstery, deep, cloth', 'furniture', 'textbook-varied', [0.25, 0.4, 0.55, 0.65, 0.7, 0.7, 0.65, 0.6]),
  material('upholstery-leather', 'Upholstery, leather', 'furniture', 'textbook-varied', [0.25, 0.35, 0.45, 0.45, 0.4, 0.3, 0.25, 0.2]),
  material('mattress', 'Bed with mattress and bedding', 'furniture', 'textbook-varied', [0.25, 0.4, 0.6, 0.7, 0.75, 0.75, 0.7, 0.7]),
  material('gobo-100', 'Free-standing screen, 10 cm wool, cloth', 'furniture', 'computed', [0.15, 0.4, 0.8, 0.95, 0.95, 0.95, 0.92, 0.9]),
  material('shelf-records', 'Shelf packed with records', 'furniture', 'estimate', [0.1, 0.15, 0.18, 0.2, 0.2, 0.22, 0.25, 0.25]),
  material('person-standing', 'Person, standing', 'people', 'textbook-varied', [0.15, 0.18, 0.35, 0.6, 0.9, 1, 1, 0.95], 'piece'),
  material('person-seated', 'Person on a wooden chair', 'people', 'textbook-varied', [0.12, 0.16, 0.28, 0.5, 0.72, 0.82, 0.85, 0.85], 'piece'),
  material('person-upholstered', 'Person in an upholstered chair', 'people', 'textbook-varied', [0.2, 0.3, 0.42, 0.58, 0.75, 0.85, 0.85, 0.85], 'piece'),
  material('chair-wood', 'Wooden chair, empty', 'furniture', 'textbook', [0.01, 0.02, 0.02, 0.03, 0.04, 0.05, 0.05, 0.05], 'piece'),
  material('chair-upholstered', 'Upholstered chair, empty', 'furniture', 'textbook-varied', [0.15, 0.22, 0.35, 0.45, 0.5, 0.5, 0.48, 0.45], 'piece'),
  material('chair-office', 'Office chair, padded', 'furniture', 'estimate', [0.1, 0.15, 0.22, 0.3, 0.35, 0.35, 0.35, 0.35], 'piece'),
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
