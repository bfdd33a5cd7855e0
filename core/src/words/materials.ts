/** Words for where a material's values come from. */
import type { SourceClass } from '../materials/library';

export const SOURCE_WORDS: Record<SourceClass, string> = {
  laboratory: 'laboratory sheet',
  textbook: 'typical textbook',
  'textbook-varied': 'textbook, varies much',
  computed: 'computed',
  estimate: 'estimate',
};
