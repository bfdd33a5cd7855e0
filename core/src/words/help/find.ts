/** Looking something up: stages and words, best first. */
import { STAGE_HELP, type StageHelp } from './stages';
import { type Term, TERMS } from './terms';

export type HelpEntry = { kind: 'stage'; help: StageHelp } | { kind: 'term'; term: Term };

const ENTRIES: readonly { entry: HelpEntry; name: string; text: string }[] = [
  ...STAGE_HELP.map((help) => ({
    ...{ entry: { kind: 'stage', help } as const, name: help.title.toLowerCase() },
    text: `${help.says} ${help.begin} ${help.careful}`.toLowerCase(),
  })),
  ...TERMS.map((term) => ({
    ...{ entry: { kind: 'term', term } as const, name: `${term.term} ${term.also ?? ''}`.toLowerCase() },
    text: term.says.toLowerCase(),
  })),
];

/** A word in a name counts before one in the text, one it begins with before one inside; every word must be somewhere. */
function rank(words: readonly string[], { name, text }: (typeof ENTRIES)[number]): number | null {
  let sum = 0;
  for (const w of words) {
    const at = name.indexOf(w);
    if (at === 0) sum += 0;
    else if (at > 0) sum += name[at - 1] === ' ' ? 1 : 2;
    else if (text.includes(w)) sum += 4;
    else return null;
  }
  return sum;
}

/** Everything without a word to look for. */
export function findHelp(looked: string): HelpEntry[] {
  const words = looked.toLowerCase().split(/\s+/).filter(Boolean);
  return ENTRIES.map((e, i) => ({ e, i, rank: rank(words, e) }))
    .filter((r) => r.rank !== null)
    .sort((a, b) => a.rank! - b.rank! || a.i - b.i)
    .map(({ e }) => e.entry);
}
