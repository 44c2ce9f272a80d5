import type { RichNode } from './richText';

/** A rich text of plain paragraphs; a blank line starts a new one. Used where text comes from outside the editor. */
export function textOf(plain: string): RichNode {
  const paragraphs = plain
    .split(/\n\s*\n/)
    .map((paragraph) => paragraph.trim())
    .filter((paragraph) => paragraph !== '');
  return {
    type: 'doc',
    content: paragraphs.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
  };
}
