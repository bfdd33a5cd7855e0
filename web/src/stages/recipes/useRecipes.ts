/** The recipes of the project, the one shown, and their sheets from the worker. */
import { computed, ref, watch } from 'vue';
import { freeRecipeId, namedRecipes, recipeOf } from '@tawny/core/document/recipes';
import { canCover } from '@tawny/core/recipes/kind';
import { isLibraryRecipe } from '@tawny/core/recipes/library';
import type { Recipe, RecipeLayer } from '@tawny/core/recipes/types';
import { useLines } from '../../answers/answers';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

export const MOST_COMPARED = 3;

export function useRecipes() {
  const doc = useDocument();
  const session = useSession();
  const project = computed(() => doc.project!);
  const recipes = computed(() => namedRecipes(project.value, session.system));
  const shown = computed((): Recipe => recipes.value.find((r) => r.id === session.recipe) ?? recipes.value[0]!);
  const isOwn = computed(() => shown.value.id.startsWith('own-'));
  const compared = computed(() =>
    session.compare
      .filter((id) => id !== shown.value.id && recipes.value.some((r) => r.id === id))
      .slice(0, MOST_COMPARED),
  );
  const setRecipe = (change: Partial<Recipe>, key: string | null = null) =>
    doc.run({ type: 'put-recipe', recipe: { ...structuredClone(shown.value), ...change } }, key);

  /** The layer in hand, in the section and in its fields; −1 where there is none. */
  const wanted = ref(0);
  const layer = computed({
    get: () => Math.min(wanted.value, shown.value.layers.length - 1),
    set: (index: number) => (wanted.value = Math.max(0, index)),
  });
  watch(
    () => shown.value.id,
    () => (wanted.value = 0),
  );
  const setLayers = (next: readonly RecipeLayer[], key: string | null = null) =>
    setRecipe({ layers: next.map((l) => ({ ...l })) }, key);
  /** `key`: quick steps of one layer's front, by the arrow keys, become one. */
  const setLayer = (index: number, to: RecipeLayer, key: string | null = null) =>
    setLayers(shown.value.layers.with(index, to), key);
  /** Shows what a layer would do while its front is dragged; null ends it. */
  function previewLayer(index: number, to: RecipeLayer | null): void {
    if (!to) return doc.endPreview();
    const layers = shown.value.layers.with(index, to).map((l) => ({ ...l }));
    doc.preview({ type: 'put-recipe', recipe: { ...structuredClone(shown.value), layers } });
  }

  const freshId = () => freeRecipeId(project.value);
  function duplicate(from: Recipe = shown.value): void {
    const id = freshId();
    const base = from.name.replace(/, mine( \d+)?$/, '');
    let name = `${base}, mine`;
    for (let n = 2; recipes.value.some((r) => r.name === name); n++) name = `${base}, mine ${n}`;
    if (doc.run({ type: 'put-recipe', recipe: { ...structuredClone(from), id, name: name.slice(0, 120) } }))
      session.recipe = id;
  }
  function remove(id: string): void {
    if (doc.run({ type: 'take-recipe', id })) session.recipe = project.value.treatment.cover;
  }
  return {
    doc,
    session,
    project,
    recipes,
    shown,
    isOwn,
    /** Whether first reflections are covered with it, and whether they may be. */
    isCover: computed(() => shown.value.id === project.value.treatment.cover),
    mayCover: computed(() => canCover(shown.value)),
    /** Pieces made of it. */
    inUse: computed(() => project.value.treatment.pieces.filter((p) => p.recipe === shown.value.id).length),
    isLibrary: computed(() => isLibraryRecipe(shown.value.id)),
    compared,
    setRecipe,
    layer,
    setLayers,
    setLayer,
    previewLayer,
    freshId,
    duplicate,
    remove,
    recipeOf: (id: string) => recipeOf(project.value, id),
    currency: computed(() => project.value.brief.budget?.currency ?? '€'),
  };
}

/** Sheets of the shown recipe and of those compared with it; the last ones stay until the new are there. */
export function useSheets(of: ReturnType<typeof useRecipes>) {
  const { recipes } = useLines();
  recipes.follow(() => [of.shown.value, ...of.compared.value.map((id) => of.recipeOf(id))]);
  const { last, current, state } = recipes;
  const sheets = computed(() => last.value ?? []);
  return {
    state,
    sheets,
    sheet: computed(() => sheets.value.find((s) => s.id === of.shown.value.id) ?? null),
    stale: computed(() => !current.value),
  };
}
