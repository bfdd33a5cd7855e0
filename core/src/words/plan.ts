/** Words of the plan and of recipes. */
import type { Aim, PlaceClass } from '../dosage/aims';
import type { Demand } from '../dosage/plan';
import type { FillKind } from '../physics/absorbers/fills';
import { FILLS } from '../physics/absorbers/fills';
import type { Caution } from '../recipes/bill';
import type { RecipeKind } from '../recipes/kind';
import type { RecipeForm, RecipeLayer, Scatterer } from '../recipes/types';
import { frequencyLabel } from '../quantities/bands';
import { fixed } from '../quantities/format';
import type { PlanRelaxation } from '../studies/dose/types';

export const AIM_WORDS: Record<Aim, { name: string; why: string }> = {
  cost: { name: 'Least money', why: 'The cheapest that keeps every limit; among equals the fewest pieces.' },
  pieces: { name: 'Fewest pieces', why: 'Least to build and hang; among equals the cheapest.' },
  flat: { name: 'Flattest', why: 'All judged bands as near the middle of their limits as can be.' },
  depth: { name: 'Least depth', why: 'Takes the least of the room’s air away.' },
};

export const PLACE_WORDS: Record<PlaceClass, string> = {
  front: 'front wall',
  left: 'left walls',
  right: 'right walls',
  rear: 'rear wall',
  ceiling: 'ceiling',
  corners: 'upright corners',
  edges: 'ceiling edges',
};

export const FORM_WORDS: Record<RecipeForm, string> = {
  flat: 'Flat on wall or ceiling',
  cloud: 'Hung under the ceiling',
  plug: 'In a window, as a plug',
  straddle: 'Across an upright corner',
  corner: 'Filling an upright corner',
  edge: 'Along a ceiling edge',
  block: 'Free-standing',
  board: 'A hard board, turned',
};

export const LAYER_WORDS: Record<RecipeLayer['type'], string> = {
  porous: 'Fill',
  air: 'Air gap',
  cloth: 'Cloth',
  skin: 'Skin or foil',
  holes: 'Perforated plate',
  slots: 'Slats with slots',
  micro: 'Micro-perforated sheet',
};

export const SCATTER_WORDS: Record<Scatterer['kind'], string> = {
  qrd: 'Wells, quadratic residues',
  prd: 'Wells, primitive root',
  skyline: 'Skyline, primitive root',
  curved: 'Curved front',
  slats: 'Slats over fill',
  bought: 'Bought, of unknown make',
};

export const KIND_WORDS: Record<RecipeKind, string> = {
  absorber: 'absorbs',
  corner: 'corner',
  membrane: 'skin box',
  port: 'holed front',
  scatter: 'scatters',
  board: 'sends elsewhere',
};

export const fillWord = (kind: FillKind): string => FILLS[kind].name;

export const CAUTION_WORDS: Record<Caution, string> = {
  fibres: 'Fibres: gloves, mask and eyes when cutting; wrap the fill.',
  fire: 'Fire class of fill and cloth: follow the local code; keep off heaters, lamps and detectors.',
  overhead:
    'Hangs overhead: fix into structure, keep to the fixing maker’s ratings, add a safety line; if in doubt ask a qualified builder.',
  heavy: 'Heavier than 15 kg: two people, and anchors made for the load.',
  airtight: 'Must be airtight: seal every joint, then measure where it rings.',
};

const money = (value: number, currency: string): string => `${fixed(value, 0)} ${currency}`;

/** One demand in words, with its figure where it has one. */
export function demandWords(d: Demand, names: (place: string) => string): string {
  switch (d.kind) {
    case 'long':
      return `${frequencyLabel(d.band)} Hz must not ring too long`;
    case 'dead':
      return `${frequencyLabel(d.band)} Hz must not become too dead`;
    case 'money':
      return 'the money';
    case 'pieces':
      return 'the number of pieces';
    case 'front':
      return 'the cover of walls and ceiling';
    case 'mass':
      return 'the weight';
    case 'ceilingMass':
      return 'the weight overhead';
    case 'alike':
      return 'left and right alike';
    case 'corners':
      return 'corners first';
    case 'marks':
      return `the first reflections on ${names(d.place)}`;
    case 'space':
      return `the room there is on ${names(d.place)}`;
  }
}

/** The contradiction in a sentence. */
export function conflictSentence(conflict: readonly Demand[], names: (place: string) => string): string {
  const [only] = conflict;
  if (conflict.length === 1 && only) {
    if (only.kind === 'long')
      return `However many hang where they may, ${frequencyLabel(only.band)} Hz rings too long: these recipes absorb too little there.`;
    if (only.kind === 'dead') return `${frequencyLabel(only.band)} Hz is too dead already, before anything hangs.`;
    if (only.kind === 'marks')
      return `The first reflections on ${names(only.place)} cannot be covered with these recipes.`;
    return `${demandWords(only, names)} alone cannot be kept.`;
  }
  const words = conflict.map((d) => demandWords(d, names));
  return `These cannot be kept together: ${words.join('; ')}. Leave out any one of them and the others can be.`;
}

/** The nearest way out through one demand. */
export function relaxationSentence(r: PlanRelaxation, currency: string, names: (place: string) => string): string {
  const d = r.demand;
  const what = demandWords(d, names);
  if (r.to === null) return `Leave out ${what}.`;
  const pieces = `${r.totals.pieces} pieces, ${money(r.totals.cost, currency)}`;
  const tail = r.helps ? `: ${pieces}` : `; other limits cannot be kept either: ${pieces}`;
  switch (d.kind) {
    case 'long':
      return `Allow ${fixed(r.to, 2)} s at ${frequencyLabel(d.band)} Hz instead of ${fixed(r.now ?? 0, 2)} s${tail}.`;
    case 'dead':
      return `Accept ${fixed(r.to, 2)} s at ${frequencyLabel(d.band)} Hz instead of at least ${fixed(r.now ?? 0, 2)} s${tail}.`;
    case 'money':
      return `Allow ${money(Math.ceil(r.to), currency)} instead of ${money(r.now ?? 0, currency)}${tail}.`;
    case 'pieces':
      return `Allow ${fixed(Math.ceil(r.to - 1e-9), 0)} pieces instead of ${fixed(r.now ?? 0, 0)}${tail}.`;
    case 'front':
      return `Cover ${fixed(r.to * 100, 0)} % of walls and ceiling instead of ${fixed((r.now ?? 0) * 100, 0)} %${tail}.`;
    case 'mass':
    case 'ceilingMass':
      return `Allow ${fixed(Math.ceil(r.to), 0)} kg instead of ${fixed(r.now ?? 0, 0)} kg for ${what}${tail}.`;
    case 'corners':
      return `Fill ${fixed(r.to, 1)} m of the corners instead of ${fixed(r.now ?? 0, 1)} m${tail}.`;
    default:
      return `Leave out ${what}${tail}.`;
  }
}
