import { Node } from '@tiptap/core';

/** The class and attributes by which a quoted passage is found again in the HTML of a post. */
export const QUOTED = 'data-quoted';

/** A passage quoted from a version of another post; who may read it is decided for every reader. */
export const QuotationNode = Node.create({
  name: 'quotation',
  group: 'block',
  content: 'paragraph+',
  defining: true,
  isolating: true,
  marks: '',
  addAttributes: () => ({ post: { default: '' }, version: { default: 1 } }),
  parseHTML: () => [],
  renderHTML({ node }) {
    const { post, version } = node.attrs as { post: string; version: number };
    return ['blockquote', { [QUOTED]: `${post} ${version}` }, 0];
  },
});

/** A person of the course mentioned by name. */
export const MentionNode = Node.create({
  name: 'mention',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({ id: { default: '' }, label: { default: '' } }),
  parseHTML: () => [],
  renderHTML: ({ node }) => ['span', { class: 'mention' }, `@${String(node.attrs.label)}`],
});
