import type { Passage } from '../../contract/evaluate';

/** Where words stand in a post: themselves, and which of several occurrences. */
export type PassagePlace = Pick<Passage, 'text' | 'nth'>;

/** What is no word of the post itself: what it quotes from others, and the numbers of passages. */
const FOREIGN = 'blockquote.quotation, sup.passage-number';

/** The pieces of text a post holds itself, in order. */
function ownPieces(root: Node): Text[] {
  const document = root.ownerDocument ?? (root as Document);
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT, (node) =>
    node.parentElement?.closest(FOREIGN) ? NodeFilter.FILTER_REJECT : NodeFilter.FILTER_ACCEPT,
  );
  const pieces: Text[] = [];
  while (walker.nextNode()) pieces.push(walker.currentNode as Text);
  return pieces;
}

const textOf = (pieces: readonly Text[]) => pieces.map(({ data }) => data).join('');

/** Where words begin; -1 where they stand no longer. */
function startOf(whole: string, { text, nth }: PassagePlace): number {
  let at = -1;
  for (let count = 0; count <= nth; count++) {
    at = whole.indexOf(text, at + 1);
    if (at < 0) return -1;
  }
  return at;
}

/**
 * The place of what is selected within a post; null where nothing is, or only what it quotes.
 *
 * @param root the element that holds the post's text and nothing else
 */
export function placeOf(root: Element, range: Range): PassagePlace | null {
  if (!root.contains(range.startContainer) || !root.contains(range.endContainer)) return null;
  const pieces = ownPieces(root);
  let offset = 0;
  let from = -1;
  let to = -1;
  for (const piece of pieces) {
    const { length } = piece.data;
    if (range.intersectsNode(piece)) {
      const start = piece === range.startContainer ? range.startOffset : 0;
      const end = piece === range.endContainer ? range.endOffset : length;
      if (from < 0) from = offset + start;
      to = offset + end;
    }
    offset += length;
  }
  if (from < 0) return null;
  const whole = textOf(pieces);
  const chosen = whole.slice(from, to);
  const text = chosen.trim();
  if (text === '') return null;
  const start = from + chosen.indexOf(text);
  let nth = 0;
  for (let at = whole.indexOf(text); at >= 0 && at < start; at = whole.indexOf(text, at + 1)) nth++;
  return { text, nth };
}

/** The ids of the passages that stand no longer in the HTML of a post: their words were changed. Passages of the whole post always stand. */
export function changedPassages(
  html: string,
  passages: readonly (PassagePlace & { readonly id: string })[],
): ReadonlySet<string> {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  const whole = textOf(ownPieces(body));
  return new Set(passages.filter((each) => each.text !== '' && startOf(whole, each) < 0).map(({ id }) => id));
}

/**
 * The HTML of a post with its passages marked and numbered, from 1 in the order given; passages of the whole post, and such as stand there
 * no longer, mark nothing.
 */
export function withPassages(
  html: string,
  passages: readonly (PassagePlace & { readonly id: string })[],
): string {
  if (passages.every(({ text }) => text === '')) return html;
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  for (const [index, passage] of passages.entries()) {
    if (passage.text === '') continue;
    const pieces = ownPieces(body);
    const start = startOf(textOf(pieces), passage);
    if (start < 0) continue;
    const end = start + passage.text.length;
    let offset = 0;
    let last: Element | null = null;
    for (const piece of pieces) {
      const from = Math.max(start - offset, 0);
      const to = Math.min(end - offset, piece.data.length);
      offset += piece.data.length;
      if (from >= to) continue;
      const range = body.ownerDocument.createRange();
      range.setStart(piece, from);
      range.setEnd(piece, to);
      const mark = body.ownerDocument.createElement('mark');
      mark.className = 'passage';
      mark.dataset.passage = passage.id;
      range.surroundContents(mark);
      last = mark;
    }
    if (last === null) continue;
    const number = body.ownerDocument.createElement('sup');
    number.className = 'passage-number';
    number.textContent = String(index + 1);
    last.append(number);
  }
  return body.innerHTML;
}
