/** What parts take from the app without knowing its stores. */
import { inject, type InjectionKey, type Ref, ref } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Working } from '@tawny/core/studies/types';

export const LENGTHS: InjectionKey<Readonly<Ref<LengthSystem>>> = Symbol('length system');
/** A field tells the group it stands in what it could not read, or null once it can. */
export const FIELD_FAULTS: InjectionKey<(field: symbol, fault: { label: string; sentence: string } | null) => void> =
  Symbol('field faults');
/** The one next thing to do in the stage shown; `run` is null where it is done by hand. */
export interface StepShown {
  text: string;
  word: string;
  run: (() => void) | null;
}
export const NEXT_STEP: InjectionKey<Readonly<Ref<StepShown | null>>> = Symbol('next step');
export const SHOW_WORKING: InjectionKey<(working: Working) => void> = Symbol('show the working');

/** The reader's length system; metric where nobody said. */
export function useLengths(): Readonly<Ref<LengthSystem>> {
  return inject(LENGTHS, ref<LengthSystem>('metric'));
}
