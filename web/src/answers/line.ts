/**
 * A line to the worker for one kind of long question. It knows what its last answer was read from and asked with, so that nobody else
 * keeps a key: an answer is `current` while both are as they are now, `fitting` while the document part is.
 */
import { equal } from '@tawny/core/document/sharing';
import { computed, type ComputedRef, onScopeDispose, shallowRef, type ShallowRef, watch } from 'vue';
import type { Glance } from '@tawny/core/questions/glance';
import { type Long, type LongKind, QUESTIONS } from '@tawny/core/questions/long';
import type { StudyClient } from '../workers/client';

export interface LineState {
  status: 'idle' | 'running' | 'failed';
  /** 0…1 */
  part: number;
  message: string;
}

export interface Line<K extends LongKind> {
  state: ShallowRef<LineState>;
  /** The last answer, of this or of something else; gone with the project. */
  last: ComputedRef<Long[K]['result'] | null>;
  /** Whether it is of what was read of the document now and asked last. */
  current: ComputedRef<boolean>;
  /** The last answer while what it was read from is as it is now, however it was asked. */
  fitting: ComputedRef<Long[K]['result'] | null>;
  /** Asks, unless the answer is there or on its way. */
  ask: (asked: Long[K]['asked']) => void;
  /** Asks at once and with every change, until the scope it is called in ends. Undefined: nothing new; what runs goes on. */
  follow: (asked: () => Long[K]['asked'] | undefined) => void;
  /** Asks what was asked last again. */
  again: () => void;
  /** Stopped by hand: it says so, until it is asked again. */
  cancel: () => void;
}

export interface LineDesk {
  glance: () => Glance | null;
  /** While true what was read last stands: a drag in hand asks nothing. */
  held: () => boolean;
  /** What an answer belongs to; when that changes, it is dropped. By default the project. */
  belongs?: (glance: Glance) => string;
  /** The worker is others' too: stopping leaves it alone. */
  shared?: boolean;
  /** Under which its times are measured. */
  name?: string;
}

/** Takes over the former value while it is alike, so that a change of it is a change. */
export const steady = <T>(make: () => T): ComputedRef<T> =>
  computed<T>((was) => {
    const is = make();
    return was !== undefined && equal(was, is) ? was : is;
  });

/** @param client the worker it speaks with; by what is asked, where several share one */
export function createLine<K extends LongKind>(
  kind: K,
  client: StudyClient | ((asked: Long[K]['asked']) => StudyClient),
  { glance, held, belongs = (g) => g.project.id, shared = false, name = kind }: LineDesk,
): Line<K> {
  type Asked = Long[K]['asked'];
  const { reads, inputs } = QUESTIONS[kind];
  const clientOf = typeof client === 'function' ? client : () => client;
  const idle: LineState = { status: 'idle', part: 0, message: '' };
  const state = shallowRef<LineState>(idle);
  const answer = shallowRef<{ read: unknown; asked: Asked; result: Long[K]['result'] } | null>(null);
  const wanted = shallowRef<{ asked: Asked } | null>(null);
  let followers = 0;
  let running: { read: unknown; asked: Asked; client: StudyClient } | null = null;

  const read = steady(() => {
    const now = glance();
    return now && reads(now);
  });
  // What a drag has not let go of yet is not read.
  const settled = computed<unknown>((was) => (held() && was !== undefined ? was : read.value));
  const fits = (of: { read: unknown } | null) => of !== null && equal(of.read, settled.value);
  const is = (of: { read: unknown; asked: Asked } | null) =>
    of !== null && wanted.value !== null && fits(of) && equal(of.asked, wanted.value.asked);

  function stop(): void {
    if (!shared) running?.client.cancel();
    running = null;
    if (state.value.status === 'running') state.value = idle;
  }

  async function run(): Promise<void> {
    const now = glance();
    if (held() || wanted.value === null || settled.value === null || now === null) return;
    const { asked } = wanted.value;
    if (is(answer.value)) {
      stop();
      state.value = { status: 'idle', part: 1, message: '' };
      return;
    }
    if (running && is(running)) return;
    const mine = { read: settled.value, asked, client: clientOf(asked) };
    running = mine;
    state.value = { status: 'running', part: 0, message: '' };
    const start = performance.now();
    const outcome = await mine.client.run(kind, inputs(now, asked), (part) => {
      if (running === mine) state.value = { status: 'running', part, message: '' };
    });
    if (running !== mine) return;
    running = null;
    performance.measure(name, { start });
    if (outcome.status === 'result') {
      answer.value = { read: mine.read, asked, result: outcome.result };
      state.value = { status: 'idle', part: 1, message: '' };
    } else state.value = outcome.status === 'failure' ? { status: 'failed', part: 0, message: outcome.message } : idle;
  }

  // An answer belongs to its project.
  const owner = computed(() => {
    const now = glance();
    return now && belongs(now);
  });
  watch(
    owner,
    () => {
      stop();
      answer.value = null;
      state.value = idle;
    },
    { flush: 'sync' },
  );

  return {
    state,
    last: computed(() => answer.value?.result ?? null),
    current: computed(() => is(answer.value)),
    fitting: computed(() => (fits(answer.value) ? answer.value!.result : null)),
    ask(asked) {
      wanted.value = { asked };
      void run();
    },
    follow(asked) {
      followers += 1;
      const now = steady(() => {
        const next = asked();
        return next === undefined ? null : { asked: next };
      });
      watch(
        [settled, now, held, owner],
        () => {
          wanted.value = now.value;
          void run();
        },
        { immediate: true },
      );
      onScopeDispose(() => {
        followers -= 1;
        if (followers === 0) stop();
      });
    },
    again: () => void run(),
    cancel() {
      if (state.value.status !== 'running') return;
      stop();
      state.value = { status: 'failed', part: 0, message: 'The calculation was stopped.' };
    },
  };
}
