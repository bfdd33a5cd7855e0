/**
 * What the studies say of the open project: derived, never saved. Short ones are worked out when first looked at and follow every edit;
 * long ones are asked of workers, and their last answer stays on the screen, marked as old, until the new one is there.
 */
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { type Glance, glanceAt } from '@tawny/core/questions/glance';
import type { buildAt } from '@tawny/core/questions/build';
import type { LongKind } from '@tawny/core/questions/long';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';
import { createBass } from './bass';
import { createLine, type Line, type LineDesk } from './line';

/** While something is dragged, verdict and findings follow at this pace, ms. */
const CALM_MS = 90;

function createAnswers() {
  const doc = useDocument();
  const session = useSession();
  const held = () => doc.previewing;

  const glance = computed<Glance | null>((was) => (doc.project ? glanceAt(doc.project, was ?? null) : null));

  /** The same, but while something is dragged at most every {@link CALM_MS}: for verdict and findings. */
  const calm = shallowRef(glance.value);
  let waiting: ReturnType<typeof setTimeout> | null = null;
  watch(
    glance,
    (now) => {
      if (!doc.previewing || !now || calm.value?.project.id !== now.project.id) {
        if (waiting !== null) clearTimeout(waiting);
        waiting = null;
        calm.value = now;
        return;
      }
      waiting ??= setTimeout(() => {
        waiting = null;
        calm.value = glance.value;
      }, CALM_MS);
    },
    { flush: 'sync' },
  );

  /** The room in the state compared with; null while none is. */
  const other = computed<Glance | null>((was) => {
    const project = doc.project;
    const state = session.compared;
    if (!project || state === undefined || state === project.states.current) return null;
    if (state !== null && !project.states.list.some((s) => s.id === state)) return null;
    return glanceAt(project, was ?? null, state);
  });
  const otherName = computed(
    () => doc.project?.states.list.find((s) => s.id === session.compared)?.name ?? 'As surveyed',
  );

  /** What is bought comes after the first figures; one that does not come is told of in its stage. */
  const buildOf = shallowRef<typeof buildAt | null>(null);
  const build = computed(() => (buildOf.value && calm.value ? buildOf.value(calm.value.project) : null));

  const desk: LineDesk = { glance: () => glance.value, held };
  /** Each has a worker of its own, so that none cancels another. */
  const line = <K extends LongKind>(kind: K, at: LineDesk = desk): Line<K> =>
    createLine(kind, createStudyClient(startWorker), at);
  const lines = {
    decay: line('decay'),
    otherDecay: line('decay', {
      ...desk,
      glance: () => other.value,
      belongs: (g) => `${g.project.id} ${g.state ?? ''}`,
    }),
    plan: line('plan'),
    targetCosts: line('target-costs'),
    secondOrder: line('second-order'),
    recipes: line('recipes'),
    proportions: line('proportions'),
    orient: line('orient'),
    search: line('search'),
    layOut: line('lay-out'),
    /** What could be done next: in short, and with exact programmes and waves. */
    moves: line('moves'),
    allMoves: line('moves'),
    scenarios: line('scenarios'),
    cuts: line('cuts'),
    /** The same of one batch alone. */
    batchCuts: line('cuts'),
    bass: createBass(desk),
  };
  watch(
    () => lines.decay.last.value !== null || lines.decay.state.value.status === 'failed',
    () =>
      void import('@tawny/core/questions/build').then(
        (late) => (buildOf.value = late.buildAt),
        () => {},
      ),
    { once: true },
  );
  lines.decay.follow(() => null);
  lines.otherDecay.follow(() => null);

  return {
    glance,
    calm,
    build,
    other,
    otherName,
    decay: lines.decay.last,
    otherDecay: computed(() => (other.value ? (lines.otherDecay.last.value?.result ?? null) : null)),
    lines,
  };
}

const shared = defineStore('answers', () => {
  // Lines are no state of a store: they stay what they are.
  const { lines, ...values } = createAnswers();
  return { ...values, linesOf: () => lines };
});

/** The glance and what is derived of it; the lines to the workers are {@link useLines}. */
export const useAnswers = () => shared();
export const useLines = () => shared().linesOf();
