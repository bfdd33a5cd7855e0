/** What stands beside the board: its fields, menus and charts come after the drawing itself. */
import { type Component, defineAsyncComponent } from 'vue';

export const ArrivalPlot = defineAsyncComponent<Component>(() => import('../../charts/ArrivalPlot.vue'));
export const StateCompare = defineAsyncComponent<Component>(() => import('../../desk/StateCompare.vue'));
export const CoverPart = defineAsyncComponent<Component>(() => import('./CoverPart.vue'));
export const PiecesPart = defineAsyncComponent<Component>(() => import('./PiecesPart.vue'));
export const MatterPart = defineAsyncComponent<Component>(() => import('./MatterPart.vue'));
export const RangePart = defineAsyncComponent<Component>(() => import('./RangePart.vue'));
export const SecondOrderPart = defineAsyncComponent<Component>(() => import('./SecondOrderPart.vue'));
export const ChosenMark = defineAsyncComponent<Component>(() => import('./ChosenMark.vue'));
export const MarkTable = defineAsyncComponent<Component>(() => import('./MarkTable.vue'));
export const FindingList = defineAsyncComponent<Component>(() => import('../../parts/FindingList.vue'));
