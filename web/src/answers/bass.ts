/**
 * What the wave solver says of the open project: a coarse answer at once, the full one after, each in a worker of its own that keeps what
 * it has solved. Followed only while a stage that shows it is open.
 */
import { computed, effectScope } from 'vue';
import type { Long } from '@tawny/core/questions/long';
import type { BassAnswer, BassOutcome, BassResultOf, BassTask } from '@tawny/core/studies/bass/types';
import type { Quality, WaveRefusal } from '@tawny/core/studies/waves/waveRoom';
import { createStudyClient, type StudyClient } from '../workers/client';
import { startWorker } from '../workers/start';
import { createLine, type Line, type LineDesk } from './line';

/** An edit waits so long for a solve in hand before it is ended: what it has solved would be lost. */
const PATIENCE_MS = 12000;

type Asked = Long['bass']['asked'];

/** The answer to one task of an outcome; null where it is of another or the room is refused. */
export function taskOf<T extends BassTask['task']>(task: T, outcome: BassOutcome | null): BassResultOf<T> | null {
  return outcome && 'answer' in outcome && outcome.task === task ? (outcome.answer as BassResultOf<T>) : null;
}

/** @param speak a client with a worker of its own; tests pass theirs */
export function createBass(desk: LineDesk, speak = () => createStudyClient(startWorker, PATIENCE_MS)) {
  const clients: Record<Quality, StudyClient> = { coarse: speak(), full: speak() };
  let open = 0;
  // The coarse answer follows a drag; the worker's own pace is enough of one.
  const live: LineDesk = { ...desk, held: () => false };
  const lines: Record<Quality, Line<'bass'>> = {
    coarse: createLine('bass', clients.coarse, { ...live, name: 'bass coarse' }),
    full: createLine('bass', clients.full, { ...desk, name: 'bass full' }),
  };
  const asked = (quality: Quality): Asked => ({ task: 'answer', quality });
  const fitting = computed((): { quality: Quality; outcome: BassOutcome } | null => {
    const { coarse, full } = lines;
    if (full.fitting.value && !desk.held()) return { quality: 'full', outcome: full.fitting.value };
    return coarse.fitting.value && { quality: 'coarse', outcome: coarse.fitting.value };
  });
  type Solved = { quality: Quality; answer: BassAnswer };
  /** The best answer of the room as it is, else the last there was. */
  const solved = computed<Solved | null>((was) => {
    const now = fitting.value;
    if (now && 'refused' in now.outcome) return null;
    const answer = taskOf('answer', now?.outcome ?? null);
    if (now && answer) return was?.answer === answer ? was : { quality: now.quality, answer };
    return lines.coarse.last.value === null && lines.full.last.value === null ? null : (was ?? null);
  });
  const refused = computed((): WaveRefusal | null =>
    fitting.value && 'refused' in fitting.value.outcome ? fitting.value.outcome.refused : null,
  );
  const current = computed(() => solved.value !== null && fitting.value !== null);
  const status = computed(() => {
    const quality: Quality = lines.full.state.value.status === 'idle' ? 'coarse' : 'full';
    return { quality, ...lines[quality].state.value };
  });

  return {
    status,
    solved,
    refused,
    current,
    /** Begins to follow the document; the function returned ends it, and whatever runs when nobody else does. */
    start(): () => void {
      open += 1;
      const scope = effectScope(true);
      scope.run(() => {
        lines.coarse.follow(() => (lines.full.fitting.value && !desk.held() ? undefined : asked('coarse')));
        lines.full.follow(() => (!desk.held() && current.value ? asked('full') : undefined));
      });
      return () => {
        scope.stop();
        open -= 1;
        // Further questions share the workers: nobody waits for their answers any more.
        if (open === 0) for (const client of Object.values(clients)) client.cancel();
      };
    },
    cancel(): void {
      lines.coarse.cancel();
      lines.full.cancel();
    },
    again: () => lines[lines.coarse.fitting.value ? 'full' : 'coarse'].again(),
    /** A further question to the worker that has the best answer; made in a component, gone with it. */
    question: () => createLine('bass', ({ quality }) => clients[quality], { ...live, shared: true }),
  };
}
