/** Edits of what is marked, hung, decided and bought. */
import { builtWide } from '../../recipes/wells';
import { put, takeFrom } from './lists';
import type { Handlers, TreatmentCommand } from './types';

const aboveNone = (counts: Record<string, number>): Record<string, number> =>
  Object.fromEntries(Object.entries(counts).filter(([, n]) => n > 0));

export const TREATMENT: Handlers<TreatmentCommand> = {
  'set-marking'(draft, { marking }) {
    Object.assign(draft.marking, marking);
  },
  'set-stock'({ treatment }, { stock }) {
    treatment.stock = stock.map((s) => ({ ...s }));
  },
  hang({ treatment }, { pieces }) {
    for (const piece of pieces) put(treatment.hung, { ...piece });
  },
  'take-down'({ treatment }, { ids }) {
    for (const id of ids) takeFrom(treatment.hung, id);
  },
  'set-panel'({ treatment }, { panel }) {
    Object.assign(treatment.panel, panel);
  },
  'set-usable'({ treatment }, { usable }) {
    treatment.usable = [...usable];
  },
  'set-treatment-rules'({ treatment }, { marksFirst, leftRightAlike }) {
    if (marksFirst !== undefined) treatment.marksFirst = marksFirst;
    if (leftRightAlike !== undefined) treatment.leftRightAlike = leftRightAlike;
  },
  'set-counts'({ treatment }, { counts }) {
    treatment.counts = aboveNone(counts);
  },
  'set-mix'({ treatment }, { counts, mix }) {
    treatment.counts = aboveNone(counts);
    treatment.mix = Object.fromEntries(
      Object.entries(mix)
        .map(([id, places]): [string, Record<string, number>] => [id, aboveNone(places)])
        .filter(([, places]) => Object.keys(places).length > 0),
    );
  },
  'put-recipe'({ treatment }, { recipe }) {
    put(treatment.recipes, builtWide(structuredClone(recipe)));
  },
  'take-recipe'({ treatment }, { id }) {
    takeFrom(treatment.recipes, id);
    delete treatment.mix[id];
    treatment.plan.recipes = treatment.plan.recipes.filter((r) => r.id !== id);
  },
  'set-plan'({ treatment }, { plan }) {
    Object.assign(treatment.plan, structuredClone(plan));
  },
  'set-prices'({ treatment }, { prices }) {
    Object.assign(treatment.prices, prices);
  },
  'set-buying'(draft, { buying }) {
    Object.assign(draft.buying, buying);
  },
};
