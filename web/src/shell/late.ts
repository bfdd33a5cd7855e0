/** What is not on the first screen comes when it is wanted, and stays. */
import { type Component, defineAsyncComponent } from 'vue';

export type LateName = 'kept' | 'message' | 'refusal' | 'projects' | 'goto' | 'help' | 'working' | 'start' | 'shell';

// What tells of a fault is fetched first.
const parts: Readonly<Record<LateName, () => Promise<{ default: Component }>>> = {
  kept: () => import('./KeptBar.vue'),
  message: () => import('./MessageBar.vue'),
  refusal: () => import('./RefusalDialog.vue'),
  projects: () => import('./ProjectsDialog.vue'),
  goto: () => import('./GoToBox.vue'),
  help: () => import('../learn/HelpDialog.vue'),
  working: () => import('../parts/WorkingDialog.vue'),
  start: () => import('./StartPage.vue'),
  shell: () => import('./LateShell.vue'),
};

const come = new Set<LateName>();
const part = (name: LateName) =>
  defineAsyncComponent(async () => {
    const found = await parts[name]();
    come.add(name);
    return found.default;
  });

export const late = Object.fromEntries(
  (Object.keys(parts) as LateName[]).map((name) => [name, part(name)]),
) as Readonly<Record<LateName, Component>>;

/** Whether it is there: one that did not come is asked for again the next time. */
export const hasCome = (name: LateName): boolean => come.has(name);

/** So that none is waited for. One that does not come is fetched, and told of, when it is wanted. */
export async function prepareDialogs(): Promise<void> {
  for (const load of Object.values(parts)) await load().catch(() => {});
}
