/** What parts take from the app without knowing its stores. */
import { inject, type InjectionKey, type Ref, ref } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Working } from '@tawny/core/studies/types';

export const LENGTHS: InjectionKey<Readonly<Ref<LengthSystem>>> = Symbol('length system');
/** A field tells the group it stands in what it could not read, or null once it can. */
export const FIELD_FAULTS: InjectionKey<(field: symbol, fault: { label: string; sentence: string } | null) => void> =
  Symbol('field faults');
export const SHOW_WORKING: InjectionKey<(working: Working) => void> = Symbol('show the working');

/** The reader's length system; metric where nobody said. */
export function useLengths(): Readonly<Ref<LengthSystem>> {
  return inject(LENGTHS, ref<LengthSystem>('metric'));
}
