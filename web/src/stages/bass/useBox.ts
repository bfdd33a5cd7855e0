/** What the closed-form view of the box shares: its modes and the one chosen. */
import { computed } from 'vue';
import { lengthText } from '@tawny/core/quantities/lengths';
import { type SeatMode, workingOfMode } from '@tawny/core/studies/bass/study';
import { useAnswers } from '../../answers/answers';
import { useSession } from '../../stores/session';

/** The sizes of a box in the order of its mode numbers. */
export const SIDES = ['Width', 'Length', 'Height'] as const;

export function useBox() {
  const answers = useAnswers();
  const session = useSession();
  const setting = computed(() => answers.glance!.setting);
  const bass = computed(() => answers.glance!.bass.result);
  const selectedId = computed(() => (session.selection?.kind === 'mode' ? session.selection.id : null));
  const index = computed(() => {
    const i = bass.value.modes.findIndex((m) => m.n.join('-') === selectedId.value);
    return i >= 0 ? i : bass.value.modes.findIndex((m) => m.n[1] === 1 && m.kind === 'axial');
  });
  const mode = computed((): SeatMode | null => bass.value.modes[index.value] ?? null);
  const working = computed(() => workingOfMode(setting.value, bass.value, index.value));
  /** By how much at least each side keeps half a metre, m. */
  const moved = computed(() => {
    const { box } = bass.value;
    const { axis, by } = session.wallMoved;
    return box ? { axis, by: Math.max(by, 0.5 - Math.min(...box)) } : null;
  });
  const movedName = computed(() =>
    moved.value
      ? `${SIDES[moved.value.axis]} ${moved.value.by >= 0 ? '+' : '−'} ${lengthText(Math.abs(moved.value.by), session.system)}`
      : '',
  );
  function select(id: string): void {
    session.selection = { kind: 'mode', id };
  }
  return { answers, session, setting, bass, mode, working, moved, movedName, select };
}
