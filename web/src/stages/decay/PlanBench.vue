<script setup lang="ts">
/** What the plan may use and must keep: recipes and where they may go, the aim, limits, wishes, prices. */
import { computed, ref } from 'vue';
import { AIMS, type PlaceClass } from '@tawny/core/dosage/aims';
import { coverOf, freeRecipeId } from '@tawny/core/document/recipes';
import { LIMITS, type Plan } from '@tawny/core/document/schema/project';
import { lengthText } from '@tawny/core/quantities/lengths';
import { recipeFault } from '@tawny/core/recipes/curve';
import { classesOf } from '@tawny/core/room/places';
import { AIM_WORDS, PLACE_WORDS } from '@tawny/core/words/plan';
import ChoiceField from '../../fields/ChoiceField.vue';
import NumberField from '../../fields/NumberField.vue';
import PickList from '../../fields/PickList.vue';
import { useSession } from '../../stores/session';
import { usePlanStage } from './usePlanStage';

const { doc, project, recipes, nameOf, currency } = usePlanStage();
const session = useSession();
const plan = computed(() => project.value.treatment.plan);
const set = (change: Partial<Plan>) => doc.run({ type: 'set-plan', plan: change });
const aims = AIMS.map((value) => ({ value, title: AIM_WORDS[value].name }));
const bands = [
  { value: 'octaves', title: 'Octaves' },
  { value: 'thirds', title: 'Third octaves' },
];
const picked = ref<string | null>(null);
const items = computed(() =>
  plan.value.recipes.map((r) => ({
    id: r.id,
    name: nameOf(r.id),
    detail: r.where.length === 0 ? 'nowhere' : r.where.map((w) => PLACE_WORDS[w]).join(', '),
  })),
);
const classes = (id: string): PlaceClass[] => {
  const recipe = recipes.value.find((r) => r.id === id);
  return recipe ? classesOf(recipe) : [];
};
const others = computed(() =>
  recipes.value
    .filter((r) => !plan.value.recipes.some((p) => p.id === r.id) && recipeFault(r) === null && classesOf(r).length > 0)
    .map((r) => ({ value: r.id, title: r.name })),
);
const add = (id: string) =>
  set({ recipes: [...plan.value.recipes.map((r) => ({ ...r, where: [...r.where] })), { id, where: classes(id) }] });
/** Sizes of the stock that what covers first reflections does not have: as a recipe of one's own they join the plan. */
const cover = computed(() => coverOf(project.value));
const sizes = computed(() =>
  project.value.treatment.stock
    .filter((s) => s.width !== cover.value.width || s.height !== cover.value.height)
    .map((s) => ({
      ...s,
      name: `${nameOf(cover.value.id)}, ${lengthText(s.width, session.system)} × ${lengthText(s.height, session.system)}`,
    }))
    .filter((s) => !recipes.value.some((r) => r.name === s.name)),
);
function addSize(size: { width: number; height: number; name: string }): void {
  const recipe = { ...structuredClone(cover.value), ...size, id: freeRecipeId(project.value) };
  if (doc.run({ type: 'put-recipe', recipe })) add(recipe.id);
}
const remove = (id: string) => set({ recipes: plan.value.recipes.filter((r) => r.id !== id) });
function where(id: string, place: PlaceClass, on: boolean): void {
  set({
    recipes: plan.value.recipes.map((r) =>
      r.id === id ? { id, where: on ? [...r.where, place] : r.where.filter((w) => w !== place) } : { ...r },
    ),
  });
}
interface Cap {
  key: 'money' | 'pieces' | 'coverage' | 'mass' | 'ceilingMass' | 'cornersFirst';
  name: string;
  range: 'money' | 'most' | 'coverage' | 'kilograms';
  unit: string;
  scale: number;
  step: number;
  hint: string;
}
const caps = computed((): Cap[] => {
  const { budget } = project.value.brief;
  const hint = budget ? `budget of the brief: ${budget.amount}` : 'empty: none';
  const load = 'what the ceiling carries: ask a qualified builder';
  return [
    { key: 'money', name: 'Money', range: 'money', unit: currency.value, scale: 1, step: 50, hint },
    { key: 'pieces', name: 'Pieces', range: 'most', unit: '', scale: 1, step: 1, hint: '' },
    {
      key: 'coverage',
      name: 'Cover of walls and ceiling',
      range: 'coverage',
      unit: '%',
      scale: 100,
      step: 0.05,
      hint: '',
    },
    { key: 'mass', name: 'Weight of it all', range: 'kilograms', unit: 'kg', scale: 1, step: 10, hint: '' },
    { key: 'ceilingMass', name: 'Weight overhead', range: 'kilograms', unit: 'kg', scale: 1, step: 5, hint: load },
    {
      key: 'cornersFirst',
      name: 'Corners filled first',
      range: 'coverage',
      unit: '%',
      scale: 100,
      step: 0.1,
      hint: '',
    },
  ];
});
const prices = computed(() => project.value.treatment.prices);
const PRICES = [
  { key: 'fill', name: 'Fill, a cubic metre' },
  { key: 'cloth', name: 'Cloth, a square metre' },
  { key: 'timber', name: 'Frame timber, a metre' },
  { key: 'board', name: 'Board, a square metre' },
  { key: 'sundries', name: 'Screws and hooks, a piece' },
] as const;
</script>

