/** The line that asks what was to be heard in the room of a measurement; with Listen, not with the first figures. */
import { createSharedComposable } from '@vueuse/core';
import { useDocument } from '../stores/document';
import { createStudyClient } from '../workers/client';
import { startWorker } from '../workers/start';
import { useAnswers } from '../answers/answers';
import { createLine } from '../answers/line';

export const useMeasuredRoom = createSharedComposable(() => {
  const [answers, doc] = [useAnswers(), useDocument()];
  return createLine('measured-room', createStudyClient(startWorker), {
    glance: () => answers.glance,
    held: () => doc.previewing,
  });
});
