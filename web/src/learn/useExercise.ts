/** The exercise that is open: its room, its step, what was answered. It lasts past a reload, and can be left at any time. */
import { computed, ref, watch } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { useRoute, useRouter } from 'vue-router';
import { EXERCISES } from '@tawny/core/learn/exercises/all';
import { judged, roomFor, saidOf } from '@tawny/core/learn/judge';
import type { Exercise, ExerciseId, Given, Seen, Watched } from '@tawny/core/learn/types';
import { OCTAVES } from '@tawny/core/quantities/bands';
import type { StageId } from '@tawny/core/report/verdict';
import { timeOf } from '@tawny/core/signal/decay';
import { useAnswers, useLines } from '../answers/answers';
import { demoProject } from '../files/demos';
import { useOpenProject } from '../files/openProject';
import { useMeasured } from '../measured/measured';
import { clerk } from '../stores/clerk';
import { useDocument } from '../stores/document';
import { useSession } from '../stores/session';

const KEY = 'tawny-hall.exercises';

interface Kept {
  /** The one that is open, its step, its room, and the project that was open before. */
  open: { id: ExerciseId; at: number; project: string; before: string | null } | null;
  finished: ExerciseId[];
}

/** What is kept may be of another version, or damaged: then nothing was. */
function read(): Kept {
  const known = (id: unknown) => EXERCISES.some((e) => e.id === id);
  try {
    const { open, finished } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>;
    const steps = EXERCISES.find((e) => e.id === open?.id)?.steps.length ?? 0;
    return {
      open: open && known(open.id) && open.at >= 0 && open.at <= steps ? open : null,
      finished: (finished ?? []).filter(known),
    };
  } catch {
    return { open: null, finished: [] };
  }
}

export const useExercise = createSharedComposable(() => {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const { bass } = useLines();
  const { list, decayOf } = useMeasured();
  const route = useRoute();
  const router = useRouter();
  const projects = useOpenProject();

  const kept = ref(read());
  watch(
    kept,
    (now) => {
      try {
        localStorage.setItem(KEY, JSON.stringify(now));
      } catch {
        // Without storage it lasts until the page closes.
      }
    },
    { deep: true },
  );
  const exercise = computed((): Exercise | null => {
    const open = kept.value.open;
    // Another project may be looked at meanwhile: it is there again with its room.
    return open && doc.project?.id === open.project ? EXERCISES.find((e) => e.id === open.id)! : null;
  });
  const at = computed(() => kept.value.open?.at ?? 0);
  const step = computed(() => exercise.value?.steps[at.value] ?? null);
  const over = computed(() => exercise.value !== null && at.value >= exercise.value.steps.length);

  const partsShown = (stage: StageId | null): readonly string[] => {
    switch (stage) {
      case 'survey':
        return [session.surveyPart];
      case 'seat':
        return [session.seatPart];
      case 'bass':
        return [session.bassPart];
      case 'marks':
        return [session.marksPart];
      case 'decay':
        return [session.decayPart];
      case 'hang':
        return [session.hangPart];
      case 'build':
        return [session.buildPart];
      case 'listen':
        return [session.listenPart, session.listenPicture];
      default:
        return [];
    }
  };
  const seen = computed((): Seen => {
    const stage = (route.meta.stage as StageId | undefined) ?? null;
    return {
      ...{ stage, parts: partsShown(stage), selection: session.selection },
      drawn: session.listened.filter((id) => list.value.some((m) => m.id === id)),
      decayOf: (id) => {
        const m = list.value.find((one) => one.id === id);
        const bands = m && decayOf(m, 1);
        return bands
          ? OCTAVES.map((o) => {
              const band = bands.find((b) => b.label === o);
              return band ? timeOf(band) : null;
            })
          : null;
      },
    };
  });
  const watched = computed((): Watched | null => {
    const glance = answers.calm;
    const solved = bass.current.value && bass.solved.value?.quality === 'full' ? bass.solved.value.answer : null;
    return glance && { system: session.system, glance, seen: seen.value, bass: solved };
  });

  const given = ref<Given>(null);
  const asked = ref(false);
  watch([step, () => kept.value.open?.project], () => {
    given.value = null;
    asked.value = false;
  });
  const verdict = computed(() =>
    step.value && watched.value ? judged(step.value, watched.value, given.value) : { done: false, says: null },
  );
  /** Once done it stays so: what is answered next may change the room. */
  const done = ref(false);
  watch(
    [step, () => verdict.value.done],
    ([now, is], [was]) => {
      if (now !== was) done.value = is;
      else if (is) done.value = true;
    },
    { immediate: true },
  );
  const said = (text: Parameters<typeof saidOf>[0] | undefined) =>
    text !== undefined && watched.value ? saidOf(text, watched.value) : '';

  /** The exercise's room goes with it: nothing of one's own was in it. */
  async function putAway(): Promise<string | null> {
    const open = kept.value.open;
    kept.value.open = null;
    if (!open) return null;
    if (doc.stored?.id === open.project) {
      if (open.before === null || (await projects.openStored(open.before)) !== 'opened') await projects.openDemo();
    }
    await doc.remove(open.project).catch(doc.storageFailed);
    return open.before;
  }

  async function begin(id: ExerciseId): Promise<void> {
    await doc.flush();
    await putAway();
    const before = doc.stored?.id ?? null;
    const chosen = EXERCISES.find((e) => e.id === id)!;
    const room = roomFor(chosen, await demoProject(chosen.room));
    const project = { ...room, id: clerk().id(), name: `Exercise: ${chosen.title}` };
    session.listened = [];
    session.selection = null;
    projects.show(project);
    kept.value.open = { id, at: 0, project: project.id, before };
    await router.push('/survey');
  }
  function next(): void {
    const open = kept.value.open;
    if (!open || !done.value) return;
    open.at += 1;
    if (over.value && !kept.value.finished.includes(open.id)) kept.value.finished.push(open.id);
  }
  return {
    ...{ exercise, step, at, over, given, asked, verdict, done, said, session },
    finished: computed(() => kept.value.finished),
    ...{ begin, next },
    leave: () => putAway(),
  };
});
