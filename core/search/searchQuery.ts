import { searchable } from '../text/searchable';

/** One thing that is looked for. */
interface Term {
  /** Words that stand beside each other; one for a plain word. */
  readonly words: readonly string[];
  /** Whether the last word may go on, because it is still being typed. */
  readonly prefix: boolean;
}

/** What counts as a word when text is searched: letters, digits and the marks that belong to them, in any script. */
const WORD = /[\p{L}\p{N}\p{M}]+/gu;
const MOST = 12;

/** The words and phrases of what was typed: phrases in quotation marks; the last plain word may be unfinished. */
function termsOf(typed: string): Term[] {
  const terms: Term[] = [];
  const pieces = typed.slice(0, 400).matchAll(/["“„«]([^"”“»]*)["”“»]|[^\s"“„«]+/gu);
  for (const piece of pieces) {
    const phrase = piece[1];
    const words = searchable(phrase ?? piece[0]).match(WORD) ?? [];
    if (words.length === 0) continue;
    // A word with a hyphen or an apostrophe in it is two that stand beside each other; so are characters of a script without spaces.
    const isLast = piece.index + piece[0].length === Math.min(typed.length, 400);
    terms.push({ words, prefix: phrase === undefined && isLast });
  }
  return terms.slice(0, MOST);
}

/**
 * What a person typed as a query for full-text search: every word has to occur, words in quotation marks beside each
 * other, the last word as the beginning of one. Nothing typed is taken as an operator.
 *
 * @returns the query in the syntax of SQLite's FTS5; null where nothing that can be looked for was typed
 * @example searchQuery('flood "river bank" ins') // '"flood" "river bank" "ins"*'
 */
export function searchQuery(typed: string): string | null {
  const terms = termsOf(typed);
  if (terms.length === 0) return null;
  return terms.map(({ words, prefix }) => `"${words.join(' ')}"${prefix ? '*' : ''}`).join(' ');
}
