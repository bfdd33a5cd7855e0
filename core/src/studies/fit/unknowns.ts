/** The unknowns of a fit, each once, with what is stated of it. */
import type { Expected } from '../../numerics/penalised';
import { OCTAVES } from '../../quantities/bands';
import type { FitUnknown, UnknownKind } from './types';

export interface Unknown extends Expected, Pick<FitUnknown, 'kind' | 'of' | 'name' | 'octave' | 'axis' | 'unit'> {
  stated: number;
}

export interface Unknowns {
  list: Unknown[];
  /** Its index; made where there is none. Octaves by number. */
  at(kind: UnknownKind, of: string, which: number | 'x' | 'y' | 'z' | null, make: () => Made): number;
}
interface Made {
  name: string;
  spread: number;
  stated?: number;
  unit?: FitUnknown['unit'];
}

/** What may turn out to differ by more than was stated of it. */
export const ABSORBS: readonly UnknownKind[] = ['absorption', 'things', 'pieces'];

export function createUnknowns(): Unknowns {
  const list: Unknown[] = [];
  const known = new Map<string, number>();
  return {
    list,
    at(kind, of, which, make) {
      const key = JSON.stringify([kind, of, which]);
      const found = known.get(key);
      if (found !== undefined) return found;
      const { name, spread, stated = 1, unit = '×' } = make();
      const octave = typeof which === 'number' ? OCTAVES[which]! : null;
      const axis = typeof which === 'string' ? which : null;
      const group = ABSORBS.includes(kind) ? 'absorbs' : kind;
      list.push({ kind, of, name, octave, axis, unit, spread, stated, group });
      known.set(key, list.length - 1);
      return list.length - 1;
    },
  };
}
