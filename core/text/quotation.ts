import type { Id } from '../course/id';
import { plainText } from './plainText';
import { walk, type RichNode } from './richText';

/** A passage quoted from a version of another post. */
export interface Quotation {
  readonly sourceId: Id;
  /** The number of the version it was taken from; the first is 1. */
  readonly version: number;
  readonly text: string;
}

/** A quotation for the editor, with the passage as its paragraphs. */
export function quotationNode(sourceId: Id, version: number, passage: string): RichNode {
  const paragraphs = passage
    .split(/\n+/)
    .map((line) => line.trim())
    .filter((line) => line !== '');
  return {
    type: 'quotation',
    attrs: { post: sourceId, version },
    content: paragraphs.map((text) => ({ type: 'paragraph', content: [{ type: 'text', text }] })),
  };
}

/** The passages a text quotes from posts, in reading order. */
export function quotationsIn(doc: RichNode): Quotation[] {
  const found: Quotation[] = [];
  walk(doc, (node) => {
    if (node.type !== 'quotation') return;
    found.push({
      sourceId: String(node.attrs?.post),
      version: Number(node.attrs?.version),
      text: plainText({ type: 'doc', content: node.content ?? [] }, { quotes: 'all' }),
    });
  });
  return found;
}

const inOneLine = (text: string) => text.normalize('NFC').replace(/\s+/gu, ' ').trim();

/**
 * Whether a passage stands in a text word for word, however its lines are broken, so that nobody is quoted with what they did
 * not write.
 *
 * @example standsIn('the water\nuse it', 'you must let the water use it too') // true
 */
export function standsIn(passage: string, text: string): boolean {
  const looked = inOneLine(passage);
  return looked !== '' && inOneLine(text).includes(looked);
}

/** A text in which the passages that may not be read are empty; their place and source stay. */
export function withoutPassages(
  doc: RichNode,
  isHidden: (sourceId: Id, version: number) => boolean,
): RichNode {
  if (doc.content === undefined) return doc;
  return {
    ...doc,
    content: doc.content.map((node) =>
      node.type === 'quotation' && isHidden(String(node.attrs?.post), Number(node.attrs?.version))
        ? { ...node, content: [{ type: 'paragraph' }] }
        : node,
    ),
  };
}

/** The ids of the people a text mentions. */
export function mentionsIn(doc: RichNode): Id[] {
  const found = new Set<Id>();
  walk(doc, (node) => {
    if (node.type === 'mention') found.add(String(node.attrs?.id));
  });
  return [...found];
}
