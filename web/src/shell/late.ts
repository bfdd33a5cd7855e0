/** What is not on the first screen comes when it is wanted, and stays. */
import { type Component, defineAsyncComponent } from 'vue';

export const late = {
  projects: defineAsyncComponent<Component>(() => import('./ProjectsDialog.vue')),
  goto: defineAsyncComponent<Component>(() => import('./GoToBox.vue')),
  shortcuts: defineAsyncComponent<Component>(() => import('./ShortcutsDialog.vue')),
  refusal: defineAsyncComponent<Component>(() => import('./RefusalDialog.vue')),
  working: defineAsyncComponent<Component>(() => import('../parts/WorkingDialog.vue')),
  message: defineAsyncComponent<Component>(() => import('./MessageBar.vue')),
  start: defineAsyncComponent<Component>(() => import('./StartPage.vue')),
} as const;
