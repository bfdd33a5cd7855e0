/** What passes between page and study worker. Types only. */
import type { Long, Reading } from '@tawny/core/questions/long';

/** Each kind of request with its plain inputs and its result. */
export type Studies = { [K in keyof Long]: Pick<Long[K], 'inputs' | 'result'> } & Reading;

export type StudyKind = keyof Studies;

export type Request = {
  [K in StudyKind]: { type: 'run'; kind: K; id: number; inputs: Studies[K]['inputs'] };
}[StudyKind];

export type Answer =
  /** The worker holds the lock of its name from now on, as long as it lives. */
  | { type: 'alive'; id: 0 }
  | { type: 'progress'; id: number; part: number }
  | { type: 'result'; id: number; result: Studies[StudyKind]['result'] }
  | { type: 'failure'; id: number; message: string };
