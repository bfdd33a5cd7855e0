/** What Hang shows and does: the face drawn large, the piece chosen, and edits of pieces as commands. */
import { computed } from 'vue';
import { CEILING, surfaceOfFace } from '@tawny/core/geometry/solid';
import type { Opening, PieceAt } from '@tawny/core/document/schema/project';
import type { Recipe } from '@tawny/core/recipes/types';
import { plugFor } from '@tawny/core/room/hung/plugs';
import {
  type InLine,
  linedUp,
  mirroredPiece,
  onLevel,
  pieceMovedTo,
  piecesMovedBy,
  spreadEvenly,
} from '@tawny/core/studies/hang/edit';
import { legsOn } from '@tawny/core/room/hung/corners';
import { middleOf } from '@tawny/core/studies/hang/study';
import { useAnswers } from '../../answers/answers';
import { stamp } from '../../desk/pieces';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

/** Nothing hangs on a wall shorter than this, m. */
const LEAST_FACE = 0.3;

export function useHang() {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const setting = computed(() => answers.glance!.setting);
  const result = computed(() => answers.glance!.hang.result);
  const level = computed(() => result.value.level);

  const holds = (id: string) => result.value.faces.some((h) => h.id === id);
  /** Faces something can hang on, and those that hold something. */
  const faces = computed(() =>
    setting.value.faces.filter(
      (f) =>
        holds(f.id) ||
        (f.kind === 'wall' && f.foot !== null && f.length >= LEAST_FACE) ||
        (f.kind === 'ceiling' && surfaceOfFace(f.id) === CEILING),
    ),
  );
  /** The one asked for, else the first that holds something. */
  const face = computed(
    () => faces.value.find((f) => f.id === session.hangFace) ?? faces.value.find((f) => holds(f.id)) ?? faces.value[0]!,
  );
  const middle = computed(() => middleOf(setting.value, face.value));
  const onFace = computed(() => result.value.pieces.filter((p) => p.face === face.value.id));
  /** What hangs on another face and lies on this one too. */
  const legs = computed(() =>
    legsOn(setting.value, face.value).map(({ piece: { id }, box }) => ({
      ...box,
      id,
      short: result.value.pieces.find((p) => p.id === id)!.short,
    })),
  );
  const chosen = computed(() =>
    session.selection?.kind === 'piece'
      ? (result.value.pieces.find((p) => p.id === session.selection!.id) ?? null)
      : null,
  );

  /** The chosen piece and those chosen with it, on the same face. */
  const group = computed((): string[] => {
    const one = chosen.value;
    if (!one) return [];
    const also = session.alsoChosen?.with === one.id ? session.alsoChosen.ids : [];
    const there = result.value.pieces.filter((p) => p.face === one.face && also.includes(p.id)).map((p) => p.id);
    return [one.id, ...there];
  });
  const choose = (id: string | null): void => {
    session.selection = id === null ? null : { kind: 'piece', id };
    session.alsoChosen = null;
  };
  /** Adds a piece to those chosen, or takes it from them. */
  function chooseToo(id: string): void {
    const rest = group.value.filter((other) => other !== id);
    if (rest.length === 0) return choose(id);
    const [first, ...others] = rest.length < group.value.length ? rest : [...rest, id];
    choose(first!);
    session.alsoChosen = { with: first!, ids: others };
  }
  /** A piece at a place, and with it those chosen together with it. */
  function going(id: string, left: number, low: number): PieceAt[] {
    if (group.value.length < 2 || !group.value.includes(id)) return [pieceMovedTo(setting.value, id, left, low)];
    const p = result.value.pieces.find((o) => o.id === id)!;
    return piecesMovedBy(setting.value, group.value, left - p.left, low - p.low);
  }

  const put = (pieces: PieceAt[], key: string | null = null) => doc.run({ type: 'put-pieces', pieces }, key);
  const tell = (text: string) => (session.message = { text, tone: 'wrong' });
  return {
    doc,
    session,
    setting,
    result,
    level,
    faces,
    face,
    middle,
    onFace,
    legs,
    chosen,
    group,
    choose,
    chooseToo,
    moveTo: (id: string, left: number, low: number, key: string | null = null) => put(going(id, left, low), key),
    preview: (id: string, left: number, low: number) =>
      doc.preview({ type: 'put-pieces', pieces: going(id, left, low) }),
    lineUp: (by: InLine) => put(linedUp(setting.value, group.value[0]!, group.value, by)),
    toLevel: (id: string) => {
      const { left } = result.value.pieces.find((p) => p.id === id)!;
      put([pieceMovedTo(setting.value, id, left, onLevel(setting.value, id))]);
    },
    spread: (id: string, tight = false) => {
      const pieces = spreadEvenly(setting.value, id, tight);
      if (pieces) put(pieces);
      else tell('They do not fit between what bounds them with a gap.');
    },
    plug: (window: Opening, recipe: Pick<Recipe, 'id' | 'name'>) => {
      const piece = plugFor(setting.value, face.value, window, recipe, stamp());
      if (piece && put([piece])) choose(setting.value.project.treatment.pieces.at(-1)?.id ?? null);
    },
    mirror: (id: string) => {
      const piece = mirroredPiece(setting.value, id, stamp());
      if (piece) put([piece]);
      else tell('There is no wall across that its mirror image would hang on.');
    },
  };
}
