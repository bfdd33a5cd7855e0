/** Sentences about whether the project is kept. */
import type { SavingState } from '../persistence/saveQueue';

/** What a browser says when it does not store, as people say it. */
function reasonText(reason: string): string {
  if (/quota|full/i.test(reason)) return 'the space this browser gives is full';
  if (/does not answer/.test(reason)) return 'this browser’s storage does not answer';
  if (/MissingAPI|IndexedDB API missing|not supported|denied|insecure|SecurityError/i.test(reason))
    return 'this browser lets the page store nothing';
  return reason;
}

/** Why the project is not kept, and what helps; null when it is. */
export function troubleSentence(state: SavingState): { head: string; rest: string } | null {
  if (state.status === 'failed')
    return {
      head: 'Not kept in this browser: save to a file.',
      rest: `The last attempt failed: ${reasonText(state.reason)}. It is tried again by itself.`,
    };
  if (state.status !== 'apart') return null;
  if (state.why === 'deleted')
    return {
      head: 'No longer kept: it was removed in another window.',
      rest: 'What you see here is all there is of it.',
    };
  if (state.why === 'newer')
    return {
      head: 'Not kept: a newer Tawny Hall has saved this project.',
      rest: 'That is not written over. Save what you did here to a file, then load the page anew.',
    };
  return {
    head: 'Not kept: what lies in this browser under this project cannot be read.',
    rest: 'It is not written over. Save what you did here to a file.',
  };
}

const NOT_FETCHED =
  /dynamically imported module|importing a module script|module script failed|Failed to fetch|Unable to preload/i;

/** What went wrong as people say it: a part of the program that did not come is no riddle. Without a final stop. */
export function reasonOf(error: unknown): string {
  const text = error instanceof Error ? error.message : String(error);
  return NOT_FETCHED.test(text)
    ? 'a part of the program could not be fetched, the server does not answer; try again when it does'
    : text.replace(/\.$/, '');
}
