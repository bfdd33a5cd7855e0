/** Parts of everything that is made here, by what they are cut from, and the small things that go with them. */
import type { SmallThing } from '../../catalogue/sorts';
import { cutLength } from '../../quantities/cutLengths';
import { isClosedBox, partsOf } from '../../recipes/parts/partsOf';
import { countOf, type Material, type Part } from '../../recipes/parts/types';
import type { Workshop } from '../../recipes/parts/types';
import type { Recipe } from '../../recipes/types';

/** A part with its number on the build sheet. */
export interface NumberedPart extends Part {
  number: number;
}

/** One make of piece with its parts. */
export interface BuildSheet {
  /** Letter its parts are labelled with: "B" for "B3". */
  letter: string;
  recipe: Recipe;
  overhead: boolean;
  /** How many are made here, and of these how many are not cut yet. */
  count: number;
  uncut: number;
  units: string[];
  parts: NumberedPart[];
}

/** A part wanted so many times. */
export interface Wanted {
  /** "B3" */
  label: string;
  name: Part['name'];
  length: number;
  width: number;
  count: number;
  grain: boolean;
  paired: boolean;
}

/** Everything cut from one material. */
export interface Need {
  key: string;
  of: Material;
  /** Triangles on each other: as many as fill the height, by the thickness of the slab. */
  stacked: boolean;
  parts: Wanted[];
}

const mm = (m: number): string => m.toFixed(5);

/** One name for one material. */
export function materialKey(of: Material): string {
  switch (of.sort) {
    case 'bar':
      return `bar ${mm(of.thickness)} ${mm(of.depth)}`;
    case 'board':
      return `board ${of.make} ${mm(of.thickness)}`;
    case 'slab':
      return `slab ${of.fill.kind} ${of.fill.density} ${of.fill.sigma} ${mm(of.thickness)}`;
    case 'roll':
      return `roll ${of.make}`;
    case 'pipe':
      return `pipe ${mm(of.inner)}`;
    case 'whole':
      return 'whole';
  }
}

/** A, B … Z, AA, AB … */
export function letterOf(i: number): string {
  const last = String.fromCharCode(65 + (i % 26));
  return i < 26 ? last : letterOf(Math.floor(i / 26) - 1) + last;
}

export const numbered = (recipe: Recipe, c: number, workshop: Workshop, overhead: boolean): NumberedPart[] =>
  partsOf(recipe, { c, workshop, overhead }).map((part, i) => ({ ...part, number: i + 1 }));

const ORDER: Material['sort'][] = ['slab', 'bar', 'board', 'pipe', 'roll', 'whole'];

/** What is still to be cut, by material: fill, timber, boards, pipes, cloth; thin ones first. */
export function needsOf(sheets: readonly BuildSheet[]): Need[] {
  const needs = new Map<string, Need>();
  for (const { letter, uncut, parts } of sheets) {
    if (uncut === 0) continue;
    for (const p of parts) {
      const key = materialKey(p.of);
      const need = needs.get(key) ?? { key, of: p.of, stacked: p.paired, parts: [] };
      needs.set(key, need);
      const { name, grain, paired } = p;
      need.parts.push({
        label: `${letter}${p.number}`,
        ...{ name, length: cutLength(p.length), width: cutLength(p.width), grain, paired },
        count: uncut * countOf(p),
      });
    }
  }
  const thick = (n: Need) => ('thickness' in n.of ? n.of.thickness : 0);
  return [...needs.values()].sort(
    (a, b) => ORDER.indexOf(a.of.sort) - ORDER.indexOf(b.of.sort) || thick(a) - thick(b) || (a.key < b.key ? -1 : 1),
  );
}

/** How much of each small thing a piece takes: screws and staples in pieces, glue in g, the others in m, paint in m². */
export type Small = Partial<Record<SmallThing, number>>;

/** Practice: two screws a joint of a frame, one every 15 cm along a board; a staple every 4 cm of cloth; 4 g of glue a screw. */
const SCREWS = { joint: 2, run: 0.15, slat: 2, spacer: 2 };
const STAPLES = 0.04;
const GLUE = 4;
/** Cords under a fill overhead, so that it does not sag, m apart. */
const CORDS = 0.3;

export function smallOf(recipe: Recipe, parts: readonly Part[], overhead: boolean): Small {
  const { width, height, form, layers } = recipe;
  const of = (...names: Part['name'][]) => parts.reduce((sum, p) => sum + (names.includes(p.name) ? countOf(p) : 0), 0);
  const round = 2 * (width + height);
  const sheets = parts.filter((p) => p.of.sort === 'board' && ['front', 'back', 'skin', 'bent sheet'].includes(p.name));
  const screws =
    // Four corners of a frame, both ends of everything across it.
    2 * SCREWS.joint * (of('stile') > 0 ? 2 : 0) +
    2 * SCREWS.joint * of('brace', 'shelf') +
    SCREWS.slat * 2 * of('slat') +
    SCREWS.spacer * of('spacer', 'foot') +
    Math.ceil(sheets.length * (round / SCREWS.run)) +
    4 * of('fin', 'rib');
  const rolls = parts.filter((p) => p.of.sort === 'roll');
  const staples = rolls.reduce((sum, p) => sum + countOf(p) * Math.ceil(round / STAPLES), 0);
  const airtight = recipe.ports !== null || isClosedBox(recipe);
  const framed = layers.some((l) => l.type === 'porous') && form !== 'block';
  const [short, long] = [Math.min(width, height), Math.max(width, height)];
  const wood = parts
    .filter((p) => p.of.sort === 'board' || p.name === 'slat' || p.name === 'block')
    .reduce((sum, p) => sum + countOf(p) * p.length * p.width, 0);
  const small: Small = {
    screw: screws,
    staple: staples,
    glue: screws * GLUE + of('block', 'duct') * 2 * GLUE,
    sealant: airtight ? 4 * round : 0,
    cord: overhead && framed && !airtight ? Math.max(0, Math.ceil(long / CORDS - 1e-9) - 1) * short : 0,
    'foam-strip': form === 'plug' ? round : 0,
    paint: 2 * wood,
  };
  return Object.fromEntries(Object.entries(small).filter(([, n]) => n > 1e-9));
}
