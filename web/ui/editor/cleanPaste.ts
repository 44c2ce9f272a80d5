import { HIGHEST_START, WIDEST_CELL } from '../../../contract/textNodes';

/** Parameters that only tell others where a link was found. */
const TRACKING = /^(utm_\w+|fbclid|gclid|dclid|msclkid|mc_[ce]id|igshid|ref_src|yclid|_hs\w+)$/i;
const DROPPED =
  'style, script, meta, link, title, xml, img, svg, button, input, iframe, object, [style*="mso-element:comment"], [style*="mso-special-character:comment"]';

const isUpTo = (most: number) => (value: string) =>
  /^\d{1,6}$/.test(value) && Number(value) >= 1 && Number(value) <= most;
/** The attributes that stay, each where the server takes its value too. */
const KEPT = {
  href: () => true,
  colspan: isUpTo(WIDEST_CELL),
  rowspan: isUpTo(WIDEST_CELL),
  start: isUpTo(HIGHEST_START),
};

/** An address without tracking parameters; null where it leads nowhere that can be linked. */
export function cleanAddress(address: string): string | null {
  if (/^mailto:/i.test(address)) return address;
  if (!/^https?:/i.test(address)) return null;
  try {
    const url = new URL(address);
    for (const name of [...url.searchParams.keys()]) if (TRACKING.test(name)) url.searchParams.delete(name);
    if (/^#?_?(msocom|ftn|edn|:~:text=)/i.test(url.hash)) url.hash = '';
    return url.toString();
  } catch {
    return null;
  }
}

function rename(element: Element, tag: string): Element {
  const next = element.ownerDocument.createElement(tag);
  next.append(...element.childNodes);
  element.replaceWith(next);
  return next;
}

/** Comments, and the conditions that a word processor writes as such. */
function removeComments(page: Document): void {
  const walker = page.createTreeWalker(page, NodeFilter.SHOW_COMMENT);
  const comments: Node[] = [];
  while (walker.nextNode()) comments.push(walker.currentNode);
  for (const comment of comments) comment.parentNode?.removeChild(comment);
}

/** Bold and italic that stand in styles become marks; marks that only undo a style go. */
function stylesToMarks(page: Document): void {
  for (const element of page.querySelectorAll<HTMLElement>('span, font, b, i, strong, em')) {
    const { fontWeight, fontStyle, textDecoration } = element.style;
    const tag = element.tagName;
    const undone =
      (/^(B|STRONG)$/.test(tag) && /^(normal|400)$/.test(fontWeight)) ||
      (/^(I|EM)$/.test(tag) && fontStyle === 'normal');
    const marks =
      tag === 'SPAN' || tag === 'FONT' || undone
        ? [
            ...(/^(bold|bolder|[6-9]00)$/.test(fontWeight) ? ['strong'] : []),
            ...(fontStyle === 'italic' ? ['em'] : []),
            ...(/underline/.test(textDecoration) && !element.closest('a') ? ['u'] : []),
          ]
        : null;
    if (marks === null) continue;
    let inner: Node[] = [...element.childNodes];
    for (const mark of marks) {
      const wrapper = page.createElement(mark);
      wrapper.append(...inner);
      inner = [wrapper];
    }
    element.replaceWith(...inner);
  }
}

/** Paragraphs that a word processor numbers or bullets by style become lists. */
function paragraphsToLists(page: Document): void {
  let open: { list: Element; level: number }[] = [];
  let last: Element | null = null;
  for (const paragraph of [...page.querySelectorAll<HTMLElement>('p, h1, h2, h3, h4, h5, h6')]) {
    const said = /mso-list:\s*\S+\s+level(\d)/i.exec(paragraph.getAttribute('style') ?? '');
    if (!said) {
      open = [];
      last = null;
      continue;
    }
    const level = Number(said[1]);
    const marker = paragraph.querySelector('[style*="mso-list:Ignore"], [style*="mso-list: Ignore"]');
    const isNumbered = /^\s*\(?[\p{L}\p{N}]{1,4}[.)]/u.test(marker?.textContent ?? '');
    marker?.remove();
    if (last !== null && last.nextElementSibling !== paragraph && open.length > 0) open = [];
    while (open.length > 0 && open.at(-1)!.level > level) open.pop();
    if (open.length === 0 || open.at(-1)!.level < level) {
      const list = page.createElement(isNumbered ? 'ol' : 'ul');
      const above = open.at(-1)?.list.lastElementChild;
      if (above) above.append(list);
      else paragraph.before(list);
      open.push({ list, level });
    }
    const item = page.createElement('li');
    item.append(...paragraph.childNodes);
    open.at(-1)!.list.append(item);
    last = open[0]!.list;
    paragraph.remove();
  }
}

/** A list that stands in a list, and not in one of its items, belongs to the item before it. */
function mendLists(page: Document): void {
  for (const list of page.querySelectorAll('ul > ul, ul > ol, ol > ul, ol > ol')) {
    const before = list.previousElementSibling;
    if (before?.tagName === 'LI') before.append(list);
    else {
      const item = page.createElement('li');
      list.before(item);
      item.append(list);
    }
  }
  for (const item of page.querySelectorAll('li')) {
    if (!/^(UL|OL)$/.test(item.parentElement?.tagName ?? '')) {
      const list = page.createElement('ul');
      item.before(list);
      list.append(item);
    }
  }
}

/**
 * HTML from the clipboard as the editor should take it: clean lists, headings and links from word processors and web
 * pages, without stray styles, damaged nesting, marks of comments and notes, or tracking parameters.
 */
export function cleanPaste(html: string): string {
  const page = new DOMParser().parseFromString(html, 'text/html');
  removeComments(page);
  for (const element of page.querySelectorAll(DROPPED)) element.remove();
  for (const element of [...page.body.querySelectorAll('*')].filter(({ tagName }) => tagName.includes(':')))
    element.replaceWith(...element.childNodes);
  paragraphsToLists(page);
  stylesToMarks(page);
  for (const title of page.querySelectorAll('p.MsoTitle')) rename(title, 'h2');
  for (const heading of page.querySelectorAll('h1')) rename(heading, 'h2');
  for (const heading of page.querySelectorAll('h4, h5, h6')) rename(heading, 'h3');
  for (const anchor of page.querySelectorAll('a')) {
    const address = cleanAddress(anchor.getAttribute('href') ?? '');
    const isNote = /^\[\w{1,4}\]$/.test(anchor.textContent?.trim() ?? '') && address === null;
    if (isNote) anchor.remove();
    else if (address === null) anchor.replaceWith(...anchor.childNodes);
    else anchor.setAttribute('href', address);
  }
  mendLists(page);
  for (const block of page.querySelectorAll('p, h2, h3, li')) {
    const empty = (block.textContent ?? '').replace(/[\s\u00a0]+/g, '') === '';
    if (empty && block.querySelector('table, ul, ol') === null) block.remove();
  }
  for (const element of page.body.querySelectorAll('*'))
    for (const name of element.getAttributeNames())
      if (!(name in KEPT) || !KEPT[name as keyof typeof KEPT](element.getAttribute(name) ?? ''))
        element.removeAttribute(name);
  return page.body.innerHTML;
}
