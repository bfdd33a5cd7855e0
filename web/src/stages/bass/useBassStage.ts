/** What the parts of the Bass stage share: the answer, what is chosen, and the map of it. */
import { computed, ref, shallowRef, watch } from 'vue';
import type { MapAnswer, MapWish, WaveMode } from '@tawny/core/studies/bass/types';
import { useBass } from '../../stores/bass';
import { useDocument } from '../../stores/document';
import { useResults } from '../../stores/results';
import { useSession } from '../../stores/session';

export function useBassStage() {
  const bass = useBass();
  const doc = useDocument();
  const session = useSession();
  const results = useResults();
  const setting = computed(() => results.quick!.setting);
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
  return { bass, doc, session, results, setting, answer, mode, modeIndex, chooseMode, chooseFrequency };
}

/** The map of what is chosen, asked for again when room, choice or height change. */
export function useBassMap(height: () => number) {
  const { bass, session, answer, modeIndex } = useBassStage();
  const map = shallowRef<MapAnswer | null>(null);
  const busy = ref(false);
  const wish = computed((): MapWish | null => {
    if (!answer.value) return null;
    if (modeIndex.value !== null && modeIndex.value > 0) return { kind: 'mode', index: modeIndex.value };
    if (session.bassHz === null) return null;
    return { kind: 'driven', f: session.bassHz, loudspeakers: answer.value.loudspeakers.map((l) => l.id) };
  });
  let turn = 0;
  watch(
    [() => JSON.stringify(wish.value), height, bass.solved, bass.current],
    async () => {
      const mine = ++turn;
      if (!wish.value) {
        map.value = null;
        return;
      }
      // The answer shown is of the room before the edit: a map of the room as it is now would not belong to it, and would have it solved
      // before its turn. The new answer asks for its own.
      if (!bass.current.value) return;
      busy.value = true;
      const found = await bass.ask('map', { wish: wish.value, height: height() });
      if (mine !== turn) return;
      busy.value = false;
      if (found) map.value = found;
    },
    { immediate: true },
  );
  return { map, busy, wish };
}
