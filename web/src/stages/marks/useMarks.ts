/** What the parts of the Marks bench share: the study, the chosen mark, what can be hung over it, and the actions. */
import { computed } from 'vue';
import { coverOf, recipeOf } from '@tawny/core/document/recipes';
import { coverMark, SPREADER, twinMark } from '@tawny/core/studies/marks/coverMark';
import type { Mark } from '@tawny/core/studies/marks/study';
import { type Redirect, redirectsFor } from '@tawny/core/studies/marks/redirect';
import { BOARD, boardsFor, piecesOver, standBefore } from '@tawny/core/studies/marks/ways';
import { surfaceWords } from '@tawny/core/words/tapes';
import { stamp } from '../../desk/pieces';
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
  const twin = computed(() => (selected.value ? twinMark(setting.value, selected.value, marks.value) : null));
  /** A drag in hand asks for no proposals. */
  const cover = computed(() =>
    selected.value && !doc.previewing ? coverMark(setting.value, selected.value, marks.value) : null,
  );
  const redirects = computed((): Redirect[] => {
    const answer = cover.value;
    const m = selected.value;
    if (!answer || !m || doc.previewing) return [];
    const size = answer.proposal?.size ?? coverOf(doc.project!);
    return redirectsFor(setting.value, m, recipeOf(doc.project!, BOARD), size);
  });

  /** The chosen mark, and its mirror image when both sides are wanted. */
  const wanted = () => (session.mirror && twin.value ? [selected.value!, twin.value] : [selected.value!]);
  /** Whether what spreads finds a place over the mark. */
  const spread = computed(
    () =>
      cover.value !== null &&
      coverMark(setting.value, selected.value!, marks.value, recipeOf(doc.project!, SPREADER))?.proposal != null,
  );
  const hang = (way: 'cover' | 'spread') =>
    void doc.run({ type: 'put-pieces', pieces: piecesOver(setting.value, wanted(), marks.value, way, stamp()) });
  const hangBoard = (redirect: Redirect) =>
    void doc.run({
      type: 'put-pieces',
      pieces: boardsFor(setting.value, selected.value!, redirect, session.mirror ? twin.value : null, stamp()),
    });
  /** A panel on feet before the mark, for where nothing can be hung. */
  const stand = () =>
    void doc.run({ type: 'put', list: 'furniture', thing: standBefore(setting.value, selected.value!) });
  function drawCurtain(id: string): void {
    const opening = setting.value.project.room.openings.find((o) => o.id === id);
    if (opening) doc.run({ type: 'put', list: 'openings', thing: { ...opening, material: 'curtain-heavy' } });
  }
  return {
    doc,
    answers,
    session,
    study,
    setting,
    marks,
    selected,
    twin,
    cover,
    redirects,
    spread,
    hang,
    hangBoard,
    standBefore: stand,
    drawCurtain,
  };
}
