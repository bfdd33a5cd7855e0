/** What can be done about the chosen mark, and the actions. Comes after the drawing. */
import { computed } from 'vue';
import { coverOf, recipeOf } from '@tawny/core/document/recipes';
import { coverMark, SPREADER, twinMark } from '@tawny/core/studies/marks/coverMark';
import { type Redirect, redirectsFor } from '@tawny/core/studies/marks/redirect';
import { BOARD, boardsFor, curtained, piecesOver, standBefore } from '@tawny/core/studies/marks/ways';
import { stamp } from '../../desk/pieces';
import { useMarks } from './useMarks';

export function useWays() {
  const { doc, session, setting, marks, selected } = useMarks();
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
    if (opening) doc.run({ type: 'put', list: 'openings', thing: curtained(opening) });
  }
  return {
    session,
    setting,
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
