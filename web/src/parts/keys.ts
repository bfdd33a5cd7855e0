/** What parts take from the app without knowing its stores. */
import { inject, type InjectionKey, type Ref, ref } from 'vue';
import type { LengthSystem } from '@tawny/core/quantities/lengths';
import type { Working } from '@tawny/core/studies/types';

export const LENGTHS: InjectionKey<Readonly<Ref<LengthSystem>>> = Symbol('length system');
export const SHOW_WORKING: InjectionKey<(working: Working) => void> = Symbol('show the working');

/** The reader's length system; metric where nobody said. */
export function useLengths(): Readonly<Ref<LengthSystem>> {
  return inject(LENGTHS, ref<LengthSystem>('metric'));
}
