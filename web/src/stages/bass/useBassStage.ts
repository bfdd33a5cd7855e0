/** What the parts of the Bass stage share: the answer, what is chosen, and the map of it. */
import { computed } from 'vue';
import type { MapAnswer, MapWish, WaveMode } from '@tawny/core/studies/bass/types';
import { besidePredicted } from '@tawny/core/studies/listen/beside';
import { useMeasuredResponse } from '../../measured/besidePredicted';
import { useAnswers, useLines } from '../../answers/answers';
import { taskOf } from '../../answers/bass';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

export function useBassStage() {
  const { bass } = useLines();
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const setting = computed(() => answers.glance!.setting);
  const answer = computed(() => bass.solved.value?.answer ?? null);
  const modeIndex = computed(() => {
    if (session.selection?.kind !== 'mode') return null;
    const n = Number(session.selection.id);
    return Number.isInteger(n) ? n : null;
  });
  const mode = computed((): WaveMode | null =>
    modeIndex.value === null ? null : (answer.value?.modes[modeIndex.value] ?? null),
  );
  function chooseMode(index: number): void {
    session.selection = { kind: 'mode', id: String(index) };
    session.bassHz = null;
  }
  function chooseFrequency(f: number): void {
    if (session.selection?.kind === 'mode') session.selection = null;
    session.bassHz = f;
  }
  return { bass, doc, session, answers, setting, answer, mode, modeIndex, chooseMode, chooseFrequency };
}

/** The map of what is chosen, asked for again when room, choice or height change. */
export function useBassMap(height: () => number) {
  const { bass, session, answer, modeIndex } = useBassStage();
  const wish = computed((): MapWish | null => {
    if (!answer.value) return null;
    if (modeIndex.value !== null && modeIndex.value > 0) return { kind: 'mode', index: modeIndex.value };
    if (session.bassHz === null) return null;
    return { kind: 'driven', f: session.bassHz, loudspeakers: answer.value.loudspeakers.map((l) => l.id) };
  });
  const question = bass.question();
  question.follow(() =>
    // An answer out of date has no map: it would be one of the room as it is now, solved before its turn. The new answer asks for its own.
    wish.value && bass.current.value
      ? { task: 'map', quality: bass.solved.value!.quality, wish: wish.value, height: height() }
      : undefined,
  );
  const map = computed((): MapAnswer | null => (wish.value ? taskOf('map', question.last.value) : null));
  return { map, busy: computed(() => question.state.value.status === 'running'), state: question.state, wish };
}

/** The measurement that stands beside the prediction, laid over what plays in it: one loudspeaker alone, or all together. */
export function useLaidBeside() {
  const { answer } = useBassStage();
  const beside = useMeasuredResponse();
  const laid = computed(() => {
    const [a, curve, m] = [answer.value, beside.curve.value, beside.chosen.value];
    if (!a || !curve || !m) return null;
    const alone = m.loudspeakers.length === 1 ? a.loudspeakers.find((l) => l.letter === m.loudspeakers[0]) : undefined;
    const found = besidePredicted({ frequencies: a.frequencies, levelDb: alone?.levelDb ?? a.all }, curve);
    return found && { ...found, of: alone ? `${alone.letter} alone` : 'all together' };
  });
  return { beside, laid };
}
