/** Where the board's sheets lie: fitted to the host, kept while the plan is dragged, seen through the lens. */
import { computed, type Ref, ref } from 'vue';
import { useResizeObserver } from '@vueuse/core';
import { boardLayout, planLayout, type Sheet, wideLayout } from './layout';
import { roomExtent } from './placements';
import { useLens } from './tools/lens';
import type { BoardScene } from './types';
import { FITTED, viewed } from './view';

export interface BoardWishes {
  scene: BoardScene;
  withAside?: boolean;
  planOnly?: boolean;
  wide?: boolean;
}

/** Narrower than this the walls' lengths are in the bench alone, and no wide layout is tried, px. */
const NARROW = 560;
const WIDE_FROM = 620;
/** Below this the board scrolls, px; a picture of pressure beside a chart may be smaller. */
const LEAST_HEIGHT = { plain: 380, field: 300 };

export function useSheets(wishes: BoardWishes, host: Ref<HTMLElement | null>, svg: Ref<SVGSVGElement | null>) {
  const size = ref({ width: 820, height: 640 });
  useResizeObserver(host, ([entry]) => {
    const { width, height } = entry!.contentRect;
    if (width > 0) size.value = { width, height };
  });
  const setting = computed(() => wishes.scene.setting);
  const extent = computed(() => roomExtent(setting.value.room));
  /** While the plan is dragged the drawing keeps its place: it is fitted to the room as it was. */
  const kept = ref<ReturnType<typeof roomExtent> | null>(null);
  /** With the boxes of loudspeakers set into the faced wall, which reach ahead of it: titles keep clear of them. */
  const drawn = computed(() => {
    const { ahead, length, ...e } = extent.value;
    const boxes = setting.value.loudspeakers.map((l) => Math.min(l.box.depth - l.at[1], l.box.depth));
    const further = Math.max(ahead, ...boxes);
    return { ...e, ahead: further, length: length + further - ahead };
  });
  const lens = useLens(svg, size);
  const labelled = computed(() => wishes.scene.editPlan && size.value.width > NARROW);
  const leastHeight = computed(() =>
    wishes.scene.faceFields.length > 0 || wishes.scene.field ? LEAST_HEIGHT.field : LEAST_HEIGHT.plain,
  );
  const fitted = computed(() => {
    const { width, height } = size.value;
    const room = kept.value ?? drawn.value;
    const high = Math.max(leastHeight.value, height);
    if (wishes.planOnly) return planLayout(width, height, room);
    if (wishes.wide && width > WIDE_FROM && width > 1.6 * height) return wideLayout(width, high, room);
    return boardLayout(width, high, room, wishes.withAside === true, labelled.value);
  });
  const layout = computed(() => {
    const list = viewed(fitted.value, lens.view.value);
    const [x, y] = wishes.scene.origin;
    if (x === 0 && y === 0) return list;
    const stay = (s: Sheet): Sheet => ({ ...s, x: s.x - x * s.scale, y: s.y - y * s.scale });
    return { ...list, plan: stay(list.plan), ceiling: stay(list.ceiling) };
  });
  const height = computed(() =>
    lens.view.value === FITTED ? layout.value.height : Math.max(leastHeight.value, size.value.height),
  );
  return { size, extent, drawn, kept, lens, labelled, layout, height };
}
