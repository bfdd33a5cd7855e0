/** Measurements of the open project as they are shown, in Listen and beside what is predicted: what was read of each, and curves of those asked for. */
import { computed, type ComputedRef } from 'vue';
import { computedAsync, createSharedComposable } from '@vueuse/core';
import { equal } from '@tawny/core/document/sharing';
import { isSound, type Measurement } from '@tawny/core/document/schema/project';
import type { Listened } from '@tawny/core/questions/listening';
import type { Fraction } from '@tawny/core/signal/bandFilters';
import type { ResponseWindow } from '@tawny/core/signal/response';
import type { ResponseCurves } from '@tawny/core/studies/listen/read';
import { decayShown, noiseShown } from '@tawny/core/studies/listen/shown';
import { useRecordings } from './recordings';
import { useDocument } from '../stores/document';
import { steady } from '../answers/line';

export interface MeasuredCurves {
  measurement: Measurement;
  curves: ResponseCurves;
}

export const useMeasured = createSharedComposable(() => {
  const doc = useDocument();
  const recordings = useRecordings();
  const list = computed(() => [...(doc.project?.measured.list ?? [])].sort((a, b) => (a.at < b.at ? -1 : 1)));
  const calibrations = computed(() => doc.project?.measured.calibrations ?? []);
  /** What its samples say; null: none, not read yet, or not in this browser. */
  const readOf = ({ holds }: Measurement): Listened | null =>
    isSound(holds) ? (recordings.readings.get(holds.audio) ?? null) : null;
  const missing = ({ holds }: Measurement) => isSound(holds) && recordings.readings.get(holds.audio) === null;
  const calibrationOf = (m: Measurement) => calibrations.value.find((c) => c.id === m.calibration) ?? null;
  const decayOf = (m: Measurement, fraction: Fraction) => decayShown(m.holds, readOf(m), fraction);
  const noiseOf = (m: Measurement) => noiseShown(m, readOf(m), calibrationOf(m));
  const hasResponse = (m: Measurement) =>
    m.holds.kind === 'response' || (m.holds.kind === 'impulse' && readOf(m)?.impulse != null);

  /** Curves of measurements, read one after the other; made again when what they are of or how they are asked for changes. */
  function curvesOf(
    shown: () => readonly Measurement[],
    asks: () => { window: ResponseWindow; fraction: number },
  ): ComputedRef<MeasuredCurves[]> {
    // Titles and notes change nothing of a curve.
    const asked = steady(() => ({
      of: shown()
        .filter(hasResponse)
        .map((m) => ({ id: m.id, holds: m.holds, own: calibrationOf(m) })),
      ...asks(),
    }));
    interface Made {
      asks: unknown;
      id: string;
      curves: ResponseCurves;
    }
    // One more that has been read makes no other curve again.
    let before: Made[] = [];
    const made = computedAsync<Made[]>(async (onCancel) => {
      const { of, window, fraction } = asked.value;
      let wanted = true;
      onCancel(() => (wanted = false));
      const done: Made[] = [];
      for (const one of of) {
        const { id, holds, own } = one;
        const asks = { one, window, fraction };
        const known = before.find((b) => equal(b.asks, asks));
        if (known) {
          done.push(known);
          continue;
        }
        const source = holds.kind === 'response' ? holds : isSound(holds) ? recordings.readings.get(holds.audio) : null;
        const points = own && { f: [...own.f], db: [...own.db] };
        const curves = source && (await recordings.curves(source, { window, fraction, own: points }, () => wanted));
        if (!curves) continue;
        done.push({ asks, id, curves });
        before = [...before.filter((b) => b.id !== id), done.at(-1)!];
      }
      return done;
    }, []);
    return computed(() =>
      made.value.flatMap(({ id, curves }) => {
        const measurement = list.value.find((m) => m.id === id);
        return measurement ? [{ measurement, curves }] : [];
      }),
    );
  }
  return { doc, recordings, list, calibrations, readOf, missing, calibrationOf, decayOf, noiseOf, curvesOf };
});
