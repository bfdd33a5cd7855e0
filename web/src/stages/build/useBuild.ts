/** What Build shows: what is decided and made of what, how it is cut, what is bought for it, and the work. */
import { computed } from 'vue';
import { createSharedComposable } from '@vueuse/core';
import { buildAt } from '@tawny/core/questions/build';
import { fixed } from '@tawny/core/quantities/format';
import { buyList } from '@tawny/core/studies/build/buy';
import { cutInputs } from '@tawny/core/studies/build/cuts';
import { doneOf } from '@tawny/core/document/made';
import { workPlan } from '@tawny/core/studies/build/work';
import { fixingBuyLines } from '@tawny/core/words/fixings';
import { useAnswers, useLines } from '../../answers/answers';
import { useHolds } from '../../desk/useHolds';
import { useRecipeNames } from '../../desk/recipeNames';
import { clerk } from '../../stores/clerk';
import { useDocument } from '../../stores/document';
import { useSession } from '../../stores/session';

export const useBuild = createSharedComposable(() => {
  const doc = useDocument();
  const session = useSession();
  const answers = useAnswers();
  const holds = useHolds();
  const { nameOf } = useRecipeNames();
  const { cuts: line } = useLines();
  // The project the figures are of: while another is opened they stay together.
  const project = computed(() => answers.glance!.project);
  const build = computed(() => buildAt(project.value));
  const result = computed(() => build.value.result);
  line.follow(() => cutInputs(project.value, result.value));
  /** How everything is cut; null while it is being worked out. */
  const cuts = computed(() => line.fitting.value ?? null);
  const list = computed(() => buyList(project.value, result.value, cuts.value));
  const work = computed(() => workPlan(project.value, result.value));
  const currency = computed(() => project.value.brief.budget?.currency ?? '€');
  const money = (amount: number | null, digits = 2): string => (amount === null ? '' : fixed(amount, digits));
  const sheet = computed(
    () => result.value.sheets.find((s) => s.letter === session.buildSheet) ?? result.value.sheets[0] ?? null,
  );
  return {
    ...{ doc, session, project, build, result, line, cuts, list, work, currency, money, nameOf, sheet },
    done: computed(() => doneOf(project.value)),
    /** What holds the pieces, as far as Hang knows. */
    fixingLines: computed(() =>
      result.value.panels === 0
        ? []
        : fixingBuyLines(holds.value, project.value.treatment.fixings.link, session.system),
    ),
    clerk,
    buying: computed(() => project.value.buying),
  };
});
