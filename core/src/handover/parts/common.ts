/** What the parts of the report share. */
import { fixed } from '../../quantities/format';
import type { Block } from '../types';

/** Figures on paper are drawn with the page's own letters. */
export const REPORT_FONT = 'Commissioner';
/** Largest heights of charts, plans and walls, mm. */
export const CHART_MM = 62;
export const PLAN_MM = 105;
export const WALL_MM = 70;

export const text = (words: string, quiet = false): Block => ({
  kind: 'text',
  text: words,
  ...(quiet ? { quiet } : {}),
});
export const table = (caption: string, head: string[], rows: string[][]): Block => ({
  kind: 'table',
  caption,
  head,
  rows,
});
export const seconds = (t: number | null | undefined): string => (t == null ? '–' : fixed(t, 2));
