/** The recipes of the project, the one shown, and their sheets from the worker. */
import { computed } from 'vue';
import { allRecipes, recipeOf } from '@tawny/core/project/recipes';
import { PANEL_RECIPE } from '@tawny/core/project/schema';
import { isLibraryRecipe } from '@tawny/core/recipes/library';
import type { Recipe } from '@tawny/core/recipes/types';
import type { RecipeSheetInputs } from '@tawny/core/studies/recipeSheet';
import { answerOf, followed } from '../../stores/answers';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';
import { useTasks } from '../../stores/tasks';

export const MOST_COMPARED = 3;

export function useRecipes() {
  const doc = useDocument();
  const session = useSession();
  const project = computed(() => doc.project!);
  const recipes = computed(() => allRecipes(project.value));
  const shown = computed((): Recipe => recipes.value.find((r) => r.id === session.recipe) ?? recipes.value[0]!);
  const isOwn = computed(() => shown.value.id.startsWith('own-'));
  const compared = computed(() =>
    session.compare
      .filter((id) => id !== shown.value.id && recipes.value.some((r) => r.id === id))
      .slice(0, MOST_COMPARED),
  );
  const setRecipe = (change: Partial<Recipe>) =>
    doc.run({ type: 'put-recipe', recipe: { ...structuredClone(shown.value), ...change } });

  function freshId(): string {
    let n = 1;
    while (recipes.value.some((r) => r.id === `own-${n}`)) n += 1;
    return `own-${n}`;
  }
  function duplicate(from: Recipe = shown.value): void {
    const id = freshId();
    const base = from.name.replace(/, mine( \d+)?$/, '');
    let name = `${base}, mine`;
    for (let n = 2; recipes.value.some((r) => r.name === name); n++) name = `${base}, mine ${n}`;
    if (doc.run({ type: 'put-recipe', recipe: { ...structuredClone(from), id, name: name.slice(0, 120) } }))
      session.recipe = id;
  }
  function remove(id: string): void {
    if (doc.run({ type: 'take-recipe', id })) session.recipe = PANEL_RECIPE;
  }
  return {
    doc,
    session,
    project,
    recipes,
    shown,
    isOwn,
    isPanel: computed(() => shown.value.id === PANEL_RECIPE),
    isLibrary: computed(() => isLibraryRecipe(shown.value.id)),
    compared,
    setRecipe,
    freshId,
    duplicate,
    remove,
    recipeOf: (id: string) => recipeOf(project.value, id),
    currency: computed(() => project.value.brief.budget?.currency ?? '€'),
  };
}

/** Sheets of the shown recipe and of those compared with it; the last ones stay until the new are there. */
export function useSheets(of: ReturnType<typeof useRecipes>) {
  const results = useResults();
  const task = useTasks().recipes;
  const inputs = computed((): RecipeSheetInputs | null => {
    const setting = results.quick?.setting;
    if (!setting) return null;
    return {
      recipes: [of.shown.value, ...of.compared.value.map((id) => of.recipeOf(id))],
      prices: of.project.value.treatment.prices,
      habits: of.project.value.buying,
      rho: setting.rho,
      c: setting.c,
    };
  });
  const { last, current } = followed(
    task,
    answerOf(task, () => inputs.value),
  );
  const sheets = computed(() => last.value ?? []);
  return {
    state: task.state,
    sheets,
    sheet: computed(() => sheets.value.find((s) => s.id === of.shown.value.id) ?? null),
    stale: computed(() => !current.value),
  };
}
