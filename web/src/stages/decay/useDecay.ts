/** The decay study as the stage shows it. */
import { computed, shallowRef, watch } from 'vue';
import { OCTAVES } from '@tawny/core/quantities/bands';
import { fixed } from '@tawny/core/quantities/format';
import { timeOf } from '@tawny/core/signal/decay';
import type { Curve } from '@tawny/core/studies/decay/curves';
import type { DecayLine } from '../../charts/DecayChart.vue';
import { useDocument } from '../../stores/document';
import { useMeasuredDecay } from '../../measured/besidePredicted';
import { useAnswers, useLines } from '../../answers/answers';

/**
 * @param planning whether the plan is what is looked at
 * @param looked answer of the plan pointed at: drawn beside what is chosen
 */
export function useDecay(planning: () => boolean = () => false, looked: () => string | null = () => null) {
  const answers = useAnswers();
  const doc = useDocument();
  const { plan } = useLines();
  const result = computed(() => answers.decay?.result ?? null);

  /** What was chosen before the last edit, as a ghost. */
  const former = shallowRef<readonly (number | null)[] | null>(null);
  let ofProject = doc.project?.id;
  watch(result, (now, before) => {
    const same = doc.project?.id === ofProject;
    ofProject = doc.project?.id;
    if (!same || !before || !now) former.value = null;
    else if (before.chosen.eyring.some((t, b) => t !== now.chosen.eyring[b])) former.value = before.chosen.eyring;
  });

  const answerCurve = computed(() => {
    const answer = result.value?.answer;
    return answer && 'curve' in answer ? answer.curve : null;
  });

  /** The pointed-at answer of the plan. */
  const lookedCurve = computed(() => {
    const id = looked();
    const r = planning() ? plan.last.value?.result : undefined;
    if (id === null || !r) return null;
    if (id === 'robust') return r.robust.status === 'reached' ? r.robust.curve : null;
    return r.outcome.status === 'reached' ? (r.outcome.answers.find((a) => a.aim === id)?.curve ?? null) : null;
  });

  /** The plan judged in thirds brings its own curves. */
  const thirds = computed(() => {
    const r = planning() ? plan.last.value?.result : undefined;
    return r && r.bands.length !== OCTAVES.length ? r : null;
  });
  const thirdLines = computed((): DecayLine[] => {
    const r = thirds.value;
    if (!r) return [];
    const best: Curve | null = r.outcome.status === 'reached' ? r.outcome.answers[0]!.curve : null;
    const shown: Curve | null = lookedCurve.value ?? best;
    const of = (c: Curve) => ({ times: c.eyring, low: c.low, high: c.high });
    const list: DecayLine[] = [{ id: 'bare', name: 'without them', tone: 'bare', ...of(r.bare) }];
    if (shown) {
      const name = `${shown.panels}: ${lookedCurve.value ? 'looked at' : 'the answer'}`;
      list.push({ id: 'answer', name, tone: 'answer', ...of(shown) });
    }
    if (r.chosen.panels > r.bare.panels) {
      list.push({ id: 'chosen', name: `with ${r.chosen.panels} chosen`, tone: 'chosen', ...of(r.chosen) });
    }
    return list;
  });

  const lines = computed((): DecayLine[] => {
    const r = result.value;
    if (!r) return [];
    const list: DecayLine[] = [
      {
        id: 'bare',
        name: r.inputs.laid.length > 0 ? 'as it hangs' : 'bare room',
        tone: 'bare',
        times: r.bare.eyring,
        low: r.bare.low,
        high: r.bare.high,
      },
    ];
    const other = lookedCurve.value;
    if (other) {
      list.push({
        id: 'answer',
        name: `${other.panels}: looked at`,
        tone: 'answer',
        times: other.eyring,
        low: other.low,
        high: other.high,
      });
    }
    const answer = other ? null : answerCurve.value;
    if (answer && answer.panels !== r.chosen.panels) {
      list.push({
        id: 'answer',
        name: `${answer.panels}: ${r.answer.status === 'reached' ? 'the answer' : 'the nearest'}`,
        tone: 'answer',
        times: answer.eyring,
        low: answer.low,
        high: answer.high,
      });
    }
    if (r.chosen.panels > 0) {
      list.push({
        id: 'chosen',
        name: `with ${r.chosen.panels} chosen`,
        tone: 'chosen',
        times: r.chosen.eyring,
        low: r.chosen.low,
        high: r.chosen.high,
      });
    }
    if (former.value) list.push({ id: 'ghost', name: 'before', tone: 'ghost', times: former.value });
    const state = answers.otherDecay;
    if (answers.other && state) {
      list.push({ id: 'other', name: answers.otherName, tone: 'other', times: state.chosen.eyring });
    }
    return list;
  });

  /** What was measured, where a measurement stands beside. */
  const beside = useMeasuredDecay();
  const withMeasured = (predicted: DecayLine[], labels: readonly number[]): DecayLine[] => {
    const bands = beside.decay(labels.length === OCTAVES.length ? 1 : 3);
    if (!bands || !beside.chosen.value) return predicted;
    const times = labels.map((label) => {
      const band = bands.find((b) => b.label === label);
      return band ? timeOf(band) : null;
    });
    return predicted.concat({ id: 'measured', name: 'measured', tone: 'measured', times });
  };

  const callout = computed(() => {
    const worst = result.value?.chosen.worst;
    if (!worst || !result.value) return null;
    const i = OCTAVES.indexOf(worst.octave as (typeof OCTAVES)[number]);
    return { ...worst, low: result.value.chosen.low[i] ?? null, high: result.value.chosen.high[i] ?? null };
  });

  const table = computed(() => {
    const r = result.value;
    if (!r) return [];
    const round = (t: number | null | undefined) => (t == null ? null : Number(t.toFixed(4)));
    return OCTAVES.map((octave, i) => ({
      'octave Hz': octave,
      'bare Eyring s': round(r.bare.eyring[i]),
      'bare Sabine s': round(r.bare.sabine[i]),
      'chosen Eyring s': round(r.chosen.eyring[i]),
      'chosen Sabine s': round(r.chosen.sabine[i]),
      'chosen low s': round(r.chosen.low[i]),
      'chosen high s': round(r.chosen.high[i]),
      'answer Eyring s': round(answerCurve.value?.eyring[i]),
      ...(answers.other && answers.otherDecay
        ? { [`${answers.otherName} Eyring s`]: round(answers.otherDecay.chosen.eyring[i]) }
        : {}),
      'target lower s': round(r.allLimits[i]?.lower),
      'target upper s': round(r.allLimits[i]?.upper),
      'panel absorption': round(r.panelAlpha[i]),
    }));
  });

  return {
    result,
    /** All the chart is given: in octaves, or in thirds where the plan is judged so. */
    drawn: computed(() =>
      thirds.value
        ? {
            lines: withMeasured(thirdLines.value, thirds.value.bands),
            limits: thirds.value.limits,
            judged: thirds.value.limits.map((l) => l !== null),
            mids: thirds.value.mids,
            labels: thirds.value.bands,
            callout: null,
          }
        : {
            lines: withMeasured(lines.value, OCTAVES),
            limits: result.value?.allLimits ?? [],
            judged: (result.value?.limits ?? []).map((l) => l !== null),
            callout: callout.value,
          },
    ),
    table,
    working: (id: string) => answers.decay?.working.find((w) => w.id === id),
    climate: computed(() => {
      const c = doc.project!.climate;
      return `${fixed(c.temperatureC, 0)} °C ${fixed(c.humidityPercent, 0)} %`;
    }),
  };
}
