/** What a piece that hangs elsewhere than it was meant to still covers, in words. */
import { offSentence } from '@tawny/core/words/hang';
import type { HungPiece } from '@tawny/core/studies/hang/study';
import { useAnswers } from '../answers/answers';
import { useSession } from '../stores/session';

export function useOff() {
  const answers = useAnswers();
  const session = useSession();
  return (piece: HungPiece): string | null => {
    // Most hang where they were meant to: then no mark is looked at.
    if (!piece.off) return null;
    const { marks, setting } = answers.glance!;
    const upright = setting.faces.find((f) => f.id === piece.face)!.foot !== null;
    const own = setting.project.treatment.pieces.find((p) => p.id === piece.id)!.covers;
    const its = marks.result.marks.filter((m) => own.includes(m.id));
    return offSentence(piece, upright, its, session.system);
  };
}
