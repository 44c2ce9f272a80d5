/** The text of a post's HTML, a line for each block, for comparing versions as their readers see them. */
export function textOfHtml(html: string): string {
  const page = new DOMParser().parseFromString(html, 'text/html');
  for (const line of page.querySelectorAll('br')) line.replaceWith('\n');
  for (const block of page.querySelectorAll('p, li, h1, h2, h3, h4, blockquote, pre, tr, figcaption'))
    block.append('\n');
  return (page.body.textContent ?? '').replace(/\n{2,}/g, '\n').trim();
}
