/** What the parts of the Seat bench share. */
import { computed } from 'vue';
import { tapeFrom } from '@tawny/core/room/tapes';
import { surfaceWords } from '@tawny/core/words/tapes';
import { useDocument } from '../../stores/document';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';

export type Place = readonly [number, number, number];

export function useSeat() {
  const doc = useDocument();
  const answers = useAnswers();
  const session = useSession();
  const project = computed(() => doc.project!);
  const setting = computed(() => answers.glance!.setting);
  const seat = computed(() => answers.glance!.seat);
  const working = (id: string) => seat.value.working.find((w) => w.id === id);
  /** A place by tape from the wall in front and the wall at the left of it, whichever those are there. */
  const tape = (at: Place, way: 'front' | 'left') => tapeFrom(setting.value, [at[0], at[1]], way);
  /** The place that a newly typed tape means: moved by the difference. */
  function taped(at: Place, change: { front?: number; left?: number }): [number, number] {
    return [
      change.left === undefined ? at[0] : at[0] + change.left - tape(at, 'left').metres,
      change.front === undefined ? at[1] : at[1] + change.front - tape(at, 'front').metres,
    ];
  }
  /** Which wall, when it is not the plain one. */
  const wallHint = (at: Place, way: 'front' | 'left') => {
    const { wall } = tape(at, way);
    return wall === way ? '' : `here: ${surfaceWords(wall)}`;
  };
  function moveHead(change: { front?: number; left?: number }): void {
    const [x, y] = setting.value.frame.toSurvey(taped(setting.value.head, change));
    doc.run({ type: 'move-head', x, y });
  }
  function moveSpeaker(id: string, at: Place, change: { front?: number; left?: number }): void {
    const [x, y] = setting.value.frame.toSurvey(taped(at, change));
    doc.run({ type: 'move-loudspeaker', id, x, y, mirror: session.mirror });
  }
  const speakers = computed(() =>
    setting.value.loudspeakers.map((l) => ({
      ...l,
      report: seat.value.result.loudspeakers.find((r) => r.id === l.id)!,
    })),
  );
  return { doc, answers, session, project, setting, seat, working, tape, wallHint, moveHead, moveSpeaker, speakers };
}
