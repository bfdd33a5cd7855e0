import { createRouter, createWebHistory } from 'vue-router';

/** Each stage comes with its address; the others when the page is idle ({@link prepareStages}). */
const stages = {
  survey: () => import('./stages/survey/SurveyStage.vue'),
  seat: () => import('./stages/seat/SeatStage.vue'),
  bass: () => import('./stages/bass/BassStage.vue'),
  marks: () => import('./stages/marks/MarksStage.vue'),
  decay: () => import('./stages/decay/DecayStage.vue'),
  recipes: () => import('./stages/recipes/RecipesStage.vue'),
  hang: () => import('./stages/hang/HangStage.vue'),
  build: () => import('./stages/build/BuildStage.vue'),
  listen: () => import('./stages/listen/ListenStage.vue'),
  signoff: () => import('./stages/signoff/SignoffStage.vue'),
} as const;
const pages = {
  sheet: () => import('./stages/sheet/SheetPage.vue'),
  hanging: () => import('./stages/sheet/HangingPage.vue'),
  site: () => import('./stages/sheet/SitePage.vue'),
  'site-hang': () => import('./stages/sheet/SiteHangPage.vue'),
  // Not prepared: it brings the three-dimensional library.
  look: () => import('./stages/look/LookPage.vue'),
} as const;

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/survey' },
    { path: '/demo/:name', name: 'demo', redirect: '/marks' },
    ...Object.entries(stages).map(([stage, component]) => ({ path: `/${stage}`, component, meta: { stage } })),
    ...Object.entries(pages).map(([page, component]) => ({ path: `/${page}`, component, meta: { plain: true } })),
    { path: '/:anything(.*)*', redirect: '/survey' },
  ],
});

/** So that changing the stage waits for nothing. One that does not come is fetched, and told of, when it is wanted. */
export async function prepareStages(): Promise<void> {
  for (const load of [...Object.values(stages), pages.sheet]) await load().catch(() => {});
}

/** Begins to fetch the part of an address before anything is drawn; the router then finds it on its way. One that does not come is told of there. */
export function fetchPart(path: string): void {
  const name = path.startsWith('/demo/') ? 'marks' : path.slice(1) || 'survey';
  const load = Object.hasOwn(stages, name) ? stages[name as keyof typeof stages] : null;
  void load?.().catch(() => {});
}