<template>
  <h2>Recipes it may use</h2>
  <PickList :items="items" :picked="picked" what="recipe" @pick="picked = $event" @remove="remove">
    <template #default="{ id }">
      <v-checkbox
        v-for="c in classes(id)"
        :key="c"
        :label="PLACE_WORDS[c]"
        :model-value="plan.recipes.find((r) => r.id === id)!.where.includes(c)"
        @update:model-value="where(id, c, $event === true)"
      />
      <v-btn size="x-small" variant="text" color="primary" to="/recipes" @click="session.recipe = id"
        >Look at the recipe</v-btn
      >
    </template>
  </PickList>
  <v-menu v-if="others.length + sizes.length > 0">
    <template #activator="{ props: menu }">
      <v-btn v-bind="menu" size="small" variant="outlined" color="primary">Add a recipe</v-btn>
    </template>
    <v-list density="compact" max-height="360">
      <v-list-item v-for="o in others" :key="o.value" :title="o.title" @click="add(o.value)" />
      <v-list-item v-for="s in sizes" :key="s.name" :title="s.name" subtitle="size of the stock" @click="addSize(s)" />
    </v-list>
  </v-menu>
  <h2>Aim</h2>
  <ChoiceField
    wide
    label="Best is"
    :model-value="plan.aim as string"
    :items="aims"
    @update:model-value="set({ aim: $event as 'cost' })"
  />
  <p class="soft why">{{ AIM_WORDS[plan.aim].why }}</p>
  <ChoiceField
    label="Judged in"
    :model-value="project.target.bands as string"
    :items="bands"
    @update:model-value="doc.run({ type: 'set-target', target: { bands: $event as 'octaves' } })"
  />
  <h2>Limits</h2>
  <NumberField
    v-for="c in caps"
    :key="c.key"
    :label="c.name"
    kind="number"
    :optional="c.key !== 'cornersFirst'"
    :hint="c.hint"
    :unit="c.unit"
    :scale="c.scale"
    :whole="c.key === 'pieces'"
    :step="c.step"
    :model-value="plan[c.key]"
    :min="LIMITS[c.range][0]"
    :max="LIMITS[c.range][1]"
    @update:model-value="set({ [c.key]: $event })"
    @clear="set({ [c.key]: null })"
  />
  <v-checkbox
    label="First-reflection marks first"
    :model-value="project.treatment.marksFirst"
    @update:model-value="doc.run({ type: 'set-treatment-rules', marksFirst: $event === true })"
  />
  <v-checkbox
    label="Left and right alike"
    :model-value="project.treatment.leftRightAlike"
    @update:model-value="doc.run({ type: 'set-treatment-rules', leftRightAlike: $event === true })"
  />
  <p class="soft why">Which surfaces may be used at all is under Panel.</p>
  <h2>Prices</h2>
  <NumberField
    v-for="p in PRICES"
    :key="p.key"
    :label="p.name"
    kind="number"
    :unit="currency"
    :digits="2"
    :step="1"
    :model-value="prices[p.key]"
    :min="LIMITS.price[0]"
    :max="LIMITS.price[1]"
    @update:model-value="doc.run({ type: 'set-prices', prices: { [p.key]: $event } })"
  />
</template>

<style scoped>
.why {
  font-size: 12px;
  margin: 4px 0 6px;
}
</style>
