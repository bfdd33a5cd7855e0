/** The plan as the Decay stage shows it. */
import { computed } from 'vue';
import { decided } from '@tawny/core/document/decided';
import { namedRecipes } from '@tawny/core/document/recipes';
import type { Pieces } from '@tawny/core/studies/dose/types';
import { stamp } from '../../desk/pieces';
import { useDocument } from '../../stores/document';
import { useAnswers, useLines } from '../../answers/answers';
import { useSession } from '../../stores/session';

export function usePlanStage() {
  const doc = useDocument();
  const { plan } = useLines();
  const answers = useAnswers();
  const session = useSession();
  const project = computed(() => doc.project!);
  const recipes = computed(() => namedRecipes(project.value, session.system));
  const names = computed(() => new Map(recipes.value.map((r) => [r.id, r.name])));
  const places = computed(() => new Map((answers.glance?.plan.columns ?? []).map((c) => [c.place, c.placeName])));
  const nameOf = (recipe: string) => names.value.get(recipe) ?? recipe;
  const placeOf = (place: string) => places.value.get(place) ?? place;

  /** Everything decided becomes these pieces; or they are added to it. */
  function use(pieces: readonly Pieces[], add = false): void {
    doc.run(decided(project.value, pieces, add, stamp()));
  }
  /** "12 First-reflection panel, 2 Corner panel 15 cm" */
  const listOf = (pieces: readonly Pieces[]): string => {
    const sums = new Map<string, number>();
    for (const p of pieces) sums.set(p.recipe, (sums.get(p.recipe) ?? 0) + p.count);
    return [...sums].map(([id, n]) => `${n} × ${nameOf(id)}`).join(', ') || 'nothing';
  };
  const placesOf = (pieces: readonly Pieces[]): string =>
    pieces.map((p) => `${p.count} × ${nameOf(p.recipe)}: ${placeOf(p.place)}`).join('; ');
  return {
    doc,
    plan,
    decided: computed((): Pieces[] => answers.glance?.plan.chosen ?? []),
    project,
    recipes,
    nameOf,
    placeOf,
    use,
    listOf,
    placesOf,
    result: computed(() => plan.last.value?.result ?? null),
    working: (id: string) => plan.last.value?.working.find((w) => w.id === id),
    currency: computed(() => project.value.brief.budget?.currency ?? '€'),
  };
}
