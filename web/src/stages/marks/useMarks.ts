/** What the parts of the Marks bench share: the study and the chosen mark. */
import { computed } from 'vue';
import type { Mark } from '@tawny/core/studies/marks/study';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';

export const placeWords = (m: Pick<Mark, 'kind' | 'faceName'>): string =>
  m.kind === 'thing' || m.kind === 'board' ? m.faceName : `the ${surfaceWords(m.faceName)}`;

export function useMarks() {
  const doc = useDocument();
  const answers = useAnswers();
  const session = useSession();
  /** The board follows a drag at once, the bench calmly. */
  const calm = computed(() => answers.calm ?? answers.glance!);
  const study = computed(() => calm.value.marks);
  const setting = computed(() => calm.value.setting);
  const marks = computed(() => study.value.result.marks);
  const selected = computed(
    () =>
      (session.selection?.kind === 'mark' ? marks.value.find((m) => m.id === session.selection!.id) : undefined) ??
      study.value.result.worstBare ??
      marks.value[0] ??
      null,
  );
  return { doc, answers, session, study, setting, marks, selected };
}
