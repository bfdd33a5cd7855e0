/** Layers that stages other than the first put over the board: they come when they are wanted. */
import { type Component, defineAsyncComponent } from 'vue';

export const CostLayer = defineAsyncComponent<Component>(() => import('./layers/CostLayer.vue'));
export const FaceFieldLayer = defineAsyncComponent<Component>(() => import('./layers/FaceFieldLayer.vue'));
export const FieldLayer = defineAsyncComponent<Component>(() => import('./layers/FieldLayer.vue'));
export const EditLayer = defineAsyncComponent<Component>(() => import('./layers/EditLayer.vue'));
