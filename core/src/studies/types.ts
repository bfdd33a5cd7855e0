/** What every study returns beside its result: issues as data (sentences are made in words/) and the working. */

export type Severity = 'wrong' | 'warning' | 'note';

/** Something a person should know: a code, the things it is about, and its figures in SI. */
export interface Issue {
  code: string;
  severity: Severity;
  /** Ids of the things concerned: loudspeaker ids, face ids, "head". */
  where: string[];
  values: Record<string, number | string>;
}

export interface WorkingSymbol {
  symbol: string;
  meaning: string;
  /** Value put in; text for things that are not numbers. */
  value: number | string;
  unit: string;
}

/** How a figure came about, for "show the working". */
export interface Working {
  id: string;
  title: string;
  formula: string;
  symbols: WorkingSymbol[];
  result: WorkingSymbol;
  source: string;
  /** Where it holds and what it is worth. */
  validity: string;
}

export interface Study<Result> {
  result: Result;
  issues: Issue[];
  working: Working[];
}
