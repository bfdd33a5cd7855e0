/** A topic of `tawny calc`: input as it stands in a case, output with the keys of the reference conventions. */
import type { z } from 'zod';
import { issueSentence, pathText } from '@tawny/core/formats/checked';
import type { IntegerSolver } from '@tawny/core/dosage/solver';

export type CalcErrorCode = 'invalid-input' | 'failed';

export class CalcError extends Error {
  constructor(
    readonly code: CalcErrorCode,
    message: string,
    readonly path: string,
  ) {
    super(message);
  }
}

export interface CalcContext {
  solver(): Promise<IntegerSolver>;
  /** Bytes of a file a case names. Throws CalcError when it cannot be read. */
  read: (name: string) => Uint8Array;
}

export type Topic = (input: unknown, context: CalcContext) => unknown;

/** Checks an input; the error names the path and what was expected there. */
export function checked<T>(schema: z.ZodType<T>, input: unknown): T {
  const result = schema.safeParse(input);
  if (result.success) return result.data;
  const issue = result.error.issues[0]!;
  const path = pathText(['input', ...issue.path]);
  throw new CalcError('invalid-input', `${path}: ${issueSentence(issue, input)}`, path);
}

export function has(input: unknown, key: string): boolean {
  return typeof input === 'object' && input !== null && key in input;
}
