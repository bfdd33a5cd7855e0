/** What Hang shows and does: the face drawn large, the piece chosen, laying out in the worker, and edits as commands. */
import { computed, ref, watch } from 'vue';
import { CEILING, surfaceOfFace } from '@tawny/core/geometry/solid';
import type { PieceAt } from '@tawny/core/document/schema/project';
import { mirroredPiece, onLevel, pieceMovedTo, spreadEvenly } from '@tawny/core/studies/hang/edit';
import { layOutCommands } from '@tawny/core/studies/hang/take';
import { isLoose } from '@tawny/core/studies/hang/layOut';
import type { LayOutResult } from '@tawny/core/studies/hang/types';
import { useAnswers, useLines } from '../../answers/answers';
import { stamp } from '../../desk/pieces';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

/** Nothing hangs on a wall shorter than this, m. */
const LEAST_FACE = 0.3;

/** What was laid out last, and of which document: its left-overs are told until something else is laid out. */
const told = ref<{ project: string; result: LayOutResult } | null>(null);

export function useHang() {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const { layOut } = useLines();
  const setting = computed(() => answers.glance!.setting);
  const result = computed(() => answers.glance!.hang.result);
  const project = computed(() => doc.project!);

  /** Faces something can hang on, those that hold something first chosen. */
  const faces = computed(() =>
    setting.value.faces.filter(
      (f) =>
        (f.kind === 'wall' && f.foot !== null && f.length >= LEAST_FACE) ||
        (f.kind === 'ceiling' && surfaceOfFace(f.id) === CEILING),
    ),
  );
  const face = computed(() => {
    const wished = faces.value.find((f) => f.id === session.hangFace);
    const held = faces.value.find((f) => result.value.faces.some((h) => h.id === f.id));
    return wished ?? held ?? faces.value[0]!;
  });
  const onFace = computed(() => result.value.pieces.filter((p) => p.face === face.value.id));
  const chosen = computed(() =>
    session.selection?.kind === 'piece'
      ? (result.value.pieces.find((p) => p.id === session.selection!.id) ?? null)
      : null,
  );
  const level = computed(() => result.value.level);

  const waiting = ref<{ afresh: boolean } | null>(null);
  const loose = computed(() => project.value.treatment.pieces.filter((p) => isLoose(project.value, p)).length);
  const decided = computed(() =>
    project.value.treatment.pieces.reduce(
      (n, p) => n + (p.place.kind === 'number' && p.state === 'decided' ? p.place.count : 0),
      0,
    ),
  );
  function start(afresh: boolean): void {
    waiting.value = { afresh };
    layOut.ask({ afresh });
    take();
  }
  /** Takes the answer once it is there and of the present document: one action, one step back. */
  function take(): void {
    if (!waiting.value || !layOut.current.value || !layOut.last.value) return;
    const { afresh } = waiting.value;
    waiting.value = null;
    const answer = layOut.last.value;
    const commands = layOutCommands(project.value, answer, afresh, stamp());
    if (!doc.run({ type: 'batch', as: 'put-pieces', commands })) return;
    told.value = { project: project.value.id, result: answer };
    session.selection = null;
    session.hangPart = answer.unplaced.length > 0 ? 'left' : 'piece';
  }
  watch(layOut.current, take);
  watch(
    () => layOut.state.value.status,
    (status) => {
      if (status !== 'running' && !layOut.current.value) waiting.value = null;
    },
  );
  const leftOver = computed(() => (told.value?.project === project.value.id ? told.value.result : null));

  const put = (pieces: PieceAt[], key: string | null = null) => doc.run({ type: 'put-pieces', pieces }, key);
  return {
    doc,
    session,
    setting,
    result,
    faces,
    face,
    onFace,
    chosen,
    level,
    layOut,
    loose,
    decided,
    leftOver,
    start,
    choose: (id: string | null) => (session.selection = id === null ? null : { kind: 'piece', id }),
    moveTo: (id: string, left: number, low: number, key: string | null = null) =>
      put([pieceMovedTo(setting.value, id, left, low)], key),
    preview: (id: string, left: number, low: number) =>
      doc.preview({ type: 'put-pieces', pieces: [pieceMovedTo(setting.value, id, left, low)] }),
    toLevel: (id: string) => {
      const { left } = result.value.pieces.find((p) => p.id === id)!;
      put([pieceMovedTo(setting.value, id, left, onLevel(setting.value, id))]);
    },
    spread: (id: string) => {
      const pieces = spreadEvenly(setting.value, id);
      if (pieces) put(pieces);
      else session.message = { text: 'They do not fit between what bounds them with a gap.', tone: 'wrong' };
    },
    mirror: (id: string) => {
      const piece = mirroredPiece(setting.value, id, stamp());
      if (piece) put([piece]);
      else session.message = { text: 'There is no wall across that its mirror image would hang on.', tone: 'wrong' };
    },
  };
}
