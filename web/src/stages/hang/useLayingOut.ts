/** Laying out in the worker, and taking the answer once it is there: one action, one step back. Used once, by the stage. */
import { computed, ref, watch } from 'vue';
import { loosePieces } from '@tawny/core/studies/hang/loose';
import { layOutCommand } from '@tawny/core/studies/hang/take';
import { useAnswers, useLines } from '../../answers/answers';
import { stamp } from '../../desk/pieces';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

export function useLayingOut() {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const { layOut: line } = useLines();
  /** Asked for and not taken yet. */
  const wanted = ref(false);

  function start(afresh: boolean): void {
    wanted.value = true;
    line.ask({ afresh });
    take();
  }
  function take(): void {
    const answer = line.last.value;
    if (!wanted.value || !line.current.value || !answer) return;
    wanted.value = false;
    if (!doc.run(layOutCommand(doc.project!, answer, stamp()))) return;
    session.selection = null;
    session.hangPart = answer.unplaced.length > 0 ? 'left' : 'piece';
  }
  watch(line.current, take);
  // Stopped, failed, or the room has changed meanwhile: an answer that comes later is not taken unasked.
  watch(
    () => line.state.value.status,
    (status) => {
      if (status !== 'running' && !line.current.value) wanted.value = false;
    },
  );
  return {
    start,
    state: line.state,
    cancel: () => line.cancel(),
    /** What was laid out last. */
    last: line.last,
    loose: computed(() => loosePieces(answers.glance!.setting).length),
    waiting: computed(() => answers.glance!.hang.result.waiting),
  };
}
