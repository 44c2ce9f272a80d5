import { Node } from '@tiptap/core';

/** A longer description folds away below what it describes. */
const FOLDS_FROM = 300;

/** What an address says of itself, where nobody has said what it leads to: the last part of its path, or the host. */
export function nameOfAddress(href: string): string {
  const { host, path } = partsOf(href);
  const last = path.split('/').filter(Boolean).at(-1) ?? '';
  const words = last
    .replace(/\.[a-z0-9]{1,5}$/i, '')
    .replace(/[-_+]+/g, ' ')
    .trim();
  return words === '' ? host : words[0]!.toUpperCase() + words.slice(1);
}

/** The host of an address, as people read it. */
export const hostOf = (href: string): string => partsOf(href).host;

function partsOf(href: string): { host: string; path: string } {
  const [, host = href, path = ''] = /^https?:\/\/(?:[^/?#@]*@)?([^/?#]+)([^?#]*)/i.exec(href) ?? [];
  try {
    return { host, path: decodeURIComponent(path) };
  } catch {
    return { host, path };
  }
}

/**
 * Material of another site: a link on a line of its own, with a title and a description or transcript as its author wrote them. It is drawn
 * as a card, which works everywhere; the interface shows the material in its place where the host is allowed and someone asks for it.
 */
export const ElsewhereNode = Node.create({
  name: 'elsewhere',
  group: 'block',
  atom: true,
  addAttributes: () => ({ href: { default: '' }, title: { default: '' }, description: { default: '' } }),
  parseHTML: () => [],
  renderHTML({ node }) {
    const { href, title, description } = node.attrs as { href: string; title: string; description: string };
    const link = [
      'a',
      { href, target: '_blank', rel: 'noopener noreferrer nofollow' },
      title || nameOfAddress(href),
    ];
    const card = ['p', {}, link, ' ', ['span', { class: 'from' }, hostOf(href)]];
    if (description === '') return ['figure', { class: 'elsewhere' }, card];
    const beside =
      description.length < FOLDS_FROM
        ? ['figcaption', {}, description]
        : [
            'details',
            {},
            ['summary', {}, 'Description or transcript'],
            ['p', { class: 'said' }, description],
          ];
    return ['figure', { class: 'elsewhere' }, card, beside] as never;
  },
});
