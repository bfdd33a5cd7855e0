/** Recipes as the reader calls them, and the way to one of them. */
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { namedRecipes } from '@tawny/core/document/recipes';
import { recipeFault } from '@tawny/core/recipes/curve';
import type { Recipe } from '@tawny/core/recipes/types';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';

export function useRecipeNames() {
  const doc = useDocument();
  const session = useSession();
  const router = useRouter();
  const recipes = computed(() => namedRecipes(doc.project!, session.system));
  const names = computed(() => new Map(recipes.value.map((r) => [r.id, r.name])));
  return {
    recipes,
    nameOf: (id: string): string => names.value.get(id) ?? id,
    /** Those that can be computed and pass a test, for a field to choose from. */
    choices: (test: (recipe: Recipe) => boolean) =>
      recipes.value.filter((r) => recipeFault(r) === null && test(r)).map((r) => ({ value: r.id, title: r.name })),
    openRecipe: (id: string): void => {
      session.recipe = id;
      void router.push('/recipes');
    },
  };
}
