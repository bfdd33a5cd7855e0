import { createRouter, createWebHistory } from 'vue-router';
import BassStage from './stages/bass/BassStage.vue';
import BuildStage from './stages/build/BuildStage.vue';
import DecayStage from './stages/decay/DecayStage.vue';
import MarksStage from './stages/marks/MarksStage.vue';
import RecipesStage from './stages/recipes/RecipesStage.vue';
import SeatStage from './stages/seat/SeatStage.vue';
import SheetPage from './stages/sheet/SheetPage.vue';
import SitePage from './stages/sheet/SitePage.vue';
import SurveyStage from './stages/survey/SurveyStage.vue';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/survey' },
    { path: '/demo/:name', name: 'demo', redirect: '/marks' },
    { path: '/survey', component: SurveyStage, meta: { stage: 'survey' } },
    { path: '/seat', component: SeatStage, meta: { stage: 'seat' } },
    { path: '/bass', component: BassStage, meta: { stage: 'bass' } },
    { path: '/marks', component: MarksStage, meta: { stage: 'marks' } },
    { path: '/decay', component: DecayStage, meta: { stage: 'decay' } },
    { path: '/recipes', component: RecipesStage, meta: { stage: 'recipes' } },
    { path: '/build', component: BuildStage, meta: { stage: 'build' } },
    { path: '/look', component: () => import('./stages/look/LookPage.vue'), meta: { plain: true } },
    { path: '/sheet', component: SheetPage, meta: { plain: true } },
    { path: '/site', component: SitePage, meta: { plain: true } },
    { path: '/:anything(.*)*', redirect: '/survey' },
  ],
});
