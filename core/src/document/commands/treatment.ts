/** Edits of what is marked, hung, decided and bought. */
import { hangsSo } from '../../fixings/ways';
import { builtWide } from '../../recipes/wells';
import { summed } from '../recipes';
import { isByNumber, type Piece, type Project } from '../schema/project';
import { found, put, putAll, takeAll, takeFrom } from './lists';
import type { Handlers, TreatmentCommand } from './types';

/** Numbers as pieces; what was decided before of the same recipe on the same place keeps its id and its dates. */
function putNumbers(
  treatment: Project['treatment'],
  { of, numbers, at }: Extract<TreatmentCommand, { type: 'set-numbers' }>,
) {
  const stays = (p: Piece) => !isByNumber(p) || (of !== null && p.recipe !== of);
  const before = treatment.pieces.filter(isByNumber).filter((p) => !stays(p));
  const ids = new Set(treatment.pieces.map((p) => p.id));
  let n = 0;
  const free = (): string => {
    do n += 1;
    while (ids.has(`lot-${n}`));
    return `lot-${n}`;
  };
  const lots = summed(numbers).map(({ recipe, on, count }): Piece => {
    const known = before.find((p) => p.recipe === recipe && p.place.on === on);
    const place = { kind: 'number' as const, on, count };
    if (known) return { ...known, place };
    const dates = { decided: at, laidOut: null, hung: null };
    return {
      id: free(),
      name: '',
      recipe,
      place,
      state: 'decided',
      dates,
      covers: [],
      locked: false,
      meant: null,
      note: '',
    };
  });
  treatment.pieces = [...treatment.pieces.filter(stays), ...lots];
}

export const TREATMENT: Handlers<TreatmentCommand> = {
  'set-marking'(draft, { marking }) {
    Object.assign(draft.marking, marking);
  },
  'set-stock'({ treatment }, { stock }) {
    treatment.stock = stock.map((s) => ({ ...s }));
  },
  'put-pieces'({ treatment }, { pieces }) {
    putAll(treatment.pieces, pieces);
  },
  'take-pieces'({ treatment }, { ids }) {
    takeAll(treatment.pieces, ids);
  },
  'set-piece-state'({ treatment }, { ids, state, at }) {
    for (const id of ids) {
      const piece = found(treatment.pieces, id);
      piece.state = state;
      piece.dates.hung = state === 'hung' ? at : null;
      // What is no longer up goes back to where it was to go.
      if (state !== 'hung' && piece.place.kind === 'at' && piece.meant) {
        Object.assign(piece.place, piece.meant);
        piece.meant = null;
      }
    }
  },
  'set-locked'({ treatment }, { ids, locked }) {
    for (const id of ids) found(treatment.pieces, id).locked = locked;
  },
  'set-hanging'({ treatment }, { hanging }) {
    Object.assign(treatment.hanging, hanging);
  },
  'set-fixings'({ treatment }, { fixings }) {
    Object.assign(treatment.fixings, fixings);
  },
  'set-way'({ treatment: { fixings } }, { recipe, way }) {
    if (way === null) delete fixings.ways[recipe];
    else fixings.ways[recipe] = way;
  },
  'set-cover'({ treatment }, { recipe }) {
    treatment.cover = recipe;
  },
  'set-usable'({ treatment }, { usable }) {
    treatment.usable = [...usable];
  },
  'set-treatment-rules'({ treatment }, { marksFirst, leftRightAlike }) {
    if (marksFirst !== undefined) treatment.marksFirst = marksFirst;
    if (leftRightAlike !== undefined) treatment.leftRightAlike = leftRightAlike;
  },
  'set-numbers'({ treatment }, command) {
    putNumbers(treatment, command);
  },
  'put-recipe'({ treatment }, { recipe }) {
    put(treatment.recipes, builtWide(structuredClone(recipe)));
    const way = treatment.fixings.ways[recipe.id];
    // Made in another form it may no longer hang so.
    if (way && !hangsSo(recipe.form, way)) delete treatment.fixings.ways[recipe.id];
  },
  'take-recipe'({ treatment, buying }, { id }) {
    takeFrom(treatment.recipes, id);
    delete treatment.fixings.ways[id];
    treatment.pieces = treatment.pieces.filter((p) => p.recipe !== id);
    treatment.plan.recipes = treatment.plan.recipes.filter((r) => r.id !== id);
    delete buying.readyMade[id];
  },
  'set-plan'({ treatment }, { plan }) {
    Object.assign(treatment.plan, structuredClone(plan));
  },
  'set-prices'({ treatment }, { prices }) {
    Object.assign(treatment.prices, prices);
  },
  'set-workshop'({ buying }, { workshop }) {
    Object.assign(buying.workshop, workshop);
  },
  'set-buying'(draft, { buying }) {
    Object.assign(draft.buying, buying);
  },
  'put-wares'({ buying }, { wares }) {
    putAll(buying.catalogue, wares);
  },
  'take-wares'({ buying }, { ids }) {
    takeAll(buying.catalogue, ids);
  },
  'put-in-hand'({ buying }, { items }) {
    putAll(buying.inHand, items);
  },
  'take-in-hand'({ buying }, { ids }) {
    takeAll(buying.inHand, ids);
  },
  'set-ready-made'({ buying }, { recipe, as }) {
    if (as === null) delete buying.readyMade[recipe];
    else buying.readyMade[recipe] = { ...as };
  },
  'set-making'({ making }, changes) {
    Object.assign(making, changes.making);
  },
  'tick-step'({ making, log }, { units, step, at, entry }) {
    const those = new Set(units);
    making.done = making.done.filter((d) => d.step !== step || !those.has(d.unit));
    if (at !== null) making.done.push(...units.map((unit) => ({ unit, step, at })));
    if (entry) putAll(log, [entry]);
  },
  'put-paid'({ making }, { paid }) {
    putAll(making.paid, [paid]);
  },
  'take-paid'({ making }, { id }) {
    takeAll(making.paid, [id]);
  },
};
