/** The next step of the stage shown, with its sentence and where it leads. */
import { computed, shallowRef, watch } from 'vue';
import type { RouteLocationNormalizedLoaded, Router } from 'vue-router';
import type { StageId } from '@tawny/core/report/verdict';
import type { StepShown } from '../parts/keys';
import { useDocument } from '../stores/document';
import { useAnswers, useLines } from '../answers/answers';
import { useResults } from '../answers/results';
import { useSession } from '../stores/session';

const fetchRules = async () => ({
  ...(await import('@tawny/core/report/nextStep')),
  ...(await import('@tawny/core/words/nextStep')),
});

export function useNextStep(route: RouteLocationNormalizedLoaded, router: Router) {
  const doc = useDocument();
  const results = useResults();
  const answers = useAnswers();
  const session = useSession();
  /** Rules and sentences come once the first figures are on the page. One that does not come leaves the line empty. */
  const rules = shallowRef<Awaited<ReturnType<typeof fetchRules>> | null>(null);
  const { decay } = useLines();
  // The first answer of a worker comes after them; one that fails does too.
  watch(
    () => answers.decay !== null || decay.state.value.status === 'failed',
    () =>
      void fetchRules().then(
        (all) => (rules.value = all),
        () => {},
      ),
    { once: true },
  );

  return computed((): StepShown | null => {
    const stage = route.meta.stage as StageId | undefined;
    if (!stage || !doc.project || !answers.calm || !rules.value) return null;
    const step = rules.value.nextStep(stage, {
      project: doc.project,
      doubts: results.doubts,
      measures: results.measures,
      marks: answers.calm.marks.result,
      decay: answers.decay?.result ?? null,
      hang: answers.calm.hang.result,
    });
    const go = (to: StageId, then?: () => void) => () => {
      then?.();
      void router.push(`/${to}`);
    };
    const act: Partial<Record<typeof step.kind, { word: string; run: () => void }>> = {
      openings: { word: 'Openings', run: () => (session.surveyPart = 'openings') },
      furniture: { word: 'Furniture', run: () => (session.surveyPart = 'things') },
      rig: { word: 'Rig', run: () => (session.seatPart = 'rig') },
      'bass-places': { word: 'Why', run: () => (session.bassPart = 'why') },
      'decay-plan': { word: 'Plan', run: () => (session.decayPart = 'plan') },
      decide: { word: 'Decay', run: go('decay') },
    };
    if (step.kind === 'cover') {
      const { mark } = step;
      act.cover = {
        word: 'Choose it',
        run: () => {
          session.marksPart = 'mark';
          session.selection = { kind: 'mark', id: mark };
        },
      };
    }
    if (step.kind === 'go') act.go = { word: step.to[0]!.toUpperCase() + step.to.slice(1), run: go(step.to) };
    return { text: rules.value.nextStepSentence(step), ...(act[step.kind] ?? { word: '', run: null }) };
  });
}
