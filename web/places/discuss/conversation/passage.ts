/** What is selected within one post, and where on the screen it ends; null where nothing is, or where it goes beyond the post. */
export function selectedPassage(): { post: string; passage: string; range: Range } | null {
  const selection = document.getSelection();
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const inPost = (node: Node) =>
    (node instanceof Element ? node : node.parentElement)?.closest<HTMLElement>('[data-quotable]') ?? null;
  const from = inPost(range.startContainer);
  if (from === null || from !== inPost(range.endContainer)) return null;
  const passage = ownWords(selection.toString(), range.cloneContents());
  return passage === '' ? null : { post: from.dataset.quotable!, passage, range };
}

/** A selection without what the post quotes itself: whoever is quoted there is quoted from there. */
function ownWords(text: string, fragment: DocumentFragment): string {
  if (fragment.querySelector('blockquote.quotation') === null) return text.trim();
  for (const quoted of fragment.querySelectorAll('blockquote.quotation')) quoted.remove();
  return textIn(fragment);
}

/** The lines of a piece of a page. */
function textIn(root: ParentNode): string {
  const lines: string[] = [];
  for (const block of root.querySelectorAll('p, li, h1, h2, h3, h4, pre, td, th')) {
    if (block.querySelector('p, li, pre') !== null) continue;
    const line = (block.textContent ?? '').replace(/\s+/g, ' ').trim();
    if (line !== '') lines.push(line);
  }
  return lines.length > 0 ? lines.join('\n') : ((root as Node).textContent ?? '').trim();
}

/** The passage to quote from a post: what is selected in it, else its first paragraph. */
export function passageIn(post: string, html: string): string {
  const selected = selectedPassage();
  if (selected?.post === post) return selected.passage;
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  for (const quoted of body.querySelectorAll('blockquote.quotation')) quoted.remove();
  return textIn(body).split('\n')[0] ?? '';
}
